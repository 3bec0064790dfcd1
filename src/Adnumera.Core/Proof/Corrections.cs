namespace Adnumera.Core.Proof;

/// <summary>What follows from the kind of a difference.</summary>
public static class Corrections
{
    /// <summary>Whether what was intended and found are amounts.</summary>
    public static bool IsMoney(this DifferenceKind kind) =>
        kind
            is DifferenceKind.Missing
                or DifferenceKind.Voided
                or DifferenceKind.Draft
                or DifferenceKind.NotIntended
                or DifferenceKind.Side
                or DifferenceKind.Amount
                or DifferenceKind.NotOurs;

    /// <summary>What to do about it, as people say it (common practice).</summary>
    public static string Correction(this DifferenceKind kind) =>
        kind switch
        {
            DifferenceKind.Missing => "Find out who removed it; put it back in the ledger, then prove again.",
            DifferenceKind.Voided =>
                "If it was voided by mistake, post it again in the ledger; if not, it should be reversed here as well.",
            DifferenceKind.Draft => "Post the draft in the ledger.",
            DifferenceKind.Duplicate => "Void the surplus entry in the ledger.",
            DifferenceKind.NotIntended => "Void it in the ledger, or find out which revision it belongs to.",
            DifferenceKind.Side => "Swap debit and credit in the ledger.",
            DifferenceKind.Account =>
                "Move the amount to the intended account in the ledger; or, if the ledger is right, change the mapping from here on.",
            DifferenceKind.Dimension or DifferenceKind.Tax => "Set the intended value in the ledger.",
            DifferenceKind.Amount => "Restore the intended amount in the ledger.",
            DifferenceKind.Date => "Set the intended date in the ledger.",
            DifferenceKind.Supplier or DifferenceKind.Employee or DifferenceKind.Reference => "Set the intended value in the ledger.",
            DifferenceKind.NotOurs => "Nothing to correct when it belongs there: it explains why the account differs from what was sent.",
        };
}
