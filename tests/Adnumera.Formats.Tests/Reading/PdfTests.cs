using System.Text;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>PDF bills that carry their data (Factur-X 1.0: an embedded file, ISO 32000-2, 7.11.4).</summary>
public class PdfTests
{
    private static byte[] Pdf(params (string Name, string Content)[] attached)
    {
        var objects = new List<string>
        {
            "<< /Type /Catalog /Pages 2 0 R /OpenAction << /S /JavaScript /JS (app.alert(1)) >> /Names << /EmbeddedFiles << /Names "
                + $"[{Names()}] >> >> >>",
            "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] >>",
        };
        foreach (var (name, content) in attached)
        {
            objects.Add($"<< /Type /Filespec /F ({name}) /UF ({name}) /EF << /F {objects.Count + 2} 0 R >> >>");
            objects.Add($"<< /Type /EmbeddedFile /Length {Encoding.UTF8.GetByteCount(content)} >>\nstream\n{content}\nendstream");
        }

        var pdf = new StringBuilder("%PDF-1.7\n");
        var places = new List<int>();
        for (var i = 0; i < objects.Count; i++)
        {
            places.Add(Encoding.UTF8.GetByteCount(pdf.ToString()));
            pdf.Append(System.Globalization.CultureInfo.InvariantCulture, $"{i + 1} 0 obj\n{objects[i]}\nendobj\n");
        }

        var table = Encoding.UTF8.GetByteCount(pdf.ToString());
        pdf.Append(System.Globalization.CultureInfo.InvariantCulture, $"xref\n0 {objects.Count + 1}\n0000000000 65535 f \n");
        foreach (var place in places)
            pdf.Append(System.Globalization.CultureInfo.InvariantCulture, $"{place:0000000000} 00000 n \n");
        pdf.Append(
            System.Globalization.CultureInfo.InvariantCulture,
            $"trailer\n<< /Size {objects.Count + 1} /Root 1 0 R >>\nstartxref\n{table}\n%%EOF\n"
        );
        return Encoding.UTF8.GetBytes(pdf.ToString());

        string Names() => string.Join(' ', attached.Select((a, i) => $"({a.Name}) {4 + 2 * i} 0 R"));
    }

    [Fact]
    public void The_attached_invoice_comes_with_the_name_of_the_PDF()
    {
        using var files = new Pipeline();
        files.With("bill 7.pdf", Pdf(("note.txt", "hello"), ("factur-x.xml", InvoiceTests.Ubl())));
        Assert.Equal(0, files.ReadAll(["bill 7.pdf"]));
        Assert.Equal("DE123/R-7|bill 7.pdf", files.Documents("source_id", "attachment")[0]);
    }

    [Fact]
    public void A_named_attachment_comes_before_another_and_two_of_one_rank_are_too_many()
    {
        using var files = new Pipeline();
        var other = InvoiceTests.Ubl().Replace("R-7", "R-8", StringComparison.Ordinal);
        files.With("a.pdf", Pdf(("data.xml", other), ("xrechnung.xml", InvoiceTests.Ubl())));
        Assert.Equal(0, files.ReadAll(["a.pdf"]));
        Assert.Equal("DE123/R-7", files.Documents("source_id")[0]);
        files.With("a.pdf", Pdf(("data.xml", other)));
        Assert.Equal(0, files.ReadAll(["a.pdf"]));
        Assert.Equal("DE123/R-8", files.Documents("source_id")[0]);
        files.With("a.pdf", Pdf(("one.xml", other), ("two.xml", InvoiceTests.Ubl())));
        Assert.Equal(2, files.ReadAll(["a.pdf"]));
        Assert.Contains("a.pdf: several invoices are attached: one.xml, two.xml", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_PDF_without_data_or_cut_in_the_middle_is_an_error()
    {
        using var files = new Pipeline();
        files.With("a.pdf", Pdf(("note.txt", "hello")));
        Assert.Equal(2, files.ReadAll(["a.pdf"]));
        Assert.Contains("a.pdf: no data in it", files.Errors, StringComparison.Ordinal);
        var whole = Pdf(("factur-x.xml", InvoiceTests.Ubl()));
        files.With("a.pdf", whole[..(whole.Length / 2)]);
        Assert.Equal(2, files.ReadAll(["a.pdf"]));
    }
}
