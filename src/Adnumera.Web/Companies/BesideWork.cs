using System.Collections.Concurrent;
using System.Threading.Channels;
using Adnumera.Storage.Companies;

namespace Adnumera.Web.Companies;

/// <summary>Something that is done in each company beside the work, a little at a time and each time saved, so that nobody waits for it and
/// a stop loses nothing: after every change, and at the start for what a stop left.</summary>
internal abstract class BesideWork : BackgroundService
{
    // Each company stands in it once at most.
    private readonly Channel<string> changed = Channel.CreateUnbounded<string>();
    private readonly ConcurrentDictionary<string, bool> waiting = new(StringComparer.Ordinal);
    private readonly CompanyFiles companies;
    private readonly ILogger log;
    private readonly string what;

    /// <param name="companies">The companies.</param>
    /// <param name="log">Where failures are noted.</param>
    /// <param name="what">What is done, for the log.</param>
    protected BesideWork(CompanyFiles companies, ILogger log, string what)
    {
        (this.companies, this.log, this.what) = (companies, log, what);
        companies.Changed += Wait;
    }

    /// <summary>Does the next bit; returns whether there was any.</summary>
    protected abstract bool Next(CompanyFile company);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        foreach (var company in companies.Installation.OpenCompanies())
            Wait(company);
        try
        {
            await foreach (var company in changed.Reader.ReadAllAsync(stoppingToken))
            {
                waiting.TryRemove(company, out _);
                All(company, stoppingToken);
            }
        }
        catch (OperationCanceledException)
        {
            // The application stops; what is left is taken up at the next start.
        }
    }

    private void Wait(string company)
    {
        if (waiting.TryAdd(company, true))
            changed.Writer.TryWrite(company);
    }

    private void All(string company, CancellationToken stopping)
    {
        try
        {
            var file = companies.Open(company);
            while (!stopping.IsCancellationRequested && Next(file)) { }
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Another change wakes it again, and so does the next start.
            log.LogWarning(e, "{What} of {Company} stopped", what, company);
        }
    }
}
