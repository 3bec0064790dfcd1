using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>How tables of a header are read.</summary>
/// <param name="Source">Whose tables they are.</param>
/// <param name="Content">layout.json.</param>
[method: ExplicitConstructor]
public sealed record LayoutRow(string HeaderKey, string Source, string Content, string At, string Who);

/// <summary>Layouts that were used, by the header that they are for: recognised the next time.</summary>
public sealed class LayoutTable(SqliteConnection company)
{
    public void Keep(LayoutRow row) =>
        company.Execute(
            """
            insert into layout (header_key, source, content, at, who) values (@HeaderKey, @Source, @Content, @At, @Who)
            on conflict do update set source = excluded.source, content = excluded.content, at = excluded.at, who = excluded.who
            """,
            row
        );

    public LayoutRow? Find(string headerKey) =>
        company.QueryFirstOrDefault<LayoutRow>(
            "select header_key as HeaderKey, source, content, at, who from layout where header_key = @headerKey",
            new { headerKey }
        );
}
