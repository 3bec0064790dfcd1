using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;

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
    private readonly string source;
    private readonly Problems problems;
    private readonly Dictionary<string, int> hashes = [];

    private LayoutReader(ArrivedFile file, Layout layout, string source, Problems problems) =>
        (this.file, this.layout, this.source, this.problems) = (file, layout, source, problems);

    // A row with its values, once they are read.
    private sealed record Filed(LayoutRow Row, Document Head, DocumentLine Line, long? Total, long? Number, string Values);

    /// <summary>Reads the documents in the order of their first rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The file, delimited or XLSX.</param>
    /// <param name="layout">The layout.</param>
    /// <param name="source">The source.</param>
    /// <param name="problems">Where errors go.</param>
    /// <exception cref="FileFaultException">It cannot be read as the layout says.</exception>
    public static IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, Layout layout, string source, Problems problems) =>
        new LayoutReader(file, layout, source, problems).Records();

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

            var filed = Read(new LayoutRow(file.Name, row, layout, columns, problems));
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
        return problems.Count > before ? [] : order.ConvertAll(RecordOf);
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
        if (!Currency.TryFind(code.Length > 0 ? code : Currency.Usd.Code, out var currency))
        {
            row.Error("currency", $"{Quote.Of(code)} is not a currency of ISO 4217; expected a code such as USD");
            currency = Currency.Usd;
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
                : row.Word<DocumentKind>("kind") ?? default,
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
        return new Filed(row, head, line, total, (long?)number, Values(row, head, line, net));
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

    // The mapped values of a row as they were read, for an id of its own.
    private string Values(LayoutRow row, Document head, DocumentLine line, long net) =>
        string.Join(
            '\u001F',
            layout
                .Columns.Keys.Order(StringComparer.Ordinal)
                .Select(name =>
                    name switch
                    {
                        "document_date" => Day.Text(head.Date),
                        "due_date" => head.DueDate is { } due ? Day.Text(due) : "",
                        "net" => net.ToString(CultureInfo.InvariantCulture),
                        "tax" => (row.Amount("tax", head.Currency) ?? 0).ToString(CultureInfo.InvariantCulture),
                        "document_total" => row.Amount("document_total", head.Currency)?.ToString(CultureInfo.InvariantCulture) ?? "",
                        "quantity" => Free(line.Quantity),
                        "unit_price" => Free(line.UnitPrice),
                        "currency" => head.Currency.Code,
                        _ => row.Text(name),
                    }
                )
        );

    private static string Free(decimal? number) => number?.ToString("0.############################", CultureInfo.InvariantCulture) ?? "";

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
        var place = $"row {first.Row.Number}";
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
        var text = string.Join('\u001E', rows.Select(r => r.Values));
        var hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..16];
        var times = hashes[hash] = hashes.GetValueOrDefault(hash) + 1;
        return times == 1 ? hash : $"{hash}-{times}";
    }
}
