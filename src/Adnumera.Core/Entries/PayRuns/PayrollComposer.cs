using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>Makes the balanced journal of a pay run, costs on the left and who is owed on the right, or says every reason why it cannot. A
/// run comes whole or not at all.</summary>
/// <param name="chart">The chart of accounts.</param>
/// <param name="mapping">The payroll mapping.</param>
/// <param name="settings">The company's choices.</param>
public sealed class PayrollComposer(Chart chart, PayrollMapping mapping, CompositionSettings settings)
{
    private readonly PayrollSettings payroll = settings.Payroll;

    /// <summary>Composes the journal of a run.</summary>
    /// <param name="run">The run.</param>
    /// <param name="chosen">The day of its entry, where a person chose one.</param>
    /// <exception cref="OverflowException">Its sums are beyond what can be held.</exception>
    public PayJournal Compose(PayRun run, DateOnly? chosen = null)
    {
        var isPay = run.Kind == PayRunKind.Pay;
        var journal = new PayJournal { Run = run, Out = isPay ? PayIdentity.Of(run) : [] };
        if (settings.StartDate is { } start && run.PayDate < start)
            return journal with { EntryDate = payroll.DayOf(run), LeftOut = new SetAsideReason.BeforeStart(run.PayDate, start) };
        if (run.IsZero)
            return journal with { EntryDate = payroll.DayOf(run), LeftOut = new SetAsideReason.Zero() };

        var (draft, reasons) = (new PayrollDraft(chart, mapping, payroll, run), new List<HoldReason>());
        foreach (var row in run.Rows)
            if (row.Amount != 0)
                draft.Add(row);
        var lines = draft.Finish();
        reasons.AddRange(journal.Out.Select(o => new HoldReason.Identity(o.Employee, new Money(o.OutBy, run.Currency))));
        reasons.AddRange(draft.Reasons);
        if (payroll.IsOfContractors(run) && run.Rows.FirstOrDefault(r => r.Type.IsOfEmployer() && r.Amount != 0) is { } employers)
            reasons.Add(new HoldReason.EmployerItem(employers.Item));
        var own = isPay ? payroll.DayOf(run) : run.PayDate;
        var date = chosen ?? (own is { } day ? settings.Opened(day) : null);
        if (date is null)
            reasons.Add(new HoldReason.PeriodEndMissing());
        else if (settings.Locked is { } locked && date <= locked)
            reasons.Add(new HoldReason.PeriodLocked(date.Value, locked));
        return journal with
        {
            EntryDate = date,
            Lines = lines,
            Owed = draft.Owed,
            Repaid = draft.Repaid,
            Reasons = [.. reasons.OrderBy(r => Words<HoldKind>.Of(r.Kind), StringComparer.Ordinal)],
        };
    }
}
