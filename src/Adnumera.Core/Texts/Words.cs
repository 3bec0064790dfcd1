using System.Diagnostics.CodeAnalysis;
using System.Runtime.CompilerServices;
using System.Text.Json;

namespace Adnumera.Core.Texts;

/// <summary>
/// The fixed words of the files for the values of an enumeration: <c>CostOfSales</c> is <c>cost_of_sales</c>. The values must be
/// numbered from 0 without a gap, as they are when nothing else is said.
/// </summary>
public static class Words<T>
    where T : struct, Enum
{
    // Plain arrays: there are few words, and a short run must not spend its time on building look-up tables.
    private static readonly string[] InOrder = Array.ConvertAll(Enum.GetNames<T>(), JsonNamingPolicy.SnakeCaseLower.ConvertName);

    /// <summary>Every word, in the order of the values.</summary>
    public static IReadOnlyList<string> All => InOrder;

    /// <summary>The word of a value.</summary>
    public static string Of(T value) => InOrder[Unsafe.As<T, int>(ref value)];

    /// <summary>Reads a word without regard to case.</summary>
    public static bool TryRead(string word, [NotNullWhen(true)] out T value)
    {
        var index = WordList.Find(InOrder, word);
        value = index < 0 ? default : Unsafe.As<int, T>(ref index);
        return index >= 0;
    }

    /// <summary>Reads a word that is known to be one.</summary>
    /// <exception cref="ArgumentException">No value has that word.</exception>
    public static T Read(string word) =>
        TryRead(word, out var value)
            ? value
            : throw new ArgumentException($"\"{word}\" is not one of {string.Join(", ", All)}.", nameof(word));
}

internal static class WordList
{
    public static int Find(string[] words, string word)
    {
        for (var i = 0; i < words.Length; i++)
            if (string.Equals(words[i], word, StringComparison.OrdinalIgnoreCase))
                return i;
        return -1;
    }
}
