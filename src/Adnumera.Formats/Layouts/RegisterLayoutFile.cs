using System.Text.Json;
using System.Text.Json.Nodes;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;

namespace Adnumera.Formats.Layouts;

/// <summary>What layout.json says of a pay register: <c>{"items": [{"column": "Gross", "item": "Salary", "type": "earning"}]}</c> for a
/// wide one, <c>{"types": {"Pay": "earning"}}</c> for a long one, and <c>"total_row"</c>.</summary>
internal static class RegisterLayoutFile
{
    public const string Name = "register";
    private static readonly string[] Said = ["column", "item", "type", "agency"];

    public static RegisterLayout Read(JsonElement json, Action<string, string> error)
    {
        void Error(string message) => error(Name, message);
        if (json.ValueKind != JsonValueKind.Object)
        {
            Error("expected an object");
            return new RegisterLayout();
        }

        return new RegisterLayout
        {
            Items = json.TryGetProperty("items", out var items) ? [.. Items(items, Error)] : [],
            Types = json.TryGetProperty("types", out var types) ? Types(types, Error) : new Dictionary<string, PayItemType>(),
            TotalRow =
                json.TryGetProperty("total_row", out var row) && row.ValueKind == JsonValueKind.String ? row.GetString()!.Trim() : "",
        };
    }

    public static JsonNode Write(RegisterLayout register)
    {
        var json = new JsonObject();
        if (register.IsWide)
            json["items"] = new JsonArray([
                .. register.Items.Select(i =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["column"] = i.Column,
                            ["item"] = i.Item,
                            ["type"] = Words<PayItemType>.Of(i.Type),
                            ["agency"] = i.Agency,
                        }
                ),
            ]);
        if (register.Types.Count > 0)
            json["types"] = new JsonObject(
                register.Types.Select(t => KeyValuePair.Create(t.Key, (JsonNode?)Words<PayItemType>.Of(t.Value)))
            );
        if (register.TotalRow.Length > 0)
            json["total_row"] = register.TotalRow;
        return json;
    }

    public static void Check(Layout layout, Action<string, string> error)
    {
        var (register, ours) = (layout.Register!, RegisterFile.ColumnNames);
        foreach (var name in layout.Columns.Keys.Concat(layout.Constants.Keys).Where(n => !ours.Contains(n)).Distinct())
            error(name, "is no column of register.csv");
        foreach (var name in layout.Columns.Keys.Intersect(layout.Constants.Keys))
            error(name, "stands in columns and in constants; expected one of the two");
        string[] needed = register.IsWide ? ["pay_date", "employee"] : ["pay_date", "employee", "item", "amount"];
        foreach (var name in needed)
            if (!layout.Columns.ContainsKey(name) && !layout.Constants.ContainsKey(name))
                error(name, "is missing; expected it in columns or in constants");
        foreach (var name in (string[])["item", "type", "amount", "agency"])
            if (register.IsWide && layout.Columns.ContainsKey(name))
                error(name, "is of a register with a row a pay item; expected it in items");
        foreach (var column in register.Items.GroupBy(i => i.Column, Folded.Comparer).Where(g => g.Count() > 1))
            error(Name, $"{Quote.Of(column.Key)} is the column of several pay items; expected one");
        LayoutFile.CheckWritten(layout, error);
    }

    private static IEnumerable<ItemColumn> Items(JsonElement json, Action<string> error)
    {
        if (json.ValueKind != JsonValueKind.Array)
        {
            error("expected a list of items");
            yield break;
        }

        foreach (var item in json.EnumerateArray())
        {
            var texts = Said.Select(n => Text(item, n)).ToArray();
            if (texts[0].Length == 0 || texts[1].Length == 0)
                error("expected of each item a column, an item and a type");
            else if (!Words<PayItemType>.TryRead(texts[2], out var type))
                error(
                    $"{Quote.Of(texts[2])} is no type of {Quote.Of(texts[1])}; expected one of {string.Join(", ", Words<PayItemType>.All)}"
                );
            else
                yield return new ItemColumn(texts[0], texts[1], type, texts[3]);
        }
    }

    private static Dictionary<string, PayItemType> Types(JsonElement json, Action<string> error)
    {
        var types = new Dictionary<string, PayItemType>(Folded.Comparer);
        if (json.ValueKind != JsonValueKind.Object)
            error("expected of the types an object");
        else
            foreach (var property in json.EnumerateObject())
                if (
                    property.Value.ValueKind == JsonValueKind.String
                    && Words<PayItemType>.TryRead(property.Value.GetString()!, out var type)
                )
                    types[property.Name.Trim()] = type;
                else
                    error($"{Quote.Of(property.Name)} is of no known type; expected one of {string.Join(", ", Words<PayItemType>.All)}");
        return types;
    }

    private static string Text(JsonElement item, string name) =>
        item.ValueKind == JsonValueKind.Object && item.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String
            ? value.GetString()!.Trim()
            : "";
}
