using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Adnumera.Core.Sources;
using MiniExcelLibs;

namespace Adnumera.Formats.Layouts;

/// <summary>What a column of a table may mean, by what stands in it. Where several fit, a person says which.</summary>
/// <param name="Name">Its name in the header.</param>
/// <param name="Dates">The patterns of dates that fit all that is filled.</param>
/// <param name="Decimals">The decimal signs that fit all that is filled.</param>
/// <param name="Group">The space or apostrophe that stands between groups of three digits; blank where none does.</param>
/// <param name="IsNegative">Whether most of its numbers are negative.</param>
/// <param name="Values">The texts that stand in it, where they are few.</param>
public sealed record ColumnLook(
    string Name,
    IReadOnlyList<string> Dates,
    IReadOnlyList<string> Decimals,
    string Group,
    bool IsNegative,
    IReadOnlyList<string> Values
);

/// <summary>A first look at a table: how it is written, its header and first rows. Detected, and shown to whoever says what it
/// means.</summary>
public sealed partial class TableLook
{
    private const int Examined = 200;
    private const int MostAbove = 20;
    private const int MostValues = 40;

    /// <summary>Patterns of dates, the stricter before the looser of a kind.</summary>
    public static readonly IReadOnlyList<string> DatePatterns =
    [
        "yyyy-MM-dd",
        "yyyy/MM/dd",
        "yyyyMMdd",
        "dd.MM.yyyy",
        "d.M.yyyy",
        "dd/MM/yyyy",
        "d/M/yyyy",
        "MM/dd/yyyy",
        "M/d/yyyy",
        "dd.MM.yy",
        "d.M.yy",
        "dd/MM/yy",
        "d/M/yy",
        "MM/dd/yy",
        "M/d/yy",
        "dd-MM-yyyy",
        "MM-dd-yyyy",
        "d MMM yyyy",
        "dd MMM yyyy",
    ];

    private static readonly string[] GroupSigns = ["'", "\u2019", " ", "\u00A0", "\u202F"];

    /// <summary>How it is written, as a layout without columns.</summary>
    public required Layout Written { get; init; }

    /// <summary>The sheets of a workbook; none for text.</summary>
    public required IReadOnlyList<string> Sheets { get; init; }

    /// <summary>Its columns, in their order.</summary>
    public required IReadOnlyList<ColumnLook> Columns { get; init; }

    /// <summary>Its first rows below the header.</summary>
    public required IReadOnlyList<IReadOnlyList<string>> Rows { get; init; }

    /// <summary>By what a table of this kind is recognised: its column names, folded, in their order.</summary>
    public string HeaderKey => string.Join('\u001F', Columns.Select(c => Folded.Of(c.Name)));

    /// <summary>Looks at a table.</summary>
    /// <param name="file">The file.</param>
    /// <param name="given">What a person said of how it is written; null for what is detected.</param>
    /// <param name="shown">How many rows are shown.</param>
    /// <exception cref="FileFaultException">It cannot be read so.</exception>
    public static TableLook Of(ArrivedFile file, Layout? given = null, int shown = 12)
    {
        var isWorkbook = TableReader.IsWorkbook(file);
        var written = given ?? (isWorkbook ? new Layout { HeaderRow = HeaderOf(file, new Layout()) } : Detected(file));
        var rows = LayoutTable.Rows(file, written, new Problems()).Take(Examined + 1).ToList();
        if (rows.Count == 0)
            throw new FileFaultException("", "it is empty; expected a header row");
        var below = rows.Skip(1).ToList();
        return new TableLook
        {
            Written = written,
            Sheets = isWorkbook ? Names(file) : [],
            Columns = [.. rows[0].Cells.Select((cell, i) => Column(cell.Text, [.. below.Select(r => r.Cells[i])]))],
            Rows = [.. below.Take(shown).Select(r => r.Cells.Select(c => c.Text).ToList())],
        };
    }

    private static Layout Detected(ArrivedFile file)
    {
        var (encoding, text) = Decoded(file.Content);
        var lines = text.Split('\n', 60).Take(50).Select(l => l.TrimEnd('\r')).Where(l => l.Length > 0).ToList();
        var delimiter = ((char[])[';', ',', '\t', '|'])
            .Select(d => (Sign: d, Counts: lines.ConvertAll(l => Outside(l, d))))
            .OrderByDescending(c =>
                c.Counts.Where(n => n > 0).GroupBy(n => n).Select(g => g.Count() * Math.Min(g.Key, 12)).DefaultIfEmpty().Max()
            )
            .First()
            .Sign;
        var layout = new Layout { Encoding = encoding, Delimiter = delimiter };
        return layout with { HeaderRow = HeaderOf(file, layout) };
    }

