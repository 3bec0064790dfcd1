using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>Thresholds, due dates, who is reportable, and what names and numbers say.</summary>
public class ReturnRulesTests
{
    // General Instructions for Certain Information Returns; Public Law 119-21, section 70433, from 2026 on. From memory.
    [Theory]
    [InlineData(ReturnBox.Nec1, 2025, 599_99, false)]
    [InlineData(ReturnBox.Nec1, 2025, 600_00, true)]
    [InlineData(ReturnBox.Nec1, 2026, 600_00, false)]
    [InlineData(ReturnBox.Nec1, 2026, 1_999_99, false)]
    [InlineData(ReturnBox.Nec1, 2026, 2_000_00, true)]
    [InlineData(ReturnBox.Misc1, 2026, 2_000_00, true)]
    [InlineData(ReturnBox.Misc3, 2026, 1_999_99, false)]
    [InlineData(ReturnBox.Misc6, 2026, 2_000_00, true)]
    [InlineData(ReturnBox.Misc2, 2026, 9_99, false)]
    [InlineData(ReturnBox.Misc2, 2026, 10_00, true)]
    [InlineData(ReturnBox.Misc8, 2025, 10_00, true)]
    [InlineData(ReturnBox.Misc5, 2026, 1, true)]
    [InlineData(ReturnBox.Misc10, 2026, 600_00, true)]
    // Common practice through 2025: 455 paid in a year, no form; 750 and 800, a form.
    [InlineData(ReturnBox.Nec1, 2024, 455_00, false)]
    [InlineData(ReturnBox.Nec1, 2024, 750_00, true)]
    [InlineData(ReturnBox.Nec1, 2024, 800_00, true)]
    public void At_its_threshold_a_box_is_filed(ReturnBox box, int year, long amount, bool isFiled)
    {
        var supplier = new ReturnSupplier { Name = "S" };
        var of = new SupplierYear(supplier, [new TallyCell(TallyPlace.In(box), amount, 0, 1)], new Thresholds([], year));
        Assert.Equal(isFiled, of.IsToFile);
        Assert.Equal(isFiled, of.IsIn(TallyView.Reached));
        Assert.Equal(isFiled, Returns.Of(of).Count == 1);
    }

    [Fact]
    public void Where_tax_was_withheld_it_is_filed_whatever_the_amount()
    {
        var of = Year(
            new ReturnSupplier { Name = "S" },
            (TallyPlace.In(ReturnBox.Nec1), 100_00, 24_00),
            (TallyPlace.In(ReturnBox.Misc1), 50_00, 0)
        );
        Assert.True(of.IsToFile);
        Assert.False(of.IsIn(TallyView.Reached));
        // The rent stays below its threshold, and is on no form.
        var only = Assert.Single(Returns.Of(of));
        Assert.Equal((ReturnForm.Nec, 24_00), (only.Form, only.Withheld));
        Assert.Equal([(ReturnBox.Nec1, 100_00L)], only.Boxes);
    }

    [Fact]
    public void Boxes_of_both_forms_make_two_returns()
    {
        var of = Year(
            new ReturnSupplier { Name = "S" },
            (TallyPlace.In(ReturnBox.Misc6), 2_500_00, 0),
            (TallyPlace.In(ReturnBox.Misc1), 2_400_00, 10_00),
            (TallyPlace.In(ReturnBox.Nec1), 9_000_00, 0)
        );
        Assert.Equal(
            ["Nec: Nec1 900000", "Misc: Misc1 240000, Misc6 250000"],
            Returns.Of(of).Select(r => $"{r.Form}: {string.Join(", ", r.Boxes.Select(b => $"{b.Box} {b.Amount}"))}")
        );
        Assert.Equal([0L, 10_00L], Returns.Of(of).Select(r => r.Withheld));
    }

    [Theory]
    [InlineData(1_499_99, false)]
    [InlineData(1_500_00, true)]
    [InlineData(1_999_99, true)]
    [InlineData(2_000_00, false)]
    public void Near_the_threshold_is_from_three_quarters_of_it_until_it_is_reached(long amount, bool isNear) =>
        Assert.Equal(isNear, Year(new ReturnSupplier { Name = "S" }, (TallyPlace.In(ReturnBox.Nec1), amount, 0)).IsIn(TallyView.Near));

