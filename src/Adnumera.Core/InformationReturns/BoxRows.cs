namespace Adnumera.Core.InformationReturns;

/// <summary>A row that says in which box what is paid for an account counts.</summary>
/// <param name="Year">From which year on.</param>
/// <param name="Account">The account's id; compares exactly.</param>
/// <param name="Supplier">For whom; blank for all.</param>
/// <param name="Choice">The box, or none.</param>
public sealed record BoxRow(int Year, string Account, string Supplier, BoxChoice Choice)
{
    /// <summary>What it says, as a sentence.</summary>
    internal string Says { get; } = Choice.Box is { } box ? $"Account {Account} is of {box.Text()}." : $"Account {Account} is of no box.";
}

/// <summary>The boxes of accounts in a year: what was said last, of the supplier before of all.</summary>
public sealed class BoxRows
{
    private readonly Dictionary<string, BoxRow> forAll = new(StringComparer.Ordinal);
    private readonly Dictionary<string, Dictionary<string, BoxRow>> forSuppliers = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> nothing = new(StringComparer.Ordinal);

    /// <param name="rows">The rows; no two of one year, account and supplier.</param>
    /// <param name="year">The year; rows of later ones do not count.</param>
    public BoxRows(IEnumerable<BoxRow> rows, int year)
    {
        foreach (var row in rows.Where(r => r.Year <= year).OrderBy(r => r.Year))
            if (row.Supplier.Length == 0)
                forAll[row.Account] = row;
            else if (forSuppliers.TryGetValue(row.Account, out var of))
                of[row.Supplier] = row;
            else
                forSuppliers[row.Account] = new(Folded.Comparer) { [row.Supplier] = row };
    }

    /// <summary>Where what is paid to a supplier for an account counts; null where nothing says it.</summary>
    public BoxChoice? Of(string account, string supplier) => RowOf(account, supplier)?.Choice;

    /// <summary>The row that says it; one of an earlier year is carried forward.</summary>
    public BoxRow? RowOf(string account, string supplier) =>
        forSuppliers.TryGetValue(account, out var of) && of.TryGetValue(supplier, out var own) ? own : forAll.GetValueOrDefault(account);

    /// <summary>That nothing is said of an account, as a sentence.</summary>
    internal string SaysNothing(string account)
    {
        if (!nothing.TryGetValue(account, out var text))
            nothing[account] = text = $"Nothing says of which box account {account} is.";
        return text;
    }
}
