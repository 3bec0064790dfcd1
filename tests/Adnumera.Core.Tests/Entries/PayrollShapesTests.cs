using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using CsCheck;

namespace Adnumera.Core.Tests.Entries;

/// <summary>What a company may want of its pay runs beyond the plain journal: detail, tax, hours, accruals, contractors.</summary>
public class PayrollShapesTests
{
    private static readonly Chart Chart = new([
        new Account { Id = "6010", Kind = AccountKind.Expense },
        new Account { Id = "6020", Kind = AccountKind.Expense },
        new Account { Id = "6620", Kind = AccountKind.Expense },
        new Account { Id = "6090", Kind = AccountKind.Expense },
        new Account { Id = "2310", Kind = AccountKind.Liability },
        new Account { Id = "2390", Kind = AccountKind.Liability },
        new Account
        {
            Id = "1450",
            Kind = AccountKind.Asset,
            Role = AccountRole.InputTax,
        },
    ]);

    private static readonly PayrollMapping Mapping = new([
        new() { Item = "Salary", Expense = "6010" },
        new()
        {
            Item = "Share",
            Expense = "6020",
            Liability = "2310",
        },
        new() { Item = "Tax", Liability = "2310" },
        new() { Item = "Net", Liability = "2310" },
        new()
        {
            Item = "Service",
            Expense = "6620",
            Liability = "2310",
        },
    ]);

    private static PayRow Row(string who, string item, PayItemType type, long amount, string department = "", string group = "") =>
        new(who, department, group, item, type, amount, "");

    private static PayRun Run(params PayRow[] rows) => new("R", new DateOnly(2026, 11, 6), new DateOnly(2026, 11, 1), Currency.Usd, rows);

    private static readonly PayRun Two = Run(
        Row("Ines", "Salary", PayItemType.Earning, 1_000_00, "Front"),
        Row("Ines", "Share", PayItemType.EmployerTax, 76_50, "Front"),
        Row("Ines", "Net", PayItemType.NetPay, 1_000_00, "Front"),
        Row("Bram", "Salary", PayItemType.Earning, 600_01, "Bench"),
        Row("Bram", "Net", PayItemType.NetPay, 600_01, "Bench")
    );

    private static PayJournal Compose(PayRun run, PayrollSettings payroll) =>
        new PayrollComposer(Chart, Mapping, new CompositionSettings { Payroll = payroll }).Compose(run);

    private static string[] Said(PayJournal journal) =>
        [
            .. journal.Lines.Select(l =>
                string.Join(' ', ((string[])[l.Account, $"{l.Dimensions}", l.Employee, $"{l.Signed}", l.Memo]).Where(t => t.Length > 0))
            ),
        ];

    [Fact]
    public void Costs_stand_together_by_department_by_account_or_by_employee()
    {
        Assert.Equal(
            ["6010 Front 100000 Salary", "6020 Front 7650 Share", "6010 Bench 60001 Salary"],
            Said(Compose(Two, new PayrollSettings()))[..3]
        );
        Assert.Equal(
            ["6010 160001 Salary", "6020 7650 Share"],
            Said(Compose(Two, new PayrollSettings { Detail = PayrollDetail.Account }))[..2]
        );
        Assert.Equal(
            ["6010 Front Ines 100000 Salary", "6020 Front Ines 7650 Share", "6010 Bench Bram 60001 Salary"],
            Said(Compose(Two, new PayrollSettings { Detail = PayrollDetail.Employee }))[..3]
        );
    }

    [Fact]
    public void What_the_processor_asks_has_its_tax_within()
    {
        var run = Run(Row("", "Service", PayItemType.Fee, 59_50));
        var journal = Compose(run, new PayrollSettings { FeeTaxCode = "V19", FeeTaxPercent = 19 });
        Assert.True(journal.IsCoded);
        Assert.Equal(["6620 V19 5000", "1450 V19 950", "2310  -5950"], journal.Lines.Select(l => $"{l.Account} {l.TaxCode} {l.Signed}"));
        // Half a cent is rounded away from zero: 0.03 at 20 per cent has 0.005 within.
        Assert.Equal(
            [2, 1],
            Compose(Run(Row("", "Service", PayItemType.Fee, 3)), new PayrollSettings { FeeTaxCode = "V", FeeTaxPercent = 20 })
                .Lines.Take(2)
                .Select(l => l.Signed)
        );
        // A rate without a code, or no rate, is no tax.
        Assert.Equal(2, Compose(run, new PayrollSettings { FeeTaxPercent = 19 }).Lines.Count);
        Assert.Equal(2, Compose(run, new PayrollSettings { FeeTaxCode = "V19" }).Lines.Count);
    }

