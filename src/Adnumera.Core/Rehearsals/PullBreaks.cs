using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Rehearsals;

/// <summary>Something that leads to an account.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Use">What leads there, as people say it.</param>
/// <param name="Row">The mapping, where it is one.</param>
public sealed record AccountUse(string Account, string Use, MappingRow? Row);

/// <summary>Who may follow an account, and how alike it is (0 to 1).</summary>
public sealed record Successor(Account Account, double Likeness);

/// <summary>An account in use that a pull breaks, or whose meaning another organisation's chart changes.</summary>
/// <param name="Account">The account as it was.</param>
/// <param name="Why">Why, to follow its name.</param>
/// <param name="Uses">What leads to it.</param>
/// <param name="Documents">Open documents that it breaks.</param>
/// <param name="Money">The money of their lines that nothing decides any more, minor units.</param>
/// <param name="Successors">Who may follow, the likeliest first.</param>
public sealed record AccountBreak(
    Account Account,
    string Why,
    IReadOnlyList<string> Uses,
    int Documents,
    long Money,
    IReadOnlyList<Successor> Successors
);

/// <summary>What taking a pull over breaks.</summary>
public static class PullBreaks
{
    /// <summary>Finds them, most documents first.</summary>
    /// <param name="uses">What leads to accounts now.</param>
    /// <param name="now">The chart as it is.</param>
    /// <param name="then">The chart as it would be.</param>
    /// <param name="rehearsal">What taking it over does to open documents.</param>
    /// <param name="otherOrganisation">Whether it is another organisation's ledger, so that each account in use is to be matched
    /// anew.</param>
    public static IReadOnlyList<AccountBreak> Of(
        IEnumerable<AccountUse> uses,
        Chart now,
        Chart then,
        Rehearsal rehearsal,
        bool otherOrganisation
    )
    {
        var lost = rehearsal
            .Documents.SelectMany(d => d.Moves.Where(m => m.To.Length == 0).Select(m => (d.Id, m.From, m.Money)))
            .ToLookup(m => m.From);
        return
        [
            .. uses.GroupBy(u => u.Account)
                .Select(use => Of(use.Key, [.. use], now, then, [.. lost[use.Key].Select(l => (l.Id, l.Money))], otherOrganisation))
                .OfType<AccountBreak>()
                .OrderByDescending(b => b.Documents)
                .ThenBy(b => b.Account.Title, StringComparer.Ordinal),
        ];
    }

    private static AccountBreak? Of(
        string id,
        IReadOnlyList<AccountUse> uses,
        Chart now,
        Chart then,
        IReadOnlyList<(long Id, long Money)> lost,
        bool otherOrganisation
    )
    {
        var was = now.TryFind(id, out var known) ? known : new Account { Id = id, Kind = AccountKind.Expense };
        var why = uses.Select(u => Broken(u, now, then)).FirstOrDefault(b => b is not null);
        if (why is null && !otherOrganisation)
            return null;
        var same = then.TryFind(id, out var after) && after.Number == was.Number && after.Name == was.Name && after.Kind == was.Kind;
        var successors = Targets.Successors(was, then).Select(s => new Successor(s.Account, s.Likeness));
        if (otherOrganisation && same)
            successors = successors.Prepend(new Successor(after!, 1));
        var words =
            why is { } broken ? ReasonWords.Because(broken)
            : same ? "has the same number and name there"
            : "is another account there";
        return new AccountBreak(
            was,
            words,
            [.. uses.Select(u => u.Use)],
            lost.Select(l => l.Id).Distinct().Count(),
            lost.Sum(l => l.Money),
            [.. successors]
        );
    }

    // A mapping breaks when it was sound; any other use when the account is not open any more.
    private static BrokenBecause? Broken(AccountUse use, Chart now, Chart then) =>
        use.Row is { } row
            ? Targets.Broken(now, row) is null
                ? Targets.Broken(then, row)
                : null
            : then.TryFind(use.Account, out var account) && account.Active
                ? null
                : BrokenBecause.Closed;
}
