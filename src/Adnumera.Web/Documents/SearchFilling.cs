using System.Threading.Channels;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Search;
using Adnumera.Web.Companies;

namespace Adnumera.Web.Documents;

/// <summary>Keeps each company's texts indexed for the search, beside the work and a little at a time, so that nobody waits for
/// it.</summary>
internal sealed class SearchFilling : BackgroundService
{
    private const int AtOnce = 2_000;
    private readonly Channel<string> changed = Channel.CreateUnbounded<string>();
    private readonly CompanyFiles companies;
    private readonly ILogger<SearchFilling> log;

    public SearchFilling(CompanyFiles companies, ILogger<SearchFilling> log)
    {
        (this.companies, this.log) = (companies, log);
        companies.Changed += company => changed.Writer.TryWrite(company);
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        foreach (var company in companies.Installation.OpenCompanies())
            changed.Writer.TryWrite(company);
        try
        {
            await foreach (var company in changed.Reader.ReadAllAsync(stoppingToken))
                Fill(company, stoppingToken);
        }
        catch (OperationCanceledException)
        {
            // The application stops; what is left is taken up at the next start.
        }
    }

    private void Fill(string company, CancellationToken stopping)
    {
        try
        {
            var file = companies.Open(company);
            while (!stopping.IsCancellationRequested && file.Read(c => new TextIndex(c).IsDue()))
                Batch(file);
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Another change wakes it again, and so does the next start; until then the search finds what is indexed.
            log.LogWarning(e, "The texts of {Company} could not be indexed", company);
        }
    }

    private static void Batch(CompanyFile file) =>
        file.InTransaction(c =>
        {
            new TextIndex(c).Fill(AtOnce);
            return 0;
        });
}
