using Adnumera.Core.Ledger;

namespace Adnumera.Core.InformationReturns;

/// <summary>Where each line of a payment counts: the first rule that holds puts it into exactly one place.</summary>
public static class LinePlacing
{
    /// <summary>The place of a line, and why it stands there, as people say it.</summary>
    /// <param name="line">The line.</param>
    /// <param name="supplier">What is known of its supplier.</param>
    /// <param name="boxes">The boxes of accounts in that year.</param>
    /// <param name="year">The year of payment.</param>
    public static (TallyPlace Place, string Detail) Of(PaymentLine line, ReturnSupplier supplier, BoxRows boxes, int year)
    {
        var row = line.Choice is null ? boxes.RowOf(line.Account, line.Supplier) : null;
        var choice = line.Choice ?? row?.Choice;
        if (line.IsVoided)
            return (TallyPlace.Out(LeftOutPlace.Voided), "The payment was voided.");
        if (line.Date.Year != year)
            return (TallyPlace.Out(LeftOutPlace.OtherYear), $"It was paid in {line.Date.Year}.");
        // Their processors report what they pay (Treas. Reg. 1.6041-1(a)(1)(iv)).
        if (line.Method is PaymentMethod.Card or PaymentMethod.Network)
            return (
                TallyPlace.Out(LeftOutPlace.CardOrNetwork),
                line.Method == PaymentMethod.Card
                    ? "It was paid by card, whose processor reports it."
                    : "It was paid through a network, whose processor reports it."
            );
        if (supplier.IsForeign)
            return (TallyPlace.Out(LeftOutPlace.Foreign), "The supplier is foreign; look whether Form 1042-S is due.");
        if (choice is { Box: null })
            return (TallyPlace.Out(LeftOutPlace.NotReportable), row?.Says ?? "A person said that it is of no box.");
        if (choice is not { Box: { } box })
            return (TallyPlace.Out(LeftOutPlace.NoBox), boxes.SaysNothing(line.Account));
        if (box == ReturnBox.Misc11 && line.Method != PaymentMethod.Cash)
            return (TallyPlace.Out(LeftOutPlace.NotReportable), "Fish counts only where it is paid in cash.");
        if (box == ReturnBox.Misc1 && supplier.IsAgent && line.Choice is null)
            return (TallyPlace.Out(LeftOutPlace.NotReportable), "It is rent paid to an agent, who reports it to the owner.");
        var reportability = Reportability.Of(supplier, box);
        if (!reportability.IsReportable)
            return (TallyPlace.Exempt(box), reportability.Because);
        return (TallyPlace.In(box), row?.Says ?? "A person chose the box.");
    }
}
