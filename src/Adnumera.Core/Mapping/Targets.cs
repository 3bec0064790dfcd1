using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping;

/// <summary>Why an account that was chosen cannot be used.</summary>
public enum BrokenBecause
{
    /// <summary>The chart does not have it.</summary>
    NotInChart,

    /// <summary>The ledger closed it.</summary>
    Closed,

    /// <summary>It is a control account, and a cost may not go there.</summary>
    Control,

    /// <summary>It is an income or cost account, and an offset must be an asset, a liability or equity.</summary>
    NotBalance,

    /// <summary>It is neither an asset nor a liability, and tax must be.</summary>
    NotTax,

    /// <summary>It is income, or a cost that only a deduction or pay in kind may lower; what is owed must stand elsewhere.</summary>
    NotLiability,
}

/// <summary>Which accounts a mapping may have as its target.</summary>
public static class Targets
{
    /// <summary>Why an account cannot take a cost; null when it can. It must be in the chart, active, and no control account.</summary>
    public static BrokenBecause? BrokenForCost(Chart chart, string account) =>
        !chart.TryFind(account, out var found) ? BrokenBecause.NotInChart
        : !found.Active ? BrokenBecause.Closed
        : found.IsControl ? BrokenBecause.Control
        : null;

    /// <summary>Why an account cannot be the offset; null when it can. It must be in the chart, active, and an asset, a liability or
    /// equity.</summary>
    public static BrokenBecause? BrokenForOffset(Chart chart, string account) =>
        !chart.TryFind(account, out var found) ? BrokenBecause.NotInChart
        : !found.Active ? BrokenBecause.Closed
        : !found.MayBeOffset ? BrokenBecause.NotBalance
        : null;

    /// <summary>Why an account cannot take tax; null when it can. It must be in the chart, active, and an asset or a liability.</summary>
    public static BrokenBecause? BrokenForTax(Chart chart, string account) =>
        !chart.TryFind(account, out var found) ? BrokenBecause.NotInChart
        : !found.Active ? BrokenBecause.Closed
        : !found.MayTakeTax ? BrokenBecause.NotTax
        : null;

    /// <summary>Why the target of a row cannot be used; null when it can, or when the row has no account.</summary>
    public static BrokenBecause? Broken(Chart chart, MappingRow row) =>
        row.Account.Length == 0 ? null
        : row.Kind.IsOffset() ? BrokenForOffset(chart, row.Account)
        : row.Kind == KeyKind.TaxCode ? BrokenForTax(chart, row.Account)
        : BrokenForCost(chart, row.Account);

    /// <summary>
    /// Why an allowed target is unusual and asks for a confirmation; blank when it is ordinary (common practice: for a cost expense, cost
    /// of sales and assets are; for the other side assets and liabilities).
    /// </summary>
    public static string Asks(MappingRow row, Account account) =>
        row.Kind == KeyKind.TaxCode ? ""
        : row.Kind.IsOffset() ? AsksOfOffset(account)
        : AsksOfCost(account);

    /// <summary>Why an account is unusual for a cost; blank when it is ordinary.</summary>
    public static string AsksOfCost(Account account) =>
        account.Kind switch
        {
            AccountKind.Liability =>
                $"{account.Title} is a liability: right for tax remitted, loan principal or royalties owed, seldom for a cost.",
            AccountKind.Equity => $"{account.Title} is equity: right for an owner's private charge, seldom for a cost.",
            AccountKind.Income => $"{account.Title} is an income account: a cost there reduces income.",
            _ => "",
        };

    /// <summary>Why an account is unusual as the other side; blank when it is ordinary.</summary>
    public static string AsksOfOffset(Account account) =>
        account.Kind == AccountKind.Equity ? $"{account.Title} is equity: right for what an owner paid privately, for nothing else." : "";

    /// <summary>What else a target means, as people say it where it is chosen; blank when it means nothing more.</summary>
    public static string Means(MappingRow row, Account account) =>
        row.Kind == KeyKind.Settlement && account.Role is AccountRole.Bank or AccountRole.Cash or AccountRole.Card
            ? $"A bill that is settled so is paid from {account.Title} on the day of its entry: it becomes a payment there, "
                + "and never an open bill."
            : "";

    /// <summary>
    /// Who is likely to follow an account that is closed or gone, the likeliest first: the same number, then the same or a similar name,
    /// always of the same kind and able to take what the mappings send. None when nothing is alike enough.
    /// </summary>
    /// <param name="lost">The account as it was.</param>
    /// <param name="chart">The chart as it is.</param>
    /// <param name="most">How many at most.</param>
    public static IReadOnlyList<(Account Account, double Likeness)> Successors(Account lost, Chart chart, int most = 3) =>
        [
            .. chart
                .Accounts.Where(a => a.Active && a.Id != lost.Id && a.Kind == lost.Kind && a.IsControl == lost.IsControl)
                .Select(a => (Account: a, Likeness: LikenessOf(lost, a)))
                .Where(s => s.Likeness >= 0.6)
                .OrderByDescending(s => s.Likeness)
                .ThenBy(s => s.Account.Number, StringComparer.Ordinal)
                .ThenBy(s => s.Account.Id, StringComparer.Ordinal)
                .Take(most),
        ];

    // Number and name agree: surely the same. One alone says less; a name says more than a number that was given anew.
    private static double LikenessOf(Account lost, Account candidate)
    {
        var sameNumber = lost.Number.Length > 0 && lost.Number == candidate.Number;
        var name = Likeness.Of(lost.Name, candidate.Name);
        return sameNumber ? 0.7 + 0.3 * name : 0.95 * name;
    }
}
