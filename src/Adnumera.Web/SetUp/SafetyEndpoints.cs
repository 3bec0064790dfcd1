using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.SetUp;

/// <summary>The record of all changes, and who is signed in: for administrators.</summary>
internal static class SafetyEndpoints
{
    private const int PageSize = 100;

    public static void MapSafety(this RouteGroupBuilder company)
    {
        var audit = company.MapGroup("audit").WithTags("Safety");
        audit.MapGet("", Of).Needs(Right.Administer);
        audit.MapPost("checks", Check).Needs(Right.Administer);
        var people = company.MapGroup("people").WithTags("Safety");
        people.MapGet("", People).Needs(Right.Administer);
        people.MapDelete("{person:long}/sessions", EndSessions).Needs(Right.Administer);
    }

    private static AuditAnswer Check(CompanyBooks books, AuditWatch watch)
    {
        watch.Check(books.CompanyId);
        return Of(books, watch, null);
    }

    private static IReadOnlyList<Member> People(CompanyBooks books, CompanyFiles companies) =>
        companies.Installation.Members(books.CompanyId);

    private static AuditAnswer Of(CompanyBooks books, AuditWatch watch, long? before)
    {
        var rows = books.File.Read(c => new AuditTable(c).Page(before, PageSize + 1));
        var found = watch.Latest(books.CompanyId);
        return new AuditAnswer(
            found is { } at ? Iso.Text(at.At) : "",
            found?.Found.Problem ?? "",
            found?.Found.Rows ?? 0,
            found?.Found.KeyedAfter ?? 0,
            [.. rows.Take(PageSize)],
            rows.Count > PageSize ? rows[PageSize - 1].Id : null
        );
    }

    private static IResult EndSessions(long person, CompanyBooks books, CompanyFiles companies)
    {
        if (companies.Installation.Members(books.CompanyId).FirstOrDefault(m => m.Id == person) is not { } member)
            throw RefusedException.NotFound("This person");
        companies.Installation.EndSessions(person);
        books.File.InTransaction(c =>
        {
            new AuditTable(c).Add(books.Now, books.Who, "end sessions", $"person/{member.SignIn}", null, null);
            return 0;
        });
        return Results.NoContent();
    }
}
