using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Formats.Pictures;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Feeds;

/// <summary>
/// Pulls a feed: everything that changed is asked for first, and only when all of it is here is it taken in, in one transaction with the
/// place where the pull ended. A source that breaks off leaves nothing behind.
/// </summary>
public sealed class FeedPull(FeedAccess access, ArrivalReaders readers)
{
    // So many months are stated at most: those that the records of a pull are dated in, and this one.
    private const int MostMonths = 24;

    /// <summary>Pulls a feed.</summary>
    /// <param name="books">The company's books.</param>
    /// <param name="id">The feed.</param>
    /// <param name="whole">Whether everything is asked for again from the first day on; what is here already stays as it is.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses; that is noted, and nothing came.</exception>
    /// <exception cref="RefusedException">Another pull ended in between.</exception>
    public async Task Run(CompanyBooks books, long id, bool whole, CancellationToken cancel)
    {
        var feed = books.File.Read(c => Connected(c, id));
        try
        {
            var source = access.Open(books, feed);
            var delivery = await source.Changed(whole ? "" : feed.Mark, Iso.Day(feed.FromDay), cancel);
            var shares = books.File.Read(c => Shares(c, feed));
            var said = await Said(source, feed, delivery, shares, books.Today, cancel);
            if (feed.KindValue.Row().DeliversFiles)
                await new FeedFiles(books, readers, feed, shares).TakeIn(delivery, cancel);
            else
                TakeIn(books, feed, delivery, shares, said);
        }
        catch (FeedTroubleException e)
        {
            Note(books, feed, e);
            throw;
        }
    }

    /// <summary>Takes in records that waited until somebody said that they are ours, within the caller's transaction.</summary>
    public static void TakeInWaiting(SqliteConnection company, CompanyBooks books, FeedRow feed, IReadOnlyList<FeedWaitingRow> waiting)
    {
        var pull = TakeIn(
            company,
            books,
            feed,
            [.. waiting.SelectMany(w => Formats.Feeds.FeedFile.Read(System.Text.Encoding.UTF8.GetBytes(w.Content)))]
        );
        new FeedTable(company).Add(pull);
    }

    /// <summary>A feed that is connected.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal static FeedRow Connected(SqliteConnection company, long id) =>
        new FeedTable(company).Find(id) is { EndedAt: "" } feed ? feed : throw RefusedException.NotFound("This feed");

    internal static FeedShares Shares(SqliteConnection company, FeedRow feed) =>
        new(feed.KindValue, new FeedValueTable(company).Decided(feed.Id));

    /// <summary>When a feed is pulled next that went well now; blank for by hand.</summary>
    internal static string Next(CompanyBooks books, FeedRow feed) =>
        PullTimes.Between(feed.EveryValue) is { } every ? Iso.Text(books.Now + every) : "";

    private static void TakeIn(CompanyBooks books, FeedRow feed, Delivery delivery, FeedShares shares, IReadOnlyList<SourceStatement> said)
    {
        books.File.InTransaction(c =>
        {
            End(c, books, feed, delivery.Mark);
            var byShare = Shared(c, feed, delivery, shares);
            var pull = TakeIn(c, books, feed, [.. byShare[FeedShare.Ours]]);
            var undecided = byShare[FeedShare.Undecided].ToList();
            var values = new FeedValueTable(c);
            values.Put(undecided.Select(r => Waiting(books, feed, r)));
            foreach (var statement in said)
                Keep(c, books, feed, statement);
            Attach(c, books, feed, delivery);
            new FeedTable(c).Add(
                pull with
                {
                    Records = delivery.Records.Count,
                    Waiting = undecided.Count,
                    Others = byShare[FeedShare.Anothers].Count(),
                }
            );
            return 0;
        });
    }

    /// <summary>Notes where a pull ended, within the caller's transaction.</summary>
    /// <exception cref="RefusedException">Another pull ended in between.</exception>
    internal static void End(SqliteConnection company, CompanyBooks books, FeedRow feed, string mark, string leftOut = "")
    {
        if (!new FeedTable(company).Pulled(feed, mark, Next(books, feed), leftOut))
            throw new RefusedException(
                "feed-busy",
                "Another pull of this source ended in the meantime. Nothing was taken in twice; look at what it brought.",
                StatusCodes.Status409Conflict
            );
    }

    // What is here already is ours, whatever it says: somebody decided about that very record.
    private static ILookup<FeedShare, FeedRecord> Shared(SqliteConnection company, FeedRow feed, Delivery delivery, FeedShares shares)
    {
        var undecided = delivery
            .Records.Where(r => shares.Of(r.Whose) == FeedShare.Undecided)
            .Select(r => new DocumentIdentity(feed.Source, r.Id));
        var here = new DocumentTable(company).Known(undecided).Keys.Select(i => i.SourceId).ToHashSet(StringComparer.Ordinal);
        return delivery.Records.ToLookup(r =>
            shares.Of(r.Whose) is var share && share == FeedShare.Undecided && here.Contains(r.Id) ? FeedShare.Ours : share
        );
    }

