using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>A role that the work needs filled.</summary>
/// <param name="Role">The role.</param>
/// <param name="Why">What needs it, as people say it.</param>
/// <param name="Kinds">Of which kinds the account may be; the first is the usual one.</param>
/// <param name="SuggestedName">How an account for it could be called.</param>
/// <param name="Holder">Who fills it now.</param>
public sealed record RequiredAccount(
    AccountRole Role,
    string Why,
    IReadOnlyList<AccountKind> Kinds,
    string SuggestedName,
    RoleHolder Holder
)
{
    /// <summary>Whether exactly one account of a fitting kind fills it.</summary>
    public bool IsFilled => Holder is RoleHolder.Filled one && Kinds.Contains(one.Account.Kind);
}

/// <summary>The roles that a company's choices need, and who fills them.</summary>
public static class RequiredAccounts
{
    private static readonly AccountKind[] Liability = [AccountKind.Liability];
    private static readonly AccountKind[] Asset = [AccountKind.Asset];
    private static readonly AccountKind[] Balance = [AccountKind.Liability, AccountKind.Asset];
    private static readonly AccountKind[] Cost = [AccountKind.Expense, AccountKind.CostOfSales, AccountKind.Income];

    /// <summary>Lists them; which are needed follows from the choices (common practice).</summary>
    /// <param name="chart">The chart.</param>
    /// <param name="settings">The company's choices.</param>
    /// <param name="recoversTax">Whether a tax code recovers tax without an account of its own.</param>
    public static IReadOnlyList<RequiredAccount> Of(Chart chart, CompositionSettings settings, bool recoversTax)
    {
        var needed = new List<RequiredAccount>
        {
            Need(
                AccountRole.PayablesControl,
                "bills and credits of suppliers without a payables account of their own",
                Liability,
                "Accounts payable"
            ),
            Need(AccountRole.EmployeePayable, "what employees paid and claim back", Liability, "Employee payable"),
            Need(AccountRole.DueFromEmployees, "rejected and private charges on a company card", Asset, "Due from employees"),
            Need(AccountRole.SupplierPrepayments, "what is paid to suppliers before their bill", Asset, "Supplier prepayments"),
            Need(AccountRole.PayrollClearing, "between a pay run and its payment", Balance, "Payroll clearing"),
        };
        if (recoversTax || settings.Payroll.FeeTaxPercent > 0)
            needed.Add(
                Need(
                    AccountRole.InputTax,
                    "tax that is recovered",
                    [AccountKind.Asset, AccountKind.Liability],
                    "Recoverable tax on purchases"
                )
            );
        if (settings.RoundingTolerance > 0)
            needed.Add(Need(AccountRole.Rounding, "rounding differences within the tolerance", Cost, "Rounding differences"));
        if (settings.WhenNothingMaps == WhenNothingMaps.Suspense)
            needed.Add(
                Need(
                    AccountRole.Suspense,
                    "lines that nothing maps",
                    [AccountKind.Liability, AccountKind.Asset, AccountKind.Expense],
                    "Suspense"
                )
            );
        return needed;

        RequiredAccount Need(AccountRole role, string why, IReadOnlyList<AccountKind> kinds, string name) =>
            new(role, why, kinds, name, chart.Role(role));
    }
}
