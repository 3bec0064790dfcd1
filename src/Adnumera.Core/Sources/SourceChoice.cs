using Adnumera.Core.Documents;

namespace Adnumera.Core.Sources;

/// <summary>What a company decided about the orders of a marketplace (common practice); without it they come as the source has
/// them.</summary>
/// <param name="Source">The source.</param>
/// <param name="Marketplace">The marketplace, where it is the supplier and not who sells there; blank for the seller.</param>
/// <param name="OnAccount">Whether orders that name no payment account are owed: then they are bills, and their returns credits.</param>
public sealed record SourceChoice(string Source, string Marketplace, bool OnAccount)
{
    /// <summary>A document of the source as it comes in.</summary>
    public Document Apply(Document document)
    {
        if (document.Kind is not (DocumentKind.Order or DocumentKind.CardRefund) || document.Identity.Source != Source)
            return document;
        var sold =
            Marketplace.Length > 0 && !Folded.Same(document.Supplier, Marketplace)
                ? document with
                {
                    Supplier = Marketplace,
                    Seller = document.Supplier,
                }
                : document;
        // What other means than a payment account paid whole is owed to nobody.
        return OnAccount && document.PaymentAccount.Length == 0 && document.Total != 0
            ? sold with
            {
                Kind = document.Kind == DocumentKind.Order ? DocumentKind.Bill : DocumentKind.SupplierCredit,
            }
            : sold;
    }
}
