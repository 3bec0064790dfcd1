using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

public class ComposerTests
{
    private static readonly MappingRow Leather = Map(KeyKind.Category, "Leather", "5120");
    private static readonly MappingRow Paper = Map(KeyKind.Category, "Paper", "5110");

    [Fact] // Published base example of the European procurement profile of EN 16931-1:2017 (BIS Billing 3); from memory.
    public void The_base_example_balances_at_1656_25()
    {
        // Lines 7 × 400 and −3 × 500, a charge of 25, tax 25 %: BR-CO-10, -13, -14, -15, -17.
        var bill = Bill(
            Line(1, 2_800_00, "Leather", taxCode: "S", tax: 700_00),
            Line(2, -1_500_00, "Leather", taxCode: "S", tax: -375_00),
            Line(3, 25_00, "Paper", taxCode: "S", tax: 6_25)
        );
        Assert.Equal(1_656_25, bill.Total);
        Assert.Equal(331_25, bill.Lines.Sum(l => l.Tax));
        var entry = Composer(Leather, Paper, TaxCode("S", 100)).Compose(bill);
        Assert.Equal(["5120 280000", "1400 70000", "5120 -150000", "1400 -37500", "5110 2500", "1400 625", "2100 -165625"], Shown(entry));
        var merged = Composer(new CompositionSettings { MergeLines = true }, Leather, Paper, TaxCode("S", 100)).Compose(bill);
        Assert.Equal(["5120 130000", "1400 33125", "5110 2500", "2100 -165625"], Shown(merged));
        Assert.Equal([null, null, 3L, null], merged.Lines.Select(l => l.DocumentLine));
    }

    [Theory]
    [InlineData(DocumentKind.Bill, "5120 10000|2100 -10000")]
    [InlineData(DocumentKind.SupplierCredit, "5120 -10000|2100 10000")]
    [InlineData(DocumentKind.CardCharge, "5120 10000|2210 -10000")]
    [InlineData(DocumentKind.CardRefund, "5120 -10000|2210 10000")]
    [InlineData(DocumentKind.ExpenseClaim, "5120 10000|2330 -10000")]
    public void Each_kind_has_its_sides(DocumentKind kind, string lines)
    {
        var document = Bill(Line(1, 100_00, "Leather")) with { Kind = kind, PaymentAccount = "4417", Employee = "Ines Calder" };
        Assert.Equal(lines.Split('|'), Shown(Composer(Leather, Map(KeyKind.PaymentAccount, "4417", "2210")).Compose(document)));
    }

    [Theory]
    [InlineData("", "", "2100")]
    [InlineData("", "2110", "2110")]
    [InlineData("2210", "2110", "2210")] // a bill may be a card statement in disguise
    [InlineData("2100", "2110", "2110")] // settled on account: as without a settlement
    [InlineData("2100", "", "2100")]
    public void The_offset_of_a_bill_is_its_settlement_then_the_suppliers_own_then_the_control(string settlement, string own, string offset)
    {
        var rows = new List<MappingRow> { Leather };
        if (settlement.Length > 0)
            rows.Add(Map(KeyKind.Settlement, "Statement", settlement));
        if (own.Length > 0)
            rows.Add(Map(KeyKind.SupplierPayable, "Marrow & Oake", own));
        var bill = Bill(Line(1, 100_00, "Leather")) with { Settlement = settlement.Length > 0 ? "statement" : "" };
        Assert.Equal(offset, Composer([.. rows]).Compose(bill).Lines[^1].Account);
    }

    [Fact]
    public void Tax_goes_to_its_account_as_far_as_it_is_recovered_and_the_rest_joins_the_cost()
    {
        var bill = Bill(Line(1, 100_00, "Leather", taxCode: "H", tax: 20_01));
        Assert.Equal(["5120 11000", "1400 1001", "2100 -12001"], Shown(Composer(Leather, TaxCode("H", 50)).Compose(bill)));
        Assert.Equal(["5120 12001", "2100 -12001"], Shown(Composer(Leather, TaxCode("H", 0)).Compose(bill)));
        Assert.Equal(["5120 12001", "2100 -12001"], Shown(Composer(Leather).Compose(Bill(Line(1, 100_00, "Leather", tax: 20_01)))));
        Assert.Equal(["1:tax_code_unmapped=H"], Reasons(Composer(Leather).Compose(bill)));
        // No amount, nothing special.
        Assert.IsType<Composition.Coded>(Composer(Leather).Compose(Bill(Line(1, 100_00, "Leather", taxCode: "H"))));
    }