    [Fact]
    public void Without_an_account_for_the_tax_it_waits()
    {
        var journal = new PayrollComposer(
            new Chart([.. Chart.Accounts.Where(a => a.Id != "1450")]),
            Mapping,
            new CompositionSettings
            {
                Payroll = new PayrollSettings { FeeTaxCode = "V19", FeeTaxPercent = 19 },
            }
        ).Compose(Run(Row("", "Service", PayItemType.Fee, 59_50)));
        Assert.Equal(HoldKind.RoleMissing, Assert.Single(journal.Reasons).Kind);
    }

    private static WorkedHours Hours(string who, string project, long hundredths, string item = "", string code = "", long rate = 0) =>
        new(who, new DateOnly(2026, 10, 28), item, project, code, hundredths) { Rate = rate };

    [Fact]
    public void A_run_is_spread_over_projects_and_cost_codes_by_hours()
    {
        var run = Two with
        {
            Hours =
            [
                Hours("bram", "Atlas", 20_00),
                Hours("Bram", "Psalter", 5_00, code: "10-20"),
                Hours("Bram", "Atlas", 5_00),
                Hours("Ines", "Psalter", 8_00, item: "Share"),
                Hours("Ines", "Atlas", 24_00),
            ],
        };
        Assert.Equal(
            [
                // What names an item spreads that item; everything else goes by all hours: 8 of 32 on the psalter.
                "6010 Front · Psalter 25000 Salary",
                "6010 Front · Atlas 75000 Salary",
                "6020 Front · Psalter 7650 Share",
                "6010 Bench · Atlas 50001 Salary",
                "6010 Bench · Psalter 10000 Salary · 10-20",
            ],
            Said(Compose(run, new PayrollSettings { Hours = HoursShape.Actual, PeriodDays = 14 }))[..5]
        );
        Assert.Equal(Said(Compose(Two, new PayrollSettings())), Said(Compose(run, new PayrollSettings { Hours = HoursShape.None })));
    }

    [Fact]
    public void Hours_at_their_rate_leave_the_difference_to_what_was_paid_on_its_own_account()
    {
        var run = Two with { Hours = [Hours("Ines", "Atlas", 30_00, rate: 25_00), Hours("Ines", "Psalter", 10_50, rate: 25_00)] };
        var journal = Compose(
            run,
            new PayrollSettings
            {
                Hours = HoursShape.AtRate,
                BurdenPercent = 10,
                HoursAccount = "6090",
            }
        );
        // 30 hours at 25.00 and a tenth: 825.00; 10.5 hours: 288.75; Ines costs 1,076.50.
        Assert.Equal(
            [
                "6010 Bench 60001 Salary",
                "6010 Front · Atlas 82500 hours",
                "6010 Front · Psalter 28875 hours",
                "6090 -3725 difference of hours at their rate",
            ],
            Said(journal)[..4]
        );
        Assert.True(journal.IsCoded);
        Assert.Equal(0, journal.Lines.Sum(l => l.Signed));
        Assert.Equal(HoldKind.MappingBroken, Compose(run, new PayrollSettings { Hours = HoursShape.AtRate }).Reasons.Single().Kind);
    }

