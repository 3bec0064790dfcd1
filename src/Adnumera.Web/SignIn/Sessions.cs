using System.Globalization;
using System.Security.Claims;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Adnumera.Web.SignIn;

/// <summary>Sessions: each is a row of the installation, so that it ends on the server; the cookie carries its secret.</summary>
internal static class Sessions
{
    /// <summary>A session ends when it is not used for so long.</summary>
    public static readonly TimeSpan Idle = TimeSpan.FromHours(10);

    private const string SecretClaim = "session";
    private const string IdClaim = "session-id";
    private const int LongestDevice = 200;

    // A use is noted so often at most, so that reading writes next to nothing.
    private static readonly TimeSpan Noted = TimeSpan.FromMinutes(5);

    /// <summary>A session that has ended lets nobody in: by signing out, by another password, by its person, or by an
    /// administrator.</summary>
    public static Task Validate(CookieValidatePrincipalContext context)
    {
        var services = context.HttpContext.RequestServices;
        var (installation, now) = (
            services.GetRequiredService<CompanyFiles>().Installation,
            services.GetRequiredService<TimeProvider>().GetUtcNow()
        );
        var secret = context.Principal?.FindFirstValue(SecretClaim) ?? "";
        if (
            installation.Read(c => new SessionTable(c).Find(secret, now - Idle)) is not { } session
            || session.PersonId != Person(context.Principal)
        )
        {
            context.RejectPrincipal();
            return context.HttpContext.SignOutAsync();
        }

        if (DateTimeOffset.Parse(session.SeenAt, CultureInfo.InvariantCulture) < now - Noted)
            installation.InTransaction(c =>
            {
                new SessionTable(c).Seen(session.Id, now);
                return 0;
            });
        return Task.CompletedTask;
    }

    /// <summary>Signs a person in here.</summary>
    public static Task Begin(HttpContext http, Person person)
    {
        var services = http.RequestServices;
        var now = services.GetRequiredService<TimeProvider>().GetUtcNow();
        var device = http.Request.Headers.UserAgent.ToString();
        var (secret, id) = services
            .GetRequiredService<CompanyFiles>()
            .Installation.InTransaction(c =>
            {
                var table = new SessionTable(c);
                var begun = table.Begin(person.Id, device[..Math.Min(device.Length, LongestDevice)], now, now - Idle);
                return (begun, table.Find(begun, now - Idle)!.Id);
            });
        return http.SignInAsync(
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [
                        new Claim(ClaimTypes.NameIdentifier, person.Id.ToString(CultureInfo.InvariantCulture)),
                        new Claim(ClaimTypes.Name, person.Name),
                        new Claim(SecretClaim, secret),
                        new Claim(IdClaim, id.ToString(CultureInfo.InvariantCulture)),
                    ],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            )
        );
    }

    /// <summary>Who is signed in; nobody, for nothing.</summary>
    public static long? Person(ClaimsPrincipal? user) => Number(user, ClaimTypes.NameIdentifier);

    /// <summary>The session of whoever asks.</summary>
    public static long? Current(ClaimsPrincipal? user) => Number(user, IdClaim);

    private static long? Number(ClaimsPrincipal? user, string claim) =>
        long.TryParse(user?.FindFirstValue(claim), CultureInfo.InvariantCulture, out var number) ? number : null;
}