    [Fact]
    public void The_rows_tax_code_and_dimensions_fill_what_the_line_leaves_blank()
    {
        var row = Leather with { TaxCode = "S", Dimensions = Dimensions.Named("Bench", "North", "") };
        var line = Line(1, 100_00, "Leather", tax: 20_00) with { Dimensions = Dimensions.Named("", "South", "Folio") };
        var entry = Composer(row, TaxCode("S", 100)).Compose(Bill(line));
        Assert.Equal(["5120 10000", "1400 2000", "2100 -12000"], Shown(entry));
        Assert.Equal(Dimensions.Named("Bench", "South", "Folio"), entry.Lines[0].Dimensions);
        Assert.Equal("S", entry.Lines[0].TaxCode);
        Assert.True(entry.Lines[1].Dimensions.IsBlank);

        // A person's choice has no row and fills nothing.
        Assert.Equal(["5110 12000", "2100 -12000"], Shown(Composer(row, TaxCode("S", 100)).Compose(Bill(line with { Account = "5110" }))));
    }

    [Theory]
    [InlineData("2100")] // control accounts
    [InlineData("2210")]
    [InlineData("2330")]
    [InlineData("6995")] // closed
    [InlineData("9999")] // gone
    public void A_broken_mapping_holds_and_never_falls_through(string account)
    {
        var entry = Composer(Leather with { Account = account }, Map(KeyKind.Supplier, "Marrow & Oake", "6210"))
            .Compose(Bill(Line(1, 100_00, "Leather")));
        Assert.Equal([$"1:mapping_broken={account}"], Reasons(entry));
        Assert.False(entry is Composition.Coded);
    }

    [Theory]
    [InlineData(2, 100_02, "5120 10000|6980 2|2100 -10002")]
    [InlineData(2, 99_98, "5120 10000|6980 -2|2100 -9998")]
    [InlineData(1, 100_02, null)]
    public void A_rounding_difference_goes_to_its_account_up_to_the_tolerance(long tolerance, long total, string? lines)
    {
        var entry = Composer(new CompositionSettings { RoundingTolerance = tolerance }, Leather)
            .Compose(Bill(Line(1, 100_00, "Leather")) with { Total = total });
        if (lines is null)
            Assert.Equal(["arithmetic=0.02"], Reasons(entry));
        else
            Assert.Equal(lines.Split('|'), Shown(entry));
    }

    [Fact]
    public void Every_reason_is_listed_the_documents_first_then_by_line_alphabetically()
    {
        var document = Bill(Line(7, 10_00, "Nowhere", taxCode: "Z", tax: 1_00), Line(2, 5_00, "Bad")) with
        {
            Supplier = "",
            Settlement = "Barter",
            Currency = Currency.Of("EUR"),
            Total = -99_00,
            Lines = [Line(2, 5_00, "Bad"), Line(7, 10_00, "Nowhere", taxCode: "Z", tax: 1_00)],
        };
        var entry = Composer(new CompositionSettings { LockedThrough = AnyDay }, Map(KeyKind.Category, "Bad", "6995"))
            .Compose(document, new DocumentIdentity("bills", "0"));
        Assert.Equal(
            [
                "arithmetic=-115.00",
                "currency=EUR",
                "period_locked=2026-11-12",
                "possible_duplicate=bills 0",
                "settlement_unmapped=Barter",
                "sign=-99.00",
                "supplier_missing",
                "2:mapping_broken=6995",
                "7:tax_code_unmapped=Z",
                "7:unmapped=Nowhere",
            ],
            Reasons(entry)
        );
    }

