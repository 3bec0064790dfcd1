using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Payroll;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>A pay run in a list.</summary>
[method: ExplicitConstructor]
public sealed record PayRunRow(
    long Id,
    string Run,
    string PayDate,
    string PeriodEnd,
    string EntryDate,
    long Employees,
    string Currency,
    long Total,
    string State,
    string Reason,
    long Reasons,
    string LedgerEntry,
    long? Holds,
    string Kind
);

/// <summary>A pay item of a run, over all employees.</summary>
[method: ExplicitConstructor]
public sealed record PayItemRow(string Item, string Key, string Type, string Agency, long Amount);

/// <summary>A line of the journal that became of a run.</summary>
[method: ExplicitConstructor]
public sealed record PayLineRow(
    string Account,
    string Department,
    string Project,
    string Employee,
    long Signed,
    string Memo,
    string Rung,
    string Because
);

/// <summary>A pay item of an employee in a run.</summary>
[method: ExplicitConstructor]
public sealed record PayCellRow(string Employee, string Key, string Department, string Group, string ItemKey, string Type, long Amount);

/// <summary>Pay runs as their pages show them: never a whole register.</summary>
public sealed class PayRunTable(SqliteConnection company)
{
    private const string Columns = """
        d.id as Id, d.source_id as Run, d.document_date as PayDate, r.period_end as PeriodEnd, d.entry_date as EntryDate,
          r.employees as Employees, d.currency as Currency, d.total as Total, d.state as State,
          coalesce((select h.detail from hold h where h.document_id = d.id order by h.line, h.reason limit 1), d.set_aside) as Reason,
          (select count(*) from hold h where h.document_id = d.id) as Reasons, d.ledger_entry as LedgerEntry,
          (select g.money from reading g where g.document_id = d.id) as Holds, r.kind as Kind
        """;

    /// <summary>Runs, the latest pay date first, before the given one.</summary>
    /// <param name="before">The pay date and the number of the last that was shown.</param>
    /// <param name="most">How many.</param>
    /// <param name="period">The month in which they are entered; blank for all.</param>
    public IReadOnlyList<PayRunRow> Page((string PayDate, long Id)? before, int most, string period = "") =>
        company
            .Query<PayRunRow>(
                $"select {Columns} from pay_run r join document d on d.id = r.document_id "
                    + "where (@id is null or (d.document_date, d.id) < (@date, @id)) and (@period = '' or d.period = @period) "
                    + "order by d.document_date desc, d.id desc limit @most",
                new
                {
                    date = before?.PayDate,
                    id = before?.Id,
                    most,
                    period,
                }
            )
            .AsList();

    /// <summary>Every run, as they came.</summary>
    public IReadOnlyList<long> InOrder() =>
        company.Query<long>("select document_id from pay_run where kind = 'pay' order by document_id").AsList();

    /// <summary>One run; none of that number is null.</summary>
    public PayRunRow? Find(long id) =>
        company.QueryFirstOrDefault<PayRunRow>(
            $"select {Columns} from pay_run r join document d on d.id = r.document_id where d.id = @id",
            new { id }
        );

    /// <summary>The run before by pay date that is not left out and pays one of the same employees; none before the first.</summary>
    public PayRunRow? Before(PayRunRow run) =>
        company.QueryFirstOrDefault<PayRunRow>(
            $"select {Columns} from pay_run r join document d on d.id = r.document_id where (d.document_date, d.id) < (@PayDate, @Id) "
                + "and d.state <> 'set_aside' and r.kind = 'pay' and exists (select 1 from pay_row n join pay_row b "
                + "on b.document_id = r.document_id and b.employee_key = n.employee_key "
                + "where n.document_id = @Id and n.employee_key <> '') order by d.document_date desc, d.id desc limit 1",
            run
        );

    /// <summary>Its pay items, by first appearance.</summary>
    public IReadOnlyList<PayItemRow> Items(long id) =>
        company
            .Query<PayItemRow>(
                "select item as Item, item_key as \"Key\", type as Type, agency as Agency, amount as Amount from pay_item "
                    + "where document_id = @id order by place",
                new { id }
            )
            .AsList();

    /// <summary>Every pay item that ever came, with what it came to in all runs that are not left out.</summary>
    public IReadOnlyList<PayItemRow> AllItems() =>
        company
            .Query<PayItemRow>(
                """
                select p.item as Item, p.item_key as "Key", p.type as Type, '' as Agency, sum(p.amount) as Amount
                from pay_item p join document d on d.id = p.document_id join pay_run r on r.document_id = d.id
                where d.state <> 'set_aside' and r.kind = 'pay' group by p.item_key, p.type
                order by abs(sum(p.amount)) desc, p.item_key
                """
            )
            .AsList();

    /// <summary>Its journal.</summary>
    public IReadOnlyList<PayLineRow> Lines(long id) =>
        company
            .Query<PayLineRow>(
                "select account as Account, department as Department, project as Project, employee as Employee, "
                    + "signed as Signed, memo as Memo, rung as Rung, because as Because "
                    + "from pay_line where document_id = @id order by line",
                new { id }
            )
            .AsList();

