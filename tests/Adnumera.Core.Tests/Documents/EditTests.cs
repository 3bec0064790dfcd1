using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Standing;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

/// <summary>What persons put right on a document, over what its source says.</summary>
public class EditTests
{
    private static readonly Document Said = Bill(Line(1, 100_00, "Leather", taxCode: "S 19", tax: 19_00), Line(2, 50_00, "Glue"));
    private static readonly Currency Euro = Currency.Of("EUR");

    private static LineEdit On(long line, int part = 0) => new(new LinePlace(line, part));

    private static LineSplit Split(SplitBy by, params decimal[] weights) => new(1, by, weights);

    [Fact]
    public void What_is_put_right_holds_and_the_rest_is_as_the_source_says()
    {
        var edits = new DocumentEdits { Supplier = "Hexham Tannery", Total = 170_00 }
            .With(On(2) with { Category = "Paper", Net = 51_00 })
            .With(On(2) with { Dimensions = [new(Dimension.Department, "Bench")] });
        var document = edits.Apply(Said);
        Assert.Equal(("Hexham Tannery", 170_00), (document.Supplier, document.Total));
        Assert.Equal(("Leather", 100_00), (document.Lines[0].Category, document.Lines[0].Net));
        Assert.Equal(
            ("Paper", 51_00, "Bench"),
            (document.Lines[1].Category, document.Lines[1].Net, document.Lines[1].Dimensions[Dimension.Department])
        );
        Assert.Equal(Said.Reference, document.Reference);

        // What is said again as the source has it is put right no longer.
        var again = edits.With(On(2) with { Category = "Glue", Net = 50_00, Dimensions = [new(Dimension.Department, "")] });
        var left = (again with { Supplier = Said.Supplier, Total = Said.Total }).Over(Said);
        Assert.True(left.IsBlank);
    }

    [Fact]
    public void Parts_of_a_line_carry_what_they_say_and_the_first_keeps_its_number()
    {
        var edits = new DocumentEdits()
            .WithSplit(1, Split(SplitBy.Share, 50, 30, 20))
            .With(On(1) with { Description = "Fair" })
            .With(On(1, 2) with { Category = "Travel" });
        var document = edits.Apply(Said);
        Assert.Equal([1L, 2, 3, 4], document.Lines.Select(l => l.Number));
        Assert.Equal([50_00, 50_00, 30_00, 20_00], document.Lines.Select(l => l.Net));
        Assert.Equal([9_50, 0, 5_70, 3_80], document.Lines.Select(l => l.Tax));
        Assert.Equal(["Leather", "Glue", "Travel", "Leather"], document.Lines.Select(l => l.Category));
        Assert.Equal("Fair", document.Lines[3].Description);
        Assert.Equal([new(1, 1), new(2, 0), new(1, 2), new(1, 3)], edits.PlacesOf(Said));

        // Whole again, what its parts said is gone.
        var whole = edits.WithSplit(1, null);
        Assert.Equal(["Leather", "Glue"], whole.Apply(Said).Lines.Select(l => l.Category));
    }

    [Fact]
    public void A_split_that_does_not_add_up_is_named()
    {
        var line = Said.Lines[0] with { Quantity = 4 };
        Assert.Null(Split(SplitBy.Amount, 60, 40).Problem(line, Currency.Usd));
        Assert.Contains("99.99", Split(SplitBy.Amount, 59.99m, 40).Problem(line, Currency.Usd), StringComparison.Ordinal);
        Assert.Null(Split(SplitBy.Share, 33.3333m, 66.6667m).Problem(line, Currency.Usd));
        Assert.Contains("99 %", Split(SplitBy.Share, 33, 66).Problem(line, Currency.Usd), StringComparison.Ordinal);
        Assert.Null(Split(SplitBy.Quantity, 1, 3).Problem(line, Currency.Usd));
        Assert.Contains("has 4", Split(SplitBy.Quantity, 1, 2).Problem(line, Currency.Usd), StringComparison.Ordinal);
        Assert.NotNull(Split(SplitBy.Amount, 100).Problem(line, Currency.Usd));
        Assert.NotNull(Split(SplitBy.Amount, 150, -50).Problem(line, Currency.Usd));
        Assert.NotNull(Split(SplitBy.Share, 0, 0).Problem(line, Currency.Usd));
        Assert.NotNull(Split(SplitBy.Share, 33.33333m, 66.66667m).Problem(line, Currency.Usd));
    }

