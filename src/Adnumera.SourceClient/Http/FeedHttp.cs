using Adnumera.Core.Feeds;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Http.Resilience;

namespace Adnumera.SourceClient.Http;

/// <summary>How sources are reached over HTTP: with patience that ends, answers of a limited size, and no way around by a
/// redirect.</summary>
public static class FeedHttp
{
    /// <summary>The name of the client in the factory.</summary>
    public const string ClientName = "feed";

    /// <summary>The largest answer that is read, in bytes.</summary>
    public const int LargestAnswer = 64 * 1024 * 1024;

    /// <summary>Registers the connector and its client. An answer that is late or lost is asked for once more; a source that says that it
    /// is too much is left alone until the next pull.</summary>
    /// <param name="services">The services.</param>
    /// <param name="patience">How long a source has for one answer.</param>
    public static IServiceCollection AddFeeds(this IServiceCollection services, TimeSpan patience)
    {
        services.AddSingleton<IFeedConnector, FeedConnector>();
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
                o.Retry.MaxRetryAttempts = 1;
                o.Retry.Delay = TimeSpan.FromMilliseconds(200);
                o.Retry.ShouldHandle = a => ValueTask.FromResult(a.Outcome.Exception is HttpRequestException);
                o.Retry.DisableFor(HttpMethod.Post, HttpMethod.Delete);
                o.AttemptTimeout.Timeout = patience;
                o.TotalRequestTimeout.Timeout = patience * 3;
                o.CircuitBreaker.SamplingDuration = patience * 3;
                o.CircuitBreaker.MinimumThroughput = 1000;
            });
        return services;
    }
}
