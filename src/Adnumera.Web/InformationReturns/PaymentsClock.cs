using System.Collections.Concurrent;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Posting;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Companies;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Quartz;

namespace Adnumera.Web.InformationReturns;

/// <summary>Reads the payments of the 1099 year each day, in companies where a person read them once. Quartz wakes it each minute; when
/// they were read stands in the company's file.</summary>
public sealed class PaymentsClock(
    CompanyFiles companies,
    LedgerAccess ledgers,
    LedgerTurns turns,
    TimeProvider clock,
    ILogger<PaymentsClock> log
) : IJob
{
    private const string Nobody = "the schedule";
    private static readonly TimeSpan Rest = TimeSpan.FromHours(1);
    private readonly ConcurrentDictionary<string, DateTimeOffset> rests = new();
    private readonly EachCompany each = new(companies);

    /// <summary>How Quartz knows it.</summary>
    public static JobKey Key { get; } = new("payments");

    /// <inheritdoc/>
    public async ValueTask Execute(IJobExecutionContext context, CancellationToken cancellationToken) => await Run(cancellationToken);

    /// <summary>Reads what is due, in each company on its own; where that fails, it is tried again an hour later.</summary>
    public Task Run(CancellationToken cancel) =>
        each.Run(
            async (company, c) =>
            {
                try
                {
                    await Run(company, c);
                }
                catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
                {
                    log.LogError(e, "The payments of {Company} could not be read", company);
                    rests[company] = clock.GetUtcNow() + Rest;
                    companies.Installation.Trouble(company, Unattended.Payments, clock.GetUtcNow(), Detail(e));
                }
            },
            cancel
        );

    private async Task Run(string company, CancellationToken cancel)
    {
        // Whoever has the turn goes first; a minute later it is tried again.
        if (turns.IsTaken(company) || (rests.TryGetValue(company, out var until) && clock.GetUtcNow() < until))
            return;
        var file = companies.Open(company);
        var books = new CompanyBooks(file, company, Nobody, clock);
        var due = file.Read(c =>
            new LedgerTable(c).Connection() is null ? [] : ReadingDue.Of(books.Today, ReadOn(new PaidTable(c), file.TimeZone())).ToList()
        );
        foreach (var year in due)
            await PaymentsReading.Run(books, ledgers, turns, year, (_, _) => { }, cancel);
        // What failed is well, too, where a person read them since.
        if (rests.TryRemove(company, out _) || due.Count > 0)
            companies.Installation.Well(company, Unattended.Payments);
    }

    private static Dictionary<int, DateOnly> ReadOn(PaidTable table, TimeZoneInfo zone) =>
        table
            .Readings()
            .ToDictionary(r => r.Key, r => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(Iso.Instant(r.Value), zone).DateTime));

    private static string Detail(Exception e) =>
        e is RefusedException or LedgerUnavailableException or InvalidDataException
            ? e.Message
            : "The payments of the 1099 year could not be read: the company's file is busy or cannot be read.";
}
