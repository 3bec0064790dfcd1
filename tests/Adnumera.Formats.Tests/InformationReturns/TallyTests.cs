namespace Adnumera.Formats.Tests.InformationReturns;

/// <summary>What was paid in a year, by supplier and 1099 box (the public page of formats).</summary>
public sealed class TallyTests : IDisposable
{
    private const string Columns = "payment,date,supplier,method,status,paid,bill,line,account,line_amount,box,withheld\n";

    private const string Suppliers = """
        supplier,legal_name,business_name,classification,exempt_code,tax_number_kind,tax_number,address,w9,foreign,reportable,attorney
        Wren Halloway,Wren Halloway,,individual,,SSN,219-45-6789,"3 Mill Lane",yes,,,
        Isolde Marsh,,,,,,,,,,,
        Brindle & Vane,Brindle & Vane PC,,c_corporation,,EIN,12-3456789,"9 Court Row",yes,no,,yes
        Cinder Row,Cinder Row LP,,partnership,,EIN,07-1234567,"1 Row",yes,no,,
        Boxes Inc,Boxes Inc,,s_corporation,,EIN,123456789,"2 Dock",yes,no,,
        Atelier Lumen,,,,,,,,,yes,,
        County Office,County Office,,other,3,EIN,98-7654321,"4 Hall",yes,no,,
        """;

    private const string Boxes = """
        year,account,supplier,box
        2024,5220,,NEC-1
        2024,6110,,MISC-1
        2025,6110,Boxes Inc,none
        2024,6700,,MISC-10
        2027,5310,,MISC-3
        2024,5310,,none
        2024,6130,,MISC-6
        2026,4010,,MISC-11
        """;

    private readonly Pipeline files = new();

    public void Dispose() => files.Dispose();

    private int Tally(
        string payments,
        string year = "2026",
        string suppliers = Suppliers,
        string boxes = Boxes,
        string? thresholds = null,
        params string[] more
    )
    {
        files.With("suppliers.csv", suppliers).With("payments.csv", Columns + payments).With("boxes.csv", boxes);
        if (thresholds is not null)
            files.With("thresholds.csv", thresholds);
        return files.Run([
            "tally",
            "--year",
            year,
            "--suppliers",
            files.Path("suppliers.csv"),
            "--payments",
            files.Path("payments.csv"),
            "--boxes",
            files.Path("boxes.csv"),
            "--out",
            files.Path("out"),
            .. thresholds is null ? (string[])[] : ["--thresholds", files.Path("thresholds.csv")],
            .. more,
        ]);
    }

    private string[] Rows(string name) => [.. File.ReadAllText(files.Path($"out/{name}")).Split("\r\n")[1..^1]];

    // The rows with a supplier; the seven places follow.
    private string[] Counted() => [.. Rows("tally.csv").SkipLast(7)];

    private string[] Places() => [.. Rows("payments-out.csv").Select(r => r.Split(',')).Select(r => $"{r[0]} {r[12]} {r[13]}")];

