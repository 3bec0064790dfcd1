using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Payroll;

/// <summary>payroll-mapping.csv: where pay items go, each side apart.</summary>
public static class PayrollMappingFile
{
    private const int Item = 0,
        Department = 1,
        Group = 2,
        Agency = 3,
        Expense = 4,
        Liability = 5;

    private const string Header = "item department employee_group agency expense_account liability_account";

    private static readonly IReadOnlyList<Column> Columns = Column.List($"item* {Header[5..]}");

    /// <summary>Reads a payroll mapping; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<PayrollMappingRow> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var mapping = new List<PayrollMappingRow>();
        var rows = new Dictionary<(string, string, string, string), long>();
        while (table.Read())
        {
            var row = new PayrollMappingRow
            {
                Item = table.Required(Item),
                Department = table.Text(Department),
                Group = table.Text(Group),
                Agency = table.Text(Agency),
                Expense = table.Text(Expense),
                Liability = table.Text(Liability),
            };
            if (row.Item.Length == 0)
                continue;
            if (rows.TryAdd(row.Key, table.Row))
                mapping.Add(row);
            else
                table.Error(
                    Item,
                    $"{Quote.Of(row.Item)} stands twice for the same department, employee group and agency; first on row {rows[row.Key]}"
                );
        }

        return mapping;
    }

    /// <summary>Writes a payroll mapping.</summary>
    public static void Write(Stream stream, IEnumerable<PayrollMappingRow> mapping)
    {
        using var writer = CsvFile.Create(stream, Header);
        foreach (var row in mapping)
        {
            foreach (var field in (string[])[row.Item, row.Department, row.Group, row.Agency, row.Expense, row.Liability])
                writer.WriteField(field);
            writer.EndRecord();
        }
    }
}
