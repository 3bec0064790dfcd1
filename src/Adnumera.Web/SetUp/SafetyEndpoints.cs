using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.SetUp;

/// <param name="CheckedAt">When the record was last checked; blank before the first time.</param>
/// <param name="Problem">What does not fit; blank when the record is whole.</param>
/// <param name="KeyedAfter">Rows up to here were written before the record was sealed.</param>
/// <param name="Next">The page goes on before this row; none at its end.</param>
public sealed record AuditAnswer(string CheckedAt, string Problem, long Rows, long KeyedAfter, IReadOnlyList<AuditRow> Latest, long? Next);

/// <summary>The record of all changes, and who is signed in: for administrators.</summary>
internal static class SafetyEndpoints
{
    private const int PageSize = 100;

    public static void MapSafety(this RouteGroupBuilder company)
    {
        var audit = company.MapGroup("audit").WithTags("Safety");
        audit.MapGet("", (long? before, CompanyBooks books, AuditWatch watch) => Of(books, watch, before)).Needs(Right.Administer);
        audit
            .MapPost(
                "checks",
                (CompanyBooks books, AuditWatch watch) =>
                {
                    watch.Check(books.CompanyId);
                    return Of(books, watch, null);
                }
            )
            .Needs(Right.Administer);
        var people = company.MapGroup("people").WithTags("Safety");
        people
            .MapGet("", (CompanyBooks books, CompanyFiles companies) => companies.Installation.Members(books.CompanyId))
            .Needs(Right.Administer);
        people
            .MapDelete(
                "{person:long}/sessions",
                (long person, CompanyBooks books, CompanyFiles companies) => EndSessions(person, books, companies)
            )
            .Needs(Right.Administer);
    }

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
