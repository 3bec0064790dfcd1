using System.Globalization;
using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Json;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Entries;

/// <summary>settings.json: a company's choices for composing and proving.</summary>
public static class SettingsFile
{
    /// <summary>Reads settings; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="namesCurrency">Whether the file names a currency.</param>
    public static CompositionSettings Read(string file, byte[] content, Problems problems, out bool namesCurrency)
    {
        var reading = new Reading(file, problems);
        var named = false;
        var settings = JsonObjectFile.Read(
            file,
            content,
            "{\"currency\": \"USD\"}",
            problems,
            new CompositionSettings(),
            json =>
            {
                // The tolerance is an amount of the currency, so the currency is read first.
                var first = new CompositionSettings();
                if (json.TryGetProperty("currency", out var code))
                {
                    first = first with { Currency = reading.Currency(code) };
                    named = code.ValueKind == JsonValueKind.String;
                }

                return json.EnumerateObject().Aggregate(first, reading.Apply);
            }
        );
        namesCurrency = named;
        return settings;
    }

    /// <summary>Writes settings, each one named.</summary>
    public static void Write(Stream stream, CompositionSettings settings)
    {
        using var json = new Utf8JsonWriter(stream, new JsonWriterOptions { Indented = true });
        json.WriteStartObject();
        json.WriteString("currency", settings.Currency.Code);
        json.WriteStartArray("order");
        foreach (var rung in settings.Order)
            json.WriteStringValue(Words<Rung>.Of(rung));
        json.WriteEndArray();
        json.WriteString("when_nothing_maps", Words<WhenNothingMaps>.Of(settings.WhenNothingMaps));
        json.WriteString("rounding_tolerance", AmountText.Format(settings.RoundingTolerance, settings.Currency.Digits));
        json.WriteBoolean("merge_lines", settings.MergeLines);
        if (settings.StartDate is { } start)
            json.WriteString("start_date", start.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        if (settings.LockedThrough is { } locked)
            json.WriteString("locked_through", locked.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        json.WriteString("entry_date", Words<EntryDateRule>.Of(settings.EntryDate));
        json.WriteString("payroll_date", Words<PayrollDate>.Of(settings.Payroll.Date));
        json.WriteString("payroll_shape", Words<PayrollShape>.Of(settings.Payroll.Shape));
        json.WriteString(HoldReason.ProcessorMissing.Setting, settings.Payroll.ProcessorAccount);
        json.WriteEndObject();
    }

    private sealed class Reading(string file, Problems problems)
    {
        public CompositionSettings Apply(CompositionSettings settings, JsonProperty property)
        {
            var (name, value) = (property.Name, property.Value);
            switch (name)
            {
                case "currency":
                    return settings;
                case "order":
                    return settings with { Order = Order(value) };
                case "when_nothing_maps":
                    return settings with { WhenNothingMaps = Word<WhenNothingMaps>(name, value) };
                case "rounding_tolerance":
                    return settings with { RoundingTolerance = Tolerance(value, settings.Currency) };
                case "merge_lines":
                    return settings with { MergeLines = Bool(name, value) };
                case "start_date":
                    return settings with { StartDate = Date(name, value) };
                case "locked_through":
                    return settings with { LockedThrough = Date(name, value) };
                case "entry_date":
                    return settings with { EntryDate = Word<EntryDateRule>(name, value) };
                case "payroll_date":
                    return settings with { Payroll = settings.Payroll with { Date = Word<PayrollDate>(name, value) } };
                case "payroll_shape":
                    return settings with { Payroll = settings.Payroll with { Shape = Word<PayrollShape>(name, value) } };
                case HoldReason.ProcessorMissing.Setting:
                    return settings with { Payroll = settings.Payroll with { ProcessorAccount = Text(name, value) } };
                default:
                    problems.Notice(new Problem(file, 0, "", $"setting \"{name}\" is not known and was ignored"));
                    return settings;
            }
        }

        public Currency Currency(JsonElement value)
        {
            if (value.ValueKind == JsonValueKind.String && Core.Amounts.Currency.TryFind(value.GetString()!.Trim(), out var currency))
                return currency;
            Error("currency", value, "a code of ISO 4217 such as \"USD\"");
            return Core.Amounts.Currency.Usd;
        }

        private IReadOnlyList<Rung> Order(JsonElement value)
        {
            var order = new List<Rung>();
            if (value.ValueKind != JsonValueKind.Array)
            {
                Error("order", value, $"a list of {string.Join(", ", Ladder.UsualOrder.Select(Words<Rung>.Of))}");
                return Ladder.UsualOrder;
            }

            foreach (var element in value.EnumerateArray())
            {
                if (
                    element.ValueKind == JsonValueKind.String
                    && Words<Rung>.TryRead(element.GetString()!.Trim(), out var rung)
                    && Ladder.UsualOrder.Contains(rung)
                )
                {
                    if (order.Contains(rung))
                        Error("order", element, "each rung only once");
                    order.Add(rung);
                }
                else
                {
                    Error("order", element, $"one of {string.Join(", ", Ladder.UsualOrder.Select(Words<Rung>.Of))}");
                }
            }

            return order;
        }

        private long Tolerance(JsonElement value, Currency currency)
        {
            var text = value.ValueKind switch
            {
                JsonValueKind.String => value.GetString()!.Trim(),
                JsonValueKind.Number => value.GetRawText(),
                _ => "",
            };
            if (AmountText.Read(text, currency.Digits, out var minor) == AmountText.Fault.None && minor >= 0)
                return minor;
            Error(
                "rounding_tolerance",
                value,
                $"an amount of {currency} that is not negative, such as \"{AmountText.Format(2, currency.Digits)}\""
            );
            return 0;
        }

        private bool Bool(string name, JsonElement value)
        {
            if (value.ValueKind is not (JsonValueKind.True or JsonValueKind.False))
                Error(name, value, "true or false");
            return value.ValueKind == JsonValueKind.True;
        }

        private string Text(string name, JsonElement value)
        {
            if (value.ValueKind is not (JsonValueKind.String or JsonValueKind.Null))
                Error(name, value, "an account such as \"2350\"");
            return value.ValueKind == JsonValueKind.String ? value.GetString()!.Trim() : "";
        }

        private DateOnly? Date(string name, JsonElement value)
        {
            if (value.ValueKind == JsonValueKind.Null || (value.ValueKind == JsonValueKind.String && value.GetString()!.Trim().Length == 0))
                return null;
            if (value.ValueKind == JsonValueKind.String && Fields.TryDate(value.GetString()!.Trim(), out var date))
                return date;
            Error(name, value, "a date such as \"2026-03-09\"");
            return null;
        }

        private T Word<T>(string name, JsonElement value)
            where T : struct, Enum
        {
            if (value.ValueKind == JsonValueKind.String && Words<T>.TryRead(value.GetString()!.Trim(), out var word))
                return word;
            Error(name, value, string.Join(" or ", Words<T>.All.Select(w => $"\"{w}\"")));
            return default;
        }

        private void Error(string name, JsonElement value, string expected) =>
            problems.Add(new Problem(file, 0, name, $"{value.GetRawText()} cannot be used; expected {expected}"));
    }
}
