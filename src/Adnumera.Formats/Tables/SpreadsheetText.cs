namespace Adnumera.Formats.Tables;

/// <summary>
/// Texts in files that people open in a spreadsheet. One that the spreadsheet would run as a formula (OWASP, CSV Injection: it begins with
/// = + - @, a tab or a carriage return) gets an apostrophe before it, which makes it a text there.
/// </summary>
public static class SpreadsheetText
{
    private const string Begins = "=+-@\t\r";

    /// <summary>The text as it stands in such a file. One that begins with apostrophes before such a character gets one more, so that it
    /// can be told apart.</summary>
    public static string Harmless(string text) => Runs(text.AsSpan().TrimStart('\'')) ? $"'{text}" : text;

    /// <summary>The text that was meant.</summary>
    public static string AsWritten(string field) => field.StartsWith('\'') && Runs(field.AsSpan().TrimStart('\'')) ? field[1..] : field;

    private static bool Runs(ReadOnlySpan<char> text) => text.Length > 0 && Begins.Contains(text[0], StringComparison.Ordinal);
}
