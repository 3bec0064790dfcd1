using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using CsCheck;

namespace Adnumera.Core.Tests.Entries;

/// <summary>Whatever a register holds, its journal balances, comes whole or not at all, and loses nothing.</summary>
public class PayrollComposerTests
{
    private static readonly Chart Chart = new(
        ((string Id, AccountKind Kind)[])
            [
                ("6010", AccountKind.Expense),
                ("5010", AccountKind.CostOfSales),
                ("2310", AccountKind.Liability),
                ("2320", AccountKind.Liability),
                ("1250", AccountKind.Asset),
                ("2350", AccountKind.Liability),
            ]
            is var accounts
            ? accounts.Select(a => new Account { Id = a.Id, Kind = a.Kind })
            : []
    );

    private static readonly PayrollMapping Mapping = new([
        .. Enumerable
            .Range(0, 5)
            .Select(i => new PayrollMappingRow
            {
                Item = $"Item {i}",
                Expense = i % 2 == 0 ? "6010" : "5010",
                Liability = i % 3 == 0 ? "2320" : "1250",
            }),
        new()
        {
            Item = "Item 1",
            Department = "Bench",
            Expense = "6010",
        },
        new() { Item = "Net", Liability = "2310" },
    ]);

    private static Gen<T> From<T>(params T[] of) => Gen.Int[0, of.Length - 1].Select(i => of[i]);

    private static readonly Gen<PayRow> AnyRow = Gen.Select(
        From("Ines", "Maud", "Theo"),
        From("", "Bench", "Office"),
        Gen.Int[0, 4],
        Gen.Enum<PayItemType>().Where(t => t is not (PayItemType.NetPay or PayItemType.Fee)),
        Gen.Long[-500, 9_999],
        (employee, department, item, type, amount) => new PayRow(employee, department, "", $"Item {item}", type, amount, "")
    );

    // What each is paid out makes their identity hold.
    private static PayRun Sound(PayRow[] rows) =>
        new(
            "R",
            new DateOnly(2026, 11, 13),
            null,
            Currency.Usd,
            [
                .. rows,
                .. rows.GroupBy(r => r.Employee)
                    .Select(g => new PayRow(g.Key, "", "", "Net", PayItemType.NetPay, g.Sum(r => r.Type.InIdentity() * r.Amount), "")),
            ]
        );

    private static PayJournal Compose(PayRun run, PayrollShape shape) =>
        new PayrollComposer(
            Chart,
            Mapping,
            new CompositionSettings
            {
                Payroll = new PayrollSettings { Shape = shape, ProcessorAccount = "2350" },
            }
        ).Compose(run);

    [Fact]
    public void Every_journal_balances_and_costs_what_its_register_costs() =>
        Gen.Select(AnyRow.Array[1, 30], Gen.Enum<PayrollShape>())
            .Sample(
                (rows, shape) =>
                {
                    var run = Sound(rows);
                    var journal = Compose(run, shape);
                    if (run.IsZero)
                    {
                        Assert.IsType<SetAsideReason.Zero>(journal.LeftOut);
                        return;
                    }

                    Assert.Empty(journal.Reasons);
                    Assert.Equal(0, journal.Lines.Sum(l => l.Signed));
                    Assert.DoesNotContain(journal.Lines, l => l.Signed == 0);
                    Assert.Equal(run.Cost, journal.Lines.Where(l => l.Account is "6010" or "5010").Sum(l => l.Signed));
                    if (shape == PayrollShape.Short)
                        Assert.Equal(
                            run.Rows.Where(r => r.Type == PayItemType.NetPay).Sum(r => r.Amount),
                            -journal.Lines.Where(l => l.Memo == "net pay").Sum(l => l.Signed)
                        );
                }
            );

