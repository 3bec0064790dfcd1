using System.Collections.Concurrent;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Adnumera.Web.Hosting;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Microsoft.Extensions.Logging;

namespace Adnumera.Web.Tests.Hosting;

/// <summary>What an operator sees from outside: measurements and traces at a collector, and a log for programs; no secret in
/// either.</summary>
public sealed class WatchingTests : IDisposable
{
    private const string Secret = "Correct-Horse-7-Battery";
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-watching-").FullName;

    [Fact]
    public async Task Measurements_and_traces_arrive_at_a_collector_and_the_log_is_JSON_and_neither_has_a_secret()
    {
        var received = new ConcurrentDictionary<string, string>();
        await using var collector = await Collect(received);
        using var log = new StringWriter();
        var console = Console.Out;
        Console.SetOut(TextWriter.Synchronized(log));
        try
        {
            var app = Application.Build(
                new WebSettings(folder, "http://127.0.0.1:1/", false)
                {
                    Wakes = false,
                    StructuredLogs = true,
                    Telemetry = new Uri(collector.Urls.First()),
                },
                0
            );
            await app.StartAsync(TestContext.Current.CancellationToken);
            using (var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) })
            using (
                var refused = await client.PostAsJsonAsync(
                    $"api/session?token={Secret}",
                    new { signIn = "nobody", password = Secret },
                    TestContext.Current.CancellationToken
                )
            )
                Assert.False(refused.IsSuccessStatusCode);

            // What is gathered is sent at the end, too.
            await app.DisposeAsync();
        }
        finally
        {
            Console.SetOut(console);
        }

        Assert.Equal(["MetricsService", "TraceService"], received.Keys.Order());
        Assert.All(received.Values, body => Assert.Contains("adnumera", body, StringComparison.Ordinal));
        Assert.Contains("http.server.request.duration", received["MetricsService"], StringComparison.Ordinal);
        Assert.Contains("api/session", received["TraceService"], StringComparison.Ordinal);
        Assert.All(received.Values, body => Assert.DoesNotContain(Secret, body, StringComparison.Ordinal));

        Assert.Contains(
            log.ToString().Split('\n').Where(l => l.StartsWith('{')).Select(l => JsonDocument.Parse(l).RootElement),
            l =>
                l.TryGetProperty("RequestPath", out var path) && path.GetString() == "/api/session" && l.TryGetProperty("StatusCode", out _)
        );
        Assert.DoesNotContain(Secret, log.ToString(), StringComparison.Ordinal);
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    // As much of a collector as OTLP by gRPC needs (opentelemetry.io, OTLP specification 1.x): each export is answered with success.
    private static async Task<WebApplication> Collect(ConcurrentDictionary<string, string> received)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.ConfigureKestrel(k => k.Listen(IPAddress.Loopback, 0, l => l.Protocols = HttpProtocols.Http2));
        var collector = builder.Build();
        collector.MapPost(
            "/{service}/Export",
            async (string service, HttpContext http) =>
            {
                using var body = new MemoryStream();
                await http.Request.Body.CopyToAsync(body);
                received[service.Split('.')[^1]] = Encoding.UTF8.GetString(body.ToArray());
                http.Response.ContentType = "application/grpc";
                await http.Response.Body.WriteAsync(new byte[5]);
                http.Response.AppendTrailer("grpc-status", "0");
            }
        );
        await collector.StartAsync();
        return collector;
    }
}
