using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Proof;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;
using CsvHelper;

namespace Adnumera.Formats.Entries;

/// <summary>An intended entry as a file has it.</summary>
/// <param name="Entry">The entry.</param>
/// <param name="Reverses">Whether it is of a credit or refund, so that its money counts negative.</param>
public sealed record FiledEntry(IntendedEntry Entry, bool Reverses);

/// <summary>entries.csv: the composed entries, one row a line.</summary>
public sealed class EntriesFile : IDisposable
{
    // The form of a journal of its own, such as payroll's.
    private const string Journal = "journal";

    private const string Header =
        "source source_id form entry_date reference supplier employee currency entry_line document_line account debit credit tax_code "
        + "department location project customer memo rung because";

    private const int Source = 0,
        SourceId = 1,
        Form = 2,
        EntryDate = 3,
        Reference = 4,
        Supplier = 5,
        Employee = 6,
        CurrencyCode = 7,
        AccountId = 8,
        Debit = 9,
        Credit = 10,
        TaxCode = 11,
        Department = 12,
        Location = 13,
        Project = 14,
        Customer = 15,
        RungWord = 16;

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "source* source_id* form entry_date* reference supplier employee currency account* debit* credit* tax_code department location "
            + "project customer rung* "
            + "entry_line document_line memo because"
    );

    private static readonly IReadOnlyList<string> RungWords = Words<EntryRung>.All;
    private static readonly IReadOnlyList<string> KindWords = Words<DocumentKind>.All;
    private readonly CsvWriter writer;

    /// <summary>Starts the file.</summary>
    public EntriesFile(Stream stream) => writer = CsvFile.Create(stream, Header);

    /// <summary>Writes the lines of a coded document.</summary>
    public void Write(Composition composition)
    {
        var document = composition.Document;
        Write(
            document.Identity,
            KindWords[(int)document.Kind],
            new Head(composition.EntryDate, document.Reference, document.Supplier, document.Employee, ""),
            document.Currency,
            composition.Lines
        );
    }

    /// <summary>Writes the journal of a pay run that may go to the ledger.</summary>
    public void Write(PayJournal journal) =>
        Write(
            new DocumentIdentity(PayRun.Source, journal.Run.Id),
            Journal,
            new Head(journal.EntryDate!.Value, journal.Run.Id, "", "", ""),
            journal.Run.Currency,
            journal.Lines
        );

    private void Write(DocumentIdentity identity, string form, Head head, Currency currency, IReadOnlyList<EntryLine> lines)
    {
        var entryDate = head.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        for (var i = 0; i < lines.Count; i++)
        {
            var line = lines[i];
            writer.WriteField(identity.Source);
            writer.WriteField(identity.SourceId);
            writer.WriteField(form);
            writer.WriteField(entryDate);
            writer.WriteField(head.Reference);
            writer.WriteField(head.Supplier);
            writer.WriteField(head.Employee);
            writer.WriteField(currency.Code);
            writer.WriteNumber(i + 1);
            if (line.DocumentLine is { } of)
                writer.WriteNumber(of);
            else
                writer.WriteField("");
            writer.WriteField(line.Account);
            writer.WriteAmount(line.Debit, currency);
            writer.WriteAmount(line.Credit, currency);
            writer.WriteField(line.TaxCode);
            foreach (var dimension in Dimension.Standard)
                writer.WriteField(line.Dimensions[dimension]);
            writer.WriteField(line.Memo);
            writer.WriteField(RungWords[(int)line.Rung]);
            writer.WriteField(line.Because);
            writer.EndRecord();
        }
    }

    /// <summary>Reads intended entries in the order of their first rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="company">The currency that the settings name, or none: then the entries' own.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="currency">The one currency of all entries.</param>
    public static IReadOnlyList<FiledEntry> Read(string file, byte[] content, Currency? company, Problems problems, out Currency currency)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var order = new List<Gathering>();
        var byIdentity = new Dictionary<DocumentIdentity, Gathering>();
        currency = company ?? Currency.Usd;
        var decided = company is not null;
        while (table.Read())
        {
            var own = table.CurrencyOr(CurrencyCode, currency);
            if (!decided && table.Text(CurrencyCode).Length > 0)
                (currency, decided) = (own, true);
            if (own != currency)
                table.Error(CurrencyCode, $"\"{own}\" differs from {currency}; all entries are in one currency");

            var identity = new DocumentIdentity(table.Required(Source), table.Required(SourceId));
            var head = new Head(
                table.RequiredDate(EntryDate),
                table.Text(Reference),
                table.Text(Supplier),
                table.Text(Employee),
                table.Text(Form)
            );
            var line = new ProofLine(
                table.Required(AccountId),
                table.Amount(Debit, currency),
                table.Amount(Credit, currency),
                table.Text(TaxCode),
                Dimensions.Named(table.Text(Department), table.Text(Location), table.Text(Project), table.Text(Customer)),
                table.Word<EntryRung>(RungWord) == EntryRung.Offset
            );
            if (identity.Source.Length == 0 || identity.SourceId.Length == 0)
                continue;
            if (!byIdentity.TryGetValue(identity, out var entry))
            {
                byIdentity.Add(identity, entry = new Gathering(identity, head, table.Row));
                order.Add(entry);
            }

            entry.Check(table, head);
            entry.Lines.Add(line);
        }

        if (problems.Any)
            return [];
        foreach (var entry in order)
        {
            var sum = entry.Lines.Sum(l => l.Signed);
            if (sum != 0)
                problems.Add(
                    new Problem(
                        file,
                        entry.FirstRow,
                        "",
                        $"the entry of \"{entry.Identity}\" does not balance; debit − credit is {AmountText.Format(sum, currency.Digits)}"
                    )
                );
        }

        return [.. order.Select(e => e.Finish())];
    }

    /// <inheritdoc/>
    public void Dispose() => writer.Dispose();

    private sealed record Head(DateOnly Date, string Reference, string Supplier, string Employee, string Form);

    private sealed class Gathering(DocumentIdentity identity, Head head, long firstRow)
    {
        private string employee = head.Employee;

        public DocumentIdentity Identity => identity;

        public long FirstRow => firstRow;

        public List<ProofLine> Lines { get; } = [];

        public void Check(CsvTable table, Head row)
        {
            if (employee.Length == 0)
                employee = row.Employee;
            void Differs(int column, string text, string first) =>
                table.Error(column, $"\"{text}\" differs from \"{first}\" on row {firstRow} of the same entry \"{identity}\"");
            if (row.Date != head.Date)
                Differs(
                    EntryDate,
                    row.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                    head.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
                );
            if (!Folded.Same(row.Supplier, head.Supplier))
                Differs(Supplier, row.Supplier, head.Supplier);
            if (!Folded.Same(row.Reference, head.Reference))
                Differs(Reference, row.Reference, head.Reference);
        }

        public FiledEntry Finish() =>
            new(
                new IntendedEntry
                {
                    Identity = identity,
                    Date = head.Date,
                    Reference = head.Reference,
                    Supplier = head.Supplier,
                    Employee = employee,
                    IsJournal = head.Form.Equals(Journal, StringComparison.OrdinalIgnoreCase),
                    Lines = Lines,
                },
                Words<DocumentKind>.TryRead(head.Form, out var kind) && kind.Reverses()
            );
    }
}
