namespace Adnumera.Core.Payroll.Owed;

/// <summary>A month of a liability account. Amounts in minor units; what is owed is positive.</summary>
/// <param name="First">The first day of the month.</param>
/// <param name="Opening">What was owed before it.</param>
/// <param name="Accrued">What pay runs added.</param>
/// <param name="Paid">What was paid, or else taken off.</param>
/// <param name="Ledger">What the ledger says at its end; none where it was not asked.</param>
public readonly record struct OwedMonth(DateOnly First, long Opening, long Accrued, long Paid, long? Ledger)
{
    /// <summary>What is owed at its end.</summary>
    public long Closing => Opening + Accrued - Paid;

    /// <summary>By how much the ledger says otherwise; none where it was not asked.</summary>
    public long? Difference => Ledger - Closing;
}

/// <summary>The roll-forward of a liability: opening and what was accrued, less what was paid, is closing (common practice).</summary>
public static class RollForward
{
    /// <summary>The months of an account, one after the other.</summary>
    /// <param name="opening">What was owed before the first day.</param>
    /// <param name="first">The first month.</param>
    /// <param name="last">The last month.</param>
    /// <param name="accrued">What pay runs added, by day.</param>
    /// <param name="paid">What was paid or else taken off, by day.</param>
    /// <param name="ledger">What the ledger says at the end of months, by their first day.</param>
    public static IReadOnlyList<OwedMonth> Of(
        long opening,
        DateOnly first,
        DateOnly last,
        IEnumerable<(DateOnly Day, long Amount)> accrued,
        IEnumerable<(DateOnly Day, long Amount)> paid,
        IReadOnlyDictionary<DateOnly, long> ledger
    )
    {
        var (added, taken) = (ByMonth(accrued), ByMonth(paid));
        var months = new List<OwedMonth>();
        for (var month = Month(first); month <= last; month = month.AddMonths(1))
        {
            var one = new OwedMonth(
                month,
                opening,
                added.GetValueOrDefault(month),
                taken.GetValueOrDefault(month),
                ledger.TryGetValue(month, out var says) ? says : null
            );
            months.Add(one);
            opening = one.Closing;
        }

        return months;
    }

    /// <summary>The first day of the month of a day.</summary>
    public static DateOnly Month(DateOnly day) => new(day.Year, day.Month, 1);

    private static Dictionary<DateOnly, long> ByMonth(IEnumerable<(DateOnly Day, long Amount)> amounts) =>
        amounts.GroupBy(a => Month(a.Day)).ToDictionary(g => g.Key, g => g.Sum(a => a.Amount));
}
