using System.Text.Json;
using System.Text.Json.Serialization;

namespace Adnumera.Core.Ledger;

/// <summary>A dimension with its value.</summary>
/// <param name="Dimension">The dimension.</param>
/// <param name="Value">The value, never blank.</param>
public readonly record struct FilledDimension(Dimension Dimension, string Value);

/// <summary>The dimensions of an amount, as many as there are; in the order of dimensions, those without a value left out.</summary>
[JsonConverter(typeof(DimensionsConverter))]
public readonly struct Dimensions : IEquatable<Dimensions>
{
    private readonly FilledDimension[]? filled;

    private Dimensions(FilledDimension[]? filled) => this.filled = filled;

    /// <summary>Those that have a value.</summary>
    public IReadOnlyList<FilledDimension> Filled => filled ?? [];

    /// <summary>The value of one; blank where there is none.</summary>
    public string this[Dimension dimension]
    {
        get
        {
            foreach (var one in filled ?? [])
                if (one.Dimension == dimension)
                    return one.Value;
            return "";
        }
    }

    /// <summary>Whether none is filled.</summary>
    public bool IsBlank => filled is null;

    /// <summary>Makes them of values in any order; blank ones are left out, and of a dimension that is named twice the last
    /// counts.</summary>
    public static Dimensions Of(params ReadOnlySpan<FilledDimension> values)
    {
        var all = new List<FilledDimension>(values.Length);
        foreach (var one in values)
        {
            all.RemoveAll(o => o.Dimension == one.Dimension);
            if (one.Value.Length > 0)
                all.Add(one);
        }

        if (all.Count == 0)
            return default;
        all.Sort((a, b) => a.Dimension.CompareTo(b.Dimension));
        return new Dimensions([.. all]);
    }

    /// <summary>The four that the files have a column for; blank for none.</summary>
    public static Dimensions Named(string department, string location = "", string project = "", string customer = "")
    {
        if (department.Length == 0 && location.Length == 0 && project.Length == 0 && customer.Length == 0)
            return default;
        return Of(
            new FilledDimension(Dimension.Department, department),
            new FilledDimension(Dimension.Location, location),
            new FilledDimension(Dimension.Project, project),
            new FilledDimension(Dimension.Customer, customer)
        );
    }

    /// <summary>The same with another value of one; blank takes it away.</summary>
    public Dimensions With(Dimension dimension, string value) => Of([.. Filled, new FilledDimension(dimension, value)]);

    /// <summary>Fills what is blank here from other dimensions.</summary>
    public Dimensions Or(Dimensions other) =>
        other.IsBlank ? this
        : IsBlank ? other
        : Of([.. other.Filled, .. Filled]);

    /// <summary>The form in which dimensions compare.</summary>
    public Dimensions Fold() =>
        filled is null ? default : new Dimensions(Array.ConvertAll(filled, d => d with { Value = Folded.Of(d.Value) }));

    /// <inheritdoc/>
    public bool Equals(Dimensions other) => Filled.SequenceEqual(other.Filled);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => obj is Dimensions other && Equals(other);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = new HashCode();
        foreach (var one in filled ?? [])
            hash.Add(one);
        return hash.ToHashCode();
    }

    /// <summary>The values as people read them: <c>Bench · Fenland Atlas</c>.</summary>
    public override string ToString() => string.Join(" · ", Filled.Select(d => d.Value));

    /// <summary>Whether both have the same values.</summary>
    public static bool operator ==(Dimensions left, Dimensions right) => left.Equals(right);

    /// <summary>Whether some value differs.</summary>
    public static bool operator !=(Dimensions left, Dimensions right) => !left.Equals(right);

    /// <summary>As an object with a property for each: <c>{"department":"Bench"}</c>. Properties are read without regard to case; what is
    /// no text, and blank ones, count for none.</summary>
    private sealed class DimensionsConverter : JsonConverter<Dimensions>
    {
        public override Dimensions Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            if (reader.TokenType != JsonTokenType.StartObject)
                throw new JsonException("Dimensions are an object.");
            var values = new List<FilledDimension>();
            while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
            {
                var known = Dimension.TryRead(reader.GetString()!, out var dimension);
                reader.Read();
                if (known && reader.TokenType == JsonTokenType.String)
                    values.Add(new FilledDimension(dimension, reader.GetString()!));
                else
                    reader.Skip();
            }

            return Of([.. values]);
        }

        public override void Write(Utf8JsonWriter writer, Dimensions value, JsonSerializerOptions options)
        {
            writer.WriteStartObject();
            foreach (var (dimension, text) in value.Filled)
                writer.WriteString(dimension.Word, text);
            writer.WriteEndObject();
        }
    }
}
