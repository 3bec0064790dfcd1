using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

/// <summary>What a company decides for kinds of document, and what the connected ledger can do.</summary>
public class ChoiceTests
{
    private static readonly LedgerCapabilities Nothing = new([]);

    private static Composition Compose(Document document, KindChoice choice, ConnectedLedger? ledger, params MappingRow[] rows) =>
        new Composer(
            Worlds.Chart,
            new MappingBook([Map(KeyKind.Category, "Leather", "5120"), .. rows]),
            new CompositionSettings { Kinds = new Dictionary<DocumentKind, KindChoice> { [document.Kind] = choice } },
            ledger
        ).Compose(document);

    private static ConnectedLedger Ledger(params LedgerDimension[] dimensions) =>
        new(LedgerCapabilities.Everything, dimensions, [new PaymentTerm("N30", "30 days", TermRule.NetDays, 30)], [], []);

    private static Document Leather => Bill(Line(1, 10_00, "Leather")) with { Notes = "for the atlas" };

    [Theory]
    [InlineData("{reference}", "2291")]
    [InlineData("{month}-{reference}", "2026-11-2291")]
    [InlineData("{Source ID}/{date}", "1/2026-11-12")]
    [InlineData("{employee}-{reference}", "2291")] // no employee: the text around it is trimmed away
    public void A_reference_is_built_of_fields(string pattern, string reference) =>
        Assert.Equal(reference, Compose(Leather, new KindChoice { Reference = pattern }, null).Head.Reference);

    [Theory]
    [InlineData("", "is built of something")]
    [InlineData("{invoice}", "\"{invoice}\" is not a field")]
    [InlineData("{reference", "no partner")]
    public void A_pattern_that_cannot_be_is_refused_with_the_reason(string pattern, string reason) =>
        Assert.Contains(reason, ReferencePattern.Problem(pattern)!, StringComparison.Ordinal);

    [Fact]
    public void A_reference_that_the_ledger_would_cut_is_held() =>
        Assert.Equal(
            ["text_too_long=reference"],
            Reasons(Compose(Leather, new KindChoice { Reference = "{supplier} {source} {reference} {date}" }, Ledger()))
        );

    [Fact]
    public void Notes_go_where_the_company_says()
    {
        string[] Memos(NotesPlace notes) => [.. Compose(Leather, new KindChoice { Notes = notes }, null).Lines.Select(l => l.Memo)];
        Assert.Equal(["", "for the atlas"], Memos(NotesPlace.EntryMemo));
        Assert.Equal(["for the atlas", ""], Memos(NotesPlace.LineText));
        Assert.Equal(["", ""], Memos(NotesPlace.Nowhere));
    }

    [Fact]
    public void The_end_of_the_month_comes_before_the_rule_for_locked_periods()
    {
        Assert.Equal(new DateOnly(2026, 11, 30), Compose(Leather, new KindChoice { EntryDay = EntryDay.EndOfMonth }, null).EntryDate);
        var settings = new CompositionSettings
        {
            LockedThrough = new DateOnly(2026, 11, 30),
            EntryDate = EntryDateRule.FirstOpenDay,
            Kinds = new Dictionary<DocumentKind, KindChoice> { [DocumentKind.Bill] = new() { EntryDay = EntryDay.EndOfMonth } },
        };
        Assert.Equal(new DateOnly(2026, 12, 1), settings.EntryDateOf(Leather));
    }

