namespace Adnumera.Core.Payroll;

/// <summary>By how much an employee is out in a run.</summary>
/// <param name="Employee">Who, as first spelled in the run.</param>
/// <param name="OutBy">Earnings and reimbursements less deductions, taxes and net pay, in minor units; not zero.</param>
public readonly record struct EmployeeOut(string Employee, long OutBy);

/// <summary>The identity of each employee in a run: earnings and reimbursements less deductions, taxes and net pay are nothing (common
/// practice). Pay in kind and what the employer adds stand on neither side.</summary>
public static class PayIdentity
{
    /// <summary>Every employee that is out, by their first row of any type.</summary>
    /// <exception cref="OverflowException">The sums are beyond what can be held.</exception>
    public static IReadOnlyList<EmployeeOut> Of(PayRun run)
    {
        var places = new Dictionary<string, int>(Folded.Comparer);
        var sums = new List<EmployeeOut>();
        var (last, place) = ("", -1);
        foreach (var row in run.Rows)
        {
            if (row.Employee.Length == 0)
                continue;
            // The rows of an employee mostly stand together.
            if (row.Employee != last && !places.TryGetValue(row.Employee, out place))
            {
                places.Add(row.Employee, place = sums.Count);
                sums.Add(new EmployeeOut(row.Employee, 0));
            }

            last = row.Employee;
            sums[place] = sums[place] with { OutBy = checked(sums[place].OutBy + row.Type.InIdentity() * row.Amount) };
        }

        return [.. sums.Where(s => s.OutBy != 0)];
    }
}