    [Fact]
    public void Every_line_has_one_place_and_all_of_them_add_up_to_all_that_was_paid()
    {
        Assert.Equal(
            0,
            Tally(
                """
                P1,2026-03-02,Wren Halloway,bank,,2500.00,B1,1,5220,,,
                P2,2026-03-02,wren  halloway,check,voided,100.00,B2,,5220,,,
                P3,2025-12-31,Wren Halloway,bank,posted,70.00,B3,,5220,,,
                P4,2026-04-01,Wren Halloway,card,,60.00,B4,,5220,,,
                P5,2026-04-02,Wren Halloway,network,,50.00,B5,,5220,,,
                P6,2026-05-01,Atelier Lumen,bank,,900.00,,,5220,,,
                P7,2026-05-02,Isolde Marsh,bank,,40.00,,,5310,,,
                P8,2026-05-03,Isolde Marsh,bank,,30.00,,,9999,,,
                P9,2026-05-04,Boxes Inc,bank,,3000.00,,,5220,,,
                P10,2026-05-05,Isolde Marsh,bank,,20.00,,,5220,,none,
                P11,2026-05-06,Nobody Known,cash,,700.00,,,4010,,,
                P12,2026-05-07,Nobody Known,check,,10.00,,,4010,,,
                P13,2026-05-08,County Office,bank,,5000.00,,,6110,,,
                P14,2026-06-01,Boxes Inc,bank,,1.00,,,6110,,,

                """
            )
        );
        Assert.Equal(
            [
                "P1 2500.00 NEC-1",
                "P2 100.00 voided",
                "P3 70.00 other_year",
                "P4 60.00 card_or_network",
                "P5 50.00 card_or_network",
                "P6 900.00 foreign",
                "P7 40.00 not_reportable",
                "P8 30.00 no_box",
                "P9 3000.00 exempt",
                "P10 20.00 not_reportable",
                "P11 700.00 MISC-11",
                "P12 10.00 not_reportable",
                "P13 5000.00 exempt",
                "P14 1.00 not_reportable",
            ],
            Places()
        );
        Assert.Equal(
            [
                "Wren Halloway,NEC-1,2500.00,2000.00,yes,0.00,yes",
                "Nobody Known,MISC-11,700.00,600.00,yes,0.00,yes",
                ",voided,100.00,,,0.00,",
                ",other_year,70.00,,,0.00,",
                ",card_or_network,110.00,,,0.00,",
                ",foreign,900.00,,,0.00,",
                ",not_reportable,71.00,,,0.00,",
                ",no_box,30.00,,,0.00,",
                ",exempt,8000.00,,,0.00,",
            ],
            Rows("tally.csv")
        );
        Assert.Equal(
            [
                "Nobody Known,w9",
                "Nobody Known,legal_name",
                "Nobody Known,address",
                "Nobody Known,tax_number",
                "Nobody Known,classification",
            ],
            Rows("missing.csv")
        );
        // As they stood, amounts with two decimals.
        Assert.StartsWith(
            "P2,2026-03-02,wren  halloway,check,voided,100.00,B2,,5220,,,,100.00,voided,",
            Rows("payments-out.csv")[1],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_payment_is_spread_over_the_lines_of_its_bill_and_its_tax_over_all_its_lines()
    {
        Assert.Equal(
            0,
            Tally(
                """
                P1,2026-03-02,Wren Halloway,bank,,100,B1,1,5220,10,,24.01
                P1,2026-03-02,Wren Halloway,bank,,100,B1,2,6110,10,,24.01
                P1,2026-03-02,Wren Halloway,bank,,100,b1,3,5310,10,,24.01
                P1,2026-03-02,Wren Halloway,bank,,50,,,5220,,,24.01
                P2,2026-03-05,Wren Halloway,bank,,-10,,,5220,,,

                """
            )
        );
        Assert.Equal(["P1 33.34 NEC-1", "P1 33.33 MISC-1", "P1 33.33 not_reportable", "P1 50.00 NEC-1", "P2 -10.00 NEC-1"], Places());
        // 24.01 by 33.34, 33.33, 33.33 and 50.00: 5.3366…, 5.335, 5.335 and 8.0033…; the cents that are left go to the largest fractions.
        Assert.Equal(["Wren Halloway,NEC-1,73.34,2000.00,no,13.34,yes", "Wren Halloway,MISC-1,33.33,2000.00,no,5.34,yes"], Counted());
        Assert.Contains("Wren Halloway,withheld", Rows("missing.csv"));
    }

    // General Instructions for Certain Information Returns; Public Law 119-21, section 70433: payments after 31 December 2025.
    [Theory]
    [InlineData("2025", "599.99", "no", "600.00")]
    [InlineData("2025", "600.00", "yes", "600.00")]
    [InlineData("2026", "1999.99", "no", "2000.00")]
    [InlineData("2026", "2000.00", "yes", "2000.00")]
    [InlineData("2030", "2000.00", "yes", "2000.00")]
    public void What_reaches_the_threshold_of_its_year_is_filed(string year, string paid, string reached, string threshold)
    {
        Tally($"P1,{year}-03-02,Wren Halloway,bank,,{paid},,,5220,,,\n", year);
        Assert.Equal($"Wren Halloway,NEC-1,{paid},{threshold},{reached},0.00,{reached}", Counted().Single());
    }

    [Theory]
    [InlineData("MISC-2", "10.00")]
    [InlineData("MISC-5", "0.01")]
    [InlineData("MISC-8", "10.00")]
    [InlineData("MISC-9", "600.00")]
    [InlineData("MISC-10", "600.00")]
    [InlineData("misc-3", "2000.00")]
    public void Each_box_has_its_own(string box, string threshold)
    {
        Tally($"P1,2026-03-02,Wren Halloway,bank,,5,,,1,,{box},\n");
        Assert.Equal($"{box.ToUpperInvariant()},5.00,{threshold}", string.Join(',', Counted().Single().Split(',')[1..4]));
    }

    [Fact]
    public void A_row_of_ones_own_holds_until_a_later_one_and_stands_in_place_of_the_known_one_of_its_year()
    {
        string Threshold(string year, string rows)
        {
            Assert.Equal(0, Tally($"P1,{year}-03-02,Wren Halloway,bank,,5,,,5220,,,\n", year, thresholds: "year,box,amount\n" + rows));
            return Counted().Single().Split(',')[3];
        }

        Assert.Equal("700.00", Threshold("2025", "2025,NEC-1,700\n"));
        Assert.Equal("2000.00", Threshold("2026", "2025,NEC-1,700\n"));
        Assert.Equal("2100.00", Threshold("2026", "2026,NEC-1,2100\n"));
        Assert.Equal("2000.00", Threshold("2026", "2027,NEC-1,2200\n"));
        Assert.Equal("2200.00", Threshold("2028", "2027,NEC-1,2200\n2026,NEC-1,1\n"));
    }

    [Fact]
    public void The_box_is_a_persons_choice_then_the_suppliers_account_then_the_account_as_said_last()
    {
        Tally(
            """
            P1,2026-03-02,Wren Halloway,bank,,1,,,6110,,MISC-3,
            P2,2026-03-02,Boxes Inc,bank,,1,,,6110,,,
            P3,2026-03-02,Wren Halloway,bank,,1,,,6110,,,
            P4,2026-03-02,Wren Halloway,bank,,1,,,5310,,,

            """
        );
        Assert.Equal(["P1 1.00 MISC-3", "P2 1.00 not_reportable", "P3 1.00 MISC-1", "P4 1.00 not_reportable"], Places());
        Tally("P4,2027-03-02,Wren Halloway,bank,,1,,,5310,,,\n", "2027");
        Assert.Equal(["P4 1.00 MISC-3"], Places());
        // Before anything was said, nothing is known.
        Tally("P4,2023-03-02,Wren Halloway,bank,,1,,,5310,,,\n", "2023");
        Assert.Equal(["P4 1.00 no_box"], Places());
    }

    // Treas. Reg. 1.6041-3(p): corporations are exempt, but for medical payments and attorneys among others.
    [Theory]
    [InlineData("c_corporation,,,", "5220", "exempt")]
    [InlineData("s_corporation,,,", "6130", "MISC-6")]
    [InlineData("llc_c,,,", "6700", "MISC-10")]
    [InlineData("llc_s,,,", "6110", "exempt")]
    [InlineData("llc_p,,,", "6110", "MISC-1")]
    [InlineData("c_corporation,,,yes", "5220", "NEC-1")]
    [InlineData("c_corporation,,,yes", "6110", "exempt")]
    [InlineData("individual,5,,", "5220", "exempt")]
    [InlineData("individual,5,,", "6130", "MISC-6")]
    [InlineData("individual,4,,", "6130", "exempt")]
    [InlineData("individual,6,,", "5220", "NEC-1")]
    [InlineData("individual,1,yes,", "5220", "NEC-1")]
    [InlineData("individual,,no,", "5220", "exempt")]
    [InlineData(",,,", "5220", "NEC-1")]
    public void Who_is_exempt_of_what(string supplier, string account, string place)
    {
        Tally(
            $"P1,2026-03-02,S,bank,,1,,,{account},,,\n",
            suppliers: $"supplier,classification,exempt_code,reportable,attorney\nS,{supplier}\n"
        );
        Assert.Equal($"P1 1.00 {place}", Places().Single());
    }

    [Theory]
    [InlineData("EIN", "123-45-6789", false)]
    [InlineData("SSN", "219-45-6789", true)]
    [InlineData("", "900-49-1234", false)]
    [InlineData("", "900491234", true)]
    public void A_tax_number_that_cannot_be_one_is_missing(string kind, string number, bool isPossible)
    {
        Tally(
            "P1,2026-03-02,S,bank,,5000,,,5220,,,\n",
            suppliers: $"supplier,legal_name,classification,address,w9,tax_number_kind,tax_number\nS,S,individual,A,yes,{kind},{number}\n"
        );
        Assert.Equal(isPossible ? [] : ["S,tax_number_bad"], Rows("missing.csv"));
    }

    [Fact]
    public void An_unusual_prefix_is_warned_of_alone()
    {
        Assert.Equal(0, Tally("P1,2026-03-02,Cinder Row,bank,,5000,,,6110,,,\n", more: "--strict"));
        Assert.Empty(Rows("missing.csv"));
        Assert.Contains("07", files.Errors, StringComparison.Ordinal);
        Assert.Equal(0, Tally("P1,2026-03-02,Cinder Row,bank,,5,,,6110,,,\n"));
        Assert.DoesNotContain("Cinder", files.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("individual,no", "5220", "2000", true)]
    [InlineData("individual,no", "5220", "1999.99", false)]
    [InlineData("c_corporation,no", "5220", "5000", false)]
    [InlineData("c_corporation,yes", "5220", "2000", true)]
    [InlineData("c_corporation,yes", "5220", "1999.99", false)]
    [InlineData("c_corporation,yes", "6130", "5000", false)]
    [InlineData("individual,yes", "5220", "5000", false)]
    public void What_a_person_says_and_what_follows_contradict_each_other_where_it_would_be_filed(
        string supplier,
        string account,
        string paid,
        bool contradicts
    )
    {
        Tally($"P1,2026-03-02,S,bank,,{paid},,,{account},,,\n", suppliers: $"supplier,classification,reportable\nS,{supplier}\n");
        Assert.Equal(contradicts, Rows("missing.csv").Contains("S,contradiction"));
    }

    [Fact]
    public void Tax_withheld_is_filed_whatever_was_paid_and_stands_out_where_it_counts_in_no_box()
    {
        Tally(
            """
            P1,2026-03-02,A,bank,,10,,,5220,,,2.40
            P2,2026-03-02,B,bank,,10,,,5310,,,2.40
            P3,2026-03-02,C,bank,voided,10,,,5220,,,2.40
            P4,2025-03-02,C,bank,,10,,,5220,,,2.40
            P5,2026-03-02,D,bank,,10,,,5310,,,2.40
            P6,2026-03-02,D,bank,,-10,,,5310,,,-2.40

            """,
            suppliers: "supplier,legal_name,classification,address,w9,tax_number\nA,A,individual,X,yes,219-45-6789\n"
        );
        Assert.Equal("A,NEC-1,10.00,2000.00,no,2.40,yes", Counted().Single());
        Assert.Equal(["B,withheld"], Rows("missing.csv"));
        Assert.Equal(",voided,10.00,,,2.40,", Rows("tally.csv")[1]);
    }

    [Fact]
    public void Suppliers_come_by_money_then_by_name()
    {
        Tally(
            """
            P1,2026-03-02,b,bank,,10,,,5220,,,
            P2,2026-03-02,A,bank,,10,,,5220,,,
            P3,2026-03-02,c,bank,,4,,,5220,,,
            P4,2026-03-02,C,bank,,16,,,6110,,,
            P5,2026-03-02,Zed,bank,,3,,,5310,,,1
            P6,2026-03-02,Abe,bank,,3,,,5310,,,1

            """
        );
        Assert.Equal(["c,NEC-1", "c,MISC-1", "A,NEC-1", "b,NEC-1"], Counted().Select(r => string.Join(',', r.Split(',')[..2])));
        Assert.Equal(["Abe,withheld", "Zed,withheld"], Rows("missing.csv"));
    }

    [Theory]
    [InlineData("P1,2026-03-02,A,bank,,10,,,5220,,,\nP1,2026-03-03,A,bank,,10,B,,5220,,,\n", "date")]
    [InlineData("P1,2026-03-02,A,bank,,10,,,5220,,,\nP1,2026-03-02,B,bank,,10,B,,5220,,,\n", "supplier")]
    [InlineData("P1,2026-03-02,A,bank,,10,,,5220,,,\nP1,2026-03-02,A,check,,10,B,,5220,,,\n", "method")]
    [InlineData("P1,2026-03-02,A,bank,,10,,,5220,,,\nP1,2026-03-02,A,bank,voided,10,B,,5220,,,\n", "status")]
    [InlineData("P1,2026-03-02,A,bank,,10,,,5220,,,\nP1,2026-03-02,A,bank,,10,B,,5220,,,1\n", "withheld")]
    [InlineData("P1,2026-03-02,A,bank,,10,B,,5220,1,,\nP1,2026-03-02,A,bank,,11,b,,5220,1,,\n", "paid")]
    [InlineData("P1,2026-03-02,A,bank,,10,B,,5220,1,,\nP1,2026-03-02,A,bank,,10,B,,5220,,,\n", "line_amount")]
    [InlineData("P1,2026-03-02,A,bank,,10,B,,5220,,,\nP1,2026-03-02,A,bank,,10,B,,5220,1,,\n", "line_amount")]
    [InlineData("P1,2026-03-02,A,wire,,10,B,,5220,,,\n", "method")]
    [InlineData("P1,2026-03-02,A,bank,draft,10,B,,5220,,,\n", "status")]
    [InlineData("P1,2026-03-02,A,bank,,10.005,B,,5220,,,\n", "paid")]
    [InlineData("P1,2026-03-02,A,bank,,10,B,,5220,,NEC-4,\n", "box")]
    [InlineData("P1,2026-02-30,A,bank,,10,B,,5220,,,\n", "date")]
    [InlineData(",2026-02-03,A,bank,,10,B,,5220,,,\n", "payment")]
    [InlineData("P1,2026-02-03,A,bank,,,B,,5220,,,\n", "paid")]
    [InlineData("P1,2026-02-03,A,bank,,1,B,,,,,\n", "account")]
    public void What_was_paid_is_checked_whole(string payments, string column)
    {
        Assert.Equal(2, Tally(payments));
        Assert.Contains($"{column}:", files.Errors, StringComparison.Ordinal);
        Assert.False(File.Exists(files.Path("out/tally.csv")));
    }

    [Fact]
    public void The_other_files_are_checked_too()
    {
        const string Paid = "P1,2026-03-02,A,bank,,10,,,5220,,,\n";
        Assert.Equal(2, Tally(Paid, boxes: "year,account,supplier,box\n2026,5220,A,NEC-1\n2026,5220,a,none\n"));
        Assert.Equal(2, Tally(Paid, boxes: "year,account,supplier,box\n26,5220,A,NEC-1\n"));
        Assert.Equal(2, Tally(Paid, thresholds: "year,box,amount\n2026,NEC-1,1\n2026,nec-1,2\n"));
        Assert.Equal(2, Tally(Paid, thresholds: "year,box,amount\n2026,NEC-1,-1\n"));
        Assert.Equal(2, Tally(Paid, thresholds: "year,box,amount\n2026,none,1\n"));
        Assert.Equal(2, Tally(Paid, suppliers: "supplier\nA\n a \n"));
        Assert.Equal(2, Tally(Paid, suppliers: "supplier,exempt_code\nA,14\n"));
        Assert.Equal(2, Tally(Paid, suppliers: "supplier,classification\nA,company\n"));
        Assert.Equal(2, Tally(Paid, "2019"));
        Assert.Equal(2, Tally(Paid, "soon"));
        Assert.Equal(0, Tally(Paid, "2020"));
    }

    [Fact]
    public void Strict_says_where_anything_is_missing_or_of_no_box()
    {
        Assert.Equal(0, Tally("P1,2026-03-02,Wren Halloway,bank,,5000,,,5220,,,\n", more: "--strict"));
        Assert.Equal(3, Tally("P1,2026-03-02,Wren Halloway,bank,,5000,,,9999,,,\n", more: "--strict"));
        Assert.Equal(3, Tally("P1,2026-03-02,Isolde Marsh,bank,,5000,,,5220,,,\n", more: "--strict"));
        Assert.Equal(0, Tally("P1,2026-03-02,Isolde Marsh,bank,,5000,,,5220,,,\n"));
    }
}
