using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Core.Posting;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>What an entry of the ledger makes of an account, as it was last read.</summary>
/// <param name="Signed">Debit minus credit, in minor units.</param>
/// <param name="Who">The supplier or the employee that it names.</param>
/// <param name="Document">The document that it is of; none where it is not ours.</param>
/// <param name="IsRun">Whether that is a pay run.</param>
[method: ExplicitConstructor]
public sealed record OwedMovementRow(
    string Account,
    string Day,
    string LedgerEntry,
    long Signed,
    string Reference,
    string Who,
    string Employee,
    long? Document,
    long IsRun
)
{
    /// <summary>Whether it pays of what is owed: it lowers the liability, and no pay run does it.</summary>
    public bool IsPayment => IsRun == 0 && Signed > 0;
}

/// <summary>When the ledger was last read for what is owed.</summary>
[method: ExplicitConstructor]
public sealed record OwedReadingRow(string At, string Who, string First, string Through);

/// <summary>What a pay run owes to a payee, and how the run stands.</summary>
[method: ExplicitConstructor]
public sealed record OwedPartRow(
    long Document,
    string Run,
    string PayDate,
    string EntryDate,
    string State,
    string Account,
    string PayeeKind,
    string Payee,
    long Amount,
    long Paid
)
{
    /// <summary>Who.</summary>
    public Payee To => new(Words<PayeeKind>.Read(PayeeKind), Payee);

    /// <summary>Whether the ledger has it.</summary>
    public bool IsPosted => Words<DocumentState>.Read(State) is DocumentState.Posted or DocumentState.Proved;
}

/// <summary>What pay runs owe, and what the ledger says of the accounts in which it stands.</summary>
public sealed class OwedTable(SqliteConnection company)
{
    /// <summary>Keeps what the ledger says in the place of what it said before.</summary>
    /// <param name="reading">When, by whom, and of which days.</param>
    /// <param name="movements">What each entry makes of each account; what is of which document is looked up when it is asked for.</param>
    /// <param name="balances">Balances at the end of days: debit minus credit.</param>
    public void Put(
        OwedReadingRow reading,
        IEnumerable<(
            string Account,
            DateOnly Day,
            string LedgerEntry,
            long Signed,
            string Reference,
            string Who,
            string Employee,
            DocumentIdentity? Identity
        )> movements,
        IEnumerable<(DateOnly Day, LedgerBalance Balance)> balances
    )
    {
        company.Execute("delete from owed_movement; delete from owed_balance; delete from owed_reading");
        company.Execute("insert into owed_reading values (1, @At, @Who, @First, @Through)", reading);
        using var movement = Prepared.Insert(
            company,
            "owed_movement",
            "account day ledger_entry signed reference who employee source source_id"
        );
        foreach (var m in movements)
            movement.Run(
                m.Account,
                Iso.Text(m.Day),
                m.LedgerEntry,
                m.Signed,
                m.Reference,
                m.Who,
                m.Employee,
                m.Identity?.Source ?? "",
                m.Identity?.SourceId ?? ""
            );
        using var balance = Prepared.Insert(company, "owed_balance", "account day balance");
        foreach (var (day, b) in balances)
            balance.Run(b.Account, Iso.Text(day), b.Balance);
    }

    /// <summary>When it was last read; none where it never was.</summary>
    public OwedReadingRow? Reading() =>
        company.QueryFirstOrDefault<OwedReadingRow>("select at as At, who as Who, first as First, through as Through from owed_reading");

    /// <summary>What the entries of the ledger make of an account, by day.</summary>
    public IReadOnlyList<OwedMovementRow> Movements(string account) =>
        company
            .Query<OwedMovementRow>(
                """
                select m.account as Account, m.day as Day, m.ledger_entry as LedgerEntry, m.signed as Signed, m.reference as Reference,
                  m.who as Who, m.employee as Employee, d.id as Document, coalesce(d.kind = 'pay_run', 0) as IsRun
                from owed_movement m left join document d on m.source <> '' and d.source = m.source and d.source_id = m.source_id
                where m.account = @account order by m.day, m.ledger_entry
                """,
                new { account }
            )
            .AsList();

    /// <summary>What the ledger says of an account at the end of days; debit minus credit.</summary>
    public IReadOnlyDictionary<DateOnly, long> Balances(string account) =>
        company
            .Query<(string Day, long Balance)>("select day, balance from owed_balance where account = @account", new { account })
            .ToDictionary(b => Iso.Day(b.Day), b => b.Balance);

    /// <summary>The accounts in which pay runs owe something, and when the first was entered.</summary>
    public IReadOnlyList<(string Account, string First)> Accounts() =>
        company
            .Query<(string, string)>(
                """
                select account, min(day) from (
                  select o.account, d.entry_date as day from pay_owed o join document d on d.id = o.document_id
                    where o.account <> '' and d.state <> 'set_aside'
                  union all select l.account, d.entry_date from pay_run r join document d on d.id = r.document_id
                    join pay_line l on l.document_id = d.id and l.rung = 'offset' where r.kind <> 'pay' and d.state <> 'set_aside')
                group by account order by account
                """
            )
            .AsList();

