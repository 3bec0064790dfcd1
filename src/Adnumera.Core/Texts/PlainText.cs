using System.Globalization;

namespace Adnumera.Core.Texts;

/// <summary>What a text that comes in may hold: nothing that a person cannot see, that turns what they see around, or that no name is as
/// long as.</summary>
public static class PlainText
{
    /// <summary>The longest field.</summary>
    public const int Most = 500;

    /// <summary>The longest notes.</summary>
    public const int MostOfNotes = 10_000;

    /// <summary>
    /// What is wrong with a text, as people say it; null when nothing is. Tabs and line breaks may stand in it; other control characters,
    /// the overrides of the direction of writing (Unicode Standard Annex 9) and what is no character at all may not.
    /// </summary>
    /// <param name="text">The text.</param>
    /// <param name="most">The longest that it may be.</param>
    public static string? Problem(string text, int most = Most)
    {
        if (text.Length > most)
            return $"has {text.Length.ToString(CultureInfo.InvariantCulture)} characters; "
                + $"at most {most.ToString(CultureInfo.InvariantCulture)} are kept";
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            if (c is >= ' ' and <= '~' or '\t' or '\n' or '\r')
                continue;
            if (char.IsControl(c))
                return $"holds a control character (U+{(int)c:X4}); take it out";
            if (c is (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069'))
                return $"holds a character that turns the direction of writing around (U+{(int)c:X4}); take it out";
            if (char.IsHighSurrogate(c) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]))
            {
                if ((char.ConvertToUtf32(c, text[i + 1]) & 0xFFFE) == 0xFFFE)
                    return "holds what is no character; take it out";
                i++;
                continue;
            }

            if (char.IsSurrogate(c) || c is (>= '\uFDD0' and <= '\uFDEF') or '\uFFFE' or '\uFFFF')
                return $"holds what is no character (U+{(int)c:X4}); take it out";
        }

        return null;
    }
}
