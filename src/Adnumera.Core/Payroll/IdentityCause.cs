using Adnumera.Core.Amounts;

namespace Adnumera.Core.Payroll;

/// <summary>What may have put an employee out.</summary>
public enum IdentityFault
{
    /// <summary>An item whose amount in an earlier run makes it right.</summary>
    Changed,

    /// <summary>An item of the run before that this one lacks.</summary>
    Missing,

    /// <summary>An item with the wrong sign: the difference is twice the item (common practice).</summary>
    WrongSide,

    /// <summary>An amount with two neighbouring digits swapped: the difference is divisible by 9 (common practice).</summary>
    Transposed,

    /// <summary>An item that the run before lacks.</summary>
    Extra,
}

/// <summary>A cause that would explain why an employee is out.</summary>
/// <param name="Run">The run.</param>
/// <param name="Employee">Who, as first spelled in the run.</param>
/// <param name="OutBy">By how much.</param>
/// <param name="Fault">What; none where no single item explains it.</param>
/// <param name="Item">Which item; blank for none.</param>
/// <param name="Type">Of which type; none for none.</param>
/// <param name="Amount">What stands in the register, of a missing one what stood in the run before; none for none.</param>
/// <param name="Mended">What the item would be; 0 for one that goes.</param>
/// <param name="Detail">One plain sentence.</param>
public sealed record IdentityCause(
    PayRun Run,
    string Employee,
    Money OutBy,
    IdentityFault? Fault,
    string Item,
    PayItemType? Type,
    Money? Amount,
    Money Mended,
    string Detail
);
