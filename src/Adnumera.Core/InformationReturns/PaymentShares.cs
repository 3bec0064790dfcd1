using Adnumera.Core.Amounts;

namespace Adnumera.Core.InformationReturns;

/// <summary>What each line gets of what was paid and withheld.</summary>
public static class PaymentShares
{
    /// <summary>
    /// What was paid on a bill is spread over its lines by their amounts, what was withheld of a payment over all its lines by what they
    /// got: both by the rule of <see cref="Allocation.Share"/>, so that each adds up to the cent.
    /// </summary>
    /// <param name="lines">The lines, of however many payments, in any order.</param>
    /// <returns>For each line, in their order, its share in cents.</returns>
    public static (long Amount, long Withheld)[] Of(IReadOnlyList<PaymentLine> lines)
    {
        var shares = new (long Amount, long Withheld)[lines.Count];
        // Most payments have one line, which gets all of it; the others are spread below.
        var first = new Dictionary<string, int>(lines.Count, StringComparer.Ordinal);
        Dictionary<int, List<int>>? several = null;
        for (var i = 0; i < lines.Count; i++)
        {
            if (first.TryAdd(lines[i].Payment, i))
            {
                shares[i] = (lines[i].Paid, lines[i].Withheld);
                continue;
            }

            var head = first[lines[i].Payment];
            several ??= [];
            if (!several.TryGetValue(head, out var together))
                several[head] = together = [head];
            together.Add(i);
        }

        foreach (var payment in several?.Values.AsEnumerable() ?? [])
        {
            foreach (var bill in payment.GroupBy(i => Folded.Of(lines[i].Bill)))
                Spread(lines[bill.First()].Paid, [.. bill], i => lines[i].LineAmount ?? 0, (i, part) => shares[i].Amount = part);
            Spread(lines[payment[0]].Withheld, payment, i => shares[i].Amount, (i, part) => shares[i].Withheld = part);
        }

        return shares;
    }

    private static void Spread(long total, List<int> over, Func<int, long> by, Action<int, long> put)
    {
        var parts = Allocation.Share(total, over.ConvertAll(i => by(i)).ToArray());
        for (var i = 0; i < parts.Length; i++)
            put(over[i], parts[i]);
    }
}
