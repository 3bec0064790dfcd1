namespace Adnumera.Core.Payroll.Owed;

/// <summary>What kind of payee something of a pay run is owed to.</summary>
public enum PayeeKind
{
    /// <summary>The employees, their net pay.</summary>
    Employees,

    /// <summary>An agency that the register names.</summary>
    Agency,

    /// <summary>The processor.</summary>
    Processor,

    /// <summary>Nobody named: the pay item stands for who.</summary>
    Item,
}

/// <summary>Who is owed something of a pay run.</summary>
/// <param name="Kind">What they are.</param>
/// <param name="Name">The agency, or the pay item; of the processor what of the run it is owed for; blank for employees.</param>
public readonly record struct Payee(PayeeKind Kind, string Name)
{
    /// <summary>Whom a row of a register is owed to.</summary>
    public static Payee Of(PayRow row) =>
        row.Type == PayItemType.NetPay ? new(PayeeKind.Employees, "")
        : row.Agency.Length > 0 ? new(PayeeKind.Agency, row.Agency)
        : row.Type == PayItemType.Fee ? new(PayeeKind.Processor, "fee")
        : new(PayeeKind.Item, row.Item);

    /// <summary>For comparing: names regardless of case and space.</summary>
    public (PayeeKind Kind, string Name) Key => (Kind, Folded.Of(Name));
}

/// <summary>What of a pay run is owed to one payee in one account.</summary>
/// <param name="Account">The account; blank where none is decided.</param>
/// <param name="To">Who is owed it.</param>
/// <param name="Amount">Minor units.</param>
public sealed record OwedPart(string Account, Payee To, long Amount);

/// <summary>What of a pay run an employee repays.</summary>
/// <param name="Account">The account of what employees owe.</param>
/// <param name="Employee">Who, as first spelled in the run.</param>
/// <param name="Amount">Minor units.</param>
public sealed record RepaidPart(string Account, string Employee, long Amount);
