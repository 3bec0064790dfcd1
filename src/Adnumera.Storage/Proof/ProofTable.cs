using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Proof;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Proof;

/// <summary>A run of the proof.</summary>
[method: ExplicitConstructor]
public sealed record ProofRow(long Id, string At, string Who, string FirstDay, string LastDay, long Intended, long Proved, long Differences, long AtStake);

/// <summary>A finding.</summary>
[method: ExplicitConstructor]
public sealed record DifferenceRow(
    long Id, long DocumentId, string Source, string SourceId, string LedgerEntries, string Kind, string Account, string Intended, string Found, long Amount, string Detail,
    string Who, string Reference);

/// <summary>An account's agreement: opening + found + payments + not ours = closing, debit minus credit in minor units.</summary>
public sealed record AccountProofRow(string Account, long Opening, long Intended, long Found, long Payments, long NotOurs, long Closing, bool Agrees);

/// <summary>What the proof found, kept run by run.</summary>
public sealed class ProofTable(SqliteConnection company)
{
    public ProofRow? Latest() => company.QueryFirstOrDefault<ProofRow>(
        "select id, at, who, first_day as FirstDay, last_day as LastDay, intended, proved, differences, at_stake as AtStake from proof order by id desc limit 1");

    public IReadOnlyList<DifferenceRow> Differences(long proof) => company.Query<DifferenceRow>(
        """
        select f.id as Id, coalesce(f.document_id, 0) as DocumentId, f.source as Source, f.source_id as SourceId, f.ledger_entries as LedgerEntries, f.kind as Kind, f.account as Account,
          f.intended as Intended, f.found as Found, f.amount as Amount, f.detail as Detail,
          coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account, '') as Who, coalesce(d.reference, '') as Reference
        from difference f left join document d on d.id = f.document_id where f.proof_id = @proof order by f.id
        """, new { proof }).AsList();

    public IReadOnlyList<AccountProofRow> Accounts(long proof) => [.. company.Query<(string Account, long Opening, long Intended, long Found, long Payments, long NotOurs, long Closing, long Agrees)>(
        "select account, opening, intended, found, payments, not_ours, closing, agrees from account_proof where proof_id = @proof order by position", new { proof })
        .Select(a => new AccountProofRow(a.Account, a.Opening, a.Intended, a.Found, a.Payments, a.NotOurs, a.Closing, a.Agrees == 1))];

    public IReadOnlyList<DifferenceRow> OfDocument(long document) => Latest() is { } latest ? [.. Differences(latest.Id).Where(d => d.DocumentId == document)] : [];

    public long Add(
        ProofRow proof, IEnumerable<(long? DocumentId, Difference Difference)> differences, IEnumerable<AccountProofRow> accounts,
        IEnumerable<(string Source, string Period, Tally Found, Tally Intended)> found, Currency currency)
    {
        var id = company.ExecuteScalar<long>(
            """
            insert into proof (at, who, first_day, last_day, intended, proved, differences, at_stake)
            values (@At, @Who, @FirstDay, @LastDay, @Intended, @Proved, @Differences, @AtStake) returning id
            """, proof);
        company.Execute(
            """
            insert into difference (proof_id, document_id, source, source_id, ledger_entries, kind, account, intended, found, amount, detail)
            values (@id, @document, @source, @sourceId, @entries, @kind, @account, @intended, @found, @amount, @detail)
            """,
            differences.Select(d => new
            {
                id,
                document = d.DocumentId,
                source = d.Difference.Identity?.Source ?? "",
                sourceId = d.Difference.Identity?.SourceId ?? "",
                entries = string.Join(' ', d.Difference.LedgerEntries),
                kind = Words<DifferenceKind>.Of(d.Difference.Kind),
                account = d.Difference.Account,
                intended = d.Difference.Intended.Write(currency.Digits),
                found = d.Difference.Found.Write(currency.Digits),
                amount = d.Difference.Amount,
                detail = d.Difference.Detail,
            }));
        company.Execute(
            """
            insert into account_proof (proof_id, position, account, opening, intended, found, payments, not_ours, closing, agrees)
            values (@id, @position, @Account, @Opening, @Intended, @Found, @Payments, @NotOurs, @Closing, @agrees)
            """, accounts.Select((a, position) => new { id, position, a.Account, a.Opening, a.Intended, a.Found, a.Payments, a.NotOurs, a.Closing, agrees = a.Agrees ? 1 : 0 }));
        company.Execute("insert into found_total (proof_id, source, period, documents, money, intended_documents, intended_money) values (@id, @Source, @Period, @documents, @money, @count, @sum)",
            found.Select(f => new { id, f.Source, f.Period, documents = f.Found.Documents, money = f.Found.Money, count = f.Intended.Documents, sum = f.Intended.Money }));
        return id;
    }
}
