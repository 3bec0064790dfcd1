using System.IO.Compression;
using System.Text;

namespace Adnumera.Demo;

/// <summary>A workbook to try by hand: a title above the header, days as day cells, charges and a refund in one signed column
/// (ECMA-376, SpreadsheetML). All made up.</summary>
internal static class SheetSample
{
    private const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private const string Relations = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private const string Package = "http://schemas.openxmlformats.org/package/2006";

    // Days are counted from 1899-12-30.
    private static readonly (int Day, string Shop, string What, string Amount)[] Rows =
    [
        (46343, "Weir Street Printers", "Proof prints", "-38.4"),
        (46344, "Larkspur Thread Co", "Waxed thread, 5 spools", "-61.25"),
        (46345, "Larkspur Thread Co", "One spool returned", "12.25"),
        (46346, "Parcel Barge", "Carriage, 3 parcels", "-27"),
    ];

    /// <summary>Its bytes, the same each time.</summary>
    public static byte[] Content
    {
        get
        {
            using var stream = new MemoryStream();
            using (var zip = new ZipArchive(stream, ZipArchiveMode.Create))
                foreach (var (name, text) in Parts)
                {
                    var entry = zip.CreateEntry(name);
                    entry.LastWriteTime = new DateTimeOffset(2026, 11, 20, 0, 0, 0, TimeSpan.Zero);
                    using var writer = new StreamWriter(entry.Open(), new UTF8Encoding(false));
                    writer.Write($"<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n{text}");
                }

            return stream.ToArray();
        }
    }

    private static (string Name, string Text)[] Parts =>
        [
            (
                "[Content_Types].xml",
                $"<Types xmlns=\"{Package}/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/>"
                    + Type("workbook", "sheet.main")
                    + Type("worksheets/sheet1", "worksheet")
                    + Type("styles", "styles")
                    + "</Types>"
            ),
            ("_rels/.rels", Related(("rId1", "officeDocument", "xl/workbook.xml"))),
            (
                "xl/workbook.xml",
                $"<workbook xmlns=\"{Main}\" xmlns:r=\"{Relations}\"><sheets><sheet name=\"Card\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>"
            ),
            ("xl/_rels/workbook.xml.rels", Related(("rId1", "worksheet", "worksheets/sheet1.xml"), ("rId2", "styles", "styles.xml"))),
            (
                "xl/styles.xml",
                $"<styleSheet xmlns=\"{Main}\"><fonts count=\"1\"><font/></fonts><fills count=\"1\"><fill/></fills><borders count=\"1\"><border/></borders>"
                    + "<cellStyleXfs count=\"1\"><xf/></cellStyleXfs><cellXfs count=\"2\"><xf/><xf numFmtId=\"14\" applyNumberFormat=\"1\"/></cellXfs></styleSheet>"
            ),
            ("xl/worksheets/sheet1.xml", Sheet()),
        ];

    private static string Type(string part, string type) =>
        $"<Override PartName=\"/xl/{part}.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.{type}+xml\"/>";

    private static string Related(params (string Id, string Type, string Target)[] all) =>
        $"<Relationships xmlns=\"{Package}/relationships\">"
        + string.Concat(all.Select(r => $"<Relationship Id=\"{r.Id}\" Type=\"{Relations}/{r.Type}\" Target=\"{r.Target}\"/>"))
        + "</Relationships>";

    private static string Sheet()
    {
        static string Text(string at, string text) => $"<c r=\"{at}\" t=\"inlineStr\"><is><t>{text}</t></is></c>";
        List<string> rows =
        [
            $"<row r=\"1\">{Text("A1", "Workshop card, November")}</row>",
            $"<row r=\"3\">{Text("A3", "Posted")}{Text("B3", "Shop")}{Text("C3", "For")}{Text("D3", "Signed amount")}</row>",
            .. Rows.Select(
                (r, i) =>
                    $"<row r=\"{i + 4}\"><c r=\"A{i + 4}\" s=\"1\"><v>{r.Day}</v></c>{Text($"B{i + 4}", r.Shop)}{Text($"C{i + 4}", r.What)}"
                    + $"<c r=\"D{i + 4}\"><v>{r.Amount}</v></c></row>"
            ),
        ];
        return $"<worksheet xmlns=\"{Main}\"><sheetData>{string.Concat(rows)}</sheetData></worksheet>";
    }
}
