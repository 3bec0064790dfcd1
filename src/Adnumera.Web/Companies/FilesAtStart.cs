using Adnumera.Storage.Installation;

namespace Adnumera.Web.Companies;

/// <summary>Goes on, before anybody is served, with what a stop left undone between the installation's file and those of the
/// companies.</summary>
internal sealed class FilesAtStart(CompanyFiles companies, ILogger<FilesAtStart> log) : IHostedService
{
    public Task StartAsync(CancellationToken cancellationToken)
    {
        foreach (var path in companies.PutUnlistedAside())
            log.LogWarning("{Path} belongs to no company of the installation, and was put there", path);
        foreach (var company in companies.Installation.Read(c => new CompanyListTable(c).All()).Where(l => l.IsOpen))
            companies.CarryOver(company.Id);
        return Task.CompletedTask;
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
