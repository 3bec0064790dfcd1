using System.Text;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>OFX statements by the public page of formats, and by what OFX 1.6 and 2.3 say of their syntax.</summary>
public class OfxTests
{
    private const string Header = """
        OFXHEADER:100
        DATA:OFXSGML
        VERSION:102
        SECURITY:NONE
        ENCODING:USASCII
        CHARSET:1252
        COMPRESSION:NONE
        OLDFILEUID:NONE
        NEWFILEUID:NONE


        """;

    private static string Card(string transactions, string header = Header) =>
        $"{header}<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>5500000000004417</CCACCTFROM>\n"
        + $"<BANKTRANLIST><DTSTART>20261101<DTEND>20261130\n{transactions}</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1>"
        + "</OFX>\n";

    private static string Bank(string transactions) =>
        $"{Header}<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD<BANKACCTFROM><BANKID>021<ACCTID>000117<ACCTTYPE>CHECKING</BANKACCTFROM>"
        + $"<BANKTRANLIST>{transactions}</BANKTRANLIST></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>";

    private static string Transaction(
        string id,
        string amount,
        string type = "DEBIT",
        string more = "<NAME>Hexham Tannery",
        string day = "20261112"
    ) => $"<STMTTRN><TRNTYPE>{type}<DTPOSTED>{day}120000[-5:EST]<TRNAMT>{amount}<FITID>{id}{more}</STMTTRN>\n";

    [Fact]
    public void Each_transaction_of_a_card_becomes_what_the_page_says()
    {
        using var files = new Pipeline();
        var code = files.Read(
            "card.ofx",
            Card(
                Transaction("1", "-12.50", more: "<CHECKNUM>77<SIC>5943<NAME>Paper &amp; Co<MEMO>Boards  for R&D")
                    + Transaction("2", "+3,00", "CREDIT")
                    + Transaction("3", "250.00", "PAYMENT", "<NAME>Thank you")
                    + Transaction("4", "-9.00", "HOLD")
                    + Transaction("5", "0.00")
                    + Transaction("6", "-20.00", "ATM", "")
            ),
            "--strict"
        );
        Assert.Equal(3, code); // one is pending, one is zero
        Assert.Equal(
            [
                "bank|4417:1|card_charge|2026-11-12|77|Paper & Co|4417||USD|12.50|Boards  for R&D|5943",
                "bank|4417:2|card_refund|2026-11-12||Hexham Tannery|4417||USD|3.00|Hexham Tannery|",
                "bank|4417:3|transfer|2026-11-12||Thank you||4417|USD|250.00|Thank you|",
                "bank|4417:6|transfer|2026-11-12|||4417||USD|20.00||",
            ],
            files.Documents(
                "source",
                "source_id",
                "kind",
                "document_date",
                "reference",
                "supplier",
                "payment_account",
                "to_account",
                "currency",
                "document_total",
                "description",
                "merchant_code"
            )
        );
        Assert.Equal(["4417:4|2026-11-12|-9.00|pending", "4417:5|2026-11-12|0.00|zero"], files.Skipped());
    }