    /// <summary>Who is out, by first appearance.</summary>
    public IReadOnlyList<EmployeeOut> Out(long id) =>
        [
            .. company
                .Query<(string Employee, long OutBy)>(
                    "select employee, out_by from pay_out where document_id = @id order by place",
                    new { id }
                )
                .Select(o => new EmployeeOut(o.Employee, o.OutBy)),
        ];

    /// <summary>The pay items of the next employees, by name. Walks pay_row_by_employee.</summary>
    /// <param name="id">The run.</param>
    /// <param name="after">The name, folded, after which it goes on; blank from the first.</param>
    /// <param name="most">How many employees.</param>
    public IReadOnlyList<PayCellRow> Employees(long id, string after, int most) =>
        company
            .Query<PayCellRow>(
                """
                select employee as Employee, employee_key as "Key", department as Department, employee_group as "Group",
                  item_key as ItemKey, type as Type, amount as Amount
                from pay_row where document_id = @id and employee_key in (
                  select distinct employee_key from pay_row where document_id = @id and employee_key > @after order by employee_key
                  limit @most)
                order by employee_key, row
                """,
                new
                {
                    id,
                    after,
                    most,
                }
            )
            .AsList();

    /// <summary>What some employees earned and got back in a run, by folded name.</summary>
    public IReadOnlyDictionary<string, long> Earned(long id, IEnumerable<string> employees) =>
        company
            .Query<(string Key, long Amount)>(
                $"""
                select p.employee_key, sum(p.amount) from json_each(@keys) j
                cross join pay_row p on p.document_id = @id and p.employee_key = j.value where p.type in ({Earning}) group by p.employee_key
                """,
                new { id, keys = JsonSerializer.Serialize(employees) }
            )
            .ToDictionary(e => e.Key, e => e.Amount);

    /// <summary>The ids of what runs became beside themselves, as far as it stands: accruals, their reversals, and bills. Walks the
    /// identities that begin with the run's.</summary>
    public IReadOnlyList<string> MadeOf(IEnumerable<string> runs) =>
        [
            .. company
                .Query<(string Run, string Id, string Kind, string Reference, string Supplier)>(
                    """
                    select j.value, d.source_id, d.kind, d.reference, d.supplier from json_each(@runs) j
                    cross join document d on d.source = @source and d.source_id > j.value and d.source_id < j.value || char(0x10FFFF)
                    where d.state <> 'set_aside' order by d.id
                    """,
                    new { runs = JsonSerializer.Serialize(runs), source = PayRun.Source }
                )
                .Where(d => PayRunArrival.IsMadeOf(d.Run, Words<DocumentKind>.Read(d.Kind), d.Id, d.Reference, d.Supplier))
                .Select(d => d.Id)
                .Distinct(),
        ];

    /// <summary>Who was in one run and is not in another, by name.</summary>
    public IReadOnlyList<string> Gone(long before, long now, int most) =>
        company
            .Query<string>(
                """
                select min(b.employee) from pay_row b where b.document_id = @before and b.employee_key <> '' and not exists
                  (select 1 from pay_row p where p.document_id = @now and p.employee_key = b.employee_key)
                group by b.employee_key order by b.employee_key limit @most
                """,
                new
                {
                    before,
                    now,
                    most,
                }
            )
            .AsList();

    private static string Earning =>
        string.Join(", ", Enum.GetValues<PayItemType>().Where(t => t.InIdentity() > 0).Select(t => $"'{Words<PayItemType>.Of(t)}'"));

    /// <summary>The registers of some employees in every run paid through a day, to find what put them out.</summary>
    public IReadOnlyList<(long Id, PayRun Run, bool IsLeftOut)> Past(
        IEnumerable<string> employees,
        string through,
        Core.Amounts.Currency currency
    )
    {
        var rows = company
            .Query<(long Id, string Run, string PayDate, string State, string Employee, string Item, string Type, long Amount)>(
                """
                select d.id, d.source_id, d.document_date, d.state, p.employee, p.item, p.type, p.amount
                from pay_run r cross join document d on d.id = r.document_id cross join json_each(@keys) j
                cross join pay_row p on p.document_id = d.id and p.employee_key = j.value
                where d.document_date <= @through order by d.id, p.row
                """,
                new { keys = JsonSerializer.Serialize(employees.Select(Folded.Of)), through }
            )
            .AsList();
        return
        [
            .. rows.GroupBy(r => r.Id)
                .Select(g =>
                    (
                        g.Key,
                        new PayRun(
                            g.First().Run,
                            Iso.Day(g.First().PayDate),
                            null,
                            currency,
                            [.. g.Select(r => new PayRow(r.Employee, "", "", r.Item, Words<PayItemType>.Read(r.Type), r.Amount, ""))]
                        ),
                        Words<DocumentState>.Read(g.First().State) == DocumentState.SetAside
                    )
                ),
        ];
    }

    /// <summary>What registers say of departments, employee groups and agencies, of the latest run.</summary>
    public (IReadOnlyList<string> Departments, IReadOnlyList<string> Groups, IReadOnlyList<string> Agencies) Named()
    {
        IReadOnlyList<string> Of(string column) =>
            company
                .Query<string>(
                    $"select distinct {column} from pay_row where document_id = "
                        + $"(select max(document_id) from pay_run where kind = 'pay') and {column} <> '' "
                        + "order by 1"
                )
                .AsList();
        return (Of("department"), Of("employee_group"), Of("agency"));
    }
}
