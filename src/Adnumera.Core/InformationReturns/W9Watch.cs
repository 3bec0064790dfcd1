namespace Adnumera.Core.InformationReturns;

/// <summary>Which bills ask for a Form W-9: the first of a supplier that may need one and has none.</summary>
/// <param name="choice">What happens to them.</param>
/// <param name="boxes">In which box accounts count.</param>
/// <param name="suppliers">What is known of suppliers.</param>
/// <param name="knownToLedger">Suppliers of whom the ledger has entries: a bill of theirs is not the first.</param>
public sealed class W9Watch(
    FirstBill choice,
    IReadOnlyList<BoxRow> boxes,
    IEnumerable<ReturnSupplier> suppliers,
    IEnumerable<string> knownToLedger
)
{
    private readonly Dictionary<int, BoxRows> byYear = [];
    private readonly Dictionary<string, ReturnSupplier> suppliers = suppliers.ToDictionary(s => s.Name, Folded.Comparer);
    private readonly HashSet<string> knownToLedger = new(knownToLedger, Folded.Comparer);

    /// <summary>What happens to such bills.</summary>
    public FirstBill Choice => choice;

    /// <summary>Whether a bill asks for the form.</summary>
    /// <param name="supplier">Whose bill it is.</param>
    /// <param name="year">The year in which it is dated.</param>
    /// <param name="accounts">The accounts of its costs.</param>
    public bool Asks(string supplier, int year, IEnumerable<string> accounts)
    {
        if (choice == FirstBill.Nothing || supplier.Length == 0 || knownToLedger.Contains(supplier))
            return false;
        var known = suppliers.GetValueOrDefault(supplier) ?? new ReturnSupplier { Name = supplier };
        if (known.HasW9 || known.IsForeign || known.BillsMayGo)
            return false;
        if (!byYear.TryGetValue(year, out var of))
            byYear[year] = of = new BoxRows(boxes, year);
        return accounts.Any(a => of.Of(a, supplier) is { Box: { } box } && known.IsReportable(box));
    }
}
