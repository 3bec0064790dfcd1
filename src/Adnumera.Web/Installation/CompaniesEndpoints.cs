using System.Security.Claims;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Ledger;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Installation;

/// <summary>The companies and people of the installation, for whoever looks after it.</summary>
internal static class CompaniesEndpoints
{
    private const int RecordPage = 100;

    public static void MapCompanies(this RouteGroupBuilder installation)
    {
        installation.MapGet("", All).NeedsCareOfInstallation();
        installation.MapPost("companies", Add).NeedsCareOfInstallation().ProducesProblem(400);
        installation.MapPost("companies/{company}/close", Close).NeedsCareOfInstallation().ProducesProblem(409);
        installation.MapPost("companies/{company}/open", Reopen).NeedsCareOfInstallation();
        installation.MapGet("record", Record).NeedsCareOfInstallation();
        installation.MapPut("people/{person:long}", LetAdminister).NeedsCareOfInstallation();
    }

    private static InstallationAnswer All(CompanyFiles companies) => companies.Installation.Read(c => Of(c, companies));

    private static InstallationAnswer Of(SqliteConnection installation, CompanyFiles companies)
    {
        var members = new MembershipTable(installation);
        var listed = new CompanyListTable(installation).All().Select(l => (Company: l, Members: members.In(l.Id))).ToList();
        var of = listed.SelectMany(l => l.Members.Select(m => (m.Id, l.Company.Name))).ToLookup(m => m.Id, m => m.Name);
        return new InstallationAnswer(
            [
                .. listed.Select(l => new ListedCompanyAnswer(
                    l.Company.Id,
                    l.Company.Name,
                    l.Company.ClosedAt,
                    l.Members.Count,
                    companies.Weight(l.Company.Id)
                )),
            ],
            [.. new PersonTable(installation).All().Select(p => new PersonAnswer(p.Id, p.Name, p.SignIn, p.IsAdministrator, [.. of[p.Id]]))]
        );
    }

    private static RecordAnswer Record(long? before, CompanyFiles companies)
    {
        var rows = companies.Installation.Read(c => new AuditTable(c).Page(before, RecordPage + 1));
        return new RecordAnswer([.. rows.Take(RecordPage)], rows.Count > RecordPage ? rows[RecordPage - 1].Id : null);
    }

    private static MadeCompany Add(CompanyRequest request, HttpContext http, CompanyFiles companies, TimeProvider clock) =>
        new(Keeping.AddCompany(companies, request, Sessions.Person(http.User)!.Value, Who(http), clock.GetUtcNow()));

    private static InstallationAnswer Close(string company, HttpContext http, CompanyFiles companies, LedgerTurns turns, TimeProvider clock)
    {
        using var turn = turns.Take(company, "closing the company");
        Keeping.OpenOrClose(companies, company, open: false, Who(http), clock.GetUtcNow());
        return All(companies);
    }

    private static InstallationAnswer Reopen(string company, HttpContext http, CompanyFiles companies, TimeProvider clock)
    {
        Keeping.OpenOrClose(companies, company, open: true, Who(http), clock.GetUtcNow());
        return All(companies);
    }

    private static InstallationAnswer LetAdminister(
        long person,
        AdministersRequest request,
        HttpContext http,
        CompanyFiles companies,
        TimeProvider clock
    ) =>
        companies.Installation.InTransaction(c =>
        {
            Keeping.LetAdminister(c, person, request.Administers, Who(http), clock.GetUtcNow());
            return Of(c, companies);
        });

    private static string Who(HttpContext http) => http.User.FindFirstValue(ClaimTypes.Name) ?? "";
}
