using System.Buffers;
using System.Text;
using System.Text.Unicode;
using Adnumera.Core.Sources;
using CsvHelper;

namespace Adnumera.Formats.Tables;

/// <summary>
/// A strict reader of RFC 4180 CSV in UTF-8 with a header: columns by name in any order and without regard to case. Ragged rows,
/// malformed quotes, invalid UTF-8, a known column twice and a missing required column are errors; unknown columns give a notice.
/// </summary>
public sealed class CsvTable : IDisposable
{
    private const int MostNamed = 10;
    private const int Remembered = 1 << 14;
    private readonly string?[] often = new string?[Remembered];
    private readonly string[] latest;

    // Whatever is no printable ASCII is looked at more closely; almost nothing is.
    private static readonly SearchValues<byte> Suspicious = SearchValues.Create([
        .. Enumerable.Range(0, 256).Where(b => b is < 32 or > 126).Select(b => (byte)b),
    ]);

    private readonly CsvReader reader;
    private readonly Problems problems;
    private readonly string[] columns;
    private readonly int[] fieldOfColumn;
    private readonly int fieldCount;
    private readonly bool usable;
    private readonly int[] most;
    private readonly bool strict;

    private CsvTable(string file, byte[] content, IReadOnlyList<Column> known, Problems problems, bool strict)
    {
        File = file;
        this.problems = problems;
        this.strict = strict;
        most = [.. known.Select(c => c.Most)];
        latest = [.. known.Select(_ => "")];
        columns = [.. known.Select(c => c.Name)];
        fieldOfColumn = new int[known.Count];
        Array.Fill(fieldOfColumn, -1);
        var quotes = new HashSet<long>();
        reader = CsvReader.Create(
            content,
            new CsvReaderOptions
            {
                Separator = ',',
                TrackLineNumbers = true,
                PoolStrings = false,
                TrimWhitespace = false,
                OnMalformedRecord = record =>
                {
                    // A field count is judged below, where rows that are blank altogether have been passed over.
                    if (record.Reason == CsvMalformedReason.FieldCountMismatch || !quotes.Add(record.LineNumber))
                        return;
                    problems.Add(
                        new Problem(
                            file,
                            record.LineNumber,
                            "",
                            record.Reason switch
                            {
                                CsvMalformedReason.UnterminatedQuote => "a quote is opened and never closed",
                                CsvMalformedReason.TextAfterClosingQuote =>
                                    "there is text after a closing quote; a quote inside a quoted field is written twice",
                                _ => "there is a quote inside an unquoted field; put the field in quotes and write the quote twice",
                            }
                        )
                    );
                },
            }
        );

        if (!IsUtf8(content))
            return;
        var header = Header();
        if (header.Length == 0)
        {
            problems.Add(new Problem(file, 1, "", "the file is empty; expected a header row"));
            return;
        }

        fieldCount = header.Length;
        usable = MatchColumns(header, known);
    }

    /// <summary>The file's name, as errors say it.</summary>
    public string File { get; }

    /// <summary>The physical line on which the current row begins.</summary>
    public long Row => reader.LineNumber;

    /// <summary>Opens a table.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes; a byte order mark is passed over.</param>
    /// <param name="known">The known columns; fields are asked for by their index here.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="strict">Whether texts must be plain and of a length that somebody means, as the application wants them.</param>
    public static CsvTable Open(string file, byte[] content, IReadOnlyList<Column> known, Problems problems, bool strict = false) =>
        new(file, content, known, problems, strict);

    /// <summary>How many errors there were so far.</summary>
    public int Problems => problems.Count;

    /// <summary>Whether the application's own limits hold for what is read.</summary>
    public bool IsStrict => strict;

    /// <summary>Whether the file has this column.</summary>
    public bool Has(int column) => fieldOfColumn[column] >= 0;

    /// <summary>Goes to the next row that is not blank. Rows with the wrong number of fields are reported and passed over.</summary>
    public bool Read()
    {
        while (usable && reader.Read())
        {
            if (reader.FieldCount == fieldCount && !IsBlank(fieldCount))
            {
                if (strict)
                    CheckTexts();
                return true;
            }

            if (IsBlank(reader.FieldCount))
                continue;
            Error("", $"the row has {reader.FieldCount} fields, the header has {fieldCount}");
        }

        return false;
    }

    /// <summary>The trimmed value of a column; blank where the file does not have it.</summary>
    public string Text(int column)
    {
        var field = fieldOfColumn[column];
        if (field < 0)
            return "";
        var text = reader.GetString(field);
        return text.Length > 0 && (char.IsWhiteSpace(text[0]) || char.IsWhiteSpace(text[^1])) ? text.Trim() : text;
    }

