using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;

namespace Adnumera.Formats.Payroll;

/// <summary>Pay runs, while the rows of a register are gone through.</summary>
/// <param name="currency">The currency of its amounts.</param>
/// <param name="error">Told what is wrong with the row at hand: which column of <see cref="RegisterFile"/>, and what.</param>
internal sealed class PayRunGathering(Currency currency, Action<int, string> error)
{
    private readonly List<Gathering> runs = [];
    private readonly Dictionary<string, Gathering> byId = new(StringComparer.Ordinal);

    /// <summary>Adds a row.</summary>
    /// <param name="number">Its number in the file.</param>
    /// <param name="id">The run.</param>
    /// <param name="payDate">The day on which the run is paid.</param>
    /// <param name="periodEnd">The end of its period; none where it is not said.</param>
    /// <param name="row">The row.</param>
    public void Add(long number, string id, DateOnly payDate, DateOnly? periodEnd, PayRow row)
    {
        if (row.Employee.Length == 0 && row.Type != PayItemType.Fee)
            error(RegisterFile.Employee, "must be filled; only a fee is of no employee");
        if (row.Employee.Length > 0 && row.Type == PayItemType.Fee)
            error(RegisterFile.Employee, "must be blank; a fee is of no employee");
        if (!byId.TryGetValue(id, out var run))
        {
            byId.Add(id, run = new Gathering(id, payDate, periodEnd, number));
            runs.Add(run);
        }

        run.Add(payDate, periodEnd, row, error);
    }

    /// <summary>The runs in the order of their first rows.</summary>
    public IReadOnlyList<PayRun> Finish() => [.. runs.Select(r => r.Finish(currency))];

    private sealed class Gathering(string id, DateOnly payDate, DateOnly? periodEnd, long firstRow)
    {
        private readonly List<PayRow> rows = [];
        private decimal magnitude;

        public void Add(DateOnly paid, DateOnly? ended, PayRow row, Action<int, string> error)
        {
            if (paid != payDate)
                error(
                    RegisterFile.PayDate,
                    $"differs from row {firstRow} of the same run {Quote.Of(id)}, which is paid on {Day.Text(payDate)}"
                );
            if (ended != periodEnd)
                error(
                    RegisterFile.PeriodEnd,
                    $"differs from row {firstRow} of the same run {Quote.Of(id)}, whose period "
                        + (periodEnd is { } end ? $"ends on {Day.Text(end)}" : "has no end")
                );
            // Every sum of the run is less.
            if ((magnitude += Math.Abs(row.Amount)) > long.MaxValue / 4 && magnitude - Math.Abs(row.Amount) <= long.MaxValue / 4)
                error(RegisterFile.Amount, $"the amounts of run {Quote.Of(id)} come to more than can be added up");
            rows.Add(row);
        }

        public PayRun Finish(Currency currency) => new(id, payDate, periodEnd, currency, rows);
    }
}
