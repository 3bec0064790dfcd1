using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Json;

namespace Adnumera.Formats.Layouts;

/// <summary>layout.json.</summary>
public static class LayoutFile
{
    /// <summary>Reads a layout; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static Layout Read(string file, byte[] content, Problems problems) => Read(file, content, problems, Check);

    /// <summary>Reads a layout that may be one of a pay register.</summary>
    public static Layout ReadAny(string file, byte[] content, Problems problems) =>
        Read(
            file,
            content,
            problems,
            (layout, error) =>
            {
                if (layout.Register is null)
                    Check(layout, error);
                else
                    RegisterLayoutFile.Check(layout, error);
            },
            RegisterLayoutFile.Name
        );

    /// <summary>Reads how a table is written, while nothing is said yet of what its columns mean.</summary>
    public static Layout ReadWritten(string file, byte[] content, Problems problems) => Read(file, content, problems, (_, _) => { });

    private static Layout Read(
        string file,
        byte[] content,
        Problems problems,
        Action<Layout, Action<string, string>> check,
        string also = ""
    )
    {
        void Error(string name, string message) => problems.Add(new Problem(file, 0, name, message));
        return JsonObjectFile.Read(
            file,
            content,
            "{\"columns\": {\"net\": \"Amount\"}}",
            problems,
            new Layout(),
            json =>
            {
                var layout = new Layout();
                foreach (var property in json.EnumerateObject())
                    layout =
                        property.Name == also
                            ? layout with
                            {
                                Register = RegisterLayoutFile.Read(property.Value, Error),
                            }
                            : Apply(layout, property, Error, n => problems.Notice(new Problem(file, 0, n, "is not known and was ignored")));
                check(layout, Error);
                return layout;
            }
        );
    }

    /// <summary>Writes a layout as it is read; what is as usual is left out.</summary>
    public static string Write(Layout layout)
    {
        var usual = new Layout();
        var json = new JsonObject { ["columns"] = new JsonObject(layout.Columns.Select(c => KeyValuePair.Create(c.Key, Node(c.Value)))) };
        if (layout.Constants.Count > 0)
            json["constants"] = new JsonObject(layout.Constants.Select(c => KeyValuePair.Create(c.Key, (JsonNode?)c.Value)));
        void Unless<T>(string name, T value, T usually, JsonNode node)
        {
            if (!Equals(value, usually))
                json[name] = node;
        }

        Unless("date", layout.Date, usual.Date, layout.Date);
        Unless("decimal", layout.Decimal, usual.Decimal, layout.Decimal);
        Unless("group", layout.Group, usual.Group, layout.Group);
        Unless("delimiter", layout.Delimiter, usual.Delimiter, layout.Delimiter.ToString());
        Unless("encoding", layout.Encoding, usual.Encoding, layout.Encoding);
        Unless("sheet", layout.Sheet, usual.Sheet, layout.Sheet);
        Unless("header_row", layout.HeaderRow, usual.HeaderRow, layout.HeaderRow);
        Unless("amounts", layout.Amounts, usual.Amounts, Words<AmountsMeaning>.Of(layout.Amounts));
        if (layout.Register is { } register)
            json[RegisterLayoutFile.Name] = RegisterLayoutFile.Write(register);
        Unless("document", layout.Document.Count, 0, new JsonArray([.. layout.Document.Select(d => (JsonNode)d)]));
        return json.ToJsonString(Written);
    }

    private static readonly JsonSerializerOptions Written = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static JsonNode? Node(IReadOnlyList<string> theirs) =>
        theirs.Count == 1 ? theirs[0] : new JsonArray([.. theirs.Select(t => (JsonNode)t)]);

