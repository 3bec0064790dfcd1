using System.Globalization;
using System.Threading.RateLimiting;
using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.RateLimiting;

namespace Adnumera.Web.SignIn;

/// <summary>How often somebody may try to sign in: so often from one address, and so often under one name, so that one who guesses locks
/// nobody else out.</summary>
internal sealed class SignInLimits : IDisposable
{
    /// <summary>The policy by address.</summary>
    public const string Policy = "sign-in";

    private const int MostByAddress = 30;
    private const int MostByName = 20;
    private static readonly TimeSpan Window = TimeSpan.FromMinutes(1);

    private readonly PartitionedRateLimiter<string> names = PartitionedRateLimiter.Create<string, string>(name =>
        RateLimitPartition.GetFixedWindowLimiter(name, _ => new FixedWindowRateLimiterOptions { PermitLimit = MostByName, Window = Window })
    );

    /// <summary>The limit by address; whoever meets it is told when to try again.</summary>
    public static void ByAddress(RateLimiterOptions options)
    {
        options.AddPolicy(
            Policy,
            http =>
                RateLimitPartition.GetFixedWindowLimiter(
                    http.Connection.RemoteIpAddress?.ToString() ?? "",
                    _ => new FixedWindowRateLimiterOptions { PermitLimit = MostByAddress, Window = Window }
                )
        );
        options.OnRejected = async (context, _) =>
        {
            context.HttpContext.Response.Headers.RetryAfter = Seconds(Wait(context.Lease));
            await ProblemDocument.Answer(
                context.HttpContext,
                "too-many-tries",
                "There were too many tries to sign in from this address. You are not signed in; wait a minute.",
                StatusCodes.Status429TooManyRequests
            );
        };
    }

    /// <summary>Counts a try under a name, whether there is such a name or not.</summary>
    /// <exception cref="RefusedException">There were too many.</exception>
    public void Count(string name)
    {
        using var lease = names.AttemptAcquire(Folded.Of(name));
        if (!lease.IsAcquired)
            throw new RefusedException(
                "too-many-tries",
                "There were too many tries to sign in under this name. You are not signed in; wait a minute.",
                StatusCodes.Status429TooManyRequests
            )
            {
                RetryAfter = Wait(lease),
            };
    }

    public void Dispose() => names.Dispose();

    private static TimeSpan Wait(RateLimitLease lease) => lease.TryGetMetadata(MetadataName.RetryAfter, out var wait) ? wait : Window;

    private static string Seconds(TimeSpan wait) => ((int)Math.Ceiling(wait.TotalSeconds)).ToString(CultureInfo.InvariantCulture);
}
