using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Feeds;

/// <summary>What waits of a value of the field that decides.</summary>
/// <param name="Value">The value; blank where the records say nothing.</param>
/// <param name="Ours">Whether it is ours; none while nobody decided.</param>
/// <param name="Waiting">How many records or files wait.</param>
public sealed record FeedValue(string Value, bool? Ours, long Waiting);

/// <summary>A record or file that waits until somebody says whose it is.</summary>
/// <param name="Content">The record, as the file of a feed has it; blank for a file.</param>
/// <param name="Sha256">The hash of the file's content; blank for a record.</param>
[method: ExplicitConstructor]
public sealed record FeedWaitingRow(
    long FeedId,
    string RecordId,
    string Value,
    string Place,
    string Day,
    string Who,
    string Amount,
    string Content,
    string Sha256,
    string At
);

/// <summary>Whose the records of a feed are, and those of which nobody decided that.</summary>
public sealed class FeedValueTable(SqliteConnection company)
{
    private const string Columns =
        "select feed_id as FeedId, record_id as RecordId, value, place, day, who, amount, content, sha256, at from feed_waiting";

    /// <summary>What is decided: the value, and whether it is ours.</summary>
    public IReadOnlyDictionary<string, bool> Decided(long feed) =>
        company
            .Query<(string Value, long Ours)>("select value, ours from feed_value where feed_id = @feed and ours is not null", new { feed })
            .ToDictionary(v => v.Value, v => v.Ours == 1, StringComparer.Ordinal);

    /// <summary>All values that are decided or wait.</summary>
    public IReadOnlyList<FeedValue> Of(long feed) =>
        [
            .. company
                .Query<(string Value, long? Ours, long Waiting)>(
                    """
                    select value, max(ours), sum(waiting) from (
                      select value, ours, 0 as waiting from feed_value where feed_id = @feed
                      union all select value, null, count(*) from feed_waiting where feed_id = @feed group by value)
                    group by value order by value
                    """,
                    new { feed }
                )
                .Select(v => new FeedValue(v.Value, v.Ours is { } ours ? ours == 1 : null, v.Waiting)),
        ];

    /// <summary>Says whose a value is; none takes the decision back.</summary>
    public void Decide(long feed, string value, bool? ours, string at, string who) =>
        company.Execute(
            "insert into feed_value (feed_id, value, ours, at, who) values (@feed, @value, @ours, @at, @who) "
                + "on conflict do update set ours = excluded.ours, at = excluded.at, who = excluded.who",
            new
            {
                feed,
                value,
                ours,
                at,
                who,
            }
        );

    /// <summary>Keeps values that a source has, to be decided about.</summary>
    public void Learn(long feed, IEnumerable<string> values) =>
        company.Execute(
            "insert or ignore into feed_value (feed_id, value, at, who) values (@feed, @value, '', '')",
            values.Select(value => new { feed, value })
        );

    /// <summary>Puts what waits, each in the place of an earlier version of itself.</summary>
    public void Put(IEnumerable<FeedWaitingRow> rows) =>
        company.Execute(
            """
            insert or replace into feed_waiting (feed_id, record_id, value, place, day, who, amount, content, sha256, at)
            values (@FeedId, @RecordId, @Value, @Place, @Day, @Who, @Amount, @Content, @Sha256, @At)
            """,
            rows
        );

    /// <summary>What waits of a value, by its id. Walks feed_waiting_by_value.</summary>
    public IReadOnlyList<FeedWaitingRow> Waiting(long feed, string value) =>
        company
            .Query<FeedWaitingRow>($"{Columns} where feed_id = @feed and value = @value order by record_id", new { feed, value })
            .AsList();

    public FeedWaitingRow? Find(long feed, string record) =>
        company.QueryFirstOrDefault<FeedWaitingRow>($"{Columns} where feed_id = @feed and record_id = @record", new { feed, record });

    /// <summary>Some of what waits, for people.</summary>
    public IReadOnlyList<FeedWaitingRow> Waiting(long feed, int most) =>
        company
            .Query<FeedWaitingRow>($"{Columns} where feed_id = @feed order by value, day, record_id limit @most", new { feed, most })
            .AsList();

    /// <summary>Takes out what does not wait any more.</summary>
    public void Remove(long feed, IEnumerable<string> records) =>
        company.Execute(
            "delete from feed_waiting where feed_id = @feed and record_id = @record",
            records.Select(record => new { feed, record })
        );
}
