using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Core.Mapping;

/// <summary>Money that moves from one account to another; blank stands for "held".</summary>
/// <param name="From">The account before.</param>
/// <param name="To">The account after.</param>
/// <param name="Tally">Documents, and the money of the lines that move.</param>
public sealed record AccountMovement(string From, string To, Tally Tally);

/// <summary>What a change would do to the open documents that it touches, before it is made.</summary>
/// <param name="Movements">Account to account, most money first.</param>
/// <param name="ComeFree">Held now, coded after.</param>
/// <param name="BecomeHeld">Coded now, held after.</param>
/// <param name="StayHeld">Held now and after, though something about them changes.</param>
/// <param name="Changed">All documents whose posting changes.</param>
public sealed record Rehearsal(IReadOnlyList<AccountMovement> Movements, Tally ComeFree, Tally BecomeHeld, Tally StayHeld, Tally Changed)
{
    /// <summary>Rehearses a change on the documents that it may touch; the cost grows with these alone.</summary>
    /// <param name="touched">Open documents, each with the one that it may be a duplicate of.</param>
    /// <param name="now">Composes as the book is now.</param>
    /// <param name="then">Composes as it would be.</param>
    public static Rehearsal Of(IEnumerable<(Document Document, DocumentIdentity? DuplicateOf)> touched, Composer now, Composer then)
    {
        var movements = new Dictionary<(string From, string To), Tally>();
        Tally free = default, held = default, stay = default, changed = default;
        foreach (var (document, duplicateOf) in touched)
        {
            var (before, after) = (now.Compose(document, duplicateOf), then.Compose(document, duplicateOf));
            var moved = Moves(before, after).GroupBy(m => (m.From, m.To)).ToList();
            foreach (var move in moved)
                movements[move.Key] = movements.GetValueOrDefault(move.Key) + new Tally(1, move.Sum(m => m.Money));
            if (moved.Count == 0 && before.IsCoded == after.IsCoded) continue;
            var tally = new Tally(1, document.SignedTotal);
            changed += tally;
            if (!before.IsCoded && after.IsCoded) free += tally;
            else if (before.IsCoded && !after.IsCoded) held += tally;
            else if (!before.IsCoded) stay += tally;
        }

        return new Rehearsal(
            [.. movements.Select(m => new AccountMovement(m.Key.From, m.Key.To, m.Value)).OrderByDescending(m => Math.Abs(m.Tally.Money)).ThenBy(m => m.From, StringComparer.Ordinal).ThenBy(m => m.To, StringComparer.Ordinal)],
            free, held, stay, changed);
    }

    private static IEnumerable<(string From, string To, long Money)> Moves(Composition before, Composition after)
    {
        var side = before.Document.Kind.Reverses() ? -1 : 1;
        var lines = before.Document.Lines.ToDictionary(l => l.Number);
        var was = before.Decisions.ToDictionary(d => d.Line);
        foreach (var now in after.Decisions)
            if (was.TryGetValue(now.Line, out var then) && then.Account != now.Account)
                yield return (then.Account, now.Account, side * (lines[now.Line].Net + lines[now.Line].Tax));
        var (offsetBefore, offsetAfter) = (Offset(before), Offset(after));
        if (offsetBefore != offsetAfter) yield return (offsetBefore, offsetAfter, before.Document.SignedTotal);
    }

    private static string Offset(Composition composition) => composition.Lines.LastOrDefault(l => l.Rung == EntryRung.Offset)?.Account ?? "";
}