    /// <summary>The same as <see cref="Text"/> of a column whose values come again and again: what stood there before is not made
    /// anew.</summary>
    public string Often(int column)
    {
        var bytes = Bytes(column);
        if (bytes.IsEmpty)
            return "";
        if (Ascii.Equals(bytes, latest[column]))
            return latest[column];
        var hash = new HashCode();
        hash.AddBytes(bytes);
        ref var known = ref often[hash.ToHashCode() & (Remembered - 1)];
        if (known is not null && Ascii.Equals(bytes, known))
            return latest[column] = known;
        // Quotes and other spaces are for the careful way.
        return bytes.IndexOfAny((byte)'"', (byte)'\t') < 0 && Ascii.IsValid(bytes) ? latest[column] = known = Text(column) : Text(column);
    }

    /// <summary>The value of a column as UTF-8, spaces around it left out; empty where the file does not have it. Valid until the next
    /// row.</summary>
    public ReadOnlySpan<byte> Bytes(int column) =>
        fieldOfColumn[column] < 0 ? default : reader.GetSpan(fieldOfColumn[column]).Trim((byte)' ');

    /// <summary>Whether a column has exactly this text, without making a text of it; it may say no of one that it has.</summary>
    public bool Has(int column, string text) => Ascii.Equals(Bytes(column), text);

    /// <summary>The trimmed value of a column that must be filled; reports it when it is not.</summary>
    public string Required(int column)
    {
        var text = Text(column);
        if (text.Length == 0)
            Error(columns[column], "must be filled");
        return text;
    }

    /// <summary>Reports what is wrong with a column of the current row.</summary>
    public void Error(int column, string message) => Error(columns[column], message);

    /// <summary>Reports what is wrong with the current row.</summary>
    public void Error(string column, string message) => problems.Add(new Problem(File, Row, column, message));

    /// <summary>Notes something about the current row that is not an error.</summary>
    public void Notice(int column, string message) => problems.Notice(new Problem(File, Row, columns[column], message));

    /// <inheritdoc/>
    public void Dispose() => reader.Dispose();

    private bool IsUtf8(byte[] content)
    {
        if (Utf8.IsValid(content))
            return true;
        var valid = 0;
        var line = 1;
        var rest = content.AsSpan();
        while (Rune.DecodeFromUtf8(rest, out _, out var length) == System.Buffers.OperationStatus.Done)
        {
            if (rest[0] == (byte)'\n')
                line++;
            valid += length;
            rest = rest[length..];
        }

        problems.Add(new Problem(File, line, "", $"byte {valid + 1} is not valid UTF-8; save the file as CSV in UTF-8"));
        return false;
    }

    // Blank lines before the header are passed over, as they are after it.
    private string[] Header()
    {
        reader.ReadHeader();
        var names = reader.Headers.ToArray();
        while (names.Length > 0 && names.All(string.IsNullOrWhiteSpace))
        {
            if (!reader.Read())
                return [];
            reader.ReadHeader();
            names = reader.Headers.ToArray();
        }

        return names;
    }

    private bool MatchColumns(string[] header, IReadOnlyList<Column> known)
    {
        var (sound, unknown) = (true, 0);
        for (var field = 0; field < header.Length; field++)
        {
            var name = header[field].Trim();
            var column = Array.FindIndex(columns, c => c.Equals(name, StringComparison.OrdinalIgnoreCase));
            if (column < 0)
            {
                if (++unknown <= MostNamed)
                    problems.Notice(new Problem(File, 1, "", $"column {Quote.Of(name)} is not known and was ignored"));
            }
            else if (fieldOfColumn[column] >= 0)
            {
                problems.Add(new Problem(File, 1, columns[column], "the column stands twice in the header"));
                sound = false;
            }
            else
            {
                fieldOfColumn[column] = field;
            }
        }

        if (unknown > MostNamed)
            problems.Notice(new Problem(File, 1, "", $"{unknown - MostNamed} further columns are not known and were ignored"));
        for (var column = 0; column < known.Count; column++)
        {
            if (!known[column].Required || fieldOfColumn[column] >= 0)
                continue;
            problems.Add(new Problem(File, 1, columns[column], "the column is missing from the header"));
            sound = false;
        }

        return sound;
    }

    private void CheckTexts()
    {
        for (var column = 0; column < columns.Length; column++)
        {
            if (fieldOfColumn[column] < 0)
                continue;
            var bytes = reader.GetSpan(fieldOfColumn[column]);
            if (bytes.Length <= most[column] && bytes.IndexOfAny(Suspicious) < 0)
                continue;
            if (PlainText.Problem(Text(column), most[column]) is { } problem)
                Error(column, problem);
        }
    }

    private bool IsBlank(int fields)
    {
        for (var field = 0; field < fields; field++)
            if (!reader.IsEmpty(field) && !string.IsNullOrWhiteSpace(reader.GetString(field)))
                return false;
        return true;
    }
}

/// <summary>A column that a file may have.</summary>
/// <param name="Name">Its name in the header.</param>
/// <param name="Required">Whether the file must have it.</param>
/// <param name="Most">How many characters the application takes there.</param>
public sealed record Column(string Name, bool Required = false, int Most = PlainText.Most)
{
    /// <summary>Columns from a list of names; a star at the end marks a required one.</summary>
    public static IReadOnlyList<Column> List(string names) =>
        [.. names.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(n => new Column(n.TrimEnd('*'), n.EndsWith('*')))];
}
