namespace Adnumera.Formats.Tests.Reading;

/// <summary>camt.053 by the public page of formats, and by the balances of ISO 20022: opening and entries are the closing.</summary>
public class CamtTests
{
    private static string Statement(string entries, string balances = "", string version = "08") =>
        $"<?xml version=\"1.0\" encoding=\"UTF-8\"?><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.{version}\">"
        + "<BkToCstmrStmt>"
        + "<GrpHdr><MsgId>M1</MsgId></GrpHdr><Stmt><Id>S9</Id><Acct><Id><IBAN>DE89370400440532013000</IBAN></Id></Acct>\n"
        + $"{balances}{entries}</Stmt></BkToCstmrStmt></Document>";

    private static string Balance(string code, string amount, string direction = "CRDT") =>
        $"<Bal><Tp><CdOrPrtry><Cd>{code}</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">{amount}</Amt><CdtDbtInd>{direction}</CdtDbtInd></Bal>";

    private static string Entry(
        string amount,
        string direction = "DBIT",
        string status = "<Cd>BOOK</Cd>",
        string reference = "R1",
        string details = "",
        string more = ""
    ) =>
        $"<Ntry><NtryRef>{reference}</NtryRef><Amt Ccy=\"EUR\">{amount}</Amt><CdtDbtInd>{direction}</CdtDbtInd>{more}<Sts>{status}</Sts>"
        + $"<BookgDt><Dt>2026-11-12</Dt></BookgDt>{details}<AddtlNtryInf>Card payment</AddtlNtryInf></Ntry>\n";

    private static string Details(string inner) => $"<NtryDtls>{inner}</NtryDtls>";

    private const string Marrow =
        "<TxDtls><Refs><AcctSvcrRef>B77</AcctSvcrRef><EndToEndId>NOTPROVIDED</EndToEndId></Refs>"
        + "<RltdPties><Cdtr><Pty><Nm>Marrow GmbH</Nm></Pty></Cdtr></RltdPties><RmtInf><Ustrd>Invoice 12</Ustrd><Ustrd>Leather</Ustrd>"
        + "</RmtInf></TxDtls>";

    [Fact]
    public void An_entry_is_a_record_with_the_names_of_its_one_transaction()
    {
        using var files = new Pipeline();
        var content = Statement(
            Entry("12.50", details: Details(Marrow))
                + Entry("9.00", "CRDT", reference: "R2")
                + Entry("3.00", "CRDT", reference: "R3", more: "<RvslInd>true</RvslInd>")
                + Entry("4.00", status: "<Cd>PDNG</Cd>", reference: "R4")
                + Entry("5.00", reference: "R5", more: "<RvslInd>true</RvslInd>")
                + Entry("0.00", reference: "R6", status: "BOOK"),
            Balance("OPBD", "100.00") + Balance("CLBD", "94.50")
        );
        Assert.Equal(3, files.Read("s.xml", content, "--strict"));
        Assert.Equal(
            [
                "B77|card_charge|2026-11-12||Marrow GmbH|3000|EUR|12.50|Invoice 12 Leather",
                "3000:S9:R3|card_refund|2026-11-12|||3000|EUR|3.00|Card payment",
            ],
            files.Documents(
                "source_id",
                "kind",
                "document_date",
                "reference",
                "supplier",
                "payment_account",
                "currency",
                "document_total",
                "description"
            )
        );
        Assert.Equal(
            [
                "3000:S9:R2|2026-11-12|9.00|incoming",
                "3000:S9:R4|2026-11-12|-4.00|pending",
                "3000:S9:R5|2026-11-12|-5.00|incoming",
                "3000:S9:R6|2026-11-12|0.00|zero",
            ],
            files.Skipped()
        );
    }

    [Fact]
    public void Several_transactions_and_included_charges_are_records_that_come_to_the_entry()
    {
        using var files = new Pipeline();
        const string Two =
            "<TxDtls><Amt Ccy=\"EUR\">7.00</Amt></TxDtls><TxDtls><AmtDtls><TxAmt><Amt Ccy=\"EUR\">2.00</Amt></TxAmt></AmtDtls></TxDtls>"
            + "<TxDtls><Amt Ccy=\"USD\">9.99</Amt><AmtDtls><TxAmt><Amt Ccy=\"EUR\">1.00</Amt></TxAmt></AmtDtls><CdtDbtInd>CRDT</CdtDbtInd>"
            + "</TxDtls>";
        const string Charge = "<Chrgs><Rcrd><Amt Ccy=\"EUR\">0.50</Amt><ChrgInclInd>true</ChrgInclInd></Rcrd></Chrgs>";
        Assert.Equal(0, files.Read("s.xml", Statement(Entry("8.50", details: Details(Two), more: Charge), version: "02")));
        Assert.Equal(
            ["3000:S9:R1-1|7.00|Card payment", "3000:S9:R1-2|2.00|Card payment", "3000:S9:R1-4|0.50|charges"],
            files.Documents("source_id", "document_total", "description")
        );
        Assert.Equal(["3000:S9:R1-3|2026-11-12|1.00|incoming"], files.Skipped());
        Assert.Equal(2, files.Read("s.xml", Statement(Entry("9.00", details: Details(Two), more: Charge))));
        Assert.Contains("s.xml: entry 1: its transactions come to 8.50; expected 9.00", files.Errors, StringComparison.Ordinal);
        var some = Two.Replace("<Amt Ccy=\"EUR\">7.00</Amt>", "", StringComparison.Ordinal);
        Assert.Equal(2, files.Read("s.xml", Statement(Entry("8.50", details: Details(some)))));
        Assert.Contains("some have none", files.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("OPBD", "100.00", "88.00", 2)]
    [InlineData("OPBD", "100.00", "87.50", 0)]
    [InlineData("PRCD", "100.00", "87.50", 0)]
    [InlineData("ITBD", "100.00", "1.00", 0)]
    public void Opening_and_entries_are_the_closing(string opening, string from, string to, int code)
    {
        using var files = new Pipeline();
        Assert.Equal(code, files.Read("s.xml", Statement(Entry("12.50"), Balance(opening, from) + Balance("CLBD", to))));
        if (code == 2)
            Assert.Contains("statement S9: opening 100.00 and entries of -12.50 are 87.50", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void What_has_no_reference_no_day_or_an_end_cut_off_is_an_error()
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Read("s.xml", Statement(Entry("1.00", reference: "NONREF"))));
        Assert.Contains("s.xml: entry 1: it has no reference", files.Errors, StringComparison.Ordinal);
        Assert.Equal(
            2,
            files.Read("s.xml", Statement(Entry("1.00")).Replace("<BookgDt><Dt>2026-11-12</Dt></BookgDt>", "", StringComparison.Ordinal))
        );
        Assert.Contains("BookgDt", files.Errors, StringComparison.Ordinal);
        Assert.Equal(2, files.Read("s.xml", Statement(Entry("1.00"))[..^30]));
        Assert.Contains("no sound XML", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_document_type_is_refused_whatever_it_would_bring()
    {
        using var files = new Pipeline();
        var content = Statement(Entry("1.00"))
            .Replace("?><Document", "?><!DOCTYPE Document [<!ENTITY x SYSTEM \"file:///etc/passwd\">]><Document", StringComparison.Ordinal);
        Assert.Equal(2, files.Read("s.xml", content));
        Assert.DoesNotContain("root:", files.Errors, StringComparison.Ordinal);
    }
}
