using Adnumera.Core.Documents;

namespace Adnumera.Core.Feeds;

/// <summary>The kinds of what a source is told.</summary>
public enum FeedNewsKind
{
    /// <summary>It stands in the ledger.</summary>
    Posted,

    /// <summary>It was set aside here.</summary>
    Rejected,

    /// <summary>It was taken up again.</summary>
    Reopened,

    /// <summary>It was paid, whole or in part.</summary>
    Paid,
}

/// <summary>What became of a document, as its source is told.</summary>
public abstract record FeedNews
{
    private FeedNews() { }

    /// <summary>It stands in the ledger.</summary>
    /// <param name="LedgerId">The ledger's number.</param>
    public sealed record Posted(string LedgerId) : FeedNews;

    /// <summary>It was set aside here.</summary>
    /// <param name="Reason">Why, as people say it.</param>
    public sealed record Rejected(string Reason) : FeedNews;

    /// <summary>It was taken up again after that.</summary>
    public sealed record Reopened : FeedNews;

    /// <summary>It was paid.</summary>
    /// <param name="On">When.</param>
    /// <param name="Reference">The reference of the payment.</param>
    /// <param name="Open">What is still open, as text with the decimals of its currency.</param>
    public sealed record Paid(DateOnly On, string Reference, string Open) : FeedNews;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<Posted, T> posted, Func<Rejected, T> rejected, Func<Reopened, T> reopened, Func<Paid, T> paid) =>
        this is Posted p ? posted(p)
        : this is Rejected r ? rejected(r)
        : this is Reopened o ? reopened(o)
        : paid((Paid)this);

    /// <summary>What a source is told when something happens to a document; none where that is nobody's business but ours.</summary>
    /// <param name="happens">What happens.</param>
    /// <param name="ledgerId">The ledger's number of its entry.</param>
    /// <param name="setAside">Why it is set aside, or was until now.</param>
    public static FeedNews? Of(DocumentEvent happens, string ledgerId, SetAsideKind? setAside) =>
        happens switch
        {
            DocumentEvent.Accepted => new Posted(ledgerId),
            // What the source itself cancelled is no news there.
            DocumentEvent.SetAside => setAside is { } why && why != SetAsideKind.Cancelled
                ? new Rejected(Words<SetAsideKind>.Of(why).Replace('_', ' '))
                : null,
            DocumentEvent.TakenUp => setAside == SetAsideKind.Cancelled ? null : new Reopened(),
            _ => null,
        };

    /// <summary>The fixed word of it.</summary>
    public FeedNewsKind Kind =>
        Match(_ => FeedNewsKind.Posted, _ => FeedNewsKind.Rejected, _ => FeedNewsKind.Reopened, _ => FeedNewsKind.Paid);

    /// <summary>For example <c>posted as E104</c>.</summary>
    public string Sentence =>
        Match(
            p => $"posted as {p.LedgerId}",
            r => $"rejected: {r.Reason}",
            _ => "reopened",
            p => $"paid on {Day.Text(p.On)}, {p.Reference}; {p.Open} open"
        );
}