    [Fact]
    public void Roles_are_missed_only_where_they_are_needed()
    {
        var bare = new Composer(
            new Chart([Of("5120", AccountKind.CostOfSales)]),
            new MappingBook([Leather, TaxCode("S", 100)]),
            new CompositionSettings { RoundingTolerance = 5, WhenNothingMaps = WhenNothingMaps.Suspense }
        );
        Assert.Equal(["role_missing=payables_control"], Reasons(bare.Compose(Bill(Line(1, 1_00, "Leather")))));
        Assert.Equal(["role_missing=rounding"], Reasons(bare.Compose(Bill(Line(1, 1, "Leather")) with { Total = 0 })));
        Assert.Equal(
            ["role_missing=payables_control", "1:role_missing=input_tax", "1:role_missing=suspense"],
            Reasons(bare.Compose(Bill(Line(1, 1_00, "Other", taxCode: "S", tax: 10))))
        );
        // A total of zero needs no offset.
        Assert.IsType<Composition.Coded>(bare.Compose(Bill(Line(1, 1_00, "Leather"), Line(2, -1_00, "Leather"))));
    }

    [Fact]
    public void Suspense_takes_what_nothing_maps_when_the_company_says_so()
    {
        var entry = Composer(new CompositionSettings { WhenNothingMaps = WhenNothingMaps.Suspense }).Compose(Bill(Line(1, 3_00, "Other")));
        Assert.Equal(["2990 300", "2100 -300"], Shown(entry));
        Assert.Equal(EntryRung.Fallback, entry.Lines[0].Rung);
    }

    [Fact]
    public void What_is_before_the_start_or_nothing_at_all_is_set_aside_unexamined()
    {
        var settings = new CompositionSettings { StartDate = AnyDay.AddDays(1) };
        Assert.Equal(
            SetAsideKind.BeforeStart,
            Assert.IsType<Composition.SetAside>(Composer(settings).Compose(Bill(Line(1, 1_00, "Nowhere")) with { Supplier = "" })).Why.Kind
        );
        var zero = Composer().Compose(Bill(Line(1, 0, "Nowhere"), Line(2, 0)));
        Assert.Equal(SetAsideKind.Zero, Assert.IsType<Composition.SetAside>(zero).Why.Kind);
        Assert.Empty(zero.Reasons);
    }

    [Fact]
    public void The_first_open_day_is_the_day_after_the_lock()
    {
        var locked = new CompositionSettings { LockedThrough = AnyDay, EntryDate = EntryDateRule.FirstOpenDay };
        Assert.Equal(AnyDay.AddDays(1), Composer(locked, Leather).Compose(Bill(Line(1, 1_00, "Leather"))).EntryDate);
        Assert.Equal(
            AnyDay.AddDays(5),
            Composer(locked, Leather).Compose(Bill(Line(1, 1_00, "Leather")) with { Date = AnyDay.AddDays(5) }).EntryDate
        );
    }

    [Fact]
    public void Merged_lines_that_cancel_leave_nothing()
    {
        var entry = Composer(new CompositionSettings { MergeLines = true }, Leather, Paper)
            .Compose(Bill(Line(1, 5_00, "Leather"), Line(2, 2_00, "Paper"), Line(3, -5_00, "Leather")));
        Assert.Equal(["5110 200", "2100 -200"], Shown(entry));
    }

    [Fact]
    public void A_project_carries_its_department_where_the_line_says_none()
    {
        var (department, project) = (Dimension.Of("department"), Dimension.Of("project"));
        var carries = Map(KeyKind.Project, "Fenland Atlas", "") with { Dimensions = Dimensions.Named("Press") };
        Assert.False(carries.Ends);
        var fills = Leather with { Dimensions = Dimensions.Named("Bench") };
        Dimensions Of(Dimensions said) =>
            Composer(fills, carries).Compose(Bill(Line(1, 100_00, "Leather") with { Dimensions = said })).Lines[0].Dimensions;
        var of = Of(Dimensions.Named("", project: "fenland atlas"));
        Assert.Equal(("Press", "fenland atlas"), (of[department], of[project]));
        Assert.Equal("Front", Of(Dimensions.Named("Front", project: "Fenland Atlas"))[department]);
        Assert.Equal("Bench", Of(Dimensions.Named("", project: "Another"))[department]);
    }
}
