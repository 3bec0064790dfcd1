namespace Adnumera.Core.InformationReturns;

/// <summary>A return of a supplier on one form.</summary>
/// <param name="Form">The form.</param>
/// <param name="Boxes">What is filed, in the order of the boxes, in cents.</param>
/// <param name="Withheld">The tax withheld of it, in cents: box 4.</param>
public sealed record Return(ReturnForm Form, IReadOnlyList<(ReturnBox Box, long Amount)> Boxes, long Withheld)
{
    /// <summary>Whether it is among what a duty asks for: a statement with box 8 or 10 is due later than the others.</summary>
    public bool IsOf(ReturnDuty duty) =>
        duty switch
        {
            ReturnDuty.NecToRecipients or ReturnDuty.NecToIrs => Form == ReturnForm.Nec,
            ReturnDuty.MiscToRecipients => Form == ReturnForm.Misc && !HasBox8Or10,
            ReturnDuty.MiscWithBox8Or10ToRecipients => Form == ReturnForm.Misc && HasBox8Or10,
            ReturnDuty.MiscToIrsOnPaper or ReturnDuty.MiscToIrsElectronically => Form == ReturnForm.Misc,
        };

    private bool HasBox8Or10 => Boxes.Any(b => b.Box is ReturnBox.Misc8 or ReturnBox.Misc10);
}

/// <summary>Which returns a supplier's year makes.</summary>
public static class Returns
{
    /// <summary>A return on each form on which a box is filed; boxes below their threshold without tax withheld are not on it.</summary>
    public static IReadOnlyList<Return> Of(SupplierYear year) =>
        [
            .. year
                .Totals.Where(t => t.IsToFile)
                .GroupBy(t => t.Box.Form())
                .OrderBy(g => g.Key)
                .Select(g => new Return(g.Key, [.. g.Select(t => (t.Box, t.Amount))], g.Sum(t => t.Withheld))),
        ];
}
