using Adnumera.Core.Amounts;

namespace Adnumera.Core.Proof;

/// <summary>
/// Differences as a person counts them: one fault is one difference, and its money counts once. An entry whose amount was changed differs
/// in each of its accounts; an entry that is not
/// ours stands in several: both are one fault, with the larger of the two sides as the money at stake.
/// </summary>
public static class Faults
{
    /// <summary>Joins what is one fault, in the order of the differences.</summary>
    /// <param name="differences">What the proof found.</param>
    /// <param name="currency">For the words.</param>
    public static IReadOnlyList<Difference> Of(IReadOnlyList<Difference> differences, Currency currency) =>
        [
            .. differences
                .GroupBy(d =>
                    d.Kind is DifferenceKind.Amount or DifferenceKind.NotOurs
                        ? (d.Identity, Entry: string.Join(' ', d.LedgerEntries), d.Kind, Single: 0)
                        : (d.Identity, Entry: "", d.Kind, Single: Place(d))
                )
                .Select(g => g.Count() == 1 ? g.First() : Joined([.. g], currency)),
        ];

    /// <summary>The money at stake of several faults: that of one document or ledger entry counts once, with its largest.</summary>
    public static long AtStake(IEnumerable<Difference> faults) =>
        faults.GroupBy(f => f.Identity is { } key ? key.ToString() : string.Join(' ', f.LedgerEntries)).Sum(g => g.Max(f => f.Amount));

    // Differences are told apart by where they stand: records with the same content would be one.
    private static int Place(Difference difference) => System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(difference);

    private static Difference Joined(IReadOnlyList<Difference> parts, Currency currency)
    {
        long Signed(DifferenceValue value) => value is DifferenceValue.Money money ? money.Minor : 0;
        string Text(DifferenceValue value) => AmountText.Format(Signed(value), currency.Digits);
        var moved = parts.Select(p => Signed(p.Found) - Signed(p.Intended)).ToList();
        var side = Math.Max(moved.Where(m => m > 0).Sum(), -moved.Where(m => m < 0).Sum());
        var largest = parts.MaxBy(p => Math.Abs(Signed(p.Intended)) + Math.Abs(Signed(p.Found)))!;
        return largest with
        {
            Amount = side,
            Detail =
                largest.Kind == DifferenceKind.NotOurs
                    ? $"Ledger entry {string.Join(' ', largest.LedgerEntries)} was not made here: "
                        + $"{string.Join("; ", parts.Select(p => $"{p.Account} {Text(p.Found)}"))}."
                    : "The entry has other amounts than intended: "
                        + $"{string.Join("; ", parts.Select(p => $"{p.Account} {Text(p.Intended)} → {Text(p.Found)}"))}.",
        };
    }
}
