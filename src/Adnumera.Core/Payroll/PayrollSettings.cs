namespace Adnumera.Core.Payroll;

/// <summary>By which day the entry of a pay run is dated.</summary>
public enum PayrollDate
{
    /// <summary>The day on which it is paid.</summary>
    PayDate,

    /// <summary>The end of the pay period.</summary>
    PeriodEnd,

    /// <summary>The first of the month in which it is paid.</summary>
    FirstOfMonth,
}

/// <summary>How much a payroll journal says on the right.</summary>
public enum PayrollShape
{
    /// <summary>What is owed by account.</summary>
    Detailed,

    /// <summary>Net pay, taxes and remittances, and the fee, owed to the processor.</summary>
    Short,
}

/// <summary>A company's choices for pay runs.</summary>
public sealed record PayrollSettings
{
    /// <summary>By which day entries are dated.</summary>
    public PayrollDate Date { get; init; }

    /// <summary>The shape of the journal.</summary>
    public PayrollShape Shape { get; init; }

    /// <summary>The account of what the processor is owed, for the short shape; blank for none.</summary>
    public string ProcessorAccount { get; init; } = "";

    /// <summary>The day by which a run is dated, before any lock; none where the run does not say it.</summary>
    public DateOnly? DayOf(PayRun run) =>
        Date switch
        {
            PayrollDate.PayDate => run.PayDate,
            PayrollDate.PeriodEnd => run.PeriodEnd,
            PayrollDate.FirstOfMonth => new DateOnly(run.PayDate.Year, run.PayDate.Month, 1),
        };
}
