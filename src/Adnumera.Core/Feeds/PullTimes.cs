namespace Adnumera.Core.Feeds;

/// <summary>How often a feed is pulled by itself.</summary>
public enum PullEvery
{
    /// <summary>Only by hand.</summary>
    ByHand,

    /// <summary>Each quarter of an hour.</summary>
    QuarterHour,

    /// <summary>Each hour.</summary>
    Hour,

    /// <summary>Each day.</summary>
    Day,
}

/// <summary>When a feed is pulled next.</summary>
public static class PullTimes
{
    private static readonly TimeSpan First = TimeSpan.FromMinutes(1);
    private static readonly TimeSpan Longest = TimeSpan.FromHours(4);

    /// <summary>The time between two pulls; none by hand.</summary>
    public static TimeSpan? Between(PullEvery every) =>
        every switch
        {
            PullEvery.ByHand => null,
            PullEvery.QuarterHour => TimeSpan.FromMinutes(15),
            PullEvery.Hour => TimeSpan.FromHours(1),
            PullEvery.Day => TimeSpan.FromDays(1),
        };

    /// <summary>
    /// How long one waits after a source failed: a minute, then twice as long each time, four hours at most (exponential back-off, common
    /// practice), and never less than the source asks for. Of a feed that is pulled by hand it is tried again in the same way.
    /// </summary>
    /// <param name="failures">How many pulls failed one after the other, from 1.</param>
    /// <param name="asked">How long the source asks to wait; none where it does not say.</param>
    public static TimeSpan After(int failures, TimeSpan? asked)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(failures, 1);
        var doubled = failures > 9 ? Longest : First * (1 << (failures - 1));
        var wait = doubled < Longest ? doubled : Longest;
        return asked > wait ? asked.Value : wait;
    }
}
