using System.Text.Json;
using System.Text.Json.Serialization;
using Adnumera.Core.Amounts;

namespace Adnumera.Storage.Documents;

// Documents, and what persons decided on them, as they are kept: the same always makes the same text.
internal static class DecisionText
{
    private static readonly JsonSerializerOptions Options = new()
    {
        IgnoreReadOnlyProperties = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new CurrencyText(), new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower) },
    };

    public static string Of<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string text) => JsonSerializer.Deserialize<T>(text, Options)!;

    private sealed class CurrencyText : JsonConverter<Currency>
    {
        public override Currency Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Currency.Of(reader.GetString()!);

        public override void Write(Utf8JsonWriter writer, Currency value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Code);
    }
}
