using Adnumera.Core.Payroll;

namespace Adnumera.Core.Sources;

/// <summary>A column of a table that has a pay item of each employee.</summary>
/// <param name="Column">Its name in the header.</param>
/// <param name="Item">The pay item.</param>
/// <param name="Type">What it is.</param>
/// <param name="Agency">To whom it is owed; blank for none.</param>
public sealed record ItemColumn(string Column, string Item, PayItemType Type, string Agency);

/// <summary>How the rows of a table make a pay register: long, one row a pay item; or wide, one row an employee and a column a pay
/// item.</summary>
public sealed record RegisterLayout
{
    /// <summary>The columns of pay items of a wide register; none for a long one.</summary>
    public IReadOnlyList<ItemColumn> Items { get; init; } = [];

    /// <summary>What the types of a long register are, by the text of its type; where it has no such column, by the text of its pay
    /// item. The types' own words need not be named.</summary>
    public IReadOnlyDictionary<string, PayItemType> Types { get; init; } = new Dictionary<string, PayItemType>();

    /// <summary>What stands for the employee in the row that adds the others up, which is checked and not taken; blank for none.</summary>
    public string TotalRow { get; init; } = "";

    /// <summary>Whether a row is an employee.</summary>
    public bool IsWide => Items.Count > 0;

    /// <summary>What is another for each run, so that it is not remembered with the layout where the table does not say it.</summary>
    public static IReadOnlyList<string> OfEachRun { get; } = ["run", "pay_date", "period_end"];
}
