using System.Globalization;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;
using CsvHelper;
using MiniExcelLibs;

namespace Adnumera.Formats.Mapping;

/// <summary>The whole mapping book as a spreadsheet (XLSX, ECMA-376), with the name of each account beside it.</summary>
public static class MappingSheet
{
    /// <summary>Writes the book; its cells are text, so that none is run as a formula.</summary>
    public static void Write(Stream stream, IEnumerable<MappingRow> book, Chart chart)
    {
        var rows = BookChanges
            .InOrder(book)
            .Select(row =>
            {
                var cells = new Dictionary<string, object>();
                foreach (var (name, field) in MappingFile.WholeColumnNames.Zip(MappingFile.Fields(row)))
                    cells[name] = field;
                cells["account_name"] = row.Account.Length > 0 ? chart.Title(row.Account) : "";
                return cells;
            })
            .ToList();
        if (rows.Count == 0)
            rows.Add(MappingFile.WholeColumnNames.Append("account_name").ToDictionary(n => n, _ => (object)""));
        stream.SaveAs(rows, sheetName: "mapping");
    }

    /// <summary>Reads a book as <see cref="MappingFile.ReadWhole"/> does; errors go to <paramref name="problems"/>, with the row of the
    /// sheet.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="today">Today.</param>
    /// <param name="cancel">Stops it when nobody waits for it.</param>
    /// <param name="hasFurtherColumns">As for the file.</param>
    public static IReadOnlyList<MappingRow> ReadWhole(
        string file,
        byte[] content,
        Problems problems,
        DateOnly today,
        CancellationToken cancel,
        out bool hasFurtherColumns
    )
    {
        hasFurtherColumns = false;
        try
        {
            if (SheetGuard.Problem(content, cancel) is { } tooMuch)
            {
                problems.Add(new Problem(file, 0, "", tooMuch));
                return [];
            }

            return MappingFile.ReadWhole(file, AsCsv(content, cancel), problems, today, out hasFurtherColumns);
        }
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
        {
            // Whatever a damaged package makes its reader do is the package's fault.
            problems.Add(
                new Problem(
                    file,
                    0,
                    "",
                    e is OverflowException
                        ? e.Message
                        : "is damaged, or no spreadsheet that can be read; save it as XLSX anew, or as CSV in UTF-8"
                )
            );
            return [];
        }
    }

    // The sheet's rows as CSV, one line each, so that there is one reader and the line numbers are the sheet's rows. A row that ends early
    // is blank from there on.
    private static byte[] AsCsv(byte[] content, CancellationToken cancel)
    {
        using var sheet = new MemoryStream(content, writable: false);
        using var csv = new MemoryStream();
        using (var writer = CsvWriter.Create(csv, CsvWriterOptions.Default with { Injection = CsvInjection.None }, leaveOpen: true))
        {
            var (width, offset) = (0, SheetDays.Offset(content));
            foreach (IDictionary<string, object?> row in sheet.Query(useHeaderRow: false))
            {
                cancel.ThrowIfCancellationRequested();
                var cells = row.Values.ToList();
                while (cells.Count > width && width > 0 && cells[^1] is null)
                    cells.RemoveAt(cells.Count - 1);
                width = Math.Max(width, cells.Count);
                foreach (var cell in cells)
                    writer.WriteField(Text(cell, offset).ReplaceLineEndings(" "));
                for (var missing = cells.Count; missing < width; missing++)
                    writer.WriteField("");
                writer.EndRecord();
                writer.Flush();

                // Many cells may share one long text: what is written counts, not what is stored.
                if (csv.Length > SheetGuard.MostUnpacked)
                    throw new OverflowException(
                        $"holds more than {SheetGuard.MostUnpacked / 1024 / 1024} MB of text; a mapping book is far smaller"
                    );
            }
        }

        return csv.ToArray();
    }

    private static string Text(object? cell, int offset) =>
        cell switch
        {
            null => "",
            DateTime date => Day.Text(DateOnly.FromDateTime(date).AddDays(offset)),
            double number => number.ToString("0.##########", CultureInfo.InvariantCulture),
            IFormattable value => value.ToString(null, CultureInfo.InvariantCulture),
            _ => cell.ToString() ?? "",
        };
}
