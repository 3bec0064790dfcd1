using System.Globalization;

namespace Adnumera.Core.Texts;

/// <summary>Days as files, keys and sentences write them (ISO 8601).</summary>
public static class Day
{
    /// <summary><c>2026-03-09</c>.</summary>
    public static string Text(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>The same; blank for none.</summary>
    public static string Text(DateOnly? day) => day is { } one ? Text(one) : "";
}
