using System.Globalization;
using System.IO.Compression;
using System.Text;

namespace Adnumera.Bench;

/// <summary>PDFs that nobody makes by accident: small ones that cost whoever reads them everything (ISO 32000-2 says how they are
/// written).</summary>
internal static class PdfBombs
{
    private const int Forms = 9;
    private const int Letters = 1_000_000;
    private const int Unpacked = 256 * 1024 * 1024;

    public static (string Name, Func<byte[]> Make)[] All { get; } =
    [
        ("a PDF whose page refers in a circle", Circle),
        ("a PDF of forms within forms", Nested),
        ("a PDF with a page of a million letters", LongPage),
        ("a PDF that unpacks to 256 MB", Unpacks),
        ("a PDF that carries 256 MB", Carries),
    ];

    /// <summary>A PDF of these objects; the first is its catalog.</summary>
    public static byte[] Of(params IReadOnlyList<byte[]> objects)
    {
        using var pdf = new MemoryStream();
        void Write(string text) => pdf.Write(Encoding.Latin1.GetBytes(text));
        Write("%PDF-1.7\n");
        var places = new List<long>();
        for (var i = 0; i < objects.Count; i++)
        {
            places.Add(pdf.Length);
            Write(string.Create(CultureInfo.InvariantCulture, $"{i + 1} 0 obj\n"));
            pdf.Write(objects[i]);
            Write("\nendobj\n");
        }

        var table = pdf.Length;
        Write(string.Create(CultureInfo.InvariantCulture, $"xref\n0 {objects.Count + 1}\n0000000000 65535 f \n"));
        foreach (var place in places)
            Write(string.Create(CultureInfo.InvariantCulture, $"{place:0000000000} 00000 n \n"));
        Write(
            string.Create(
                CultureInfo.InvariantCulture,
                $"trailer\n<< /Size {objects.Count + 1} /Root 1 0 R >>\nstartxref\n{table}\n%%EOF\n"
            )
        );
        return pdf.ToArray();
    }

    /// <summary>One object as it is written.</summary>
    public static byte[] Object(string text) => Encoding.UTF8.GetBytes(text);

    /// <summary>A stream.</summary>
    public static byte[] Stream(string entries, byte[] content) =>
        [
            .. Object(string.Create(CultureInfo.InvariantCulture, $"<< {entries} /Length {content.Length} >>\nstream\n")),
            .. content,
            .. "\nendstream"u8,
        ];

    private static byte[] Circle() => Of(Object(Catalog), Object(Pages), Page("/MediaBox 4 0 R"), Object("5 0 R"), Object("4 0 R"));

    private static byte[] Nested()
    {
        List<byte[]> objects =
        [
            Object(Catalog),
            Object(Pages),
            Page("/MediaBox [0 0 200 200] /Contents 4 0 R /Resources << /XObject << /N 5 0 R >> >>"),
            Stream("", "/N Do"u8.ToArray()),
        ];
        for (var form = 0; form < Forms; form++)
            objects.Add(
                Stream(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"/Type /XObject /Subtype /Form /BBox [0 0 200 200] /Resources << /XObject << /N {objects.Count + 2} 0 R >> >>"
                    ),
                    Encoding.ASCII.GetBytes(string.Concat(Enumerable.Repeat("/N Do ", 10)))
                )
            );
        objects.Add(Stream("/Type /XObject /Subtype /Form /BBox [0 0 200 200]", "0 0 1 1 re f"u8.ToArray()));
        return Of(objects);
    }

    private static byte[] LongPage() =>
        Of(
            Object(Catalog),
            Object(Pages),
            Page(
                "/MediaBox [0 0 200 200] /Contents 4 0 R "
                    + "/Resources << /Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >> >>"
            ),
            Packed(Encoding.ASCII.GetBytes($"BT /F 1 Tf {string.Concat(Enumerable.Repeat("(aaaa aaaaa) Tj ", Letters / 10))} ET"), "")
        );

    private static byte[] Unpacks() =>
        Of(Object(Catalog), Object(Pages), Page("/MediaBox [0 0 200 200] /Contents 4 0 R"), Packed(new byte[Unpacked], ""));

    private static byte[] Carries() =>
        Of(
            Object("<< /Type /Catalog /Pages 2 0 R /Names << /EmbeddedFiles << /Names [(a.xml) 4 0 R] >> >> >>"),
            Object(Pages),
            Page("/MediaBox [0 0 200 200]"),
            Object("<< /Type /Filespec /F (a.xml) /UF (a.xml) /EF << /F 5 0 R >> >>"),
            Packed(new byte[Unpacked], "/Type /EmbeddedFile")
        );

    private const string Catalog = "<< /Type /Catalog /Pages 2 0 R >>",
        Pages = "<< /Type /Pages /Kids [3 0 R] /Count 1 >>";

    private static byte[] Page(string entries) => Object($"<< /Type /Page /Parent 2 0 R {entries} >>");

    private static byte[] Packed(byte[] content, string entries)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
            zlib.Write(content);
        return Stream($"/Filter /FlateDecode {entries}", packed.ToArray());
    }
}
