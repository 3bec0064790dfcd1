namespace Adnumera.Core.Payroll;

/// <summary>What a pay item is.</summary>
public enum PayItemType
{
    /// <summary>What the employee earned.</summary>
    Earning,

    /// <summary>Pay in kind: a cost and what is owed for it, in gross and not in net.</summary>
    Noncash,

    /// <summary>What the employee gets back.</summary>
    Reimbursement,

    /// <summary>What is taken off: a pension, an advance repaid.</summary>
    EmployeeDeduction,

    /// <summary>Tax and social insurance taken off.</summary>
    EmployeeTax,

    /// <summary>What the employer adds: a pension.</summary>
    EmployerContribution,

    /// <summary>The employer's own tax and social insurance.</summary>
    EmployerTax,

    /// <summary>What is paid out.</summary>
    NetPay,

    /// <summary>What the processor asks for the run; of no employee.</summary>
    Fee,
}

/// <summary>A side of a pay item, mapped apart from the other.</summary>
public enum PayrollSide
{
    /// <summary>What it costs, on the left.</summary>
    Expense,

    /// <summary>What is owed for it, on the right.</summary>
    Liability,
}

/// <summary>What follows from the type of a pay item.</summary>
public static class PayItemTypes
{
    /// <summary>Whether an item of this type stands on a side of the journal.</summary>
    public static bool Has(this PayItemType type, PayrollSide side) =>
        side == PayrollSide.Expense
            ? type is not (PayItemType.EmployeeDeduction or PayItemType.EmployeeTax or PayItemType.NetPay)
            : type is not (PayItemType.Earning or PayItemType.Reimbursement);

    /// <summary>Whether only an employer bears it.</summary>
    public static bool IsOfEmployer(this PayItemType type) => type is PayItemType.EmployerContribution or PayItemType.EmployerTax;

    /// <summary>Its sign in an employee's identity: earnings and reimbursements less deductions, taxes and net pay are nothing. 0 for what
    /// is on neither side.</summary>
    public static int InIdentity(this PayItemType type) =>
        type switch
        {
            PayItemType.Earning or PayItemType.Reimbursement => 1,
            PayItemType.EmployeeDeduction or PayItemType.EmployeeTax or PayItemType.NetPay => -1,
            PayItemType.Noncash or PayItemType.EmployerContribution or PayItemType.EmployerTax or PayItemType.Fee => 0,
        };
}
