using Adnumera.Core.Ledger;

namespace Adnumera.Core.InformationReturns;

/// <summary>A box proposed for an account.</summary>
/// <param name="Choice">The box, or none.</param>
/// <param name="Because">Why, as people say it.</param>
public sealed record BoxProposal(BoxChoice Choice, string Because);

/// <summary>Which box an account is probably of, by its name and by whom it pays (common practice).</summary>
public static class BoxProposals
{
    private static readonly (ReturnBox? Box, string[] Words)[] Named =
    [
        (ReturnBox.Misc2, ["ROYALT"]),
        (ReturnBox.Misc3, ["PRIZE", "AWARD"]),
        (ReturnBox.Misc6, ["MEDICAL", "HEALTH", "PHYSICIAN", "DOCTOR", "EYE TEST"]),
        (ReturnBox.Misc10, ["SETTLEMENT", "GROSS PROCEEDS"]),
        (
            null,
            [
                "PAYABLE",
                "INSURANCE",
                "POSTAGE",
                "COURIER",
                "FREIGHT",
                "DELIVERY",
                "TELEPHONE",
                "ELECTRICITY",
                "WATER",
                "TRAVEL",
                "MEALS",
                "BANK CHARGES",
                "INTEREST",
                "TAX",
                "LICENCE",
                "SOFTWARE",
                "SUPPLIES",
                "STOCK",
                "PAPER",
                "LEATHER",
                "THREAD",
                "FOIL",
                "GLUE",
                "TOOLS",
                "BOOKS",
                "PACKING",
                "WAGES",
                "DEPOSIT",
            ]
        ),
        (ReturnBox.Misc1, ["RENT"]),
        (
            ReturnBox.Nec1,
            [
                "LEGAL",
                "FEES",
                "CONTRACT",
                "CONSULT",
                "TUTOR",
                "ILLUSTRAT",
                "ACCOUNTING",
                "CLEANING",
                "REPAIR",
                "MAINTENANCE",
                "UPKEEP",
                "CARE",
                "COMMISSION",
                "DESIGN",
                "PRINTING",
                "SERVICE",
            ]
        ),
    ];

    /// <summary>A box for an account; none where neither its name nor its payees say one.</summary>
    /// <param name="account">The account.</param>
    /// <param name="payees">Who was paid for it, with the money, in cents.</param>
    public static BoxProposal? Of(Account account, IReadOnlyCollection<(ReturnSupplier Supplier, long Amount)> payees)
    {
        var name = Folded.Of(account.Name);
        foreach (var (box, words) in Named)
            if (Array.Find(words, w => name.Contains(w, StringComparison.Ordinal)) is not null)
                return new(new BoxChoice(box), $"“{account.Name}” is usually {(box is { } of ? of.Text() : "of no box")}.");
        var all = payees.Sum(p => Math.Abs((decimal)p.Amount));
        decimal Share(Func<ReturnSupplier, bool> which) =>
            all == 0 ? 0 : payees.Where(p => which(p.Supplier)).Sum(p => Math.Abs((decimal)p.Amount)) / all;
        if (Share(s => s.IsAttorney) > 0.5m)
            return new(new BoxChoice(ReturnBox.Nec1), "Most of it was paid to attorneys.");
        if (Share(s => s.Classification == TaxClassification.Individual) > 0.5m)
            return new(new BoxChoice(ReturnBox.Nec1), "Most of it was paid to individuals.");
        return null;
    }
}
