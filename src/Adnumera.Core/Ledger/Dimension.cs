using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Adnumera.Core.Ledger;

/// <summary>
/// What an amount can be divided by, beside its account: one of the four that most ledgers have, or one that the connected ledger defines
/// itself. Dimensions have an order: the four, then others by their word.
/// </summary>
[JsonConverter(typeof(DimensionConverter))]
public readonly record struct Dimension : IComparable<Dimension>
{
    private readonly string? word;

    private Dimension(string word) => this.word = word;

    /// <summary>A department.</summary>
    public static Dimension Department { get; } = new("department");

    /// <summary>A location.</summary>
    public static Dimension Location { get; } = new("location");

    /// <summary>A project.</summary>
    public static Dimension Project { get; } = new("project");

    /// <summary>A customer.</summary>
    public static Dimension Customer { get; } = new("customer");

    /// <summary>The four that the files have a column for, in the order of the columns.</summary>
    public static ImmutableArray<Dimension> Standard { get; } = [Department, Location, Project, Customer];

    /// <summary>The fixed word, in lower case: <c>department</c>.</summary>
    public string Word => word ?? "";

    /// <summary>As people say it: <c>cost centre</c>.</summary>
    public string Title => Word.Replace('_', ' ');

    /// <summary>Whether it is one of the four.</summary>
    public bool IsStandard => Place(this) < Standard.Length;

    /// <summary>The dimension of a word: letters, digits and underscores; without regard to case.</summary>
    /// <exception cref="ArgumentException">The word is blank or has other characters.</exception>
    public static Dimension Of(string word) =>
        TryRead(word, out var dimension)
            ? dimension
            : throw new ArgumentException($"{Quote.Of(word)} is not the word of a dimension.", nameof(word));

    /// <summary>Reads a word.</summary>
    public static bool TryRead(string word, out Dimension dimension)
    {
        dimension = default;
        var lower = word.Trim().ToLowerInvariant();
        if (lower.Length == 0 || !lower.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '_'))
            return false;
        dimension = new Dimension(lower);
        return true;
    }

    /// <inheritdoc/>
    public int CompareTo(Dimension other)
    {
        var (left, right) = (Place(this), Place(other));
        return left != right ? left.CompareTo(right) : string.CompareOrdinal(Word, other.Word);
    }

    /// <summary>Whether it comes before another.</summary>
    public static bool operator <(Dimension left, Dimension right) => left.CompareTo(right) < 0;

    /// <summary>Whether it comes after another.</summary>
    public static bool operator >(Dimension left, Dimension right) => left.CompareTo(right) > 0;

    /// <summary>Whether it is another, or comes before it.</summary>
    public static bool operator <=(Dimension left, Dimension right) => left.CompareTo(right) <= 0;

    /// <summary>Whether it is another, or comes after it.</summary>
    public static bool operator >=(Dimension left, Dimension right) => left.CompareTo(right) >= 0;

    /// <inheritdoc/>
    public override string ToString() => Word;

    private static int Place(Dimension dimension)
    {
        for (var i = 0; i < Standard.Length; i++)
            if (Standard[i].word == dimension.word)
                return i;
        return Standard.Length;
    }

    private sealed class DimensionConverter : JsonConverter<Dimension>
    {
        public override Dimension Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            TryRead(reader.GetString() ?? "", out var dimension)
                ? dimension
                : throw new JsonException("It is not the word of a dimension.");

        public override void Write(Utf8JsonWriter writer, Dimension value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Word);
    }
}

/// <summary>How much a value of a dimension is wanted on a line.</summary>
public enum DimensionDemand
{
    /// <summary>It may be left out.</summary>
    Optional,

    /// <summary>A line without it is noticed, and goes on.</summary>
    Asked,

    /// <summary>A document with a line without it is held.</summary>
    Required,
}
