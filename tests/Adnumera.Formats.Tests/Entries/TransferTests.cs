namespace Adnumera.Formats.Tests.Entries;

/// <summary>Money between own accounts, and marketplace orders (the public page of formats).</summary>
public class TransferTests
{
    private const string Header =
        "source,source_id,kind,document_date,payment_account,to_account,document_total,line,description,category,net,tax_code,tax,"
        + "merchant_code,attachment\n";

    private const string Chart = """
        account,number,name,kind,role,active
        BANK,1000,Checking,asset,bank,
        BANK2,1001,Savings,asset,bank,
        CARD,2210,Company card,liability,card,
        INC,4000,Sales,income,,
        C1,5110,Paper,expense,,
        """;

    private const string Mapping = """
        key_kind,key,account
        payment_account,0117,BANK
        payment_account,0218,BANK2
        payment_account,4417,CARD
        payment_account,5500,CARD
        payment_account,9999,INC
        category,Paper,C1
        """;

    private static string Transfer(string from, string to, string rest = "1,To the card,Paper,250.00,,", string total = "250.00") =>
        $"{Header}bank,T1,transfer,2026-11-10,{from},{to},{total},{rest},,\n";

    [Fact]
    public void A_transfer_debits_where_the_money_arrives_and_never_asks_the_cost_ladder()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose(Transfer("0117", "4417"), chart: Chart, mapping: Mapping));
        Assert.Equal(
            ["transfer|1|CARD|250.00|0.00|To the card|transfer", "transfer||BANK|0.00|250.00||offset"],
            files.Columns("entries.csv", "form", "document_line", "account", "debit", "credit", "memo", "rung")
        );
        Assert.Contains("250.00", files.Output, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("", "4417", "payment_account_missing|from")]
    [InlineData("0117", "", "payment_account_missing|to")]
    [InlineData("", "", "payment_account_missing|from payment_account_missing|to")]
    [InlineData("0117", "7777", "payment_account_unmapped|7777")]
    [InlineData("4417", "5500", "transfer_to_itself|CARD")]
    [InlineData("0117", "9999", "mapping_broken|INC")]
    [InlineData("9999", "9999", "mapping_broken|INC transfer_to_itself|INC")]
    public void What_one_end_lacks_holds_it(string from, string to, string reasons)
    {
        using var files = new Pipeline();
        Assert.Equal(3, files.Compose(Transfer(from, to), chart: Chart, mapping: Mapping, more: "--strict"));
        Assert.Equal(reasons.Split(' '), files.Columns("held.csv", "reason", "value"));
        Assert.All(files.Columns("held.csv", "line"), l => Assert.Equal("", l));
    }

    [Theory]
    [InlineData("1,,,250.00,,\nbank,T1,transfer,2026-11-10,0117,4417,250.00,2,,,0.00,,", "documents.csv:3: line: a transfer has one line")]
    [InlineData("1,,,250.00,,1.00", "documents.csv:2: tax: a transfer has no tax")]
    [InlineData("1,,,250.00,V,", "documents.csv:2: tax_code")]
    public void More_lines_than_one_tax_or_a_code_are_bad_input(string line, string error)
    {
        using var files = new Pipeline();
        var second = line.Contains('\n', StringComparison.Ordinal) ? line.Replace("\n", ",,\n", StringComparison.Ordinal) : line;
        Assert.Equal(2, files.Compose(Transfer("0117", "4417", second), chart: Chart, mapping: Mapping));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void An_order_is_composed_like_a_card_charge()
    {
        using var files = new Pipeline();
        const string Rows = Header + "shop,O1,order,2026-11-10,4417,,30.00,1,Boards,Paper,30.00,,,5943,o1.pdf\n";
        Assert.Equal(0, files.Compose(Rows, chart: Chart, mapping: Mapping));
        Assert.Equal(
            ["order|C1|30.00|0.00|category", "order|CARD|0.00|30.00|offset"],
            files.Columns("entries.csv", "form", "account", "debit", "credit", "rung")
        );
    }
}
