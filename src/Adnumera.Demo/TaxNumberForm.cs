using System.Globalization;
using System.Text;

namespace Adnumera.Demo;

/// <summary>A form of our own that asks a supplier for what Form W-9 asks, as a PDF to fill in (ISO 32000, interactive forms): written by hand,
/// since libraries only read them.</summary>
public static class TaxNumberForm
{
    // Name, what stands beside it, whether it is ticked, and where: from the left, from below, how wide.
    private static readonly (string Name, string Label, bool IsTicked, int X, int Y, int Width)[] Fields =
    [
        ("name", "1  Name, as on your income tax return", false, 56, 660, 500),
        ("business_name", "2  Business name, where it is another", false, 56, 612, 500),
        ("individual", "Individual, sole proprietor, disregarded entity", true, 56, 572, 12),
        ("c_corporation", "C corporation", true, 320, 572, 12),
        ("s_corporation", "S corporation", true, 440, 572, 12),
        ("partnership", "Partnership", true, 56, 550, 12),
        ("trust_estate", "Trust or estate", true, 180, 550, 12),
        ("llc_letter", "LLC: taxed as C, S or P", false, 320, 526, 40),
        ("exempt_code", "Exempt payee code, if any", false, 440, 526, 60),
        ("address", "5  Address", false, 56, 480, 500),
        ("town", "6  City, state and ZIP code", false, 56, 432, 500),
        ("ssn", "Social security number", false, 56, 376, 200),
        ("ein", "or employer identification number", false, 320, 376, 200),
        ("signature", "Signature", false, 56, 312, 260),
        ("date", "Date", false, 350, 312, 120),
    ];

    /// <summary>The form, filled in.</summary>
    /// <param name="values">What stands in each field, by its name; <c>yes</c> in one that is ticked.</param>
    public static byte[] Write(IReadOnlyDictionary<string, string> values)
    {
        var objects = new List<string>();
        var page = 4;
        var first = 6;
        var widgets = string.Join(' ', Enumerable.Range(0, Fields.Length).Select(i => $"{first + 2 * i} 0 R"));
        objects.Add("<< /Type /Catalog /Pages 3 0 R /AcroForm 2 0 R >>");
        objects.Add($"<< /Fields [{widgets}] /DA (/Helv 0 Tf 0 g) /DR << /Font << /Helv 5 0 R >> >> >>");
        objects.Add($"<< /Type /Pages /Kids [{page} 0 R] /Count 1 >>");
        objects.Add(
            $"<< /Type /Page /Parent 3 0 R /MediaBox [0 0 612 792] /Resources << /Font << /Helv 5 0 R >> >> "
                + $"/Contents {first + 2 * Fields.Length} 0 R /Annots [{widgets}] >>"
        );
        objects.Add("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>");
        foreach (var (name, _, isTicked, x, y, width) in Fields)
        {
            var value = values.GetValueOrDefault(name, "");
            var (height, appearance) = (isTicked ? 12 : 18, objects.Count + 2);
            var rectangle = $"/Rect [{x} {y} {x + width} {y + height}]";
            objects.Add(
                isTicked
                    ? $"<< /Type /Annot /Subtype /Widget /FT /Btn /T ({name}) /V /{(value == "yes" ? "Yes" : "Off")} "
                        + $"/AS /{(value == "yes" ? "Yes" : "Off")} {rectangle} /P {page} 0 R /F 4 /AP << /N << /Yes {appearance} 0 R >> >> >>"
                    : $"<< /Type /Annot /Subtype /Widget /FT /Tx /T ({name}) /V ({Escaped(value)}) {rectangle} /P {page} 0 R /F 4 "
                        + $"/DA (/Helv 11 Tf 0 g) /AP << /N {appearance} 0 R >> >>"
            );
            objects.Add(
                Stream(
                    isTicked
                        ? "q 1.4 w 2 2 m 10 10 l S 2 10 m 10 2 l S Q"
                        : $"/Tx BMC q BT /Helv 11 Tf 3 5 Td ({Escaped(value)}) Tj ET Q EMC",
                    $"/Type /XObject /Subtype /Form /BBox [0 0 {width} {height}] /Resources << /Font << /Helv 5 0 R >> >> "
                )
            );
        }

        objects.Add(Stream(Drawn(), ""));
        return File(objects);
    }

    // The paper under the fields.
    private static string Drawn()
    {
        var drawn = new StringBuilder();
        void Text(string text, int x, int y, int size) =>
            drawn.Append(CultureInfo.InvariantCulture, $"BT /Helv {size} Tf {x} {y} Td ({Escaped(text)}) Tj ET\n");
        Text("Your name and taxpayer identification number", 56, 730, 17);
        Text("A substitute for Form W-9. It counts signed and dated.", 56, 710, 10);
        foreach (var (_, label, isTicked, x, y, width) in Fields)
        {
            if (isTicked)
                drawn.Append(CultureInfo.InvariantCulture, $"0.6 w {x} {y} 12 12 re S\n");
            else
                drawn.Append(CultureInfo.InvariantCulture, $"0.6 w {x} {y} m {x + width} {y} l S\n");
            Text(label, isTicked ? x + 17 : x, isTicked ? y + 3 : y + 21, isTicked ? 10 : 9);
        }

        Text("Under penalties of perjury, I certify that the number above is mine and that I am a U.S. person.", 56, 280, 9);
        return drawn.ToString();
    }

    private static string Stream(string content, string more) =>
        $"<< {more}/Length {Encoding.Latin1.GetByteCount(content)} >>\nstream\n{content}\nendstream";

    private static byte[] File(List<string> objects)
    {
        var file = new StringBuilder("%PDF-1.7\n");
        var places = new List<int>();
        for (var i = 0; i < objects.Count; i++)
        {
            places.Add(file.Length);
            file.Append(CultureInfo.InvariantCulture, $"{i + 1} 0 obj\n{objects[i]}\nendobj\n");
        }

        var table = file.Length;
        file.Append(CultureInfo.InvariantCulture, $"xref\n0 {objects.Count + 1}\n0000000000 65535 f \n");
        foreach (var place in places)
            file.Append(CultureInfo.InvariantCulture, $"{place:D10} 00000 n \n");
        file.Append(CultureInfo.InvariantCulture, $"trailer\n<< /Size {objects.Count + 1} /Root 1 0 R >>\nstartxref\n{table}\n%%EOF\n");
        return Encoding.Latin1.GetBytes(file.ToString());
    }

    private static string Escaped(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace("(", "\\(", StringComparison.Ordinal)
            .Replace(")", "\\)", StringComparison.Ordinal);
}
