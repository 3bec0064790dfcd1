using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Pdf;
using Adnumera.Formats.Reading;
using Adnumera.PdfReader;
using CsCheck;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>What the application keeps of the open forms beyond the columns of documents.csv.</summary>
public class KeptTests
{
    private static readonly ReadingChoices Choices = new("bank", Currency.Usd) { IsStrict = true, HoldsFaulty = true };

    private static IReadOnlyList<ArrivedRecord> Read(string content)
    {
        var problems = new Problems();
        var records = OpenForms.All.Read(new ArrivedFile("f", Encoding.UTF8.GetBytes(content)), Choices, problems);
        Assert.Empty(problems.Errors);
        return records;
    }

    private static Document Only(string content) => Assert.Single(Read(content).OfType<ArrivedRecord.Taken>()).Document;

    private static string Samples()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Adnumera.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("Adnumera.slnx is in no folder above.");
        return Path.Combine(folder.FullName, "samples");
    }

    private static string Camt(string entries, string balances = "") =>
        "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>S</Id><Acct><Id><IBAN>DE1234</IBAN>"
        + $"</Id></Acct>{balances}{entries}</Stmt></BkToCstmrStmt></Document>";

    private static string Entry(int id, string amount, string direction, string more = "") =>
        $"<Ntry><NtryRef>{id}</NtryRef><Amt Ccy=\"USD\">{amount}</Amt><CdtDbtInd>{direction}</CdtDbtInd>{more}<Sts>BOOK</Sts><BookgDt><Dt>"
        + "2026-11-12</Dt></BookgDt></Ntry>";

    private static string Balance(string code, string amount, string day) =>
        $"<Bal><Tp><CdOrPrtry><Cd>{code}</Cd></CdOrPrtry></Tp><Amt Ccy=\"USD\">{amount}</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>{day}</Dt>"
        + "</Dt></Bal>";

    [Theory] // ISO 20022, camt.053: AmountDetails/InstructedAmount, TransactionAmount
    [InlineData("<AmtDtls><InstdAmt><Amt Ccy=\"EUR\">11.20</Amt></InstdAmt></AmtDtls>", "11.20 EUR")]
    [InlineData("<AmtDtls><TxAmt><Amt Ccy=\"GBP\">9.10</Amt></TxAmt></AmtDtls>", "9.10 GBP")]
    [InlineData("<AmtDtls><InstdAmt><Amt Ccy=\"USD\">12.50</Amt></InstdAmt></AmtDtls>", "")]
    [InlineData("", "")]
    public void What_a_bank_charged_in_another_currency_is_kept_beside_what_it_billed(string amounts, string kept)
    {
        var entry =
            "<Ntry><NtryRef>1</NtryRef><Amt Ccy=\"USD\">12.50</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BookgDt><Dt>2026-11-12</Dt>"
            + $"</BookgDt><NtryDtls><TxDtls>{amounts}</TxDtls></NtryDtls></Ntry>";
        Assert.Equal((12_50L, kept), (Only(Camt(entry)).Total, Only(Camt(entry)).ForeignAmount));
    }

    [Fact] // OFX 2.3, 5.2: ORIGCURRENCY is what the amount was converted from, CURRATE the ratio
    public void What_a_card_charged_in_another_currency_is_kept_with_its_rate()
    {
        const string Ofx =
            "OFXHEADER:100\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>4417</CCACCTFROM>"
            + "<BANKTRANLIST>"
            + "<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261112<TRNAMT>-12.50<FITID>1<NAME>Shop<ORIGCURRENCY><CURRATE>1.0842<CURSYM>EUR"
            + "</ORIGCURRENCY></STMTTRN></BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>";
        Assert.Equal((12_50L, "EUR at 1.0842"), (Only(Ofx).Total, Only(Ofx).ForeignAmount));
    }

    [Theory] // EN 16931, BT-113 and BT-115
    [InlineData("40.00", "60.00", 40_00, "")]
    [InlineData("100.00", "0.00", 0, "prepaid")]
    [InlineData("0.00", "100.00", 0, "")]
    public void What_was_paid_before_an_invoice_is_kept(string paid, string payable, long prepaid, string settlement)
    {
        var invoice =
            "<Invoice xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:Invoice-2\"><ID>R1</ID><IssueDate>2026-11-12</IssueDate>"
            + "<DocumentCurrencyCode>USD</DocumentCurrencyCode><AccountingSupplierParty><Party><PartyLegalEntity><RegistrationName>Marrow"
            + "</RegistrationName></PartyLegalEntity></Party></AccountingSupplierParty><LegalMonetaryTotal><TaxInclusiveAmount>100.00"
            + $"</TaxInclusiveAmount><PrepaidAmount>{paid}</PrepaidAmount><PayableAmount>{payable}</PayableAmount></LegalMonetaryTotal>"
            + "<InvoiceLine><InvoicedQuantity>1</InvoicedQuantity><LineExtensionAmount>100.00</LineExtensionAmount><Item><Name>Thing</Name>"
            + "</Item><Price><PriceAmount>100.00</PriceAmount></Price></InvoiceLine></Invoice>";
        Assert.Equal((prepaid, settlement), (Only(invoice).Prepaid, Only(invoice).Settlement));
    }

    [Fact] // The base example of BIS Billing 3 on EN 16931-1:2017; from memory.
    public void The_base_example_comes_to_1656_25()
    {
        static string Line(string quantity, string net, string price) =>
            $"<InvoiceLine><InvoicedQuantity>{quantity}</InvoicedQuantity><LineExtensionAmount>{net}</LineExtensionAmount><Item><Name>item"
            + "</Name><ClassifiedTaxCategory><ID>S</ID><Percent>25.0</Percent></ClassifiedTaxCategory></Item><Price><PriceAmount>"
            + $"{price}</PriceAmount></Price></InvoiceLine>";
        var invoice = Only(
            "<Invoice xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:Invoice-2\"><ID>Snippet1</ID><IssueDate>2017-11-13</IssueDate>"
                + "<DueDate>2017-12-01</DueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>EUR</DocumentCurrencyCode>"
                + "<AccountingSupplierParty><Party><PartyLegalEntity><RegistrationName>Seller</RegistrationName></PartyLegalEntity></Party>"
                + "</AccountingSupplierParty><AllowanceCharge><ChargeIndicator>true</ChargeIndicator><AllowanceChargeReason>Insurance"
                + "</AllowanceChargeReason><Amount>25</Amount><TaxCategory><ID>S</ID><Percent>25.0</Percent></TaxCategory>"
                + "</AllowanceCharge>"
                + "<TaxTotal><TaxAmount currencyID=\"EUR\">331.25</TaxAmount><TaxSubtotal><TaxableAmount>1325</TaxableAmount>"
                + "<TaxAmount currencyID=\"EUR\">331.25</TaxAmount><TaxCategory><ID>S</ID><Percent>25.0</Percent></TaxCategory>"
                + "</TaxSubtotal></TaxTotal><LegalMonetaryTotal><TaxInclusiveAmount>1656.25</TaxInclusiveAmount><PayableAmount>1656.25"
                + $"</PayableAmount></LegalMonetaryTotal>{Line("7", "2800", "400")}{Line("-3", "-1500", "500")}</Invoice>"
        );
        Assert.Equal((DocumentKind.Bill, 1656_25L, 331_25L), (invoice.Kind, invoice.Total, invoice.Lines.Sum(l => l.Tax)));
        Assert.Equal(invoice.Total, invoice.Lines.Sum(l => l.Net + l.Tax)); // BR-CO-15
        Assert.Equal([2800_00L, -1500_00L, 25_00L], invoice.Lines.Select(l => l.Net));
    }

    [Fact] // ISO 20022, camt.053: the opening and the entries are the closing
    public void What_a_statement_says_of_itself_is_what_its_documents_come_to() =>
        Gen.Select(Gen.Int[1, 90_000], Gen.Bool, Gen.Bool)
            .Array[1, 8]
            .Sample(entries =>
            {
                static string Text(long minor) => AmountText.Format(minor, 2);
                var signed = entries.Select(e => e.Item2 ? -e.Item1 : e.Item1).ToList();
                var content = Camt(
                    string.Concat(
                        entries.Select(
                            (e, i) => Entry(i, Text(e.Item1), e.Item2 ? "DBIT" : "CRDT", e.Item3 ? "<RvslInd>true</RvslInd>" : "")
                        )
                    ),
                    Balance("OPBD", "9000.00", "2026-11-01") + Balance("CLBD", Text(900_000 + signed.Sum()), "2026-11-30")
                );
                var records = Read(content);
                var said = Assert.Single(records.OfType<ArrivedRecord.Stated>());
                var documents = records.OfType<ArrivedRecord.Taken>().Select(t => t.Document).ToList();
                Assert.Equal((documents.Count, documents.Sum(d => d.SignedTotal)), ((int)said.Documents, said.Money));
                Assert.Equal((new DateOnly(2026, 11, 1), new DateOnly(2026, 11, 30)), (said.First, said.Last));
            });

    [Fact]
    public void Whatever_is_done_to_a_PDF_or_a_documents_file_gives_an_error_or_whole_documents()
    {
        byte[][] whole =
        [
            .. ((string[])["bill.pdf", "bill-with-data.pdf", "documents-2026-11-20.csv", "card-charges.xlsx"]).Select(n =>
                File.ReadAllBytes(Path.Combine(Samples(), n))
            ),
        ];
        Gen.Select(Gen.Int[0, whole.Length - 1], Gen.Int[0, 6000], Gen.Int[0, 60], Gen.Byte.Array[0, 12])
            .Sample(
                (which, at, lost, put) =>
                {
                    at = Math.Min(at, whole[which].Length);
                    byte[] changed = [.. whole[which][..at], .. put, .. whole[which][Math.Min(at + lost, whole[which].Length)..]];
                    var (file, problems) = (new ArrivedFile("f", changed), new Problems());
                    // As its own process reads it: three hundred of them would take a minute.
                    if (PdfFile.Recognises(changed))
                    {
                        PdfContent.Read(changed, PdfPart.Attachments);
                        BillText.Of(PdfContent.Read(changed, PdfPart.Rows)?.Rows ?? [], Currency.Usd);
                        return true;
                    }

                    var records = OpenForms.All.Read(file, Choices with { Source = "" }, problems);
                    return problems.Any || records.All(r => r is not ArrivedRecord.Taken t || t.Document.Lines.Count > 0);
                },
                iter: 300
            );
    }
}