    [Fact]
    public void Parts_always_add_up_to_their_line_whatever_its_source_says_later() =>
        Gen.Select(
                Gen.Long[-1_000_00, 1_000_00],
                Gen.Long[-200_00, 200_00],
                Gen.Decimal[0, 500].Select(d => decimal.Round(d, 2)).List[2, 6].Where(w => w.Sum() > 0),
                Gen.Enum<SplitBy>()
            )
            .Sample(
                (net, tax, weights, by) =>
                {
                    var line = Line(1, net, tax: tax) with { Quantity = 12 };
                    var parts = new LineSplit(1, by, weights).Apply(line);
                    Assert.Equal((net, tax), (parts.Sum(p => p.Net), parts.Sum(p => p.Tax)));
                    Assert.All(parts, p => Assert.True(p.Net == 0 || Math.Sign(p.Net) == Math.Sign(net)));
                }
            );

    [Fact]
    public void A_negative_bill_becomes_a_credit_and_back()
    {
        var negative = Bill(Line(1, -40_00, "Leather") with { Quantity = -2, UnitPrice = 20 }) with { Total = -40_00 };
        var credit = new DocumentEdits { IsOtherKind = true }.Apply(negative);
        Assert.Equal(
            (DocumentKind.SupplierCredit, 40_00, 40_00, 2m, 20m),
            (credit.Kind, credit.Total, credit.Lines[0].Net, credit.Lines[0].Quantity, credit.Lines[0].UnitPrice)
        );
        Assert.Equal(negative.SignedTotal, credit.SignedTotal);
        Assert.Equal(DocumentKind.CardCharge, DocumentKind.CardRefund.Row().Opposite);
        var claim = negative with { Kind = DocumentKind.ExpenseClaim };
        Assert.Same(claim, claim.OfOtherKind());
    }

    [Fact]
    public void Another_currency_comes_to_the_companys_by_amount_or_rate_and_still_adds_up()
    {
        var said = Said with { Currency = Euro, Total = 169_00 };
        var converted = new ConvertedAmount("EUR", 169_00, "USD", 183_37, 1.08503m, AnyDay);
        var document = new DocumentEdits { Converted = converted }.Apply(said);
        Assert.Equal((Currency.Usd, 183_37, "169.00 EUR"), (document.Currency, document.Total, document.ForeignAmount));
        Assert.Equal(document.Total, document.Lines.Sum(l => l.Net + l.Tax));

        // What its source changes later is converted at the same rate; what came in yet another currency is not.
        var later = new DocumentEdits { Converted = converted }.Apply(said with { Total = 100_00, Lines = [Line(1, 100_00)] });
        Assert.Equal(108_50, later.Total);
        var other = said with { Currency = Currency.Of("GBP") };
        Assert.Same(other, converted.Apply(other));
        Assert.Equal(1234, ConvertedAmount.At(123_400, Currency.Usd, Currency.Of("JPY"), 1m));
        Assert.Equal(0.00925926m, ConvertedAmount.RateOf(10_800, Currency.Of("JPY"), 100_00, Currency.Usd));
    }

    [Fact]
    public void A_converted_document_adds_up_when_it_did_and_is_out_of_balance_when_it_was() =>
        Gen.Select(Gen.Long[1, 5_000_00].List[1, 5], Gen.Long[0, 500_00].List[5], Gen.Long[1, 9_999_00], Gen.Long[-50, 50])
            .Sample(
                (nets, taxes, total, apart) =>
                {
                    var lines = nets.Select((n, i) => Line(i + 1, n, tax: taxes[i])).ToArray();
                    var sum = lines.Sum(l => l.Net + l.Tax);
                    var said = Bill(lines) with { Currency = Euro, Total = sum + apart };
                    if (said.Total <= 0)
                        return;
                    var document = new ConvertedAmount("EUR", said.Total, "USD", total, 1, AnyDay).Apply(said);
                    Assert.Equal(total, document.Total);
                    if (apart == 0)
                        Assert.Equal(total, document.Lines.Sum(l => l.Net + l.Tax));
                }
            );

    [Fact]
    public void A_difference_is_a_line_with_the_account_that_it_goes_to()
    {
        var said = Said with { Total = 169_03 };
        Assert.IsType<Composition.Held>(Compose(said));
        var edits = new DocumentEdits { Difference = new PostedDifference(3, "6980", "rounded by the till") };
        var document = edits.Apply(said);
        Assert.Equal((3L, 3L, "6980", "rounded by the till"), Shown(document.Lines[2]));
        Assert.Contains("6980 3", Worlds.Shown(Compose(document)));

        static (long, long, string, string) Shown(DocumentLine l) => (l.Number, l.Net, l.Account, l.Description);
    }

