namespace Adnumera.Core.Payroll.Owed;

/// <summary>
/// Which open items a payment at the bank may pay, by amount and date: one item, all of a run, one payee over some runs in a row, or some
/// of a run; what is plainer wins. Only a proposal: a person confirms it.
/// </summary>
public sealed class LegFits
{
    /// <summary>How many days before its pay date a run may be paid: banks ask for the money first.</summary>
    public const int DaysBefore = 5;

    /// <summary>How many days after it is due it may be paid.</summary>
    public const int DaysAfter = 10;

    private const int MostRunsInARow = 6;
    private const int MostItemsOfARun = 10;
    private readonly Dictionary<long, List<Fit>> bySum = [];

    /// <param name="open">The open items among which is looked.</param>
    public LegFits(IEnumerable<OwedItem> open)
    {
        List<OwedItem> items = [.. open.Where(i => i.Open > 0)];
        foreach (var item in items)
            Add(0, [item]);
        foreach (var run in items.GroupBy(i => i.Run).Select(g => g.ToList()))
        {
            if (run.Count > 1)
                Add(1, run);
            if (run.Count is > 2 and <= MostItemsOfARun)
                for (var which = 1; which < (1 << run.Count) - 1; which++)
                    if (int.PopCount(which) > 1)
                        Add(3, [.. run.Where((_, i) => (which >> i & 1) == 1)]);
        }

        foreach (var payee in items.GroupBy(i => (i.Account, i.To.Key)).Select(g => g.OrderBy(i => i.PayDate).ToList()))
            for (var from = 0; from < payee.Count; from++)
            for (var many = 2; many <= MostRunsInARow && from + many <= payee.Count; many++)
                Add(2, payee[from..(from + many)]);
    }

    /// <summary>Every amount that would pay something; minor units.</summary>
    public IReadOnlyCollection<long> Sums => bySum.Keys;

    /// <summary>What a payment may be for: one set of items where it is plain, several where a person has to choose, none where nothing
    /// fits.</summary>
    /// <param name="day">When it was paid.</param>
    /// <param name="amount">Minor units.</param>
    public IReadOnlyList<IReadOnlyList<OwedItem>> Of(DateOnly day, long amount)
    {
        if (!bySum.TryGetValue(amount, out var all))
            return [];
        var near = all.Where(f => f.Items.All(i => day >= i.PayDate.AddDays(-DaysBefore) && day <= i.Due.AddDays(DaysAfter))).ToList();
        if (near.Count == 0)
            return [];
        var plainest = near.Min(f => f.Rank);
        var fits = near.Where(f => f.Rank == plainest).OrderBy(f => Away(f, day)).ToList();
        return fits.Count == 1 || Away(fits[0], day) < Away(fits[1], day) ? [fits[0].Items] : [.. fits.Select(f => f.Items)];
    }

    private void Add(int rank, IReadOnlyList<OwedItem> items)
    {
        var sum = items.Sum(i => i.Open);
        if (!bySum.TryGetValue(sum, out var fits))
            bySum.Add(sum, fits = []);
        fits.Add(new Fit(rank, items));
    }

    // How far a payment is from when what it pays was to be paid: between pay date and due date it is near.
    private static int Away(Fit fit, DateOnly day) => fit.Items.Max(i => Math.Abs(i.Due.DayNumber - day.DayNumber));

    private sealed record Fit(int Rank, IReadOnlyList<OwedItem> Items);
}
