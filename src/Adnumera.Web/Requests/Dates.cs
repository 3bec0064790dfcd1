using Adnumera.Core.Dates;
using Adnumera.Formats.Tables;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Requests;

/// <summary>Days and periods as people type them; what no book can speak of is refused.</summary>
internal static class Dates
{
    private const int Bad = StatusCodes.Status400BadRequest;

    /// <summary>A day such as 2026-11-01.</summary>
    /// <exception cref="RefusedException">It is none, or outside 1990 to 2099.</exception>
    public static DateOnly Day(string text)
    {
        if (!Fields.TryDate(text.Trim(), out var day))
            throw new RefusedException("date", $"{Quote.Of(text)} is not a date such as 2026-11-01. Nothing was changed.", Bad);
        return CalendarRange.Has(day)
            ? day
            : throw new RefusedException(
                "date",
                $"{Quote.Of(text)} is not between {Iso.Text(CalendarRange.First)} and {Iso.Text(CalendarRange.Last)}. Nothing was changed.",
                Bad
            );
    }

    /// <summary>A day; none when blank.</summary>
    public static DateOnly? DayOrNone(string? text) => string.IsNullOrWhiteSpace(text) ? null : Day(text);

    /// <summary>The first day of a period such as 2026-11; none when blank.</summary>
    public static DateOnly? Period(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        return Fields.TryDate($"{text.Trim()}-01", out var first) && CalendarRange.Has(first)
            ? first
            : throw new RefusedException("period", $"{Quote.Of(text)} is not a period such as 2026-11. Nothing was changed.", Bad);
    }

    /// <summary>A period as it is kept; none for all.</summary>
    public static string? PeriodOrAll(string? text) => Period(text) is { } first ? Iso.Period(first) : null;
}
