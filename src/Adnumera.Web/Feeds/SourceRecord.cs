using Adnumera.Core.Access;
using Adnumera.Core.Feeds;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Feeds;

/// <summary>The page of a document's record at its connected source.</summary>
internal static class SourceRecord
{
    public static void MapSourceRecord(this RouteGroupBuilder company) =>
        company.MapGet("documents/{id:long}/source-record", Open).Needs(Right.Read).ExcludeFromDescription();

    private static IResult Open(long id, CompanyBooks books, FeedAccess feeds)
    {
        var page = books.File.Read(c =>
            new DocumentTable(c).Find(id) is { Document.Identity: var identity } && new FeedTable(c).Of(identity.Source) is { } feed
                ? feeds.Connector.RecordPage(
                    new FeedConnection(feed.KindValue, feed.Address, "", new CompanyTable(c).Currency()),
                    identity.SourceId
                )
                : null
        );
        return page is null ? throw RefusedException.NotFound("A page of this record") : Results.Redirect(page.ToString());
    }
}
