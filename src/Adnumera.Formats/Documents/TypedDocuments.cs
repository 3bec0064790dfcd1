using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Documents;

/// <summary>Between documents and their texts. The texts are read as a documents file is, so that one rule holds for both.</summary>
public static class TypedDocuments
{
    private static readonly string[] Days = ["document_date", "due_date"];

    private static readonly string[] Numbers = ["document_total", "net", "tax", "quantity", "unit_price"];

    // Those with as many decimals as one likes.
    private static readonly string[] Free = ["quantity", "unit_price"];

    private const int MostDecimals = 10;

    /// <summary>A document as texts.</summary>
    public static TypedDocument Of(Document document)
    {
        using var stream = new MemoryStream();
        using (var writer = new DocumentsWriter(stream))
            writer.Write(document);
        using var table = CsvTable.Open("", stream.ToArray(), DocumentsFile.Columns, new Problems());
        var rows = new List<Dictionary<string, string>>();
        while (table.Read())
            rows.Add(Texts(table));
        return OfRows(rows);
    }

    /// <summary>Reads a typed document; what a person may leave out is filled: the numbers of lines, and the total, which is then what the
    /// lines come to. Days and amounts are also taken as people type them: <c>20 Nov 2026</c>, <c>1,250.00</c>.</summary>
    /// <param name="typed">The texts.</param>
    /// <param name="id">Its id where none is typed.</param>
    /// <param name="company">The company's currency, for a document that names none.</param>
    /// <param name="wrong">Where goes what is wrong; then there is no document.</param>
    public static Document? Read(TypedDocument typed, string id, Currency company, ICollection<FieldProblem> wrong)
    {
        var lines = typed.Lines.Count > 0 ? typed.Lines : [new Dictionary<string, string>()];
        var numbers = Numbered(lines);
        var currency = Currency.TryFind(typed["currency"].Trim(), out var own) ? own : company;
        var total = Written(typed["document_total"], "document_total", currency);
        string Value(int line, string name) =>
            name switch
            {
                "source_id" when typed[name].Trim().Length == 0 => id,
                "document_total" => total.Length > 0 ? total : Sum(lines, currency),
                "line" => numbers[line],
                _ => Written(DocumentsFile.IsOfLine(name) ? lines[line].GetValueOrDefault(name, "") : typed[name], name, currency),
            };
        var names = DocumentsFile.Columns.Select(c => c.Name).ToList();
        var starts = new List<long>();
        using var stream = new MemoryStream();
        using (var writer = CsvFile.Create(stream, string.Join(' ', names)))
        {
            var row = 2L;
            for (var line = 0; line < lines.Count; line++)
            {
                starts.Add(row++);
                foreach (var text in names.Select(n => Value(line, n)))
                {
                    writer.WriteField(text);
                    row += text.Count(c => c == '\n');
                }

                writer.EndRecord();
            }
        }

        var problems = new Problems(int.MaxValue);
        var read = DocumentsFile.Read("", stream.ToArray(), company, problems, strict: true);
        foreach (var problem in problems.Errors.DistinctBy(p => (DocumentsFile.IsOfLine(p.Column) ? p.Row : 0, p.Column, p.Message)))
            wrong.Add(
                new FieldProblem(
                    DocumentsFile.IsOfLine(problem.Column) ? Math.Max(starts.BinarySearch(problem.Row), 0) + 1 : 0,
                    problem.Column,
                    problem.Message
                )
            );
        return read is [{ Document: var document }] ? document : null;
    }

    /// <summary>The texts of the current row that are not blank, by column.</summary>
    internal static Dictionary<string, string> Texts(CsvTable table) =>
        DocumentsFile
            .Columns.Select((c, i) => (c.Name, Text: table.Text(i)))
            .Where(t => t.Text.Length > 0)
            .ToDictionary(t => t.Name, t => t.Text);

    /// <summary>A document of the texts of its rows: its own fields are those of the first.</summary>
    internal static TypedDocument OfRows(IReadOnlyList<IReadOnlyDictionary<string, string>> rows)
    {
        static Dictionary<string, string> Only(IReadOnlyDictionary<string, string> row, bool ofLine) =>
            row.Where(f => DocumentsFile.IsOfLine(f.Key) == ofLine).ToDictionary();
        return new TypedDocument(Only(rows[0], ofLine: false), [.. rows.Select(r => Only(r, ofLine: true))]);
    }

    private static List<string> Numbered(IReadOnlyList<IReadOnlyDictionary<string, string>> lines)
    {
        var given = lines.Select(l => l.GetValueOrDefault("line", "").Trim()).ToList();
        var next = 1;
        string Next()
        {
            while (given.Contains($"{next}"))
                next++;
            return $"{next++}";
        }

        return given.ConvertAll(g => g.Length > 0 ? g : Next());
    }

    // As documents.csv writes what a person typed; what is no day or amount stays as it is, and is refused as such.
    private static string Written(string typed, string column, Currency currency)
    {
        var text = typed.Trim();
        if (Days.Contains(column))
            return Day.Typed(text) is { } day ? Day.Text(day) : text;
        return Numbers.Contains(column) ? AmountText.Ungrouped(text, Free.Contains(column) ? MostDecimals : currency.Digits) : text;
    }

    private static string Sum(IReadOnlyList<IReadOnlyDictionary<string, string>> lines, Currency currency)
    {
        var sum = 0L;
        foreach (var text in lines.SelectMany(l => (string[])[l.GetValueOrDefault("net", ""), l.GetValueOrDefault("tax", "")]))
        {
            // What is no amount is said at its own place.
            AmountText.Read(Written(text, "net", currency), currency.Digits, out var minor);
            sum += minor;
        }

        return AmountText.Format(sum, currency.Digits);
    }
}
