using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Tests.Payroll;

/// <summary>A register put right: one item of one employee, and nothing else.</summary>
public class RegisterEditTests
{
    private const PayItemType Tax = PayItemType.EmployeeTax;

    private static PayRow Row(string employee, string item, PayItemType type, long amount, string agency = "") =>
        new(employee, "Bench", "", item, type, amount, agency);

    private static readonly PayRun Run = new(
        "R",
        new DateOnly(2026, 11, 13),
        null,
        Currency.Usd,
        [
            Row("Maud", "Salary", PayItemType.Earning, 100),
            Row("Maud", "Tax", Tax, 10, "Treasury"),
            Row("Ines", "Salary", PayItemType.Earning, 100),
            Row("MAUD", "tax", Tax, 5, "Treasury"),
            Row("Maud", "Tax", PayItemType.EmployerTax, 7),
        ]
    );

    private static string? Rows(long? amount, string item, PayItemType type, int who = 0) =>
        Run.PutRight(Run.Rows[who], item, type, amount) is { } run
            ? string.Join(' ', run.Rows.Select(r => $"{r.Employee}:{r.Item}:{r.Amount}{(r.Agency.Length > 0 ? "@" : "")}"))
            : null;

    [Fact]
    public void The_first_row_takes_the_difference_of_all_its_rows()
    {
        Assert.Equal("Maud:Salary:100 Maud:Tax:15@ Ines:Salary:100 MAUD:tax:5@ Maud:Tax:7", Rows(20, "TAX", Tax));
        Assert.Null(Rows(15, "Tax", Tax));
    }

    [Fact]
    public void What_is_missing_comes_after_the_employee_owed_as_for_others_and_what_is_too_much_goes()
    {
        Assert.Equal("Maud:Salary:100 Maud:Tax:10@ Ines:Salary:100 Ines:Tax:9@ MAUD:tax:5@ Maud:Tax:7", Rows(9, "Tax", Tax, who: 2));
        Assert.Equal("Maud:Salary:100 Ines:Salary:100 Maud:Tax:7", Rows(null, "Tax", Tax));
        Assert.Null(Rows(null, "Bonus", PayItemType.Earning));
        Assert.NotNull(Rows(0, "Bonus", PayItemType.Earning));
    }
}
