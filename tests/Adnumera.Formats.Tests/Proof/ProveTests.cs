namespace Adnumera.Formats.Tests.Proof;

public class ProveTests
{
    private const string Entries = """
        source,source_id,entry_date,reference,supplier,account,debit,credit,rung,department
        bills,1,2026-11-12,2291,Marrow,5120,100.00,0.00,category,Bench
        bills,1,2026-11-12,2291,MARROW,2100,0.00,100.00,offset,
        bills,2,2026-11-12,,,5110,7.00,0.00,item,
        bills,2,2026-11-12,,,2100,0.00,7.00,offset,
        """;

    private const string Ledger =
        "ledger_entry,source,source_id,entry_type,entry_date,reference,supplier,status,account,debit,credit,department\n";

    [Fact]
    public void What_agrees_and_what_does_not()
    {
        using var files = new Pipeline();
        var code = files.Prove(
            Entries,
            Ledger
                + """
                E1,bills,1,bill,2026-11-12,2291,marrow ,posted,5120,100,,Press
                E1,bills,1,bill,2026-11-12,2291,,posted,2100,,100,
                E7,,,journal,2026-11-13,x,,posted,2100,3.5,,
                E7,,,journal,2026-11-13,x,,posted,1010,,3.5,
                E8,,,Payment,2026-11-13,x,,posted,2100,100,,
                E8,,,Payment,2026-11-13,x,,posted,1010,,100,
                E9,bills,99,bill,2026-11-13,x,,posted,5120,1,,
                E9,bills,99,bill,2026-11-13,x,,posted,2100,,1,
                """,
            "--strict"
        );
        Assert.Equal(3, code);
        Assert.Equal(
            [
                "bills|1|E1|dimension|5120|department=Bench|department=Press|100.00",
                "bills|2||missing||7.00||7.00",
                "bills|99|E9|not_intended|||1.00|1.00",
                "||E7|not_ours|2100||3.50|3.50",
            ],
            files.Columns("differences.csv", "source", "source_id", "ledger_entry", "kind", "account", "intended", "found", "amount")
        );
        Assert.Equal(
            [
                "5120|100.00|0.00|101.00|0.00|0.00|0.00|0.00|0.00|no",
                "2100|0.00|107.00|0.00|101.00|100.00|0.00|3.50|0.00|no",
                "5110|7.00|0.00|0.00|0.00|0.00|0.00|0.00|0.00|no",
                "1010|0.00|0.00|0.00|0.00|0.00|100.00|0.00|3.50|no",
            ],
            files.Columns(
                "accounts.csv",
                "account",
                "intended_debit",
                "intended_credit",
                "found_debit",
                "found_credit",
                "payments_debit",
                "payments_credit",
                "not_ours_debit",
                "not_ours_credit",
                "agrees"
            )
        );
    }

    [Fact]
    public void What_compose_writes_proves_against_a_ledger_that_took_it_all()
    {
        using var files = new Pipeline();
        files.Compose(
            """
            source,source_id,kind,document_date,reference,supplier,employee,payment_account,document_total,line,category,net,tax_code,tax
            a,1,bill,2026-11-12,R1,Hexham,,,60,1,Leather,50,S20,10
            a,2,card_refund,2026-11-12,,,,4417,5,1,Leather,5,,
            a,3,expense_claim,2026-11-12,,,Maud,,8,1,Leather,10,,
            a,3,expense_claim,2026-11-12,,,Maud,,8,2,Paper & board,-2,,
            """
        );
        var entries = files.Out("entries.csv");
        var ledger =
            "ledger_entry,status,"
            + string.Join(
                "\n",
                entries
                    .Split("\r\n", StringSplitOptions.RemoveEmptyEntries)
                    .Select((row, i) => i == 0 ? row : $"E{row.Split(',')[1]},posted,{row}")
            );
        Assert.Equal(0, files.Prove(entries, ledger, "--strict"));
        Assert.Empty(files.Columns("differences.csv", "kind"));
        Assert.All(files.Columns("accounts.csv", "agrees"), agrees => Assert.Equal("yes", agrees));
    }

    [Theory]
    [InlineData(
        "bills,1,2026-11-12,,,5120,100,0,category,\nbills,1,2026-11-12,,,2100,0,99,offset,",
        "entries.csv:2: the entry of \"bills 1\" does not balance; debit − credit is 1.00"
    )]
    [InlineData(
        "bills,1,2026-11-12,A,,5120,100,0,category,\nbills,1,2026-11-12,B,,2100,0,100,offset,",
        "entries.csv:3: reference: \"B\" differs from \"A\" on row 2"
    )]
    [InlineData("bills,1,2026-11-12,,,5120,100,0,rang,\n", "entries.csv:2: rung: \"rang\" is not known")]
    public void Bad_entries(string rows, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(
            2,
            files.Prove("source,source_id,entry_date,reference,supplier,account,debit,credit,rung,department\n" + rows, Ledger)
        );
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Theory]
    [InlineData(
        "E1,bills,,bill,2026-11-12,,,posted,5120,1,,",
        "ledger.csv:2: source_id: source and source_id are either both filled or both blank"
    )]
    [InlineData(
        "E1,,,bill,2026-11-12,,,open,5120,1,,",
        "ledger.csv:2: status: \"open\" is not known; expected one of posted, draft, voided"
    )]
    [InlineData(
        "E1,,,bill,2026-11-12,,,posted,5120,1,,\nE1,,,bill,2026-11-13,,,posted,2100,,1,",
        "ledger.csv:3: entry_date: \"2026-11-13\" differs from row 2 of the same ledger entry \"E1\""
    )]
    public void A_bad_ledger(string rows, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Prove(Entries, Ledger + rows));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
    }
}
