using Adnumera.Core.Access;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Ledger;

/// <summary>The page of an entry in the connected ledger.</summary>
internal static class EntryPage
{
    public static void MapEntryPage(this RouteGroupBuilder company) =>
        company.MapGet("ledger/entries/{entry}", Open).Needs(Right.Read).ExcludeFromDescription();

    private static IResult Open(string entry, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.Read(c => new LedgerTable(c).Connection()) is { } connection
            ? Results.Redirect(ledgers.Connector.EntryPage(new Uri(connection.Address), connection.Organisation, entry).ToString())
            : throw RefusedException.NotFound("A connected ledger");
}