    [Fact]
    public void A_supplier_is_in_a_view_when_any_box_of_it_is()
    {
        var whole = ReadinessTests.Whole;
        static string Views(SupplierYear of) => string.Join(' ', Enum.GetValues<TallyView>().Where(of.IsIn));
        var (little, much, near) = (
            (TallyPlace.In(ReturnBox.Misc3), 1L, 0L),
            (TallyPlace.In(ReturnBox.Nec1), 2_000_00L, 0L),
            (TallyPlace.In(ReturnBox.Nec1), 1_600_00L, 0L)
        );
        var aside = (TallyPlace.Out(LeftOutPlace.CardOrNetwork), 7_00L, 0L);
        Assert.Equal("", Views(Year(whole)));
        Assert.Equal("Paid", Views(Year(whole, little, aside)));
        Assert.Equal("Paid Near", Views(Year(whole, little, near)));
        Assert.Equal("Paid Reached ToFile", Views(Year(whole, little, much)));
        Assert.Equal("Paid Reached ToFile DetailsMissing", Views(Year(whole with { Address = "" }, little, much)));
        var year = Year(whole, much, aside);
        Assert.Equal((7_00, 0), (year.LeftOut(LeftOutPlace.CardOrNetwork), year.LeftOut(LeftOutPlace.NoBox)));
    }

    [Fact]
    public void What_the_source_does_not_confirm_is_said_to_be_unconfirmed()
    {
        // Boxes 9 to 11 for 2026, and what is indexed after 2026: not certain from memory.
        bool IsConfirmed(ReturnBox box, int year) => new Thresholds([], year).RowOf(box).IsConfirmed(year);
        Assert.True(IsConfirmed(ReturnBox.Misc10, 2025));
        Assert.False(IsConfirmed(ReturnBox.Misc10, 2026));
        Assert.False(IsConfirmed(ReturnBox.Misc9, 2026));
        Assert.True(IsConfirmed(ReturnBox.Nec1, 2026));
        Assert.False(IsConfirmed(ReturnBox.Nec1, 2027));
        Assert.True(IsConfirmed(ReturnBox.Misc2, 2030));
        Assert.False(new ThresholdRow(2026, ReturnBox.Nec1, 1).IsConfirmed(2026));
    }

    // General Instructions; Internal Revenue Code 7503: 1 February 2021 for 2020, 1 February, 16 February and 1 March 2027 for 2026.
    // From memory.
    [Theory]
    [InlineData(ReturnDuty.NecToIrs, 2020, "2021-02-01")]
    [InlineData(ReturnDuty.NecToRecipients, 2026, "2027-02-01")]
    [InlineData(ReturnDuty.MiscToRecipients, 2026, "2027-02-01")]
    [InlineData(ReturnDuty.MiscWithBox8Or10ToRecipients, 2026, "2027-02-16")]
    [InlineData(ReturnDuty.MiscToIrsOnPaper, 2026, "2027-03-01")]
    [InlineData(ReturnDuty.MiscToIrsElectronically, 2026, "2027-03-31")]
    [InlineData(ReturnDuty.NecToIrs, 2024, "2025-01-31")]
    [InlineData(ReturnDuty.MiscToIrsElectronically, 2023, "2024-04-01")]
    public void What_falls_on_no_business_day_is_due_on_the_next(ReturnDuty duty, int year, string day) =>
        Assert.Equal(day, ReturnDueDates.Of(duty, year).ToString("yyyy-MM-dd", null));

    // 5 U.S.C. 6103; from memory.
    [Theory]
    [InlineData("2027-01-18", true)] // Birthday of Martin Luther King, Jr.: the third Monday of January
    [InlineData("2027-02-15", true)] // Washington's Birthday: the third Monday of February
    [InlineData("2026-05-25", true)] // Memorial Day: the last Monday of May
    [InlineData("2026-07-03", true)] // Independence Day, a Saturday: the Friday before
    [InlineData("2026-11-26", true)] // Thanksgiving Day
    [InlineData("2022-12-26", true)] // Christmas Day, a Sunday: the Monday after
    [InlineData("2021-12-31", true)] // New Year's Day of the next year, a Saturday
    [InlineData("2027-02-16", false)]
    [InlineData("2026-07-06", false)]
    public void Legal_holidays_are_those_of_the_law_as_they_are_observed(string day, bool isHoliday) =>
        Assert.Equal(isHoliday, ReturnDueDates.IsLegalHoliday(DateOnly.Parse(day, null)));

