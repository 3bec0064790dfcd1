using System.Text.Json;
using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What a refund or credit gives back.</summary>
/// <param name="Original">The document; 0 where a person says that it is none.</param>
/// <param name="ByPerson">Whether a person says it.</param>
/// <param name="Evidence">What speaks for it.</param>
public sealed record ReversalRow(long Document, long Original, bool ByPerson, IReadOnlyList<ReversalEvidence> Evidence);

/// <summary>Refunds and credits, and the documents that they give back.</summary>
public sealed class ReversalTable(SqliteConnection company)
{
    // Of one supplier, or with one reference, so many of the latest are looked at.
    private const int MostOfSupplier = 60;
    private const string Open = "r.state in ('held', 'to_approve', 'ready')";

    internal const string UndecidedOf = $"""
        select r.id from json_each(@came) j cross join document r on r.id = j.value
        where r.kind in ('card_refund', 'supplier_credit') and {Open}
          and not exists (select 1 from reversal v where v.document_id = r.id and v.by_person = 1)
        union
        select r.id from (select distinct d.supplier_key as supplier from json_each(@came) j cross join document d on d.id = j.value
          where d.supplier_key <> '' and d.kind in ('card_charge', 'order', 'bill')) s
        cross join document r indexed by document_reversal_open
          on r.supplier_key = s.supplier and r.kind in ('card_refund', 'supplier_credit') and {Open}
        where not exists (select 1 from reversal v where v.document_id = r.id)
        order by 1
        """;

    /// <summary>Whether anything is found to give something back.</summary>
    public bool Any() => company.ExecuteScalar<long>("select exists (select 1 from reversal)") == 1;

    /// <summary>Whether any refund or credit is open. Walks document_reversal_open.</summary>
    public bool AnyOpen() =>
        company.ExecuteScalar<long>(
            $"select exists (select 1 from document r where r.kind in ('card_refund', 'supplier_credit') and {Open})"
        ) == 1;

    public ReversalRow? Find(long document) =>
        company.QueryFirstOrDefault<(long Original, long ByPerson, string Evidence)?>(
            "select original_id, by_person, evidence from reversal where document_id = @document",
            new { document }
        )
            is { } row
            ? new ReversalRow(
                document,
                row.Original,
                row.ByPerson == 1,
                [.. row.Evidence.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<ReversalEvidence>.Read)]
            )
            : null;

    /// <summary>Open refunds and credits among these of which nobody said what they give back, and those of the same suppliers as these
    /// that wait for it. Walks document_reversal_open, by supplier.</summary>
    public IReadOnlyList<long> Undecided(IEnumerable<long> came) =>
        company.Query<long>(UndecidedOf, new { came = JsonSerializer.Serialize(came) }).AsList();

    /// <summary>For each of these, documents that it may give back: the latest of its supplier, and those with its reference.</summary>
    public ILookup<long, long> Candidates(IEnumerable<long> reversals) =>
        company
            .Query<(long Reversal, long Original)>(
                $"""
                select r.id, o.id from json_each(@reversals) j cross join document r on r.id = j.value
                cross join document o on o.id in (
                  select x.id from document x where x.supplier_key = r.supplier_key and r.supplier_key <> ''
                    and x.kind in ('card_charge', 'order', 'bill') and x.document_date <= r.document_date
                  order by x.id desc limit {MostOfSupplier})
                union
                select r.id, o.id from json_each(@reversals) j cross join document r on r.id = j.value
                cross join document o on o.id in (
                  select x.id from document x where x.reference_key = r.reference_key and r.reference_key <> ''
                    and x.kind in ('card_charge', 'order', 'bill')
                  order by x.id desc limit {MostOfSupplier})
                """,
                new { reversals = JsonSerializer.Serialize(reversals) }
            )
            .ToLookup(c => c.Reversal, c => c.Original);

    /// <summary>Open refunds and credits that give back any of these.</summary>
    public IReadOnlyList<(long Document, long Original)> OpenOf(IEnumerable<long> originals) =>
        company
            .Query<(long, long)>(
                $"select v.document_id, v.original_id from json_each(@originals) j cross join reversal v on v.original_id = j.value "
                    + $"cross join document r on r.id = v.document_id where {Open}",
                new { originals = JsonSerializer.Serialize(originals) }
            )
            .AsList();

    public void Put(ReversalRow row) =>
        company.Execute(
            "insert or replace into reversal (document_id, original_id, by_person, evidence) "
                + "values (@Document, @Original, @ByPerson, @evidence)",
            new
            {
                row.Document,
                row.Original,
                row.ByPerson,
                evidence = string.Join(' ', row.Evidence.Select(Words<ReversalEvidence>.Of)),
            }
        );

    public void Remove(long document) => company.Execute("delete from reversal where document_id = @document", new { document });

    /// <summary>Writes the account of what is given back on each line.</summary>
    public void SetAccounts(long document, IEnumerable<(long Line, string Account)> accounts) =>
        company.Execute(
            "update document_line set found_account = @Account where document_id = @document and line = @Line",
            accounts.Select(a => new
            {
                document,
                a.Line,
                a.Account,
            })
        );
}
