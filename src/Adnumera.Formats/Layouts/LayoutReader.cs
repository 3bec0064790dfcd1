using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;

namespace Adnumera.Formats.Layouts;

/// <summary>Reads a table of any columns by a layout.</summary>
public sealed class LayoutReader
{
    // What belongs to the document, and says the same on each of its rows.
    private static readonly string[] HeadColumns =
    [
        "kind",
        "document_date",
        "due_date",
        "reference",
        "supplier",
        "employee",
        "payment_account",
        "settlement",
        "currency",
        "document_total",
        "notes",
        "to_account",
        "merchant_code",
        "attachment",
        "not_duplicate",
    ];

    private readonly ArrivedFile file;
    private readonly Layout layout;
    private readonly ReadingChoices choices;
    private readonly string source;
    private readonly Problems problems,
        found = new(int.MaxValue);
    private readonly Dictionary<string, int> hashes = [];

    private LayoutReader(ArrivedFile file, Layout layout, ReadingChoices choices, Problems problems) =>
        (this.file, this.layout, this.choices, source, this.problems) = (file, layout, choices, choices.Source, problems);

    // A row with its values, once they are read.
    private sealed record Filed(LayoutRow Row, Document Head, DocumentLine Line, long? Total, long? Number, string Values);

    /// <summary>Reads the documents in the order of their first rows; errors go to <paramref name="problems"/>, those of records that are
    /// held by themselves with these.</summary>
    /// <param name="file">The file, delimited or XLSX.</param>
    /// <param name="layout">The layout.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors go.</param>
    /// <exception cref="FileFaultException">It cannot be read as the layout says.</exception>
    public static IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, Layout layout, ReadingChoices choices, Problems problems) =>
        new LayoutReader(file, layout, choices, problems).Records();

    /// <summary>Tells what a layout says of every row alike and can stand in none: wrong once, and not again in each row of the
    /// table.</summary>
    internal static void CheckConstants(Layout layout, Action<string, string> error)
    {
        // Of a row without a cell, only that is read.
        var (row, alone) = (new TableRow(0, []), layout with { Columns = new Dictionary<string, IReadOnlyList<string>>() });
        var choices = new ReadingChoices(layout.Constants.GetValueOrDefault("source", ""), Currency.Unsaid);
        var reader = new LayoutReader(new ArrivedFile("", []), alone, choices, new Problems());
        reader.Read(new LayoutRow("", row, alone, new LayoutColumns(row, alone, reader.problems.Add, ""), reader.found));
        foreach (var problem in reader.found.Errors.Where(p => layout.Constants.ContainsKey(p.Column)))
            error(problem.Column, problem.Message);
    }

    private List<ArrivedRecord> Records()
    {
        LayoutColumns? columns = null;
        var order = new List<List<Filed>>();
        var byKey = new Dictionary<string, List<Filed>>();
        var before = problems.Count;
        foreach (var row in LayoutTable.Rows(file, layout, problems))
        {
            if (columns is null)
            {
                columns = new LayoutColumns(row, layout, problems.Add, file.Name);
                if (problems.Count > before)
                    return [];
                continue;
            }

            var filed = Read(new LayoutRow(file.Name, row, layout, columns, found));
            if (KeyOf(filed) is { } key && byKey.TryGetValue(key, out var group))
            {
                CheckHead(group[0], filed);
                group.Add(filed);
            }
            else
            {
                order.Add([filed]);
                if (KeyOf(filed) is { } first)
                    byKey.Add(first, order[^1]);
            }
        }

        if (columns is null)
            throw new FileFaultException("", "it is empty; expected a header row");
        if (problems.Count > before)
            return [];
        if (found.Any && !choices.HoldsFaulty)
        {
            problems.Add(found);
            return [];
        }

        return Records(order);
    }

    private List<ArrivedRecord> Records(List<List<Filed>> order)
    {
        var byRow = found.Errors.ToLookup(e => e.Row);
        var records = new List<ArrivedRecord>();
        foreach (var rows in order)
        {
            var said = rows.SelectMany(r => byRow[r.Row.Number]).ToList();
            var known = found.Count;
            if (said.Count == 0 && RecordOf(rows) is var record)
            {
                said = [.. found.Errors.Skip(known), .. Beyond(record)];
                if (said.Count == 0)
                {
                    records.Add(record);
                    continue;
                }
            }

            if (choices.HoldsFaulty)
                records.Add(new ArrivedRecord.Faulty(file.Name, PlaceOf(rows), Typed(rows), said));
            else
                said.ForEach(problems.Add);
        }

        return records;
    }

    // What the application does not keep; where records are not held, it is asked of all forms alike.
    private IEnumerable<Problem> Beyond(ArrivedRecord record) =>
        record is ArrivedRecord.Taken taken && choices is { IsStrict: true, HoldsFaulty: true } ? taken.BeyondLimits() : [];

    private static string PlaceOf(List<Filed> rows) => FiledDocument.PlaceOf(rows[0].Row.Number, rows[^1].Row.Number);

    private TypedDocument Typed(List<Filed> rows)
    {
        var typed = TypedDocuments.OfRows(rows.ConvertAll(Texts));
        return typed["source_id"].Length > 0
            ? typed
            : typed with
            {
                IdColumns = [.. RowIds.Columns(layout)],
                IsSigned = layout.Amounts == AmountsMeaning.ChargesNegative,
            };
    }

    private IReadOnlyDictionary<string, string> Texts(Filed filed)
    {
        var texts = layout
            .Columns.Keys.Concat(layout.Constants.Keys)
            .ToDictionary(name => name, name => filed.Row.Written(name, filed.Head.Currency));
        texts["source"] = source;
        if (layout.Amounts == AmountsMeaning.ChargesNegative)
            foreach (var (name, text) in Unsigned(filed))
                texts[name] = text;
        return texts.Where(t => t.Value.Length > 0).ToDictionary();
    }

    // Whether it is a charge is said by the sign: of what has none that can be read, a person says it.
    private static IEnumerable<(string Name, string Text)> Unsigned(Filed filed)
    {
        if (filed.Line.Net == 0)
        {
            yield return ("kind", "");
            yield break;
        }

        string Money(long minor) => AmountText.Format(minor, filed.Head.Currency.Digits);
        yield return ("kind", Words<DocumentKind>.Of(filed.Head.Kind));
        yield return ("net", Money(filed.Line.Net));
        if (filed.Line.Tax != 0)
            yield return ("tax", Money(filed.Line.Tax));
        if (filed.Total is { } total)
            yield return ("document_total", Money(total));
    }

    // Which rows are one document; none for a row that is one by itself.
    private string? KeyOf(Filed filed)
    {
        if (layout.Amounts == AmountsMeaning.ChargesNegative)
            return null;
        var names = layout.Document.Count > 0 ? layout.Document : ["source_id"];
        var values = names.Select(n => Folded.Of(filed.Row.Text(n))).ToList();
        return values.TrueForAll(v => v.Length == 0) || (layout.Document.Count == 0 && !layout.Columns.ContainsKey("source_id"))
            ? null
            : string.Join('\u001F', values);
    }

    private Filed Read(LayoutRow row)
    {
        var own = row.Text("source");
        if (own.Length > 0 && own != source)
            row.Error("source", $"{Quote.Of(own)} is another source; expected {Quote.Of(source)}");
        var code = row.Text("currency");
        var currency = choices.Company;
        if (code.Length > 0 && !Currency.TryFind(code, out currency))
        {
            row.Error("currency", $"{Quote.Of(code)} is not a currency of ISO 4217; expected a code such as USD");
            currency = choices.Company;
        }

        var signed = layout.Amounts == AmountsMeaning.ChargesNegative;
        long Must(string ours, long? value)
        {
            if (value is null && row.Text(ours).Length == 0)
                row.Error(ours, "must be filled");
            return value ?? 0;
        }

        var date = row.Day("document_date");
        if (date is null && row.Text("document_date").Length == 0)
            row.Error("document_date", "must be filled");
        var net = Must("net", row.Amount("net", currency));
        var turn = signed && net < 0 ? -1 : 1;
        var number = row.Decimal("line");
        if (number is < 0 or > int.MaxValue || (number is { } n && n != decimal.Truncate(n)))
            row.Error("line", $"{Quote.Of(row.Text("line"))} is not a whole number");
        var head = new Document
        {
            Identity = new DocumentIdentity(source, row.Text("source_id")),
            Kind = signed
                ? net < 0
                    ? DocumentKind.CardCharge
                    : DocumentKind.CardRefund
                : row.Word("kind", DocumentKinds.WithLines) ?? default,
            Date = date ?? default,
            DueDate = row.Day("due_date"),
            Reference = row.Text("reference"),
            Supplier = row.Text("supplier"),
            Employee = row.Text("employee"),
            PaymentAccount = row.Text("payment_account"),
            ToAccount = row.Text("to_account"),
            MerchantCode = row.Text("merchant_code"),
            Attachment = row.Text("attachment"),
            Settlement = row.Text("settlement"),
            Currency = currency,
            Total = 0,
            Notes = row.Text("notes"),
            NotDuplicate = YesNo(row),
            Lines = [],
        };
        var total = turn * row.Amount("document_total", currency);
        var line = new DocumentLine
        {
            Number = 0,
            Description = row.Text("description"),
            Category = row.Text("category"),
            Item = row.Text("item"),
            CostCode = row.Text("cost_code"),
            Quantity = row.Decimal("quantity"),
            UnitPrice = row.Decimal("unit_price"),
            Net = turn * net,
            TaxCode = row.Text("tax_code"),
            Tax = turn * (row.Amount("tax", currency) ?? 0),
            Dimensions = Dimensions.Named(row.Text("department"), row.Text("location"), row.Text("project"), row.Text("customer")),
            Account = row.Text("account"),
            OriginalAccount = row.Text("original_account"),
        };
        return new Filed(row, head, line, total, (long?)number, RowIds.Values(RowIds.Columns(layout), head, line, turn, total, row.Text));
    }

    private static bool YesNo(LayoutRow row)
    {
        var text = row.Text("not_duplicate");
        if (
            text.Length > 0
            && !text.Equals("yes", StringComparison.OrdinalIgnoreCase)
            && !text.Equals("no", StringComparison.OrdinalIgnoreCase)
        )
            row.Error("not_duplicate", $"{Quote.Of(text)} is not known; expected yes or no");
        return text.Equals("yes", StringComparison.OrdinalIgnoreCase);
    }

    private static void CheckHead(Filed first, Filed row)
    {
        foreach (var name in HeadColumns)
        {
            var same = name switch
            {
                "kind" => row.Head.Kind == first.Head.Kind,
                "document_date" => row.Head.Date == first.Head.Date,
                "due_date" => row.Head.DueDate == first.Head.DueDate,
                "document_total" => row.Total == first.Total,
                "notes" => row.Head.Notes == first.Head.Notes,
                _ => Folded.Same(row.Row.Text(name), first.Row.Text(name)),
            };
            if (!same)
                row.Row.Error(
                    name,
                    $"{Quote.Of(row.Row.Text(name))} differs from {Quote.Of(first.Row.Text(name))} on row {first.Row.Number} of the same "
                        + "document"
                );
        }
    }

    private ArrivedRecord RecordOf(List<Filed> rows)
    {
        var first = rows[0];
        var place = PlaceOf(rows);
        var id = first.Head.Identity.SourceId.Length > 0 ? first.Head.Identity.SourceId : Hash(rows);
        if (layout.Amounts == AmountsMeaning.ChargesNegative && first.Line.Net == 0)
            return new ArrivedRecord.Skipped(
                file.Name,
                place,
                id,
                first.Head.Date,
                0,
                first.Head.Currency,
                SkipReason.Zero,
                "It moves no money."
            );
        var lines = rows.Select((r, i) => r.Line with { Number = r.Number ?? i + 1 }).ToList();
        foreach (var twice in lines.GroupBy(l => l.Number).Where(g => g.Count() > 1))
            rows[^1].Row.Error("line", $"line {twice.Key} of document {Quote.Of(id)} stands twice");
        if (first.Head.Kind == DocumentKind.Transfer && (lines.Count != 1 || lines[0].Tax != 0 || lines[0].TaxCode.Length > 0))
            first.Row.Error("kind", "a transfer has one line, no tax and no tax code");
        return new ArrivedRecord.Taken(
            file.Name,
            place,
            first.Head with
            {
                Identity = new DocumentIdentity(source, id),
                Total = first.Total ?? lines.Sum(l => l.Net + l.Tax),
                Lines = [.. lines.OrderBy(l => l.Number)],
            }
        );
    }

    // The same again within one file is another one; the same file again gives the same ids.
    private string Hash(List<Filed> rows)
    {
        var hash = RowIds.Of(rows.Select(r => r.Values));
        var times = hashes[hash] = hashes.GetValueOrDefault(hash) + 1;
        return times == 1 ? hash : $"{hash}-{times}";
    }
}
