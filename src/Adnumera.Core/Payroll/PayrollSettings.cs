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

/// <summary>What of a run's costs stands together in its journal.</summary>
public enum PayrollDetail
{
    /// <summary>What goes to one account for one department.</summary>
    Department,

    /// <summary>What goes to one account.</summary>
    Account,

    /// <summary>What goes to one account for one employee: the journal says who is paid what.</summary>
    Employee,
}

/// <summary>What becomes of the hours that employees worked on projects.</summary>
public enum HoursShape
{
    /// <summary>Nothing: costs are of no project.</summary>
    None,

    /// <summary>What a run costs is spread over projects and cost codes by hours, to the cent.</summary>
    Actual,

    /// <summary>Each hour costs its rate with the burden; the difference to what the run costs stands apart.</summary>
    AtRate,
}

/// <summary>What a run of contractors becomes.</summary>
public enum ContractorShape
{
    /// <summary>A journal, as any run.</summary>
    Journal,

    /// <summary>An open bill of each, which is paid as any bill.</summary>
    Bills,
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

    /// <summary>What stands together.</summary>
    public PayrollDetail Detail { get; init; }

    /// <summary>Who processes pay runs; blank for nobody named.</summary>
    public string ProcessorName { get; init; } = "";

    /// <summary>The tax code of the processor's fee; blank where it bears no tax that is recovered.</summary>
    public string FeeTaxCode { get; init; } = "";

    /// <summary>The rate of that tax in per cent: the fee has it within.</summary>
    public decimal FeeTaxPercent { get; init; }

    /// <summary>How many days a pay period has; 0 where nobody said it.</summary>
    public int PeriodDays { get; init; }

    /// <summary>Where what is worked and not yet paid stands over the end of a month; blank where it is not accrued.</summary>
    public string AccrualAccount { get; init; } = "";

    /// <summary>What becomes of hours.</summary>
    public HoursShape Hours { get; init; }

    /// <summary>What an hour costs beyond its rate, in per cent.</summary>
    public decimal BurdenPercent { get; init; }

    /// <summary>Where the difference between hours at their rate and what a run costs goes; blank for none.</summary>
    public string HoursAccount { get; init; } = "";

    /// <summary>By how many per cent a pay item may differ from the run before without standing out.</summary>
    public decimal MovedPercent { get; init; } = 10;

    /// <summary>By how many per cent an amount moved; none where there was nothing before.</summary>
    public static decimal? Moved(long before, long now) => before == 0 ? null : 100m * (now - before) / Math.Abs(before);

    /// <summary>Whether an amount moved so much that it stands out: more than the company lets pass, or from or to nothing.</summary>
    public bool StandsOut(long before, long now) => before != now && !(Moved(before, now) is { } moved && Math.Abs(moved) <= MovedPercent);

    /// <summary>The employee group that is contractors; blank where there are none.</summary>
    public string ContractorGroup { get; init; } = "";

    /// <summary>What a run of contractors becomes.</summary>
    public ContractorShape Contractors { get; init; }

    /// <summary>Whether a run pays contractors alone, so that it bears nothing of an employer.</summary>
    public bool IsOfContractors(PayRun run) =>
        ContractorGroup.Length > 0
        && run.Rows.Any(r => r.Type != PayItemType.Fee)
        && run.Rows.All(r => r.Type == PayItemType.Fee || Folded.Same(r.Group, ContractorGroup));

    /// <summary>The day by which a run is dated, before any lock; none where the run does not say it.</summary>
    public DateOnly? DayOf(PayRun run) =>
        Date switch
        {
            PayrollDate.PayDate => run.PayDate,
            PayrollDate.PeriodEnd => run.PeriodEnd,
            PayrollDate.FirstOfMonth => new DateOnly(run.PayDate.Year, run.PayDate.Month, 1),
        };
}