    [Fact]
    public void A_chosen_day_and_what_is_held_back_count()
    {
        var edits = new DocumentEdits { EntryDate = new DateOnly(2026, 12, 1), HeldBack = "wait for the credit" };
        var held = Assert.IsType<Composition.Held>(Compose(edits.Apply(Said with { Total = 169_00 })));
        Assert.Equal("wait for the credit", Assert.IsType<HoldReason.HeldBack>(Assert.Single(held.Why)).Note);
        Assert.Equal(new DateOnly(2026, 12, 1), held.EntryDate);
    }

    [Fact]
    public void A_standing_decision_is_never_over_what_a_person_put_right()
    {
        StandingDecision Sets(long id, StandingField field, string value, Dimension? dimension = null) =>
            new(id, $"D{id}", new StandingCondition(), [new StandingEffect(field, value, dimension)]);
        var standing = new StandingDecisions([
            Sets(1, StandingField.Category, "Paper"),
            Sets(2, StandingField.Supplier, "Other"),
            Sets(3, StandingField.Dimension, "Office", Dimension.Department),
            Sets(4, StandingField.Item, "Item"),
            Sets(5, StandingField.CostCode, "Code"),
            Sets(6, StandingField.Employee, "Maud"),
        ]);
        Assert.Equal("Maud", standing.Apply(Said).Document.Employee);
        var edits = new DocumentEdits { Supplier = "Mine", Employee = "Ines" }.With(
            On(1) with
            {
                Category = "Board",
                Item = "",
                CostCode = "C1",
                Dimensions = [new(Dimension.Department, "Bench")],
            }
        );
        var decided = standing.Apply(edits.Apply(Said)).Document;
        Assert.Equal(("Mine", "Ines"), (decided.Supplier, decided.Employee));
        Assert.Equal(("Board", "", "C1", "Bench"), Shown(decided.Lines[0]));
        Assert.Equal(("Paper", "Item", "Code", "Office"), Shown(decided.Lines[1]));

        static (string, string, string, string) Shown(DocumentLine l) =>
            (l.Category, l.Item, l.CostCode, l.Dimensions[Dimension.Department]);
    }

    [Fact]
    public void What_stood_before_a_decision_stands_again_whole() =>
        Gen.Select(Edits, Edits)
            .Sample(
                (first, second) =>
                {
                    var before = new PersonsChoices { Edits = first.Over(Said) };
                    var document = before.Apply(Said);
                    var read = PersonsChoices.Of(document, before.Edits, Said);
                    var after = read with { Edits = second };
                    var undone = read.Apply(Said);
                    Assert.Equal(document with { Lines = undone.Lines }, undone);
                    Assert.Equal(document.Lines.Select(Plain), undone.Lines.Select(Plain));
                    Assert.Equal(after.Edits.Apply(Said).Lines.Count, after.Apply(Said).Lines.Count);
                }
            );

    [Fact]
    public void A_later_version_keeps_what_was_decided_also_on_parts()
    {
        var choices = new PersonsChoices { Edits = new DocumentEdits { Reference = "R7" }.WithSplit(1, Split(SplitBy.Amount, 60, 40)) }
            .With(new LinePlace(1, 2), "6210")
            .With(new LinePlace(2, 0), "6310");
        var later = choices.Kept(Bill(Line(1, 200_00, "Leather"), Line(2, 5_00, "Glue"), Line(3, 1_00, "Ink")));
        Assert.Equal("R7", later.Reference);
        Assert.Equal(
            [(1L, 120_00L, ""), (2, 5_00, "6310"), (3, 1_00, ""), (4, 80_00, "6210")],
            later.Lines.Select(l => (l.Number, l.Net, l.Account))
        );
    }

    private static readonly Gen<DocumentEdits> Edits = Gen.Select(
        Gen.Int[0, 1].Select(i => i == 0 ? null : "Hexham Tannery"),
        Gen.Int[0, 2]
            .Select(i =>
                i == 0 ? null
                : i == 1 ? "Glue"
                : "Paper"
            ),
        Gen.Bool,
        Gen.Bool,
        (supplier, category, split, turned) =>
        {
            var edits = new DocumentEdits { Supplier = supplier, IsOtherKind = turned };
            if (split)
                edits = edits.WithSplit(1, Split(SplitBy.Share, 25, 75)).With(On(1, 2) with { Category = "Travel" });
            return category is null ? edits : edits.With(On(1) with { Category = category });
        }
    );

    // Two edits that say the same are equal only by what they say.
    private static DocumentLine Plain(DocumentLine line) => line with { PutRight = null };

    private static Composition Compose(Document document) =>
        Composer(
                Map(KeyKind.Category, "Leather", "5120"),
                Map(KeyKind.Category, "Glue", "5110"),
                TaxCode("S 19", 100),
                Map(KeyKind.Supplier, document.Supplier, "6210")
            )
            .Compose(document);
}
