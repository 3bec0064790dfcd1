using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Payroll;

/// <summary>register.csv: pay runs, one row a pay item.</summary>
public static class RegisterFile
{
    internal const int Run = 0,
        PayDate = 1,
        PeriodEnd = 2,
        Employee = 3,
        Department = 4,
        Group = 5,
        Item = 6,
        Type = 7,
        Amount = 8,
        Agency = 9;

    private const string Header = "run pay_date period_end employee department employee_group item type amount agency";

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "run* pay_date* period_end employee department employee_group item* type* amount* agency"
    );

    /// <summary>The names of its columns, in their order.</summary>
    public static IReadOnlyList<string> ColumnNames { get; } = Header.Split(' ');

    /// <summary>Whether a table has every column that a register must have.</summary>
    public static bool HasItsHeader(byte[] content)
    {
        using var table = CsvTable.Open("", content, Columns, new Problems());
        return Columns.Index().All(c => !c.Item.Required || table.Has(c.Index));
    }

    /// <summary>Reads pay runs in the order of their first rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="currency">The company's currency.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="strict">Whether the application's own limits hold.</param>
    public static IReadOnlyList<PayRun> Read(string file, byte[] content, Currency currency, Problems problems, bool strict = false)
    {
        using var table = CsvTable.Open(file, content, Columns, problems, strict);
        var runs = new PayRunGathering(currency, table.Error);
        var texts = new Texts(table);
        var (payDates, periodEnds, types) = (
            new Repeated<DateOnly>(table, texts, PayDate),
            new Repeated<DateOnly?>(table, texts, PeriodEnd),
            new Repeated<PayItemType>(table, texts, Type)
        );
        while (table.Read())
        {
            var id = texts.Required(Run);
            var (payDate, periodEnd) = (payDates.Of(t => t.RequiredDate(PayDate)), periodEnds.Of(t => t.Date(PeriodEnd)));
            var row = new PayRow(
                texts.Of(Employee),
                texts.Of(Department),
                texts.Of(Group),
                texts.Required(Item),
                types.Of(t => t.Word<PayItemType>(Type)),
                table.Amount(Amount, currency, required: true),
                texts.Of(Agency)
            );
            runs.Add(table.Row, id, payDate, periodEnd, row);
        }

        return problems.Any ? [] : runs.Finish();
    }

    /// <summary>Writes pay runs.</summary>
    public static void Write(Stream stream, IEnumerable<PayRun> runs)
    {
        using var writer = CsvFile.Create(stream, Header);
        foreach (var run in runs)
        foreach (var row in run.Rows)
        {
            writer.WriteField(run.Id);
            writer.WriteField(Day.Text(run.PayDate));
            writer.WriteField(Day.Text(run.PeriodEnd));
            foreach (var field in (string[])[row.Employee, row.Department, row.Group, row.Item, Words<PayItemType>.Of(row.Type)])
                writer.WriteField(field);
            writer.WriteAmount(row.Amount, run.Currency);
            writer.WriteField(row.Agency);
            writer.EndRecord();
        }
    }

    // The same few texts come again and again.
    private sealed class Texts(CsvTable table)
    {
        private readonly Dictionary<string, string>.AlternateLookup<ReadOnlySpan<char>> known = new Dictionary<string, string>(
            StringComparer.Ordinal
        ).GetAlternateLookup<ReadOnlySpan<char>>();

        public string Required(int column)
        {
            var text = Of(column);
            return text.Length > 0 ? text : table.Required(column);
        }

        public string Of(int column)
        {
            var bytes = table.Bytes(column);
            Span<char> chars = stackalloc char[128];
            if (bytes.Length > chars.Length || !System.Text.Ascii.IsValid(bytes))
                return table.Text(column);
            var length = System.Text.Encoding.ASCII.GetChars(bytes, chars);
            var text = chars[..length].Trim();
            if (!known.TryGetValue(text, out var kept))
                known[text] = kept = table.Text(column);
            return kept;
        }
    }

    // What a text of a column means; what is wrong with one is said for each row.
    private sealed class Repeated<T>(CsvTable table, Texts texts, int column)
    {
        private readonly Dictionary<string, T> known = new(StringComparer.Ordinal);

        public T Of(Func<CsvTable, T> read)
        {
            var text = texts.Of(column);
            if (known.TryGetValue(text, out var value))
                return value;
            var before = table.Problems;
            value = read(table);
            if (table.Problems == before)
                known.Add(text, value);
            return value;
        }
    }
}