    private static Layout Apply(Layout layout, JsonProperty property, Action<string, string> error, Action<string> notice)
    {
        var (name, value) = (property.Name, property.Value);
        switch (name)
        {
            case "columns":
                return layout with
                {
                    Columns = Pairs(
                        name,
                        value,
                        error,
                        v => v.ValueKind == JsonValueKind.Array ? Texts(name, v, error) : [Text(name, v, error)]
                    ),
                };
            case "constants":
                return layout with { Constants = Pairs(name, value, error, v => Text(name, v, error)) };
            case "date":
                return layout with { Date = Text(name, value, error) };
            case "decimal":
                return layout with { Decimal = Text(name, value, error) };
            case "group":
                return layout with { Group = value.ValueKind == JsonValueKind.String ? value.GetString()! : Text(name, value, error) };
            case "delimiter":
                if (
                    value.ValueKind == JsonValueKind.String
                    && value.GetString() is { Length: 1 } one
                    && one[0] is not ('"' or '\r' or '\n')
                )
                    return layout with { Delimiter = one[0] };
                error(name, "expected one character, such as \";\"");
                return layout;
            case "encoding":
                return layout with { Encoding = Text(name, value, error) };
            case "sheet":
                return layout with { Sheet = Text(name, value, error) };
            case "header_row":
                if (value.ValueKind == JsonValueKind.Number && value.TryGetInt32(out var row) && row > 0)
                    return layout with { HeaderRow = row };
                error(name, "expected a whole number from 1");
                return layout;
            case "amounts":
                if (Words<AmountsMeaning>.TryRead(Text(name, value, error), out var meaning))
                    return layout with { Amounts = meaning };
                error(name, $"expected one of {string.Join(", ", Words<AmountsMeaning>.All)}");
                return layout;
            case "document":
                return layout with { Document = Texts(name, value, error) };
            default:
                notice(name);
                return layout;
        }
    }

    private static void Check(Layout layout, Action<string, string> error)
    {
        var ours = DocumentsFile.ColumnNames;
        foreach (
            var name in layout.Columns.Keys.Concat(layout.Constants.Keys).Concat(layout.Document).Where(n => !ours.Contains(n)).Distinct()
        )
            error(name, "is no column of documents.csv");
        foreach (var name in layout.Columns.Keys.Intersect(layout.Constants.Keys))
            error(name, "stands in columns and in constants; expected one of the two");
        foreach (var name in layout.Document.Except(layout.Columns.Keys).Where(ours.Contains))
            error(name, "makes a document and is no column of the table; expected it in columns");
        foreach (var name in (string[])["kind", "document_date", "net"])
            if (
                !layout.Columns.ContainsKey(name)
                && !layout.Constants.ContainsKey(name)
                && !(name == "kind" && layout.Amounts == AmountsMeaning.ChargesNegative)
            )
                error(name, "is missing; expected it in columns or in constants");
        if (layout.Amounts == AmountsMeaning.ChargesNegative && layout.Document.Count > 0)
            error("document", "each row is a document where charges are negative; expected one of the two");
        LayoutReader.CheckConstants(layout, error);
        CheckWritten(layout, error);
    }

    /// <summary>Whether it says how a table is written so that one can be read.</summary>
    internal static void CheckWritten(Layout layout, Action<string, string> error)
    {
        if (!TableText.IsKnown(layout.Encoding))
            error("encoding", $"{Quote.Of(layout.Encoding)} is not known; expected one such as utf-8 or windows-1252");
        if (!IsPattern(layout.Date))
            error("date", $"{Quote.Of(layout.Date)} is no pattern of day, month and year; expected one such as dd.MM.yyyy");
        if (layout.Decimal is not ("." or ","))
            error("decimal", "expected \".\" or \",\"");
        if (layout.Group == layout.Decimal || layout.Group.Length > 1)
            error("group", "expected one character, and another than the decimal sign");
    }

    // One that gives each day back as it was.
    private static bool IsPattern(string pattern)
    {
        var day = new DateOnly(2026, 11, 23);
        try
        {
            return DateOnly.TryParseExact(
                    day.ToString(pattern, CultureInfo.InvariantCulture),
                    pattern,
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var read
                )
                && read == day;
        }
        catch (FormatException)
        {
            return false;
        }
    }

    private static Dictionary<string, T> Pairs<T>(string name, JsonElement value, Action<string, string> error, Func<JsonElement, T> read)
    {
        if (value.ValueKind == JsonValueKind.Object)
            return value.EnumerateObject().ToDictionary(p => p.Name, p => read(p.Value), StringComparer.Ordinal);
        error(name, "expected an object, from columns of ours");
        return [];
    }

    private static IReadOnlyList<string> Texts(string name, JsonElement value, Action<string, string> error)
    {
        if (value.ValueKind == JsonValueKind.Array && value.GetArrayLength() > 0)
            return [.. value.EnumerateArray().Select(v => Text(name, v, error))];
        error(name, "expected a list of texts");
        return [];
    }

    private static string Text(string name, JsonElement value, Action<string, string> error)
    {
        if (value.ValueKind == JsonValueKind.String && value.GetString()!.Trim() is { Length: > 0 } text)
            return text;
        error(name, "expected a text");
        return "";
    }
}
