using Adnumera.Core.Amounts;

namespace Adnumera.Core.InformationReturns;

/// <summary>What each line gets of what was paid and withheld.</summary>
public static class PaymentShares
{
    /// <summary>
    /// What was paid on a bill is spread over its lines by their amounts, what was withheld of a payment over all its lines by what they
    /// got: both by the rule of <see cref="Allocation.Share"/>, so that each adds up to the cent.
    /// </summary>
    /// <param name="lines">The lines, of however many payments.</param>
    /// <returns>For each line, in their order, its share in cents.</returns>
    public static IReadOnlyList<(long Amount, long Withheld)> Of(IReadOnlyList<PaymentLine> lines)
    {
        var (amounts, withheld) = (new long[lines.Count], new long[lines.Count]);
        foreach (var bill in Together(lines, l => (l.Payment, Folded.Of(l.Bill))))
            Spread(lines[bill[0]].Paid, bill, i => lines[i].LineAmount ?? 0, amounts);
        foreach (var payment in Together(lines, l => l.Payment))
            Spread(lines[payment[0]].Withheld, payment, i => amounts[i], withheld);
        return [.. amounts.Zip(withheld)];
    }

    private static void Spread(long total, List<int> over, Func<int, long> by, long[] into)
    {
        var parts = Allocation.Share(total, over.ConvertAll(i => by(i)).ToArray());
        for (var i = 0; i < parts.Length; i++)
            into[over[i]] = parts[i];
    }

    private static IEnumerable<List<int>> Together<TKey>(IReadOnlyList<PaymentLine> lines, Func<PaymentLine, TKey> key) =>
        lines.Index().GroupBy(l => key(l.Item), l => l.Index).Select(g => g.ToList());
}
