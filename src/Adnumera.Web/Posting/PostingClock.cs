using System.Globalization;
using Adnumera.Core.Posting;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Companies;
using Adnumera.Web.Documents;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Quartz;

namespace Adnumera.Web.Posting;

/// <summary>
/// What posting does by itself: starts the dispatches that are due by the companies' schedules, and asks again over time for what has no
/// clear answer. Quartz wakes it each minute; when something is due stands in the company's file.
/// </summary>
public sealed class PostingClock(
    CompanyFiles companies,
    Dispatcher dispatcher,
    LedgerAccess ledgers,
    LedgerTurns turns,
    TimeProvider clock,
    ILogger<PostingClock> log
) : IJob
{
    private const string Nobody = "the schedule";
    private readonly EachCompany each = new(companies);

    /// <summary>How Quartz knows it.</summary>
    public static JobKey Key { get; } = new("posting");

    /// <inheritdoc/>
    public async ValueTask Execute(IJobExecutionContext context, CancellationToken cancellationToken)
    {
        AskAboutTransfers();
        StartScheduled();
        await AskAgain(cancellationToken);
    }

    /// <summary>Asks for the account of transfers whose other side did not come in time.</summary>
    public void AskAboutTransfers() =>
        companies.ForEach(
            log,
            Unattended.Schedule,
            clock,
            (company, file) =>
            {
                var books = new CompanyBooks(file, company, Nobody, clock);
                if (file.Read(c => Transfers.IsDue(c, books)))
                    file.InTransaction(c =>
                    {
                        Transfers.Ask(c, books);
                        return 0;
                    });
            }
        );

    /// <summary>Starts the dispatches that are due, each company's once a day; one that fails is shown and tried again at the next
    /// time.</summary>
    public void StartScheduled() =>
        companies.ForEach(
            log,
            Unattended.Schedule,
            clock,
            (company, file) =>
            {
                var now = TimeZoneInfo.ConvertTime(clock.GetUtcNow(), file.TimeZone()).DateTime;
                var (schedule, last) = file.Read(c => (new CompanyTable(c).Schedule(), new CompanyTable(c).LastScheduled()));
                if (!TimeOnly.TryParseExact(schedule, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var due))
                    return;
                if (last == DateOnly.FromDateTime(now) || TimeOnly.FromDateTime(now) < due)
                    return;
                if (turns.IsTaken(company))
                    return; // Whoever has the turn goes first; a minute later it is tried again.
                file.InTransaction(c =>
                {
                    new CompanyTable(c).NoteScheduled(DateOnly.FromDateTime(now));
                    return 0;
                });
                Start(new CompanyBooks(file, company, Nobody, clock));
            }
        );

    /// <summary>Asks for what has no clear answer, where it is time to, and sends again what a ledger surely does not have.</summary>
    public Task AskAgain(CancellationToken cancel) =>
        each.Run(
            async (company, c) =>
            {
                try
                {
                    await AskAgain(company, c);
                }
                catch (LedgerUnavailableException)
                {
                    // It is asked again in a minute.
                }
                catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
                {
                    log.LogError(e, "{Company} could not ask its ledger for what has no answer", company);
                }
            },
            cancel
        );

    private async Task AskAgain(string company, CancellationToken cancel)
    {
        var file = companies.Open(company);
        var isOpen = file.Read(c => new OutboxTable(c).CountUnknown() > 0 && new LedgerTable(c).Connection() is not null);
        if (!isOpen || turns.IsTaken(company))
            return;
        using var turn = turns.Take(company, Dispatcher.Turn);
        var (ledger, organisation, _) = ledgers.Connected(file);
        await new Sender(file, ledger, organisation, clock).Settle(onlyDue: true, cancel);
    }

    private void Start(CompanyBooks books)
    {
        try
        {
            dispatcher.Start(books, PostingChoice.All, scheduled: true);
        }
        catch (RefusedException e) when (e.Type == "nothing-ready")
        {
            companies.Installation.Well(books.CompanyId, Unattended.Schedule);
        }
        catch (RefusedException e) when (e.Type == "planned")
        {
            dispatcher.Resume(books);
        }
    }
}
