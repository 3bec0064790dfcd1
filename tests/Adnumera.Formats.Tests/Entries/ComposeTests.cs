namespace Adnumera.Formats.Tests.Entries;

public class ComposeTests
{
    private const string Header =
        "source,source_id,kind,document_date,reference,supplier,payment_account,document_total,line,description,category,net,"
        + "tax_code,tax,notes\n";

    [Fact]
    public void A_bill_becomes_these_bytes()
    {
        using var files = new Pipeline();
        Assert.Equal(
            0,
            files.Compose(
                Header
                    + "bills,B1,bill,2026-11-12,2291,\"Marrow & Oake, \"\"Tanners\"\"\",,120,1,\"=Goatskin, red\", leather "
                    + ",100.0,s20,20,\"Two\nlines\""
            )
        );
        Assert.Equal(
            "source,source_id,form,entry_date,reference,supplier,employee,currency,entry_line,document_line,account,debit,credit,"
                + "tax_code,department,location,project,customer,memo,rung,because\r\n"
                + "bills,B1,bill,2026-11-12,2291,\"Marrow & Oake, \"\"Tanners\"\"\",,USD,1,1,5120,100.00,0.00,s20,,,,,\"=Goatskin, "
                + "red\",category,Because category “leather” maps to this account.\r\n"
                + "bills,B1,bill,2026-11-12,2291,\"Marrow & Oake, \"\"Tanners\"\"\",,USD,2,1,1400,20.00,0.00,s20,,,,,\"=Goatskin, "
                + "red\",tax,Because tax of code “s20” is recovered.\r\n"
                + "bills,B1,bill,2026-11-12,2291,\"Marrow & Oake, "
                + "\"\"Tanners\"\"\",,USD,3,,2100,0.00,120.00,,,,,,\"Two\nlines\",offset,Because it is owed to a supplier that has no "
                + "payables account of its own.\r\n",
            files.Out("entries.csv")
        );
        Assert.Equal("source,source_id,line,state,reason,value,detail\r\n", files.Out("held.csv"));
        Assert.Contains("120.00", files.Output, StringComparison.Ordinal);
    }

    [Fact]
    public void Documents_come_in_the_order_of_their_first_rows_and_lines_ascending()
    {
        using var files = new Pipeline();
        files.Compose(
            Header
                + """
                card,C2,card_charge,2026-11-10,,,4417,30,2,,Leather,10,,,
                bills,B1,bill,2026-11-12,A,Marrow,,5,1,,Leather,5,,,

                card,C2,card_charge,2026-11-10,,,4417,30.00,1,,Paper   & BOARD,20,,,
                """
        );
        Assert.Equal(
            ["C2|1|5110|20.00|0.00", "C2|2|5120|10.00|0.00", "C2||2210|0.00|30.00", "B1|1|5120|5.00|0.00", "B1||2100|0.00|5.00"],
            files.Columns("entries.csv", "source_id", "document_line", "account", "debit", "credit")
        );
    }

