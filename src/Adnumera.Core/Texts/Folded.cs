using System.Text;

namespace Adnumera.Core.Texts;

/// <summary>
/// The form in which keys, names and references compare: trimmed, inner white space folded to one space, without regard
/// to case, in Unicode NFC. What a person wrote is always kept beside it.
/// </summary>
public static class Folded
{
    /// <summary>Compares texts in their folded form without making it: for look-ups of what a person wrote.</summary>
    public static IEqualityComparer<string> Comparer { get; } = new FoldedComparer();

    /// <summary>The folded form, in capitals; for keeping beside the text and comparing byte for byte.</summary>
    public static string Of(string text) => Spaced(text).ToUpperInvariant();

    /// <summary>Whether two texts are the same key, name or reference.</summary>
    public static bool Same(string left, string right) => Comparer.Equals(left, right);

    // Trimmed, inner white space folded, in NFC; almost always the text itself.
    private static string Spaced(string text)
    {
        if (IsPlain(text))
            return text;
        if (!Ascii.IsValid(text))
            text = Composed(text);
        var folded = new StringBuilder(text.Length);
        var space = false;
        foreach (var c in text)
        {
            if (char.IsWhiteSpace(c))
            {
                space = folded.Length > 0;
                continue;
            }

            if (space)
                folded.Append(' ');
            space = false;
            folded.Append(c);
        }

        return folded.ToString();
    }

    // What is no character has no composed form; such a text is compared as it stands.
    private static string Composed(string text)
    {
        try
        {
            return text.Normalize(NormalizationForm.FormC);
        }
        catch (ArgumentException)
        {
            return text;
        }
    }

    private static bool IsPlain(string text)
    {
        var previous = ' ';
        foreach (var c in text)
        {
            if (c > '~' || c < ' ' || (c == ' ' && previous == ' '))
                return false;
            previous = c;
        }

        return text.Length == 0 || previous != ' ';
    }

    private sealed class FoldedComparer : IEqualityComparer<string>
    {
        public bool Equals(string? left, string? right) =>
            ReferenceEquals(left, right)
            || (left is not null && right is not null && string.Equals(Spaced(left), Spaced(right), StringComparison.OrdinalIgnoreCase));

        public int GetHashCode(string text) => string.GetHashCode(Spaced(text), StringComparison.OrdinalIgnoreCase);
    }
}
