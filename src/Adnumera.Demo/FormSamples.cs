namespace Adnumera.Demo;

/// <summary>Files of the open forms to try by hand. All made up.</summary>
internal static class FormSamples
{
    /// <summary>Each with its name.</summary>
    public static IReadOnlyList<(string Name, string Content)> All =>
        [("card-statement.ofx", Card), ("bank-statement.camt.xml", Bank), ("bill.ubl.xml", Bill), ("expenses.csv", Expenses)];

    // Four charges and a refund, one of them pending; and a check of the card that moves no money.
    private const string Card = """
        OFXHEADER:100
        DATA:OFXSGML
        VERSION:102
        SECURITY:NONE
        ENCODING:UTF-8
        CHARSET:NONE
        COMPRESSION:NONE
        OLDFILEUID:NONE
        NEWFILEUID:NONE

        <OFX>
        <CREDITCARDMSGSRSV1><CCSTMTTRNRS><TRNUID>0<CCSTMTRS><CURDEF>USD
        <CCACCTFROM><ACCTID>5500000000004417</CCACCTFROM>
        <BANKTRANLIST><DTSTART>20261116<DTEND>20261120
        <STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261116120000<TRNAMT>-48.20<FITID>W-1001<SIC>5949<NAME>LARKSPUR THREAD CO<MEMO>Linen thread</STMTTRN>
        <STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261117120000<TRNAMT>-112.00<FITID>W-1002<SIC>4112<NAME>NORTHLINE RAIL<MEMO>Return ticket</STMTTRN>
        <STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261118120000<TRNAMT>-9.50<FITID>W-1003<SIC>5812<NAME>CORNER TABLE<MEMO>Lunch</STMTTRN>
        <STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261119120000<TRNAMT>12.40<FITID>W-1004<SIC>5949<NAME>LARKSPUR THREAD CO<MEMO>Returned spool</STMTTRN>
        <STMTTRN><TRNTYPE>OTHER<DTPOSTED>20261119120000<TRNAMT>0.00<FITID>W-1005<NAME>CARD CHECK</STMTTRN>
        <STMTTRN><TRNTYPE>HOLD<DTPOSTED>20261120120000<TRNAMT>-64.00<FITID>W-1006<SIC>7011<NAME>HOTEL AT THE LOCK</STMTTRN>
        </BANKTRANLIST><LEDGERBAL><BALAMT>-157.30<DTASOF>20261120</LEDGERBAL>
        </CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1>
        </OFX>

        """;

    // Two payments, one of which is not booked yet, and money received; opening and entries lead to the closing.
    private const string Bank = """
        <?xml version="1.0" encoding="UTF-8"?>
        <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.08"><BkToCstmrStmt>
          <GrpHdr><MsgId>Q-20261120</MsgId><CreDtTm>2026-11-20T18:00:00</CreDtTm></GrpHdr>
          <Stmt><Id>2026-11</Id>
            <Acct><Id><Othr><Id>0009004120</Id></Othr></Id></Acct>
            <Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="USD">5200.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-16</Dt></Dt></Bal>
            <Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="USD">5564.75</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-20</Dt></Dt></Bal>
            <Ntry><NtryRef>1</NtryRef><Amt Ccy="USD">85.25</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-17</Dt></BookgDt>
              <AcctSvcrRef>N-81</AcctSvcrRef><NtryDtls><TxDtls><RltdPties><Cdtr><Pty><Nm>Brandreth Insurance</Nm></Pty></Cdtr></RltdPties>
              <RmtInf><Ustrd>Policy 7714, November</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>
            <Ntry><NtryRef>2</NtryRef><Amt Ccy="USD">450.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-18</Dt></BookgDt>
              <AcctSvcrRef>N-82</AcctSvcrRef><AddtlNtryInf>Received for order 118</AddtlNtryInf></Ntry>
            <Ntry><NtryRef>3</NtryRef><Amt Ccy="USD">31.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts><Cd>PDNG</Cd></Sts>
              <AcctSvcrRef>N-83</AcctSvcrRef><AddtlNtryInf>Parcel service</AddtlNtryInf></Ntry>
          </Stmt>
        </BkToCstmrStmt></Document>

        """;

    // Two lines and freight, with tax of one rate.
    private const string Bill = """
        <?xml version="1.0" encoding="UTF-8"?>
        <Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"
          xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
          xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
          <cbc:ID>HT-3308</cbc:ID><cbc:IssueDate>2026-11-18</cbc:IssueDate><cbc:DueDate>2026-12-18</cbc:DueDate>
          <cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode><cbc:Note>Delivered to the workshop</cbc:Note>
          <cbc:DocumentCurrencyCode>USD</cbc:DocumentCurrencyCode>
          <cac:AccountingSupplierParty><cac:Party><cac:PartyIdentification><cbc:ID>HT-1</cbc:ID></cac:PartyIdentification>
            <cac:PartyLegalEntity><cbc:RegistrationName>Hexham Tannery</cbc:RegistrationName></cac:PartyLegalEntity></cac:Party></cac:AccountingSupplierParty>
          <cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator><cbc:AllowanceChargeReason>Freight</cbc:AllowanceChargeReason>
            <cbc:Amount currencyID="USD">20.00</cbc:Amount><cac:TaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>5</cbc:Percent></cac:TaxCategory></cac:AllowanceCharge>
          <cac:TaxTotal><cbc:TaxAmount currencyID="USD">26.00</cbc:TaxAmount><cac:TaxSubtotal><cbc:TaxAmount currencyID="USD">26.00</cbc:TaxAmount>
            <cac:TaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>5</cbc:Percent></cac:TaxCategory></cac:TaxSubtotal></cac:TaxTotal>
          <cac:LegalMonetaryTotal><cbc:TaxInclusiveAmount currencyID="USD">546.00</cbc:TaxInclusiveAmount></cac:LegalMonetaryTotal>
          <cac:InvoiceLine><cbc:ID>1</cbc:ID><cbc:InvoicedQuantity>4</cbc:InvoicedQuantity><cbc:LineExtensionAmount currencyID="USD">380.00</cbc:LineExtensionAmount>
            <cac:Item><cbc:Name>Goatskin, half</cbc:Name><cac:ClassifiedTaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>5</cbc:Percent></cac:ClassifiedTaxCategory></cac:Item>
            <cac:Price><cbc:PriceAmount currencyID="USD">95.00</cbc:PriceAmount></cac:Price></cac:InvoiceLine>
          <cac:InvoiceLine><cbc:ID>2</cbc:ID><cbc:InvoicedQuantity>2</cbc:InvoicedQuantity><cbc:LineExtensionAmount currencyID="USD">120.00</cbc:LineExtensionAmount>
            <cac:Item><cbc:Name>Calfskin offcuts</cbc:Name><cac:ClassifiedTaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>5</cbc:Percent></cac:ClassifiedTaxCategory></cac:Item>
            <cac:Price><cbc:PriceAmount currencyID="USD">60.00</cbc:PriceAmount></cac:Price></cac:InvoiceLine>
        </Invoice>

        """;

    // Columns that nobody here has seen, in another country's way of writing, under two lines that are no header.
    private const string Expenses = """
        Messe Herbst 2026

        Belegdatum;Wer;Wofür;Betrag
        09.11.2026;Hexham Tannery;Leather;-1.284,50
        10.11.2026;Northline Rail;Travel;-86,00
        10.11.2026;Corner Table;Meals;-41,20
        11.11.2026;Hexham Tannery;Leather;95,00

        """;
}
