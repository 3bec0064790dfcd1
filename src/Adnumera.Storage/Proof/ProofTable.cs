using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Proof;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Proof;

/// <summary>A run of the proof.</summary>
[method: ExplicitConstructor]
public sealed record ProofRow(
    long Id,
    string At,
    string Who,
    string FirstDay,
    string LastDay,
    long Intended,
    long Proved,
    long Differences,
    long AtStake
);

/// <summary>A finding.</summary>
public sealed record DifferenceRow(
    long Id,
    long DocumentId,
    string Source,
    string SourceId,
    string LedgerEntries,
    DifferenceKind Kind,
    string Account,
    string Intended,
    string Found,
    long Amount,
    string Detail,
    string Who,
    string Reference
);

/// <summary>What differs of one kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Differences">How many.</param>
/// <param name="Stake">What is at stake by them, in minor units: of each document its largest amount, once among all kinds.</param>
public sealed record KindOfDifference(DifferenceKind Kind, long Differences, long Stake);

/// <summary>An account's agreement: opening + found + payments + not ours = closing, debit minus credit in minor units.</summary>
public sealed record AccountProofRow(
    string Account,
    long Opening,
    long Intended,
    long Found,
    long Payments,
    long NotOurs,
    long Closing,
    bool Agrees
);

/// <summary>What was read back of a document: how many entries, their money and the money intended, as it counts.</summary>
public readonly record struct Reading(long DocumentId, string Source, string Period, long Documents, long Money, long Intended);

/// <summary>What the proof found, kept run by run; for each day the latest proof that covers it counts.</summary>
public sealed class ProofTable(SqliteConnection company)
{
    private const string Columns =
        "select id, at, who, first_day as FirstDay, last_day as LastDay, intended, proved, differences, at_stake as AtStake from proof";

    // A later proof that covers the day of a difference takes the place of what an earlier one said.
    private const string Current =
        "not exists (select 1 from proof p where p.id > f.proof_id and p.first_day <= f.day and p.last_day >= f.day)";

    private const string CurrentWithin = $"{Current} and (@first = '' or (f.day >= @first and f.day <= @last))";

    private const string DifferenceColumns = """
        select f.id as Id, coalesce(f.document_id, 0) as DocumentId, f.source as Source, f.source_id as SourceId, f.ledger_entries as
          LedgerEntries, f.kind as Kind, f.account as Account,
          f.intended as Intended, f.found as Found, f.amount as Amount, f.detail as Detail,
          coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account, '') as Who, coalesce(d.reference, '') as Reference
        from difference f left join document d on d.id = f.document_id
        """;

    public ProofRow? Latest() => company.QueryFirstOrDefault<ProofRow>($"{Columns} order by id desc limit 1");

    /// <summary>The latest proof that covers these days whole; without days, the latest.</summary>
    public ProofRow? LatestOf(DateOnly? first, DateOnly? last) =>
        first is null || last is null
            ? Latest()
            : company.QueryFirstOrDefault<ProofRow>(
                $"{Columns} where first_day <= @first and last_day >= @last order by id desc limit 1",
                new { first = Iso.Text(first), last = Iso.Text(last) }
            );

    /// <summary>What differs by the latest proofs, of these days or of all, by kind: what has the most at stake first.</summary>
    public IReadOnlyList<KindOfDifference> Kinds(DateOnly? first, DateOnly? last) =>
        [
            .. company
                .Query<(string Kind, long Differences, long Stake)>(
                    $"select kind, sum(differences), sum(stake) from difference_cell f where {CurrentWithin} group by kind "
                        + "order by sum(stake) desc, kind",
                    new { first = Iso.Text(first), last = Iso.Text(last) }
                )
                .Select(k => new KindOfDifference(Words<DifferenceKind>.Read(k.Kind), k.Differences, k.Stake)),
        ];

    /// <summary>What differs of one kind by the latest proofs, in the order of its ids. Walks difference_by_kind.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="first">The first day; all days when left out.</param>
    /// <param name="last">The last day.</param>
    /// <param name="after">The id of the last one before; 0 for the first.</param>
    /// <param name="most">How many at most.</param>
    public IReadOnlyList<DifferenceRow> Differences(DifferenceKind kind, DateOnly? first, DateOnly? last, long after, int most) =>
        Found(
            $"""
            f.kind = @kind and f.id > max(@after, coalesce((select min(x.id) - 1 from difference x where x.proof_id = (
              select min(f.proof_id) from difference_cell f where f.kind = @kind and {CurrentWithin})), 0)) and {CurrentWithin}
            """,
            new
            {
                kind = Words<DifferenceKind>.Of(kind),
                first = Iso.Text(first),
                last = Iso.Text(last),
                after,
                most,
            },
            "limit @most"
        );

    /// <summary>How many documents of these days were proved and how many read, by the latest readings.</summary>
    public (long Proved, long Read) Readings(string? period) =>
        company.QuerySingle<(long, long)>(
            """
            select (select coalesce(sum(documents), 0) from count_cell where state = 'proved' and (@period is null or period = @period)),
              (select coalesce(sum(documents), 0) from read_cell where @period is null or period = @period)
            """,
            new { period }
        );

    public IReadOnlyList<AccountProofRow> Accounts(long proof) =>
        [
            .. company
                .Query<(string Account, long Opening, long Intended, long Found, long Payments, long NotOurs, long Closing, long Agrees)>(
                    "select account, opening, intended, found, payments, not_ours, closing, agrees from account_proof "
                        + "where proof_id = @proof order by position",
                    new { proof }
                )
                .Select(a => new AccountProofRow(
                    a.Account,
                    a.Opening,
                    a.Intended,
                    a.Found,
                    a.Payments,
                    a.NotOurs,
                    a.Closing,
                    a.Agrees == 1
                )),
        ];

