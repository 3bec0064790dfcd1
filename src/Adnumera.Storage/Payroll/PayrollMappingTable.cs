using System.Text.Json;
using Adnumera.Core.Payroll;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>A change of the payroll mapping: rows before and after.</summary>
public sealed record PayrollChange(
    long Id,
    string At,
    string Who,
    IReadOnlyList<PayrollMappingRow> Before,
    IReadOnlyList<PayrollMappingRow> After,
    bool IsUndone
);

/// <summary>Where pay items go, and what was changed about it.</summary>
public sealed class PayrollMappingTable(SqliteConnection company)
{
    /// <summary>Every row, by item.</summary>
    public IReadOnlyList<PayrollMappingRow> All() =>
        [
            .. company
                .Query<(string Item, string Department, string Group, string Agency, string Expense, string Liability)>(
                    "select item, department, employee_group, agency, expense_account, liability_account from payroll_mapping "
                        + "order by item_key, agency_key, group_key, department_key"
                )
                .Select(r => new PayrollMappingRow
                {
                    Item = r.Item,
                    Department = r.Department,
                    Group = r.Group,
                    Agency = r.Agency,
                    Expense = r.Expense,
                    Liability = r.Liability,
                }),
        ];

    /// <summary>Puts rows in the place of those of the same key, takes out those that name no account, and notes what was there.</summary>
    /// <returns>The number of the change.</returns>
    public long Put(IReadOnlyList<PayrollMappingRow> rows, DateTimeOffset at, string who)
    {
        var before = All().Where(b => rows.Any(r => r.Key == b.Key)).ToList();
        foreach (var row in rows)
        {
            var key = row.Key;
            var values = new
            {
                row.Item,
                row.Department,
                row.Group,
                row.Agency,
                row.Expense,
                row.Liability,
                itemKey = key.Item,
                departmentKey = key.Department,
                groupKey = key.Group,
                agencyKey = key.Agency,
            };
            company.Execute(
                "delete from payroll_mapping where item_key = @itemKey and department_key = @departmentKey and group_key = @groupKey "
                    + "and agency_key = @agencyKey",
                values
            );
            if (row.Expense.Length > 0 || row.Liability.Length > 0)
                company.Execute(
                    "insert into payroll_mapping values (@Item, @itemKey, @Department, @departmentKey, @Group, @groupKey, @Agency, "
                        + "@agencyKey, @Expense, @Liability)",
                    values
                );
        }

        return company.ExecuteScalar<long>(
            "insert into payroll_change (at, who, before, after) values (@at, @who, @before, @after) returning id",
            new
            {
                at = Iso.Text(at),
                who,
                before = JsonSerializer.Serialize(before),
                after = JsonSerializer.Serialize(rows),
            }
        );
    }

    /// <summary>The latest changes.</summary>
    public IReadOnlyList<PayrollChange> Changes(int most) =>
        [
            .. company
                .Query<(long Id, string At, string Who, string Before, string After, long Undone)>(
                    "select id, at, who, before, after, coalesce(undone_by, 0) from payroll_change order by id desc limit @most",
                    new { most }
                )
                .Select(Read),
        ];

    /// <summary>A change; none of that number is null.</summary>
    public PayrollChange? Change(long id) =>
        company
            .Query<(long, string, string, string, string, long)>(
                "select id, at, who, before, after, coalesce(undone_by, 0) from payroll_change where id = @id",
                new { id }
            )
            .Select(Read)
            .FirstOrDefault();

    /// <summary>Notes that another change took one back.</summary>
    public void Undone(long id, long by) => company.Execute("update payroll_change set undone_by = @by where id = @id", new { id, by });

    /// <summary>The pay runs that may still be coded and have one of these items, or all where none is named.</summary>
    public IReadOnlyList<long> Affected(IReadOnlyCollection<string>? items) =>
        company
            .Query<long>(
                "select distinct d.id from pay_run r join document d on d.id = r.document_id "
                    + $"where {AffectedTable.Open} and (@items is null or exists (select 1 from pay_item p "
                    + "where p.document_id = d.id and p.item_key in (select value from json_each(@items)))) order by d.id",
                new { items = items is null ? null : JsonSerializer.Serialize(items.Select(Folded.Of)) }
            )
            .AsList();

    private static PayrollChange Read((long Id, string At, string Who, string Before, string After, long Undone) r) =>
        new(
            r.Id,
            r.At,
            r.Who,
            JsonSerializer.Deserialize<List<PayrollMappingRow>>(r.Before)!,
            JsonSerializer.Deserialize<List<PayrollMappingRow>>(r.After)!,
            r.Undone > 0
        );
}
