using System.Globalization;
using System.Text;

namespace Adnumera.Core.Texts;

/// <summary>The short name of a company, as addresses, files and keys have it: lower-case letters a to z, digits and hyphens.</summary>
public static class ShortName
{
    private const int Longest = 40;

    /// <summary>Whether a text is one.</summary>
    public static bool Is(string text) =>
        text is { Length: > 0 and <= Longest }
        && text.All(c => c is (>= 'a' and <= 'z') or (>= '0' and <= '9') or '-')
        && text[0] != '-'
        && text[^1] != '-';

    /// <summary>The short name of a name; with a number behind it while it is taken. "Brösel &amp; Söhne" is <c>brosel-sohne</c>.</summary>
    /// <param name="name">The name.</param>
    /// <param name="isTaken">Whether a short name belongs to another.</param>
    public static string Of(string name, Func<string, bool> isTaken)
    {
        var text = new StringBuilder();
        foreach (var c in name.Normalize(NormalizationForm.FormD).ToLowerInvariant())
            if (c is (>= 'a' and <= 'z') or (>= '0' and <= '9'))
                text.Append(c);
            else if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark && text.Length > 0 && text[^1] != '-')
                text.Append('-');
        var plain = text.ToString()[..Math.Min(text.Length, Longest - 4)].Trim('-');
        var first = plain.Length > 0 ? plain : "company";
        return Enumerable.Range(1, int.MaxValue).Select(i => i == 1 ? first : $"{first}-{i}").First(s => !isTaken(s));
    }
}
