using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;
using CsCheck;

namespace Adnumera.Core.Tests.Payroll;

/// <summary>What runs owe: by month, when it is due, which payment pays it, and what employees owe in turn.</summary>
public class OwedTests
{
    private static readonly DateOnly January = new(2026, 1, 1);
    private static readonly Payee Staff = new(PayeeKind.Employees, "");
    private static readonly Payee Treasury = new(PayeeKind.Agency, "Treasury");
    private static readonly Payee Bureau = new(PayeeKind.Processor, "fee");

    private static DateOnly On(int month, int day) => new(2026, month, day);

    private static OwedItem Item(long run, DateOnly payDate, Payee to, long amount, long paid = 0, string account = "2410") =>
        new(run, payDate, new DueRules([]).Due(to, payDate), account, to, amount, paid);

    private static string Said(IReadOnlyList<IReadOnlyList<OwedItem>> options) =>
        string.Join(" | ", options.Select(o => string.Join("+", o.Select(i => $"{i.Run}{i.To.Kind.ToString()[0]}"))));

    [Fact]
    public void Closing_is_opening_and_accrued_less_paid_and_each_month_opens_where_the_last_closed()
    {
        var days = Gen.Int[0, 364].Select(January.AddDays);
        var amounts = Gen.Select(days, Gen.Long[-5_000, 50_000]).Array[0, 40];
        Gen.Select(Gen.Long[-1_000, 9_000], amounts, amounts)
            .Sample(
                (opening, accrued, paid) =>
                {
                    var months = RollForward.Of(opening, January, On(12, 31), accrued, paid, new Dictionary<DateOnly, long>());
                    Assert.Equal(12, months.Count);
                    Assert.Equal(opening, months[0].Opening);
                    Assert.All(months, m => Assert.Equal(m.Opening + m.Accrued - m.Paid, m.Closing));
                    Assert.All(months.Zip(months.Skip(1)), m => Assert.Equal(m.First.Closing, m.Second.Opening));
                    Assert.Equal(opening + accrued.Sum(a => a.Item2) - paid.Sum(p => p.Item2), months[^1].Closing);
                },
                iter: 200
            );
    }

    [Fact]
    public void What_the_ledger_says_otherwise_is_the_difference_and_what_it_was_not_asked_is_none()
    {
        var months = RollForward.Of(
            100,
            January,
            On(2, 10),
            [(On(1, 9), 500), (On(2, 6), 300)],
            [(On(1, 31), 450), (On(2, 1), 150)],
            new Dictionary<DateOnly, long> { [January] = 160 }
        );
        Assert.Equal([(100, 500, 450, 150L), (150, 300, 150, 300L)], months.Select(m => (m.Opening, m.Accrued, m.Paid, m.Closing)));
        Assert.Equal([10L, null], months.Select(m => m.Difference));
    }

    // Publication 15, section 11: a monthly depositor pays by the 15th of the following month.
    [Fact]
    public void Staff_and_processor_are_due_when_paid_agencies_in_the_middle_of_the_next_month_or_as_the_company_says()
    {
        var own = new DueRules([new DueRule(new Payee(PayeeKind.Agency, "Larch Plan"), TermRule.NetDays, 3)]);
        Assert.Equal(On(1, 23), own.Due(Staff, On(1, 23)));
        Assert.Equal(On(1, 23), own.Due(Bureau, On(1, 23)));
        Assert.Equal(On(2, 15), own.Due(Treasury, On(1, 23)));
        Assert.Equal(On(2, 15), own.Due(new Payee(PayeeKind.Item, "Income tax"), On(1, 2)));
        Assert.Equal(On(1, 26), own.Due(new Payee(PayeeKind.Agency, "LARCH  plan"), On(1, 23)));
    }

    [Fact]
    public void It_is_overdue_from_the_day_after_until_it_is_paid()
    {
        var item = Item(1, On(1, 9), Staff, 100);
        Assert.False(item.IsOverdue(On(1, 9)));
        Assert.True(item.IsOverdue(On(1, 10)));
        Assert.False((item with { Paid = 100 }).IsOverdue(On(1, 10)));
        Assert.Equal(30, (item with { Paid = 70 }).Open);
    }

    [Fact]
    public void A_payment_is_for_the_item_of_its_amount_that_is_nearest()
    {
        var fits = new LegFits([Item(1, On(1, 9), Staff, 900), Item(2, On(1, 16), Staff, 900), Item(3, On(1, 23), Staff, 800)]);
        Assert.Equal("1E", Said(fits.Of(On(1, 9), 900)));
        Assert.Equal("2E", Said(fits.Of(On(1, 14), 900)));
        Assert.Equal("3E", Said(fits.Of(On(1, 20), 800)));
        // As near to one as to the other: a person chooses.
        Assert.Equal("1E | 2E", Said(new LegFits([Item(1, On(1, 9), Staff, 900), Item(2, On(1, 17), Staff, 900)]).Of(On(1, 13), 900)));
        Assert.Empty(fits.Of(On(1, 9), 901));
    }

    [Fact]
    public void It_is_looked_for_from_five_days_before_it_is_paid_to_ten_after_it_is_due()
    {
        var fits = new LegFits([Item(1, On(1, 9), Treasury, 500)]);
        Assert.Equal([false, true, true, false], new[] { On(1, 3), On(1, 4), On(2, 25), On(2, 26) }.Select(d => fits.Of(d, 500).Count > 0));
    }

