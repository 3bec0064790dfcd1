using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>Which accounts a side of a pay item may go to.</summary>
public static class PayrollTargets
{
    /// <summary>
    /// Why an account cannot take a side of a pay item; null when it can. It must be in the chart and active. A cost goes anywhere but to
    /// a control account, a reimbursement also to what is owed to employees. What is owed is an asset, a liability or equity; a deduction
    /// and pay in kind may lower a cost.
    /// </summary>
    public static BrokenBecause? Broken(Chart chart, PayrollSide side, PayItemType type, string account)
    {
        if (!chart.TryFind(account, out var found))
            return BrokenBecause.NotInChart;
        if (!found.Active)
            return BrokenBecause.Closed;
        if (side == PayrollSide.Expense)
        {
            var isOwedBack = type == PayItemType.Reimbursement && found.Role == AccountRole.EmployeePayable;
            return found.IsControl && !isOwedBack ? BrokenBecause.Control : null;
        }

        var mayLowerCost =
            (type is PayItemType.EmployeeDeduction or PayItemType.Noncash)
            && (found.Kind is AccountKind.Expense or AccountKind.CostOfSales);
        return found.MayBeOffset || mayLowerCost ? null : BrokenBecause.NotLiability;
    }
}