    // The first row that is filled from end to end and as wide as most rows are; a blank one above it is none.
    private static int HeaderOf(ArrivedFile file, Layout layout)
    {
        var widths = new List<(int Row, int Filled, string Cells)>();
        for (var row = 1; row <= MostAbove; row++)
        {
            TableRow? first;
            try
            {
                first = LayoutTable.Rows(file, layout with { HeaderRow = row }, new Problems()).FirstOrDefault();
            }
            catch (FileFaultException)
            {
                break;
            }

            if (first is null || first.Number > MostAbove)
                break;
            widths.Add(
                (
                    row,
                    first.Cells.All(c => c.Text.Length > 0) ? first.Cells.Count : 0,
                    string.Join('\u001F', first.Cells.Select(c => c.Text))
                )
            );
        }

        var widest = widths.Count == 0 ? 0 : widths.Max(w => w.Filled);
        if (widest < 2)
            return 1;
        var header = widths.First(w => w.Filled == widest);
        return widths.SkipWhile(w => w != header).TakeWhile(w => w.Cells == header.Cells).Last().Row;
    }

    private static ColumnLook Column(string name, IReadOnlyList<TableCell> cells)
    {
        var filled = cells.Where(c => c.Text.Length > 0).ToList();
        if (filled.Count == 0)
            return new ColumnLook(name, [], [], "", false, []);
        var texts = filled.Where(c => c.Day is null).Select(c => c.Text).ToList();
        var dates = DatePatterns.Where(p =>
            texts.TrueForAll(t => DateOnly.TryParseExact(t, p, CultureInfo.InvariantCulture, DateTimeStyles.None, out _))
        );
        var numbers = filled.Where(c => c.Number is null).Select(c => c.Text).ToList();
        // A space or an apostrophe, where that is what stands between groups of three digits; not the other one of point and comma.
        var group = GroupSigns.Where(s => numbers.Exists(n => n.Contains(s, StringComparison.Ordinal))).Take(2).ToList() is [var only]
            ? only
            : "";
        var isDay = filled.Exists(c => c.Day is not null);
        List<string> decimals = isDay ? [] : [.. ((string[])[".", ","]).Where(s => numbers.TrueForAll(t => IsNumber(t, s)))];
        return new ColumnLook(
            name,
            isDay && texts.Count > 0 && !dates.Any()
                ? []
                : [.. dates.Where(p => texts.Count > 0 || p == DatePatterns[0]).Where(IsStrictest)],
            decimals,
            decimals.Count > 0 ? group : "",
            filled.Count(c => c.Number < 0 || c.Text.StartsWith('-')) * 2 > filled.Count,
            filled.Select(c => c.Text).Distinct(Folded.Comparer).Take(MostValues + 1).ToList() is { Count: <= MostValues } few ? few : []
        );

        bool IsNumber(string text, string sign)
        {
            var plain = group.Length == 0 ? text : text.Replace(group, sign == "." ? "," : ".", StringComparison.Ordinal);
            return (sign == "." ? Point() : Comma()).IsMatch(plain);
        }

        // Where dd.MM.yyyy fits, d.M.yyyy says nothing more.
        bool IsStrictest(string pattern) => !dates.Any(d => d != pattern && Loosely(d) == pattern);
    }

    private static string Loosely(string pattern) =>
        pattern.Contains("MMM", StringComparison.Ordinal)
            ? pattern.Replace("dd", "d", StringComparison.Ordinal)
            : pattern.Replace("dd", "d", StringComparison.Ordinal).Replace("MM", "M", StringComparison.Ordinal);

    // UTF-8 where the bytes are it, UTF-16 by its mark, else the usual one of spreadsheets in western languages.
    private static (string Name, string Text) Decoded(byte[] content)
    {
        if (content is [0xFF, 0xFE, ..])
            return ("utf-16", Encoding.Unicode.GetString(content));
        if (content is [0xFE, 0xFF, ..])
            return ("utf-16BE", Encoding.BigEndianUnicode.GetString(content));
        try
        {
            return ("utf-8", new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(content));
        }
        catch (DecoderFallbackException)
        {
            return ("windows-1252", Encoding.Latin1.GetString(content));
        }
    }

    private static int Outside(string line, char sign)
    {
        var (count, quoted) = (0, false);
        foreach (var c in line)
        {
            if (c == '"')
                quoted = !quoted;
            else if (c == sign && !quoted)
                count++;
        }

        return count;
    }

    private static IReadOnlyList<string> Names(ArrivedFile file)
    {
        try
        {
            using var workbook = new MemoryStream(file.Content, writable: false);
            return workbook.GetSheetNames();
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            throw new FileFaultException("", "it is damaged, or no workbook that can be read; save it as XLSX anew, or as CSV");
        }
    }

    [GeneratedRegex(@"^[+-]?(\d+|\d{1,3}(,\d{3})+)(\.\d+)?$")]
    private static partial Regex Point();

    [GeneratedRegex(@"^[+-]?(\d+|\d{1,3}(\.\d{3})+)(,\d+)?$")]
    private static partial Regex Comma();
}
