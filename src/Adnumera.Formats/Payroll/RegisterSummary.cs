using System.Globalization;
using Adnumera.Core.Payroll;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;

namespace Adnumera.Formats.Payroll;

/// <summary>What a pay run comes to by pay item, on paper: it stands beside the entry and names nobody.</summary>
public static class RegisterSummary
{
    private const double Left = 56,
        Type = 270,
        Agency = 370,
        Right = 556,
        Top = 736,
        Bottom = 60,
        Step = 16;

    /// <summary>The file's name.</summary>
    public static string NameOf(PayRun run) => $"summary of run {run.Id}.pdf";

    /// <summary>Writes it as a PDF (ISO 32000).</summary>
    public static byte[] Write(PayRun run)
    {
        var builder = new PdfDocumentBuilder();
        var (plain, bold) = (builder.AddStandard14Font(Standard14Font.Helvetica), builder.AddStandard14Font(Standard14Font.HelveticaBold));
        var page = builder.AddPage(PageSize.Letter);
        var y = Top;
        page.AddText(Shown($"Pay run {run.Id}"), 16, new PdfPoint(Left, y), bold);
        var people = run.Rows.Where(r => r.Employee.Length > 0).Select(r => r.Employee).Distinct(Folded.Comparer).Count();
        var head =
            $"Paid on {Day.Text(run.PayDate)}{(run.PeriodEnd is { } end ? $", for the period to {Day.Text(end)}" : "")}. "
            + $"Employees: {people}. Costs {Amount(run.Cost)} {run.Currency.Code}.";
        page.AddText(Shown(head), 10, new PdfPoint(Left, y -= 22), plain);
        y -= 26;
        foreach (
            var (item, type, agency, amount) in run
                .Rows.GroupBy(r => (Item: Folded.Of(r.Item), r.Type, Agency: Folded.Of(r.Agency)))
                .Select(g => (g.First().Item, g.Key.Type, g.First().Agency, g.Sum(r => r.Amount)))
        )
        {
            if (y < Bottom)
            {
                page = builder.AddPage(PageSize.Letter);
                y = Top;
            }

            page.AddText(Shown(item, 40), 10, new PdfPoint(Left, y), plain);
            page.AddText(Words<PayItemType>.Of(type).Replace('_', ' '), 10, new PdfPoint(Type, y), plain);
            page.AddText(Shown(agency, 24), 10, new PdfPoint(Agency, y), plain);
            var text = Amount(amount);
            var width = page.MeasureText(text, 10, new PdfPoint(0, 0), plain).Sum(l => l.Width);
            page.AddText(text, 10, new PdfPoint(Right - width, y), plain);
            y -= Step;
        }

        return builder.Build();

        string Amount(long minor) =>
            (minor / (decimal)Math.Pow(10, run.Currency.Digits)).ToString($"N{run.Currency.Digits}", CultureInfo.InvariantCulture);
    }

    // The fonts that every reader of PDFs has know Latin letters alone.
    private static string Shown(string text, int most = 100) =>
        string.Concat(text.Take(most).Select(c => c is >= ' ' and <= '~' or >= '\u00A1' and <= '\u00FF' ? c : '?')) is { Length: > 0 } shown
            ? shown
            : " ";
}
