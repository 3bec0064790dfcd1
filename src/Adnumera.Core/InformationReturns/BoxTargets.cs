using Adnumera.Core.Ledger;

namespace Adnumera.Core.InformationReturns;

/// <summary>Whether an account may be of a box.</summary>
public enum BoxTarget
{
    /// <summary>It may: it is a cost.</summary>
    Takes,

    /// <summary>A person has to confirm it: what is paid for a balance-sheet account is rarely an expense of the year.</summary>
    Asks,

    /// <summary>It may not: income is never paid to a supplier.</summary>
    Refuses,
}

/// <summary>Which accounts may be of a box: any but income.</summary>
public static class BoxTargets
{
    /// <summary>Whether an account may be of a box, or of none.</summary>
    public static BoxTarget Of(Account account, BoxChoice choice) =>
        choice.Box is null
            ? BoxTarget.Takes
            : account.Kind switch
            {
                AccountKind.Income => BoxTarget.Refuses,
                AccountKind.Asset or AccountKind.Liability or AccountKind.Equity => BoxTarget.Asks,
                AccountKind.CostOfSales or AccountKind.Expense => BoxTarget.Takes,
            };
}