    private static readonly Gen<PayRun> AnyRun = Gen.Select(
        Gen.Select(Gen.Long[0, 90_000], Gen.Long[-500, 9_000], Gen.Long[0, 3_000]).Array[1, 6],
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 3], Gen.Int[0, 2], Gen.Long[1, 4_000], Gen.Long[0, 5_000]).Array[0, 12],
        (people, hours) =>
            Run([
                .. people.SelectMany(
                    (p, i) =>
                        (PayRow[])
                            [
                                Row($"E{i}", "Salary", PayItemType.Earning, p.Item1, i % 2 == 0 ? "Bench" : ""),
                                Row($"E{i}", "Share", PayItemType.EmployerTax, p.Item2),
                                Row($"E{i}", "Tax", PayItemType.EmployeeTax, p.Item3),
                                Row($"E{i}", "Net", PayItemType.NetPay, p.Item1 - p.Item3),
                            ]
                ),
            ]) with
            {
                Hours = [.. hours.Select(h => Hours($"E{h.Item1}", $"P{h.Item2}", h.Item4, h.Item3 == 0 ? "Salary" : "", rate: h.Item5))],
            }
    );

    [Fact]
    public void However_hours_are_used_the_journal_balances_and_costs_what_the_run_costs() =>
        Gen.Select(AnyRun, Gen.Enum<HoursShape>(), Gen.Enum<PayrollDetail>(), Gen.Int[0, 90])
            .Sample(
                (run, shape, detail, burden) =>
                {
                    var settings = new PayrollSettings
                    {
                        Hours = shape,
                        Detail = detail,
                        BurdenPercent = burden,
                        HoursAccount = "6090",
                    };
                    var journal = Compose(run, settings);
                    Assert.Equal(0, journal.Lines.Sum(l => l.Signed));
                    Assert.Equal(run.Cost, journal.Lines.Where(l => l.Account[0] == '6').Sum(l => l.Signed));
                    if (shape != HoursShape.AtRate)
                        Assert.Equal(
                            Compose(run, settings with { Hours = HoursShape.None })
                                .Lines.GroupBy(l => l.Account)
                                .Select(Sum)
                                .Where(NotZero)
                                .Order(),
                            journal.Lines.GroupBy(l => l.Account).Select(Sum).Where(NotZero).Order()
                        );
                },
                iter: 300
            );

    private static (string, long) Sum(IGrouping<string, EntryLine> of) => (of.Key, of.Sum(l => l.Signed));

    private static bool NotZero((string Account, long Sum) of) => of.Sum != 0;

    private static readonly PayrollSettings Accruing = new() { AccrualAccount = "2390", PeriodDays = 14 };

    // 19 October to 1 November 2026 has ten working days, all of them in October.
    [Fact]
    public void What_was_worked_by_the_months_end_and_paid_later_is_accrued_and_taken_back()
    {
        var runs = PayrollAccrual.Of(Two, new DateOnly(2026, 11, 6), Accruing, null);
        Assert.Equal(["R accrued 2026-10 2026-10-31", "R reversed 2026-10 2026-11-01"], runs.Select(r => $"{r.Id} {Day.Text(r.PayDate)}"));
        var accrued = Compose(runs[0], Accruing);
        Assert.Equal(
            ["6010 Front 100000 Salary", "6020 Front 7650 Share", "6010 Bench 60001 Salary", "2390 -167651 worked and not yet paid"],
            Said(accrued)
        );
        Assert.Equal(new DateOnly(2026, 10, 31), accrued.EntryDate);
        var reversed = Compose(runs[1], Accruing);
        Assert.Equal(accrued.Lines.Select(l => (l.Account, -l.Signed)), reversed.Lines.Select(l => (l.Account, l.Signed)));
        Assert.Empty(accrued.Owed);
        Assert.True(accrued.IsCoded && reversed.IsCoded);
        Assert.Equal(HoldKind.MappingBroken, Compose(runs[0], new PayrollSettings { AccrualAccount = "6010" }).Reasons.Single().Kind);
    }

    [Fact]
    public void A_period_over_the_months_end_accrues_the_days_before_it()
    {
        // 26 October to 8 November: five working days of ten in October.
        var run = Two with
        {
            PeriodEnd = new DateOnly(2026, 11, 8),
            PayDate = new DateOnly(2026, 11, 13),
        };
        var runs = PayrollAccrual.Of(run, run.PayDate, Accruing, null);
        Assert.Equal([500_00, 38_25, 300_01], runs[0].Rows.Select(r => r.Amount));
        Assert.Equal([-500_00, -38_25, -300_01], runs[1].Rows.Select(r => r.Amount));
        Assert.All(runs[0].Rows, r => Assert.Equal(PayRun.Everybody, r.Employee));
    }

    [Fact]
    public void Nothing_is_accrued_where_it_is_entered_in_its_month_where_the_month_is_closed_or_where_nobody_said_how()
    {
        var entered = new DateOnly(2026, 11, 6);
        Assert.Empty(PayrollAccrual.Of(Two, new DateOnly(2026, 10, 31), Accruing, null));
        Assert.Empty(PayrollAccrual.Of(Two, entered, Accruing, new DateOnly(2026, 10, 31)));
        Assert.Equal(2, PayrollAccrual.Of(Two, entered, Accruing, new DateOnly(2026, 10, 30)).Count);
        Assert.Empty(PayrollAccrual.Of(Two, entered, Accruing with { PeriodDays = 0 }, null));
        Assert.Empty(PayrollAccrual.Of(Two, entered, Accruing with { AccrualAccount = "" }, null));
        Assert.Empty(PayrollAccrual.Of(Two with { PeriodEnd = null }, entered, Accruing, null));
        Assert.Empty(PayrollAccrual.Of(Two with { Kind = PayRunKind.Accrual }, entered, Accruing, null));
    }

    [Fact]
    public void Every_accrual_is_taken_back_and_never_more_than_the_run_costs() =>
        Gen.Select(AnyRun, Gen.Int[0, 60], Gen.Int[1, 31], Gen.Int[0, 40])
            .Sample(
                (run, end, days, later) =>
                {
                    var ended = new DateOnly(2026, 9, 1).AddDays(end);
                    var runs = PayrollAccrual.Of(
                        run with
                        {
                            PeriodEnd = ended,
                        },
                        ended.AddDays(later),
                        Accruing with
                        {
                            PeriodDays = days,
                        },
                        null
                    );
                    Assert.Equal(0, runs.Sum(r => r.Cost));
                    foreach (var pair in runs.Chunk(2))
                    {
                        Assert.Equal(pair[0].PayDate.AddDays(1), pair[1].PayDate);
                        Assert.Equal(1, pair[1].PayDate.Day);
                        Assert.True(pair[1].PayDate <= ended.AddDays(later));
                        Assert.All(
                            pair[0].Rows,
                            r => Assert.True(Math.Abs(r.Amount) <= run.Rows.Where(o => o.Item == r.Item).Sum(o => Math.Abs(o.Amount)))
                        );
                    }
                },
                iter: 200
            );

    [Theory]
    [InlineData("2026-11-02", "2026-11-06", 5)]
    [InlineData("2026-11-01", "2026-11-08", 5)]
    [InlineData("2026-10-31", "2026-11-01", 0)]
    [InlineData("2026-11-02", "2026-11-01", 0)]
    public void Working_days_are_Monday_to_Friday(string first, string last, int days) =>
        Assert.Equal(
            days,
            PayrollAccrual.WorkingDays(
                DateOnly.Parse(first, System.Globalization.CultureInfo.InvariantCulture),
                DateOnly.Parse(last, System.Globalization.CultureInfo.InvariantCulture)
            )
        );

    private static readonly PayRun Contractors = Run(
        Row("Sable Quill", "Illustration", PayItemType.Earning, 900_00, group: "Contractors"),
        Row("Sable Quill", "Travel", PayItemType.Reimbursement, 40_00, group: "Contractors"),
        Row("Sable Quill", "Withheld", PayItemType.EmployeeTax, 90_00, group: "Contractors"),
        Row("Sable Quill", "Net", PayItemType.NetPay, 850_00, group: "Contractors"),
        Row("Tam Vellum", "Tutoring", PayItemType.Earning, 300_00, "Front", "contractors"),
        Row("Tam Vellum", "Net", PayItemType.NetPay, 300_00, "Front", "contractors"),
        Row("", "Service", PayItemType.Fee, 10_00)
    );

    private static readonly PayrollSettings WithContractors = new()
    {
        ContractorGroup = "CONTRACTORS",
        Contractors = ContractorShape.Bills,
    };

    private static IReadOnlyList<Document> Arrive(PayRun run, PayrollSettings payroll, bool isHere = false) =>
        PayRunArrival.Of(Document.Of(run), new CompositionSettings { Payroll = payroll }, _ => isHere);

    [Fact]
    public void A_run_that_comes_again_has_what_it_became_and_nothing_of_another_whose_name_begins_alike()
    {
        var other = Arrive(Contractors with { Id = "R/2" }, WithContractors);
        static bool IsOf(string run, Document d) => PayRunArrival.IsMadeOf(run, d.Kind, d.Identity.SourceId, d.Reference, d.Supplier);
        Assert.All(Arrive(Contractors, WithContractors), d => Assert.True(IsOf("R", d)));
        Assert.All(other, d => Assert.False(IsOf("R", d)));
        Assert.All(other, d => Assert.True(IsOf("R/2", d)));
        // Corrected by a person: either still says whose it is.
        Assert.All(Arrive(Contractors, WithContractors), d => Assert.True(IsOf("R", d with { Reference = "mine" })));
        Assert.All(Arrive(Contractors, WithContractors), d => Assert.True(IsOf("R", d with { Supplier = "Another" })));
        Assert.False(PayRunArrival.IsMadeOf("R", DocumentKind.Bill, "R2/SABLE QUILL", "R2", "Sable Quill"));
        Assert.False(PayRunArrival.IsMadeOf("R", DocumentKind.CardCharge, "R/SABLE QUILL", "R", "Sable Quill"));
        Assert.True(PayRunArrival.IsMadeOf("R", DocumentKind.PayRun, "R accrued 2026-10", "", ""));
        Assert.True(PayRunArrival.IsMadeOf("R", DocumentKind.PayRun, "R reversed 2026-10", "", ""));
        foreach (
            var id in new[] { "R", "R/2", "R accrued", "R accrued soon", "R 2 accrued 2026-10", "R paid 2026-10", "Rx accrued 2026-10" }
        )
            Assert.False(PayRunArrival.IsMadeOf("R", DocumentKind.PayRun, id, "R", ""), id);
    }

    [Fact]
    public void A_run_of_contractors_becomes_an_open_bill_of_each()
    {
        var bills = Arrive(Contractors, WithContractors);
        Assert.Equal(
            ["Sable Quill R 85000 90000+4000+-9000", "Tam Vellum R 30000 30000", "Payroll processor R 1000 1000"],
            bills.Select(b => $"{b.Supplier} {b.Reference} {b.Total} {string.Join('+', b.Lines.Select(l => l.Net))}")
        );
        Assert.All(bills, b => Assert.Equal((DocumentKind.Bill, b.Total), (b.Kind, b.Lines.Sum(l => l.Net))));
        Assert.Equal(["Illustration", "Travel", "Withheld"], bills[0].Lines.Select(l => l.Category));
        Assert.Equal("Front", bills[1].Lines[0].Dimensions.ToString());
        Assert.Equal(3, bills.Select(b => b.Identity).Distinct().Count());
        Assert.Equal(
            Contractors.Rows.Where(r => r.Type is PayItemType.NetPay or PayItemType.Fee).Sum(r => r.Amount),
            bills.Sum(b => b.Total)
        );
    }

    [Fact]
    public void It_stays_a_journal_where_that_is_chosen_where_it_was_one_or_where_it_is_wrong()
    {
        Assert.NotNull(Arrive(Contractors, WithContractors with { Contractors = ContractorShape.Journal }).Single().Register);
        Assert.NotNull(Arrive(Contractors, WithContractors with { ContractorGroup = "" }).Single().Register);
        Assert.NotNull(Arrive(Contractors, WithContractors, isHere: true).Single().Register);
        Assert.NotNull(Arrive(Two, WithContractors)[0].Register);
        // One of them is an employee; one bears what only an employer bears; one is out.
        Assert.NotNull(Arrive(Run([.. Contractors.Rows, .. Two.Rows]), WithContractors)[0].Register);
        var employers = Run([.. Contractors.Rows, Row("Tam Vellum", "Share", PayItemType.EmployerTax, 5_00, group: "Contractors")]);
        Assert.NotNull(Arrive(employers, WithContractors).Single().Register);
        Assert.NotNull(Arrive(Run([.. Contractors.Rows.Skip(1)]), WithContractors).Single().Register);
        Assert.Contains(Compose(employers, WithContractors).Reasons, r => r is HoldReason.EmployerItem { Item: "Share" });
        Assert.DoesNotContain(Compose(Contractors, WithContractors).Reasons, r => r is HoldReason.EmployerItem);
        Assert.DoesNotContain(Compose(Two, WithContractors).Reasons, r => r is HoldReason.EmployerItem);
    }

    [Theory]
    [InlineData(100, 110, false)]
    [InlineData(100, 111, true)]
    [InlineData(100, 90, false)]
    [InlineData(-100, -111, true)]
    [InlineData(-100, -110, false)]
    [InlineData(0, 1, true)]
    [InlineData(1, 0, true)]
    [InlineData(0, 0, false)]
    public void What_moved_more_than_the_company_lets_pass_stands_out(long before, long now, bool standsOut) =>
        Assert.Equal(standsOut, new PayrollSettings { MovedPercent = 10 }.StandsOut(before, now));
}
