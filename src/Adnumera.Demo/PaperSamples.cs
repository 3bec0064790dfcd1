using System.Globalization;
using System.Text;

namespace Adnumera.Demo;

/// <summary>PDFs to try by hand: plain pages of text, with or without data in them (ISO 32000-2). All made up.</summary>
internal static class PaperSamples
{
    private const string Foot = "Lockside Saddlery Supply · 4 Weir Lane · Hexham";

    /// <summary>Each with its name.</summary>
    public static IReadOnlyList<(string Name, byte[] Content)> All =>
        [("bill.pdf", Pdf([Bill, Terms], "", "")), ("bill-with-data.pdf", Pdf([Slip], "factur-x.xml", Data))];

    private static readonly (int X, int Y, int Size, string Text)[] Bill =
    [
        (60, 770, 20, "Lockside Saddlery Supply"),
        (60, 752, 9, "4 Weir Lane, Hexham"),
        (430, 770, 12, "Invoice"),
        (380, 735, 10, "Invoice number:"),
        (480, 735, 10, "LS-20418"),
        (380, 720, 10, "Invoice date:"),
        (480, 720, 10, "17 Nov 2026"),
        (380, 705, 10, "Due date:"),
        (480, 705, 10, "17 Dec 2026"),
        (60, 700, 10, "Quillfern Bindery LLC"),
        (60, 640, 10, "Description"),
        (340, 640, 10, "Qty"),
        (410, 640, 10, "Price"),
        (500, 640, 10, "Amount"),
        (60, 620, 10, "Bridle leather, black, side"),
        (340, 620, 10, "3"),
        (410, 620, 10, "118.00"),
        (500, 620, 10, "354.00"),
        (60, 604, 10, "Brass corner, 12 mm"),
        (340, 604, 10, "40"),
        (410, 604, 10, "1.85"),
        (500, 604, 10, "74.00"),
        (410, 570, 10, "Subtotal"),
        (500, 570, 10, "428.00"),
        (410, 554, 10, "Shipping"),
        (500, 554, 10, "22.50"),
        (410, 538, 10, "Sales tax"),
        (500, 538, 10, "25.68"),
        (410, 516, 12, "Total due"),
        (500, 516, 12, "$476.18"),
        (60, 60, 8, Foot),
    ];

    private static readonly (int X, int Y, int Size, string Text)[] Terms =
    [
        (60, 770, 14, "Terms of supply"),
        (60, 740, 10, "Goods remain ours until they are paid. Returns within 14 days, unused."),
        (60, 60, 8, Foot),
    ];

    private static readonly (int X, int Y, int Size, string Text)[] Slip =
    [
        (60, 770, 20, "Northmark Paper Mill"),
        (60, 740, 10, "Invoice NP-771 of 19 Nov 2026. The data of this invoice is attached."),
        (60, 700, 12, "Total 315.00 USD"),
    ];

