using System.Globalization;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;
using CsvHelper;
using MiniExcelLibs;

namespace Adnumera.Formats.Layouts;

/// <summary>The rows of a table, delimited or of a workbook: the first one is the header.</summary>
internal static class LayoutTable
{
    /// <summary>The rows from the header on; blank ones are left out.</summary>
    /// <exception cref="FileFaultException">It cannot be read as the layout says.</exception>
    public static IEnumerable<TableRow> Rows(ArrivedFile file, Layout layout, Problems problems) =>
        (TableReader.IsWorkbook(file) ? Sheet(file, layout) : Delimited(file, layout, problems)).Where(r =>
            r.Cells.Any(c => c.Text.Length > 0)
        );

    private static IEnumerable<TableRow> Delimited(ArrivedFile file, Layout layout, Problems problems)
    {
        var content = Below(TableText.Utf8(file.Content, layout.Encoding), layout.HeaderRow - 1);
        var above = layout.HeaderRow - 1;
        var quotes = new HashSet<long>();
        using var reader = CsvReader.Create(
            content,
            new CsvReaderOptions
            {
                Separator = layout.Delimiter,
                TrackLineNumbers = true,
                TrimWhitespace = false,
                OnMalformedRecord = record =>
                {
                    if (record.Reason != CsvMalformedReason.FieldCountMismatch && quotes.Add(record.LineNumber))
                        problems.Add(new Problem(file.Name, record.LineNumber + above, "", "a quote is malformed; expected RFC 4180"));
                },
            }
        );
        reader.ReadHeader();
        var header = reader.Headers.ToArray();
        yield return new TableRow(layout.HeaderRow, [.. header.Select(h => new TableCell(h.Trim()))]);
        while (reader.Read())
        {
            var row = reader.LineNumber + above;
            var cells = new TableCell[reader.FieldCount];
            for (var i = 0; i < cells.Length; i++)
                cells[i] = new TableCell(Short(reader.GetString(i), row).Trim());
            if (cells.Length != header.Length && cells.Any(c => c.Text.Length > 0))
                problems.Add(new Problem(file.Name, row, "", $"the row has {cells.Length} fields, the header has {header.Length}"));
            else
                yield return new TableRow(row, cells);
        }
    }

    private static IEnumerable<TableRow> Sheet(ArrivedFile file, Layout layout)
    {
        List<TableRow> rows = [];
        try
        {
            if (SheetGuard.Problem(file.Content, CancellationToken.None) is { } tooMuch)
                throw new FileFaultException("", tooMuch);
            using var workbook = new MemoryStream(file.Content, writable: false);
            var (names, offset) = (workbook.GetSheetNames(), SheetDays.Offset(file.Content));
            if (layout.Sheet.Length > 0 && !names.Contains(layout.Sheet))
                throw new FileFaultException("", $"it has no sheet {Quote.Of(layout.Sheet)}; expected one of {string.Join(", ", names)}");
            var number = 0;
            foreach (
                IDictionary<string, object?> row in workbook.Query(
                    useHeaderRow: false,
                    sheetName: layout.Sheet.Length > 0 ? layout.Sheet : null
                )
            )
            {
                if (++number < layout.HeaderRow)
                    continue;
                rows.Add(new TableRow(number, [.. row.Values.Select(v => Cell(v, number, offset))]));
            }
        }
        catch (Exception e) when (e is not (FileFaultException or OutOfMemoryException))
        {
            // Whatever a damaged package makes its reader do is the package's fault.
            throw new FileFaultException("", "it is damaged, or no workbook that can be read; save it as XLSX anew, or as CSV");
        }

        // A row that ends early is blank from there on.
        var width = rows.Count == 0 ? 0 : rows[0].Cells.Count;
        return rows.Select(r =>
            r.Cells.Count >= width ? r : r with { Cells = [.. r.Cells, .. Enumerable.Repeat(new TableCell(""), width - r.Cells.Count)] }
        );
    }

    private static TableCell Cell(object? value, long row, int offset) =>
        value switch
        {
            null => new TableCell(""),
            DateTime date => OfDay(DateOnly.FromDateTime(date).AddDays(offset)),
            double number => OfNumber((decimal)Math.Round(number, 10)),
            IConvertible number and (int or long or decimal) => OfNumber(number.ToDecimal(CultureInfo.InvariantCulture)),
            _ => new TableCell(Short(value.ToString() ?? "", row).Trim()),
        };

    private static TableCell OfDay(DateOnly day) => new(Core.Texts.Day.Text(day), Day: day);

    private static TableCell OfNumber(decimal number) =>
        new(number.ToString("0.############################", CultureInfo.InvariantCulture), Number: number);

    private static string Short(string text, long row) =>
        text.Length <= Limits.Field
            ? text
            : throw new FileFaultException($"row {row}", $"a cell has {text.Length} characters; expected at most {Limits.Field}");

    private static byte[] Below(byte[] content, int lines)
    {
        var at = 0;
        for (; lines > 0; lines--)
        {
            var end = content.AsSpan(at).IndexOf((byte)'\n');
            if (end < 0)
                throw new FileFaultException("", "it ends above the header row that the layout names");
            at += end + 1;
        }

        return content[at..];
    }
}
