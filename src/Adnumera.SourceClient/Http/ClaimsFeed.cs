using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>A source of expense claims: those that were approved there come.</summary>
internal sealed class ClaimsFeed(FeedRequests requests, Currency currency)
    : HttpFeed<ClaimAnswer>(FeedKind.Claims, "claims", requests, currency)
{
    /// <inheritdoc/>
    protected override async Task<Delivery> Delivered(IReadOnlyList<ClaimAnswer> changed, string mark, CancellationToken cancel)
    {
        var delivery = await base.Delivered(changed, mark, cancel);
        var receipts = new List<(string, ArrivedFile)>();
        foreach (var record in delivery.Records.Where(r => r.Standing == FeedStanding.Stands && r.Typed["attachment"].Length > 0))
            receipts.Add(
                (
                    record.Id,
                    new ArrivedFile(
                        Path.GetFileName(record.Typed["attachment"]),
                        await Requests.Bytes($"{Address}/receipts/{Uri.EscapeDataString(record.Id)}", cancel)
                    )
                )
            );
        return delivery with { Attachments = receipts };
    }

    /// <inheritdoc/>
    protected override FeedRecord Read(ClaimAnswer c) =>
        new(
            c.Id,
            $"claim {c.Id}",
            Standing(c.Status, c.Id, "approved", "submitted", "rejected withdrawn"),
            c.Entity,
            new TypedDocument(
                Texts(
                    ("kind", "expense_claim"),
                    ("document_date", c.Date),
                    ("employee", c.Employee),
                    ("reference", c.Number),
                    ("currency", c.Currency),
                    ("document_total", c.Total),
                    ("notes", c.Note),
                    ("attachment", c.Receipt)
                ),
                [
                    .. c.Lines.Select(l =>
                        Texts(
                            ("description", l.Text),
                            ("category", l.Category),
                            ("net", l.Net),
                            ("tax_code", l.TaxCode),
                            ("tax", l.Tax),
                            ("project", l.Project)
                        )
                    ),
                ]
            )
        );
}
