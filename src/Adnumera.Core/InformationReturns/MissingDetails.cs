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
internal static class MissingDetails
{
    /// <summary>Everything, suppliers with totals first in their order, the others by name.</summary>
    public static IEnumerable<MissingDetail> Of(
        ILookup<ReturnSupplier, TalliedLine> lines,
        IReadOnlyList<BoxTotal> totals,
        Thresholds thresholds
    )
    {
        var bySupplier = totals.ToLookup(t => t.Supplier);
        var others = lines
            .Select(l => l.Key)
            .Where(s => !bySupplier.Contains(s))
            .OrderBy(s => Folded.Of(s.Name), CodePointComparer.Instance);
        return bySupplier
            .Select(t => t.Key)
            .Concat(others)
            .SelectMany(s => Of(s, [.. lines[s]], [.. bySupplier[s]], thresholds).Select(what => new MissingDetail(s, what)));
    }

    private static IEnumerable<MissingWhat> Of(
        ReturnSupplier supplier,
        IReadOnlyList<TalliedLine> lines,
        IReadOnlyList<BoxTotal> totals,
        Thresholds thresholds
    )
    {
        if (totals.Any(t => t.IsToFile))
        {
            if (!supplier.HasW9)
                yield return MissingWhat.W9;
            if (supplier.LegalName.Length == 0)
                yield return MissingWhat.LegalName;
            if (supplier.Address.Length == 0)
                yield return MissingWhat.Address;
            if (supplier.Number.Length == 0)
                yield return MissingWhat.TaxNumber;
            else if (!TaxNumber.IsPossible(supplier.Number, supplier.NumberKind))
                yield return MissingWhat.TaxNumberBad;
            if (supplier.Classification is null)
                yield return MissingWhat.Classification;
        }

        if (Contradicts(supplier, lines, totals, thresholds))
            yield return MissingWhat.Contradiction;
        var isElsewhere = lines
            .Where(l => l.LeftOut is not (null or LeftOutPlace.Voided or LeftOutPlace.OtherYear))
            .GroupBy(l => l.LeftOut)
            .Any(g => g.Sum(l => l.Withheld) != 0);
        if (isElsewhere)
            yield return MissingWhat.Withheld;
    }

    private static bool Contradicts(
        ReturnSupplier supplier,
        IReadOnlyList<TalliedLine> lines,
        IReadOnlyList<BoxTotal> totals,
        Thresholds thresholds
    ) =>
        supplier.Reportable switch
        {
            // What a person leaves out, and would have to be filed without that.
            false => lines
                .Where(l => l.LeftOut == LeftOutPlace.Exempt && supplier.FollowsReportable(l.Exempted!.Value))
                .GroupBy(l => l.Exempted!.Value)
                .Any(g => thresholds.IsReached(g.Key, g.Sum(l => l.Amount)) || g.Sum(l => l.Withheld) > 0),
            true => totals.Any(t => t.IsToFile && !supplier.FollowsReportable(t.Box)),
            null => false,
        };
}
