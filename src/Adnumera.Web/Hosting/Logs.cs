using System.Globalization;
using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Adnumera.Web.Hosting;

/// <summary>What is logged, and how: for people, or as one JSON object a line for programs. Neither has bodies, query strings, cookies,
/// tokens or passwords in it.</summary>
internal static class Logs
{
    public static void Configure(LoggerConfiguration log, bool structured)
    {
        log.MinimumLevel.Is(structured ? LogEventLevel.Information : LogEventLevel.Warning)
            .MinimumLevel.Override("Microsoft", structured ? LogEventLevel.Warning : LogEventLevel.Error)
            .MinimumLevel.Override("System", LogEventLevel.Warning)
            .MinimumLevel.Override("Quartz", LogEventLevel.Warning)
            // Told by ProblemDocument where it is a fault.
            .MinimumLevel.Override("Microsoft.AspNetCore.Diagnostics.ExceptionHandlerMiddleware", LogEventLevel.Fatal)
            .MinimumLevel.Override("Polly", LogEventLevel.Fatal) // each try; what came of them is told by whoever asked
            .Enrich.FromLogContext();
        if (structured)
            log.WriteTo.Console(new RenderedCompactJsonFormatter());
        else
            log.WriteTo.Console(formatProvider: CultureInfo.InvariantCulture);
    }

    /// <summary>One line a request: method, path, status, time.</summary>
    public static void Requests(WebApplication app)
    {
        // This application's own: the static one is that of whichever started last in the process.
        var log = app.Services.GetRequiredService<Serilog.ILogger>();
        app.UseSerilogRequestLogging(o =>
        {
            o.Logger = log;
            o.IncludeQueryInRequestPath = false;
            o.GetLevel = (http, _, error) =>
                error is not null || http.Response.StatusCode >= StatusCodes.Status500InternalServerError ? LogEventLevel.Error
                : http.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal) ? LogEventLevel.Information
                : LogEventLevel.Debug;
        });
    }
}
