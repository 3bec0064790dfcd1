using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What sources have replaced or deleted.</summary>
public sealed class SupersededTable(SqliteConnection company)
{
    /// <summary>What is known of some records: all that they replaced, and all that replaced them.</summary>
    public IReadOnlyList<Superseded> About(IEnumerable<DocumentIdentity> ids) =>
        !Any()
            ? []
            :
            [
                .. company
                    .Query<(string Source, string Id, string By)>(
                        """
                        with recursive version (source, id) as (
                          select j.value ->> 0, j.value ->> 1 from json_each(@ids) j
                          union
                          select r.source, r.by_id from version v
                          join superseded r on r.source = v.source and r.source_id = v.id where r.by_id <> ''
                          union
                          select r.source, r.source_id from version v
                          join superseded r on r.source = v.source and r.by_id = v.id and r.by_id <> '')
                        select r.source, r.source_id, r.by_id from version v
                        join superseded r on r.source = v.source and r.source_id = v.id
                        """,
                        new { ids = JsonSerializer.Serialize(ids.Distinct().Select(i => new[] { i.Source, i.SourceId })) }
                    )
                    .Select(r => new Superseded(
                        new DocumentIdentity(r.Source, r.Id),
                        r.By.Length > 0 ? new DocumentIdentity(r.Source, r.By) : null
                    )),
            ];

    /// <summary>Keeps what a file says.</summary>
    public void Add(long arrival, IEnumerable<Superseded> superseded) =>
        company.Execute(
            "insert into superseded (source, source_id, by_id, arrival_id) values (@Source, @SourceId, @by, @arrival) "
                + "on conflict do update set by_id = excluded.by_id, arrival_id = excluded.arrival_id",
            superseded.Select(r => new
            {
                r.Of.Source,
                r.Of.SourceId,
                by = r.By?.SourceId ?? "",
                arrival,
            })
        );

    /// <summary>Of these records, those that their source deleted.</summary>
    public IReadOnlyList<DocumentIdentity> DeletedAmong(IEnumerable<DocumentIdentity> ids) =>
        [
            .. company
                .Query<(string Source, string Id)>(
                    "select r.source, r.source_id from json_each(@ids) j cross join superseded r on r.source = j.value ->> 0 "
                        + "and r.source_id = j.value ->> 1 where r.by_id = ''",
                    new { ids = JsonSerializer.Serialize(ids.Distinct().Select(i => new[] { i.Source, i.SourceId })) }
                )
                .Select(r => new DocumentIdentity(r.Source, r.Id)),
        ];

    /// <summary>Whether anything was ever replaced or deleted.</summary>
    public bool Any() => company.ExecuteScalar<long>("select exists (select 1 from superseded)") == 1;

    /// <summary>Forgets that these were deleted: their source has them again.</summary>
    public void Revive(IEnumerable<DocumentIdentity> ids) =>
        company.Execute("delete from superseded where source = @Source and source_id = @SourceId and by_id = ''", ids);

    /// <summary>Whether a file replaced something.</summary>
    public bool Any(long arrival) =>
        company.ExecuteScalar<long>("select exists (select 1 from superseded where arrival_id = @arrival)", new { arrival }) == 1;

    /// <summary>Forgets what a file said that is taken back.</summary>
    public void RemoveOf(long arrival) => company.Execute("delete from superseded where arrival_id = @arrival", new { arrival });
}
