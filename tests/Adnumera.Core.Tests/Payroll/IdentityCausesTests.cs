using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;
using CsCheck;

namespace Adnumera.Core.Tests.Payroll;

/// <summary>When an employee is out, every single item that explains it is named.</summary>
public class IdentityCausesTests
{
    private const PayItemType Earning = PayItemType.Earning,
        Tax = PayItemType.EmployeeTax,
        Deduction = PayItemType.EmployeeDeduction,
        Net = PayItemType.NetPay;

    private static PayRow Row(string item, PayItemType type, long amount, string employee = "Maud") =>
        new(employee, "", "", item, type, amount, "");

    private static PayRun Run(string id, int day, params PayRow[] rows) => new(id, new DateOnly(2026, 11, day), null, Currency.Usd, rows);

    private static (PayRun, bool) Journal(PayRun run, bool isLeftOut = false) => (run, isLeftOut);

    private static string[] Causes(params PayRun[] runs) => Causes([.. runs.Select(r => Journal(r))]);

    private static string[] Causes(IReadOnlyList<(PayRun, bool)> journals) =>
        [
            .. IdentityCauses
                .Of(journals)
                .Select(c => $"{c.Run.Id} {(c.Fault is { } f ? Words<IdentityFault>.Of(f) : "none")} {c.Item} {c.Amount?.Minor}".TrimEnd()),
        ];

    private static readonly PayRun Before = Run(
        "R1",
        1,
        Row("Salary", Earning, 2000_00),
        Row("Tax", Tax, 300_00),
        Row("Pension", Deduction, 50_00),
        Row("Net", Net, 1650_00)
    );

