using FuzzySharp;

namespace Adnumera.Core.Texts;

/// <summary>How alike two names are.</summary>
public static class Likeness
{
    private static readonly HashSet<string> Forms = new(StringComparer.OrdinalIgnoreCase)
    {
        "LLC",
        "LTD",
        "INC",
        "CO",
        "CORP",
        "PC",
        "LP",
        "LLP",
        "PLC",
        "GMBH",
        "COMPANY",
        "LIMITED",
        "INCORPORATED",
        "CORPORATION",
        "THE",
        "AND",
    };

    /// <summary>
    /// A name without what does not tell two apart: legal forms, "and" and "&amp;", punctuation, case.
    /// <c>Box &amp; Board Ltd.</c> and <c>BOX AND BOARD</c> are the same.
    /// </summary>
    public static string Normalised(string name)
    {
        var words = Folded.Of(name).Split(' ', ',', '.', '&', '-', '\'', '’', '/', '(', ')', '+', '"').Where(w => w.Length > 0).ToList();
        var telling = words.Where(w => !Forms.Contains(w)).ToList();
        return string.Join(' ', telling.Count > 0 ? telling : words);
    }

    /// <summary>0 for nothing in common, 1 for the same words: the better of the whole strings and their sorted words.</summary>
    public static double Of(string left, string right)
    {
        var (a, b) = (Normalised(left), Normalised(right));
        if (a.Length == 0 || b.Length == 0)
            return 0;
        return a == b ? 1 : Math.Max(Fuzz.Ratio(a, b), Fuzz.TokenSortRatio(a, b)) / 100.0;
    }
}
