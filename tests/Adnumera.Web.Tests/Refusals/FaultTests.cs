using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http;
using Microsoft.Data.Sqlite;
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
        var fault = new InvalidOperationException("the inside of it");
        var (status, answer) = await Explained(fault);
        Assert.Equal(StatusCodes.Status500InternalServerError, status);
        Assert.Same(fault, Assert.Single(events).Exception);
        Assert.Contains("Something went wrong", answer, StringComparison.Ordinal);
        Assert.DoesNotContain("the inside of it", answer, StringComparison.Ordinal);
    }

    [Fact] // SQLITE_FULL (sqlite.org, Result and Error Codes), and ENOSPC of a file beside it (POSIX, errno.h; 28 on Linux).
    public async Task A_full_disk_has_words_of_its_own_and_is_in_the_log()
    {
        foreach (var full in new Exception[] { new SqliteException("database or disk is full", 13), new IOException("No space left", 28) })
        {
            events.Clear();
            var (status, answer) = await Explained(full);
            Assert.Equal(StatusCodes.Status507InsufficientStorage, status);
            Assert.Contains("\"disk-full\"", answer, StringComparison.Ordinal);
            Assert.Contains("Nothing was changed", answer, StringComparison.Ordinal);
            Assert.Same(full, Assert.Single(events).Exception);
        }
    }

    private async Task<(int Status, string Answer)> Explained(Exception fault)
    {
        using var log = new LoggerConfiguration().WriteTo.Sink(this).CreateLogger();
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
        return (http.Response.StatusCode, System.Text.Encoding.UTF8.GetString(body.ToArray()));
    }
}
