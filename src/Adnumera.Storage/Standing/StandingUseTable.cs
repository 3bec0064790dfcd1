using System.Text.Json;
using Adnumera.Core.Ledger;
using Adnumera.Core.Standing;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Standing;

/// <summary>What standing decisions did to documents.</summary>
public sealed class StandingUseTable(SqliteConnection company)
{
    /// <summary>Whether any did anything.</summary>
    public bool Any() => company.ExecuteScalar<long>("select exists (select 1 from standing_use)") == 1;

    /// <summary>The uses of documents, by document.</summary>
    public ILookup<long, StandingUse> Of(IEnumerable<long> documents) =>
        company
            .Query<(long Document, long Decision, long Line, string Field, string Dimension, string Value, long Won)>(
                "select u.document_id, u.decision_id, u.line, u.field, u.dimension, u.value, u.won "
                    + "from json_each(@ids) j cross join standing_use u on u.document_id = j.value",
                new { ids = JsonSerializer.Serialize(documents) }
            )
            .ToLookup(
                r => r.Document,
                r => new StandingUse(
                    r.Decision,
                    r.Line,
                    new StandingEffect(
                        Words<StandingField>.Read(r.Field),
                        r.Value,
                        r.Dimension.Length > 0 ? Dimension.Of(r.Dimension) : null
                    ),
                    r.Won == 1
                )
            );

    /// <summary>Writes the uses of a document in the place of those that were there.</summary>
    public void Put(long document, IEnumerable<StandingUse> uses)
    {
        company.Execute("delete from standing_use where document_id = @document", new { document });
        company.Execute(
            "insert or ignore into standing_use (document_id, decision_id, line, field, dimension, value, value_key, won) "
                + "values (@document, @Decision, @Line, @field, @dimension, @Value, @key, @Won)",
            uses.Select(u => new
            {
                document,
                u.Decision,
                u.Line,
                field = Words<StandingField>.Of(u.Effect.Field),
                dimension = u.Effect.Dimension?.Word ?? "",
                u.Effect.Value,
                key = Folded.Of(u.Effect.Value),
                u.Won,
            })
        );
    }
}
