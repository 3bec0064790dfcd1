using Adnumera.Core.Posting;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Http.Resilience;

namespace Adnumera.LedgerClient.Http;

/// <summary>How ledgers are reached over HTTP: with patience that ends, answers of a limited size, and no way around by a
/// redirect.</summary>
public static class LedgerHttp
{
    /// <summary>The name of the client in the factory.</summary>
    public const string ClientName = "ledger";

    /// <summary>The largest answer that is read, in bytes.</summary>
    public const int LargestAnswer = 64 * 1024 * 1024;

    /// <summary>Registers the connector and its client. Reading is tried again; posting never is: the outbox decides.</summary>
    /// <param name="services">The services.</param>
    /// <param name="patience">How long a ledger has for one answer.</param>
    public static IServiceCollection AddLedgers(this IServiceCollection services, TimeSpan patience)
    {
        services.AddSingleton<ILedgerConnector, HttpConnector>();
        services
            .AddHttpClient(
                ClientName,
                http =>
                {
                    http.MaxResponseContentBufferSize = LargestAnswer;
                    http.Timeout = Timeout.InfiniteTimeSpan; // The handler below gives up first.
                }
            )
            .ConfigurePrimaryHttpMessageHandler(() => new SocketsHttpHandler { AllowAutoRedirect = false, UseCookies = false })
            .AddStandardResilienceHandler(o =>
            {
                o.Retry.MaxRetryAttempts = 2;
                o.Retry.Delay = TimeSpan.FromMilliseconds(200);
                o.Retry.DisableFor(HttpMethod.Post, HttpMethod.Delete);
                o.AttemptTimeout.Timeout = patience;
                o.TotalRequestTimeout.Timeout = patience * 3;
                o.CircuitBreaker.SamplingDuration = patience * 3;
                o.CircuitBreaker.MinimumThroughput = 1000;
            });
        return services;
    }
}
