using System.Globalization;
using Adnumera.Core.Payroll;
using Adnumera.Formats.Paper;

namespace Adnumera.Formats.Payroll;

/// <summary>What a pay run comes to by pay item, on paper: it stands beside the entry and names nobody.</summary>
public static class RegisterSummary
{
    private const double Type = 270,
        Agency = 370,
        Step = 16;

    /// <summary>The file's name.</summary>
    public static string NameOf(PayRun run) => $"summary of run {run.Id}.pdf";

    /// <summary>Writes it as a PDF.</summary>
    public static byte[] Write(PayRun run)
    {
        using var paper = new PaperSheet();
        paper.Text($"Pay run {run.Id}", PaperSheet.Left, 16, isBold: true);
        paper.Down(22);
        var people = run.Rows.Where(r => r.Employee.Length > 0).Select(r => r.Employee).Distinct(Folded.Comparer).Count();
        paper.Text(
            $"Paid on {Day.Text(run.PayDate)}{(run.PeriodEnd is { } end ? $", for the period to {Day.Text(end)}" : "")}. "
                + $"Employees: {people}. Costs {Amount(run.Cost)} {run.Currency.Code}.",
            PaperSheet.Left
        );
        paper.Down(26);
        foreach (
            var (item, type, agency, amount) in run
                .Rows.GroupBy(r => (Item: Folded.Of(r.Item), r.Type, Agency: Folded.Of(r.Agency)))
                .Select(g => (g.First().Item, g.Key.Type, g.First().Agency, g.Sum(r => r.Amount)))
        )
        {
            paper.Text(item, PaperSheet.Left, most: 40);
            paper.Text(Words<PayItemType>.Of(type).Replace('_', ' '), Type);
            paper.Text(agency, Agency, most: 24);
            paper.Ending(Amount(amount));
            paper.Down(Step);
        }

        return paper.Build();

        string Amount(long minor) =>
            (minor / (decimal)Math.Pow(10, run.Currency.Digits)).ToString($"N{run.Currency.Digits}", CultureInfo.InvariantCulture);
    }
}
