using Adnumera.Core.Feeds;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Feeds;

/// <summary>Tells sources what became of their documents: each once, in the order in which it happened; what could not be told is tried
/// again
/// over time.</summary>
public sealed class FeedTelling(FeedAccess access)
{
    private const int AtOnce = 200;

    /// <summary>Tells a source what is to be told by now.</summary>
    /// <returns>Whether all of it was told.</returns>
    public async Task<bool> Run(CompanyBooks books, FeedRow feed, CancellationToken cancel)
    {
        if (!feed.KindValue.Row().TakesNews || feed.NeedsConsent == 1)
            return true;
        IFeed source;
        try
        {
            source = access.Open(books, feed);
        }
        catch (FeedTroubleException)
        {
            // The next pull says so beside the feed.
            return false;
        }

        while (books.File.Read(c => new FeedNewsTable(c).Due(feed.Id, Iso.Text(books.Now), AtOnce)) is { Count: > 0 } due)
            if (!await Tell(books, source, due, cancel))
                return false;
        return true;
    }

    // What was told is noted together: told twice, because the noting was cut off, it changes nothing there.
    private static async Task<bool> Tell(CompanyBooks books, IFeed source, IReadOnlyList<FeedNewsRow> due, CancellationToken cancel)
    {
        var told = new List<long>();
        try
        {
            foreach (var news in due)
                try
                {
                    await source.Tell(news.SourceId, news.News, cancel);
                    told.Add(news.Id);
                }
                catch (FeedTroubleException e)
                {
                    // What comes after it waits as well: it is told in the order in which it happened.
                    var next = Iso.Text(books.Now + PullTimes.After((int)news.Attempts + 1, e.After));
                    books.File.InTransaction(c => Noted(() => new FeedNewsTable(c).Failed(news.Id, e.Message, next)));
                    return false;
                }

            return true;
        }
        finally
        {
            books.File.InTransaction(c => Noted(() => new FeedNewsTable(c).Told(told, Iso.Text(books.Now))));
        }
    }

    private static int Noted(Action note)
    {
        note();
        return 0;
    }
}
