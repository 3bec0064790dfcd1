namespace Adnumera.Core.InformationReturns;

/// <summary>What of a supplier is missing, or contradicts itself.</summary>
public enum MissingWhat
{
    /// <summary>Its Form W-9.</summary>
    W9,

    /// <summary>Its legal name.</summary>
    LegalName,

    /// <summary>Its address.</summary>
    Address,

    /// <summary>Its tax number.</summary>
    TaxNumber,

    /// <summary>Its tax number cannot be one.</summary>
    TaxNumberBad,

    /// <summary>What it is for tax.</summary>
    Classification,

    /// <summary>A person says of it otherwise than follows, where it would be filed.</summary>
    Contradiction,

    /// <summary>Tax was withheld of what counts in no box.</summary>
    Withheld,
}

/// <summary>Something that is missing of a supplier.</summary>
public sealed record MissingDetail(ReturnSupplier Supplier, MissingWhat What);

/// <summary>What is missing before returns can be filed.</summary>
public static class MissingDetails
{
    /// <summary>Everything of a supplier, in the order of the words.</summary>
    public static IEnumerable<MissingDetail> Of(SupplierYear year) => What(year).Select(what => new MissingDetail(year.Supplier, what));

    private static IEnumerable<MissingWhat> What(SupplierYear year)
    {
        var supplier = year.Supplier;
        if (year.IsToFile)
        {
            if (!supplier.HasW9)
                yield return MissingWhat.W9;
            if (supplier.LegalName.Length == 0)
                yield return MissingWhat.LegalName;
            if (supplier.Address.Length == 0)
                yield return MissingWhat.Address;
            if (supplier.NumberStatus == TaxNumberStatus.Missing)
                yield return MissingWhat.TaxNumber;
            if (supplier.NumberStatus == TaxNumberStatus.Bad)
                yield return MissingWhat.TaxNumberBad;
            if (supplier.Classification is null)
                yield return MissingWhat.Classification;
        }

        if (Contradicts(year))
            yield return MissingWhat.Contradiction;
        var isElsewhere = year
            .Cells.Where(c => c.Place.LeftOut is not (null or LeftOutPlace.Voided or LeftOutPlace.OtherYear))
            .GroupBy(c => c.Place.LeftOut)
            .Any(g => g.Sum(c => c.Withheld) != 0);
        if (isElsewhere)
            yield return MissingWhat.Withheld;
    }

    private static bool Contradicts(SupplierYear year) =>
        year.Supplier.Reportable switch
        {
            // What a person leaves out, and would have to be filed without that.
            false => year.ExemptedToFile.Any(c => Reportability.Derived(year.Supplier, c.Place.Exempted!.Value).IsReportable),
            true => year.Totals.Any(t => t.IsToFile && !Reportability.Derived(year.Supplier, t.Box).IsReportable),
            null => false,
        };
}
