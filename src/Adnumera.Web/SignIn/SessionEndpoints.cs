using System.Globalization;
using System.Security.Claims;
using Adnumera.Core.Access;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Mvc;

namespace Adnumera.Web.SignIn;

/// <summary>Sign-in and sign-out.</summary>
internal static class SessionEndpoints
{
    private const string StampClaim = "stamp";
    private const int MostFailures = 8;
    private const int LargestBody = 4 * 1024;
    private const int ShortestPassword = 12;
    private static readonly TimeSpan LockedFor = TimeSpan.FromMinutes(10);
    private static readonly string NobodysHash = Passwords.Hash("nobody");

    public static void MapSession(this WebApplication app)
    {
        var session = app.MapGroup("/api/session").WithTags("Session").AddEndpointFilter<RouteGroupBuilder, InputCheck>();
        session.MapGet("", Current).AllowAnonymous();
        session
            .MapPost("", SignIn)
            .AllowAnonymous()
            .RequireRateLimiting(SignInLimits.Policy)
            .WithMetadata(new RequestSizeLimitAttribute(LargestBody))
            .ProducesProblem(401)
            .ProducesProblem(429);
        session.MapDelete("", (Delegate)SignOut).AllowAnonymous();
        session
            .MapPut("password", ChangePassword)
            .RequireRateLimiting(SignInLimits.Policy)
            .WithMetadata(new RequestSizeLimitAttribute(LargestBody))
            .ProducesProblem(422);
    }

    /// <summary>A session whose stamp is not the person's any more has ended: by signing out, by another password, or by an
    /// administrator.</summary>
    public static Task Validate(CookieValidatePrincipalContext context)
    {
        var companies = context.HttpContext.RequestServices.GetRequiredService<CompanyFiles>();
        if (
            PersonOf(context.Principal) is { } person
            && companies.Installation.Find(person)?.Stamp == context.Principal!.FindFirstValue(StampClaim)
        )
            return Task.CompletedTask;
        context.RejectPrincipal();
        return context.HttpContext.SignOutAsync();
    }

    private static SessionAnswer Current(HttpContext http, CompanyFiles companies, IAntiforgery forgery, WebSettings settings)
    {
        var token = forgery.GetAndStoreTokens(http).RequestToken!;
        return long.TryParse(http.User.FindFirstValue(ClaimTypes.NameIdentifier), out var person)
            ? new SessionAnswer(
                http.User.FindFirstValue(ClaimTypes.Name)!,
                token,
                [.. companies.Installation.Memberships(person).Select(Answer)],
                settings.Demo
            )
            : new SessionAnswer("", token, [], settings.Demo);
    }

    private static CompanyAnswer Answer(Membership membership)
    {
        return new CompanyAnswer(membership.Company, membership.CompanyName, membership.Role, Rights.Of(membership.Role));
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
        var person = companies.Installation.FindBySignIn(name);
        var until = person is { LockedUntil.Length: > 0 }
            ? DateTimeOffset.Parse(person.LockedUntil, CultureInfo.InvariantCulture)
            : (DateTimeOffset?)null;
        var locked = until > now;

        // An unknown name takes as long as a wrong password, so that neither can be told from the other.
        var good = Passwords.Fits(person?.PasswordHash ?? NobodysHash, request.Password ?? "") && person is not null && !locked;
        if (person is not null && !locked)
        {
            // What was counted before a lock ended with it.
            var failed = good ? 0 : (until is null ? (int)person.Failed : 0) + 1;
            companies.Installation.SignedIn(
                person.Id,
                failed,
                failed >= MostFailures ? (now + LockedFor).ToString("O", CultureInfo.InvariantCulture) : ""
            );
        }

        if (!good)
            throw new RefusedException(
                "sign-in",
                "Name and password do not belong together, or there were too many tries. You are not signed in; "
                    + "check both, or wait ten minutes.",
                401
            );
        await Begin(http, person!);
        return Results.NoContent();
    }

    // Signing out ends every session of the person, wherever its cookie is.
    private static async Task<IResult> SignOut(HttpContext http, CompanyFiles companies)
    {
        if (PersonOf(http.User) is { } person)
            companies.Installation.EndSessions(person);
        await http.SignOutAsync();
        return Results.NoContent();
    }

    private static async Task<IResult> ChangePassword(PasswordRequest request, HttpContext http, CompanyFiles companies)
    {
        var person = companies.Installation.Find(PersonOf(http.User)!.Value)!;
        var next = request.Next ?? "";
        if (!Passwords.Fits(person.PasswordHash, request.Current ?? ""))
            throw new RefusedException("password", "The password so far is another one. Nothing was changed; type it again.");
        if (next.Length < ShortestPassword)
            throw new RefusedException(
                "password",
                $"The new password has {next.Length} characters; it needs at least {ShortestPassword}. Nothing was changed."
            );
        companies.Installation.ChangePassword(person.Id, Passwords.Hash(next));
        await Begin(http, companies.Installation.Find(person.Id)!);
        return Results.NoContent();
    }

    private static Task Begin(HttpContext http, Person person) =>
        http.SignInAsync(
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [
                        new Claim(ClaimTypes.NameIdentifier, person.Id.ToString(CultureInfo.InvariantCulture)),
                        new Claim(ClaimTypes.Name, person.Name),
                        new Claim(StampClaim, person.Stamp),
                    ],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            )
        );

    private static long? PersonOf(ClaimsPrincipal? user) =>
        long.TryParse(user?.FindFirstValue(ClaimTypes.NameIdentifier), out var person) ? person : null;
}
