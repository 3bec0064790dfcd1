using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
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
    }

    private static AuditAnswer Check(CompanyBooks books, CompanyFiles companies, AuditWatch watch)
    {
        companies.CarryOver(books.CompanyId);
        watch.Check(books.CompanyId);
        return Of(books, companies, watch, null);
    }

    private static AuditAnswer Of(CompanyBooks books, CompanyFiles companies, AuditWatch watch, long? before)
    {
        var rows = books.File.Read(c => new AuditTable(c).Page(before, PageSize + 1));
        var found = watch.Latest(books.CompanyId);
        return new AuditAnswer(
            found is { } at ? Iso.Text(at.At) : "",
            found?.Found.Problem ?? "",
            found?.Found.Rows ?? 0,
            found?.Found.KeyedAfter ?? 0,
            [.. companies.Installation.Read(c => new OwedRecordTable(c).Of(books.CompanyId)).Select(o => o.ToRow())],
            [.. rows.Take(PageSize)],
            rows.Count > PageSize ? rows[PageSize - 1].Id : null
        );
    }
}
