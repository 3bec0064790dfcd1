using Adnumera.Core.Sources;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A record of a file that is no document.</summary>
/// <param name="Document">The document under the same id, where one came with another file; 0 for none.</param>
[method: ExplicitConstructor]
public sealed record SkippedRow(
    string Place,
    string SourceId,
    string Day,
    long Amount,
    string Currency,
    string Reason,
    string Detail,
    long Document
);

/// <summary>What files have and is no document.</summary>
public sealed class SkippedTable(SqliteConnection company)
{
    /// <summary>Keeps what a file has.</summary>
    public void Add(long arrival, string source, IEnumerable<ArrivedRecord.Skipped> records)
    {
        using var insert = Prepared.Insert(
            company,
            "skipped",
            "arrival_id position place source source_id day amount currency reason detail"
        );
        foreach (var (position, record) in records.Index())
            insert.Run(
                arrival,
                position,
                record.Place,
                source,
                record.SourceId,
                Iso.Text(record.Date),
                record.Amount,
                record.Currency.Code,
                Words<SkipReason>.Of(record.Reason),
                record.Detail
            );
    }

    /// <summary>What a file has, in its order, some at a time.</summary>
    public IReadOnlyList<SkippedRow> Of(long arrival, long after, int most) =>
        company
            .Query<SkippedRow>(
                """
                select s.place, s.source_id as SourceId, s.day, s.amount, s.currency, s.reason, s.detail, coalesce(d.id, 0) as Document
                from skipped s left join document d on s.source_id <> '' and d.source = s.source and d.source_id = s.source_id
                where s.arrival_id = @arrival and s.position >= @after order by s.position limit @most
                """,
                new
                {
                    arrival,
                    after,
                    most,
                }
            )
            .AsList();
}