    // Treas. Reg. 1.6041-3(p); exempt payee codes of Form W-9. From memory.
    [Theory]
    [InlineData(null, null, false, ReturnBox.Nec1, true)]
    [InlineData(TaxClassification.Individual, null, false, ReturnBox.Nec1, true)]
    [InlineData(TaxClassification.LlcP, null, false, ReturnBox.Misc1, true)]
    [InlineData(TaxClassification.CCorporation, null, false, ReturnBox.Nec1, false)]
    [InlineData(TaxClassification.LlcS, null, false, ReturnBox.Nec1, false)]
    [InlineData(TaxClassification.CCorporation, null, true, ReturnBox.Nec1, true)]
    [InlineData(TaxClassification.CCorporation, null, true, ReturnBox.Misc1, false)]
    [InlineData(TaxClassification.SCorporation, null, false, ReturnBox.Misc6, true)]
    [InlineData(TaxClassification.LlcC, null, false, ReturnBox.Misc8, true)]
    [InlineData(TaxClassification.CCorporation, null, false, ReturnBox.Misc10, true)]
    [InlineData(TaxClassification.CCorporation, null, false, ReturnBox.Misc11, true)]
    [InlineData(TaxClassification.Partnership, 5, false, ReturnBox.Nec1, false)]
    [InlineData(TaxClassification.Partnership, 5, false, ReturnBox.Misc6, true)]
    [InlineData(TaxClassification.CCorporation, 1, true, ReturnBox.Misc6, false)]
    [InlineData(TaxClassification.Individual, 4, false, ReturnBox.Misc10, false)]
    [InlineData(TaxClassification.Individual, 6, false, ReturnBox.Nec1, true)]
    public void Who_is_reportable_follows_from_what_it_is(
        TaxClassification? classification,
        int? code,
        bool isAttorney,
        ReturnBox box,
        bool isReportable
    )
    {
        var supplier = new ReturnSupplier
        {
            Name = "S",
            Classification = classification,
            ExemptCode = code,
            IsAttorney = isAttorney,
        };
        Assert.Equal(isReportable, supplier.IsReportable(box));
        Assert.Equal(!isReportable, (supplier with { Reportable = !isReportable }).IsReportable(box));
        Assert.EndsWith(".", Reportability.Of(supplier, box).Because, StringComparison.Ordinal);
    }

    [Theory] // Common practice.
    [InlineData("Brindle & Vane Attorneys PC", "a corporation", null)]
    [InlineData("Dr. Sable Whitcombe P.C.", "a corporation", null)]
    [InlineData("Quarry Lane Glue Works, Inc.", "a corporation", null)]
    [InlineData("Cinder Row Holdings LP", "a partnership", TaxClassification.Partnership)]
    [InlineData("Ruddock Tool Sharpening L.L.C.", "a limited liability company", null)]
    [InlineData("The Thornquist Family Trust", "a trust or an estate", TaxClassification.TrustEstate)]
    [InlineData("Isolde Marchbanks", "", null)]
    [InlineData("Incline Climbing", "", null)]
    [InlineData("", "", null)]
    public void A_legal_form_at_the_end_of_a_name_says_what_it_is(string name, string said, TaxClassification? suggested)
    {
        Assert.Equal(said, LegalForm.Said(name));
        Assert.Equal(suggested, LegalForm.Suggested(name));
    }

    [Theory]
    [InlineData("Ruddock LLC", TaxClassification.LlcS, null)]
    [InlineData("Ruddock LLC", TaxClassification.Individual, null)] // disregarded
    [InlineData("Ruddock LLC", TaxClassification.CCorporation, "a limited liability company")]
    [InlineData("Vane PC", TaxClassification.Individual, "a corporation")]
    [InlineData("Vane PC", TaxClassification.SCorporation, null)]
    [InlineData("Vane PC", TaxClassification.Other, null)]
    [InlineData("Cinder Row LP", TaxClassification.LlcP, "a partnership")]
    [InlineData("Tamsin Arkley", TaxClassification.CCorporation, null)]
    [InlineData("Vane PC", null, null)]
    public void It_shows_where_it_contradicts(string name, TaxClassification? classification, string? contradiction)
    {
        var called = new ReturnSupplier { Name = "x", LegalName = name };
        Assert.Equal(contradiction, LegalForm.Contradiction(called with { Classification = classification }));
        // Where no legal name is known, the one that there is says it.
        Assert.Equal(contradiction, LegalForm.Contradiction(new ReturnSupplier { Name = name, Classification = classification }));
    }

