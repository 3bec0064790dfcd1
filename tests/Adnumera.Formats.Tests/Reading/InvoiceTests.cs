using Adnumera.Core.Amounts;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>E-invoices in both syntaxes, by the terms of EN 16931 and the public page of formats.</summary>
public class InvoiceTests
{
    private const string Cac = "xmlns:cac=\"urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2\"",
        Cbc = "xmlns:cbc=\"urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2\"";

    internal static string Ubl(
        string root = "Invoice",
        string head = "<cbc:DueDate>2026-12-12</cbc:DueDate><cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode>",
        string seller =
            "<cac:PartyTaxScheme><cbc:CompanyID>DE123</cbc:CompanyID><cac:TaxScheme><cbc:ID>VAT</cbc:ID></cac:TaxScheme>"
            + "</cac:PartyTaxScheme>",
        string total = "130.90",
        string totals = "",
        string tax = "19.00"
    )
    {
        var (line, quantity) = root == "Invoice" ? ("InvoiceLine", "InvoicedQuantity") : ("CreditNoteLine", "CreditedQuantity");
        return $"<{root} xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:{root}-2\" {Cac} {Cbc}><cbc:ID>R-7</cbc:ID>"
            + $"<cbc:IssueDate>2026-11-12</cbc:IssueDate>{head}<cbc:Note>#AAI#Thank you</cbc:Note><cbc:Note>Come again</cbc:Note>"
            + "<cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode><cbc:AccountingCost>KST 4</cbc:AccountingCost>"
            + $"<cac:AccountingSupplierParty><cac:Party>{seller}<cac:PartyLegalEntity><cbc:RegistrationName>Marrow "
            + "GmbH</cbc:RegistrationName>"
            + "</cac:PartyLegalEntity></cac:Party></cac:AccountingSupplierParty>"
            + "<cac:AllowanceCharge><cbc:ChargeIndicator>false</cbc:ChargeIndicator><cbc:AllowanceChargeReason>"
            + "Loyalty</cbc:AllowanceChargeReason>"
            + "<cbc:Amount currencyID=\"EUR\">5.00</cbc:Amount><cac:TaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>19.00</cbc:Percent>"
            + "</cac:TaxCategory></cac:AllowanceCharge>"
            + "<cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator>"
            + "<cbc:Amount currencyID=\"EUR\">15.00</cbc:Amount><cac:TaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>19</cbc:Percent>"
            + "</cac:TaxCategory></cac:AllowanceCharge>"
            + "<cac:TaxTotal><cbc:TaxAmount currencyID=\"USD\">99.00</cbc:TaxAmount></cac:TaxTotal>"
            + $"<cac:TaxTotal><cbc:TaxAmount currencyID=\"EUR\">{tax}</cbc:TaxAmount><cac:TaxSubtotal><cbc:TaxAmount currencyID=\"EUR\">"
            + $"{tax}</cbc:TaxAmount>"
            + "<cac:TaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>19</cbc:Percent></cac:TaxCategory></cac:TaxSubtotal></cac:TaxTotal>"
            + $"<cac:LegalMonetaryTotal><cbc:TaxInclusiveAmount currencyID=\"EUR\">{total}</cbc:TaxInclusiveAmount>"
            + $"{totals}</cac:LegalMonetaryTotal>"
            + Line(
                "1",
                "90.00",
                "<cac:SellersItemIdentification><cbc:ID>G-1</cbc:ID></cac:SellersItemIdentification>",
                "S</cbc:ID><cbc:Percent>19",
                "<cbc:AccountingCost>KST 9</cbc:AccountingCost>"
            )
            + Line("2", "11.90", "", "Z</cbc:ID><cbc:Percent>0", "")
            + $"</{root}>";

        string Line(string id, string net, string item, string category, string cost) =>
            $"<cac:{line}><cbc:ID>{id}</cbc:ID><cbc:{quantity}>3</cbc:{quantity}><cbc:LineExtensionAmount currencyID=\"EUR\">"
            + $"{net}</cbc:LineExtensionAmount>{cost}"
            + $"<cac:Item><cbc:Name>Thing {id}</cbc:Name>{item}<cac:ClassifiedTaxCategory><cbc:ID>{category}</cbc:Percent>"
            + "</cac:ClassifiedTaxCategory></cac:Item>"
            + "<cac:Price><cbc:PriceAmount currencyID=\"EUR\">100.00</cbc:PriceAmount><cbc:BaseQuantity>3</cbc:BaseQuantity></cac:Price>"
            + $"</cac:{line}>";
    }

    private static readonly string[] Heads =
    [
        "source_id",
        "kind",
        "document_date",
        "due_date",
        "reference",
        "supplier",
        "settlement",
        "currency",
        "document_total",
        "notes",
    ];

    private static readonly string[] Lines =
    [
        "line",
        "description",
        "item",
        "cost_code",
        "quantity",
        "unit_price",
        "net",
        "tax_code",
        "tax",
    ];

