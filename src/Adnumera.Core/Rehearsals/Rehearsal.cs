using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Core.Rehearsals;

/// <summary>What a change would do to one document.</summary>
public enum RehearsalOutcome
{
    /// <summary>It stays coded, and its posting changes.</summary>
    Moves,

    /// <summary>Held or set aside now, coded after.</summary>
    ComesFree,

    /// <summary>Coded now, held or set aside after.</summary>
    BecomesHeld,

    /// <summary>Held now and after, though something about it changes.</summary>
    StaysHeld,
}

/// <summary>In what an entry changes, beside or instead of its accounts.</summary>
public enum EntryPart
{
    /// <summary>The accounts, or how much goes to each.</summary>
    Accounts,

    /// <summary>A dimension.</summary>
    Dimensions,

    /// <summary>The tax code.</summary>
    TaxCode,

    /// <summary>The item of the ledger.</summary>
    Item,

    /// <summary>The texts of its lines.</summary>
    Text,

    /// <summary>How its lines are put together.</summary>
    Lines,

    /// <summary>The form in the ledger.</summary>
    Form,

    /// <summary>The reference.</summary>
    Reference,

    /// <summary>The entry date.</summary>
    EntryDate,

    /// <summary>The due date.</summary>
    DueDate,

    /// <summary>Why it is held or set aside.</summary>
    Reasons,
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
/// <param name="Parts">In what its entry changes.</param>
/// <param name="Moves">What moves; several lines between the same accounts are one.</param>
/// <param name="Reasons">Why it is held after, if it is.</param>
public sealed record RehearsedDocument(
    long Id,
    Document Document,
    RehearsalOutcome Outcome,
    IReadOnlyList<EntryPart> Parts,
    IReadOnlyList<AccountMove> Moves,
    IReadOnlyList<HoldReason> Reasons
);

/// <summary>Money that moves from one account to another, of all documents; blank stands for "held".</summary>
/// <param name="From">The account before.</param>
/// <param name="To">The account after.</param>
/// <param name="Currency">Of which money.</param>
/// <param name="Tally">Documents, and the money of the lines that move.</param>
public sealed record AccountMovement(string From, string To, Currency Currency, Tally Tally);

/// <summary>What a change would do to the open documents that it touches, before it is made. Whole entries are compared; it is empty
/// exactly when coding anew changes nothing.</summary>
/// <param name="Documents">The documents that change.</param>
/// <param name="Examined">How many documents were looked at.</param>
public sealed record Rehearsal(IReadOnlyList<RehearsedDocument> Documents, long Examined)
{
    /// <summary>Account to account, most money first; each currency apart.</summary>
    public IReadOnlyList<AccountMovement> Movements =>
        [
            .. Documents
                .SelectMany(d => d.Moves.Select(m => (m.From, m.To, m.Money, d.Document.Currency)))
                .GroupBy(m => (m.From, m.To, m.Currency))
                .Select(g => new AccountMovement(g.Key.From, g.Key.To, g.Key.Currency, new Tally(g.Count(), g.Sum(m => m.Money))))
                .OrderByDescending(m => Math.Abs(m.Tally.Money))
                .ThenBy(m => m.From, StringComparer.Ordinal)
                .ThenBy(m => m.To, StringComparer.Ordinal)
                .ThenBy(m => m.Currency.Code, StringComparer.Ordinal),
        ];

    /// <summary>All documents that change, and their money in one currency; money of others is not added.</summary>
    public Tally Changed(Currency currency) => Sum(Documents, currency);

    /// <summary>Documents with one outcome, and their money in one currency.</summary>
    public Tally Of(RehearsalOutcome outcome, Currency currency) => Sum(Documents.Where(d => d.Outcome == outcome), currency);

    /// <summary>Rehearses a change on the documents that it may touch; the cost grows with these alone.</summary>
    /// <param name="touched">Open documents with their ids, each with the one that it may be a duplicate of.</param>
    /// <param name="now">Composes as things are now.</param>
    /// <param name="then">Composes as they would be.</param>
    /// <param name="becomes">What the documents themselves become; as they are without it.</param>
    public static Rehearsal Of(
        IEnumerable<(long Id, Document Document, DocumentIdentity? DuplicateOf)> touched,
        Composer now,
        Composer then,
        Func<Document, Document>? becomes = null
    )
    {
        var changed = new List<RehearsedDocument>();
        var examined = 0L;
        foreach (var (id, document, duplicateOf) in touched)
        {
            examined++;
            var (before, after) = (
                now.Compose(document, duplicateOf),
                then.Compose(becomes is null ? document : becomes(document), duplicateOf)
            );
            if (EntryDifference.Between(before, after) is not { Count: > 0 } parts)
                continue;
            var outcome = (before is Composition.Coded, after is Composition.Coded) switch
            {
                (true, true) => RehearsalOutcome.Moves,
                (false, true) => RehearsalOutcome.ComesFree,
                (true, false) => RehearsalOutcome.BecomesHeld,
                (false, false) => RehearsalOutcome.StaysHeld,
            };
            changed.Add(new RehearsedDocument(id, document, outcome, parts, EntryDifference.Moves(before, after), after.Reasons));
        }

        return new Rehearsal(changed, examined);
    }

    private static Tally Sum(IEnumerable<RehearsedDocument> documents, Currency currency)
    {
        Tally sum = default;
        foreach (var document in documents)
            sum += new Tally(1, document.Document.Currency == currency ? document.Document.SignedTotal : 0);
        return sum;
    }
}
