using System.Collections.Concurrent;

namespace Adnumera.Web.Companies;

/// <summary>Does something in each open company beside the others: who waits for a slow ledger or source keeps none of them waiting, and is
/// passed over until it is done.</summary>
internal sealed class EachCompany(CompanyFiles companies)
{
    private const int AtOnce = 16;
    private readonly ConcurrentDictionary<string, bool> underWay = new(StringComparer.Ordinal);

    /// <summary>Does it; over when all are done that were begun.</summary>
    /// <param name="act">What is done in a company; it tells of its own trouble.</param>
    /// <param name="cancel">Stops it.</param>
    public Task Run(Func<string, CancellationToken, Task> act, CancellationToken cancel) =>
        Parallel.ForEachAsync(
            companies.Installation.OpenCompanies(),
            new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = cancel },
            async (company, c) =>
            {
                if (!underWay.TryAdd(company, true))
                    return;
                try
                {
                    await act(company, c);
                }
                finally
                {
                    underWay.TryRemove(company, out _);
                }
            }
        );
}
