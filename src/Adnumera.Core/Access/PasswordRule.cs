using System.Text;

namespace Adnumera.Core.Access;

/// <summary>What is wrong with a password that a person chooses.</summary>
public enum PasswordFault
{
    /// <summary>It has fewer than <see cref="PasswordRule.Shortest"/> characters.</summary>
    TooShort,

    /// <summary>It has more than <see cref="PasswordRule.Longest"/> characters.</summary>
    TooLong,

    /// <summary>It is one of those that are tried first, with or without digits and signs around it.</summary>
    Common,

    /// <summary>It is one short piece again and again, or a row of letters or digits.</summary>
    Repeated,

    /// <summary>It is mostly the person's own name, or that of this application.</summary>
    OwnName,
}

/// <summary>
/// Which passwords a person may choose, after NIST SP 800-63B-4, section 3.1.1.2: a least length, at least 64 characters allowed, every
/// character counted as one code point, the whole compared with a list of common ones and with the person's own words, and no rule of
/// which characters there must be.
/// </summary>
/// <param name="isCommon">Whether a text, in lower case, is on the list of common passwords.</param>
public sealed class PasswordRule(Func<string, bool> isCommon)
{
    /// <summary>In characters.</summary>
    public const int Shortest = 12;

    /// <summary>In characters; hashing a longer one would only cost time.</summary>
    public const int Longest = 200;

    private const int LeastOwn = 3;

    /// <summary>A password as it is hashed: the same characters, however they were typed (Unicode NFKC).</summary>
    public static string Normal(string password) => password.Normalize(NormalizationForm.FormKC);

    /// <summary>What is wrong with a password; nothing when it may be chosen.</summary>
    /// <param name="password">The password.</param>
    /// <param name="own">The person's own words: their name, and what they sign in with.</param>
    public PasswordFault? Check(string password, params IEnumerable<string> own)
    {
        var text = Normal(password).ToLowerInvariant();
        var length = text.EnumerateRunes().Count();
        if (length < Shortest)
            return PasswordFault.TooShort;
        if (length > Longest)
            return PasswordFault.TooLong;
        if (IsRepeated(text) || IsRow(text))
            return PasswordFault.Repeated;
        if (isCommon(text) || isCommon(Core(text)))
            return PasswordFault.Common;
        return Without(text, own.Append("adnumera")).Length < Shortest / 2 ? PasswordFault.OwnName : null;
    }

    // Without the digits and signs around it.
    private static string Core(string text) => text.Trim([.. text.Where(c => !char.IsLetter(c)).Distinct()]);

    // One piece of at most a third, again and again.
    private static bool IsRepeated(string text)
    {
        for (var piece = 1; piece <= text.Length / 3; piece++)
            if (Enumerable.Range(piece, text.Length - piece).All(i => text[i] == text[i - piece]))
                return true;
        return false;
    }

    // Each character one step from the one before it, always the same way; after 9 comes 0.
    private static bool IsRow(string text)
    {
        bool Steps(int by) =>
            text.Zip(text.Skip(1)).All(p => p.Second - p.First == by || (p is ('9', '0') && by == 1) || (p is ('0', '9') && by == -1));
        return Steps(1) || Steps(-1);
    }

    // What is left without the words.
    private static string Without(string text, IEnumerable<string> words) =>
        words
            .SelectMany(w => w.ToLowerInvariant().Split([' ', '@', '.', '-', '_'], StringSplitOptions.RemoveEmptyEntries))
            .Where(w => w.Length >= LeastOwn)
            .OrderByDescending(w => w.Length)
            .Aggregate(text, (rest, word) => rest.Replace(word, "", StringComparison.Ordinal));
}