    [Fact]
    public void One_cent_off_holds_the_whole_run() =>
        Gen.Select(AnyRow.Array[1, 12], Gen.Int[0, 11])
            .Sample(
                (rows, which) =>
                {
                    var run = Sound(rows);
                    var at = which % rows.Length;
                    if (rows[at].Type.InIdentity() == 0)
                        return;
                    var off = run with { Rows = [.. run.Rows.Select((r, i) => i == at ? r with { Amount = r.Amount + 1 } : r)] };
                    var journal = Compose(off, PayrollShape.Detailed);
                    Assert.False(journal.IsCoded);
                    var reason = Assert.IsType<HoldReason.Identity>(Assert.Single(journal.Reasons));
                    Assert.Equal((rows[at].Employee, (long)rows[at].Type.InIdentity()), (reason.Employee, reason.OutBy.Minor));
                }
            );

    private static PayJournal Owing(PayrollShape shape) =>
        new PayrollComposer(
            new Chart([
                new Account { Id = "6010", Kind = AccountKind.Expense },
                new Account { Id = "2310", Kind = AccountKind.Liability },
                new Account
                {
                    Id = "1250",
                    Kind = AccountKind.Asset,
                    Role = AccountRole.DueFromEmployees,
                },
                new Account { Id = "2350", Kind = AccountKind.Liability },
            ]),
            new PayrollMapping([
                new() { Item = "Pay", Expense = "6010" },
                new() { Item = "Tax", Liability = "2310" },
                new() { Item = "Dues", Liability = "2310" },
                new() { Item = "Meals", Liability = "6010" },
                new() { Item = "Advance", Liability = "1250" },
                new() { Item = "Net", Liability = "2310" },
            ]),
            new CompositionSettings
            {
                Payroll = new PayrollSettings { Shape = shape, ProcessorAccount = "2350" },
            }
        ).Compose(
            new PayRun(
                "R",
                new DateOnly(2026, 11, 13),
                null,
                Currency.Usd,
                [
                    new("Ines", "", "", "Pay", PayItemType.Earning, 1_000, ""),
                    new("Ines", "", "", "Tax", PayItemType.EmployeeTax, 200, "Treasury"),
                    new("Ines", "", "", "Dues", PayItemType.EmployeeDeduction, 30, ""),
                    new("Ines", "", "", "Meals", PayItemType.EmployeeDeduction, 20, ""),
                    new("Ines", "", "", "Advance", PayItemType.EmployeeDeduction, 50, ""),
                    new("Ines", "", "", "Net", PayItemType.NetPay, 700, ""),
                    new("Maud", "", "", "Pay", PayItemType.Earning, 500, ""),
                    new("Maud", "", "", "Tax", PayItemType.EmployeeTax, 90, "TREASURY"),
                    new("Maud", "", "", "Net", PayItemType.NetPay, 410, ""),
                ]
            )
        );

    [Fact]
    public void It_says_who_is_owed_what_and_who_repays()
    {
        var journal = Owing(PayrollShape.Detailed);
        Assert.True(journal.IsCoded);
        Assert.Equal(
            ["2310 Agency Treasury 290", "2310 Item Dues 30", "2310 Employees  1110"],
            journal.Owed.Select(o => $"{o.Account} {o.To.Kind} {o.To.Name} {o.Amount}")
        );
        Assert.Equal(["1250 Ines 50"], journal.Repaid.Select(r => $"{r.Account} {r.Employee} {r.Amount}"));
        // Credits are what is owed, what is repaid, and what lowers a cost.
        Assert.Equal(journal.Lines.Sum(l => l.Credit), journal.Owed.Sum(o => o.Amount) + journal.Repaid.Sum(r => r.Amount) + 20);
    }

    [Fact]
    public void In_the_short_shape_the_processor_is_owed_it()
    {
        var journal = Owing(PayrollShape.Short);
        Assert.Equal(
            ["2350 Processor net pay 1110", "2350 Processor taxes and remittances 320"],
            journal.Owed.Select(o => $"{o.Account} {o.To.Kind} {o.To.Name} {o.Amount}")
        );
        Assert.Equal(50, Assert.Single(journal.Repaid).Amount);
    }
}
