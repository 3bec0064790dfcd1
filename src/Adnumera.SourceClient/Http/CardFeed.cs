using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>A card issuer's feed. What is pending may settle at another amount, under its id.</summary>
internal sealed class CardFeed(FeedRequests requests, Currency currency)
    : HttpFeed<MovementAnswer>(FeedKind.Card, "movements", requests, currency)
{
    /// <inheritdoc/>
    protected override FeedRecord Read(MovementAnswer m) =>
        new(
            m.Id,
            $"movement {m.Id}",
            Standing(m.Status, m.Id, "settled", "pending", "cancelled"),
            m.Card,
            new TypedDocument(
                Texts(
                    (
                        "kind",
                        m.Kind switch
                        {
                            "charge" => "card_charge",
                            "refund" => "card_refund",
                            _ => throw Unreadable($"{m.Id} is of the unknown kind {Quote.Of(m.Kind)}"),
                        }
                    ),
                    ("document_date", m.Date),
                    ("supplier", m.Merchant),
                    ("payment_account", m.Card),
                    ("merchant_code", m.MerchantCode),
                    ("reference", m.Order),
                    ("currency", m.Currency),
                    ("document_total", m.Amount),
                    ("notes", m.Holder)
                ),
                [Texts(("description", m.Text), ("net", m.Amount))]
            )
        )
        {
            ForeignAmount = m.PurchaseAmount,
        };
}
