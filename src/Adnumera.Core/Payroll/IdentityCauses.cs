using Adnumera.Core.Amounts;

namespace Adnumera.Core.Payroll;

/// <summary>Why employees are out: every single item that, mended, makes it right, against the runs before.</summary>
public static class IdentityCauses
{
    /// <summary>The causes of every run that is not left out, by employee, in the order of <see cref="IdentityFault"/>, items by first
    /// appearance. Whom nothing explains has one without a fault.</summary>
    /// <param name="runs">All runs that are known, in their order, and whether each is left out: such a one is only looked back
    /// at.</param>
    public static IReadOnlyList<IdentityCause> Of(IReadOnlyList<(PayRun Run, bool IsLeftOut)> runs)
    {
        var outs = runs.Select(r => r.IsLeftOut ? [] : PayIdentity.Of(r.Run)).ToList();
        var asked = outs.SelectMany(o => o).Select(o => o.Employee).ToHashSet(Folded.Comparer);
        if (asked.Count == 0)
            return [];
        var pasts = asked.ToDictionary(a => a, _ => new List<Past>(), Folded.Comparer);
        foreach (var (order, (run, _)) in runs.Index().OrderBy(r => r.Item.Run.PayDate).ThenBy(r => r.Index))
        foreach (var rows in run.Rows.Where(r => r.Employee.Length > 0).GroupBy(r => r.Employee, Folded.Comparer))
            if (pasts.TryGetValue(rows.Key, out var past))
                past.Add(new Past(order, run, Items(rows)));

        return [.. from at in outs.Index() from one in at.Item from cause in Of(one, pasts[one.Employee], at.Index) select cause];
    }

    private static IEnumerable<IdentityCause> Of(EmployeeOut one, List<Past> pasts, int order)
    {
        var place = pasts.FindIndex(p => p.Order == order);
        var (now, run) = (pasts[place].Items, pasts[place].Run);
        var earlier = pasts.Take(place).Where(p => p.Items.Sum(i => i.Part) == 0).Reverse().ToList();
        var before = earlier.FirstOrDefault();
        var currency = run.Currency;
        Money Money(long minor) => new(minor, currency);
        // Whether it comes right where an item is another amount.
        bool Mends(Item item, long amount) => one.OutBy + item.Type.InIdentity() * (amount - item.Amount) == 0;
        IdentityCause Cause(IdentityFault fault, Item item, long mended, string detail) =>
            new(run, one.Employee, Money(one.OutBy), fault, item.Spelled, item.Type, Money(item.Amount), Money(mended), detail);
        string Here(Item item) => $"{item.Spelled} of {Money(item.Amount)}";

        var changed = new List<IdentityCause>();
        foreach (var item in now)
            if (earlier.Find(p => p.Has(item)) is { } had && had.Of(item).Amount is var was && Mends(item, was))
                changed.Add(Cause(IdentityFault.Changed, item, was, $"{Here(item)} was {Money(was)} in run {had.Run.Id}."));
        var missing = (before?.Items ?? [])
            .Where(i => !pasts[place].Has(i) && Mends(i with { Amount = 0 }, i.Amount))
            .Select(i => Cause(IdentityFault.Missing, i, i.Amount, $"{Here(i)} stood in run {before!.Run.Id} and is not here."));
        var turned = now.Where(i => Mends(i, -i.Amount))
            .Select(i => Cause(IdentityFault.WrongSide, i, -i.Amount, $"{Here(i)} comes right with its sign turned."));
        var swapped = now.Where(i => !changed.Exists(c => c.Type == i.Type && Folded.Same(c.Item, i.Spelled)))
            .SelectMany(i =>
                Swaps(i.Amount, currency.Digits)
                    .Where(a => Mends(i, a))
                    .Take(1)
                    .Select(a => Cause(IdentityFault.Transposed, i, a, $"{Here(i)} comes right with two digits swapped, as {Money(a)}."))
            );
        var extra = now.Where(i => before is not null && !before.Has(i) && Mends(i, 0))
            .Select(i => Cause(IdentityFault.Extra, i, 0, $"{Here(i)} did not stand in run {before!.Run.Id}; without it, it comes right."));
        List<IdentityCause> causes = [.. changed, .. missing, .. turned, .. swapped, .. extra];
        return causes.Count > 0
            ? causes
            : [new(run, one.Employee, Money(one.OutBy), null, "", null, null, Money(0), $"No single item explains {Money(one.OutBy)}.")];
    }

    /// <summary>Every amount that swapping two neighbouring digits makes of one, as it is written with its decimals.</summary>
    private static IEnumerable<long> Swaps(long amount, int decimals)
    {
        var digits = Math.Abs(amount).ToString(System.Globalization.CultureInfo.InvariantCulture).PadLeft(decimals + 1, '0').ToCharArray();
        for (var i = 0; i + 1 < digits.Length; i++)
        {
            if (digits[i] == digits[i + 1])
                continue;
            (digits[i], digits[i + 1]) = (digits[i + 1], digits[i]);
            yield return Math.Sign(amount) * long.Parse(digits, System.Globalization.CultureInfo.InvariantCulture);
            (digits[i], digits[i + 1]) = (digits[i + 1], digits[i]);
        }
    }

    // The items of one type of an employee, their rows summed; one of zero is an item that is there.
    private static List<Item> Items(IEnumerable<PayRow> rows) =>
        [
            .. rows.GroupBy(r => (Folded.Of(r.Item), r.Type))
                .Select(g => new Item(g.Key.Item1, g.Key.Type, g.First().Item, g.Sum(r => r.Amount))),
        ];

    private sealed record Item(string Key, PayItemType Type, string Spelled, long Amount)
    {
        public long Part => Type.InIdentity() * Amount;
    }

    private sealed record Past(int Order, PayRun Run, List<Item> Items)
    {
        public bool Has(Item item) => Items.Exists(i => i.Key == item.Key && i.Type == item.Type);

        public Item Of(Item item) => Items.Find(i => i.Key == item.Key && i.Type == item.Type)!;
    }
}
