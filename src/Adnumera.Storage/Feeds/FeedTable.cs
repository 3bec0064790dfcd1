using Adnumera.Core.Feeds;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Feeds;

/// <summary>A feed as it is kept.</summary>
/// <param name="Address">Where the source is; of a folder, its name.</param>
/// <param name="Token">What the source gave, encrypted.</param>
/// <param name="FromDay">The first day of records that are wanted.</param>
/// <param name="Mark">Where the last pull ended, in the source's own words.</param>
/// <param name="NextAt">When it is pulled next by itself; blank for by hand.</param>
/// <param name="Failures">How many pulls failed one after the other.</param>
/// <param name="Trouble">What the last one said; blank where it went well.</param>
/// <param name="NeedsConsent">1 where somebody has to allow it anew.</param>
[method: ExplicitConstructor]
public sealed record FeedRow(
    long Id,
    string Kind,
    string Source,
    string Address,
    string Token,
    string FromDay,
    string Every,
    string Mark,
    string ConnectedAt,
    string ConnectedBy,
    string EndedAt,
    string EndedBy,
    string NextAt,
    long Failures,
    string Trouble,
    long NeedsConsent
)
{
    public FeedKind KindValue => Words<FeedKind>.Read(Kind);

    public PullEvery EveryValue => Words<PullEvery>.Read(Every);
}

/// <summary>One pull and what came of it.</summary>
/// <param name="Records">How many records or files came.</param>
/// <param name="Waiting">Of these, how many wait because nobody decided whose they are.</param>
/// <param name="Others">Of these, how many are another company's.</param>
/// <param name="Refused">Of these, how many files could not be taken in.</param>
/// <param name="Money">What its documents come to, in minor units of the company's currency.</param>
/// <param name="ArrivalId">The file that its records became; 0 for none or several.</param>
[method: ExplicitConstructor]
public sealed record FeedPullRow(
    long Id,
    long FeedId,
    string At,
    string Who,
    string Trouble,
    long Records,
    long Added,
    long Updated,
    long Unchanged,
    long Corrections,
    long Pending,
    long Cancelled,
    long Incomplete,
    long Waiting,
    long Others,
    long Refused,
    long Money,
    long ArrivalId
)
{
    /// <summary>A pull that failed.</summary>
    public static FeedPullRow Failed(long feed, string at, string who, string trouble) =>
        new(0, feed, at, who, trouble, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0);
}

/// <summary>Sources that deliver by themselves.</summary>
public sealed class FeedTable(SqliteConnection company)
{
    private const string Columns =
        "select id, kind, source, address, token, from_day as FromDay, every, mark, connected_at as ConnectedAt, "
        + "connected_by as ConnectedBy, ended_at as EndedAt, ended_by as EndedBy, next_at as NextAt, failures, trouble, "
        + "needs_consent as NeedsConsent from feed";

    private const string PullColumns =
        "select id, feed_id as FeedId, at, who, trouble, records, added, updated, unchanged, corrections, pending, cancelled, incomplete, "
        + "waiting, others, refused, money, arrival_id as ArrivalId from feed_pull";

    /// <summary>Those that are connected, by source.</summary>
    public IReadOnlyList<FeedRow> All() => company.Query<FeedRow>($"{Columns} where ended_at = '' order by source").AsList();

    public FeedRow? Find(long id) => company.QueryFirstOrDefault<FeedRow>($"{Columns} where id = @id", new { id });

    /// <summary>The one that brings the documents of a source.</summary>
    public FeedRow? Of(string source) =>
        company.QueryFirstOrDefault<FeedRow>($"{Columns} where source = @source and ended_at = ''", new { source });

    /// <summary>Those that need somebody, by source: they failed, a file of theirs could not be read, or nobody decided whose a record
    /// is.</summary>
    public IReadOnlyList<(long Id, string Source, long Waiting)> NeedSomebody() =>
        company
            .Query<(long, string, long, long, long)>(
                """
                select f.id, f.source, (select count(*) from feed_waiting w where w.feed_id = f.id) as waiting,
                  exists (select 1 from feed_file x where x.feed_id = f.id and x.trouble <> '' and x.left_at = ''), f.trouble <> ''
                from feed f where f.ended_at = '' order by f.source
                """
            )
            .Where(f => f.Item3 + f.Item4 + f.Item5 > 0)
            .Select(f => (f.Item1, f.Item2, f.Item3))
            .ToList();