    [Fact]
    public void Money_that_comes_into_a_bank_account_is_skipped_and_strict_is_content_with_it()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Read("bank.ofx", Bank(Transaction("1", "-12.50") + Transaction("2", "900.00", "CREDIT")), "--strict"));
        Assert.Equal(["0117:1|card_charge|0117"], files.Documents("source_id", "kind", "payment_account"));
        Assert.Equal(["0117:2|2026-11-12|900.00|incoming"], files.Skipped());
        files.ReadAll(["bank.ofx"], "--payment-account", "Checking");
        Assert.Equal(["Checking"], files.Documents("payment_account"));
    }

    [Fact]
    public void Version_2_says_the_same_and_end_tags_and_blank_fields_of_version_1_do_no_harm()
    {
        using var files = new Pipeline();
        const string Rows =
            "<STMTTRN><TRNTYPE>DEBIT</TRNTYPE><DTPOSTED>20261112</DTPOSTED><TRNAMT>-12.50</TRNAMT><FITID>1</FITID>"
            + "<PAYEE><NAME>Marrow</NAME><ADDR1>Quay</ADDR1></PAYEE><CURRENCY><CURRATE>1</CURRATE><CURSYM>EUR</CURSYM></CURRENCY>"
            + "</STMTTRN>";
        var sgml = Card(Rows.Replace("<PAYEE>", "<MEMO>\n<PAYEE>", StringComparison.Ordinal));
        var xml =
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?><?OFX OFXHEADER=\"200\" VERSION=\"220\"?><OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS>"
            + "<CCSTMTRS>"
            + "<CURDEF>USD</CURDEF><CCACCTFROM><ACCTID>5500000000004417</ACCTID></CCACCTFROM><BANKTRANLIST>"
            + Rows
            + "</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>";
        Assert.Equal(0, files.Read("one.ofx", sgml));
        var first = files.Out("documents.csv");
        Assert.Equal(["Marrow|EUR|12.50"], files.Documents("supplier", "currency", "document_total"));
        Assert.Equal(0, files.Read("two.ofx", xml));
        Assert.Equal(first, files.Out("documents.csv"));

        // The same transaction in both files comes once.
        Assert.Equal(0, files.ReadAll(["one.ofx", "two.ofx"]));
        Assert.Equal(first, files.Out("documents.csv"));
    }

    [Fact]
    public void Texts_are_of_the_code_page_that_the_header_names()
    {
        using var files = new Pipeline();
        var of1252 = Encoding.Latin1.GetBytes(Card(Transaction("1", "-1.00", more: "<NAME>Café \u0080")));
        files.With("1252.ofx", of1252);
        Assert.Equal(0, files.ReadAll(["1252.ofx"]));
        Assert.Equal(["Café €"], files.Documents("supplier"));
        var header = Header.Replace("USASCII", "UTF-8", StringComparison.Ordinal);
        Assert.Equal(0, files.Read("utf8.ofx", Card(Transaction("1", "-1.00", more: "<NAME>Café"), header)));
        Assert.Equal(["Café"], files.Documents("supplier"));
    }

    [Fact]
    public void A_correction_leaves_out_what_it_names_in_whichever_file_that_is()
    {
        using var files = new Pipeline();
        files.With("first.ofx", Card(Transaction("1", "-10.00") + Transaction("2", "-20.00") + Transaction("3", "-5.00", "HOLD")));
        const string Replace = "<CORRECTFITID>1<CORRECTACTION>REPLACE",
            Delete = "<CORRECTFITID>2<CORRECTACTION>DELETE",
            OfHold = "<CORRECTFITID>3<CORRECTACTION>REPLACE";
        var later = Card(
            Transaction("4", "-11.00", more: Replace) + Transaction("5", "-20.00", more: Delete) + Transaction("6", "-5.50", more: OfHold)
        );
        files.With("later.ofx", later);
        foreach (
            var names in (string[][])
                [
                    ["first.ofx", "later.ofx"],
                    ["later.ofx", "first.ofx"],
                ]
        )
        {
            Assert.Equal(0, files.ReadAll(names, "--strict"));
            Assert.Equal(["4417:4|11.00", "4417:6|5.50"], files.Documents("source_id", "document_total"));
            Assert.Empty(files.Skipped());
        }

        files.Read("none.ofx", Card(Transaction("4", "-11.00", more: "<CORRECTFITID>1")));
        Assert.Contains("none.ofx: transaction 1: CORRECTACTION", files.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("<FITID>2", "", "FITID: it is missing")]
    [InlineData("<TRNAMT>-20.00", "", "TRNAMT: \"\" is not an amount")]
    [InlineData("-20.00", "-20.005", "TRNAMT: \"-20.005\" has more decimals than USD has")]
    [InlineData("<DTPOSTED>20261113", "<DTPOSTED>20261131", "DTPOSTED: \"20261131")]
    public void What_a_transaction_lacks_is_said_by_its_number_and_nothing_is_written(string lost, string instead, string error)
    {
        using var files = new Pipeline();
        var second = Transaction("2", "-20.00", day: "20261113").Replace(lost, instead, StringComparison.Ordinal);
        Assert.Equal(2, files.Read("card.ofx", Card(Transaction("1", "-10.00") + second)));
        Assert.Contains($"card.ofx: transaction 2: {error}", files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Theory]
    [InlineData("</OFX>", "cut short")]
    [InlineData("</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>", "cut short")]
    [InlineData("</STMTTRN>", "")]
    public void A_file_that_is_cut_or_broken_gives_an_error_and_no_document(string lost, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(
            2,
            files.Read("card.ofx", Card(Transaction("1", "-10.00") + Transaction("2", "-1.00")).Replace(lost, "", StringComparison.Ordinal))
        );
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.Contains("Nothing was written.", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void One_id_for_two_things_is_bad_input_and_for_one_thing_in_other_words_a_notice()
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Read("card.ofx", Card(Transaction("1", "-10.00") + Transaction("1", "-11.00"))));
        Assert.Contains("card.ofx: transaction 2: \"4417:1\" stands for something else", files.Errors, StringComparison.Ordinal);
        Assert.Equal(0, files.Read("card.ofx", Card(Transaction("1", "-10.00") + Transaction("1", "-10.00", more: "<NAME>HEXHAM"))));
        Assert.Equal(["Hexham Tannery"], files.Documents("supplier"));
        Assert.Contains("has other texts", files.Errors, StringComparison.Ordinal);

        // What is pending and what is settled may have one id, and both stay.
        Assert.Equal(0, files.Read("card.ofx", Card(Transaction("1", "-10.00", "HOLD") + Transaction("1", "-12.00"))));
        Assert.Equal((1, 1), (files.Documents("source_id").Length, files.Skipped().Length));
    }
}
