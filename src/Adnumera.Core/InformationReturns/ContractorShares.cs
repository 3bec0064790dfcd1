using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.InformationReturns;

/// <summary>A pay item of a contractor as a line of what was paid.</summary>
/// <param name="Key">Which line of the run it is.</param>
/// <param name="Row">The pay item.</param>
public readonly record struct ContractorLine(PaidLineKey Key, PayRow Row);

/// <summary>What was paid of a contractors' run, to whom and for what.</summary>
public static class ContractorShares
{
    private const string Reimbursed = "reimbursed ";

    /// <summary>What was paid of a run, to each by the net pay; adds up to what was paid.</summary>
    /// <param name="run">The run.</param>
    /// <param name="amount">What was paid of it, in cents.</param>
    public static IEnumerable<(string Employee, long Amount)> Of(PayRun run, long amount)
    {
        var net = run
            .Rows.Where(r => r.Type == PayItemType.NetPay)
            .GroupBy(r => r.Employee, Folded.Comparer)
            .Select(g => (Employee: g.Key, Amount: g.Sum(r => r.Amount)))
            .ToList();
        return net.Select(n => n.Employee).Zip(Allocation.Share(amount, [.. net.Select(n => n.Amount)])).Where(p => p.Second != 0);
    }

    /// <summary>What a contractor is paid for in a run: what was earned, and what is reimbursed.</summary>
    public static IReadOnlyList<ContractorLine> Lines(PayRun run, string employee) =>
        [
            .. run
                .Rows.Where(r => Folded.Same(r.Employee, employee) && r.Type is PayItemType.Earning or PayItemType.Reimbursement)
                .Select(
                    (r, i) =>
                    {
                        var number = (i + 1).ToString(CultureInfo.InvariantCulture);
                        return new ContractorLine(
                            new PaidLineKey(run.Id, r.Type == PayItemType.Reimbursement ? Reimbursed + number : number),
                            r
                        );
                    }
                ),
        ];

    /// <summary>Where such a line counts whatever is said of accounts: what is reimbursed is of no box (accountable plans, Treas. Reg.
    /// 1.62-2; from memory). None where accounts say it.</summary>
    public static BoxChoice? Own(PaidLineKey key) => key.Line.StartsWith(Reimbursed, StringComparison.Ordinal) ? new BoxChoice(null) : null;
}
