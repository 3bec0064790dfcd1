using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Adnumera.Web.SignIn;

public sealed record SignInRequest(string? SignIn, string? Password);

public sealed record CompanyAnswer(string Id, string Name, string Role);

/// <param name="Name">Who is signed in; blank for nobody.</param>
/// <param name="Forgery">To be sent back in the header X-Forgery with each change.</param>
/// <param name="Companies">What they may open.</param>
/// <param name="Today">The day that the application takes for today.</param>
/// <param name="Demo">Whether this is the demo, whose sign-ins may be shown.</param>
public sealed record SessionAnswer(string Name, string Forgery, IReadOnlyList<CompanyAnswer> Companies, string Today, bool Demo);

/// <summary>Sign-in and sign-out.</summary>
internal static class SessionEndpoints
{
    private const int MostFailures = 8;
    private static readonly TimeSpan LockedFor = TimeSpan.FromMinutes(10);
    private static readonly string NobodysHash = Passwords.Hash("nobody");

    public static void MapSession(this WebApplication app)
    {
        var session = app.MapGroup("/api/session").WithTags("Session").AllowAnonymous();
        session.MapGet("", Current);
        session.MapPost("", SignIn).RequireRateLimiting("sign-in").ProducesProblem(401).ProducesProblem(429);
        session.MapDelete("", (Delegate)SignOut);
    }

    private static SessionAnswer Current(HttpContext http, Companies companies, IAntiforgery forgery, TimeProvider clock, WebSettings settings)
    {
        var token = forgery.GetAndStoreTokens(http).RequestToken!;
        var today = clock.GetUtcNow().ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        return long.TryParse(http.User.FindFirstValue(ClaimTypes.NameIdentifier), out var person)
            ? new SessionAnswer(http.User.FindFirstValue(ClaimTypes.Name)!, token,
                [.. companies.Installation.Memberships(person).Select(m => new CompanyAnswer(m.Company, m.CompanyName, m.Role))], today, settings.Demo)
            : new SessionAnswer("", token, [], today, settings.Demo);
    }

    private static async Task<IResult> SignIn(SignInRequest request, HttpContext http, Companies companies, TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        var person = companies.Installation.FindBySignIn(request.SignIn?.Trim() ?? "");
        var locked = person is { LockedUntil.Length: > 0 } && DateTimeOffset.Parse(person.LockedUntil, CultureInfo.InvariantCulture) > now;

        // An unknown name takes as long as a wrong password, so that neither can be told from the other.
        var good = Passwords.Fits(person?.PasswordHash ?? NobodysHash, request.Password ?? "") && person is not null && !locked;
        if (person is not null && !locked)
        {
            var until = person.Failed + 1 >= MostFailures ? (now + LockedFor).ToString("O", CultureInfo.InvariantCulture) : "";
            companies.Installation.SignedIn(person.Id, good, until);
        }

        if (!good) throw new RefusedException("sign-in", "Name and password do not belong together, or there were too many tries. You are not signed in; check both, or wait ten minutes.", 401);
        var identity = new ClaimsIdentity(
            [new Claim(ClaimTypes.NameIdentifier, person!.Id.ToString(CultureInfo.InvariantCulture)), new Claim(ClaimTypes.Name, person.Name)],
            CookieAuthenticationDefaults.AuthenticationScheme);
        await http.SignInAsync(new ClaimsPrincipal(identity));
        return Results.NoContent();
    }

    private static async Task<IResult> SignOut(HttpContext http)
    {
        await http.SignOutAsync();
        return Results.NoContent();
    }
}