    [Fact]
    public void Rows_that_stand_apart_give_the_bytes_of_rows_that_stand_together()
    {
        const string First = "card,C2,card_charge,2026-11-10,,,4417,30,1,,Leather,10,,,\n",
            Second = "card,C2,card_charge,2026-11-10,,,4417,30,2,,Leather,20,,,\n",
            Other = "bills,B1,bill,2026-11-12,A,Marrow,,5,1,,Leather,5,,,\n";
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose(Header + First + Second + Other));
        var together = files.Out("entries.csv");
        Assert.Equal(0, files.Compose(Header + First + Other + Second));
        Assert.Equal(together, files.Out("entries.csv"));
    }

    [Fact]
    public void After_an_error_in_the_last_row_there_is_not_even_the_folder()
    {
        using var files = new Pipeline();
        var rows = string.Concat(Enumerable.Range(0, 3000).Select(i => $"bills,B{i},bill,2026-11-12,R{i},Marrow,,5,1,,Leather,5,,,\n"));
        Assert.Equal(2, files.Compose($"{Header}{rows}bills,B,bill,2026-11-31,R,Marrow,,5,1,,Leather,5,,,\n"));
        Assert.Contains("documents.csv:3002: document_date", files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Fact]
    public void Every_reason_of_a_held_document_is_listed_and_strict_says_3()
    {
        using var files = new Pipeline();
        var code = files.Compose(
            Header
                + """
                bills,B1,bill,2026-11-12,R,,,11,2,,Nowhere,4,Z9,1,
                bills,B1,bill,2026-11-12,R,,,11,1,Thing,,5,,,
                """,
            more: "--strict"
        );
        Assert.Equal(3, code);
        Assert.Equal(
            [
                "|held|arithmetic|1.00",
                "|held|supplier_missing|",
                "1|held|unmapped|bills",
                "2|held|tax_code_unmapped|Z9",
                "2|held|unmapped|Nowhere",
            ],
            files.Columns("held.csv", "line", "state", "reason", "value")
        );
        Assert.Empty(files.Columns("entries.csv", "account"));
    }

    [Fact]
    public void What_is_before_the_start_or_zero_is_set_aside_and_not_strict()
    {
        using var files = new Pipeline();
        Assert.Equal(
            0,
            files.Compose(
                Header + "bills,B1,bill,2026-06-01,,,,5,1,,Nowhere,5,,,\nbills,B2,bill,2026-11-01,,,,0,1,,Nowhere,0.00,,,\n",
                """{ "start_date": "2026-07-01" }""",
                more: "--strict"
            )
        );
        Assert.Equal(
            ["B1|set_aside|before_start|2026-06-01", "B2|set_aside|zero|"],
            files.Columns("held.csv", "source_id", "state", "reason", "value")
        );
    }

    [Fact]
    public void A_possible_duplicate_names_the_earliest_and_a_decision_frees_it()
    {
        using var files = new Pipeline();
        const string Rows = """
            source,source_id,kind,document_date,reference,supplier,document_total,not_duplicate,line,category,net
            a,1,bill,2026-11-12,R-1,Hexham,5,,1,Leather,5
            a,2,bill,2026-11-14,r-1,HEXHAM,7,,1,Leather,7
            a,3,bill,2026-11-14,r-1,HEXHAM,7,yes,1,Leather,7
            """;
        files.Compose(Rows);
        Assert.Equal(["2|possible_duplicate|a 1"], files.Columns("held.csv", "source_id", "reason", "value"));
        Assert.Equal(["1", "3"], files.Columns("entries.csv", "source_id").Distinct());
    }

    [Theory]
    [InlineData(
        "bills,B1,bill,2026-11-12,,M,,12,1,,Leather,\"12,5O\",,,",
        "documents.csv:2: net: \"12,5O\" is not an amount; expected a number such as 12.50"
    )]
    [InlineData(
        "bills,B1,bill,2026-11-12,,M,,12,1,,Leather,12.505,,,",
        "documents.csv:2: net: \"12.505\" has more decimals than USD has (2)"
    )]
    [InlineData(
        "bills,B1,bill,2026-02-30,,M,,12,1,,Leather,12,,,",
        "documents.csv:2: document_date: \"2026-02-30\" is not a date; expected one such as 2026-03-09"
    )]
    [InlineData("bills,B1,bill,12/11/2026,,M,,12,1,,Leather,12,,,", "documents.csv:2: document_date:")]
    [InlineData(
        "bills,B1,invoice,2026-11-12,,M,,12,1,,Leather,12,,,",
        "documents.csv:2: kind: \"invoice\" is not known; expected one of bill"
    )]
    [InlineData("bills,,bill,2026-11-12,,M,,12,1,,Leather,12,,,", "documents.csv:2: source_id: must be filled")]
    [InlineData("bills,B1,bill,2026-11-12,,M,,12,1.5,,Leather,12,,,", "documents.csv:2: line: \"1.5\" is not a whole number")]
    [InlineData("bills,B1,bill,2026-11-12,,M,,12", "documents.csv:2: the row has 8 fields, the header has 15")]
    [InlineData("bills,B1,bill,2026-11-12,,M\"x\",,12,1,,Leather,12,,,", "documents.csv:2: there is a quote inside an unquoted field")]
    [InlineData("bills,B1,bill,2026-11-12,,\"M\"x,,12,1,,Leather,12,,,", "documents.csv:2: there is text after a closing quote")]
    [InlineData("bills,B1,bill,2026-11-12,,\"M,,12,1,,Leather,12,,,", "documents.csv:2: a quote is opened and never closed")]
    [InlineData(
        "bills,B1,bill,2026-11-12,,M,,12,1,,Leather,5,,,\nbills,B1,bill,2026-11-12,,M,,12,01,,Leather,7,,,",
        "documents.csv:3: line: line 1 of document \"bills B1\" stands twice; first on row 2"
    )]
    [InlineData(
        "bills,B1,bill,2026-11-12,,M,,12,1,\"a\nb\",Leather,5,,,\nbills,B1,bill,2026-11-13,,M,,12,2,,Leather,7,,,",
        "documents.csv:4: document_date: \"2026-11-13\" differs from \"2026-11-12\" on row 2"
    )]
    [InlineData(
        "bills,B1,bill,2026-11-12,,M,,12,1,,Leather,5,,,n\nbills,B1,bill,2026-11-12,,,,12,2,,Leather,7,,,n",
        "documents.csv:3: supplier: \"\" differs from \"M\" on row 2"
    )]
    public void Bad_input_names_file_row_and_column_and_writes_nothing(string rows, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Compose(Header + rows));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Theory]
    [InlineData("account,kind\n1,asset\n1,asset\n", "chart.csv:3: account: \"1\" stands twice; first on row 2")]
    [InlineData("account\n1\n", "chart.csv:1: kind: the column is missing from the header")]
    [InlineData("account,kind,Account\n1,asset,1\n", "chart.csv:1: account: the column stands twice in the header")]
    [InlineData("", "chart.csv:1: the file is empty; expected a header row")]
    [InlineData("account,kind,active\n1,asset,maybe\n", "chart.csv:2: active: \"maybe\" is not known; expected yes or no")]
    [InlineData(
        "account,kind,role\n1,liability,payables_control\n2,liability,payables_control\n5120,expense,\n",
        "chart.csv:3: role: \"payables_control\" is needed, and several active accounts have it: 1, 2"
    )]
    public void A_bad_chart(string chart, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Compose(Header + "bills,B1,bill,2026-11-12,,M,,5,1,,Leather,5,,,", chart: chart));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.False(File.Exists(files.Path("out/entries.csv")));
    }

    [Theory]
    [InlineData("item,X,,5120,G,,", "group: a item has no group")]
    [InlineData("category_group,X,bills,5120,,,", "for_source: a category group is for all sources")]
    [InlineData("tax_code,X,,,,,", "recoverable_percent: must be filled on a tax_code row")]
    [InlineData("tax_code,X,,,,101,", "recoverable_percent: \"101\" is not between 0 and 100")]
    [InlineData("item,X,,5120,,5,", "recoverable_percent: only tax_code rows have one")]
    [InlineData(
        "item,X,,5120,,,\nitem, x ,,5120,,,",
        "mapping.csv:3: key: item \"x\" stands twice for the same source and date; first on row 2"
    )]
    public void A_bad_mapping_book(string rows, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(
            2,
            files.Compose(Header, mapping: "key_kind,key,for_source,account,group,recoverable_percent,effective_from\n" + rows)
        );
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("{ \"rounding_tolerance\": \"-1\" }", "settings.json: rounding_tolerance: \"-1\" cannot be used")]
    [InlineData("{ \"order\": [\"item\", \"person\"] }", "settings.json: order: \"person\" cannot be used")]
    [InlineData("{ \"currency\": \"XXQ\" }", "settings.json: currency:")]
    [InlineData("{ \"start_date\": \"tomorrow\" }", "settings.json: start_date:")]
    [InlineData("{ \"merge_lines\": 1 ", "is not valid JSON")]
    public void Bad_settings(string settings, string error)
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.Compose(Header, settings));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void Invalid_utf8_is_bad_input_and_a_byte_order_mark_is_not()
    {
        using var files = new Pipeline();
        var good = System.Text.Encoding.UTF8.GetBytes(Header + "bills,B1,bill,2026-11-12,,M,,5,1,,Leather,5,,,");
        files.Compose(Header);
        files.With("documents.csv", [0xEF, 0xBB, 0xBF, .. good]);
        string[] verb =
        [
            "compose",
            "--chart",
            files.Path("chart.csv"),
            "--mapping",
            files.Path("mapping.csv"),
            "--documents",
            files.Path("documents.csv"),
            "--out",
            files.Path("out"),
        ];
        Assert.Equal(0, files.Run(verb));
        files.With("documents.csv", [.. good, (byte)'\n', 0xE9, (byte)',']);
        Assert.Equal(2, files.Run(verb));
        Assert.Contains("documents.csv:3: byte", files.Errors, StringComparison.Ordinal);
        Assert.NotEmpty(files.Columns("entries.csv", "account")); // the good run's files still stand
    }

    [Fact]
    public void Unknown_columns_and_settings_are_noticed_and_wrong_options_are_2()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose("shelf," + Header + "x,bills,B1,bill,2026-11-12,,M,,5,1,,Leather,5,,,", """{ "colour": 1 }"""));
        Assert.Contains("column \"shelf\" is not known and was ignored", files.Errors, StringComparison.Ordinal);
        Assert.Contains("setting \"colour\" is not known and was ignored", files.Errors, StringComparison.Ordinal);
        Assert.Equal(2, files.Run("compose", "--chart", files.Path("chart.csv")));
        Assert.Equal(2, files.Run("compse"));
        Assert.Equal(
            2,
            files.Run(
                "compose",
                "--chart",
                files.Path("no.csv"),
                "--mapping",
                files.Path("mapping.csv"),
                "--documents",
                files.Path("documents.csv"),
                "--out",
                files.Path("out")
            )
        );
        Assert.Contains("no.csv: there is no such file", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_hundred_errors_are_enough()
    {
        using var files = new Pipeline();
        Assert.Equal(
            2,
            files.Compose(
                Header + string.Concat(Enumerable.Range(1, 130).Select(i => $"bills,B{i},bill,2026-11-12,,M,,x,1,,Leather,5,,,\n"))
            )
        );
        Assert.Equal(100, files.Errors.Split('\n').Count(l => l.StartsWith("documents.csv:", StringComparison.Ordinal)));
        Assert.Contains("and 30 more", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_currency_without_decimals_has_none()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose(Header + "bills,B1,bill,2026-11-12,,M,,500.00,1,,Leather,500,,,", """{ "currency": "JPY" }"""));
        Assert.Equal(["500|0", "0|500"], files.Columns("entries.csv", "debit", "credit"));
    }

    [Fact]
    public void Both_files_are_replaced_or_neither()
    {
        using var files = new Pipeline();
        files.Compose(Header + "bills,B1,bill,2026-11-12,,M,,5,1,,Leather,5,,,");
        var before = files.Out("entries.csv");
        File.Delete(files.Path("out/held.csv"));
        Directory.CreateDirectory(files.Path("out/held.csv"));
        Assert.Equal(2, files.Compose(Header + "bills,B2,bill,2026-11-12,,M,,6,1,,Leather,6,,,"));
        Assert.Equal(before, files.Out("entries.csv"));
        Assert.Equal(["entries.csv"], Directory.GetFiles(files.Path("out")).Select(Path.GetFileName));
    }

    [Fact]
    public void A_header_alone_is_no_documents_and_blank_rows_are_passed_over()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose(Header + "\n,,,,,,,,,,,,,,\n  \n"));
        Assert.Empty(files.Columns("entries.csv", "account"));
    }
}