    [Fact]
    public void A_UBL_invoice_is_a_bill_with_its_lines_charges_and_allowances()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Read("i.xml", Ubl()));
        Assert.Equal(
            "DE123/R-7|bill|2026-11-12|2026-12-12|R-7|Marrow GmbH||EUR|130.90|Thank you Come again",
            files.Documents(Heads).Distinct().Single()
        );

        // 19.00 over 90.00, 15.00 and -5.00: 17.10, 2.85, -0.95.
        Assert.Equal(
            [
                "1|Thing 1|G-1|KST 9|3|33.3333333333|90.00|S 19|17.10",
                "2|Thing 2||KST 4|3|33.3333333333|11.90|Z|0.00",
                "3|charge|charge||||15.00|S 19|2.85",
                "4|Loyalty|allowance||||-5.00|S 19|-0.95",
            ],
            files.Documents(Lines)
        );
    }

    [Fact]
    public void What_is_read_composes()
    {
        using var files = new Pipeline();
        files.Read("i.xml", Ubl());
        const string Mapping = "key_kind,key,account,recoverable_percent\nsource,bank,5120,\ntax_code,S 19,,100\n";
        Assert.Equal(0, files.Compose(files.Out("documents.csv"), settings: "{\"currency\":\"EUR\"}", mapping: Mapping, more: "--strict"));
    }

    [Theory]
    [InlineData("CreditNote", "<cbc:CreditNoteTypeCode>381</cbc:CreditNoteTypeCode>", "130.90", "supplier_credit|130.90|90.00|3")]
    [InlineData("Invoice", "<cbc:InvoiceTypeCode>381</cbc:InvoiceTypeCode>", "130.90", "supplier_credit|130.90|90.00|3")]
    [InlineData("Invoice", "<cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode>", "-130.90", "supplier_credit|130.90|-90.00|-3")]
    [InlineData("CreditNote", "", "-130.90", "bill|130.90|-90.00|-3")]
    public void A_credit_note_is_one_by_its_root_or_code_and_a_negative_total_turns_it(string root, string head, string total, string first)
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Read("i.xml", Ubl(root, head, total: total)));
        Assert.Equal(first, files.Documents("kind", "document_total", "net", "quantity")[0]);
        Assert.Equal("33.3333333333", files.Documents("unit_price")[0]);
    }

    [Fact]
    public void Rounding_is_a_line_and_what_was_paid_before_is_a_settlement()
    {
        using var files = new Pipeline();
        const string Totals =
            "<cbc:PrepaidAmount currencyID=\"EUR\">131.00</cbc:PrepaidAmount>"
            + "<cbc:PayableRoundingAmount currencyID=\"EUR\">0.10</cbc:PayableRoundingAmount><cbc:PayableAmount currencyID=\"EUR\">"
            + "0.00</cbc:PayableAmount>";
        Assert.Equal(0, files.Read("i.xml", Ubl(totals: Totals)));
        Assert.Equal("5|rounding|rounding||||0.10||0.00", files.Documents(Lines)[^1]);
        Assert.Equal("prepaid|131.00", files.Documents("settlement", "document_total")[0]);
    }

    [Theory]
    [InlineData("<cbc:ID>R-7</cbc:ID>", "BT-1 is missing")]
    [InlineData("<cbc:IssueDate>2026-11-12</cbc:IssueDate>", "BT-2 is missing")]
    [InlineData("<cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>", "BT-5 is missing")]
    [InlineData("<cbc:TaxInclusiveAmount currencyID=\"EUR\">130.90</cbc:TaxInclusiveAmount>", "BT-112 is missing")]
    [InlineData("<cbc:RegistrationName>Marrow GmbH</cbc:RegistrationName>", "BT-27 is missing")]
    public void What_a_document_needs_is_asked_for_by_its_term(string lost, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Read("i.xml", Ubl().Replace(lost, "", StringComparison.Ordinal)));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void The_same_invoice_in_the_other_syntax_is_the_same_document()
    {
        var cii = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Reading", "fixtures", "invoice.cii.xml"));
        using var files = new Pipeline();
        files.Read("i.xml", Ubl());
        var ubl = files.Out("documents.csv");
        Assert.Equal(0, files.Read("i.xml", cii));
        Assert.Equal(ubl, files.Out("documents.csv"));
    }

    [Theory]
    [InlineData(100, new long[] { 1, 1, 1 }, new long[] { 34, 33, 33 })]
    [InlineData(-100, new long[] { 1, 1, 1 }, new long[] { -34, -33, -33 })]
    [InlineData(1900, new long[] { 9000, 1500, -500 }, new long[] { 1710, 285, -95 })]
    [InlineData(10, new long[] { 5, -5 }, new long[] { 10, 0 })]
    [InlineData(1, new long[] { -1, 4 }, new long[] { 0, 1 })]
    [InlineData(7, new long[] { -3, -3, -1 }, new long[] { 3, 3, 1 })]
    public void Tax_is_shared_by_the_nets_of_its_lines(long total, long[] nets, long[] shares)
    {
        Assert.Equal(shares, Allocation.Share(total, nets));
        Assert.Equal(total, Allocation.Share(total, nets).Sum());
    }
}
