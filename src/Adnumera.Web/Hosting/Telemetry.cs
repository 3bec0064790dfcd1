using System.Diagnostics;
using System.Diagnostics.Metrics;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using OpenTelemetry.Trace;

namespace Adnumera.Web.Hosting;

/// <summary>What can be measured from outside, by OpenTelemetry: requests and calls to ledgers, and the work itself. Nothing is collected
/// while no address is set to send it to.</summary>
public static class Telemetry
{
    /// <summary>The name of the meter and of the source of traces.</summary>
    public const string Name = "Adnumera";

    /// <summary>Traces of longer work.</summary>
    internal static readonly ActivitySource Work = new(Name);

    private static readonly Meter Meter = new(Name);

    /// <summary>Documents that were taken in.</summary>
    internal static readonly Counter<long> TakenIn = Meter.CreateCounter<long>("adnumera.documents.taken_in", "{document}");

    /// <summary>Instructions that a ledger answered, by what became of them.</summary>
    internal static readonly Counter<long> Answered = Meter.CreateCounter<long>("adnumera.instructions.answered", "{instruction}");

    /// <summary>Differences that proofs found.</summary>
    internal static readonly Counter<long> Differences = Meter.CreateCounter<long>("adnumera.differences.found", "{difference}");

    /// <summary>Sends it by OTLP, when there is an address for it.</summary>
    /// <param name="services">The services.</param>
    /// <param name="address">The address of the collector; null for none.</param>
    internal static void Add(IServiceCollection services, Uri? address)
    {
        if (address is null)
            return;
        services
            .AddOpenTelemetry()
            .ConfigureResource(r => r.AddService(Name.ToLowerInvariant()))
            .WithTracing(t =>
                t.AddSource(Name).AddAspNetCoreInstrumentation().AddHttpClientInstrumentation().AddOtlpExporter(o => o.Endpoint = address)
            )
            .WithMetrics(m =>
                m.AddMeter(Name).AddAspNetCoreInstrumentation().AddHttpClientInstrumentation().AddOtlpExporter(o => o.Endpoint = address)
            );
    }
}
