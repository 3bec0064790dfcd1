using System.Buffers.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Documents;

/// <summary>documents.csv: one row a line, the document's own fields repeated.</summary>
public static class DocumentsFile
{
    private const int Source = 0,
        SourceId = 1,
        Kind = 2,
        Date = 3,
        DueDate = 4,
        Reference = 5,
        Supplier = 6,
        Employee = 7,
        PaymentAccount = 8,
        Settlement = 9,
        CurrencyCode = 10,
        Total = 11,
        Notes = 12,
        ToAccount = 13,
        MerchantCode = 14,
        Attachment = 15,
        NotDuplicate = 16,
        Line = 17,
        Description = 18,
        Category = 19,
        Item = 20,
        CostCode = 21,
        Quantity = 22,
        UnitPrice = 23,
        Net = 24,
        TaxCode = 25,
        Tax = 26,
        Department = 27,
        Location = 28,
        Project = 29,
        Customer = 30,
        Account = 31,
        OriginalAccount = 32,
        EntryDay = 33;

    /// <summary>A column of this house alone, beside those of the format: the day that a person chose for the entry. Only the application's
    /// own file has it, so that the pipeline composes the same entry.</summary>
    internal const string EntryDate = "entry_date";

    /// <summary>The names of the format's columns.</summary>
    public static IReadOnlySet<string> ColumnNames =>
        Columns.Select(c => c.Name).Where(n => n != EntryDate).ToHashSet(StringComparer.Ordinal);

    /// <summary>Whether a column belongs to a line, not to the document.</summary>
    public static bool IsOfLine(string column) => LineColumns.Contains(column);

    /// <summary>Whether the header has every column that a documents file must have.</summary>
    public static bool HasItsHeader(byte[] content)
    {
        using var table = CsvTable.Open("", content, Columns, new Problems());
        return Columns.Select((c, i) => (c, i)).All(c => !c.c.Required || table.Has(c.i));
    }

    /// <summary>Its columns: the document's own, then those of a line.</summary>
    internal static readonly IReadOnlyList<Column> Columns =
    [
        .. Column
            .List(
                "source* source_id* kind* document_date* due_date reference supplier employee payment_account settlement currency "
                    + "document_total* notes "
                    + "to_account merchant_code attachment not_duplicate line* description category item cost_code quantity unit_price "
                    + "net* tax_code tax department location "
                    + $"project customer account original_account {EntryDate}"
            )
            .Select(c => c.Name == "notes" ? c with { Most = PlainText.MostOfNotes } : c),
    ];

    private static readonly HashSet<string> LineColumns = [.. Columns.Skip(Line).Select(c => c.Name)];

    /// <summary>Reads documents in the order of their first rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="company">The company's currency, for documents that name none.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="strict">Whether the application's own limits hold: plain texts, days that books speak of.</param>
    public static IReadOnlyList<FiledDocument> Read(string file, byte[] content, Currency company, Problems problems, bool strict = false)
    {
        using var table = CsvTable.Open(file, content, Columns, problems, strict);
        var order = new List<Gathering>();
        foreach (var document in Rows(table, [], company, problems))
            if (!document.IsListed)
            {
                document.IsListed = true;
                order.Add(document);
            }

        return problems.Any ? [] : [.. order.Select(d => d.Finish())];
    }

    /// <summary>Reads what can be read, documents in the order of their first rows: those with an error in one of
    /// their rows may lack it or be left out.</summary>
    internal static IReadOnlyList<FiledDocument> ReadSound(string file, byte[] content, ReadingChoices choices, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems, choices.IsStrict);
        var order = new List<Gathering>();
        foreach (var document in Rows(table, [], choices.Company, problems))
        {
            if (choices.Source.Length > 0 && document.Head.Identity.Source != choices.Source && !document.IsListed)
                table.Error(Source, OtherSource(document.Head.Identity.Source, choices.Source));
            if (!document.IsListed)
                order.Add(document);
            document.IsListed = true;
        }

