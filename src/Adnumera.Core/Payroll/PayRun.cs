using Adnumera.Core.Amounts;

namespace Adnumera.Core.Payroll;

/// <summary>A pay item of an employee in a run.</summary>
/// <param name="Employee">Who; blank for the processor's fee.</param>
/// <param name="Department">The department; blank for none.</param>
/// <param name="Group">The employee group, such as directors; blank for none.</param>
/// <param name="Item">The pay item, as the register spells it.</param>
/// <param name="Type">What it is.</param>
/// <param name="Amount">Minor units; negative for a correction.</param>
/// <param name="Agency">To whom it is owed; blank for none.</param>
public sealed record PayRow(string Employee, string Department, string Group, string Item, PayItemType Type, long Amount, string Agency);

/// <summary>What a run is.</summary>
public enum PayRunKind
{
    /// <summary>Pay.</summary>
    Pay,

    /// <summary>What was worked by the end of a month and is paid later.</summary>
    Accrual,

    /// <summary>An accrual taken back on the first of the next month.</summary>
    Reversal,
}

/// <summary>Hours that an employee worked.</summary>
/// <param name="Employee">Who.</param>
/// <param name="Day">When.</param>
/// <param name="Item">The pay item that they are of; blank for all.</param>
/// <param name="Project">On which project; blank for none.</param>
/// <param name="CostCode">On which cost code; blank for none.</param>
/// <param name="Hundredths">How many, in hundredths of an hour; positive.</param>
public sealed record WorkedHours(string Employee, DateOnly Day, string Item, string Project, string CostCode, long Hundredths)
{
    /// <summary>What an hour costs, in minor units; 0 where nobody said it.</summary>
    public long Rate { get; init; }
}

/// <summary>A pay run: its register.</summary>
/// <param name="Id">The run, as the source has it; compares exactly.</param>
/// <param name="PayDate">The day on which it is paid.</param>
/// <param name="PeriodEnd">The end of its pay period, where the register says it.</param>
/// <param name="Currency">The currency of its amounts.</param>
/// <param name="Rows">The register, in its order.</param>
public sealed record PayRun(string Id, DateOnly PayDate, DateOnly? PeriodEnd, Currency Currency, IReadOnlyList<PayRow> Rows)
{
    /// <summary>The source of every pay run.</summary>
    public const string Source = "payroll";

    /// <summary>Who stands for everybody in a run of which only totals are known.</summary>
    public const string Everybody = "total";

    /// <summary>What it is.</summary>
    public PayRunKind Kind { get; init; }

    /// <summary>The hours of its pay period: no part of the register, which says nothing of them.</summary>
    public IReadOnlyList<WorkedHours> Hours { get; init; } = [];

    /// <summary>Whether there is nothing in it but zeros.</summary>
    public bool IsZero => Rows.All(r => r.Amount == 0);

    /// <summary>Whether two registers say the same, row by row.</summary>
    public bool Equals(PayRun? other) =>
        ReferenceEquals(this, other)
        || (
            other is not null
            && (Id, PayDate, PeriodEnd, Currency, Kind) == (other.Id, other.PayDate, other.PeriodEnd, other.Currency, other.Kind)
            && Rows.SequenceEqual(other.Rows)
        );

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, PayDate, PeriodEnd, Currency, Rows.Count);

    /// <summary>What it costs, by its register: the sum of all that stands on the left; minor units.</summary>
    public long Cost => Rows.Where(r => r.Type.Has(PayrollSide.Expense)).Sum(r => r.Amount);
}
