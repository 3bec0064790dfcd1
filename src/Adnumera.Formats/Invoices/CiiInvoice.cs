using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;
using static Adnumera.Formats.Invoices.InvoiceTexts;

namespace Adnumera.Formats.Invoices;

/// <summary>UN/CEFACT Cross Industry Invoice (D16B and its kin) in the terms of EN 16931 (CEN/TS 16931-3-3).</summary>
internal static class CiiInvoice
{
    public static Invoice Read(XElement root)
    {
        var (head, trade) = (root.Child("ExchangedDocument"), root.Child("SupplyChainTradeTransaction"));
        var settlement = trade.Child("ApplicableHeaderTradeSettlement");
        var currency = CurrencyOf(Required(settlement, "InvoiceCurrencyCode", "BT-5", "a code such as EUR"));
        var seller = trade.At("ApplicableHeaderTradeAgreement/SellerTradeParty");
        var name = Text(seller, "Name", "BT-27") is { Length: > 0 } legal
            ? legal
            : Required(seller, "SpecifiedLegalOrganization/TradingBusinessName", "BT-27", "the seller's name");
        var totals = settlement.Child("SpecifiedTradeSettlementHeaderMonetarySummation");
        var costCode = Text(settlement, "ReceivableSpecifiedTradeAccountingAccount/ID", "BT-19");
        var lines = trade
            .Children("IncludedSupplyChainTradeLineItem")
            .Select((l, i) => (Line: l, Place: $"line {i + 1}"))
            .Where(l => l.Line.TextAt("AssociatedDocumentLineDocument/LineStatusReasonCode") is not ("GROUP" or "INFORMATION"))
            .Select(l => Line(l.Line, l.Place, currency, costCode))
            .ToList();
        if (lines.Count == 0)
            throw new FileFaultException("", "BG-25 is missing; expected at least one line");
        var around = settlement
            .Children("SpecifiedTradeAllowanceCharge")
            .Select(a => (IsCharge: IsCharge(a), Line: Around(a, IsCharge(a), "ActualAmount", "Reason", "CategoryTradeTax", currency)))
            .ToList();
        var logistics = settlement
            .Children("SpecifiedLogisticsServiceCharge")
            .Select(a => Around(a, true, "AppliedAmount", "Description", "AppliedTradeTax", currency));
        return new Invoice
        {
            Number = Required(head, "ID", "BT-1", "the invoice's number"),
            Date =
                DayOf(head.At("IssueDateTime"), "BT-2") ?? throw new FileFaultException("", "BT-2 is missing; expected the day of issue"),
            DueDate = settlement
                .Children("SpecifiedTradePaymentTerms")
                .Select(t => DayOf(t.Child("DueDateDateTime"), "BT-9"))
                .FirstOrDefault(d => d is not null),
            TypeCode = head.TextAt("TypeCode"),
            Seller = name,
            SellerId = IdOf(seller) is { Length: > 0 } id ? id : name,
            Currency = currency,
            Notes = Notes(head.Children("IncludedNote").Select(n => n.TextAt("Content"))),
            PaidBefore = Amount(totals, "TotalPrepaidAmount", "BT-113", currency),
            IsPrepaid =
                Amount(totals, "TotalPrepaidAmount", "BT-113", currency) is not (null or 0)
                && Amount(totals, "DuePayableAmount", "BT-115", currency) == 0,
            WithVat =
                Amount(totals, "GrandTotalAmount", "BT-112", currency)
                ?? throw new FileFaultException("", "BT-112 is missing; expected the total with VAT"),
            Rounding = Amount(totals, "RoundingAmount", "BT-114", currency) ?? 0,
            Lines =
            [
                .. lines,
                .. around.Where(a => a.IsCharge).Select(a => a.Line),
                .. logistics,
                .. around.Where(a => !a.IsCharge).Select(a => a.Line),
            ],
            Breakdown =
            [
                .. settlement
                    .Children("ApplicableTradeTax")
                    .Where(t => IsIn(t.Child("CalculatedAmount"), currency))
                    .Select(t => (VatOf(t, "BG-23") ?? default, Amount(t, "CalculatedAmount", "BT-117", currency) ?? 0)),
            ],
        };
    }

    // The seller's VAT id, else its first other id, its own before a global one; a SEPA creditor id is none.
    private static string IdOf(XElement? seller)
    {
        foreach (var registration in seller.Children("SpecifiedTaxRegistration"))
            if (registration.Child("ID") is { } id && id.Attribute("schemeID")?.Value is "VA" && id.Value.Trim() is { Length: > 0 } vat)
                return vat;
        return seller
                .Children("ID")
                .Concat(seller.Children("GlobalID"))
                .FirstOrDefault(id => id.Attribute("schemeID")?.Value != "SEPA" && id.Value.Trim().Length > 0)
                ?.Value.Trim()
            ?? "";
    }

    private static InvoiceLine Line(XElement line, string place, Currency currency, string costCode)
    {
        var (product, settlement) = (line.Child("SpecifiedTradeProduct"), line.Child("SpecifiedLineTradeSettlement"));
        var price = line.At("SpecifiedLineTradeAgreement/NetPriceProductTradePrice");
        return new InvoiceLine(
            Text(product, "Name", "BT-153", place),
            Text(product, "SellerAssignedID", "BT-155", place),
            Text(settlement, "ReceivableSpecifiedTradeAccountingAccount/ID", "BT-133", place) is { Length: > 0 } own ? own : costCode,
            Number(line, "SpecifiedLineTradeDelivery/BilledQuantity", "BT-129", place),
            PriceOfOne(Number(price, "ChargeAmount", "BT-146", place), Number(price, "BasisQuantity", "BT-149", place), place),
            Amount(settlement, "SpecifiedTradeSettlementLineMonetarySummation/LineTotalAmount", "BT-131", currency, place)
                ?? throw new FileFaultException(place, "BT-131 is missing; expected the line's net amount"),
            VatOf(settlement.Child("ApplicableTradeTax"), place)
        );
    }

    private static bool IsCharge(XElement around) => around.TextAt("ChargeIndicator/Indicator") is "true" or "1";

    private static InvoiceLine Around(XElement around, bool isCharge, string amountName, string reasonName, string tax, Currency currency)
    {
        var word = isCharge ? "charge" : "allowance";
        var amount =
            Amount(around, amountName, "BT-92, BT-99", currency, word)
            ?? throw new FileFaultException(word, "BT-92, BT-99 is missing; expected an amount");
        return new InvoiceLine(
            Text(around, reasonName, "BT-97, BT-104", word) is { Length: > 0 } reason ? reason : word,
            word,
            "",
            null,
            null,
            isCharge ? amount : -amount,
            VatOf(around.Child(tax), word)
        );
    }

    private static VatKey? VatOf(XElement? tax, string place) => Vat(tax, "CategoryCode", "RateApplicablePercent", place);

    // Format 102 of UNTDID 2379: eight digits.
    private static DateOnly? DayOf(XElement? date, string term)
    {
        var text = date.TextAt("DateTimeString") is { Length: > 0 } digits ? digits : date.TextAt("DateTime");
        return text is { Length: 8 } && text.All(char.IsAsciiDigit) ? Day($"{text[..4]}-{text[4..6]}-{text[6..8]}", term) : Day(text, term);
    }
}
