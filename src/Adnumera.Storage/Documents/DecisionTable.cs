using Adnumera.Core.Documents;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A decision of a person on a document.</summary>
/// <param name="Batch">With which others it was made at once; none for one alone.</param>
public sealed record DecisionRow(long Id, long? Batch, long Document, string At, string Who, PersonsChoices Before, PersonsChoices After);

/// <summary>Decisions that were made at once.</summary>
[method: ExplicitConstructor]
public sealed record BatchRow(long Id, string At, string Who, string What, long Documents, string UndoneAt);

/// <summary>Decisions of persons on documents, each to be taken back.</summary>
public sealed class DecisionTable(SqliteConnection company)
{
    private const string Columns = "select id, batch_id, document_id, at, who, before, after from document_decision";

    /// <summary>Keeps decisions, each with what stood decided before and after it.</summary>
    public void Add(IEnumerable<(long Document, PersonsChoices Before, PersonsChoices After)> decided, long? batch, string at, string who)
    {
        using var insert = Prepared.Insert(company, "document_decision", "batch_id document_id at who before after");
        foreach (var (document, before, after) in decided)
            insert.Run((object?)batch ?? DBNull.Value, document, at, who, DecisionText.Of(before), DecisionText.Of(after));
    }

    /// <summary>The latest decision on a document that stands; none where none does. Walks document_decision_by_document.</summary>
    public DecisionRow? Latest(long document) =>
        Query("where document_id = @document and undone_at = '' order by id desc limit 1", new { document }).FirstOrDefault();

    /// <summary>A decision that stands; none where it does not.</summary>
    public DecisionRow? Find(long id) => Query("where id = @id and undone_at = ''", new { id }).FirstOrDefault();

    /// <summary>The decisions of a batch that stand.</summary>
    public IReadOnlyList<DecisionRow> OfBatch(long batch) =>
        Query("where batch_id = @batch and undone_at = '' order by document_id", new { batch });

    /// <summary>Whether two stand for the same.</summary>
    public static bool AreSame(PersonsChoices one, PersonsChoices other) => DecisionText.Of(one) == DecisionText.Of(other);

    /// <summary>Notes that decisions are taken back.</summary>
    public void Undone(IEnumerable<long> decisions, string at)
    {
        using var update = new Prepared(company, "update document_decision set undone_at = @at where id = @id", "at id");
        foreach (var id in decisions)
            update.Run(at, id);
    }

    /// <summary>Begins a batch; returns its number.</summary>
    public long Begin(string at, string who, string what, int documents) =>
        company.ExecuteScalar<long>(
            "insert into decision_batch (at, who, what, documents) values (@at, @who, @what, @documents) returning id",
            new
            {
                at,
                who,
                what,
                documents,
            }
        );

    /// <summary>Notes that a batch is taken back.</summary>
    public void UndoneBatch(long batch, string at) =>
        company.Execute("update decision_batch set undone_at = @at where id = @batch", new { batch, at });

    /// <summary>The latest batches that stand.</summary>
    public IReadOnlyList<BatchRow> Batches(int most) =>
        company
            .Query<BatchRow>(
                "select id as Id, at as At, who as Who, what as What, documents as Documents, undone_at as UndoneAt from decision_batch "
                    + "order by id desc limit @most",
                new { most }
            )
            .AsList();

    private List<DecisionRow> Query(string where, object parameters) =>
        [
            .. company
                .Query<(long Id, long? Batch, long Document, string At, string Who, string Before, string After)>(
                    $"{Columns} {where}",
                    parameters
                )
                .Select(r => new DecisionRow(
                    r.Id,
                    r.Batch,
                    r.Document,
                    r.At,
                    r.Who,
                    DecisionText.Read<PersonsChoices>(r.Before),
                    DecisionText.Read<PersonsChoices>(r.After)
                )),
        ];
}