    [Fact]
    public void An_amount_of_the_run_before_that_makes_it_right_is_named_and_no_swap_beside_it()
    {
        // 300.00 keyed as 30.00, then as 3000.00: the latter is a swap of digits, too.
        Assert.Equal(
            ["R2 changed Tax 3000"],
            Causes(
                    Before,
                    Run(
                        "R2",
                        2,
                        Row("salary", Earning, 2000_00),
                        Row("tax", Tax, 30_00),
                        Row("Pension", Deduction, 50_00),
                        Row("Net", Net, 1650_00)
                    )
                )
                .Select(c => c.Replace("tax", "Tax", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void The_latest_run_in_which_the_item_was_there_counts_if_its_identity_held()
    {
        var without = Run("R2", 2, Row("Salary", Earning, 10_00), Row("Net", Net, 10_00));
        var isOut = Run("R3", 3, Row("Salary", Earning, 10_00), Row("Tax", Tax, 7_00), Row("Net", Net, 10_00));
        var now = Run(
            "R4",
            4,
            Row("Salary", Earning, 2000_00),
            Row("Tax", Tax, 7_00),
            Row("Pension", Deduction, 50_00),
            Row("Net", Net, 1650_00)
        );
        // In R3 the tax is an item too many; R4 looks back over R3, which is out, and over R2, which has no tax, to R1.
        Assert.Equal(["R3 extra Tax 700", "R4 changed Tax 700"], Causes(Before, without, isOut, now));
        // Of two runs on one day the later in the file is the later.
        var again = Before with
        {
            Id = "R1b",
            Rows =
            [
                .. Before.Rows.Select(r =>
                    r.Type == Tax ? r with { Amount = 1_00 }
                    : r.Type == Net ? r with { Amount = 1949_00 }
                    : r
                ),
            ],
        };
        Assert.Equal(["R3 extra Tax 700"], Causes(Before, again, without, isOut));
        Assert.Equal(["R4 none"], Causes(Before, again, now));
        Assert.Equal(["R4 changed Tax 700"], Causes(again, Before, now));
        // By pay date, not by the order in the file.
        Assert.Equal(["R4 changed Tax 700", "R3 extra Tax 700"], Causes(now, isOut, without, Before));
    }

    [Fact]
    public void What_is_missing_or_too_much_is_told_against_the_run_before_alone()
    {
        var second = Run("R2", 2, Row("Salary", Earning, 2000_00), Row("Tax", Tax, 300_00), Row("Net", Net, 1650_00));
        Assert.Equal(["R2 missing Pension 5000"], Causes(Before, second));
        // A row of zero is an item that is there: it changed.
        Assert.Equal(["R2 changed Pension 0"], Causes(Before, second with { Rows = [.. second.Rows, Row("Pension", Deduction, 0)] }));
        // Nothing is known of an employee's first run.
        Assert.Equal(["R2 none"], Causes(second));
        var bonus = Run("R2", 2, [.. Before.Rows, Row("Bonus", Earning, 80_00)]);
        Assert.Equal(["R2 extra Bonus 8000"], Causes(Before, bonus));
        Assert.Equal(["R2 none"], Causes(bonus));
        // An item of another type is another item; 2 × 40 on the wrong side explains 80 as well.
        var both = Run("R2", 2, [.. Before.Rows, Row("Bonus", Deduction, -80_00)]);
        Assert.Equal(["R2 extra Bonus -8000"], Causes(Before, both));
    }

    [Fact]
    public void Runs_that_are_left_out_are_looked_back_at_and_not_explained()
    {
        var isOut = Run("R2", 2, Row("Salary", Earning, 2000_00), Row("Tax", Tax, 300_00), Row("Net", Net, 1650_00));
        Assert.Equal(["R2 missing Pension 5000"], Causes([Journal(Before, isLeftOut: true), Journal(isOut)]));
        Assert.Empty(Causes([Journal(Before), Journal(isOut, isLeftOut: true)]));
        Assert.Equal(
            ["R2 missing Pension 5000"],
            Causes([Journal(Before), Journal(isOut), Journal(isOut with { Id = "R3" }, isLeftOut: true)])
        );
    }

    [Theory]
    // As written with the currency's decimals, across the point, too: 13.24 for 12.34; 10.00 for 01.00 (divisible by 9: common practice).
    [InlineData(13_24, 87_66, "transposed Advance 1324;transposed Net 8766")]
    [InlineData(10_00, 99_00, "transposed Advance 1000")]
    [InlineData(50, 95_00, "transposed Advance 50")] // 0.50 for 5.00
    [InlineData(20_70, 79_94, "none")]
    // Twice the item (common practice).
    [InlineData(-20_00, 80_00, "wrong_side Advance -2000")]
    [InlineData(-20_00, 80_01, "none")]
    public void A_swap_or_a_turned_sign_needs_no_run_before(long advance, long net, string cause) =>
        Assert.Equal(
            cause.Split(';').Select(c => $"R1 {c}"),
            Causes(Run("R1", 1, Row("Salary", Earning, 100_00), Row("Advance", Deduction, advance), Row("Net", Net, net)))
        );

    [Fact]
    public void Every_item_that_explains_it_is_named_by_cause_and_then_by_first_appearance()
    {
        // Out by 100.00: the bonus too much, the advance on the wrong side.
        var run = Run(
            "R2",
            2,
            Row("Advance", Deduction, -50_00),
            Row("Bonus", Earning, 100_00),
            Row("Net", Net, 1650_00),
            Row("Salary", Earning, 1600_00),
            Row("Car", PayItemType.Noncash, 100_00),
            Row("Duty", PayItemType.EmployerTax, 50_00)
        );
        Assert.Equal(["R2 wrong_side Advance -5000", "R2 extra Bonus 10000"], Causes(Before, run));
    }

    [Fact]
    public void Each_employee_is_on_their_own_and_zero_and_pay_in_kind_count_for_nothing()
    {
        var run = Run(
            "R1",
            1,
            Row("Car", PayItemType.Noncash, 9_00, "Ines"),
            Row("Salary", Earning, 5_00),
            Row("Salary", Earning, 0, "Theo"),
            Row("Net", Net, 5_00, "MAUD "),
            Row("Net", Net, 6_00, "Theo"),
            Row("Salary", Earning, 6_00, "Ines"),
            new PayRow("", "", "", "Fee", PayItemType.Fee, 3_00, "")
        );
        Assert.Equal([new EmployeeOut("Ines", 6_00), new EmployeeOut("Theo", -6_00)], PayIdentity.Of(run));
    }

    private static Gen<T> From<T>(params T[] of) => Gen.Int[0, of.Length - 1].Select(i => of[i]);

    private static readonly Gen<(string Item, PayItemType Type, long Amount)[]> Items = Gen.Select(
            Gen.Int[0, 5],
            From(Earning, Tax, Deduction, PayItemType.Reimbursement),
            Gen.Long[1, 9_999_99],
            (item, type, amount) => (Item: $"Item {item}", Type: type, Amount: amount)
        )
        .Array[1, 6]
        .Select(items => items.DistinctBy(i => (i.Item, i.Type)).ToArray());

    // A run that holds: the rest is net pay.
    private static List<PayRow> Sound(IEnumerable<(string Item, PayItemType Type, long Amount)> items)
    {
        var rows = items.Select(i => Row(i.Item, i.Type, i.Amount)).ToList();
        return [.. rows, Row("Net", Net, rows.Sum(r => r.Type.InIdentity() * r.Amount))];
    }

    [Fact]
    public void Whatever_one_item_did_is_named() =>
        Gen.Select(Items, Items, Gen.Int[0, 4], Gen.Int[0, 99], Gen.Long[1, 50_00])
            .Sample(
                (past, present, fault, which, by) =>
                {
                    var before = Run("R1", 1, [.. Sound(past)]);
                    // The run after has the same items, some with other amounts, so that each fault is possible.
                    var rows = Sound(past.Select((p, i) => i < present.Length ? p with { Amount = present[i].Amount } : p));
                    var at = which % rows.Count;
                    var was = rows[at];
                    var (expected, item) = ("", was.Item);
                    switch (fault)
                    {
                        case 0:
                            // Right before, keyed wrong now.
                            rows = [.. before.Rows];
                            was = rows[at];
                            rows[at] = was with { Amount = was.Amount + by };
                            (expected, item) = ("changed", was.Item);
                            break;
                        case 1:
                            rows.RemoveAt(at);
                            rows = [.. before.Rows.Where((_, i) => i != at)];
                            (expected, item) = ("missing", before.Rows[at].Item);
                            break;
                        case 2:
                            rows[at] = was with { Amount = -was.Amount };
                            expected = "wrong_side";
                            break;
                        case 3:
                            var digits = Math.Abs(was.Amount)
                                .ToString(System.Globalization.CultureInfo.InvariantCulture)
                                .PadLeft(3, '0')
                                .ToCharArray();
                            var place = which % (digits.Length - 1);
                            (digits[place], digits[place + 1]) = (digits[place + 1], digits[place]);
                            rows[at] = was with
                            {
                                Amount = Math.Sign(was.Amount) * long.Parse(digits, System.Globalization.CultureInfo.InvariantCulture),
                            };
                            // A zero in front is not written, so nobody could swap it back.
                            expected = digits[0] == '0' && digits.Length > 3 ? "" : "transposed";
                            break;
                        default:
                            rows.Add(Row("Extra", Deduction, by));
                            (expected, item) = ("extra", "Extra");
                            break;
                    }

                    var run = Run("R2", 2, [.. rows]);
                    var causes = IdentityCauses.Of([Journal(before), Journal(run)]);
                    if (PayIdentity.Of(run).Count == 0)
                        return; // nothing went wrong: an amount of zero, two equal digits
                    if (expected.Length > 0)
                        Assert.Contains(
                            causes,
                            c =>
                                c.Item == item
                                && c.Fault is { } f
                                && (Words<IdentityFault>.Of(f) == expected || (expected == "transposed" && f == IdentityFault.Changed))
                        );
                    // Each named one does make it right.
                    Assert.All(
                        causes.Where(c => c.Fault is not null),
                        c =>
                            Assert.Equal(
                                0,
                                c.OutBy.Minor
                                    + c.Type!.Value.InIdentity()
                                        * (c.Fault == IdentityFault.Missing ? c.Mended.Minor : c.Mended.Minor - c.Amount!.Value.Minor)
                            )
                    );
                }
            );
}
