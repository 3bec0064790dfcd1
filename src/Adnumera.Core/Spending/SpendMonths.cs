using System.Globalization;

namespace Adnumera.Core.Spending;

/// <summary>The months that spending is shown in, and those that it is held against.</summary>
public static class SpendMonths
{
    /// <summary>Every month from the first to the last, also one in which nothing was spent.</summary>
    /// <param name="groups">What was spent.</param>
    /// <param name="first">The first month; the first in which something was spent where none is said.</param>
    /// <param name="last">The last month; the last in which something was spent where none is said.</param>
    public static IReadOnlyList<string> Of(IReadOnlyList<SpendGroup> groups, DateOnly? first, DateOnly? last)
    {
        var spent = groups.SelectMany(g => g.Months.Keys).Distinct().Order(StringComparer.Ordinal).ToList();
        var (from, to) = (first ?? Day(spent.FirstOrDefault()) ?? last, last ?? Day(spent.LastOrDefault()) ?? first);
        var months = new List<string>();
        for (var month = from; month <= to; month = month?.AddMonths(1))
            months.Add(Text(month!.Value));
        return months;
    }

    /// <summary>As many months before; none where no first month is said: there is nothing before all of it.</summary>
    public static (string From, string To)? Before(DateOnly? first, int months) =>
        first is { } start ? (Text(start.AddMonths(-Math.Max(months, 1))), Text(start.AddMonths(-1))) : null;

    private static DateOnly? Day(string? month) =>
        month is null ? null : DateOnly.ParseExact($"{month}-01", "yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Text(DateOnly month) => month.ToString("yyyy-MM", CultureInfo.InvariantCulture);
}
