using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Spending;

/// <summary>What an entry makes of an account.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Amount">Debits minus credits, in minor units.</param>
/// <param name="Spent">Of that what was spent: all but the other side and what was paid before. Of an entry that balances,
/// over all accounts, it is the document's signed total.</param>
public sealed record AccountShare(string Account, long Amount, long Spent);

/// <summary>A part of what was spent.</summary>
/// <param name="By">What it is added up by.</param>
/// <param name="Value">Under which value; blank for none.</param>
/// <param name="Day">The month of the document, <c>2026-11</c>; its day for payment accounts, whose numbers change hands.</param>
/// <param name="Tally">One document, and the money in minor units.</param>
public readonly record struct SpentPart(SpendBy By, string Value, string Day, Tally Tally);

/// <summary>What a document adds to spending. By each grouping its parts are its signed total, whatever its lines say: what no value
/// has stands under none.</summary>
public static class Spends
{
    /// <summary>What the entry makes of each account; of a document that is held, what its decided lines make.</summary>
    public static IReadOnlyList<AccountShare> Accounts(Composition composition) =>
        [
            .. composition
                .Lines.GroupBy(l => l.Account)
                .Select(g => new AccountShare(g.Key, g.Sum(l => l.Signed), g.Where(IsSpent).Sum(l => l.Signed)))
                .OrderBy(s => s.Account, StringComparer.Ordinal),
        ];

    /// <summary>Where a document stands.</summary>
    public static SpendStanding Standing(DocumentKind kind, DocumentState state) =>
        state == DocumentState.SetAside ? SpendStanding.SetAside
        : kind == DocumentKind.Transfer ? SpendStanding.Moved
        : state is DocumentState.Posted or DocumentState.Proved ? SpendStanding.Posted
        : SpendStanding.Waiting;

    /// <summary>Every part of a document. Money of another currency cannot be added: such a document counts, its money does not.</summary>
    /// <param name="document">The document.</param>
    /// <param name="accounts">What its entry makes of each account.</param>
    /// <param name="company">The company's currency.</param>
    public static IEnumerable<SpentPart> Of(Document document, IReadOnlyList<AccountShare> accounts, Currency company)
    {
        var day = document.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        var month = day[..7];
        var isOurs = document.Currency == company;
        var whole = isOurs ? document.SignedTotal : 0;
        SpentPart Whole(SpendBy by, string value, string on) => new(by, value, on, new Tally(1, whole));

        yield return Whole(SpendBy.Source, document.Identity.Source, month);
        yield return Whole(SpendBy.Supplier, document.Supplier, month);
        // Which of its two accounts a transfer is paid from is found out later; a transfer is no spending.
        yield return Whole(
            SpendBy.PaymentAccount,
            document.Kind == DocumentKind.Transfer ? document.PaymentAccount : document.PaidFrom,
            day
        );
        foreach (var part in OfLines(SpendBy.Category, line => line.Category))
            yield return part;
        foreach (var part in OfLines(SpendBy.Project, line => line.Dimensions[Dimension.Project]))
            yield return part;
        foreach (
            var part in Parts(
                SpendBy.Account,
                accounts.Where(a => a.Spent != 0).Select(a => (a.Account, isOurs ? a.Spent : 0)),
                StringComparer.Ordinal
            )
        )
            yield return part;

        IEnumerable<SpentPart> OfLines(SpendBy by, Func<DocumentLine, string> value)
        {
            var side =
                !isOurs ? 0
                : document.Kind.Reverses() ? -1
                : 1;
            return Parts(by, document.Lines.Where(l => !l.IsZero).Select(l => (value(l), side * (l.Net + l.Tax))), Folded.Comparer);
        }

        IEnumerable<SpentPart> Parts(SpendBy by, IEnumerable<(string Value, long Money)> shares, IEqualityComparer<string> same) =>
            Shares(whole, shares, same).Select(s => new SpentPart(by, s.Value, month, new Tally(1, s.Money)));
    }

    /// <summary>What of a document stands under each value: what its lines make of it, and the rest under none.</summary>
    /// <param name="whole">The document's signed total.</param>
    /// <param name="lines">The value and the signed money of each line that is not zero.</param>
    /// <param name="same">Which values are one.</param>
    public static IEnumerable<(string Value, long Money)> Shares(
        long whole,
        IEnumerable<(string Value, long Money)> lines,
        IEqualityComparer<string> same
    )
    {
        var rest = whole;
        var isNamed = false;
        foreach (var group in lines.Where(s => s.Value.Length > 0).GroupBy(s => s.Value, same))
        {
            var money = group.Sum(s => s.Money);
            (rest, isNamed) = (rest - money, true);
            yield return (group.First().Value, money);
        }

        if (rest != 0 || !isNamed)
            yield return ("", rest);
    }

    private static bool IsSpent(EntryLine line) => !line.IsOwed && line.Rung is not (EntryRung.Offset or EntryRung.Prepaid);
}
