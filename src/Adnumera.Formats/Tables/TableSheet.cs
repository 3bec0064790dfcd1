using System.Globalization;
using CsvHelper;
using MiniExcelLibs;

namespace Adnumera.Formats.Tables;

/// <summary>A cell of a table that people take away.</summary>
/// <param name="Text">What it says.</param>
/// <param name="Number">The same as a number, where it is one.</param>
public readonly record struct TableCell(string Text, decimal? Number = null)
{
    /// <summary>A text.</summary>
    public static implicit operator TableCell(string text) => FromText(text);

    /// <summary>A text; see the operator.</summary>
    public static TableCell FromText(string text) => new(text);

    /// <summary>An amount, as its text says it.</summary>
    public static TableCell Amount(string text) =>
        new(text, decimal.TryParse(text, NumberStyles.Number, CultureInfo.InvariantCulture, out var number) ? number : null);
}

/// <summary>What a view shows, as a file for a spreadsheet: no cell of it is run as a formula.</summary>
public static class TableSheet
{
    /// <summary>CSV (RFC 4180) in UTF-8 with a byte order mark, by which spreadsheets tell it.</summary>
    public static void WriteCsv(Stream stream, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<TableCell>> rows)
    {
        stream.Write([0xEF, 0xBB, 0xBF]);
        using var writer = CsvWriter.Create(stream, CsvWriterOptions.Default with { Injection = CsvInjection.None }, leaveOpen: true);
        writer.WriteHeader([.. columns]);
        foreach (var row in rows)
        {
            foreach (var cell in row)
                writer.WriteField(cell.Number is null ? SpreadsheetText.Harmless(cell.Text) : cell.Text);
            writer.EndRecord();
        }

        writer.Flush();
    }

    /// <summary>A spreadsheet (XLSX, ECMA-376): amounts are numbers, all else is text.</summary>
    public static void WriteSheet(Stream stream, string name, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<TableCell>> rows)
    {
        var cells = rows.Select(row =>
            columns.Zip(row).ToDictionary(c => c.First, c => c.Second.Number is { } number ? number : (object)c.Second.Text)
        );
        stream.SaveAs(AtLeastOne(cells, columns), sheetName: name);
    }

    // A sheet without rows would have no header either.
    private static IEnumerable<Dictionary<string, object>> AtLeastOne(
        IEnumerable<Dictionary<string, object>> rows,
        IReadOnlyList<string> columns
    )
    {
        var any = false;
        foreach (var row in rows)
        {
            any = true;
            yield return row;
        }

        if (!any)
            yield return columns.ToDictionary(c => c, _ => (object)"");
    }
}
