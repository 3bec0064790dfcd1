using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.Paper;

namespace Adnumera.Formats.InformationReturns;

/// <summary>What stands on a recipient's statement.</summary>
/// <param name="Form">The form that it stands for.</param>
/// <param name="To">The recipient.</param>
/// <param name="Number">The recipient's number, truncated to the last four digits (Treas. Reg. 301.6109-4).</param>
/// <param name="Boxes">The boxes with their amounts, in cents, in their order.</param>
/// <param name="Withheld">Federal income tax withheld, in cents: box 4.</param>
/// <param name="IsCorrected">Whether another went out before it.</param>
public sealed record Statement(
    ReturnForm Form,
    Recipient To,
    string Number,
    IReadOnlyList<(ReturnBox Box, long Amount)> Boxes,
    long Withheld,
    bool IsCorrected
);

/// <summary>
/// A recipient's statement in a layout of our own, with what the General Instructions for Certain Information Returns ask of a substitute
/// statement (from memory; the list stands in docs/formats.md): the form's name and year, payer and recipient with their numbers, each box
/// by number and name, and the notice to the recipient.
/// </summary>
public static class RecipientStatement
{
    private const string Notice =
        "This is important tax information and is being furnished to the Internal Revenue Service. If you are required to file a return, a "
        + "negligence penalty or other sanction may be imposed on you if this income is taxable and the IRS determines that it has "
        + "not been reported.";

    private const double Middle = 316;

    /// <summary>The statements, each on a page of its own, as a PDF.</summary>
    /// <param name="payer">Who paid.</param>
    /// <param name="year">The year of payment.</param>
    /// <param name="statements">The statements; at least one.</param>
    /// <param name="isPreview">Whether they are to be looked at, and not to go out.</param>
    public static byte[] Write(Payer payer, int year, IReadOnlyList<Statement> statements, bool isPreview)
    {
        using var paper = new PaperSheet();
        for (var i = 0; i < statements.Count; i++)
        {
            if (i > 0)
                paper.NewPage();
            One(paper, payer, year, statements[i], isPreview);
        }

        return paper.Build();
    }

    private static void One(PaperSheet paper, Payer payer, int year, Statement statement, bool isPreview)
    {
        if (isPreview)
        {
            paper.Text("Preview, not for the recipient: the payer's number is not whole.", PaperSheet.Left, 10.5);
            paper.Down(24);
        }

        paper.Text($"{statement.Form.Title()}, {year}", PaperSheet.Left, 18, isBold: true);
        if (statement.IsCorrected)
            paper.Ending("CORRECTED", isBold: true, size: 12);
        paper.Down(18);
        paper.Text(statement.Form == ReturnForm.Nec ? "Nonemployee compensation" : "Miscellaneous information", PaperSheet.Left, 12);
        paper.Ending("Statement for the recipient (substitute for Copy B)");
        paper.Down(10);
        paper.Rule();
        paper.Down(22);
        var y = paper.Y;
        Party(paper, PaperSheet.Left, "Payer", [payer.Name, payer.Address, payer.Town, Phone(payer)], $"Payer's TIN: {payer.Number}");
        var below = paper.Y;
        paper.To(y);
        Party(
            paper,
            Middle,
            "Recipient",
            [statement.To.Name, statement.To.SecondName, statement.To.Address, statement.To.Town],
            $"Recipient's TIN: {statement.Number}"
        );
        paper.To(Math.Min(below, paper.Y));
        paper.Down(10);
        paper.Rule();
        paper.Down(22);
        foreach (var (box, amount) in statement.Boxes)
            Box(paper, box.Number(), char.ToUpperInvariant(box.Title()[0]) + box.Title()[1..], amount);
        if (statement.Withheld != 0)
            Box(paper, ReturnForms.WithheldBox.ToString(CultureInfo.InvariantCulture), "Federal income tax withheld", statement.Withheld);
        paper.Down(4);
        paper.Rule();
        paper.Down(22);
        paper.Paragraph(Notice);
        paper.Down(8);
        paper.Paragraph(
            "Only the last four digits of your number are shown, to protect you; the whole number is filed. If an amount or a detail is "
                + "wrong, please tell the payer at the address or number above."
        );
    }

    private static string Phone(Payer payer) => payer.Phone.Length > 0 ? $"Telephone {payer.Phone}" : "";

    private static void Party(PaperSheet paper, double x, string what, IEnumerable<string> lines, string number)
    {
        paper.Text(what, x, 9);
        paper.Down(15);
        foreach (var line in lines.Where(l => l.Length > 0))
        {
            paper.Text(line, x, 10.5, most: 44);
            paper.Down(14);
        }

        paper.Down(4);
        paper.Text(number, x, 10.5, isBold: true);
        paper.Down(14);
    }

    private static void Box(PaperSheet paper, string number, string title, long amount)
    {
        paper.Text($"Box {number}", PaperSheet.Left, 11, isBold: true);
        paper.Text(title, PaperSheet.Left + 60, 11);
        paper.Ending($"$ {(amount / 100m).ToString("N2", CultureInfo.InvariantCulture)}", size: 11, isBold: true);
        paper.Down(20);
    }
}
