using System.IO.Compression;
using System.Text;

namespace Adnumera.Bench;

/// <summary>Small spreadsheet packages that would fill a machine if they were read as they are.</summary>
internal static class SheetBombs
{
    private const string Main = "xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"";
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private const string Package = "http://schemas.openxmlformats.org/package/2006/relationships";
    private const string Header =
        "<row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>key_kind</t></is></c><c r=\"B1\" t=\"inlineStr\"><is><t>key</t></is></c><c "
        + "r=\"C1\" t=\"inlineStr\"><is><t>account</t></is></c></row>";

    /// <summary>The six, with what is wrong with each.</summary>
    public static readonly (string Name, Func<byte[]> Make)[] All =
    [
        (
            "a sheet that unpacks to 1 GB",
            () =>
                Of(sheet =>
                    Repeat(sheet, $"<worksheet {Main}><sheetData>{Header}", new string(' ', 1_000_000), 1000, "</sheetData></worksheet>")
                )
        ),
        (
            "a shared text of 100 MB",
            () =>
                Of(
                    Text(
                        $"<worksheet {Main}><sheetData>{Header}<row r=\"2\"><c r=\"A2\" t=\"s\"><v>0</v></c></row></sheetData></worksheet>"
                    ),
                    strings => Repeat(strings, $"<sst {Main}><si><t>", new string('A', 1_000_000), 100, "</t></si></sst>")
                )
        ),
        (
            "a cell in the last row and column",
            () =>
                Of(
                    Text(
                        $"<worksheet {Main}><sheetData>{Header}<row r=\"1048576\"><c "
                            + "r=\"XFD1048576\"><v>1</v></c></row></sheetData></worksheet>"
                    )
                )
        ),
        (
            "30,000 rows that reach to the last column",
            () =>
                Of(sheet =>
                {
                    sheet.Write($"<worksheet {Main}><sheetData>{Header}");
                    for (var row = 2; row < 30_000; row++)
                        sheet.Write($"<row r=\"{row}\"><c r=\"XFD{row}\"><v>1</v></c></row>");
                    sheet.Write("</sheetData></worksheet>");
                })
        ),
        (
            "a sheet that says it holds 16 thousand million cells",
            () =>
                Of(
                    Text(
                        $"<worksheet {Main}><dimension ref=\"A1:XFD1048576\"/><sheetData>{Header}<row r=\"2\"><c "
                            + "r=\"A2\"><v>1</v></c></row></sheetData></worksheet>"
                    )
                )
        ),
        (
            "150,000 rows of one shared text of 9,000 characters",
            () =>
                Of(
                    sheet =>
                    {
                        sheet.Write($"<worksheet {Main}><sheetData>{Header}");
                        for (var row = 2; row < 150_000; row++)
                            sheet.Write($"<row r=\"{row}\"><c r=\"A{row}\" t=\"s\"><v>0</v></c><c r=\"B{row}\" t=\"s\"><v>0</v></c></row>");
                        sheet.Write("</sheetData></worksheet>");
                    },
                    Text($"<sst {Main}><si><t>{new string('A', 9000)}</t></si></sst>")
                )
        ),
    ];

    /// <summary>A package with this sheet, and with these shared strings where there are any.</summary>
    public static byte[] Of(Action<StreamWriter> sheet, Action<StreamWriter>? strings = null)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Part(string name, Action<StreamWriter> write)
            {
                using var part = new StreamWriter(zip.CreateEntry(name, CompressionLevel.Optimal).Open(), new UTF8Encoding(false), 1 << 16);
                write(part);
            }

            Part(
                "[Content_Types].xml",
                Text(
                    "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"xml\" "
                        + "ContentType=\"application/xml\"/><Default Extension=\"rels\" "
                        + "ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/></Types>"
                )
            );
            Part(
                "_rels/.rels",
                Text(
                    $"<Relationships xmlns=\"{Package}\"><Relationship Id=\"r1\" Type=\"{Office}/officeDocument\" "
                        + "Target=\"xl/workbook.xml\"/></Relationships>"
                )
            );
            Part(
                "xl/workbook.xml",
                Text(
                    $"<workbook {Main} xmlns:r=\"{Office}\"><sheets><sheet name=\"mapping\" sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>"
                )
            );
            Part(
                "xl/_rels/workbook.xml.rels",
                Text(
                    $"<Relationships xmlns=\"{Package}\"><Relationship Id=\"r1\" Type=\"{Office}/worksheet\" "
                        + $"Target=\"worksheets/sheet1.xml\"/><Relationship Id=\"r2\" Type=\"{Office}/sharedStrings\" "
                        + "Target=\"sharedStrings.xml\"/></Relationships>"
                )
            );
            Part("xl/worksheets/sheet1.xml", sheet);
            if (strings is not null)
                Part("xl/sharedStrings.xml", strings);
        }

        return stream.ToArray();
    }

    /// <summary>A part that is written as it stands.</summary>
    public static Action<StreamWriter> Text(string text) => part => part.Write(text);

    private static void Repeat(StreamWriter part, string before, string piece, int times, string after)
    {
        part.Write(before);
        for (var i = 0; i < times; i++)
            part.Write(piece);
        part.Write(after);
    }
}