    /// <summary>Those that are to be pulled by now. Walks feed_due.</summary>
    public IReadOnlyList<FeedRow> Due(string now) =>
        company
            .Query<FeedRow>($"{Columns} where next_at <= @now and ended_at = '' and next_at <> '' and needs_consent = 0", new { now })
            .AsList();

    public long Add(FeedRow row) =>
        company.ExecuteScalar<long>(
            "insert into feed (kind, source, address, token, from_day, every, connected_at, connected_by, next_at) "
                + "values (@Kind, @Source, @Address, @Token, @FromDay, @Every, @ConnectedAt, @ConnectedBy, @NextAt) returning id",
            row
        );

    /// <summary>Keeps the token that a source gave anew, and where that source is.</summary>
    public void Allow(long id, string token, string address) =>
        company.Execute(
            "update feed set token = @token, address = @address, needs_consent = 0, failures = 0, trouble = '' where id = @id",
            new
            {
                id,
                token,
                address,
            }
        );

    public void Schedule(long id, PullEvery every, string nextAt) =>
        company.Execute(
            "update feed set every = @every, next_at = @nextAt where id = @id",
            new
            {
                id,
                every = Words<PullEvery>.Of(every),
                nextAt,
            }
        );

    /// <summary>The sources stand at another address; folders stay where they are.</summary>
    public void SetAddress(string address) => company.Execute("update feed set address = @address where kind <> 'folder'", new { address });

    /// <summary>Leaves every key behind: whoever owns a source allows it again.</summary>
    public void ForgetKeys() =>
        company.Execute("update feed set token = '', needs_consent = 1, next_at = '' where ended_at = '' and kind <> 'folder'");

    /// <summary>Has the next pull ask for everything again.</summary>
    public void AskAnew(long id) => company.Execute("update feed set mark = '' where id = @id", new { id });

    public void End(long id, string at, string who) =>
        company.Execute(
            "update feed set ended_at = @at, ended_by = @who, token = '', next_at = '' where id = @id",
            new
            {
                id,
                at,
                who,
            }
        );

    /// <summary>Notes that a pull went well, unless another one ended in between.</summary>
    /// <param name="before">The feed as it was.</param>
    /// <param name="mark">Where the pull ended.</param>
    /// <param name="nextAt">When it is pulled next; blank for by hand.</param>
    /// <param name="leftOut">What was left where it is, and why; blank for nothing.</param>
    /// <returns>Whether it did.</returns>
    public bool Pulled(FeedRow before, string mark, string nextAt, string leftOut) =>
        company.Execute(
            "update feed set mark = @mark, next_at = @nextAt, failures = 0, trouble = @leftOut, needs_consent = 0 "
                + "where id = @Id and mark = @Mark and ended_at = ''",
            new
            {
                before.Id,
                before.Mark,
                mark,
                nextAt,
                leftOut,
            }
        ) == 1;

    public void Failed(long id, string trouble, bool needsConsent, string nextAt) =>
        company.Execute(
            "update feed set failures = failures + 1, trouble = @trouble, needs_consent = @needsConsent, next_at = @nextAt where id = @id",
            new
            {
                id,
                trouble,
                needsConsent,
                nextAt,
            }
        );

    public void Add(FeedPullRow pull) =>
        company.Execute(
            """
            insert into feed_pull (feed_id, at, who, trouble, records, added, updated, unchanged, corrections, pending, cancelled,
              incomplete, waiting, others, refused, money, arrival_id)
            values (@FeedId, @At, @Who, @Trouble, @Records, @Added, @Updated, @Unchanged, @Corrections, @Pending, @Cancelled, @Incomplete,
              @Waiting, @Others, @Refused, @Money, @ArrivalId)
            """,
            pull
        );

    /// <summary>The latest pulls of a feed, or those before one of them. Walks feed_pull_by_feed.</summary>
    public IReadOnlyList<FeedPullRow> Pulls(long feed, int most, long before = long.MaxValue) =>
        company
            .Query<FeedPullRow>(
                $"{PullColumns} where feed_id = @feed and id < @before order by id desc limit @most",
                new
                {
                    feed,
                    before,
                    most,
                }
            )
            .AsList();

    /// <summary>The last pull of each feed that is connected.</summary>
    public IReadOnlyDictionary<long, FeedPullRow> LastPulls() =>
        company
            .Query<FeedPullRow>(
                $"{PullColumns} where id in (select (select max(p.id) from feed_pull p where p.feed_id = f.id) "
                    + "from feed f where f.ended_at = '')"
            )
            .ToDictionary(p => p.FeedId);
}