    private static FeedPullRow TakeIn(SqliteConnection company, CompanyBooks books, FeedRow feed, IReadOnlyList<FeedRecord> records)
    {
        var none = FeedPullRow.Failed(feed.Id, Iso.Text(books.Now), books.Who, "");
        if (records.Count == 0)
            return none;
        var currency = new CompanyTable(company).Currency();
        var problems = new Problems();
        var arriving = ArrivingFile.OfFeed(
            $"{feed.Source}, {Day.Text(books.Today)}.json",
            feed.KindValue,
            records,
            new ReadingChoices(feed.Source, currency) { IsStrict = true, HoldsFaulty = true },
            problems
        );
        if (problems.Any)
            throw new FeedTroubleException($"What came could not be read: {problems.Errors[0].Message} Nothing was taken in.");
        if (arriving.Records.Count == 0 && arriving.Deleted.Count == 0)
            return none;
        var original = Task.Run(() => books.File.Originals.Add(arriving.File.Hash, arriving.File.Content, books.Now));
        var (answer, arrival) = Documents.TakeIn.Within(company, books, arriving, problems, original);
        return none with
        {
            Records = records.Count,
            Added = answer.Added,
            Updated = answer.Updated,
            Unchanged = answer.Unchanged,
            Corrections = answer.Corrections,
            Pending = arriving.Skipped.Count,
            Cancelled = answer.Cancelled,
            Incomplete = answer.Incomplete,
            Money = arriving.Taken.Where(t => t.Document.Currency == currency).Sum(t => t.Document.SignedTotal),
            ArrivalId = arrival,
        };
    }

    // Receipts hang on the documents of the records that they came with; what is no picture is left at its source.
    private static void Attach(SqliteConnection company, CompanyBooks books, FeedRow feed, Delivery delivery)
    {
        if (delivery.Attachments.Count == 0)
            return;
        var here = new DocumentTable(company).Known(delivery.Attachments.Select(a => new DocumentIdentity(feed.Source, a.Id)));
        foreach (var (id, file) in delivery.Attachments)
            if (
                here.TryGetValue(new DocumentIdentity(feed.Source, id), out var document)
                && PictureFile.MediaOf(file.Content) is { Length: > 0 } media
            )
            {
                books.File.Originals.Add(file.Hash, file.Content, books.Now);
                new AttachmentTable(company).Add(document, new AttachmentRow(file.Hash, file.Name, media, Iso.Text(books.Now), books.Who));
            }
    }

    // What the source itself says of the months that were touched, and of this one, for what is ours.
    private static async Task<IReadOnlyList<SourceStatement>> Said(
        IFeed source,
        FeedRow feed,
        Delivery delivery,
        FeedShares shares,
        DateOnly today,
        CancellationToken cancel
    )
    {
        if (shares.Ours.Count == 0)
            return [];
        var from = Iso.Day(feed.FromDay);
        var months = delivery
            .Records.Select(r => Day.Typed(r.Typed["document_date"]))
            .OfType<DateOnly>()
            .Append(today)
            .Where(d => d >= from)
            .Select(d => new DateOnly(d.Year, d.Month, 1))
            .Distinct()
            .OrderDescending()
            .Take(MostMonths);
        var said = new List<SourceStatement>();
        foreach (var month in months)
        {
            var (first, last) = (month < from ? from : month, month.AddMonths(1).AddDays(-1));
            if (await source.Says(first, last, shares.Ours, cancel) is { } tally)
                said.Add(new SourceStatement(first, last, tally));
        }

        return said;
    }

    // What a person typed, or a file said, of some of these days stays.
    private static void Keep(SqliteConnection company, CompanyBooks books, FeedRow feed, SourceStatement said)
    {
        var table = new StatementTable(company);
        var before = table.Of(feed.Source).Where(s => s.Statement.Overlaps(said)).ToList();
        if (before.Any(s => s.FeedId != feed.Id) || before is [var same] && same.Statement == said)
            return;
        table.RemoveOfFeed(feed.Id, Iso.Text(said.First));
        StatementKeeping.Keep(company, books, feed.Source, said, arrival: 0, feed.Id);
    }

    private static FeedWaitingRow Waiting(CompanyBooks books, FeedRow feed, FeedRecord record)
    {
        var typed = record.Typed;
        return new FeedWaitingRow(
            feed.Id,
            record.Id,
            record.Whose,
            record.Place,
            typed["document_date"],
            typed["supplier"].Length > 0 ? typed["supplier"] : typed["employee"],
            typed["document_total"],
            System.Text.Encoding.UTF8.GetString(Formats.Feeds.FeedFile.Write(feed.KindValue, [record])),
            "",
            Iso.Text(books.Now)
        );
    }

    private static void Note(CompanyBooks books, FeedRow feed, FeedTroubleException trouble) =>
        books.File.InTransaction(c =>
        {
            var table = new FeedTable(c);
            var next = books.Now + PullTimes.After((int)feed.Failures + 1, trouble.After);
            table.Failed(feed.Id, trouble.Message, trouble.NeedsConsent, trouble.NeedsConsent ? "" : Iso.Text(next));
            table.Add(FeedPullRow.Failed(feed.Id, Iso.Text(books.Now), books.Who, trouble.Message));
            return 0;
        });
}
