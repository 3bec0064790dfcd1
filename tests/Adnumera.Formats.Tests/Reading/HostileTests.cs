using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Reading;
using CsCheck;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>Files that nobody vouches for: an error or a result, never a crash, a hang or half a document.</summary>
public class HostileTests
{
    private static readonly string[] Whole =
    [
        "OFXHEADER:100\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>4417</CCACCTFROM><BANKTRANLIST>"
            + "<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261112<TRNAMT>-1.00<FITID>1<NAME>A &amp; "
            + "B</STMTTRN></BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS>"
            + "</CREDITCARDMSGSRSV1></OFX>",
        "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>S</Id><Acct><Id><IBAN>DE1</IBAN></Id>"
            + "</Acct>"
            + "<Ntry><NtryRef>1</NtryRef><Amt Ccy=\"EUR\">1.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BookgDt><Dt>2026-11-12</Dt>"
            + "</BookgDt></Ntry>"
            + "</Stmt></BkToCstmrStmt></Document>",
        InvoiceTests.Ubl(),
        "Day;Shop;Amount\n12.11.2026;Marrow;-1,50\n13.11.2026;\"Hexham; Ltd\";2,00\n",
    ];

    private static readonly ReadingChoices Choices = new("bank", Currency.Usd)
    {
        Layout = new Layout
        {
            Columns = new Dictionary<string, IReadOnlyList<string>>
            {
                ["document_date"] = ["Day"],
                ["supplier"] = ["Shop"],
                ["net"] = ["Amount"],
            },
            Date = "dd.MM.yyyy",
            Decimal = ",",
            Delimiter = ';',
            Amounts = AmountsMeaning.ChargesNegative,
        },
    };

    [Fact]
    public void Whatever_is_changed_cut_or_put_into_a_file_gives_an_error_or_whole_documents() =>
        Gen.Select(Gen.Int[0, Whole.Length - 1], Gen.Int[0, 4000], Gen.Int[0, 60], Gen.Byte.Array[0, 12])
            .Sample(
                (which, at, lost, put) =>
                {
                    var bytes = Encoding.UTF8.GetBytes(Whole[which]);
                    at = Math.Min(at, bytes.Length);
                    byte[] changed = [.. bytes[..at], .. put, .. bytes[Math.Min(at + lost, bytes.Length)..]];
                    var problems = new Problems();
                    var records = OpenForms.All.Read(new ArrivedFile("f", changed), Choices, problems);
                    return problems.Any
                        || records.All(r => r is not ArrivedRecord.Taken t || (t.Document.Lines.Count > 0 && t.SourceId.Length > 0));
                },
                iter: 4000
            );

    [Theory]
    [InlineData("<?xml version=\"1.0\"?><!DOCTYPE OFX [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;\">]><OFX>&b;</OFX>")]
    [InlineData(
        "<!DOCTYPE Invoice SYSTEM \"file:///etc/passwd\"><Invoice xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:Invoice-2\"/>"
    )]
    [InlineData("\u0000\u0001\u0002")]
    [InlineData("\u0089PNG\r\n\u001A\n")]
    [InlineData("<html><body>a page</body></html>")]
    public void What_is_none_of_the_forms_or_asks_for_something_outside_is_refused(string content)
    {
        using var files = new Pipeline();
        files.With("x.csv", Encoding.Latin1.GetBytes(content));
        Assert.Equal(2, files.ReadAll(["x.csv"]));
        Assert.Contains("x.csv", files.Errors, StringComparison.Ordinal);
        Assert.DoesNotContain("root:", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_field_that_nobody_means_is_too_long()
    {
        using var files = new Pipeline();
        var huge = new string('x', 10_001);
        Assert.Equal(2, files.Read("a.ofx", Whole[0].Replace("A &amp; B", huge, StringComparison.Ordinal)));
        Assert.Equal(2, files.Read("i.xml", Whole[2].Replace("Thing 1", huge, StringComparison.Ordinal)));
        Assert.Equal(2, files.Read("s.xml", Whole[1].Replace("<NtryRef>1", $"<NtryRef>{huge}", StringComparison.Ordinal)));
        Assert.Contains("s.xml: entry 1: a text has 10001 characters", files.Errors, StringComparison.Ordinal);
    }

    // 600,000 of them took 8.6 seconds.
    [Fact]
    public void An_element_with_a_heap_of_attributes_is_refused_at_once()
    {
        var (at, heap) = (Whole[2].IndexOf("<cbc:ID", StringComparison.Ordinal), new StringBuilder());
        for (var i = 0; i < 600_000; i++)
            heap.Append(System.Globalization.CultureInfo.InvariantCulture, $" a{i}=\"\"");
        using var files = new Pipeline();
        var watch = System.Diagnostics.Stopwatch.StartNew();
        Assert.Equal(2, files.Read("i.xml", Whole[2].Insert(at + 7, heap.ToString())));
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 2);
        Assert.Contains("an element has more than 1000 attributes", files.Errors, StringComparison.Ordinal);
    }

    [Theory] // The heap stands where ~ is.
    [InlineData("<a b='~'/>", true)]
    [InlineData("<a b=\"'~\"/>", true)]
    [InlineData("<!-- > <a ~ -- -> - -->", true)]
    [InlineData("<?x > <a ~ ?>", true)]
    [InlineData("<a>~</a>", true)]
    [InlineData("<![CDATA[ > <a ~ ]> ]] > ]]>", true)]
    [InlineData("<a b='' ~>", false)]
    [InlineData("<a b='>' ~>", false)]
    [InlineData("<!-- > --><a ~>", false)]
    [InlineData("<![CDATA[ ]>a]]><a ~>", false)]
    [InlineData("<?x > ?><a ~>", false)]
    public void Only_the_attributes_of_one_element_are_counted(string around, bool stands)
    {
        var heap = new string('=', Markup.TagGuard.MostAttributes + 1);
        foreach (var encoding in (Encoding[])[Encoding.UTF8, Encoding.Unicode, Encoding.BigEndianUnicode])
        {
            var xml = encoding.GetBytes(around.Replace("~", heap, StringComparison.Ordinal));
            if (stands)
                Markup.TagGuard.Check(xml);
            else
                Assert.Throws<System.Xml.XmlException>(() => Markup.TagGuard.Check(xml));
        }

        Markup.TagGuard.Check(Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("<a b=''/>", heap.Length))));
        Markup.TagGuard.Check(Encoding.UTF8.GetBytes($"<a {heap[1..]}>"));
    }
}
