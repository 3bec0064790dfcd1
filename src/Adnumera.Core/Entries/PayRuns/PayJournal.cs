using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>What became of a pay run: a balanced entry, every reason why it waits, or why it is left out.</summary>
public sealed record PayJournal
{
    /// <summary>The run.</summary>
    public required PayRun Run { get; init; }

    /// <summary>The day of its entry; none where the run does not say it.</summary>
    public DateOnly? EntryDate { get; init; }

    /// <summary>The lines of the entry, debits first: balanced where nothing holds the run, those decided so far where something
    /// does.</summary>
    public IReadOnlyList<EntryLine> Lines { get; init; } = [];

    /// <summary>Every reason why it waits, alphabetically.</summary>
    public IReadOnlyList<HoldReason> Reasons { get; init; } = [];

    /// <summary>Why the rules leave it out; none where they do not.</summary>
    public SetAsideReason? LeftOut { get; init; }

    /// <summary>Every employee that is out, also of a run that is left out.</summary>
    public IReadOnlyList<EmployeeOut> Out { get; init; } = [];

    /// <summary>Who is owed what, by first appearance.</summary>
    public IReadOnlyList<OwedPart> Owed { get; init; } = [];

    /// <summary>Which employees repay what they owed.</summary>
    public IReadOnlyList<RepaidPart> Repaid { get; init; } = [];

    /// <summary>Whether it may go to the ledger.</summary>
    public bool IsCoded => LeftOut is null && Reasons.Count == 0;
}
