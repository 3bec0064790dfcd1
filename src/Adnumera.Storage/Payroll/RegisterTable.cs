using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>The registers of pay runs, and the journals that became of them.</summary>
public sealed class RegisterTable(SqliteConnection company)
{
    /// <summary>The registers of these documents.</summary>
    public IReadOnlyDictionary<long, PayRun> Of(IEnumerable<long> documents)
    {
        var given = new { ids = JsonSerializer.Serialize(documents) };
        var heads = company
            .Query<(long Id, string Run, string PayDate, string PeriodEnd, string Currency, string Kind)>(
                "select d.id, d.source_id, d.document_date, r.period_end, d.currency, r.kind from json_each(@ids) j "
                    + "cross join pay_run r on r.document_id = j.value cross join document d on d.id = r.document_id",
                given
            )
            .AsList();
        var rows = company
            .Query<RegisterRow>(
                """
                select p.document_id as DocumentId, p.employee as Employee, p.department as Department, p.employee_group as EmployeeGroup,
                  p.item as Item, p.type as Type, p.amount as Amount, p.agency as Agency
                from json_each(@ids) j cross join pay_row p on p.document_id = j.value order by p.document_id, p.row
                """,
                given
            )
            .ToLookup(r => r.DocumentId, r => r.ToRow());
        var hours = new HoursTable(company);
        return heads.ToDictionary(
            h => h.Id,
            h =>
                hours.Worked(
                    new PayRun(h.Run, Iso.Day(h.PayDate), Iso.DayOrNone(h.PeriodEnd), Currency.Of(h.Currency), [.. rows[h.Id]])
                    {
                        Kind = Words<PayRunKind>.Read(h.Kind),
                    }
                )
        );
    }

    /// <summary>Keeps the register of a document in the place of the one before, with what its page shows of it as a whole.</summary>
    public void Put(long document, PayRun run)
    {
        Remove(document);
        var employees = run.Rows.Where(r => r.Employee.Length > 0).Select(r => r.Employee).Distinct(Folded.Comparer).Count();
        company.Execute(
            "insert into pay_run (document_id, period_end, employees, kind) values (@document, @end, @employees, @kind)",
            new
            {
                document,
                end = Iso.Text(run.PeriodEnd),
                employees = run.Kind == PayRunKind.Pay ? employees : 0,
                kind = Words<PayRunKind>.Of(run.Kind),
            }
        );
        using var insertRow = Prepared.Insert(
            company,
            "pay_row",
            "document_id row employee employee_key department employee_group item item_key type amount agency"
        );
        foreach (var (index, row) in run.Rows.Index())
            insertRow.Run(
                document,
                (long)index,
                row.Employee,
                Folded.Of(row.Employee),
                row.Department,
                row.Group,
                row.Item,
                Folded.Of(row.Item),
                Words<PayItemType>.Of(row.Type),
                row.Amount,
                row.Agency
            );
        using var insertItem = Prepared.Insert(company, "pay_item", "document_id item_key type agency item amount place");
        foreach (var (index, item) in run.Rows.GroupBy(r => (Folded.Of(r.Item), r.Type, Agency: Folded.Of(r.Agency))).Index())
            insertItem.Run(
                document,
                item.Key.Item1,
                Words<PayItemType>.Of(item.Key.Type),
                item.First().Agency,
                item.First().Item,
                item.Sum(r => r.Amount),
                (long)index
            );
        using var insertOut = Prepared.Insert(company, "pay_out", "document_id place employee out_by");
        foreach (var (index, one) in (run.Kind == PayRunKind.Pay ? PayIdentity.Of(run) : []).Index())
            insertOut.Run(document, (long)index, one.Employee, one.OutBy);
    }

    /// <summary>Keeps the journal that became of it, who is owed what, and who repays what.</summary>
    public void PutJournal(long document, PayJournal journal, IReadOnlyList<EntryLine> lines)
    {
        foreach (var table in (string[])["pay_line", "pay_owed", "pay_repaid"])
            company.Execute($"delete from {table} where document_id = @document", new { document });
        using var insertOwed = Prepared.Insert(company, "pay_owed", "document_id place account payee_kind payee payee_key amount");
        foreach (var (place, part) in journal.Owed.Index())
            insertOwed.Run(
                document,
                (long)place,
                part.Account,
                Words<PayeeKind>.Of(part.To.Kind),
                part.To.Name,
                part.To.Key.Name,
                part.Amount
            );
        using var insertRepaid = Prepared.Insert(company, "pay_repaid", "document_id account employee employee_key amount");
        foreach (var part in journal.Repaid)
            insertRepaid.Run(document, part.Account, part.Employee, Folded.Of(part.Employee), part.Amount);
        using var insert = Prepared.Insert(
            company,
            "pay_line",
            "document_id line account department employee project signed memo rung because"
        );
        foreach (var (index, line) in lines.Index())
            insert.Run(
                document,
                (long)index + 1,
                line.Account,
                line.Dimensions[Dimension.Department],
                line.Employee,
                line.Dimensions[Dimension.Project],
                line.Signed,
                line.Memo,
                Words<EntryRung>.Of(line.Rung),
                line.Because
            );
    }

    private void Remove(long document)
    {
        foreach (var table in (string[])["pay_line", "pay_owed", "pay_repaid", "pay_item", "pay_out", "pay_row", "pay_run"])
            company.Execute($"delete from {table} where document_id = @document", new { document });
    }

    [method: ExplicitConstructor]
    private sealed record RegisterRow(
        long DocumentId,
        string Employee,
        string Department,
        string EmployeeGroup,
        string Item,
        string Type,
        long Amount,
        string Agency
    )
    {
        public PayRow ToRow() => new(Employee, Department, EmployeeGroup, Item, Words<PayItemType>.Read(Type), Amount, Agency);
    }
}