    [Fact]
    public void One_debit_pays_all_of_a_run_some_of_it_or_one_agency_over_runs_in_a_row()
    {
        var fits = new LegFits([
            Item(1, On(1, 9), Staff, 900),
            Item(1, On(1, 9), Treasury, 300),
            Item(1, On(1, 9), Bureau, 58),
            Item(2, On(1, 23), Treasury, 310),
            Item(3, On(2, 6), Treasury, 320),
        ]);
        Assert.Equal("1E+1A+1P", Said(fits.Of(On(1, 9), 1_258)));
        Assert.Equal("1E+1P", Said(fits.Of(On(1, 9), 958)));
        Assert.Equal("1A+2A", Said(fits.Of(On(2, 13), 610)));
        Assert.Equal("2A+3A", Said(fits.Of(On(2, 13), 630)));
        // Not in a row.
        Assert.Empty(fits.Of(On(2, 13), 620));
        Assert.Contains(1_258L, fits.Sums);
    }

    [Fact]
    public void What_is_plainer_wins_and_what_is_paid_is_not_looked_for()
    {
        // One item of 400 is plainer than two that make 400.
        var fits = new LegFits([
            Item(1, On(1, 9), Staff, 300),
            Item(1, On(1, 9), Bureau, 100),
            Item(2, On(1, 12), Staff, 400),
            Item(3, On(1, 9), Staff, 77, paid: 77),
            Item(4, On(1, 9), Staff, 90, paid: 40),
        ]);
        Assert.Equal("2E", Said(fits.Of(On(1, 9), 400)));
        Assert.Empty(fits.Of(On(1, 9), 77));
        Assert.Equal("4E", Said(fits.Of(On(1, 9), 50)));
    }

    [Fact]
    public void Whatever_is_proposed_adds_up_to_the_payment_and_is_open() =>
        Gen.Select(
                Gen.Select(Gen.Int[1, 5], Gen.Enum<PayeeKind>(), Gen.Long[1, 30], (run, kind, amount) => (run, kind, amount)).Array[1, 14],
                Gen.Long[1, 90],
                Gen.Int[0, 90]
            )
            .Sample(
                (items, amount, day) =>
                {
                    var open = items
                        .DistinctBy(i => (i.run, i.kind))
                        .Select(i => Item(i.run, January.AddDays(14 * i.run), new Payee(i.kind, i.kind.ToString()), i.amount))
                        .ToList();
                    foreach (var option in new LegFits(open).Of(January.AddDays(day), amount))
                    {
                        Assert.Equal(amount, option.Sum(i => i.Open));
                        Assert.Equal(option.Count, option.Distinct().Count());
                    }
                },
                iter: 300
            );

    private static EmployeeMovement Moved(string who, int month, int day, long amount) => new(who, On(month, day), amount, "", "", null);

    [Fact]
    public void What_an_employee_repays_clears_the_oldest_first()
    {
        var due = DueFromEmployees.Of([
            Moved("Rafe", 6, 12, 300),
            Moved("RAFE", 8, 1, 80),
            Moved("Rafe", 7, 10, -50),
            Moved("Rafe", 9, 4, -275),
            Moved("", 3, 1, 20),
            Moved("Corin", 5, 1, 40),
            Moved("Corin", 5, 9, -40),
            Moved("Bram", 5, 1, 10),
            Moved("Bram", 5, 2, -15),
        ]);
        Assert.Equal(["Bram", "Rafe", ""], due.Select(d => d.Employee));
        Assert.Equal((On(8, 1), 55L), due[1].Open.Select(o => (o.Of.Day, o.Open)).Single());
        Assert.Equal((0, 5L, -5L), (due[0].Open.Count, due[0].Over, due[0].Total));
    }

    [Fact]
    public void What_is_due_adds_up_to_what_moved() =>
        Gen.Select(Gen.Int[0, 3], Gen.Int[1, 28], Gen.Long[-90, 90], (who, day, amount) => Moved($"E{who}", 5, day, amount))
            .Array[0, 30]
            .Sample(all => Assert.Equal(all.Sum(m => m.Amount), DueFromEmployees.Of(all).Sum(d => d.Total)), iter: 200);

    [Theory]
    [InlineData(100_00, 40_00, "USD", 40_00)]
    [InlineData(40_00, 100_00, "USD", 40_00)]
    [InlineData(40_00, 100_00, "EUR", 0)] // Nobody said at which rate.
    [InlineData(0, 100_00, "USD", 0)]
    [InlineData(-5_00, 100_00, "USD", 0)]
    [InlineData(40_00, -1, "USD", 0)]
    public void A_set_off_takes_what_both_come_to_in_one_currency(long left, long claim, string currency, long taken) =>
        Assert.Equal(taken, DueFromEmployees.MaySetOff(left, Currency.Usd, new Money(claim, Currency.Of(currency))));

    [Theory]
    [InlineData(0, 0)]
    [InlineData(30, 0)]
    [InlineData(31, 1)]
    [InlineData(60, 1)]
    [InlineData(90, 2)]
    [InlineData(91, 3)]
    public void It_ages_by_days(int days, int age) => Assert.Equal(age, DueFromEmployees.Age(January, January.AddDays(days)));
}
