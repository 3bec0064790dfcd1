using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class BroughtValuesTests
{
    private static string[] Shown(Document document, long[] waiting, bool isOpen = true, params KeptHold[] holds) =>
        [
            .. BroughtValues
                .Of(new PlacedDocument(document, "2026-11", waiting, holds, isOpen), Currency.Usd)
                .Select(v =>
                    $"{Words<KeyKind>.Of(v.Kind)} {v.Value}: {v.Tally.Lines} {v.Tally.Money}, {v.Tally.WaitingLines} {v.Tally.Waiting}"
                ),
        ];

    [Fact]
    public void Each_line_brings_its_values_and_the_document_who_and_from_where()
    {
        var document = Bill(Line(1, 10_00, "Leather", "Hide"), Line(2, 5_00) with { Dimensions = Dimensions.Named("Bench") });
        Assert.Equal(
            [
                "item Hide: 1 1000, 0 0",
                "category Leather: 1 1000, 0 0",
                "department Bench: 1 500, 0 0",
                "supplier Marrow & Oake: 1 1500, 1 500",
                "source bills: 1 1500, 1 500",
            ],
            Shown(document, [0, 5_00])
        );
    }

    [Fact]
    public void What_is_sent_waits_for_nobody_and_what_reverses_counts_negative()
    {
        var credit = Bill(Line(1, 10_00, "Leather")) with { Kind = DocumentKind.SupplierCredit };
        Assert.Contains("category Leather: 1 -1000, 1 1000", Shown(credit, [10_00]));
        Assert.Contains("category Leather: 1 -1000, 0 0", Shown(credit, [10_00], isOpen: false));
    }

    [Fact]
    public void Money_of_another_currency_cannot_be_added_but_its_lines_count() =>
        Assert.Contains(
            "category Leather: 1 0, 1 0",
            Shown(Bill(Line(1, 10_00, "Leather")) with { Currency = Currency.Of("EUR") }, [10_00])
        );

    [Fact]
    public void A_tax_code_waits_for_its_own_hold_on_its_own_line()
    {
        var document = Bill(Line(1, 10_00, taxCode: "T1", tax: 1_00), Line(2, 10_00, taxCode: "T1", tax: 2_00));
        var shown = Shown(document, [0, 0], true, new KeptHold(2, HoldKind.TaxCodeUnmapped, "t1"));
        Assert.Equal(
            ["tax_code T1: 1 100, 0 0", "tax_code T1: 1 200, 1 200"],
            shown.Where(s => s.StartsWith("tax_code", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_settlement_and_a_payment_account_wait_for_holds_of_the_document()
    {
        var document = Bill(Line(1, 10_00)) with { Settlement = "On account", PaymentAccount = "4417" };
        var shown = Shown(document, [0], true, new KeptHold(0, HoldKind.PaymentAccountAmbiguous, "4417"));
        Assert.Contains("payment_account 4417: 1 1000, 1 1000", shown);
        Assert.Contains("settlement On account: 1 1000, 0 0", shown);
    }

    [Fact]
    public void What_one_kind_brings_of_a_document_is_no_more_than_its_money() =>
        Gen.Select(Gen.Long[1, 500_00].List[1, 5], OneOf("Leather", "Glue", ""))
            .Sample(
                (amounts, category) =>
                {
                    var document = Bill([.. amounts.Select((a, i) => Line(i + 1, a, category))]);
                    var placed = new PlacedDocument(document, "2026-11", amounts, [], true);
                    foreach (var kind in BroughtValues.Of(placed, Currency.Usd).GroupBy(v => v.Kind))
                    {
                        var sum = kind.Aggregate(default(ValueTally), (t, v) => t + v.Tally);
                        Assert.Equal(amounts.Sum(), sum.Money);
                        Assert.Equal(amounts.Sum(), sum.Waiting);
                    }
                }
            );
}
