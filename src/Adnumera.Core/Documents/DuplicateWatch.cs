namespace Adnumera.Core.Documents;

/// <summary>
/// Finds the possible duplicates among bills, credits and claims in the order in which they arrived: of the same kind and
/// party, the same reference; or the same date, total and currency where not both references are filled. A blank party never matches.
/// </summary>
public sealed class DuplicateWatch
{
    private readonly Dictionary<(DocumentKind Kind, string Party, string Reference), Seen> byReference = [];
    private readonly Dictionary<(DocumentKind Kind, string Party, DateOnly Date, long Total, string Currency), Alike> byAmount = [];
    private int order;

    /// <summary>Notes a document and tells the earliest one that it may be a duplicate of; null when there is none.</summary>
    public DocumentIdentity? Observe(Document document)
    {
        if (document.Party.Length == 0) return null;
        var party = Folded.Of(document.Party);
        var reference = Folded.Of(document.Reference);
        var seen = new Seen(order++, document.Identity);
        Seen? match = null;

        if (reference.Length > 0 && !byReference.TryAdd((document.Kind, party, reference), seen))
            match = byReference[(document.Kind, party, reference)];

        var amount = (document.Kind, party, document.Date, document.Total, document.Currency.Code);
        if (!byAmount.TryGetValue(amount, out var alike))
        {
            byAmount.Add(amount, new Alike(seen, reference.Length == 0 ? seen : null));
        }
        else
        {
            match = Earlier(match, reference.Length == 0 ? alike.First : alike.FirstWithoutReference);
            if (reference.Length == 0 && alike.FirstWithoutReference is null) byAmount[amount] = alike with { FirstWithoutReference = seen };
        }

        return match?.Identity;
    }

    private static Seen? Earlier(Seen? left, Seen? right) =>
        left is null ? right : right is null || left.Order <= right.Order ? left : right;

    private sealed record Seen(int Order, DocumentIdentity Identity);

    private sealed record Alike(Seen First, Seen? FirstWithoutReference);
}
