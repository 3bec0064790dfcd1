using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using CsCheck;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>Whatever was paid has one place, and all of them add up to it.</summary>
public class YearTallyTests
{
    private static readonly Gen<PaymentLine[]> AnyLines = Gen.Select(
            Gen.Int[1, 6],
            Gen.Int[0, 2],
            Gen.Int[0, 3],
            Gen.Enum<PaymentMethod>(),
            Gen.Bool,
            Gen.Long[-300_000, 300_000],
            Gen.Select(Gen.Long[-5_000, 9_000], Gen.Int[0, 3], Gen.Int[-1, 10]).Array[1, 4],
            Gen.Long[0, 900]
        )
        .Array[0, 8]
        .Select(payments =>
            payments
                .SelectMany(
                    (p, i) =>
                        p.Item7.Select(l => new PaymentLine(
                            $"P{i}",
                            new DateOnly(2025 + p.Item2, 3, p.Item1),
                            $"S{p.Item3}",
                            p.Item4,
                            p.Item5,
                            p.Item6,
                            "B",
                            $"A{l.Item2}",
                            l.Item1,
                            l.Item3 switch
                            {
                                < 0 => null,
                                10 => new BoxChoice(null),
                                var box => new BoxChoice((ReturnBox)box),
                            },
                            p.Item8
                        ))
                )
                .ToArray()
        );

    private static YearTally Of(PaymentLine[] lines) =>
        new(
            2026,
            lines,
            [
                new ReturnSupplier { Name = "S0", Classification = TaxClassification.CCorporation },
                new ReturnSupplier { Name = "S1", IsForeign = true },
                new ReturnSupplier { Name = "S2", Reportable = false },
            ],
            new BoxRows([new BoxRow(2024, "A0", "", new BoxChoice(ReturnBox.Nec1)), new BoxRow(2024, "A1", "", new BoxChoice(null))], 2026),
            new Thresholds([], 2026)
        );

    [Fact]
    public void Every_line_has_one_place_and_they_add_up_to_all_that_was_paid_and_withheld() =>
        AnyLines.Sample(
            lines =>
            {
                var tally = Of(lines);
                Assert.All(tally.Lines, l => Assert.True(l.Place.Box is null != l.Place.LeftOut is null));
                var places = Enum.GetValues<LeftOutPlace>().Select(tally.LeftOut).ToList();
                var payments = lines.GroupBy(l => l.Payment).Select(g => g.First()).ToList();
                Assert.Equal(payments.Sum(p => p.Paid), tally.Totals.Sum(t => t.Amount) + places.Sum(p => p.Amount));
                Assert.Equal(payments.Sum(p => p.Withheld), tally.Totals.Sum(t => t.Withheld) + places.Sum(p => p.Withheld));
            },
            iter: 300
        );

    [Fact]
    public void Its_lines_in_another_order_are_the_same_tally() =>
        AnyLines.Sample(
            lines =>
            {
                // Of payments as a whole: within one, earlier lines get the cents that are left.
                var turned = lines.GroupBy(l => l.Payment).Reverse().SelectMany(g => g).ToArray();
                string[] Said(YearTally tally) => [.. tally.Totals.Select(t => $"{t.Supplier.Name} {t.Box} {t.Amount} {t.Withheld}")];
                Assert.Equal(Said(Of(lines)), Said(Of(turned)));
            },
            iter: 200
        );

    [Fact]
    public void Of_whom_something_counts_comes_first_by_money_then_by_name()
    {
        static SupplierYear Of(string name, params TallyCell[] cells) =>
            new(new ReturnSupplier { Name = name }, cells, new Thresholds([], 2026));
        static TallyCell In(long amount) => new(TallyPlace.In(ReturnBox.Nec1), amount, 0, 1);
        var order = YearTally.InOrder([Of("B"), Of("A"), Of("D", In(-5)), Of("E", In(7)), Of("C", In(7))]);
        Assert.Equal(["C", "E", "D", "A", "B"], order.Select(s => s.Supplier.Name));
    }

    [Fact]
    public void What_lies_beyond_the_basic_plane_comes_after_it()
    {
        string[] texts = ["\U0001F4D6", "\uFF21", "A", "AB", ""];
        Assert.Equal(["", "A", "AB", "\uFF21", "\U0001F4D6"], texts.Order(CodePointComparer.Instance));
    }
}
