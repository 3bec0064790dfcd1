using System.Text.Json;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Documents that are coded anew in the background.</summary>
/// <param name="Id">The recoding.</param>
/// <param name="At">Since when, in ISO 8601.</param>
/// <param name="Who">By whom.</param>
/// <param name="Why">What was done, as people say it.</param>
/// <param name="SetId">The set of the mapping book that caused it; 0 for another cause.</param>
/// <param name="Documents">How many documents it began with.</param>
/// <param name="Remaining">How many of them wait.</param>
[method: ExplicitConstructor]
public sealed record RecodingRow(long Id, string At, string Who, string Why, long SetId, long Documents, long Remaining);

/// <summary>What is to be coded anew in the background: kept with what caused it, so that it goes on after a stop.</summary>
public sealed class RecodingTable(SqliteConnection company)
{
    private const string Columns =
        "select id, at, who, why, coalesce(set_id, 0) as SetId, documents, remaining from recoding where remaining > 0";

    /// <summary>Whether anything waits.</summary>
    public bool IsDue() => company.ExecuteScalar<long>("select exists (select 1 from recoding_due)") == 1;

    /// <summary>What is under way, the earliest first. Walks recoding_underway.</summary>
    public IReadOnlyList<RecodingRow> Underway() => company.Query<RecodingRow>($"{Columns} order by id").AsList();

    /// <summary>Adds documents; those that wait already are coded for this cause, as it is the later one.</summary>
    /// <param name="cause">What causes it.</param>
    /// <param name="ids">The documents.</param>
    public void Add(CodingCause cause, IReadOnlyCollection<long> ids)
    {
        var recoding = company.ExecuteScalar<long>(
            "insert into recoding (at, who, why, set_id, documents, remaining) values (@at, @Who, @Why, @Set, @documents, 0) returning id",
            new
            {
                at = Iso.Text(cause.At),
                cause.Who,
                cause.Why,
                cause.Set,
                documents = ids.Count,
            }
        );
        company.Execute(
            "insert into recoding_due (document_id, recoding_id) select value, @recoding from json_each(@ids) where true "
                + "on conflict do update set recoding_id = excluded.recoding_id",
            new { recoding, ids = JsonSerializer.Serialize(ids) }
        );
    }

    /// <summary>The next documents of the earliest recoding, with its cause.</summary>
    /// <param name="most">How many at most.</param>
    public (CodingCause Cause, IReadOnlyList<long> Ids)? Next(int most)
    {
        var first = company.QueryFirstOrDefault<RecodingRow>($"{Columns} order by id limit 1");
        return first is null
            ? null
            : (
                new CodingCause(Iso.Instant(first.At), first.Who, first.Why),
                company
                    .Query<long>(
                        "select document_id from recoding_due where recoding_id = @Id order by document_id limit @most",
                        new { first.Id, most }
                    )
                    .AsList()
            );
    }

    /// <summary>These documents are coded.</summary>
    public void Done(IReadOnlyCollection<long> ids) =>
        company.Execute(
            "delete from recoding_due where document_id in (select value from json_each(@ids))",
            new { ids = JsonSerializer.Serialize(ids) }
        );
}