    // A minimal invoice of UN/CEFACT CII.
    private const string Data = """
        <?xml version="1.0" encoding="UTF-8"?>
        <rsm:CrossIndustryInvoice xmlns:rsm="urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100"
          xmlns:ram="urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100"
          xmlns:udt="urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100">
          <rsm:ExchangedDocument><ram:ID>NP-771</ram:ID><ram:TypeCode>380</ram:TypeCode>
            <ram:IssueDateTime><udt:DateTimeString format="102">20261119</udt:DateTimeString></ram:IssueDateTime></rsm:ExchangedDocument>
          <rsm:SupplyChainTradeTransaction>
            <ram:IncludedSupplyChainTradeLineItem>
              <ram:AssociatedDocumentLineDocument><ram:LineID>1</ram:LineID></ram:AssociatedDocumentLineDocument>
              <ram:SpecifiedTradeProduct><ram:SellerAssignedID>MB-220</ram:SellerAssignedID><ram:Name>Mould-made paper, 220 g</ram:Name></ram:SpecifiedTradeProduct>
              <ram:SpecifiedLineTradeAgreement><ram:NetPriceProductTradePrice><ram:ChargeAmount>0.75</ram:ChargeAmount></ram:NetPriceProductTradePrice></ram:SpecifiedLineTradeAgreement>
              <ram:SpecifiedLineTradeDelivery><ram:BilledQuantity unitCode="C62">400</ram:BilledQuantity></ram:SpecifiedLineTradeDelivery>
              <ram:SpecifiedLineTradeSettlement>
                <ram:ApplicableTradeTax><ram:TypeCode>VAT</ram:TypeCode><ram:CategoryCode>S</ram:CategoryCode><ram:RateApplicablePercent>5</ram:RateApplicablePercent></ram:ApplicableTradeTax>
                <ram:SpecifiedTradeSettlementLineMonetarySummation><ram:LineTotalAmount>300.00</ram:LineTotalAmount></ram:SpecifiedTradeSettlementLineMonetarySummation>
              </ram:SpecifiedLineTradeSettlement>
            </ram:IncludedSupplyChainTradeLineItem>
            <ram:ApplicableHeaderTradeAgreement><ram:SellerTradeParty><ram:ID>NP-1</ram:ID><ram:Name>Northmark Paper Mill</ram:Name></ram:SellerTradeParty></ram:ApplicableHeaderTradeAgreement>
            <ram:ApplicableHeaderTradeDelivery/>
            <ram:ApplicableHeaderTradeSettlement><ram:InvoiceCurrencyCode>USD</ram:InvoiceCurrencyCode>
              <ram:ApplicableTradeTax><ram:CalculatedAmount>15.00</ram:CalculatedAmount><ram:TypeCode>VAT</ram:TypeCode><ram:BasisAmount>300.00</ram:BasisAmount><ram:CategoryCode>S</ram:CategoryCode><ram:RateApplicablePercent>5</ram:RateApplicablePercent></ram:ApplicableTradeTax>
              <ram:SpecifiedTradeSettlementHeaderMonetarySummation><ram:LineTotalAmount>300.00</ram:LineTotalAmount><ram:TaxBasisTotalAmount>300.00</ram:TaxBasisTotalAmount>
                <ram:TaxTotalAmount currencyID="USD">15.00</ram:TaxTotalAmount><ram:GrandTotalAmount>315.00</ram:GrandTotalAmount><ram:DuePayableAmount>315.00</ram:DuePayableAmount></ram:SpecifiedTradeSettlementHeaderMonetarySummation>
            </ram:ApplicableHeaderTradeSettlement>
          </rsm:SupplyChainTradeTransaction>
        </rsm:CrossIndustryInvoice>

        """;

    // Objects: catalogue, pages, font, then each page with its text, then what is attached.
    private static byte[] Pdf(IReadOnlyList<(int X, int Y, int Size, string Text)[]> pages, string attached, string content)
    {
        var (first, file) = (4, 4 + 2 * pages.Count);
        var names = attached.Length == 0 ? "" : $" /Names << /EmbeddedFiles << /Names [({attached}) {file} 0 R] >> >> /AF [{file} 0 R]";
        List<string> objects =
        [
            $"<< /Type /Catalog /Pages 2 0 R{names} >>",
            $"<< /Type /Pages /Count {pages.Count} /Kids [{string.Join(' ', pages.Select((_, i) => $"{first + 2 * i} 0 R"))}] >>",
            "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>",
        ];
        foreach (var (i, page) in pages.Index())
        {
            objects.Add(
                $"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 612 842] /Resources << /Font << /F 3 0 R >> >> /Contents {first + 2 * i + 1} 0 R >>"
            );
            objects.Add(Stream("", string.Concat(page.Select(t => $"BT /F {t.Size} Tf {t.X} {t.Y} Td ({t.Text}) Tj ET\n"))));
        }

        if (attached.Length > 0)
        {
            objects.Add($"<< /Type /Filespec /F ({attached}) /UF ({attached}) /AFRelationship /Data /EF << /F {file + 1} 0 R >> >>");
            objects.Add(Stream(" /Type /EmbeddedFile /Subtype /text#2Fxml", content));
        }

        return Written(objects);
    }

    private static string Stream(string more, string content) =>
        $"<< /Length {Encoding.Latin1.GetByteCount(content)}{more} >>\nstream\n{content}\nendstream";

    private static byte[] Written(List<string> objects)
    {
        var pdf = new StringBuilder("%PDF-1.7\n");
        var places = new List<int>();
        foreach (var (i, text) in objects.Index())
        {
            places.Add(pdf.Length);
            pdf.Append(CultureInfo.InvariantCulture, $"{i + 1} 0 obj\n{text}\nendobj\n");
        }

        var table = pdf.Length;
        pdf.Append(CultureInfo.InvariantCulture, $"xref\n0 {objects.Count + 1}\n0000000000 65535 f \n");
        foreach (var place in places)
            pdf.Append(CultureInfo.InvariantCulture, $"{place:D10} 00000 n \n");
        pdf.Append(CultureInfo.InvariantCulture, $"trailer\n<< /Size {objects.Count + 1} /Root 1 0 R >>\nstartxref\n{table}\n%%EOF\n");
        return Encoding.Latin1.GetBytes(pdf.ToString());
    }
}
