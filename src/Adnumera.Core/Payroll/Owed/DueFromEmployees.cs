using Adnumera.Core.Amounts;

namespace Adnumera.Core.Payroll.Owed;

/// <summary>What an employee came to owe, or repaid: by money, set off against a claim, or deducted from pay.</summary>
/// <param name="Employee">Who; blank where nobody is named.</param>
/// <param name="Day">When.</param>
/// <param name="Amount">Minor units; negative for what was repaid.</param>
/// <param name="What">What it was, as its reference says it.</param>
/// <param name="LedgerEntry">The ledger's entry.</param>
/// <param name="Document">The document that it is of; none where it is not ours.</param>
public sealed record EmployeeMovement(string Employee, DateOnly Day, long Amount, string What, string LedgerEntry, long? Document);

/// <summary>Something that is still due from an employee.</summary>
/// <param name="Of">What it came from.</param>
/// <param name="Open">What is open of it; minor units.</param>
public readonly record struct OpenDue(EmployeeMovement Of, long Open);

/// <summary>What is due from one employee.</summary>
/// <param name="Employee">Who, as first spelled; blank where nobody is named.</param>
/// <param name="Open">What is open, the oldest first.</param>
/// <param name="Over">What was repaid beyond what was owed; minor units.</param>
public sealed record EmployeeDue(string Employee, IReadOnlyList<OpenDue> Open, long Over)
{
    /// <summary>What is due in all; minor units.</summary>
    public long Total => Open.Sum(o => o.Open) - Over;
}

/// <summary>What employees owe, by person and age: what is repaid clears the oldest first (common practice).</summary>
public static class DueFromEmployees
{
    /// <summary>The ages in which it is shown: through so many days (common practice).</summary>
    public static IReadOnlyList<int> Ages { get; } = [30, 60, 90];

    /// <summary>Everybody of whom something is open, or who repaid too much, by name; what names nobody last.</summary>
    public static IReadOnlyList<EmployeeDue> Of(IEnumerable<EmployeeMovement> movements) =>
        [
            .. movements
                .GroupBy(m => m.Employee, Folded.Comparer)
                .Select(One)
                .Where(d => d.Open.Count > 0 || d.Over != 0)
                .OrderBy(d => d.Employee.Length == 0)
                .ThenBy(d => d.Employee, StringComparer.OrdinalIgnoreCase),
        ];

    /// <summary>How much of what an employee owes goes against a claim of theirs: what both come to, and nothing of another currency, since
    /// nobody has said at which rate.</summary>
    /// <param name="left">What is due and not set off yet; minor units.</param>
    /// <param name="currency">In which currency.</param>
    /// <param name="claim">What the claim comes to.</param>
    /// <returns>Minor units; 0 for nothing.</returns>
    public static long MaySetOff(long left, Currency currency, Money claim) =>
        claim.Currency == currency ? Math.Max(0, Math.Min(left, claim.Minor)) : 0;

    /// <summary>In which of the ages something stands on a day: 0 for the youngest.</summary>
    public static int Age(DateOnly since, DateOnly on)
    {
        var days = on.DayNumber - since.DayNumber;
        return Ages.Count(limit => days > limit);
    }

    private static EmployeeDue One(IGrouping<string, EmployeeMovement> of)
    {
        var inOrder = of.OrderBy(m => m.Day).ThenBy(m => m.LedgerEntry, StringComparer.Ordinal).ToList();
        var repaid = -inOrder.Where(m => m.Amount < 0).Sum(m => m.Amount);
        var open = new List<OpenDue>();
        foreach (var owed in inOrder.Where(m => m.Amount > 0))
        {
            var cleared = Math.Min(repaid, owed.Amount);
            repaid -= cleared;
            if (owed.Amount > cleared)
                open.Add(new OpenDue(owed, owed.Amount - cleared));
        }

        return new EmployeeDue(inOrder[0].Employee, open, repaid);
    }
}
