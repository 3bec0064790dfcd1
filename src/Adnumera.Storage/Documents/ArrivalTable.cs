using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A file that was taken in.</summary>
/// <param name="Original">1 where its original is kept; 0 for files that came before originals were.</param>
[method: ExplicitConstructor]
public sealed record ArrivalRow(
    long Id,
    string FileName,
    string Sha256,
    string At,
    string Who,
    long Documents,
    long Lines,
    long Added,
    long Updated,
    long Unchanged,
    long Original = 1
);

/// <summary>The files that were taken in.</summary>
public sealed class ArrivalTable(SqliteConnection company)
{
    private const string Columns =
        "id, file_name as FileName, sha256 as Sha256, at, who, documents, lines, added, updated, unchanged, original";

    public long Add(ArrivalRow row) =>
        company.ExecuteScalar<long>(
            """
            insert into arrival (file_name, sha256, at, who, documents, lines, added, updated, unchanged, original)
            values (@FileName, @Sha256, @At, @Who, @Documents, @Lines, @Added, @Updated, @Unchanged, @Original) returning id
            """,
            row
        );

    public ArrivalRow? Find(long id) =>
        company.QueryFirstOrDefault<ArrivalRow>($"select {Columns} from arrival where id = @id", new { id });

    public IReadOnlyList<ArrivalRow> Latest(int most) =>
        company.Query<ArrivalRow>($"select {Columns} from arrival order by id desc limit @most", new { most }).AsList();

    public void Finish(long id, int added, int updated, int unchanged) =>
        company.Execute(
            "update arrival set added = @added, updated = @updated, unchanged = @unchanged where id = @id",
            new
            {
                id,
                added,
                updated,
                unchanged,
            }
        );

    /// <summary>The last document id that was given out.</summary>
    public long LastDocument() => company.ExecuteScalar<long>("select coalesce(max(id), 0) from document");
}
