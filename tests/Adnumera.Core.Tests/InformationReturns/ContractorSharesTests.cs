using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Payroll;
using CsCheck;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>What was paid of a contractors' run, to whom and for what.</summary>
public class ContractorSharesTests
{
    private static PayRow Row(string employee, PayItemType type, long amount) => new(employee, "", "", type.ToString(), type, amount, "");

    private static PayRun Run(params PayRow[] rows) => new("C-03", new DateOnly(2026, 3, 5), null, Currency.Usd, rows);

    [Fact]
    public void Each_is_paid_by_the_net_pay_and_for_what_was_earned_or_reimbursed()
    {
        var run = Run(
            Row("Wren Halloway", PayItemType.Earning, 500_00),
            Row("Wren Halloway", PayItemType.Reimbursement, 20_00),
            Row("Wren Halloway", PayItemType.NetPay, 520_00),
            Row("Isolde Marsh", PayItemType.Earning, 260_00),
            Row("Isolde Marsh", PayItemType.NetPay, 260_00)
        );
        Assert.Equal([("Wren Halloway", 520_00), ("Isolde Marsh", 260_00)], ContractorShares.Of(run, 780_00));
        // Paid in part, it is paid to each in part.
        Assert.Equal([("Wren Halloway", 260_00), ("Isolde Marsh", 130_00)], ContractorShares.Of(run, 390_00));
        var lines = ContractorShares.Lines(run, "wren halloway");
        Assert.Equal([500_00, 20_00], lines.Select(l => l.Row.Amount));
        Assert.Equal(["C-03/1", "C-03/reimbursed 2"], lines.Select(l => $"{l.Key.Bill}/{l.Key.Line}"));
        Assert.Null(ContractorShares.Own(lines[0].Key));
        Assert.Equal(new BoxChoice(null), ContractorShares.Own(lines[1].Key));
    }

    [Fact]
    public void What_was_paid_is_what_the_contractors_got() =>
        Gen.Select(Gen.Long[1, 1_000_000].List[1, 8], Gen.Long[1, 5_000_000])
            .Sample(
                (net, amount) =>
                    ContractorShares.Of(Run([.. net.Select((n, i) => Row($"E{i}", PayItemType.NetPay, n))]), amount).Sum(s => s.Amount)
                    == amount
            );
}
