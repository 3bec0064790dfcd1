using System.Text;

namespace Adnumera.Core;

/// <summary>
/// The form in which keys, names and references compare: trimmed, inner white space folded to one space, without regard
/// to case, in Unicode NFC. What a person wrote is always kept beside it.
/// </summary>
public static class Folded
{
    /// <summary>The folded form; the same instance when the text already is folded.</summary>
    public static string Of(string text)
    {
        if (IsFoldedAscii(text)) return text;
        if (!Ascii.IsValid(text)) text = text.Normalize(NormalizationForm.FormC);
        var folded = new StringBuilder(text.Length);
        var space = false;
        foreach (var c in text)
        {
            if (char.IsWhiteSpace(c))
            {
                space = folded.Length > 0;
                continue;
            }

            if (space) folded.Append(' ');
            space = false;
            folded.Append(char.ToUpperInvariant(c));
        }

        return folded.ToString();
    }

    /// <summary>Whether two texts are the same key, name or reference.</summary>
    public static bool Same(string left, string right) =>
        string.Equals(left, right, StringComparison.Ordinal) || string.Equals(Of(left), Of(right), StringComparison.Ordinal);

    private static bool IsFoldedAscii(string text)
    {
        var previous = ' ';
        foreach (var c in text)
        {
            if (c > '~' || c < ' ' || (c >= 'a' && c <= 'z') || (c == ' ' && previous == ' ')) return false;
            previous = c;
        }

        return text.Length == 0 || previous != ' ';
    }
}
