using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>On what an employee worked: a project and a cost code.</summary>
internal readonly record struct Work(string Project, string CostCode);

/// <summary>The hours of a run by employee: those that name a pay item spread that item alone, all of them everything else.</summary>
internal sealed class HoursSpread
{
    private readonly Dictionary<(string Employee, string Item), List<WorkedHours>> byItem;
    private readonly Dictionary<string, List<WorkedHours>> byEmployee;

    public HoursSpread(PayRun run)
    {
        byEmployee = run.Hours.GroupBy(h => Folded.Of(h.Employee)).ToDictionary(g => g.Key, g => g.ToList());
        byItem = run
            .Hours.Where(h => h.Item.Length > 0)
            .GroupBy(h => (Folded.Of(h.Employee), Folded.Of(h.Item)))
            .ToDictionary(g => g.Key, g => g.ToList());
    }

    /// <summary>Whether an employee has hours.</summary>
    public bool Has(string employee) => byEmployee.Count > 0 && byEmployee.ContainsKey(Folded.Of(employee));

    /// <summary>What a row costs, by what was worked on: to the cent.</summary>
    public IEnumerable<(Work On, long Amount)> Of(PayRow row)
    {
        var employee = Folded.Of(row.Employee);
        var hours = byItem.GetValueOrDefault((employee, Folded.Of(row.Item))) ?? byEmployee[employee];
        var works = hours.GroupBy(On).Select(g => (g.Key, Hours: g.Sum(h => h.Hundredths))).ToList();
        var parts = Allocation.Split(row.Amount, [.. works.Select(w => w.Hours)]);
        return works.Select((w, i) => (w.Key, parts[i]));
    }

    /// <summary>What the hours of an employee cost at their rate with the burden, by what was worked on.</summary>
    public IEnumerable<(Work On, long Amount)> AtRate(string employee, decimal burden) =>
        byEmployee[Folded.Of(employee)]
            .GroupBy(On)
            .Select(g =>
                (
                    g.Key,
                    (long)Math.Round(g.Sum(h => h.Hundredths * (decimal)h.Rate) / 100 * (100 + burden) / 100, MidpointRounding.AwayFromZero)
                )
            );

    private static Work On(WorkedHours hours) => new(hours.Project, hours.CostCode);
}
