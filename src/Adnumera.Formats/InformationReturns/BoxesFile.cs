using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>boxes.csv: in which box what is paid for an account counts, from which year on.</summary>
public static class BoxesFile
{
    private const int Year = 0,
        Account = 1,
        Supplier = 2,
        Box = 3;

    private static readonly IReadOnlyList<Column> Columns = Column.List("year* account* supplier box*");

    /// <summary>Reads the rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<BoxRow> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var rows = new List<BoxRow>();
        var known = new Dictionary<(int, string, string), long>();
        while (table.Read())
        {
            var row = new BoxRow(BoxFields.Year(table, Year), table.Required(Account), table.Text(Supplier), BoxFields.Choice(table, Box));
            if (known.TryAdd((row.Year, row.Account, Folded.Of(row.Supplier)), table.Row))
                rows.Add(row);
            else
                table.Error(
                    Account,
                    $"{Quote.Of(row.Account)} stands twice for the same year and supplier; first on row "
                        + $"{known[(row.Year, row.Account, Folded.Of(row.Supplier))]}"
                );
        }

        return rows;
    }

    /// <summary>Writes the rows.</summary>
    public static void Write(Stream stream, IEnumerable<BoxRow> rows)
    {
        using var writer = CsvFile.Create(stream, "year account supplier box");
        foreach (var row in rows)
        {
            writer.WriteField(row.Year.ToString(CultureInfo.InvariantCulture));
            writer.WriteField(row.Account);
            writer.WriteField(row.Supplier);
            writer.WriteField(row.Choice.ToString());
            writer.EndRecord();
        }
    }
}
