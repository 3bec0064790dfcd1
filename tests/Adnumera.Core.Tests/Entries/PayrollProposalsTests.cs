using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Tests.Entries;

/// <summary>Usual accounts of pay items are proposed only where one is plain (common practice).</summary>
public class PayrollProposalsTests
{
    private static Account Of(string id, string name, AccountKind kind, AccountRole role = AccountRole.None, bool active = true) =>
        new()
        {
            Id = id,
            Name = name,
            Kind = kind,
            Role = role,
            Active = active,
        };

    private static readonly Account[] Accounts =
    [
        Of("2400", "Wages payable", AccountKind.Liability, AccountRole.WagesPayable),
        Of("2410", "Payroll clearing", AccountKind.Liability, AccountRole.PayrollClearing),
        Of("2420", "Payroll tax payable", AccountKind.Liability),
        Of("2430", "Retirement plan payable", AccountKind.Liability),
        Of("2500", "Sales tax payable", AccountKind.Liability),
        Of("5410", "Production wages", AccountKind.CostOfSales),
        Of("6010", "Office wages", AccountKind.Expense),
        Of("6020", "Payroll taxes", AccountKind.Expense),
        Of("6030", "Retirement plan", AccountKind.Expense),
        Of("6099", "Medicare", AccountKind.Expense, active: false),
    ];

    [Theory]
    [InlineData(PayrollSide.Liability, PayItemType.NetPay, "Net pay", "2410")]
    [InlineData(PayrollSide.Liability, PayItemType.EmployeeTax, "Federal income tax", "2420")]
    [InlineData(PayrollSide.Liability, PayItemType.EmployerTax, "Medicare", "2420")]
    [InlineData(PayrollSide.Expense, PayItemType.EmployerTax, "Medicare", "6020")]
    [InlineData(PayrollSide.Liability, PayItemType.EmployeeDeduction, "Retirement plans", "2430")]
    [InlineData(PayrollSide.Expense, PayItemType.EmployerContribution, "retirement plan", "6030")]
    // Two kinds of wages: neither is plain.
    [InlineData(PayrollSide.Expense, PayItemType.Earning, "Salary", "")]
    [InlineData(PayrollSide.Expense, PayItemType.Earning, "Office salary", "6010")]
    [InlineData(PayrollSide.Liability, PayItemType.EmployeeDeduction, "Union dues", "")]
    public void One_is_proposed_where_it_is_plain(PayrollSide side, PayItemType type, string item, string account) =>
        Assert.Equal(account, PayrollProposals.Of(new Chart(Accounts), side, type, item));

    [Fact]
    public void Without_a_clearing_account_net_pay_is_owed_as_wages_and_two_alike_are_no_proposal()
    {
        var without = new Chart(Accounts.Where(a => a.Id != "2410"));
        Assert.Equal("2400", PayrollProposals.Of(without, PayrollSide.Liability, PayItemType.NetPay, "Net"));
        var twice = new Chart([.. Accounts, Of("2421", "Payroll taxes", AccountKind.Liability)]);
        Assert.Equal("", PayrollProposals.Of(twice, PayrollSide.Liability, PayItemType.EmployeeTax, "Income tax"));
    }
}
