using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>An online marketplace: what was shipped comes, and what came back. Shipping and fees are lines with categories of their own; so
/// is what a gift balance paid beside a card, as a negative one.</summary>
internal sealed class MarketplaceFeed(FeedRequests requests, Currency currency)
    : HttpFeed<OrderAnswer>(FeedKind.Marketplace, "orders", requests, currency)
{
    private const string GiftBalance = "Gift balance";

    /// <inheritdoc/>
    protected override FeedRecord Read(OrderAnswer o)
    {
        var lines = o
            .Lines.Select(l =>
                Texts(
                    ("description", l.Text),
                    ("item", l.Item),
                    ("quantity", l.Quantity),
                    ("unit_price", l.UnitPrice),
                    ("net", l.Net),
                    ("tax", l.Tax)
                )
            )
            .ToList();
        void Charge(string category, string amount)
        {
            if (!IsZero(amount))
                lines.Add(Texts(("description", category), ("category", category), ("net", amount)));
        }

        Charge("Shipping", o.Shipping);
        Charge("Marketplace fees", o.Fees);
        if (o.PaidBy.Length > 0 && !IsZero(o.GiftBalance))
            Charge(GiftBalance, $"-{o.GiftBalance}");
        return new FeedRecord(
            o.Id,
            $"order {o.Id}",
            Standing(o.Status, o.Id, "shipped returned", "placed", "cancelled"),
            o.Site,
            new TypedDocument(
                Texts(
                    ("kind", o.Status == "returned" ? "card_refund" : "order"),
                    ("document_date", o.Date),
                    ("supplier", o.Seller),
                    ("payment_account", o.PaidBy.Length > 0 ? o.PaidBy : GiftBalance),
                    ("reference", o.ReturnOf.Length > 0 ? o.ReturnOf : o.Number),
                    ("currency", o.Currency),
                    ("document_total", o.Total)
                ),
                lines
            )
        );
    }

    private static bool IsZero(string amount) => amount.Trim('-', '0', '.').Length == 0;
}
