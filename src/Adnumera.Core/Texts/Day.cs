using System.Globalization;

namespace Adnumera.Core.Texts;

/// <summary>Days as files, keys and sentences write them (ISO 8601).</summary>
public static class Day
{
    /// <summary><c>2026-03-09</c>.</summary>
    public static string Text(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>The same; blank for none.</summary>
    public static string Text(DateOnly? day) => day is { } one ? Text(one) : "";

    /// <summary>The day that a person typed, as <c>2026-11-20</c>, <c>20 Nov 2026</c> or <c>20 November 2026</c>; none where it is
    /// no such day.</summary>
    public static DateOnly? Typed(string text) =>
        DateOnly.TryParseExact(
            text.Trim(),
            ["yyyy-MM-dd", "d MMM yyyy", "d MMMM yyyy"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.AllowInnerWhite,
            out var day
        )
            ? day
            : null;
}
