using System.Collections.Concurrent;
using Adnumera.Storage.Audit;
using Adnumera.Web.Companies;

namespace Adnumera.Web.SetUp;

/// <summary>Checks the audit of each company in the background after the start, and whenever somebody asks.</summary>
public sealed class AuditWatch(CompanyFiles companies, TimeProvider clock, ILogger<AuditWatch> log) : BackgroundService
{
    private readonly ConcurrentDictionary<string, (DateTimeOffset At, AuditCheck Found)> latest = new(StringComparer.Ordinal);

    /// <summary>The latest check of a company; null before the first.</summary>
    public (DateTimeOffset At, AuditCheck Found)? Latest(string company) => latest.TryGetValue(company, out var found) ? found : null;

    /// <summary>Checks a company's audit now.</summary>
    public (DateTimeOffset At, AuditCheck Found) Check(string company)
    {
        var found = companies.Open(company).CheckAudit();
        if (found.Problem.Length > 0)
            log.LogError("The audit of {Company} does not hold: {Problem}", company, found.Problem);
        return latest[company] = (clock.GetUtcNow(), found);
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        foreach (var company in companies.Installation.OpenCompanies())
        {
            if (stoppingToken.IsCancellationRequested)
                return;
            try
            {
                Check(company);
            }
            catch (Exception e) when (e is not OutOfMemoryException)
            {
                log.LogError(e, "The audit of {Company} could not be checked", company);
            }
        }
    }
}
