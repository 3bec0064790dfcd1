using System.Text.Json;
using Adnumera.Core.Mapping;
using Adnumera.Core.Mapping.Suggestions;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>What was posted and pulled by an instant.</summary>
/// <param name="Accepted">How many instructions were accepted.</param>
/// <param name="PulledAt">When the ledger was pulled last; blank for never.</param>
public readonly record struct PostedMark(long Accepted, string PulledAt);

/// <summary>Lines to learn from, and lines that wait.</summary>
public sealed class LearningTable(SqliteConnection company)
{
    /// <summary>
    /// The latest lines that stand in the ledger, the latest documents first: only what was posted teaches, never what is still open. Walks
    /// the primary keys from their end.
    /// </summary>
    public IReadOnlyList<CodedLine> Past(int most) =>
        [
            .. company
                .Query<Row>(
                    """
                    select '' as Key, d.document_date as Date, d.supplier as Supplier, l.category as Category, l.item as Item, l.description
                      as Description, l.decided_account as Account
                    from document d cross join document_line l on l.document_id = d.id
                    where d.id > (select coalesce(max(id), 0) from document) - @most and l.decided_account <> ''
                      and d.state in ('posted', 'proved')
                    order by d.id desc limit @most
                    """,
                    new { most }
                )
                .Select(r => r.ToLine()),
        ];

    /// <summary>What was posted and pulled so far: what is learned changes when it does.</summary>
    public PostedMark Mark() =>
        new(
            company.ExecuteScalar<long>("select coalesce(sum(instructions), 0) from dispatch_cell where state = 'accepted'"),
            company.ExecuteScalar<string>("select at from pulled") ?? ""
        );

    /// <summary>For each of these values, some of the lines that wait under it; no more of them are read than that.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<CodedLine>> Waiting(KeyKind kind, IEnumerable<string> values, int mostEach)
    {
        if (kind is not (KeyKind.Item or KeyKind.Category or KeyKind.CostCode or KeyKind.Supplier))
            return new Dictionary<string, IReadOnlyList<CodedLine>>();
        var join =
            KeyColumns.Join(kind, "k.value") + (kind == KeyKind.Supplier ? " cross join document_line l on l.document_id = d.id" : "");
        var keys = JsonSerializer.Serialize(values.Select(v => kind.Fold(v)));
        return company
            .Query<Row>(
                $"""
                select w.key as Key, j.value ->> 0 as Date, j.value ->> 1 as Supplier, j.value ->> 2 as Category, j.value ->> 3 as Item,
                  j.value ->> 4 as Description, '' as Account
                from (
                  select k.value as key, (
                    select json_group_array(json_array(x.document_date, x.supplier, x.category, x.item, x.description)) from (
                      select d.document_date, d.supplier, l.category, l.item, l.description from (select k.value as value) k {join}
                      where l.waiting <> 0 and d.state in ('held', 'to_approve', 'ready') limit @mostEach) x) as lines
                  from json_each(@keys) k) w
                cross join json_each(w.lines) j
                """,
                new { keys, mostEach }
            )
            .GroupBy(r => r.Key)
            .ToDictionary(g => g.Key, g => (IReadOnlyList<CodedLine>)[.. g.Select(r => r.ToLine())]);
    }

    [method: ExplicitConstructor]
    private sealed record Row(string Key, string Date, string Supplier, string Category, string Item, string Description, string Account)
    {
        public CodedLine ToLine() => new(Iso.Day(Date), Supplier, Category, Item, Description, Account);
    }
}
