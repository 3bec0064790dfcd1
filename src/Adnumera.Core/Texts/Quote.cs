namespace Adnumera.Core.Texts;

/// <summary>A value as a message quotes it: never longer than a person reads.</summary>
public static class Quote
{
    private const int Most = 80;

    /// <summary>In quotation marks; a long one is cut.</summary>
    public static string Of(string? text) =>
        text is null ? "\"\""
        : text.Length <= Most ? $"\"{text}\""
        : $"\"{text[..(char.IsHighSurrogate(text[Most - 1]) ? Most - 1 : Most)]}…\" ({text.Length} characters)";
}
