using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;

namespace Adnumera.Formats.Paper;

/// <summary>Letter-size pages that are written from the top down, as a PDF (ISO 32000) in the fonts that every reader has.</summary>
internal sealed class PaperSheet : IDisposable
{
    public const double Left = 56,
        Right = 556,
        Top = 736,
        Bottom = 60;

    private readonly PdfDocumentBuilder builder = new();
    private readonly PdfDocumentBuilder.AddedFont plain,
        bold;
    private PdfPageBuilder page;

    public PaperSheet()
    {
        (plain, bold) = (builder.AddStandard14Font(Standard14Font.Helvetica), builder.AddStandard14Font(Standard14Font.HelveticaBold));
        page = builder.AddPage(PageSize.Letter);
    }

    /// <summary>How high up the next line stands.</summary>
    public double Y { get; private set; } = Top;

    /// <summary>A new page.</summary>
    public void NewPage()
    {
        page = builder.AddPage(PageSize.Letter);
        Y = Top;
    }

    /// <summary>Goes down; on a new page where there is no more room.</summary>
    public void Down(double by)
    {
        Y -= by;
        if (Y < Bottom)
            NewPage();
    }

    /// <summary>Goes back up, within the page.</summary>
    public void To(double y) => Y = y;

    /// <summary>Text from a place on; cut at so many characters.</summary>
    public void Text(string text, double x, double size = 10, bool isBold = false, int most = 100) =>
        page.AddText(Shown(text, most), size, new PdfPoint(x, Y), isBold ? bold : plain);

    /// <summary>Text that ends at a place.</summary>
    public void Ending(string text, double x = Right, double size = 10, bool isBold = false)
    {
        var font = isBold ? bold : plain;
        page.AddText(Shown(text), size, new PdfPoint(x - Width(Shown(text), size, font), Y), font);
    }

    /// <summary>A paragraph, broken between words.</summary>
    public void Paragraph(string text, double from = Left, double to = Right, double size = 10, double step = 14)
    {
        var line = "";
        foreach (var word in Shown(text, int.MaxValue).Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var longer = line.Length == 0 ? word : $"{line} {word}";
            if (line.Length > 0 && Width(longer, size, plain) > to - from)
            {
                Text(line, from, size, most: int.MaxValue);
                Down(step);
                line = word;
            }
            else
            {
                line = longer;
            }
        }

        if (line.Length > 0)
        {
            Text(line, from, size, most: int.MaxValue);
            Down(step);
        }
    }

    /// <summary>A thin rule across.</summary>
    public void Rule(double from = Left, double to = Right) => page.DrawLine(new PdfPoint(from, Y), new PdfPoint(to, Y), 0.6);

    private double Width(string text, double size, PdfDocumentBuilder.AddedFont font) =>
        page.MeasureText(text, size, new PdfPoint(0, 0), font)[^1].EndBaseLine.X;

    /// <summary>The file.</summary>
    public byte[] Build() => builder.Build();

    public void Dispose() => builder.Dispose();

    // The fonts that every reader of PDFs has know Latin letters alone.
    private static string Shown(string text, int most = 100) =>
        string.Concat(text.Take(most).Select(c => c is >= ' ' and <= '~' or >= '\u00A1' and <= '\u00FF' ? c : Plain(c)))
            is { Length: > 0 } shown
            ? shown
            : " ";

    private static char Plain(char c) =>
        c switch
        {
            '\u2019' or '\u2018' => '\'',
            '\u201C' or '\u201D' => '"',
            '\u2013' or '\u2014' => '-',
            _ => '?',
        };
}