    /// <summary>What pay runs made of an account, by the day of their entries: what was added to what is owed, as it was sent.</summary>
    public IReadOnlyList<(long Document, string Run, DateOnly Day, long Amount)> Accrued(string account) =>
        [
            .. company
                .Query<(long Document, string Run, string Day, long Amount)>(
                    """
                    select d.id, d.source_id, d.entry_date, -p.amount from posting p join document d on d.id = p.document_id
                    where p.account = @account and d.kind = 'pay_run' and d.state in ('posted', 'proved') order by d.entry_date, d.id
                    """,
                    new { account }
                )
                .Select(a => (a.Document, a.Run, Iso.Day(a.Day), a.Amount)),
        ];

    /// <summary>What runs owe, by pay date: those paid from a day on, and earlier ones of which something is open.</summary>
    public IReadOnlyList<OwedPartRow> Parts(DateOnly from) =>
        Parts(
            "where d.state <> 'set_aside' and (d.document_date >= @from or o.amount <> coalesce(l.paid, 0))",
            new { from = Iso.Text(from) }
        );

    /// <summary>What one run owes.</summary>
    public IReadOnlyList<OwedPartRow> PartsOf(long run) => Parts("where d.id = @run", new { run });

    private List<OwedPartRow> Parts(string where, object given) =>
        company
            .Query<OwedPartRow>(
                $"""
                select d.id as Document, d.source_id as Run, d.document_date as PayDate, d.entry_date as EntryDate, d.state as State,
                  o.account as Account, o.payee_kind as PayeeKind, o.payee as Payee, o.amount as Amount, coalesce(l.paid, 0) as Paid
                from pay_owed o join document d on d.id = o.document_id
                left join (select run_id, account, payee_kind, payee_key, sum(amount) as paid from pay_leg group by 1, 2, 3, 4) l
                  on l.run_id = o.document_id and l.account = o.account and l.payee_kind = o.payee_kind and l.payee_key = o.payee_key
                {where} order by d.document_date, d.id, o.place
                """,
                given
            )
            .AsList();

    /// <summary>What employees repaid by deductions of posted runs, of an account.</summary>
    public IReadOnlyList<(long Document, string Run, DateOnly Day, string Employee, long Amount)> Repaid(string account) =>
        [
            .. company
                .Query<(long Document, string Run, string Day, string Employee, long Amount)>(
                    """
                    select d.id, d.source_id, d.entry_date, r.employee, r.amount from pay_repaid r join document d on d.id = r.document_id
                    where r.account = @account and d.state in ('posted', 'proved') order by d.entry_date, d.id
                    """,
                    new { account }
                )
                .Select(r => (r.Document, r.Run, Iso.Day(r.Day), r.Employee, r.Amount)),
        ];

    /// <summary>The claims of an employee that are not sent. Walks document_claim_by_employee.</summary>
    public IReadOnlyList<long> OpenClaims(string employee) =>
        company
            .Query<long>(
                "select d.id from document d where d.kind = 'expense_claim' and d.party_key = @key and d.state in ('held', 'ready') "
                    + "order by d.id limit 50",
                new { key = Folded.Of(employee) }
            )
            .AsList();

    /// <summary>What the company says of when payees are due.</summary>
    public IReadOnlyList<DueRule> DueRules() =>
        [
            .. company
                .Query<(string Kind, string Payee, string Rule, long Days)>("select payee_kind, payee, rule, days from pay_due")
                .Select(r => new DueRule(new Payee(Words<PayeeKind>.Read(r.Kind), r.Payee), Words<TermRule>.Read(r.Rule), (int)r.Days)),
        ];

    /// <summary>Says when a payee is due.</summary>
    public void Put(DueRule rule) =>
        company.Execute(
            "insert into pay_due (payee_kind, payee_key, payee, rule, days) values (@kind, @key, @name, @rule, @days) "
                + "on conflict do update set rule = excluded.rule, days = excluded.days",
            new
            {
                kind = Words<PayeeKind>.Of(rule.To.Kind),
                key = rule.To.Key.Name,
                name = rule.To.Name,
                rule = Words<TermRule>.Of(rule.Rule),
                days = rule.Days,
            }
        );

    /// <summary>Documents that may be lines of a statement which pays something: charges that are not sent, of one of these
    /// totals. Walks document_by_total.</summary>
    public IReadOnlyList<(long Document, string Day, string What, string PaidFrom, long Amount)> Statements(IEnumerable<long> totals) =>
        company
            .Query<(long, string, string, string, long)>(
                """
                select d.id, d.document_date, iif(d.supplier <> '', d.supplier, d.reference), d.payment_account, d.total
                from json_each(@totals) j cross join document d on d.total = j.value
                where d.state in ('held', 'ready') and d.kind = 'card_charge'
                  and not exists (select 1 from pay_leg l where l.document_id = d.id)
                order by d.document_date, d.id limit 200
                """,
                new { totals = JsonSerializer.Serialize(totals) }
            )
            .AsList();
}
