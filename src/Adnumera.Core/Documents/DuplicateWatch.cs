using Adnumera.Core.Amounts;

namespace Adnumera.Core.Documents;

/// <summary>
/// Finds the possible duplicates among bills, credits and claims in the order in which they arrived: of the same kind and
/// party, the same reference; or the same date, total and currency where not both references are filled. A blank party never matches.
/// </summary>
public sealed class DuplicateWatch
{
    private readonly Dictionary<ByReference, Seen> byReference = [];
    private readonly Dictionary<ByAmount, Alike> byAmount = [];
    private readonly Dictionary<string, int> names = new(Folded.Comparer);
    private int order;

    /// <summary>Notes a document and tells the earliest one that it may be a duplicate of; null when there is none.</summary>
    public DocumentIdentity? Observe(Document document)
    {
        if (document.Party.Length == 0)
            return null;
        var party = NumberOf(document.Party);
        var hasReference = document.Reference.Length > 0;
        var seen = new Seen(order++, document.Identity);
        Seen? match = null;

        if (hasReference)
        {
            var key = new ByReference(document.Kind, party, NumberOf(document.Reference));
            if (!byReference.TryAdd(key, seen))
                match = byReference[key];
        }

        var amount = new ByAmount(document.Kind, party, document.Date.DayNumber, document.Total, document.Currency);
        if (!byAmount.TryGetValue(amount, out var alike))
        {
            byAmount.Add(amount, new Alike(seen, hasReference ? null : seen));
        }
        else
        {
            match = Earlier(match, hasReference ? alike.FirstWithoutReference : alike.First);
            if (!hasReference)
                alike.FirstWithoutReference ??= seen;
        }

        return match?.Identity;
    }

    // A name by its number, so that keys are small.
    private int NumberOf(string name)
    {
        if (names.TryGetValue(name, out var number))
            return number;
        names.Add(name, names.Count);
        return names.Count - 1;
    }

    private static Seen? Earlier(Seen? left, Seen? right) =>
        left is null ? right
        : right is null || left.Order <= right.Order ? left
        : right;

    private sealed record Seen(int Order, DocumentIdentity Identity);

    // Keys are references: the dictionary of a value has to be compiled when it is first met, which a short run notices.
    private sealed record ByReference(DocumentKind Kind, int Party, int Reference);

    private sealed record ByAmount(DocumentKind Kind, int Party, int Day, long Total, Currency Currency);

    private sealed class Alike(Seen first, Seen? firstWithoutReference)
    {
        public Seen First => first;

        public Seen? FirstWithoutReference { get; set; } = firstWithoutReference;
    }
}
