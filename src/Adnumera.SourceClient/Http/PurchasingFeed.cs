using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>A purchasing source: bills and credits with items and cost codes.</summary>
internal sealed class PurchasingFeed(FeedRequests requests, Currency currency)
    : HttpFeed<PurchaseAnswer>(FeedKind.Purchasing, "bills", requests, currency)
{
    /// <inheritdoc/>
    protected override FeedRecord Read(PurchaseAnswer b) =>
        new(
            b.Id,
            $"bill {b.Id}",
            Standing(b.Status, b.Id, "open", "draft", "withdrawn"),
            b.Entity,
            new TypedDocument(
                Texts(
                    (
                        "kind",
                        b.Kind switch
                        {
                            "bill" => "bill",
                            "credit" => "supplier_credit",
                            _ => throw Unreadable($"{b.Id} is of the unknown kind {Quote.Of(b.Kind)}"),
                        }
                    ),
                    ("document_date", b.Date),
                    ("due_date", b.DueDate),
                    ("supplier", b.Supplier),
                    ("reference", b.Number),
                    ("settlement", b.Settlement),
                    ("currency", b.Currency),
                    ("document_total", b.Total),
                    ("notes", b.Note)
                ),
                [
                    .. b.Lines.Select(l =>
                        Texts(
                            ("description", l.Text),
                            ("item", l.Item),
                            ("cost_code", l.CostCode),
                            ("quantity", l.Quantity),
                            ("unit_price", l.UnitPrice),
                            ("net", l.Net),
                            ("tax_code", l.TaxCode),
                            ("tax", l.Tax),
                            ("project", l.Project),
                            ("department", l.Department)
                        )
                    ),
                ]
            )
        );
}
