using Adnumera.Core.Feeds;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Quartz;

namespace Adnumera.Web.Feeds;

/// <summary>Pulls the feeds that are due and tells sources what is to be told. Quartz wakes it each minute; what is due stands in the
/// company's file.</summary>
public sealed class FeedClock(CompanyFiles companies, FeedPull pulls, FeedTelling telling, TimeProvider clock, ILogger<FeedClock> log)
    : IJob
{
    private const string Nobody = "the schedule";
    private readonly EachCompany each = new(companies);

    /// <summary>How Quartz knows it.</summary>
    public static JobKey Key { get; } = new("feeds");

    /// <inheritdoc/>
    public async ValueTask Execute(IJobExecutionContext context, CancellationToken cancellationToken) => await Run(cancellationToken);

    /// <summary>Pulls what is due and tells what is to be told, in each company on its own, and each feed on its own.</summary>
    public Task Run(CancellationToken cancel) =>
        each.Run(
            async (company, c) =>
            {
                try
                {
                    await Run(new CompanyBooks(companies.Open(company), company, Nobody, clock), c);
                }
                catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
                {
                    Trouble(company, e);
                }
            },
            cancel
        );

    private async Task Run(CompanyBooks books, CancellationToken cancel)
    {
        var (due, all) = books.File.Read(c => (new FeedTable(c).Due(Iso.Text(books.Now)), new FeedTable(c).All()));
        var isWell = true;
        foreach (var feed in due)
            try
            {
                await pulls.Run(books, feed.Id, whole: false, cancel);
            }
            catch (Exception e) when (e is FeedTroubleException or RefusedException { Type: "feed-busy" })
            {
                // It stands beside the feed, and is tried again at its time.
            }
            catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
            {
                // The others go on.
                isWell = false;
                Trouble(books.CompanyId, e);
            }

        foreach (var feed in all)
            try
            {
                await telling.Run(books, feed, cancel);
            }
            catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
            {
                isWell = false;
                Trouble(books.CompanyId, e);
            }

        if (isWell)
            companies.Installation.Well(books.CompanyId, Unattended.Feeds);
    }

    private void Trouble(string company, Exception e)
    {
        log.LogError(e, "Feeds of {Company} failed", company);
        companies.Installation.Trouble(company, Unattended.Feeds, clock.GetUtcNow(), Detail(e));
    }

    private static string Detail(Exception e) =>
        e is RefusedException or InvalidDataException
            ? e.Message
            : "Feeds could not be pulled: the company's file is busy or cannot be read.";
}
