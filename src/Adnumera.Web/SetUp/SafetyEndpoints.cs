using Adnumera.Storage;
using Adnumera.Storage.Audit;
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
        audit.MapGet("", (long? before, Work work, AuditWatch watch) => Of(work, watch, before)).RequireAuthorization(Access.Administer);
        audit.MapPost("checks", (Work work, AuditWatch watch) =>
        {
            watch.Check(work.CompanyId);
            return Of(work, watch, null);
        }).RequireAuthorization(Access.Administer);
        var people = company.MapGroup("people").WithTags("Safety");
        people.MapGet("", (Work work, Companies companies) => companies.Installation.Members(work.CompanyId)).RequireAuthorization(Access.Administer);
        people.MapDelete("{person:long}/sessions", (long person, Work work, Companies companies) => EndSessions(person, work, companies)).RequireAuthorization(Access.Administer);
    }

    private static AuditAnswer Of(Work work, AuditWatch watch, long? before)
    {
        var rows = work.File.Read(c => new AuditTable(c).Page(before, PageSize + 1));
        var found = watch.Latest(work.CompanyId);
        return new AuditAnswer(
            found is { } at ? Iso.Text(at.At) : "", found?.Found.Problem ?? "", found?.Found.Rows ?? 0, found?.Found.KeyedAfter ?? 0,
            [.. rows.Take(PageSize)], rows.Count > PageSize ? rows[PageSize - 1].Id : null);
    }

    private static IResult EndSessions(long person, Work work, Companies companies)
    {
        if (companies.Installation.Members(work.CompanyId).FirstOrDefault(m => m.Id == person) is not { } member) throw RefusedException.NotFound("This person");
        companies.Installation.EndSessions(person);
        work.File.InTransaction(c =>
        {
            new AuditTable(c).Add(work.Now, work.Who, "end sessions", $"person/{member.SignIn}", null, null);
            return 0;
        });
        return Results.NoContent();
    }
}
