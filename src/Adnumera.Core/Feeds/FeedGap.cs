namespace Adnumera.Core.Feeds;

/// <summary>How a document and what its source counts differ.</summary>
public enum FeedGapKind
{
    /// <summary>The source counts it, and it is not here.</summary>
    NotHere,

    /// <summary>It is here, and the source does not count it.</summary>
    NotThere,

    /// <summary>Both have it, with other money.</summary>
    OtherMoney,

    /// <summary>Both have it, on another day.</summary>
    OtherDay,
}

/// <summary>One difference between what a source counts and what arrived of it.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Id">The source's own id.</param>
/// <param name="There">As the source counts it; none where it does not.</param>
/// <param name="Here">As it is here; none where it is not.</param>
public sealed record FeedDifference(FeedGapKind Kind, string Id, CountedRecord? There, CountedRecord? Here)
{
    /// <summary>What it makes in money: there less here, in minor units.</summary>
    public long Money => (There?.Money ?? 0) - (Here?.Money ?? 0);
}

/// <summary>The gap between what a source counts and what arrived, named down to the documents.</summary>
public static class FeedGap
{
    /// <summary>All differences, those with most money first. Their money adds up to the difference of the two totals.</summary>
    /// <param name="there">What the source counts, each once.</param>
    /// <param name="here">What arrived, each once.</param>
    public static IReadOnlyList<FeedDifference> Of(IEnumerable<CountedRecord> there, IEnumerable<CountedRecord> here)
    {
        var arrived = here.ToDictionary(r => r.Id, StringComparer.Ordinal);
        var found = new List<FeedDifference>();
        foreach (var counted in there)
        {
            arrived.Remove(counted.Id, out var ours);
            if (KindOf(counted, ours) is { } kind)
                found.Add(new FeedDifference(kind, counted.Id, counted, ours));
        }

        found.AddRange(arrived.Values.Select(r => new FeedDifference(FeedGapKind.NotThere, r.Id, null, r)));
        return [.. found.OrderByDescending(d => Math.Abs(d.Money)).ThenBy(d => d.Id, StringComparer.Ordinal)];
    }

    private static FeedGapKind? KindOf(CountedRecord there, CountedRecord? here) =>
        here is null ? FeedGapKind.NotHere
        : there.Money != here.Money ? FeedGapKind.OtherMoney
        : there.Day != here.Day ? FeedGapKind.OtherDay
        : null;
}
