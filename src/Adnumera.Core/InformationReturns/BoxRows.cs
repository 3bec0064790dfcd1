namespace Adnumera.Core.InformationReturns;

/// <summary>A row that says in which box what is paid for an account counts.</summary>
/// <param name="Year">From which year on.</param>
/// <param name="Account">The account's id; compares exactly.</param>
/// <param name="Supplier">For whom; blank for all.</param>
/// <param name="Choice">The box, or none.</param>
public sealed record BoxRow(int Year, string Account, string Supplier, BoxChoice Choice);

/// <summary>The boxes of accounts in a year: what was said last, of the supplier before of all.</summary>
public sealed class BoxRows
{
    private readonly Dictionary<(string Account, string Supplier), BoxRow> latest = [];

    /// <param name="rows">The rows; no two of one year, account and supplier.</param>
    /// <param name="year">The year; rows of later ones do not count.</param>
    public BoxRows(IEnumerable<BoxRow> rows, int year)
    {
        foreach (var row in rows.Where(r => r.Year <= year).OrderBy(r => r.Year))
            latest[(row.Account, Folded.Of(row.Supplier))] = row;
    }

    /// <summary>Where what is paid to a supplier for an account counts; null where nothing says it.</summary>
    public BoxChoice? Of(string account, string supplier) => RowOf(account, supplier)?.Choice;

    /// <summary>The row that says it; one of an earlier year is carried forward.</summary>
    public BoxRow? RowOf(string account, string supplier) =>
        latest.GetValueOrDefault((account, Folded.Of(supplier))) ?? latest.GetValueOrDefault((account, ""));
}
