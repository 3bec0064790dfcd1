using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Core.Mapping;

/// <summary>What a change would do to one document.</summary>
public enum RehearsalOutcome
{
    /// <summary>It stays coded, and its posting changes.</summary>
    Moves,

    /// <summary>Held now, coded after.</summary>
    ComesFree,

    /// <summary>Coded now, held after.</summary>
    BecomesHeld,

    /// <summary>Held now and after, though something about it changes.</summary>
    StaysHeld,
}

/// <summary>Money that moves from one account to another; blank stands for "held".</summary>
/// <param name="From">The account before.</param>
/// <param name="To">The account after.</param>
/// <param name="Money">Minor units, as it counts: credits and refunds negative.</param>
public readonly record struct AccountMove(string From, string To, long Money);

/// <summary>A document that a change touches.</summary>
/// <param name="Id">The id that it was given with.</param>
/// <param name="Document">The document.</param>
/// <param name="Outcome">What happens to it.</param>
/// <param name="Moves">What moves; several lines between the same accounts are one.</param>
/// <param name="Reasons">Why it is held after, if it is.</param>
public sealed record RehearsedDocument(long Id, Document Document, RehearsalOutcome Outcome, IReadOnlyList<AccountMove> Moves, IReadOnlyList<HoldReason> Reasons);

/// <summary>Money that moves from one account to another, of all documents; blank stands for "held".</summary>
/// <param name="From">The account before.</param>
/// <param name="To">The account after.</param>
/// <param name="Tally">Documents, and the money of the lines that move.</param>
public sealed record AccountMovement(string From, string To, Tally Tally);

/// <summary>What a change would do to the open documents that it touches, before it is made.</summary>
/// <param name="Documents">The documents whose posting changes.</param>
/// <param name="Examined">How many documents were looked at.</param>
public sealed record Rehearsal(IReadOnlyList<RehearsedDocument> Documents, long Examined)
{
    /// <summary>Account to account, most money first.</summary>
    public IReadOnlyList<AccountMovement> Movements =>
        [.. Documents.SelectMany(d => d.Moves).GroupBy(m => (m.From, m.To))
            .Select(g => new AccountMovement(g.Key.From, g.Key.To, new Tally(g.Count(), g.Sum(m => m.Money))))
            .OrderByDescending(m => Math.Abs(m.Tally.Money)).ThenBy(m => m.From, StringComparer.Ordinal).ThenBy(m => m.To, StringComparer.Ordinal)];

    /// <summary>All documents whose posting changes.</summary>
    public Tally Changed => Sum(Documents);

    /// <summary>Documents with one outcome, and their money.</summary>
    public Tally Of(RehearsalOutcome outcome) => Sum(Documents.Where(d => d.Outcome == outcome));

    /// <summary>Rehearses a change on the documents that it may touch; the cost grows with these alone.</summary>
    /// <param name="touched">Open documents with their ids, each with the one that it may be a duplicate of.</param>
    /// <param name="now">Composes as things are now.</param>
    /// <param name="then">Composes as they would be.</param>
    public static Rehearsal Of(IEnumerable<(long Id, Document Document, DocumentIdentity? DuplicateOf)> touched, Composer now, Composer then)
    {
        var changed = new List<RehearsedDocument>();
        var examined = 0L;
        foreach (var (id, document, duplicateOf) in touched)
        {
            examined++;
            var (before, after) = (now.Compose(document, duplicateOf), then.Compose(document, duplicateOf));
            var moves = Moves(before, after).GroupBy(m => (m.From, m.To)).Select(g => new AccountMove(g.Key.From, g.Key.To, g.Sum(m => m.Money))).ToList();
            if (moves.Count == 0 && before.IsCoded == after.IsCoded && before.EntryDate == after.EntryDate) continue;
            var outcome = (before.IsCoded, after.IsCoded) switch
            {
                (true, true) => RehearsalOutcome.Moves,
                (false, true) => RehearsalOutcome.ComesFree,
                (true, false) => RehearsalOutcome.BecomesHeld,
                _ => RehearsalOutcome.StaysHeld,
            };
            changed.Add(new RehearsedDocument(id, document, outcome, moves, after.Held));
        }

        return new Rehearsal(changed, examined);
    }

    private static Tally Sum(IEnumerable<RehearsedDocument> documents)
    {
        Tally sum = default;
        foreach (var document in documents) sum += new Tally(1, document.Document.SignedTotal);
        return sum;
    }

    private static IEnumerable<AccountMove> Moves(Composition before, Composition after)
    {
        var side = before.Document.Kind.Reverses() ? -1 : 1;
        var lines = before.Document.Lines.ToDictionary(l => l.Number);
        var was = before.Decisions.ToDictionary(d => d.Line);
        foreach (var now in after.Decisions)
            if (was.TryGetValue(now.Line, out var then) && then.Account != now.Account)
                yield return new AccountMove(then.Account, now.Account, side * (lines[now.Line].Net + lines[now.Line].Tax));
        var (offsetBefore, offsetAfter) = (Account(before, EntryRung.Offset), Account(after, EntryRung.Offset));
        if (offsetBefore != offsetAfter) yield return new AccountMove(offsetBefore, offsetAfter, before.Document.SignedTotal);
        var (taxBefore, taxAfter) = (Account(before, EntryRung.Tax), Account(after, EntryRung.Tax));
        if (taxBefore != taxAfter) yield return new AccountMove(taxBefore, taxAfter, side * Math.Max(Sum(before, taxBefore), Sum(after, taxAfter)));
    }

    private static string Account(Composition composition, EntryRung rung) => composition.Lines.LastOrDefault(l => l.Rung == rung)?.Account ?? "";

    private static long Sum(Composition composition, string account) =>
        composition.Lines.Where(l => l.Rung == EntryRung.Tax && l.Account == account).Sum(l => Math.Abs(l.Signed));
}
