using Adnumera.Web.Companies;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace Adnumera.Web.Hosting;

/// <summary>Whether the installation can work: its file can be read, and there is room to write. It answers without signing in, and says no
/// more than yes or no.</summary>
internal sealed class InstallationHealth(CompanyFiles companies) : IHealthCheck
{
    private const long LeastFree = 256L * 1024 * 1024;

    public Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            companies.Installation.OpenCompanies();
            var free = new DriveInfo(companies.Folder).AvailableFreeSpace;
            return Task.FromResult(
                free >= LeastFree ? HealthCheckResult.Healthy() : HealthCheckResult.Unhealthy($"{free} bytes are free on the disk.")
            );
        }
        catch (Exception e) when (e is SqliteException or IOException)
        {
            return Task.FromResult(HealthCheckResult.Unhealthy("The installation's file cannot be read.", e));
        }
    }
}
