using System.Text;
using Adnumera.Bench;
using Adnumera.Core.Sources;
using Adnumera.Formats.Pdf;
using Adnumera.PdfReader;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>PDF bills that carry their data (Factur-X 1.0: an embedded file, ISO 32000-2, 7.11.4).</summary>
public class PdfTests
{
    private static byte[] Pdf(params (string Name, string Content)[] attached)
    {
        List<byte[]> objects =
        [
            PdfBombs.Object(
                "<< /Type /Catalog /Pages 2 0 R /OpenAction << /S /JavaScript /JS (app.alert(1)) >> /Names << /EmbeddedFiles << /Names "
                    + $"[{string.Join(' ', attached.Select((a, i) => $"({a.Name}) {4 + 2 * i} 0 R"))}] >> >> >>"
            ),
            PdfBombs.Object("<< /Type /Pages /Kids [3 0 R] /Count 1 >>"),
            PdfBombs.Object("<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] >>"),
        ];
        foreach (var (name, content) in attached)
        {
            objects.Add(PdfBombs.Object($"<< /Type /Filespec /F ({name}) /UF ({name}) /EF << /F {objects.Count + 2} 0 R >> >>"));
            objects.Add(PdfBombs.Stream("/Type /EmbeddedFile", Encoding.UTF8.GetBytes(content)));
        }

        return PdfBombs.Of(objects);
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

    public static TheoryData<int> Bombs => [.. Enumerable.Range(0, PdfBombs.All.Length)];

    // A circle ended the whole application, and the others held it up for most of a minute, or took gigabytes.
    [Theory, MemberData(nameof(Bombs))]
    public async Task What_brings_its_reader_down_is_a_file_that_cannot_be_read(int which)
    {
        var content = PdfBombs.All[which].Make();
        var watch = System.Diagnostics.Stopwatch.StartNew();
        var faults = 0;
        foreach (var part in Enum.GetValues<PdfPart>())
            try
            {
                await PdfFile.Prepare(content, part, CancellationToken.None);
                faults += PdfFile.Part(content, part) is null ? 1 : 0;
            }
            catch (FileFaultException)
            {
                faults++;
            }

        Assert.InRange(faults, which is 0 or 1 ? 1 : 0, 1);
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 14);
    }

    [Fact]
    public async Task Whoever_waits_no_more_ends_its_reading()
    {
        using var cancel = new CancellationTokenSource(TimeSpan.FromMilliseconds(500));
        var watch = System.Diagnostics.Stopwatch.StartNew();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => PdfFile.Prepare(PdfBombs.All[1].Make(), PdfPart.Rows, cancel.Token));
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 4);
    }

    [Fact]
    public void The_command_line_says_which_file_cannot_be_read()
    {
        using var files = new Pipeline();
        files.With("a.pdf", PdfBombs.All[4].Make());
        Assert.Equal(2, files.ReadAll(["a.pdf"]));
        Assert.Contains("a.pdf: ", files.Errors, StringComparison.Ordinal);
    }
}
