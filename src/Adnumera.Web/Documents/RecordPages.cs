using Adnumera.Core.Access;
using Adnumera.Core.Feeds;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Feeds;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>The pages of records where they come from and where they went: the connected source's, and the connected ledger's.</summary>
internal static class RecordPages
{
    public static void MapRecordPages(this RouteGroupBuilder company)
    {
        company.MapGet("ledger/entries/{entry}", Entry).Needs(Right.Read).ExcludeFromDescription();
        company.MapGet("documents/{id:long}/source-record", Source).Needs(Right.Read).ExcludeFromDescription();
    }

    /// <summary>Whether a source is connected and has pages of its records.</summary>
    public static bool HasPage(SqliteConnection company, string source) =>
        new FeedTable(company).Of(source) is { KindValue: not FeedKind.Folder };

    private static IResult Entry(string entry, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.Read(c => new LedgerTable(c).Connection()) is { } connection
            ? Results.Redirect(ledgers.Connector.EntryPage(new Uri(connection.Address), connection.Organisation, entry).ToString())
            : throw RefusedException.NotFound("A connected ledger");

    private static IResult Source(long id, CompanyBooks books, FeedAccess feeds)
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
