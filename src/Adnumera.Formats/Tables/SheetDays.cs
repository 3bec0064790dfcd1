using System.IO.Compression;
using System.Xml;

namespace Adnumera.Formats.Tables;

/// <summary>From which day a workbook counts its days (ECMA-376, part 1, 18.17.4: the 1900 and the 1904 date system). The reader of sheets
/// takes all for the first.</summary>
internal static class SheetDays
{
    // From 30 December 1899 to 1 January 1904.
    private const int Between = 1462;

    /// <summary>How many days are added to a day as the reader of sheets gives it.</summary>
    /// <param name="content">The package's bytes; it was found fit to be read.</param>
    public static int Offset(byte[] content)
    {
        using var package = new ZipArchive(new MemoryStream(content, writable: false), ZipArchiveMode.Read);
        if (package.GetEntry("xl/workbook.xml") is not { } workbook)
            return 0;
        using var part = workbook.Open();
        using var xml = XmlReader.Create(part, new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null });
        while (xml.Read())
            if (xml is { NodeType: XmlNodeType.Element, LocalName: "workbookPr" })
                return xml.GetAttribute("date1904") is "1" or "true" ? Between : 0;
        return 0;
    }
}
