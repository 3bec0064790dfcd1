using System.Globalization;
using System.IO.Compression;
using System.Xml;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Tables;

/// <summary>
/// Looks through a spreadsheet package (XLSX, ECMA-376) before anything of it is read whole: what it really unpacks to, how far its rows
/// and columns reach, how long its cells are. What a file says of its own size is not believed.
/// </summary>
public static class SheetGuard
{
    /// <summary>The most that a package may unpack to, in bytes.</summary>
    public const long MostUnpacked = 32L * 1024 * 1024;

    /// <summary>The most columns.</summary>
    public const int MostColumns = 256;

    /// <summary>The most rows.</summary>
    public const int MostRows = 200_000;

    /// <summary>The most characters of a cell.</summary>
    public const int MostCharacters = 10_000;

    /// <summary>The most cells of the rectangle that is in use, and the most parts of a package.</summary>
    public const int MostCells = 4_000_000;

    private const int MostParts = 500;

    /// <summary>What is too much, or damaged, as people say it; null when the package may be read.</summary>
    /// <param name="content">The package's bytes.</param>
    /// <param name="cancel">Stops it when nobody waits for it.</param>
    /// <exception cref="InvalidDataException">It is no package that can be read.</exception>
    public static string? Problem(byte[] content, CancellationToken cancel)
    {
        using var package = new ZipArchive(new MemoryStream(content, writable: false), ZipArchiveMode.Read);
        if (package.Entries.Count > MostParts)
            return $"has {package.Entries.Count} parts; a spreadsheet has a few";
        var left = MostUnpacked;
        var sheets = 0;
        foreach (var part in package.Entries)
        {
            var isSheet =
                part.FullName.StartsWith("xl/worksheets/", StringComparison.OrdinalIgnoreCase)
                && part.FullName.EndsWith(".xml", StringComparison.OrdinalIgnoreCase);
            var tags = part.FullName.EndsWith(".xml", StringComparison.OrdinalIgnoreCase) ? new TagGuard() : null;
            using var unpacked = new Counted(part.Open(), left, tags, cancel);
            try
            {
                if (isSheet || part.FullName.Equals("xl/sharedStrings.xml", StringComparison.OrdinalIgnoreCase))
                {
                    if (isSheet)
                        sheets++;
                    if (Look(unpacked) is { } problem)
                        return problem;
                }

                unpacked.Drain();
            }
            catch (TooMuchException)
            {
                return $"unpacks to more than {MostUnpacked / 1024 / 1024} MB; a table of this kind is far smaller";
            }

            left -= unpacked.Length;
        }

        return sheets == 0 ? "has no sheet" : null;
    }

    private static string? Look(Stream part)
    {
        using var xml = XmlReader.Create(
            part,
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                IgnoreComments = true,
                IgnoreWhitespace = true,
            }
        );
        int rows = 0,
            columns = 0,
            row = 0,
            column = 0,
            characters = 0;
        while (xml.Read())
        {
            if (xml.Depth > 64)
                return "has parts within parts, deeper than any sheet";
            if (xml.NodeType is XmlNodeType.Text or XmlNodeType.CDATA or XmlNodeType.SignificantWhitespace)
            {
                characters += xml.Value.Length;
                if (characters > MostCharacters)
                    return $"has a cell of more than {MostCharacters.ToString("N0", CultureInfo.InvariantCulture)} "
                        + $"characters{(row > 0 ? $", in row {row}" : "")}";
                continue;
            }

            if (xml.NodeType != XmlNodeType.Element)
                continue;
            switch (xml.LocalName)
            {
                case "row":
                    row = int.TryParse(xml.GetAttribute("r"), NumberStyles.None, CultureInfo.InvariantCulture, out var named)
                        ? named
                        : row + 1;
                    column = 0;
                    rows = Math.Max(rows, row);
                    if (rows > MostRows)
                        return $"reaches to row {rows}; at most {MostRows.ToString("N0", CultureInfo.InvariantCulture)} rows are read";
                    break;
                case "c":
                    characters = 0;
                    column = ColumnOf(xml.GetAttribute("r")) ?? column + 1;
                    columns = Math.Max(columns, column);
                    if (columns > MostColumns)
                        return $"reaches to column {columns}, in row {row}; at most {MostColumns} columns are read";
                    break;
                case "si":
                    characters = 0;
                    break;
                case "dimension" when xml.GetAttribute("ref") is { } reach && reach.Split(':') is [.., var corner]:
                    // The reader makes room for what the sheet says that it holds.
                    if (ColumnOf(corner) > MostColumns)
                        return $"says that it reaches to {corner}; at most {MostColumns} columns are read";
                    break;
            }

            if ((long)rows * columns > MostCells)
                return $"reaches over {((long)rows * columns).ToString("N0", CultureInfo.InvariantCulture)} cells; "
                    + "a table of this kind has far fewer";
        }

        return null;
    }

    // "AB12" is column 28.
    private static int? ColumnOf(string? cell)
    {
        if (string.IsNullOrEmpty(cell))
            return null;
        var column = 0;
        foreach (var letter in cell.TakeWhile(char.IsAsciiLetter).Take(5))
            column = column * 26 + (char.ToUpperInvariant(letter) - 'A' + 1);
        return column == 0 ? null : column;
    }

    private sealed class TooMuchException : IOException { }

    // Counts what really comes out, and stops there.
    private sealed class Counted(Stream stream, long most, TagGuard? tags, CancellationToken cancel) : Stream
    {
        private long read;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => read;

        public override long Position
        {
            get => read;
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count) => Read(buffer.AsSpan(offset, count));

        public override int Read(Span<byte> buffer)
        {
            cancel.ThrowIfCancellationRequested();
            var now = stream.Read(buffer);
            if ((read += now) > most)
                throw new TooMuchException();
            tags?.Add(buffer[..now]);
            return now;
        }

        public void Drain()
        {
            Span<byte> buffer = stackalloc byte[8192];
            while (Read(buffer) > 0) { }
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                stream.Dispose();
            base.Dispose(disposing);
        }
    }
}
