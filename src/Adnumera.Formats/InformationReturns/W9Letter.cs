using System.Globalization;
using Adnumera.Formats.Paper;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A letter that asks a supplier for its Form W-9.</summary>
public static class W9Letter
{
    /// <summary>One letter a supplier, each on a page of its own, as a PDF.</summary>
    /// <param name="payer">Who asks.</param>
    /// <param name="to">Whom, and whether it is asked again.</param>
    /// <param name="day">The day of the letter.</param>
    public static byte[] Write(Payer payer, IReadOnlyList<(Recipient To, bool IsReminder)> to, DateOnly day)
    {
        using var paper = new PaperSheet();
        for (var i = 0; i < to.Count; i++)
        {
            if (i > 0)
                paper.NewPage();
            Letter(paper, payer, to[i].To, to[i].IsReminder, day);
        }

        return paper.Build();
    }

    private static void Letter(PaperSheet paper, Payer payer, Recipient to, bool isReminder, DateOnly day)
    {
        Lines(paper, [payer.Name, payer.Address, payer.Town, payer.Phone], isBold: true);
        paper.Down(24);
        Lines(paper, [to.Name, to.SecondName, to.Address, to.Town], isBold: false);
        paper.Down(24);
        paper.Text(day.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture), PaperSheet.Left);
        paper.Down(30);
        paper.Text(isReminder ? "Your Form W-9: a reminder" : "Please send us your Form W-9", PaperSheet.Left, 13, isBold: true);
        paper.Down(26);
        if (isReminder)
        {
            paper.Paragraph("We asked you for your Form W-9 before, and do not have it yet.");
            paper.Down(6);
        }

        paper.Paragraph(
            "We pay you in the course of our business. Before we can report what we paid, or tell that nothing is to be reported, the law "
                + "asks us for your name, address, classification for tax and taxpayer identification number, as Form W-9 of the Internal "
                + "Revenue Service has them (Internal Revenue Code 6109)."
        );
        paper.Down(6);
        paper.Paragraph(
            "Please fill in the form, sign it and date it, and send it back to the address above. A form without signature or date "
                + "does not count. Corporations, too: the form is our proof that nothing is to be reported."
        );
        paper.Down(6);
        paper.Paragraph(
            "Without your number we may have to withhold 24 per cent of what we pay you (Internal Revenue Code 3406). Please do not "
                + "send the form by unencrypted e-mail: it carries your number."
        );
        paper.Down(20);
        paper.Text("With thanks", PaperSheet.Left);
        paper.Down(16);
        paper.Text(payer.Name, PaperSheet.Left);
    }

    private static void Lines(PaperSheet paper, IEnumerable<string> lines, bool isBold)
    {
        foreach (var line in lines.Where(l => l.Length > 0))
        {
            paper.Text(line, PaperSheet.Left, isBold: isBold);
            paper.Down(14);
            isBold = false;
        }
    }
}
