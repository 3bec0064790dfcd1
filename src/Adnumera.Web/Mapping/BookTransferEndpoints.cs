using Adnumera.Core.Access;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The mapping book of another company of the installation, taken over by account number.</summary>
internal static class BookTransferEndpoints
{
    public static void MapBookTransfer(this RouteGroupBuilder mapping)
    {
        mapping.MapPost("book/of/{other}/preview", Preview).Needs(Right.Bookkeep).ProducesProblem(403);
        mapping.MapPost("book/of/{other}", TakeOver).Needs(Right.Bookkeep).ProducesProblem(403).ProducesProblem(409);
    }

    private static BookTakenIn Preview(string other, bool? replace, HttpContext http, CompanyBooks books, CompanyFiles companies)
    {
        var (name, rows, from) = Read(other, http, books, companies);
        return books.File.Read(c => Apply(c, books, name, rows, from, replace == true, false, true));
    }

    private static BookTakenIn TakeOver(
        string other,
        bool? replace,
        bool? confirmed,
        HttpContext http,
        CompanyBooks books,
        CompanyFiles companies
    )
    {
        var (name, rows, from) = Read(other, http, books, companies);
        var taken = books.File.InTransaction(c => Apply(c, books, name, rows, from, replace == true, confirmed == true, false));
        companies.Installation.InTransaction(c =>
        {
            new CompanyListTable(c).ForgetBook(books.CompanyId);
            return 0;
        });
        return taken;
    }

    private static BookTakenIn Apply(
        SqliteConnection company,
        CompanyBooks books,
        string name,
        IReadOnlyList<MappingRow> rows,
        TransferLedger from,
        bool replace,
        bool confirmed,
        bool preview
    )
    {
        if (new LedgerTable(company).Pulled() is null)
            throw new RefusedException(
                "not-connected",
                "The rows find their accounts in the ledger, and none was pulled yet. Nothing was changed; connect it under Set-up first."
            );
        var (taken, left) = BookTransfer.Between(rows, from, LedgerOf(company));
        return BookEndpoints.Apply(
            company,
            books,
            name,
            $"book of {name}",
            taken,
            true,
            replace,
            confirmed,
            new Problems(),
            [.. left.Select(l => new UnknownRow(l.Row.Kind, l.Row.Key, from.Chart.Title(l.Row.Account), ReasonWords.Because(l.Problem)))],
            preview
        );
    }

    // The book is for those who may read the other company, too.
    private static (string Name, IReadOnlyList<MappingRow> Rows, TransferLedger Ledger) Read(
        string other,
        HttpContext http,
        CompanyBooks books,
        CompanyFiles companies
    )
    {
        if (Sessions.Person(http.User) is not { } person || !Rights.Allow(companies.Installation.RoleOf(person, other), Right.Read))
            throw new RefusedException(
                "not-allowed",
                "The mapping book of a company is for those who may read its books. Nothing was changed.",
                StatusCodes.Status403Forbidden
            );
        if (other == books.CompanyId)
            throw new RefusedException("company", "This is the book of this company itself. Nothing was changed; choose another one.");
        return companies.Open(other).Read(c => (new CompanyTable(c).Name(), BookChanges.InOrder(new MappingTable(c).All()), LedgerOf(c)));
    }

    private static TransferLedger LedgerOf(SqliteConnection company)
    {
        var basis = BasisTable.Of(company);
        return new TransferLedger(basis.Chart, new LedgerTable(company).Terms(), basis.Ledger);
    }
}
