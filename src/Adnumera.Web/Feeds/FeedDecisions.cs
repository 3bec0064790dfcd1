using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Feeds;

/// <summary>Whose the records of a source are that serves several companies: decided once for a value, or for one record.</summary>
internal static class FeedDecisions
{
    /// <summary>Decides about a value: what waited of it comes, or goes. What was passed over before is asked for at the next
    /// pull.</summary>
    /// <param name="books">The books.</param>
    /// <param name="readers">The forms that can be read.</param>
    /// <param name="id">The feed.</param>
    /// <param name="value">The value.</param>
    /// <param name="ours">Whether it is ours; none takes the decision back, and what comes from then on waits again.</param>
    public static async Task Decide(CompanyBooks books, ArrivalReaders readers, long id, string value, bool? ours)
    {
        var (feed, waiting) = books.File.InTransaction(c =>
        {
            var row = FeedPull.Connected(c, id);
            var table = new FeedValueTable(c);
            var before = table.Decided(id);
            table.Decide(id, value, ours, Iso.Text(books.Now), books.Who);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "whose a record is",
                $"feed/{id}",
                new { value, ours = before.TryGetValue(value, out var was) ? was : (bool?)null },
                new { value, ours }
            );
            var here = table.Waiting(id, value);
            if (ours is not null)
                table.Remove(id, here.Select(w => w.RecordId));
            // What is here already stays as it is when all of it is asked for again.
            new FeedTable(c).AskAnew(id);
            return (row, TakeInRecords(c, books, row, ours == true ? here : []));
        });
        await TakeInFiles(books, readers, feed, waiting);
    }

    /// <summary>Decides about one record or file that waits.</summary>
    public static async Task DecideOne(CompanyBooks books, ArrivalReaders readers, long id, string record, bool ours)
    {
        var (feed, waiting) = books.File.InTransaction(c =>
        {
            var row = FeedPull.Connected(c, id);
            var table = new FeedValueTable(c);
            var one =
                table.Find(id, record)
                ?? throw new RefusedException("record", "It does not wait any more. Nothing was changed.", StatusCodes.Status409Conflict);
            table.Remove(id, [record]);
            new AuditTable(c).Add(books.Now, books.Who, ours ? "ours" : "another company’s", $"feed/{id}", one.Place, one.Content);
            return (row, TakeInRecords(c, books, row, ours ? [one] : []));
        });
        await TakeInFiles(books, readers, feed, waiting);
    }

    // Records come with the decision; files that wait are returned: each comes whole by itself.
    private static List<FeedWaitingRow> TakeInRecords(
        SqliteConnection company,
        CompanyBooks books,
        FeedRow feed,
        IReadOnlyList<FeedWaitingRow> waiting
    )
    {
        var records = waiting.Where(w => w.Content.Length > 0).ToList();
        if (records.Count > 0)
            FeedPull.TakeInWaiting(company, books, feed, records);
        return [.. waiting.Where(w => w.Content.Length == 0)];
    }

    private static async Task TakeInFiles(CompanyBooks books, ArrivalReaders readers, FeedRow feed, List<FeedWaitingRow> waiting)
    {
        var files = new FeedFiles(books, readers, feed, new FeedShares(feed.KindValue, new Dictionary<string, bool>()));
        foreach (var one in waiting)
            if (books.File.Originals.Find(one.Sha256) is { } content)
            {
                var delivered = DeliveredFile.Of(one.RecordId, one.Value, one.Who, new ArrivedFile(one.Place, content));
                // What was decided is done, wherever they have gone since.
                var pull = await files.TakeIn(delivered, CancellationToken.None);
                books.File.InTransaction(c =>
                {
                    new FeedTable(c).Add(pull with { Records = 1 });
                    return 0;
                });
            }
    }
}