        return [.. order.Where(d => d.HasRows).Select(d => d.Finish())];
    }

    /// <summary>What is said of a document of another source than the chosen one.</summary>
    internal static string OtherSource(string source, string chosen) =>
        $"{Quote.Of(source)} is another source; expected {Quote.Of(chosen)}";

    /// <summary>Reads documents one after the other, each as soon as its last row is read, so that none need be kept. Rows of a document
    /// that do not stand together end it: the file is then read whole. Nothing more comes once there is an error.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="company">The company's currency, for documents that name none.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <exception cref="ScatteredRowsException">A row belongs to a document that came before the one above it.</exception>
    public static IEnumerable<FiledDocument> Stream(string file, byte[] content, Currency company, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var known = new Dictionary<DocumentIdentity, Gathering?>();
        Gathering? last = null;
        foreach (var document in Rows(table, known, company, problems))
        {
            if (document == last)
                continue;
            if (last is not null)
                known[last.Head.Identity] = null;
            if (last is not null && !problems.Any)
                yield return last.Finish();
            last = document;
        }

        if (last is not null && !problems.Any)
            yield return last.Finish();
    }

    // The document of each row, with the row taken into it. Of those that are known and done with, nothing is kept but the identity.
    private static IEnumerable<Gathering> Rows(
        CsvTable table,
        Dictionary<DocumentIdentity, Gathering?> known,
        Currency company,
        Problems problems
    )
    {
        Gathering? current = null;
        while (table.Read())
        {
            var before = problems.Count;
            var goesOn = current is { Head.Identity: var last } && table.Has(Source, last.Source) && table.Has(SourceId, last.SourceId);
            var identity = goesOn ? current!.Head.Identity : new DocumentIdentity(table.Required(Source), table.Required(SourceId));
            var isNamed = identity.Source.Length > 0 && identity.SourceId.Length > 0;
            if (!goesOn)
            {
                current = null;
                if (isNamed && known.TryGetValue(identity, out current) && current is null)
                    throw new ScatteredRowsException();
            }

            var currency = table.CurrencyOr(CurrencyCode, company);
            if (current is null)
            {
                var lines = new List<DocumentLine>();
                var head = ReadHead(table, identity, currency, lines);
                var first = ReadLine(table, currency);
                if (!isNamed)
                    continue;
                current = new Gathering(head, lines, HeadTexts(table), table.Row);
                known.Add(identity, current);
                CheckTransfer(table, current, first);
                if (problems.Count == before)
                    current.Add(first, table.Row);
            }
            else
            {
                var line = ReadLine(table, currency);
                CheckHead(table, current, currency);
                CheckTransfer(table, current, line);
                if (problems.Count == before && current.RowOf(line.Number) is { } other)
                    table.Error(Line, $"line {line.Number} of document {Quote.Of(identity.ToString())} stands twice; first on row {other}");
                else if (problems.Count == before)
                    current.Add(line, table.Row);
            }

            yield return current;
        }
    }

    private static Document ReadHead(CsvTable table, DocumentIdentity identity, Currency currency, List<DocumentLine> lines) =>
        new()
        {
            Identity = identity,
            Kind = table.Word(Kind, DocumentKinds.WithLines),
            Date = table.RequiredDate(Date),
            DueDate = table.Date(DueDate),
            Reference = table.Text(Reference),
            Supplier = table.Text(Supplier),
            Employee = table.Text(Employee),
            PaymentAccount = table.Text(PaymentAccount),
            Settlement = table.Text(Settlement),
            Currency = currency,
            Total = table.Amount(Total, currency, required: true),
            Notes = table.Text(Notes),
            ToAccount = table.Text(ToAccount),
            MerchantCode = table.Text(MerchantCode),
            Attachment = table.Text(Attachment),
            NotDuplicate = table.YesNo(NotDuplicate, blank: false),
            EntryDateChoice = table.Date(EntryDay),
            Lines = lines,
        };

    private static DocumentLine ReadLine(CsvTable table, Currency currency) =>
        new()
        {
            Number = ReadNumber(table),
            Description = table.Text(Description),
            Category = table.Text(Category),
            Item = table.Text(Item),
            CostCode = table.Text(CostCode),
            Quantity = table.Number(Quantity),
            UnitPrice = table.Number(UnitPrice),
            Net = table.Amount(Net, currency, required: true),
            TaxCode = table.Text(TaxCode),
            Tax = table.Amount(Tax, currency),
            Dimensions = Dimensions.Named(table.Text(Department), table.Text(Location), table.Text(Project), table.Text(Customer)),
            Account = table.Text(Account),
            OriginalAccount = table.Text(OriginalAccount),
        };

    private static long ReadNumber(CsvTable table)
    {
        if (Utf8Parser.TryParse(table.Bytes(Line), out ulong number, out var used) && used == table.Bytes(Line).Length && used <= 18)
            return (long)number;
        var text = table.Required(Line);
        if (text.Length == 0)
            return 0;
        table.Error(Line, $"{Quote.Of(text)} is not a whole number");
        return 0;
    }

    private static string[] HeadTexts(CsvTable table)
    {
        var texts = new string[NotDuplicate + 1];
        for (var column = Kind; column <= NotDuplicate; column++)
            texts[column] = table.Text(column);
        return texts;
    }

    // A transfer has one line, and no tax.
    private static void CheckTransfer(CsvTable table, Gathering document, DocumentLine line)
    {
        if (document.Head.Kind != DocumentKind.Transfer)
            return;
        if (table.Row != document.FirstRow)
            table.Error(
                Line,
                $"a transfer has one line; that of document {Quote.Of(document.Head.Identity.ToString())} is on row {document.FirstRow}"
            );
        if (line.Tax != 0)
            table.Error(Tax, "a transfer has no tax");
        if (line.TaxCode.Length > 0)
            table.Error(TaxCode, $"{Quote.Of(line.TaxCode)}: a transfer has no tax code");
    }

    // The document's own fields stand on each of its rows and must say the same; blank differs from filled.
    private static void CheckHead(CsvTable table, Gathering document, Currency currency)
    {
        for (var column = Kind; column <= NotDuplicate; column++)
        {
            var first = document.HeadTexts[column];
            if (table.Has(column, first))
                continue;
            var text = table.Text(column);
            if (string.Equals(text, first, StringComparison.Ordinal))
                continue;
            var same = column switch
            {
                Notes => false,
                Total => text.Length > 0
                    && AmountText.Read(text, currency.Digits, out var total) == AmountText.Fault.None
                    && total == document.Head.Total,
                _ => text.Length > 0 && first.Length > 0 && Folded.Same(text, first),
            };
            if (!same)
            {
                table.Error(
                    column,
                    $"{Quote.Of(text)} differs from {Quote.Of(first)} on row {document.FirstRow} of the same document "
                        + $"{Quote.Of(document.Head.Identity.ToString())}"
                );
            }
        }
    }

    // A document while its rows come in; they need not stand together.
    private sealed class Gathering(Document head, List<DocumentLine> lines, string[] headTexts, long firstRow)
    {
        private readonly List<long> rows = [];
        private HashSet<long>? numbers;
        private bool ascending = true;

        public Document Head => head;

        public string[] HeadTexts => headTexts;

        public long FirstRow => firstRow;

        public bool IsListed { get; set; }

        public bool HasRows => rows.Count > 0;

        // Almost always the lines come in ascending order, so that most need no look-up.
        public long? RowOf(long number)
        {
            if (lines.Count == 0 || (ascending && number > lines[^1].Number))
                return null;
            numbers ??= [.. lines.Select(l => l.Number)];
            return numbers.Contains(number) ? rows[lines.FindIndex(l => l.Number == number)] : null;
        }

        public void Add(DocumentLine line, long row)
        {
            ascending &= lines.Count == 0 || line.Number > lines[^1].Number;
            numbers?.Add(line.Number);
            lines.Add(line);
            rows.Add(row);
        }

        public FiledDocument Finish()
        {
            if (!ascending)
                lines.Sort((a, b) => a.Number.CompareTo(b.Number));
            return new FiledDocument(head, firstRow, rows[^1]);
        }
    }
}

/// <summary>The rows of a document do not stand together, so that the file cannot be read document by document.</summary>
public sealed class ScatteredRowsException : Exception;
