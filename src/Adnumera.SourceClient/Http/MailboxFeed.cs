using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>A mailbox to which bills come as files. It has no total of its own: it does not know what is in them.</summary>
internal sealed class MailboxFeed(FeedRequests requests, Currency currency)
    : HttpFeed<MailedAnswer>(FeedKind.Mailbox, "files", requests, currency)
{
    /// <inheritdoc/>
    public override Task<Tally?> Says(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose, CancellationToken cancel) =>
        Task.FromResult<Tally?>(null);

    /// <inheritdoc/>
    protected override FeedRecord Read(MailedAnswer record) => throw new NotSupportedException("A mailbox has files.");

    /// <inheritdoc/>
    protected override async Task<Delivery> Delivered(IReadOnlyList<MailedAnswer> changed, string mark, CancellationToken cancel)
    {
        var files = new List<DeliveredFile>();
        foreach (var mailed in changed.Where(m => m.Status == "arrived"))
            files.Add(
                DeliveredFile.Of(
                    mailed.Id,
                    mailed.Mailbox,
                    mailed.From,
                    new ArrivedFile(
                        Path.GetFileName(mailed.FileName),
                        await Requests.Bytes($"{Address}/files/{Uri.EscapeDataString(mailed.Id)}/content", cancel)
                    )
                )
            );
        return new Delivery([], files, mark);
    }
}
