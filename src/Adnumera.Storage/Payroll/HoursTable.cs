using Adnumera.Core.Payroll;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>Hours that employees worked, and what an hour of each costs.</summary>
public sealed class HoursTable(SqliteConnection company)
{
    private int? days;

    /// <summary>A run with the hours of its pay period, where it is known how long one is.</summary>
    public PayRun Worked(PayRun run)
    {
        days ??=
            company.ExecuteScalar<long>("select exists (select 1 from pay_hours)") == 1 ? PayrollChoiceTable.Of(company).PeriodDays : 0;
        return days > 0 && run is { Kind: PayRunKind.Pay, PeriodEnd: { } end }
            ? run with
            {
                Hours = Of(end.AddDays(1 - days.Value), end),
            }
            : run;
    }

    /// <summary>The hours of some days, with their rates.</summary>
    public IReadOnlyList<WorkedHours> Of(DateOnly first, DateOnly last) =>
        [
            .. company
                .Query<(string Employee, string Day, string Item, string Project, string CostCode, long Hours, long Rate)>(
                    """
                    select h.employee, h.day, h.item, h.project, h.cost_code, h.hours, coalesce(r.rate, 0) from pay_hours h
                    left join pay_rate r on r.employee_key = h.employee_key
                    where h.day between @first and @last order by h.day, h.employee_key, h.place
                    """,
                    new { first = Iso.Text(first), last = Iso.Text(last) }
                )
                .Select(h => new WorkedHours(h.Employee, Iso.Day(h.Day), h.Item, h.Project, h.CostCode, h.Hours) { Rate = h.Rate }),
        ];

    /// <summary>Keeps hours in the place of what was said of the same employees and days.</summary>
    public void Put(IReadOnlyList<WorkedHours> hours)
    {
        foreach (var (employee, day) in hours.Select(h => (Folded.Of(h.Employee), Iso.Text(h.Day))).Distinct())
            company.Execute("delete from pay_hours where employee_key = @employee and day = @day", new { employee, day });
        using var insert = Prepared.Insert(company, "pay_hours", "employee_key day place employee item project cost_code hours");
        foreach (var of in hours.GroupBy(h => (Folded.Of(h.Employee), h.Day)))
        foreach (var (place, h) in of.Index())
            insert.Run(of.Key.Item1, Iso.Text(h.Day), (long)place, h.Employee, h.Item, h.Project, h.CostCode, h.Hundredths);
    }

    /// <summary>Takes out what was said of some days; returns how much that was.</summary>
    public int Remove(DateOnly first, DateOnly last) =>
        company.Execute("delete from pay_hours where day between @first and @last", new { first = Iso.Text(first), last = Iso.Text(last) });

    /// <summary>What an hour of each employee costs, by name.</summary>
    public IReadOnlyList<(string Employee, long Rate)> Rates() =>
        company.Query<(string, long)>("select employee, rate from pay_rate order by employee_key").AsList();

    /// <summary>Says what an hour of an employee costs; 0 takes it out.</summary>
    public void Rate(string employee, long rate) =>
        company.Execute(
            rate == 0
                ? "delete from pay_rate where employee_key = @key"
                : "insert into pay_rate values (@key, @employee, @rate) on conflict do update set rate = excluded.rate",
            new
            {
                key = Folded.Of(employee),
                employee,
                rate,
            }
        );

    /// <summary>The open pay runs whose period may have one of these days.</summary>
    public IReadOnlyList<long> Affected(DateOnly first, DateOnly last) =>
        company
            .Query<long>(
                $"""
                select d.id from pay_run r join document d on d.id = r.document_id
                where {Documents.AffectedTable.Open} and r.kind = 'pay' and r.period_end >= @first
                  and r.period_end <= date(@last, '+' || (select pay_period_days from company) || ' days') order by d.id
                """,
                new { first = Iso.Text(first), last = Iso.Text(last) }
            )
            .AsList();
}
