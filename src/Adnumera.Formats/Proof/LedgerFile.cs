using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Proof;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Proof;

/// <summary>ledger.csv: what the ledger holds, one row a line.</summary>
public static class LedgerFile
{
    private const int Entry = 0,
        Source = 1,
        SourceId = 2,
        EntryType = 3,
        EntryDate = 4,
        Reference = 5,
        Supplier = 6,
        Employee = 7,
        Status = 8,
        AccountId = 9,
        Debit = 10,
        Credit = 11,
        TaxCode = 12,
        Department = 13,
        Location = 14,
        Project = 15,
        Customer = 16;

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "ledger_entry* source source_id entry_type entry_date* reference supplier employee status* account* debit credit tax_code "
            + "department location project customer"
    );

    /// <summary>Reads the ledger's entries in the order of their first rows; errors go to <paramref name="problems"/>.</summary>
    public static IReadOnlyList<FoundEntry> Read(string file, byte[] content, Currency currency, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var order = new List<Gathering>();
        var byId = new Dictionary<string, Gathering>(StringComparer.Ordinal);
        while (table.Read())
        {
            var id = table.Required(Entry);
            var head = new Head(
                table.Text(Source),
                table.Text(SourceId),
                Folded.Of(table.Text(EntryType)),
                table.RequiredDate(EntryDate),
                table.Word<LedgerStatus>(Status)
            );
            if (head.Source.Length == 0 != (head.SourceId.Length == 0))
                table.Error(head.Source.Length == 0 ? Source : SourceId, "source and source_id are either both filled or both blank");
            var line = new ProofLine(
                table.Required(AccountId),
                table.Amount(Debit, currency),
                table.Amount(Credit, currency),
                table.Text(TaxCode),
                Dimensions.Named(table.Text(Department), table.Text(Location), table.Text(Project), table.Text(Customer))
            );
            if (id.Length == 0)
                continue;
            if (!byId.TryGetValue(id, out var entry))
            {
                byId.Add(id, entry = new Gathering(id, head, table.Row));
                order.Add(entry);
            }

            entry.Add(table, head, line);
        }

        return problems.Any ? [] : [.. order.Select(e => e.Finish())];
    }

    private sealed record Head(string Source, string SourceId, string Type, DateOnly Date, LedgerStatus Status);

    private sealed class Gathering(string id, Head head, long firstRow)
    {
        private readonly List<ProofLine> lines = [];
        private string reference = "",
            supplier = "",
            employee = "";

        public void Add(CsvTable table, Head row, ProofLine line)
        {
            if (row != head)
            {
                var column =
                    row.Source != head.Source ? Source
                    : row.SourceId != head.SourceId ? SourceId
                    : row.Type != head.Type ? EntryType
                    : row.Date != head.Date ? EntryDate
                    : Status;
                table.Error(column, $"\"{table.Text(column)}\" differs from row {firstRow} of the same ledger entry \"{id}\"");
            }

            // A ledger may fill these on one line only.
            if (reference.Length == 0)
                reference = table.Text(Reference);
            if (supplier.Length == 0)
                supplier = table.Text(Supplier);
            if (employee.Length == 0)
                employee = table.Text(Employee);
            lines.Add(line);
        }

        public FoundEntry Finish() =>
            new()
            {
                LedgerEntry = id,
                Identity = head.Source.Length > 0 ? new DocumentIdentity(head.Source, head.SourceId) : null,
                IsPayment = head.Type == "PAYMENT",
                Status = head.Status,
                Date = head.Date,
                Reference = reference,
                Supplier = supplier,
                Employee = employee,
                Lines = lines,
            };
    }
}
