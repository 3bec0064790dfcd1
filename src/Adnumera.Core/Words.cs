using System.Collections.Frozen;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;

namespace Adnumera.Core;

/// <summary>The fixed words of the files for the values of an enumeration: <c>CostOfSales</c> is <c>cost_of_sales</c>.</summary>
public static class Words<T> where T : struct, Enum
{
    private static readonly FrozenDictionary<T, string> ToWord =
        Enum.GetValues<T>().ToFrozenDictionary(v => v, v => JsonNamingPolicy.SnakeCaseLower.ConvertName(v.ToString()));

    private static readonly FrozenDictionary<string, T> FromWord =
        ToWord.ToFrozenDictionary(p => p.Value, p => p.Key, StringComparer.OrdinalIgnoreCase);

    /// <summary>Every word, in the order of the values.</summary>
    public static IEnumerable<string> All => Enum.GetValues<T>().Select(Of);

    /// <summary>The word of a value.</summary>
    public static string Of(T value) => ToWord[value];

    /// <summary>Reads a word without regard to case.</summary>
    public static bool TryRead(string word, [NotNullWhen(true)] out T value) => FromWord.TryGetValue(word, out value);

    /// <summary>Reads a word that is known to be one.</summary>
    /// <exception cref="ArgumentException">No value has that word.</exception>
    public static T Read(string word) =>
        TryRead(word, out var value) ? value : throw new ArgumentException($"\"{word}\" is not one of {string.Join(", ", All)}.", nameof(word));
}
