namespace Adnumera.Core.InformationReturns;

/// <summary>What stands between a supplier's year and its returns.</summary>
public enum ReadinessKind
{
    /// <summary>Nothing says of which box something is.</summary>
    NoBox,

    /// <summary>Neither the ledger nor what it was paid from says how something was paid: by card or network it would not count.</summary>
    MethodUnknown,

    /// <summary>There is no Form W-9, signed and dated.</summary>
    W9,

    /// <summary>A corporation is left out at or over the threshold, and there is no Form W-9 to prove what it is.</summary>
    W9OfExempt,

    /// <summary>There is no legal name.</summary>
    LegalName,

    /// <summary>The ledger calls it by a name that is neither its legal nor its business name.</summary>
    NameDiffers,

    /// <summary>There is no address.</summary>
    Address,

    /// <summary>There is no tax number.</summary>
    TaxNumber,

    /// <summary>The tax number cannot be one.</summary>
    TaxNumberBad,

    /// <summary>Another supplier has the same tax number: both may be one, whose payments count together.</summary>
    NumberShared,

    /// <summary>Nothing says what it is for tax.</summary>
    Classification,

    /// <summary>Its name says that it is something else for tax than what stands there.</summary>
    FormContradicts,

    /// <summary>A person says of it otherwise than follows, where it would be filed.</summary>
    Contradiction,

    /// <summary>Tax was withheld of what counts in no box.</summary>
    Withheld,
}

/// <summary>Something of a supplier to put right before the year is closed.</summary>
/// <param name="Supplier">Whose.</param>
/// <param name="Kind">What.</param>
/// <param name="Amount">The money in question, in cents.</param>
/// <param name="Detail">More of it; blank for nothing.</param>
public sealed record ReadinessPoint(ReturnSupplier Supplier, ReadinessKind Kind, long Amount, string Detail = "");

/// <summary>What stands between a year and its returns: the year is ready when nothing does.</summary>
public static class Readiness
{
    /// <summary>Whether a supplier may need a Form W-9, and has none that counts: something of it counts in a box, is of no box yet, or is
    /// left out only because it is said to be exempt.</summary>
    public static bool LacksW9(SupplierYear year) =>
        !year.Supplier.HasW9
        && !year.Supplier.IsForeign
        && year.Supplier.Reportable is null or true
        && year.Supplier.ExemptCode is null or >= 5
        && year.Cells.Any(c => c.Place.Box is not null || c.Place.Exempted is not null || c.Place.LeftOut == LeftOutPlace.NoBox);

    /// <summary>Whether it lacks a Form W-9 while a box of it nears its threshold, or is to be filed: worth a notice, all year.</summary>
    public static bool IsWatched(SupplierYear year) => LacksW9(year) && year.Totals.Any(t => t.IsNear || t.IsToFile);

    /// <summary>Every point of a supplier.</summary>
    public static IEnumerable<ReadinessPoint> Of(SupplierYear year)
    {
        var supplier = year.Supplier;
        var missing = MissingDetails.Of(year).Select(m => m.What).ToHashSet();
        var toFile = year.Totals.Where(t => t.IsToFile).Sum(t => t.Amount);
        if (year.Cells.FirstOrDefault(c => c.Place.LeftOut == LeftOutPlace.NoBox) is { } none)
            yield return Point(ReadinessKind.NoBox, none.Amount);
        if (year.IsToFile && year.MethodUnknown is { } unsaid)
            yield return Point(ReadinessKind.MethodUnknown, unsaid);
        if (missing.Contains(MissingWhat.W9))
            yield return Point(ReadinessKind.W9, toFile);
        // The form is the proof that nothing is due (common practice).
        else if (!supplier.HasW9 && supplier.Reportable is null && year.ExemptedToFile.Sum(c => c.Amount) is > 0 and var exempted)
            yield return Point(ReadinessKind.W9OfExempt, exempted);
        if (missing.Contains(MissingWhat.LegalName))
            yield return Point(ReadinessKind.LegalName, toFile);
        else if (year.IsToFile && !supplier.NameIsRight && !NamesItself(supplier))
            yield return Point(ReadinessKind.NameDiffers, toFile, supplier.LegalName);
        if (missing.Contains(MissingWhat.Address))
            yield return Point(ReadinessKind.Address, toFile);
        if (missing.Contains(MissingWhat.TaxNumber))
            yield return Point(ReadinessKind.TaxNumber, toFile);
        if (missing.Contains(MissingWhat.TaxNumberBad))
            yield return Point(ReadinessKind.TaxNumberBad, toFile);
        if (supplier.SharesNumberWith.Length > 0 && !supplier.NameIsRight && year.Totals.Count > 0)
            yield return Point(ReadinessKind.NumberShared, year.Counted, supplier.SharesNumberWith);
        if (missing.Contains(MissingWhat.Classification))
            yield return Point(ReadinessKind.Classification, toFile);
        if (!supplier.NameIsRight && (year.IsToFile || year.ExemptedToFile.Any()) && LegalForm.Contradiction(supplier) is { } form)
            yield return Point(ReadinessKind.FormContradicts, year.Paid, form);
        if (missing.Contains(MissingWhat.Contradiction))
            yield return Point(ReadinessKind.Contradiction, year.Paid);
        if (missing.Contains(MissingWhat.Withheld))
            yield return Point(
                ReadinessKind.Withheld,
                year.Cells.Where(c => c.Place.LeftOut is not (null or LeftOutPlace.Voided or LeftOutPlace.OtherYear)).Sum(c => c.Withheld)
            );

        ReadinessPoint Point(ReadinessKind kind, long amount, string detail = "") => new(supplier, kind, amount, detail);
    }

    // Punctuation and the legal form aside, it is called by its legal or its business name.
    private static bool NamesItself(ReturnSupplier supplier)
    {
        var name = LegalForm.Without(supplier.Name);
        return name == LegalForm.Without(supplier.LegalName) || name == LegalForm.Without(supplier.BusinessName);
    }
}