    /// <summary>What differs of a document. Walks difference_by_document.</summary>
    public IReadOnlyList<DifferenceRow> OfDocument(long document) => Found($"f.document_id = @document and {Current}", new { document });

    /// <summary>Keeps a proof, and what it read of each document in the place of what was read before.</summary>
    public long Add(
        ProofRow proof,
        IEnumerable<(long? DocumentId, DateOnly Day, Difference Difference)> differences,
        IEnumerable<AccountProofRow> accounts,
        IReadOnlyCollection<Reading> readings,
        Currency currency
    )
    {
        var id = company.ExecuteScalar<long>(
            """
            insert into proof (at, who, first_day, last_day, intended, proved, differences, at_stake)
            values (@At, @Who, @FirstDay, @LastDay, @Intended, @Proved, @Differences, @AtStake) returning id
            """,
            proof
        );
        company.Execute(
            """
            insert into difference (proof_id, document_id, day, source, source_id, ledger_entries, kind, account, intended, found, amount,
              detail)
            values (@id, @document, @day, @source, @sourceId, @entries, @kind, @account, @intended, @found, @amount, @detail)
            """,
            differences.Select(d => new
            {
                id,
                document = d.DocumentId,
                day = Iso.Text(d.Day),
                source = d.Difference.Identity?.Source ?? "",
                sourceId = d.Difference.Identity?.SourceId ?? "",
                entries = string.Join(' ', d.Difference.LedgerEntries),
                kind = Words<DifferenceKind>.Of(d.Difference.Kind),
                account = d.Difference.Account,
                intended = d.Difference.Intended.Write(currency.Digits),
                found = d.Difference.Found.Write(currency.Digits),
                amount = d.Difference.Amount,
                detail = d.Difference.Detail,
            })
        );
        company.Execute(
            """
            insert into difference_cell (proof_id, day, kind, differences, stake)
              select proof_id, day, kind, count(*), sum(case when place = 1 then amount else 0 end)
              from (select proof_id, day, kind, amount, row_number() over (
                  partition by coalesce(cast(document_id as text), source || ' ' || source_id || ' ' || ledger_entries)
                  order by amount desc, id) as place
                from difference where proof_id = @id)
              group by proof_id, day, kind
            """,
            new { id }
        );
        company.Execute(
            """
            insert into account_proof (proof_id, position, account, opening, intended, found, payments, not_ours, closing, agrees)
            values (@id, @position, @Account, @Opening, @Intended, @Found, @Payments, @NotOurs, @Closing, @agrees)
            """,
            accounts.Select(
                (a, position) =>
                    new
                    {
                        id,
                        position,
                        a.Account,
                        a.Opening,
                        a.Intended,
                        a.Found,
                        a.Payments,
                        a.NotOurs,
                        a.Closing,
                        agrees = a.Agrees ? 1 : 0,
                    }
            )
        );
        Save(id, readings);
        return id;
    }

    private IReadOnlyList<DifferenceRow> Found(string where, object parameters, string limit = "") =>
        [.. company.Query<FoundRow>($"{DifferenceColumns} where {where} order by f.id {limit}", parameters).Select(r => r.ToRow())];

    private void Save(long proof, IReadOnlyCollection<Reading> readings)
    {
        var before = company
            .Query<(long Id, long Documents, long Money, long Intended)>(
                "select r.document_id, r.documents, r.money, r.intended from json_each(@ids) j "
                    + "cross join reading r on r.document_id = j.value",
                new { ids = JsonSerializer.Serialize(readings.Select(r => r.DocumentId)) }
            )
            .ToDictionary(r => r.Id);
        using var put = Prepared.Insert(
            company,
            "reading",
            "document_id proof_id documents money intended",
            "on conflict do update set proof_id = excluded.proof_id, documents = excluded.documents, money = excluded.money, intended = "
                + "excluded.intended"
        );
        foreach (var r in readings)
            put.Run(r.DocumentId, proof, r.Documents, r.Money, r.Intended);
        company.Execute(
            """
            insert into read_cell (source, period, found_documents, found_money, documents, money)
              values (@Source, @Period, @foundDocuments, @foundMoney, @documents, @money)
            on conflict do update set found_documents = found_documents + excluded.found_documents, found_money = found_money +
              excluded.found_money,
              documents = documents + excluded.documents, money = money + excluded.money
            """,
            readings
                .GroupBy(r => (r.Source, r.Period))
                .Select(g => new
                {
                    g.Key.Source,
                    g.Key.Period,
                    foundDocuments = g.Sum(r => r.Documents - before.GetValueOrDefault(r.DocumentId).Documents),
                    foundMoney = g.Sum(r => r.Money - before.GetValueOrDefault(r.DocumentId).Money),
                    documents = (long)g.Count(r => !before.ContainsKey(r.DocumentId)),
                    money = g.Sum(r => r.Intended - before.GetValueOrDefault(r.DocumentId).Intended),
                })
        );
    }

    [method: ExplicitConstructor]
    private sealed record FoundRow(
        long Id,
        long DocumentId,
        string Source,
        string SourceId,
        string LedgerEntries,
        string Kind,
        string Account,
        string Intended,
        string Found,
        long Amount,
        string Detail,
        string Who,
        string Reference
    )
    {
        public DifferenceRow ToRow() =>
            new(
                Id,
                DocumentId,
                Source,
                SourceId,
                LedgerEntries,
                Words<DifferenceKind>.Read(Kind),
                Account,
                Intended,
                Found,
                Amount,
                Detail,
                Who,
                Reference
            );
    }
}
