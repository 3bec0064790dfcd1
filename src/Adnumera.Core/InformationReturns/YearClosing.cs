namespace Adnumera.Core.InformationReturns;

/// <summary>Whether a year can be closed.</summary>
public static class YearClosing
{
    /// <summary>Why it cannot be closed yet, as people say it; blank where it can: it is over, read to its end, and nothing is to be put
    /// right.</summary>
    /// <param name="year">The year.</param>
    /// <param name="today">The day that it is.</param>
    /// <param name="readThrough">Through which day its payments were read; none where they never were.</param>
    /// <param name="points">How much is to be put right.</param>
    public static string Against(int year, DateOnly today, DateOnly? readThrough, int points)
    {
        var last = new DateOnly(year, 12, 31);
        if (today <= last)
            return $"{year} is not over: payments of it may still come.";
        if (readThrough is not { } through || through < last)
            return $"The payments of {year} were not read from the ledger through its last day.";
        return points switch
        {
            0 => "",
            1 => "One point stands between the year and its returns.",
            _ => $"{points:N0} points stand between the year and its returns.",
        };
    }
}
