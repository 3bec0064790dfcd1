using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>Which account a pay item usually goes to (common practice). Only a proposal: a person takes it or not.</summary>
public static class PayrollProposals
{
    // What the name of an account says of any.
    private static readonly HashSet<string> Empty = ["PAYABLE", "OWED", "ACCRUED", "EXPENSE", "LIABILITY"];

    /// <summary>The account for a side of a pay item; blank where none is plain. Net pay is cleared; all else goes to the one account whose
    /// every word is a word of the item, or usual for what it is.</summary>
    /// <param name="chart">The chart of accounts.</param>
    /// <param name="side">The side.</param>
    /// <param name="type">What the item is.</param>
    /// <param name="item">The item, as the register spells it.</param>
    public static string Of(Chart chart, PayrollSide side, PayItemType type, string item)
    {
        if (type == PayItemType.NetPay)
            return new[] { AccountRole.PayrollClearing, AccountRole.WagesPayable }
                .Select(chart.Role)
                .OfType<RoleHolder.Filled>()
                .Select(f => f.Account.Id)
                .FirstOrDefault("");
        HashSet<string> said = [.. Telling(item), .. Usual(type)];
        var fitting = chart
            .Accounts.Where(a => IsUsual(a, side) && PayrollTargets.Broken(chart, side, type, a.Id) is null)
            .Select(a => (a.Id, Words: Telling(a.Name).ToList()))
            .Where(a => a.Words.Count > 0 && a.Words.TrueForAll(said.Contains))
            .OrderByDescending(a => a.Words.Count)
            .Take(2)
            .ToList();
        // Two that say as much are a guess.
        return fitting is [var only] ? only.Id
            : fitting is [var first, var second] && first.Words.Count > second.Words.Count ? first.Id
            : "";
    }

    private static bool IsUsual(Account account, PayrollSide side) =>
        side == PayrollSide.Liability
            ? account.Kind == AccountKind.Liability
            : account.Kind is AccountKind.Expense or AccountKind.CostOfSales;

    private static string[] Usual(PayItemType type) =>
        type switch
        {
            PayItemType.Earning or PayItemType.Noncash => ["WAGE", "SALARIE", "PAYROLL"],
            PayItemType.EmployeeTax or PayItemType.EmployerTax => ["PAYROLL", "TAX"],
            PayItemType.Fee => ["PAYROLL", "SERVICE"],
            PayItemType.Reimbursement or PayItemType.EmployeeDeduction or PayItemType.EmployerContribution or PayItemType.NetPay => [],
        };

    // Its words without number, plural and what says nothing.
    private static IEnumerable<string> Telling(string name) =>
        Likeness
            .Normalised(name)
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Where(w => !Empty.Contains(w))
            .Select(w =>
                w == "TAXES" ? "TAX"
                : w.EndsWith('S') ? w[..^1]
                : w
            );
}