    [Theory] // Treas. Reg. 301.6109-4: XXX-XX-1234 or XX-XXX1234.
    [InlineData("123456789", TaxNumberKind.Ein, "12-3456789", "XX-XXX6789")]
    [InlineData("12-3456789", TaxNumberKind.Ein, "12-3456789", "XX-XXX6789")]
    [InlineData("123456789", TaxNumberKind.Ssn, "123-45-6789", "XXX-XX-6789")]
    [InlineData("912-70-1234", TaxNumberKind.Itin, "912-70-1234", "XXX-XX-1234")]
    [InlineData("123456789", null, "123456789", "XXX-XX-6789")]
    public void A_number_is_shown_by_its_last_four_digits(string number, TaxNumberKind? kind, string written, string shown)
    {
        Assert.Equal(written, TaxNumber.Written(number, kind));
        Assert.Equal(shown, TaxNumber.Truncated(number, kind));
        Assert.DoesNotContain(written[..5], shown, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(AccountKind.Expense, BoxTarget.Takes)]
    [InlineData(AccountKind.CostOfSales, BoxTarget.Takes)]
    [InlineData(AccountKind.Income, BoxTarget.Refuses)]
    [InlineData(AccountKind.Asset, BoxTarget.Asks)]
    [InlineData(AccountKind.Liability, BoxTarget.Asks)]
    [InlineData(AccountKind.Equity, BoxTarget.Asks)]
    public void A_box_takes_any_account_but_income(AccountKind kind, BoxTarget target)
    {
        var account = Account("6610", "Legal fees", kind);
        Assert.Equal(target, BoxTargets.Of(account, new BoxChoice(ReturnBox.Nec1)));
        Assert.Equal(BoxTarget.Takes, BoxTargets.Of(account, new BoxChoice(null)));
    }

    [Theory] // Common practice.
    [InlineData("Rent", "MISC-1")]
    [InlineData("Royalties", "MISC-2")]
    [InlineData("Legal fees", "NEC-1")]
    [InlineData("Medical checks", "MISC-6")]
    [InlineData("Office supplies", "none")]
    [InlineData("Accounts payable, rent", "none")]
    [InlineData("Sundry", null)]
    public void A_box_is_proposed_by_the_name_of_an_account(string name, string? box) =>
        Assert.Equal(box, BoxProposals.Of(Account("1", name, AccountKind.Expense), [])?.Choice.ToString());

    [Fact]
    public void Where_the_name_says_nothing_most_of_its_payees_do()
    {
        var sundry = Account("6990", "Sundry", AccountKind.Expense);
        var person = new ReturnSupplier { Name = "P", Classification = TaxClassification.Individual };
        var attorney = new ReturnSupplier { Name = "A", IsAttorney = true };
        var other = new ReturnSupplier { Name = "O" };
        Assert.Equal(ReturnBox.Nec1, BoxProposals.Of(sundry, [(person, 51), (other, 49)])!.Choice.Box);
        Assert.Null(BoxProposals.Of(sundry, [(person, 50), (other, 50)]));
        Assert.Equal(ReturnBox.Nec1, BoxProposals.Of(sundry, [(attorney, 51), (other, 49)])!.Choice.Box);
        Assert.Null(BoxProposals.Of(sundry, [(attorney, 50), (other, 50)]));
    }

    [Theory]
    [InlineData(PaymentMethod.Check, PaymentAccountKind.CompanyCard, AccountRole.Card, PaymentMethod.Check, MethodBy.Ledger)]
    [InlineData(null, PaymentAccountKind.CompanyCard, AccountRole.Bank, PaymentMethod.Card, MethodBy.PaymentAccount)]
    [InlineData(null, PaymentAccountKind.GiftBalance, AccountRole.None, PaymentMethod.Network, MethodBy.PaymentAccount)]
    [InlineData(null, PaymentAccountKind.Cash, AccountRole.None, PaymentMethod.Cash, MethodBy.PaymentAccount)]
    [InlineData(null, null, AccountRole.Bank, PaymentMethod.Bank, MethodBy.PaymentAccount)]
    [InlineData(null, null, AccountRole.Cash, PaymentMethod.Cash, MethodBy.PaymentAccount)]
    [InlineData(null, null, AccountRole.Card, PaymentMethod.Card, MethodBy.PaymentAccount)]
    [InlineData(null, null, AccountRole.None, PaymentMethod.Bank, MethodBy.Nobody)]
    public void How_it_was_paid_says_the_ledger_or_what_it_was_paid_from(
        PaymentMethod? ledger,
        PaymentAccountKind? kind,
        AccountRole role,
        PaymentMethod method,
        MethodBy by
    ) => Assert.Equal(new PaidBy(method, by), PaidBy.Of(ledger, kind, role));

    [Fact]
    public void What_nobody_knows_of_a_supplier_is_said_to_be_unknown()
    {
        var somebody = new ReturnSupplier { Name = "S" };
        Assert.StartsWith("Nothing says", Reportability.Of(somebody, ReturnBox.Nec1).Because, StringComparison.Ordinal);
        Assert.Contains(
            "no corporation",
            Reportability.Of(somebody with { Classification = TaxClassification.Partnership }, ReturnBox.Nec1).Because,
            StringComparison.Ordinal
        );
    }

    // Fish is a matter of cash (Instructions for Form 1099-MISC, box 11; from memory); cards and networks report themselves.
    [Theory]
    [InlineData(ReturnBox.Misc11, PaymentMethod.Cash, null)]
    [InlineData(ReturnBox.Misc11, PaymentMethod.Check, LeftOutPlace.NotReportable)]
    [InlineData(ReturnBox.Nec1, PaymentMethod.Check, null)]
    [InlineData(ReturnBox.Nec1, PaymentMethod.Card, LeftOutPlace.CardOrNetwork)]
    [InlineData(ReturnBox.Misc11, PaymentMethod.Network, LeftOutPlace.CardOrNetwork)]
    public void How_it_was_paid_says_whether_it_counts(ReturnBox box, PaymentMethod method, LeftOutPlace? leftOut)
    {
        var line = new PaymentLine("P1", new DateOnly(2026, 3, 2), "S", method, false, 5_00, "", "A", 5_00, new BoxChoice(box), 0);
        var (place, because) = LinePlacing.Of(line, new ReturnSupplier { Name = "S" }, new BoxRows([], 2026), 2026);
        Assert.Equal(leftOut, place.LeftOut);
        Assert.Equal(method == PaymentMethod.Card, because.Contains("by card", StringComparison.Ordinal));
        Assert.Equal(
            LeftOutPlace.OtherYear,
            LinePlacing.Of(line, new ReturnSupplier { Name = "S" }, new BoxRows([], 2027), 2027).Place.LeftOut
        );
    }

    [Fact]
    public void An_agents_rent_is_its_owners_and_its_own_fees_count()
    {
        var agent = new ReturnSupplier { Name = "Osier Property Care", IsAgent = true };
        var boxes = new BoxRows([new(2025, "rent", "", new(ReturnBox.Misc1)), new(2025, "care", "", new(ReturnBox.Nec1))], 2026);
        PaymentLine Line(string account, BoxChoice? choice = null) =>
            new("P", new DateOnly(2026, 3, 1), agent.Name, PaymentMethod.Check, false, 100, "", account, null, choice, 0);
        var (rent, because) = LinePlacing.Of(Line("rent"), agent, boxes, 2026);
        Assert.Equal(LeftOutPlace.NotReportable, rent.LeftOut);
        Assert.Contains("agent", because, StringComparison.Ordinal);
        Assert.Equal(ReturnBox.Nec1, LinePlacing.Of(Line("care"), agent, boxes, 2026).Place.Box);
        Assert.Equal(ReturnBox.Misc1, LinePlacing.Of(Line("rent", new(ReturnBox.Misc1)), agent, boxes, 2026).Place.Box);
        Assert.Equal(ReturnBox.Misc1, LinePlacing.Of(Line("rent"), agent with { IsAgent = false }, boxes, 2026).Place.Box);
    }

    [Fact]
    public void What_was_said_of_an_earlier_year_is_carried_forward_and_a_supplier_comes_before_all()
    {
        BoxRow[] rows =
        [
            new(2024, "A", "", new(ReturnBox.Nec1)),
            new(2026, "A", "", new(ReturnBox.Misc3)),
            new(2025, "A", "Osier", new(null)),
        ];
        Assert.Equal((2024, "NEC-1"), Said(2025, "other"));
        Assert.Equal((2026, "MISC-3"), Said(2026, "other"));
        Assert.Equal((2025, "none"), Said(2026, "OSIER "));
        Assert.Null(new BoxRows(rows, 2023).Of("A", "other"));
        (int, string) Said(int year, string supplier) =>
            new BoxRows(rows, year).RowOf("A", supplier) is { } row ? (row.Year, row.Choice.ToString()) : default;
    }

    private static Account Account(string id, string name, AccountKind kind) =>
        new()
        {
            Id = id,
            Number = id,
            Name = name,
            Kind = kind,
        };

    internal static SupplierYear Year(ReturnSupplier supplier, params (TallyPlace Place, long Amount, long Withheld)[] cells) =>
        new(supplier, [.. cells.Select(c => new TallyCell(c.Place, c.Amount, c.Withheld, 1))], new Thresholds([], 2026));
}