    [Fact]
    public void An_impossible_choice_says_what_to_switch_on()
    {
        Assert.Empty(ChoiceCheck.Of(DocumentKind.Bill, new KindChoice(), Nothing));
        Assert.Contains(
            "needs journal entries, and the ledger has them off",
            Assert.Single(ChoiceCheck.Of(DocumentKind.Bill, new KindChoice { Form = LedgerForm.Journal }, Nothing)).Reason,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cannot become a card charge",
            Assert
                .Single(ChoiceCheck.Of(DocumentKind.Bill, new KindChoice { Form = LedgerForm.CardCharge }, LedgerCapabilities.Everything))
                .Reason,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "departments off",
            Assert
                .Single(
                    ChoiceCheck.Of(
                        DocumentKind.Bill,
                        new KindChoice
                        {
                            Demands = new Dictionary<Dimension, DimensionDemand> { [Dimension.Department] = DimensionDemand.Required },
                        },
                        Nothing
                    )
                )
                .Reason,
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "2 dimensions are mapped, and the ledger has departments and projects off.",
            ChoiceCheck.Dimensions(
                Map(KeyKind.Category, "X", "5120") with
                {
                    Dimensions = Dimensions.Named("Bench", "", "Atlas"),
                },
                Nothing
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_sources_dimension_is_said_in_the_ledgers_words_or_held()
    {
        var bench = new LedgerDimension(Dimension.Department, "D1", "Bench", true);
        Document In(string department) => Bill(Line(1, 10_00, "Leather") with { Dimensions = Dimensions.Named(department, "", "") });
        Assert.Equal("Bench", Compose(In(" bench"), new KindChoice(), Ledger(bench)).Lines[0].Dimensions[Dimension.Department]);
        Assert.Equal(["1:dimension_unmapped=Workshop"], Reasons(Compose(In("Workshop"), new KindChoice(), Ledger(bench))));
        MappingRow row = new()
        {
            Kind = KeyKind.Department,
            Key = "Workshop",
            Value = "Bench",
        };
        Assert.Equal("Bench", Compose(In("Workshop"), new KindChoice(), Ledger(bench), row).Lines[0].Dimensions[Dimension.Department]);
        Assert.True(
            Compose(In("Workshop"), new KindChoice(), Ledger(bench), row with { Value = MappingRow.LeaveOut }).Lines[0].Dimensions.IsBlank
        );
        Assert.Contains(
            "departments off",
            ReasonWords.Of(Compose(In("Bench"), new KindChoice(), new ConnectedLedger(Nothing, [bench], [], [], [])).Reasons[0]).Detail,
            StringComparison.Ordinal
        );
        Assert.Equal(
            ["1:dimension_unmapped=Bench"],
            Reasons(Compose(In("Bench"), new KindChoice(), Ledger(bench with { Active = false })))
        );
    }

    [Fact]
    public void A_line_without_a_required_dimension_is_held_and_the_mapping_may_fill_it_in()
    {
        var required = new KindChoice
        {
            Demands = new Dictionary<Dimension, DimensionDemand> { [Dimension.Department] = DimensionDemand.Required },
        };
        Assert.Equal(["1:dimension_missing=department"], Reasons(Compose(Leather, required, null)));
        Assert.IsType<Composition.Coded>(
            Compose(
                Leather with
                {
                    Lines = [Line(1, 10_00, "Filled")],
                },
                required,
                null,
                Map(KeyKind.Category, "Filled", "5120") with
                {
                    Dimensions = Dimensions.Named("Bench", "", ""),
                }
            )
        );
        var chart = new Chart(Accounts.Select(a => a.Id == "5120" ? a with { Requires = Dimension.Project } : a));
        Assert.Equal(
            ["1:dimension_missing=project"],
            Reasons(
                new Composer(chart, new MappingBook([Map(KeyKind.Category, "Leather", "5120")]), new CompositionSettings()).Compose(Leather)
            )
        );
    }

    [Fact]
    public void A_bill_without_a_due_date_gets_that_of_its_suppliers_term()
    {
        MappingRow term = new()
        {
            Kind = KeyKind.SupplierTerm,
            Key = "marrow & oake",
            Value = "N30",
        };
        Assert.Equal(new DateOnly(2026, 12, 12), Compose(Leather, new KindChoice(), Ledger(), term).Head.DueDate);
        Assert.Equal(
            new DateOnly(2026, 11, 20),
            Compose(Leather with { DueDate = new DateOnly(2026, 11, 20) }, new KindChoice(), Ledger(), term).Head.DueDate
        );
        Assert.Null(Compose(Leather, new KindChoice(), Ledger(), term with { Value = "gone" }).Head.DueDate);
    }

    [Fact]
    public void A_claim_as_a_bill_is_owed_through_the_payables()
    {
        var claim = Leather with { Kind = DocumentKind.ExpenseClaim, Employee = "Ines" };
        Assert.Contains("2330 -1000", Shown(Compose(claim, new KindChoice(), null)));
        Assert.Contains("2100 -1000", Shown(Compose(claim, new KindChoice { Form = LedgerForm.Bill }, null)));
    }

    [Fact]
    public void A_supplier_may_have_a_form_of_its_own_if_its_document_may_take_it()
    {
        MappingRow form = new()
        {
            Kind = KeyKind.SupplierForm,
            Key = "MARROW & OAKE",
            Value = "journal",
        };
        Assert.Equal(LedgerForm.Journal, Compose(Leather, new KindChoice(), null, form).Head.Form);
        Assert.Equal(LedgerForm.Bill, Compose(Leather, new KindChoice(), null, form with { Value = "card_charge" }).Head.Form);
        Assert.Equal(
            LedgerForm.CardCharge,
            Compose(Leather with { Kind = DocumentKind.CardCharge, PaymentAccount = "x" }, new KindChoice(), null, form).Head.Form
        );
    }

    [Fact]
    public void A_tax_code_goes_out_in_the_ledgers_words()
    {
        var bill = Bill(Line(1, 10_00, "Leather", taxCode: "VST", tax: 1_00));
        Assert.Equal(
            ["RC", "RC", ""],
            Compose(bill, new KindChoice(), null, TaxCode("VST", 100) with { Value = "RC" }).Lines.Select(l => l.TaxCode)
        );
    }
}
