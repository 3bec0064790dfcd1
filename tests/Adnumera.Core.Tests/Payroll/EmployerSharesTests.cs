using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Tests.Payroll;

/// <summary>Employer shares against taxable wages: Internal Revenue Service, Publication 15; Social Security Administration.</summary>
public class EmployerSharesTests
{
    private static readonly Dictionary<string, PayItemFlags> Flags = new(Core.Texts.Folded.Comparer)
    {
        ["Salary"] = new(IsTaxable: true),
        ["Car"] = new(IsTaxable: true),
        ["Travel"] = new(IsTaxable: true),
        ["OASDI"] = new(Pays: SocialInsurance.SocialSecurity),
        ["Medicare"] = new(Pays: SocialInsurance.Medicare),
    };

    private static PayRow Row(string item, PayItemType type, long amount, string employee = "Maud") =>
        new(employee, "", "", item, type, amount, "");

    private static string[] Findings((string Employee, long Wages)[] toDate, params PayRow[] rows) =>
        [
            .. EmployerShares
                .Of(
                    SocialInsuranceYear.Of(2026)!,
                    toDate.ToDictionary(d => d.Employee, d => d.Wages),
                    new PayRun("R", new DateOnly(2026, 11, 13), null, Currency.Usd, rows),
                    Flags
                )
                .Select(f => $"{f.Employee} {f.Of} {f.Wages} {f.Expected} {f.Found}"),
        ];

    private static PayRow[] Paid(long salary, long social, long medicare) =>
        [
            Row("Salary", PayItemType.Earning, salary),
            Row("oasdi", PayItemType.EmployerTax, social),
            Row("Medicare", PayItemType.EmployerTax, medicare),
        ];

    [Theory]
    [InlineData(2024, 168_600)]
    [InlineData(2025, 176_100)]
    [InlineData(2026, 184_500)]
    public void The_bases_are_those_of_the_Social_Security_Administration(int year, int wages) =>
        Assert.Equal(wages, SocialInsuranceYear.Of(year)!.SocialSecurityBase);

    [Fact]
    public void Six_point_two_and_one_point_four_five_per_cent_are_right_to_the_cent()
    {
        Assert.Empty(Findings([], Paid(1_000_00, 62_00, 14_50)));
        // A cent of rounding is nothing; more is said with what was expected.
        Assert.Empty(Findings([], Paid(1_000_00, 62_01, 14_49)));
        Assert.Equal(["Maud SocialSecurity 100000 6200 6202"], Findings([], Paid(1_000_00, 62_02, 14_50)));
        Assert.Equal(["Maud Medicare 100000 1450 0"], Findings([], Paid(1_000_00, 62_00, 0)));
        Assert.Empty(Findings([], Paid(-1_000_00, -62_00, -14_50)));
    }

    [Fact]
    public void Above_the_base_of_the_year_only_Medicare_goes_on()
    {
        (string, long)[] toDate = [("MAUD", 184_000_00), ("INES", 999_999_00)];
        // 500.00 of the 1,000.00 are below 184,500.00.
        Assert.Empty(Findings(toDate, Paid(1_000_00, 31_00, 14_50)));
        Assert.Equal(["Maud SocialSecurity 50000 3100 6200"], Findings(toDate, Paid(1_000_00, 62_00, 14_50)));
        Assert.Empty(Findings([("MAUD", 184_600_00)], Paid(1_000_00, 0, 14_50)));
        // What is taken back comes off the top: 100.00 of it was never taxed.
        Assert.Empty(Findings([("MAUD", 184_600_00)], Paid(-1_000_00, -55_80, -14_50)));
    }

    [Fact]
    public void Pay_in_kind_counts_and_what_is_paid_back_does_not()
    {
        Assert.Empty(
            Findings(
                [],
                [
                    .. Paid(1_000_00, 93_00, 21_75),
                    Row("Car", PayItemType.Noncash, 500_00),
                    Row("Travel", PayItemType.Reimbursement, 700_00),
                    Row("Tip", PayItemType.Earning, 900_00),
                ]
            )
        );
        // Of totals nothing can be told: the base is one employee's.
        Assert.Empty(Findings([], Row("Salary", PayItemType.Earning, 300_000_00, PayRun.Everybody)));
        // The same word as a tax of the employee is no share of the employer.
        Assert.Equal(
            ["Maud SocialSecurity 100000 6200 0"],
            Findings(
                [],
                Row("Salary", PayItemType.Earning, 1_000_00),
                Row("OASDI", PayItemType.EmployeeTax, 62_00),
                Row("Medicare", PayItemType.EmployerTax, 14_50)
            )
        );
    }
}
