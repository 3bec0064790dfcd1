using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>thresholds.csv: from which amount on a box is filed, from which year on.</summary>
public static class ThresholdsFile
{
    private const int Year = 0,
        Box = 1,
        Amount = 2;

    private static readonly IReadOnlyList<Column> Columns = Column.List("year* box* amount*");

    /// <summary>Reads the rows; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<ThresholdRow> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var rows = new List<ThresholdRow>();
        var known = new Dictionary<(int, ReturnBox), long>();
        while (table.Read())
        {
            var before = table.Problems;
            var row = new ThresholdRow(
                BoxFields.Year(table, Year),
                BoxFields.Box(table, Box),
                table.Amount(Amount, Currency.Usd, required: true)
            );
            if (table.Problems > before)
                continue;
            if (row.Amount < 0)
                table.Error(Amount, "is negative; expected a threshold of 0.00 or more");
            if (known.TryAdd((row.Year, row.Box), table.Row))
                rows.Add(row);
            else
                table.Error(Box, $"{row.Box.Text()} stands twice for {row.Year}; first on row {known[(row.Year, row.Box)]}");
        }

        return rows;
    }

    /// <summary>Writes the rows.</summary>
    public static void Write(Stream stream, IEnumerable<ThresholdRow> rows)
    {
        using var writer = CsvFile.Create(stream, "year box amount");
        foreach (var row in rows)
        {
            writer.WriteField(row.Year.ToString(CultureInfo.InvariantCulture));
            writer.WriteField(row.Box.Text());
            writer.WriteAmount(row.Amount, Currency.Usd);
            writer.EndRecord();
        }
    }
}
