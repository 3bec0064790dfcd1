using System.Text.Json;
using System.Text.Json.Serialization;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>A set of changes that were made together: by hand, from a file, from suggestions, by a pull, or to undo another.</summary>
[method: ExplicitConstructor]
public sealed record ChangeSet(long Id, string At, string Who, string Origin, long Changes, long Undoes, long UndoneBy);

/// <summary>One change with the set that it belongs to.</summary>
public sealed record RecordedChange(long Id, long SetId, string At, string Who, string Origin, RowChange Change);

/// <summary>The history of the mapping book: every set of changes, whole enough to undo it and to know the book of any day.</summary>
public sealed class ChangeTable(SqliteConnection company)
{
    private static readonly JsonSerializerOptions Json = new()
    {
        Converters = { new JsonStringEnumConverter() },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    public long Add(DateTimeOffset at, string who, string origin, IReadOnlyCollection<RowChange> changes, long? undoes = null)
    {
        var set = company.ExecuteScalar<long>(
            "insert into change_set (at, who, origin, undoes) values (@at, @who, @origin, @undoes) returning id",
            new
            {
                at = Iso.Text(at),
                who,
                origin,
                undoes,
            }
        );
        if (undoes is not null)
            company.Execute("update change_set set undone_by = @set where id = @undoes", new { set, undoes });
        using var insert = Prepared.Insert(company, "change", "set_id kind key key_folded for_source effective_from before after");
        foreach (var change in changes)
        {
            var identity = change.Identity;
            insert.Run(
                set,
                Words<KeyKind>.Of(change.Kind),
                change.Key,
                identity.FoldedKey,
                identity.ForSource,
                Iso.Text(identity.EffectiveFrom),
                Text(change.Before),
                Text(change.After)
            );
        }

        return set;
    }

    /// <summary>Sets, the latest first, before the given one.</summary>
    public IReadOnlyList<ChangeSet> Sets(long? before, int most) =>
        company
            .Query<ChangeSet>(
                """
                select s.id as Id, s.at as At, s.who as Who, s.origin as Origin, (select count(*) from change c
                  where c.set_id = s.id) as Changes, coalesce(s.undoes, 0) as Undoes, coalesce(s.undone_by, 0) as UndoneBy
                from change_set s where @before is null or s.id < @before order by s.id desc limit @most
                """,
                new { before, most }
            )
            .AsList();

    public ChangeSet? Set(long id) => Sets(id + 1, 1) is [var set] && set.Id == id ? set : null;

    /// <summary>The changes of one set. Walks change_by_set.</summary>
    public IReadOnlyList<RowChange> Of(long set) =>
        [
            .. company
                .Query<(string Before, string After)>("select before, after from change where set_id = @set order by id", new { set })
                .Select(Read),
        ];

    /// <summary>What happened to one key, the latest first. Walks change_by_key.</summary>
    public IReadOnlyList<RecordedChange> Of(KeyKind kind, string key) =>
        [
            .. company
                .Query<ChangeRow>(
                    """
                    select c.id as Id, c.set_id as SetId, s.at as At, s.who as Who, s.origin as Origin, c.before as Before, c.after as After
                    from change c join change_set s on s.id = c.set_id where c.kind = @kind and c.key_folded = @key order by c.id desc
                      limit 200
                    """,
                    new { kind = Words<KeyKind>.Of(kind), key = kind.Fold(key) }
                )
                .Select(c => new RecordedChange(c.Id, c.SetId, c.At, c.Who, c.Origin, Read((c.Before, c.After)))),
        ];

    /// <summary>The book as it was at an instant: the book of now with every later change taken back.</summary>
    public IReadOnlyList<MappingRow> AsOf(DateTimeOffset instant)
    {
        var rows = new MappingTable(company).All().ToDictionary(r => r.Identity);
        foreach (
            var change in company
                .Query<(string Before, string After)>(
                    "select c.before, c.after from change c join change_set s on s.id = c.set_id where s.at > @at order by c.id desc",
                    new { at = Iso.Text(instant) }
                )
                .Select(Read)
        )
        {
            if (change.Before is { } before)
                rows[change.Identity] = before;
            else
                rows.Remove(change.Identity);
        }

        return BookChanges.InOrder(rows.Values);
    }

    private static string Text(MappingRow? row) => row is null ? "" : JsonSerializer.Serialize(row, Json);

    private static RowChange Read((string Before, string After) c) => new(Row(c.Before), Row(c.After));

    private static MappingRow? Row(string text) => text.Length == 0 ? null : JsonSerializer.Deserialize<MappingRow>(text, Json);

    [method: ExplicitConstructor]
    private sealed record ChangeRow(long Id, long SetId, string At, string Who, string Origin, string Before, string After);
}
