namespace Adnumera.Core.Feeds;

/// <summary>Whose a record of a source is that serves several companies.</summary>
public enum FeedShare
{
    /// <summary>Ours.</summary>
    Ours,

    /// <summary>Another company's.</summary>
    Anothers,

    /// <summary>Nobody decided: it waits with that choice.</summary>
    Undecided,
}

/// <summary>What was decided about the field of a source that says whose a record is.</summary>
/// <param name="kind">The kind of the feed.</param>
/// <param name="decided">The values that were decided, each with whether it is ours; they compare exactly.</param>
public sealed class FeedShares(FeedKind kind, IReadOnlyDictionary<string, bool> decided)
{
    /// <summary>The values that are ours.</summary>
    public IReadOnlyList<string> Ours => [.. decided.Where(d => d.Value).Select(d => d.Key).Order(StringComparer.Ordinal)];

    /// <summary>Whose a record is. One that says nothing is as undecided as one with a value that nobody has seen.</summary>
    public FeedShare Of(string whose) =>
        kind.Row().Decides.Length == 0 ? FeedShare.Ours
        : !decided.TryGetValue(whose, out var ours) ? FeedShare.Undecided
        : ours ? FeedShare.Ours
        : FeedShare.Anothers;
}
