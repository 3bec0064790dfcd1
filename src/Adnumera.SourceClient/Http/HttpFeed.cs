using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Feeds;

namespace Adnumera.SourceClient.Http;

/// <summary>A source over its HTTP API, whatever it has: pages of what changed, its own total, what it is told. What is its own is how
/// one of
/// its records reads as a document.</summary>
/// <typeparam name="T">A record as it comes over the wire.</typeparam>
/// <param name="kind">Which source.</param>
/// <param name="records">Where its records are.</param>
/// <param name="requests">How it is asked.</param>
/// <param name="currency">The company's currency, for the decimals of totals.</param>
internal abstract class HttpFeed<T>(FeedKind kind, string records, FeedRequests requests, Currency currency) : IFeed
{
    private const int PageSize = 1000;
    private const int MostPages = 100;
    private readonly string address = $"api/{Words<FeedKind>.Of(kind)}";

    /// <summary>How the source is asked.</summary>
    protected FeedRequests Requests => requests;

    /// <summary>Where it is asked.</summary>
    protected string Address => address;

    /// <inheritdoc/>
    public async Task<IReadOnlyList<string>> Values(CancellationToken cancel) => (await requests.Get<AboutAnswer>(address, cancel)).Values;

    /// <inheritdoc/>
    public async Task<Delivery> Changed(string mark, DateOnly from, CancellationToken cancel)
    {
        var (changed, after) = (new List<T>(), mark.Length > 0 ? mark : "0");
        // What is more than that comes at the next pull, which begins where this one ended.
        for (var pages = 1; ; pages++)
        {
            var page = await requests.Get<ChangesAnswer<T>>(
                $"{address}/{records}?from={Day.Text(from)}&after={after}&most={PageSize}",
                cancel
            );
            changed.AddRange(page.Records);
            if (page.More && (page.Records.Length == 0 || $"{page.Next}" == after))
                throw Unreadable("it says that there is more, and gives nothing more");
            after = $"{page.Next}";
            if (!page.More || pages == MostPages)
                return await Delivered(changed, after, cancel);
        }
    }

    /// <inheritdoc/>
    public virtual async Task<Tally?> Says(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose, CancellationToken cancel)
    {
        var said = await requests.Get<TotalsAnswer>($"{address}/totals?{Days(first, last, whose)}", cancel);
        return new Tally(said.Documents, Minor(said.Money));
    }

    /// <inheritdoc/>
    public async Task<IReadOnlyList<CountedRecord>> Counted(
        DateOnly first,
        DateOnly last,
        IReadOnlyCollection<string> whose,
        CancellationToken cancel
    ) =>
        [
            .. (await requests.Get<CountedAnswer[]>($"{address}/counted?{Days(first, last, whose)}", cancel)).Select(c => new CountedRecord(
                c.Id,
                Day.Typed(c.Date) ?? throw Unreadable($"it counts {c.Id} on the day {Quote.Of(c.Date)}"),
                Minor(c.Money)
            )),
        ];

    /// <inheritdoc/>
    public Task Tell(string sourceId, FeedNews news, CancellationToken cancel) =>
        requests.Send(
            HttpMethod.Post,
            $"{address}/news",
            news.Match<object>(
                p => new
                {
                    id = sourceId,
                    what = "posted",
                    reference = p.LedgerId,
                },
                r => new
                {
                    id = sourceId,
                    what = "rejected",
                    reason = r.Reason,
                },
                _ => new { id = sourceId, what = "reopened" },
                p => new
                {
                    id = sourceId,
                    what = "paid",
                    date = Day.Text(p.On),
                    reference = p.Reference,
                    openAmount = p.Open,
                }
            ),
            cancel
        );

    /// <inheritdoc/>
    public Task Revoke(CancellationToken cancel) => requests.Send(HttpMethod.Delete, $"{address}/tokens/current", null, cancel);

    /// <summary>A record as it is delivered.</summary>
    protected abstract FeedRecord Read(T record);

    /// <summary>What changed, as it is delivered: of what changed again while it was asked for, the last.</summary>
    protected virtual Task<Delivery> Delivered(IReadOnlyList<T> changed, string mark, CancellationToken cancel)
    {
        var latest = new Dictionary<string, FeedRecord>(StringComparer.Ordinal);
        foreach (var record in changed.Select(Read))
        {
            latest.Remove(record.Id);
            latest.Add(record.Id, record);
        }

        return Task.FromResult(new Delivery([.. latest.Values], [], mark));
    }

    /// <summary>Where a record stands, by the words of its source.</summary>
    /// <exception cref="FeedTroubleException">The word is none of these.</exception>
    protected static FeedStanding Standing(string status, string id, string stands, string pending, string cancelled) =>
        stands.Split(' ').Contains(status) ? FeedStanding.Stands
        : pending.Split(' ').Contains(status) ? FeedStanding.Pending
        : cancelled.Split(' ').Contains(status) ? FeedStanding.Cancelled
        : throw Unreadable($"{id} has the unknown status {Quote.Of(status)}");

    /// <summary>A record's texts without those that are blank.</summary>
    protected static Dictionary<string, string> Texts(params ReadOnlySpan<(string Column, string Text)> texts)
    {
        var filled = new Dictionary<string, string>(texts.Length, StringComparer.Ordinal);
        foreach (var (column, text) in texts)
            if (text.Length > 0)
                filled.Add(column, text);
        return filled;
    }

    private protected static FeedTroubleException Unreadable(string what) => FeedRequests.Unreadable(new FormatException($"{what}."));

    private long Minor(string text) =>
        AmountText.Read(text, currency.Digits, out var minor) == AmountText.Fault.None
            ? minor
            : throw Unreadable($"{Quote.Of(text)} stands where an amount of {currency} is expected");

    private static string Days(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose) =>
        $"from={Day.Text(first)}&through={Day.Text(last)}" + string.Concat(whose.Select(w => $"&whose={Uri.EscapeDataString(w)}"));
}
