using System.Globalization;
using Adnumera.Core.Amounts;

namespace Adnumera.Core.Payroll;

/// <summary>What of a run was worked in a month before the one in which it is entered: accrued at the month's end, and taken back on the
/// first of the next (common practice).</summary>
public static class PayrollAccrual
{
    /// <summary>
    /// The accruals of a run, each followed by its reversal: for every month that ends within its pay period or after it, and before its
    /// entry. The share is of the working days, Monday to Friday (common practice); none where nobody said how long a period is.
    /// </summary>
    /// <param name="run">The run.</param>
    /// <param name="entered">The day of its entry.</param>
    /// <param name="settings">The company's choices.</param>
    /// <param name="locked">The last day that is locked: a month that is closed gets none.</param>
    public static IReadOnlyList<PayRun> Of(PayRun run, DateOnly entered, PayrollSettings settings, DateOnly? locked)
    {
        if (settings is { AccrualAccount: "" } or { PeriodDays: 0 } || run is not { Kind: PayRunKind.Pay, PeriodEnd: { } end })
            return [];
        var first = end.AddDays(1 - settings.PeriodDays);
        var all = WorkingDays(first, end);
        var runs = new List<PayRun>();
        for (var month = EndOfMonth(first); month < entered && all > 0; month = EndOfMonth(month.AddDays(1)))
        {
            var worked = WorkingDays(first, month < end ? month : end);
            var rows = Shared(run, worked, all);
            if (rows.Count == 0 || month <= locked)
                continue;
            runs.Add(new PayRun(IdOf(run.Id, Accrued, month), month, null, run.Currency, rows) { Kind = PayRunKind.Accrual });
            runs.Add(
                new PayRun(
                    IdOf(run.Id, Reversed, month),
                    month.AddDays(1),
                    null,
                    run.Currency,
                    [.. rows.Select(r => r with { Amount = -r.Amount })]
                )
                {
                    Kind = PayRunKind.Reversal,
                }
            );
        }

        return runs;
    }

    /// <summary>Whether an id is that of an accrual of a run, or of its reversal.</summary>
    public static bool IsOf(string run, string id) =>
        id.StartsWith($"{run} ", StringComparison.Ordinal)
        && id[(run.Length + 1)..].Split(' ') is [Accrued or Reversed, var month]
        && DateOnly.TryParseExact(month, Month, CultureInfo.InvariantCulture, DateTimeStyles.None, out _);

    private const string Accrued = "accrued",
        Reversed = "reversed",
        Month = "yyyy-MM";

    private static string IdOf(string run, string what, DateOnly month) =>
        $"{run} {what} {month.ToString(Month, CultureInfo.InvariantCulture)}";

    /// <summary>How many days from Monday to Friday there are from one day to another, both included.</summary>
    public static int WorkingDays(DateOnly first, DateOnly last) =>
        Enumerable
            .Range(0, Math.Max(last.DayNumber - first.DayNumber + 1, 0))
            .Count(i => first.AddDays(i).DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday));

    // What the run costs, by item, department and group: nobody's pay by name.
    private static List<PayRow> Shared(PayRun run, int worked, int all) =>
        [
            .. run
                .Rows.Where(r => r.Type.Has(PayrollSide.Expense) && r.Type != PayItemType.Fee)
                .GroupBy(r => (Folded.Of(r.Item), r.Type, Folded.Of(r.Department), Folded.Of(r.Group)))
                .Select(g => g.First() with { Employee = PayRun.Everybody, Agency = "", Amount = Share(g.Sum(r => r.Amount), worked, all) })
                .Where(r => r.Amount != 0),
        ];

    private static long Share(long amount, int worked, int all) =>
        worked >= all ? amount
        : worked <= 0 ? 0
        : Allocation.Split(amount, [worked, all - worked])[0];

    private static DateOnly EndOfMonth(DateOnly day) => new DateOnly(day.Year, day.Month, 1).AddMonths(1).AddDays(-1);
}
