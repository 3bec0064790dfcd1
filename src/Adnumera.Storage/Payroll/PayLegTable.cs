using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>A part of a payment that pays a part of a run.</summary>
/// <param name="LedgerEntry">The ledger's entry that pays; blank for a document.</param>
/// <param name="Document">The document that pays; none for an entry that is not ours.</param>
/// <param name="RunId">The document of the run.</param>
/// <param name="Amount">Minor units.</param>
[method: ExplicitConstructor]
public sealed record PayLegRow(
    long Id,
    string Account,
    string LedgerEntry,
    long? Document,
    long RunId,
    string Run,
    string PayeeKind,
    string Payee,
    long Amount,
    string At,
    string Who
);

/// <summary>Which payments pay what of which runs, as persons confirmed.</summary>
public sealed class PayLegTable(SqliteConnection company)
{
    /// <summary>Everything that was confirmed of an account's payments.</summary>
    public IReadOnlyList<PayLegRow> Of(string account) =>
        company
            .Query<PayLegRow>(
                """
                select l.id as Id, l.account as Account, l.ledger_entry as LedgerEntry, l.document_id as Document, l.run_id as RunId,
                  d.source_id as Run, l.payee_kind as PayeeKind, coalesce(o.payee, l.payee_key) as Payee, l.amount as Amount, l.at as At,
                  l.who as Who
                from pay_leg l join document d on d.id = l.run_id left join pay_owed o on o.document_id = l.run_id
                  and o.account = l.account and o.payee_kind = l.payee_kind and o.payee_key = l.payee_key
                where l.account = @account order by l.id
                """,
                new { account }
            )
            .AsList();

    /// <summary>Notes what a payment pays.</summary>
    /// <param name="ledgerEntry">The ledger's entry; blank for a document.</param>
    /// <param name="document">The document; none for an entry.</param>
    /// <param name="items">What it pays, whole.</param>
    /// <param name="at">When.</param>
    /// <param name="who">Who says so.</param>
    /// <param name="decision">The decision by which the document was coded so; none where it was not.</param>
    public void Add(
        string ledgerEntry,
        long? document,
        IEnumerable<(OwedItem Item, long Amount)> items,
        DateTimeOffset at,
        string who,
        long? decision
    )
    {
        foreach (var (item, amount) in items)
            company.Execute(
                "insert into pay_leg (account, ledger_entry, document_id, run_id, payee_kind, payee_key, amount, at, who, decision_id) "
                    + "values (@account, @ledgerEntry, @document, @run, @kind, @key, @amount, @at, @who, @decision)",
                new
                {
                    account = item.Account,
                    ledgerEntry,
                    document,
                    run = item.Run,
                    kind = Words<PayeeKind>.Of(item.To.Kind),
                    key = item.To.Key.Name,
                    amount,
                    at = Iso.Text(at),
                    who,
                    decision,
                }
            );
    }

    /// <summary>The decision by which a document was coded when it was confirmed; none where there was none. Walks
    /// pay_leg_by_document.</summary>
    public long? DecisionOf(long document) =>
        company.QueryFirstOrDefault<long?>(
            "select decision_id from pay_leg where document_id = @document and decision_id is not null limit 1",
            new { document }
        );

    /// <summary>Takes back what was confirmed of a payment; returns how many parts that were.</summary>
    public int Remove(string account, string ledgerEntry, long? document) =>
        company.Execute(
            document is null
                ? "delete from pay_leg where account = @account and ledger_entry = @ledgerEntry and document_id is null"
                : "delete from pay_leg where document_id = @document",
            new
            {
                account,
                ledgerEntry,
                document,
            }
        );

    /// <summary>What was paid of which runs to those who worked, by the day on which it was.</summary>
    /// <param name="year">The year of that day.</param>
    public IReadOnlyList<(long Run, string LedgerEntry, DateOnly Day, long Amount)> PaidToWorkers(int year) =>
        [
            .. company
                .Query<(long Run, string Entry, string Day, long Amount)>(
                    """
                    select l.run_id, iif(l.ledger_entry <> '', l.ledger_entry, d.source_id), coalesce(m.day, d.document_date) as day,
                      sum(l.amount)
                    from pay_leg l left join owed_movement m on m.account = l.account and m.ledger_entry = l.ledger_entry
                      left join document d on d.id = l.document_id
                    where l.payee_kind = @employees and day >= @first and day <= @last group by 1, 2, 3 order by 3, 1
                    """,
                    new
                    {
                        employees = Words<PayeeKind>.Of(PayeeKind.Employees),
                        first = $"{year}-01-01",
                        last = $"{year}-12-31",
                    }
                )
                .Select(p => (p.Run, p.Entry, Iso.Day(p.Day), p.Amount)),
        ];

    /// <summary>The entries of an account of which a person said that they pay no run.</summary>
    public IReadOnlySet<string> Apart(string account) =>
        company.Query<string>("select ledger_entry from pay_leg_apart where account = @account", new { account }).ToHashSet();

    /// <summary>Says that an entry pays no run, or takes that back.</summary>
    public void Apart(string account, string ledgerEntry, bool isApart, DateTimeOffset at, string who) =>
        company.Execute(
            isApart
                ? "insert into pay_leg_apart values (@account, @ledgerEntry, @at, @who) on conflict do nothing"
                : "delete from pay_leg_apart where account = @account and ledger_entry = @ledgerEntry",
            new
            {
                account,
                ledgerEntry,
                at = Iso.Text(at),
                who,
            }
        );
}
