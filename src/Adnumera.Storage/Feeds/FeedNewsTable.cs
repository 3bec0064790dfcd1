using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Feeds;

/// <summary>Something that a source is told.</summary>
/// <param name="SourceId">What the source calls the document.</param>
/// <param name="Content">What is told, as JSON.</param>
/// <param name="ToldAt">When it was told; blank while it was not.</param>
/// <param name="NextAt">When it is tried again; blank for at once.</param>
[method: ExplicitConstructor]
public sealed record FeedNewsRow(
    long Id,
    long FeedId,
    long DocumentId,
    string SourceId,
    string Kind,
    string Content,
    string ToldAt,
    long Attempts,
    string NextAt,
    string Trouble
)
{
    /// <summary>What is told.</summary>
    public FeedNews News =>
        Words<FeedNewsKind>.Read(Kind) switch
        {
            FeedNewsKind.Posted => JsonSerializer.Deserialize<FeedNews.Posted>(Content)!,
            FeedNewsKind.Rejected => JsonSerializer.Deserialize<FeedNews.Rejected>(Content)!,
            FeedNewsKind.Reopened => new FeedNews.Reopened(),
            FeedNewsKind.Paid => JsonSerializer.Deserialize<FeedNews.Paid>(Content)!,
        };
}

/// <summary>What sources are told of their documents.</summary>
public sealed class FeedNewsTable(SqliteConnection company)
{
    private const string Columns =
        "select n.id, n.feed_id as FeedId, n.document_id as DocumentId, n.source_id as SourceId, n.kind, n.content, n.told_at as ToldAt, "
        + "n.attempts, n.next_at as NextAt, n.trouble from feed_news n";

    private static readonly string[] Listening = [.. FeedKinds.All.Where(k => k.TakesNews).Select(k => Words<FeedKind>.Of(k.Kind))];

    /// <summary>Whether any source that is connected wants to be told.</summary>
    public bool AnyListens() =>
        company.ExecuteScalar<long>("select exists (select 1 from feed where ended_at = '' and kind in @Listening)", new { Listening })
        == 1;

    /// <summary>Writes down what is to be told of a document, where its source wants to be. Of a file it is the file that is told
    /// of.</summary>
    public void Note(long document, DocumentIdentity identity, FeedNews news) =>
        company.Execute(
            """
            insert into feed_news (feed_id, document_id, source_id, kind, content)
            select f.id, @document,
              coalesce((select x.file_id from feed_file x join document d on d.arrival_id = x.arrival_id and x.arrival_id <> 0
                where x.feed_id = f.id and d.id = @document), @SourceId), @kind, @content
            from feed f where f.source = @Source and f.ended_at = '' and f.kind in @Listening
            """,
            new
            {
                document,
                identity.Source,
                identity.SourceId,
                kind = Words<FeedNewsKind>.Of(news.Kind),
                content = JsonSerializer.Serialize(news, news.GetType()),
                Listening,
            }
        );

    /// <summary>What is to be told by now, in the order in which it happened. Walks feed_news_due.</summary>
    public IReadOnlyList<FeedNewsRow> Due(long feed, string now, int most) =>
        company
            .Query<FeedNewsRow>(
                $"{Columns} where n.feed_id = @feed and n.told_at = '' and n.next_at <= @now order by n.id limit @most",
                new
                {
                    feed,
                    now,
                    most,
                }
            )
            .AsList();

    public void Told(IEnumerable<long> ids, string at) =>
        company.Execute(
            "update feed_news set told_at = @at, trouble = '', attempts = attempts + 1 where id = @id",
            ids.Select(id => new { id, at })
        );

    /// <summary>Notes that it could not be told.</summary>
    public void Failed(long id, string trouble, string nextAt) =>
        company.Execute(
            "update feed_news set trouble = @trouble, next_at = @nextAt, attempts = attempts + 1 where id = @id",
            new
            {
                id,
                trouble,
                nextAt,
            }
        );

    /// <summary>What was and is to be told of a document.</summary>
    public IReadOnlyList<FeedNewsRow> Of(long document) =>
        company.Query<FeedNewsRow>($"{Columns} where n.document_id = @document order by n.id", new { document }).AsList();

    /// <summary>How many are told, and how many wait, of a feed.</summary>
    public (long Told, long Waiting, string Trouble) Counts(long feed) =>
        company.QuerySingle<(long, long, string)>(
            "select coalesce(sum(told_at <> ''), 0), coalesce(sum(told_at = ''), 0), coalesce(max(trouble), '') from feed_news "
                + "where feed_id = @feed",
            new { feed }
        );
}
