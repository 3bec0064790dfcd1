using Adnumera.Core.Feeds;
using Adnumera.Storage.Feeds;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Feeds;

/// <summary>The values by which a source that serves several companies says whose a record is: asked for when it is connected, so that
/// they can
/// be decided about before anything comes.</summary>
internal static class FeedValues
{
    /// <summary>Asks the source for its values and keeps those that nobody decided.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer.</exception>
    public static async Task Learn(CompanyBooks books, FeedAccess access, FeedRow feed, CancellationToken cancel)
    {
        var values = await access.Open(books, feed).Values(cancel);
        books.File.InTransaction(c =>
        {
            new FeedValueTable(c).Learn(feed.Id, values);
            return 0;
        });
    }
}
