using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Documents;

/// <summary>What is worth noticing about a document and holds nothing.</summary>
public enum DocumentNotice
{
    /// <summary>Due before it is dated.</summary>
    DueBeforeDated,

    /// <summary>Quantity times price is not the net of a line (EN 16931: line net = quantity × price, charges and allowances of the line
    /// apart).</summary>
    QuantityTimesPrice,

    /// <summary>The ledger has no active employee of that name.</summary>
    EmployeeUnknown,

    /// <summary>The ledger does not have a tax code that an entry line would carry.</summary>
    TaxCodeUnknown,

    /// <summary>A line does not carry a dimension that is asked for.</summary>
    DimensionAskedFor,

    /// <summary>The price of an item moved against the last accepted one.</summary>
    PriceMoved,

    /// <summary>It is the first bill of a supplier that may need a Form W-9 and has none.</summary>
    W9Missing,

    /// <summary>Dated after today; this one passes with the days, so it is told when it is looked at.</summary>
    DatedAhead,
}

/// <summary>Finds what is worth noticing.</summary>
public static class DocumentNotices
{
    /// <summary>What does not depend on today, in the order of the words.</summary>
    /// <param name="document">The document.</param>
    /// <param name="taxCodes">The tax codes that its entry carries, in the ledger's words.</param>
    /// <param name="ledger">The connected ledger; without one nothing is said of it.</param>
    /// <param name="asksForDimension">Whether a line lacks a dimension that is asked for.</param>
    /// <param name="asksForW9">Whether its supplier's Form W-9 is asked for.</param>
    public static IReadOnlyList<DocumentNotice> Of(
        Document document,
        IEnumerable<string> taxCodes,
        ConnectedLedger? ledger,
        bool asksForDimension = false,
        bool asksForW9 = false
    )
    {
        var found = new List<DocumentNotice>();
        if (document.DueDate < document.Date)
            found.Add(DocumentNotice.DueBeforeDated);
        if (document.Lines.Any(l => !Agrees(l, document.Currency)))
            found.Add(DocumentNotice.QuantityTimesPrice);
        if (asksForDimension)
            found.Add(DocumentNotice.DimensionAskedFor);
        if (document.Lines.Any(l => l.PriceBefore is not null))
            found.Add(DocumentNotice.PriceMoved);
        if (asksForW9)
            found.Add(DocumentNotice.W9Missing);
        if (ledger is null)
            return found;
        if (document.Employee.Length > 0 && !ledger.HasEmployee(document.Employee))
            found.Add(DocumentNotice.EmployeeUnknown);
        if (ledger.Capabilities.Can(LedgerFeature.Tax) && taxCodes.Any(c => c.Length > 0 && !ledger.HasTaxCode(c)))
            found.Add(DocumentNotice.TaxCodeUnknown);
        return found;
    }

    /// <summary>A notice as people say it.</summary>
    public static string Sentence(this DocumentNotice notice) =>
        notice switch
        {
            DocumentNotice.DueBeforeDated => "It is due before it is dated.",
            DocumentNotice.QuantityTimesPrice => "On a line, quantity times price is not the net.",
            DocumentNotice.EmployeeUnknown => "The ledger has no active employee of that name.",
            DocumentNotice.TaxCodeUnknown => "The ledger does not have a tax code that it carries.",
            DocumentNotice.DimensionAskedFor => "A line does not carry a dimension that is asked for.",
            DocumentNotice.PriceMoved => "The price of an item moved against the last accepted one.",
            DocumentNotice.W9Missing => "It is the first bill of its supplier, whose Form W-9 is not here.",
            DocumentNotice.DatedAhead => "It is dated after today.",
        };

    // To the minor unit: a price may have more decimals than the currency.
    private static bool Agrees(DocumentLine line, Currency currency)
    {
        if (line.Quantity is not { } quantity || line.UnitPrice is not { } price)
            return true;
        try
        {
            var unit = 1m;
            for (var i = 0; i < currency.Digits; i++)
                unit *= 10;
            var product = Math.Abs(quantity * price) * unit;
            return Math.Abs(product - Math.Abs(line.Net)) <= 0.5m + Math.Abs(quantity) * 0.00005m * unit;
        }
        catch (OverflowException)
        {
            return false;
        }
    }
}
