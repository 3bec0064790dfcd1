using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Serilog;
using Serilog.Core;
using Serilog.Events;

namespace Adnumera.Web.Tests.Refusals;

public sealed class FaultTests : ILogEventSink
{
    private readonly List<LogEvent> events = [];

    void ILogEventSink.Emit(LogEvent logEvent) => events.Add(logEvent);

    [Fact]
    public async Task What_went_wrong_is_in_the_log_of_the_application_and_not_in_its_answer()
    {
        using var log = new LoggerConfiguration().WriteTo.Sink(this).CreateLogger();
        var fault = new InvalidOperationException("the inside of it");
        var http = new DefaultHttpContext
        {
            RequestServices = new ServiceCollection()
                .AddLogging()
                .AddProblemDetails()
                .AddSingleton<Serilog.ILogger>(log)
                .BuildServiceProvider(),
        };
        using var body = new MemoryStream();
        http.Response.Body = body;
        http.Features.Set<IExceptionHandlerFeature>(new ExceptionHandlerFeature { Error = fault });
        await ProblemDocument.Explain(http);
        Assert.Same(fault, Assert.Single(events).Exception);
        var answer = System.Text.Encoding.UTF8.GetString(body.ToArray());
        Assert.Contains("Something went wrong", answer, StringComparison.Ordinal);
        Assert.DoesNotContain("the inside of it", answer, StringComparison.Ordinal);
    }
}
