using System.Globalization;
using System.IO.Compression;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Tables;
using CsvHelper;
using MiniExcelLibs;

namespace Adnumera.Formats.Mapping;

/// <summary>The whole mapping book as a spreadsheet (XLSX, ECMA-376), with the name of each account beside it.</summary>
public static class MappingSheet
{
    private const long LargestUnpacked = 256L * 1024 * 1024;

    /// <summary>Writes the book; its cells are text, so that none is run as a formula.</summary>
    public static void Write(Stream stream, IEnumerable<MappingRow> book, Chart chart)
    {
        var rows = BookChanges.InOrder(book).Select(row =>
        {
            var cells = new Dictionary<string, object>();
            foreach (var (name, field) in MappingFile.WholeColumnNames.Zip(MappingFile.Fields(row))) cells[name] = field;
            cells["account_name"] = row.Account.Length > 0 ? chart.Title(row.Account) : "";
            return cells;
        }).ToList();
        if (rows.Count == 0) rows.Add(MappingFile.WholeColumnNames.Append("account_name").ToDictionary(n => n, _ => (object)""));
        stream.SaveAs(rows, sheetName: "mapping");
    }

    /// <summary>Reads a book as <see cref="MappingFile.ReadWhole"/> does; errors go to <paramref name="problems"/>, with the row of the sheet.</summary>
    public static IReadOnlyList<MappingRow> ReadWhole(string file, byte[] content, Problems problems, out bool hasFurtherColumns)
    {
        hasFurtherColumns = false;
        using var stream = new MemoryStream(content);
        try
        {
            if (Unpacked(stream) > LargestUnpacked)
            {
                problems.Add(new Problem(file, 0, "", $"unpacks to more than {LargestUnpacked / 1024 / 1024} MB; a mapping book is far smaller"));
                return [];
            }

            stream.Position = 0;
            return MappingFile.ReadWhole(file, AsCsv(stream), problems, out hasFurtherColumns);
        }
        catch (Exception e) when (e is InvalidDataException or FormatException or System.Xml.XmlException or KeyNotFoundException or NotSupportedException)
        {
            problems.Add(new Problem(file, 0, "", "is not a spreadsheet that can be read; save it as XLSX, or as CSV in UTF-8"));
            return [];
        }
    }

    private static long Unpacked(Stream stream)
    {
        using var package = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
        return package.Entries.Sum(e => e.Length);
    }

    // The sheet's rows as CSV, one line each, so that there is one reader and the line numbers are the sheet's rows.
    private static byte[] AsCsv(Stream sheet)
    {
        using var csv = new MemoryStream();
        using (var writer = CsvWriter.Create(csv, CsvWriterOptions.Default with { Injection = CsvInjection.None }, leaveOpen: true))
        {
            foreach (IDictionary<string, object?> row in sheet.Query(useHeaderRow: false))
            {
                foreach (var cell in row.Values) writer.WriteField(Text(cell).ReplaceLineEndings(" "));
                writer.EndRecord();
            }
        }

        return csv.ToArray();
    }

    private static string Text(object? cell) => cell switch
    {
        null => "",
        DateTime date => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        double number => number.ToString("0.##########", CultureInfo.InvariantCulture),
        IFormattable value => value.ToString(null, CultureInfo.InvariantCulture),
        _ => cell.ToString() ?? "",
    };
}
