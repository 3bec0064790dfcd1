namespace Adnumera.Core.Payroll;

/// <summary>A pay item of an employee put right in a register.</summary>
public static class RegisterEdit
{
    /// <summary>The run in which an item of an employee comes to another amount: its first row takes the difference; one that is not there
    /// stands after the employee's last row, owed to whom the item of others is. Without an amount its rows go.</summary>
    /// <param name="run">The run.</param>
    /// <param name="known">A row of the employee.</param>
    /// <param name="item">The item.</param>
    /// <param name="type">What it is.</param>
    /// <param name="amount">What it comes to, in minor units; none where it does not belong there.</param>
    /// <returns>The run as it is then; none where it says so already.</returns>
    public static PayRun? PutRight(this PayRun run, PayRow known, string item, PayItemType type, long? amount)
    {
        bool IsItem(PayRow r) => r.Type == type && Folded.Same(r.Item, item);
        bool IsTheirs(PayRow r) => Folded.Same(r.Employee, known.Employee);
        var rows = run.Rows.ToList();
        var (first, now) = (rows.FindIndex(r => IsTheirs(r) && IsItem(r)), rows.Where(r => IsTheirs(r) && IsItem(r)).Sum(r => r.Amount));
        if (amount == (first < 0 ? null : now))
            return null;
        if (amount is not { } wanted)
            rows.RemoveAll(r => IsTheirs(r) && IsItem(r));
        else if (first >= 0)
            rows[first] = rows[first] with { Amount = rows[first].Amount + wanted - now };
        else
            rows.Insert(
                rows.FindLastIndex(IsTheirs) + 1,
                known with
                {
                    Item = item,
                    Type = type,
                    Amount = wanted,
                    Agency = rows.Find(IsItem)?.Agency ?? "",
                }
            );
        return run with { Rows = rows };
    }
}
