using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Feeds;

/// <summary>A file that a feed delivered.</summary>
/// <param name="FileId">What its source calls it.</param>
/// <param name="ArrivalId">The arrival that it became; 0 for none.</param>
/// <param name="Trouble">Why it could not be taken in; blank where it was.</param>
/// <param name="LeftAt">When a person left it; blank while it waits.</param>
[method: ExplicitConstructor]
public sealed record FeedFileRow(
    long FeedId,
    string FileId,
    string Sha256,
    string FileName,
    string At,
    long ArrivalId,
    string Trouble,
    string LeftAt,
    string LeftBy
);

/// <summary>The files that feeds delivered, by what the source calls them and their content.</summary>
public sealed class FeedFileTable(SqliteConnection company)
{
    private const string Columns =
        "select f.feed_id as FeedId, f.file_id as FileId, f.sha256, f.file_name as FileName, f.at, f.arrival_id as ArrivalId, f.trouble, "
        + "f.left_at as LeftAt, f.left_by as LeftBy from feed_file f";

    /// <summary>Of these files, those that came already.</summary>
    public IReadOnlySet<(string Id, string Sha256)> Known(long feed, IEnumerable<(string Id, string Sha256)> files) =>
        company
            .Query<(string, string)>(
                "select f.file_id, f.sha256 from json_each(@files) j cross join feed_file f on f.feed_id = @feed "
                    + "and f.file_id = j.value ->> 0 and f.sha256 = j.value ->> 1",
                new { feed, files = JsonSerializer.Serialize(files.Select(f => new[] { f.Id, f.Sha256 })) }
            )
            .ToHashSet();

    /// <summary>Notes one, in the place of what was noted of it before.</summary>
    public void Put(FeedFileRow row) =>
        company.Execute(
            "insert or replace into feed_file (feed_id, file_id, sha256, file_name, at, arrival_id, trouble, left_at, left_by) "
                + "values (@FeedId, @FileId, @Sha256, @FileName, @At, @ArrivalId, @Trouble, @LeftAt, @LeftBy)",
            row
        );

    /// <summary>Forgets one: it comes again.</summary>
    public int Forget(long feed, string file, string sha256) =>
        company.Execute(
            "delete from feed_file where feed_id = @feed and file_id = @file and sha256 = @sha256",
            new
            {
                feed,
                file,
                sha256,
            }
        );

    /// <summary>Those that could not be taken in and that nobody left. Walks feed_file_refused.</summary>
    public IReadOnlyList<FeedFileRow> Refused(long feed, int most) =>
        company
            .Query<FeedFileRow>(
                $"{Columns} where f.feed_id = @feed and f.trouble <> '' and f.left_at = '' order by f.at desc limit @most",
                new { feed, most }
            )
            .AsList();

    public FeedFileRow? Find(long feed, string sha256) =>
        company.QueryFirstOrDefault<FeedFileRow>(
            $"{Columns} where f.feed_id = @feed and f.sha256 = @sha256 order by f.at desc limit 1",
            new { feed, sha256 }
        );
}
