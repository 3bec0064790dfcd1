using Adnumera.Core.Access;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SignIn;

/// <summary>Sign-in and sign-out.</summary>
internal static class SessionEndpoints
{
    private const int MostFailures = 8;
    private const int LargestBody = 4 * 1024;
    private static readonly TimeSpan LockedFor = TimeSpan.FromMinutes(10);
    private static readonly string NobodysHash = Passwords.Hash("nobody");

    public static void MapSession(this WebApplication app)
    {
        var session = app.MapGroup("/api/session").WithTags("Session").AddEndpointFilter<RouteGroupBuilder, InputCheck>();
        session.MapGet("", Current).AllowAnonymous();
        session.MapPost("", SignIn).AllowAnonymous().LimitsTries().ProducesProblem(401);
        session.MapDelete("", (Delegate)SignOut).AllowAnonymous();
    }

    /// <summary>Takes small requests only, and so many from one address.</summary>
    public static RouteHandlerBuilder LimitsTries(this RouteHandlerBuilder endpoint) =>
        endpoint
            .RequireRateLimiting(SignInLimits.Policy)
            .WithMetadata(new RequestSizeLimitAttribute(LargestBody))
            .ProducesProblem(422)
            .ProducesProblem(429);

    private static SessionAnswer Current(
        HttpContext http,
        CompanyFiles companies,
        IAntiforgery forgery,
        WebSettings settings,
        TimeProvider clock
    )
    {
        var today = Day.Text(DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime));
        var token = forgery.GetAndStoreTokens(http).RequestToken!;
        return companies.Installation.Read(c =>
            Sessions.Person(http.User) is { } id && new PersonTable(c).Find(id) is { } person
                ? new SessionAnswer(
                    person.Name,
                    person.SignIn,
                    person.IsAdministrator,
                    token,
                    [
                        .. new MembershipTable(c)
                            .Of(id)
                            .Select(m => new CompanyAnswer(
                                m.Company,
                                m.CompanyName,
                                m.Role,
                                Rights.Of(m.Role, m.Own),
                                Today(companies, m.Company, clock)
                            )),
                    ],
                    settings.Demo,
                    false,
                    today
                )
                : new SessionAnswer("", "", false, token, [], settings.Demo, !new PersonTable(c).Any(), today)
        );
    }

    // A company's days are its own; one whose file cannot be opened says so when its books are.
    private static string Today(CompanyFiles companies, string company, TimeProvider clock)
    {
        try
        {
            return Day.Text(companies.Open(company).DayOf(clock.GetUtcNow()));
        }
        catch (Exception e) when (e is InvalidDataException or SqliteException or NewerSchemaException or RefusedException)
        {
            return Day.Text(DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime));
        }
    }

    private static async Task<IResult> SignIn(
        SignInRequest request,
        HttpContext http,
        CompanyFiles companies,
        SignInLimits limits,
        TimeProvider clock
    )
    {
        var now = clock.GetUtcNow();
        var name = request.SignIn?.Trim() ?? "";
        limits.Count(name);
        var person = companies.Installation.Read(c => new PersonTable(c).FindBySignIn(name));
        var tries =
            person is not null
            && companies.Installation.InTransaction(c => new PersonTable(c).Try(person.Id, MostFailures, now, now + LockedFor));

        // An unknown name takes as long as a wrong password, so that neither can be told from the other.
        var good = Passwords.Fits(person?.PasswordHash ?? NobodysHash, request.Password ?? "") && tries;
        if (good)
            companies.Installation.InTransaction(c =>
            {
                new PersonTable(c).SignedIn(person!.Id);
                return 0;
            });
        if (!good)
            throw new RefusedException(
                "sign-in",
                "Name and password do not belong together, or there were too many tries. You are not signed in; "
                    + "check both, or wait ten minutes.",
                401
            );
        await Sessions.Begin(http, person!);
        return Results.NoContent();
    }

    private static async Task<IResult> SignOut(HttpContext http, CompanyFiles companies)
    {
        if ((Sessions.Person(http.User), Sessions.Current(http.User)) is ({ } person, { } session))
            companies.Installation.InTransaction(c => new SessionTable(c).End(person, session));
        await http.SignOutAsync();
        return Results.NoContent();
    }
}
