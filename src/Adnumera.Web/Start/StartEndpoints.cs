using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Start;

/// <summary>The first page of an installation in which nobody can sign in yet.</summary>
internal static class StartEndpoints
{
    public static void MapStart(this WebApplication app) =>
        app.MapPost("/api/start", Start)
            .WithTags("Session")
            .AddEndpointFilter<RouteHandlerBuilder, InputCheck>()
            .AllowAnonymous()
            .LimitsTries()
            .ProducesProblem(400)
            .ProducesProblem(403);

    private static async Task<IResult> Start(
        StartRequest request,
        HttpContext http,
        CompanyFiles companies,
        StartCode code,
        TimeProvider clock
    )
    {
        RefuseBegun(companies.Installation.Read(c => new PersonTable(c).Any()));
        if (!code.Fits(request.Code!))
            throw new RefusedException(
                "code",
                "The code is another one. Nothing was made; the console shows it where the application was started, and each start makes a "
                    + "new one.",
                StatusCodes.Status403Forbidden
            );
        var (name, signIn) = (request.Name!.Trim(), request.SignIn!.Trim());
        var hash = Passwords.Chosen(request.Password, name, signIn);
        var company = request.Company!.ToCompany(_ => false);
        var now = clock.GetUtcNow();
        companies.Add(
            company,
            c =>
            {
                var people = new PersonTable(c);
                RefuseBegun(people.Any());
                new MembershipTable(c).Put(people.Add(name, signIn, hash, administers: true), company.Slug, Role.Administrator);
                new AuditTable(c).Add(now, name, "first administrator", $"person/{signIn}", null, null);
                new AuditTable(c).Add(now, name, "add a company", $"company/{company.Slug}", null, company.Name);
            }
        );
        await Sessions.Begin(http, companies.Installation.Read(c => new PersonTable(c).FindBySignIn(signIn))!);
        return Results.NoContent();
    }

    private static void RefuseBegun(bool begun)
    {
        if (begun)
            throw new RefusedException(
                "begun",
                "There is an administrator here already. Nothing was made; sign in, or ask that person for an invitation."
            );
    }
}
