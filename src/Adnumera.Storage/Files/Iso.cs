using System.Globalization;

namespace Adnumera.Storage.Files;

/// <summary>Dates and instants as the files keep them: ISO 8601 text, blank for none.</summary>
public static class Iso
{
    public static string Text(DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    public static string Text(DateOnly? date) => date is { } day ? Text(day) : "";

    public static string Text(DateTimeOffset instant) =>
        instant.UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ss.fffZ", CultureInfo.InvariantCulture);

    public static DateTimeOffset Instant(string text) =>
        DateTimeOffset.ParseExact(text, "yyyy-MM-ddTHH:mm:ss.fffZ", CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal);

    public static DateOnly Day(string text) => DateOnly.ParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture);

    public static DateOnly? DayOrNone(string text) => text.Length == 0 ? null : Day(text);

    /// <summary>The period of a day: its month, <c>2026-11</c>.</summary>
    public static string Period(DateOnly date) => date.ToString("yyyy-MM", CultureInfo.InvariantCulture);
}
