using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;
using static Adnumera.Formats.Invoices.InvoiceTexts;

namespace Adnumera.Formats.Invoices;

/// <summary>UBL 2.1 Invoice and CreditNote (ISO/IEC 19845) in the terms of EN 16931 (CEN/TS 16931-3-2).</summary>
internal static class UblInvoice
{
    public static Invoice Read(XElement root)
    {
        var isCredit = root.Name.LocalName == "CreditNote";
        var currency = CurrencyOf(Required(root, "DocumentCurrencyCode", "BT-5", "a code such as EUR"));
        var seller = root.At("AccountingSupplierParty/Party");
        var name = Text(seller, "PartyLegalEntity/RegistrationName", "BT-27") is { Length: > 0 } legal
            ? legal
            : Required(seller, "PartyName/Name", "BT-27", "the seller's name");
        var totals = root.Child("LegalMonetaryTotal");
        var costCode = Text(root, "AccountingCost", "BT-19");
        var lines = root.Children(isCredit ? "CreditNoteLine" : "InvoiceLine")
            .Select((l, i) => Line(l, $"line {i + 1}", isCredit, currency, costCode))
            .ToList();
        if (lines.Count == 0)
            throw new FileFaultException("", "BG-25 is missing; expected at least one line");
        var around = root.Children("AllowanceCharge").Select(a => (IsCharge: IsCharge(a), Line: Around(a, currency))).ToList();
        var due = isCredit
            ? root.Children("PaymentMeans").Select(p => p.TextAt("PaymentDueDate")).FirstOrDefault(t => t.Length > 0) ?? ""
            : root.TextAt("DueDate");
        return new Invoice
        {
            Number = Required(root, "ID", "BT-1", "the invoice's number"),
            Date = Day(Required(root, "IssueDate", "BT-2", "the day of issue"), "BT-2")!.Value,
            DueDate = Day(due, "BT-9"),
            TypeCode = root.TextAt(isCredit ? "CreditNoteTypeCode" : "InvoiceTypeCode"),
            IsCreditNote = isCredit,
            Seller = name,
            SellerId = IdOf(seller) is { Length: > 0 } id ? id : name,
            Currency = currency,
            Notes = Notes(root.Children("Note").Select(n => n.Value)),
            PaidBefore = Amount(totals, "PrepaidAmount", "BT-113", currency),
            IsPrepaid =
                Amount(totals, "PrepaidAmount", "BT-113", currency) is not (null or 0)
                && Amount(totals, "PayableAmount", "BT-115", currency) == 0,
            WithVat =
                Amount(totals, "TaxInclusiveAmount", "BT-112", currency)
                ?? throw new FileFaultException("", "BT-112 is missing; expected the total with VAT"),
            Rounding = Amount(totals, "PayableRoundingAmount", "BT-114", currency) ?? 0,
            Lines = [.. lines, .. around.Where(a => a.IsCharge).Select(a => a.Line), .. around.Where(a => !a.IsCharge).Select(a => a.Line)],
            Breakdown =
            [
                .. root.Children("TaxTotal")
                    .Where(t => IsIn(t.Child("TaxAmount"), currency))
                    .SelectMany(t => t.Children("TaxSubtotal"))
                    .Select(s =>
                        (Vat(s.Child("TaxCategory"), "ID", "Percent", "BG-23") ?? default, Amount(s, "TaxAmount", "BT-117", currency) ?? 0)
                    ),
            ],
        };
    }

    // The seller's VAT id, else its first other id; a SEPA creditor id is none.
    private static string IdOf(XElement? seller)
    {
        foreach (var scheme in seller.Children("PartyTaxScheme"))
            if (
                scheme.TextAt("TaxScheme/ID").Equals("VAT", StringComparison.OrdinalIgnoreCase)
                && scheme.TextAt("CompanyID") is { Length: > 0 } vat
            )
                return vat;
        return seller
                .Children("PartyIdentification")
                .Select(p => p.Child("ID"))
                .FirstOrDefault(id => id?.Attribute("schemeID")?.Value != "SEPA" && id?.Value.Trim().Length > 0)
                ?.Value.Trim()
            ?? "";
    }

    private static InvoiceLine Line(XElement line, string place, bool isCredit, Currency currency, string costCode) =>
        new(
            Text(line, "Item/Name", "BT-153", place),
            Text(line, "Item/SellersItemIdentification/ID", "BT-155", place),
            Text(line, "AccountingCost", "BT-133", place) is { Length: > 0 } own ? own : costCode,
            Number(line, isCredit ? "CreditedQuantity" : "InvoicedQuantity", "BT-129", place),
            PriceOfOne(Number(line, "Price/PriceAmount", "BT-146", place), Number(line, "Price/BaseQuantity", "BT-149", place), place),
            Amount(line, "LineExtensionAmount", "BT-131", currency, place)
                ?? throw new FileFaultException(place, "BT-131 is missing; expected the line's net amount"),
            Vat(line.At("Item/ClassifiedTaxCategory"), "ID", "Percent", place)
        );

    private static bool IsCharge(XElement around) => around.TextAt("ChargeIndicator") is "true" or "1";

    private static InvoiceLine Around(XElement around, Currency currency)
    {
        var word = IsCharge(around) ? "charge" : "allowance";
        var amount =
            Amount(around, "Amount", "BT-92, BT-99", currency, word)
            ?? throw new FileFaultException(word, "BT-92, BT-99 is missing; expected an amount");
        return new InvoiceLine(
            Text(around, "AllowanceChargeReason", "BT-97, BT-104", word) is { Length: > 0 } reason ? reason : word,
            word,
            "",
            null,
            null,
            IsCharge(around) ? amount : -amount,
            Vat(around.Child("TaxCategory"), "ID", "Percent", word)
        );
    }
}
