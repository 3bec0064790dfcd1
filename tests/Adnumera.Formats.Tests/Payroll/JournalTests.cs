namespace Adnumera.Formats.Tests.Payroll;

/// <summary>A pay register becomes balanced entries (the public page of formats).</summary>
public sealed class JournalTests : IDisposable
{
    private const string Chart = """
        account,number,name,kind,role,active
        6010,6010,Wages,expense,,
        6011,6011,Wages of directors,expense,,
        5010,5010,Bench labour,cost_of_sales,,
        6020,6020,Employer taxes,expense,,
        6030,6030,Pension,expense,,
        6040,6040,Payroll service,expense,,
        6995,6995,Old wages,expense,,no
        1000,1000,Bank,asset,bank,
        1250,1250,Due from employees,asset,due_from_employees,
        2310,2310,Wages payable,liability,wages_payable,
        2320,2320,Income tax,liability,,
        2321,2321,State tax,liability,,
        2330,2330,Social insurance,liability,,
        2340,2340,Pension owed,liability,,
        2360,2360,Employee payable,liability,employee_payable,
        2350,2350,Processor,liability,,
        3100,3100,Owner,equity,,
        4000,4000,Sales,income,,
        """;

    private const string Mapping = """
        item,department,employee_group,agency,expense_account,liability_account
        Salary,,,,6010,
        Salary,Bench,,,5010,
        Salary,,Directors,,6011,
        Net pay,,,,,2310
        Income tax,,,,,2320
        Income tax,,,State,9999,2321
        Income tax,,Directors,,,2330
        Social insurance,,,,6020,2330
        Pension,,,,6030,2340
        Advance,,,,,1250
        Car,,,,6010,2340
        Travel,,,,2360,
        Fee,,,,6040,2350
        """;

    private const string Header = "run,pay_date,period_end,employee,department,employee_group,item,type,amount,agency\n";

    // The textbook journal of the reference: 2,200 on either side (common practice).
    private const string Textbook = """
        R1,2026-11-13,2026-11-07,A. Binder,,,Salary,earning,2000,
        R1,2026-11-13,2026-11-07,A. Binder,,,Social insurance,employer_tax,100,
        R1,2026-11-13,2026-11-07,A. Binder,,,Pension,employer_contribution,100,
        R1,2026-11-13,2026-11-07,A. Binder,,,Net pay,net_pay,1500,
        R1,2026-11-13,2026-11-07,A. Binder,,,Income tax,employee_tax,300,
        R1,2026-11-13,2026-11-07,A. Binder,,,Social insurance,employee_tax,150,
        R1,2026-11-13,2026-11-07,A. Binder,,,Pension,employee_deduction,50,
        """;

    private readonly Pipeline files = new();

    public void Dispose() => files.Dispose();

    private int Journal(string rows, string? settings = null, string mapping = Mapping, params string[] more)
    {
        files.With("register.csv", Header + rows).With("map.csv", mapping).With("chart.csv", Chart);
        if (settings is not null)
            files.With("settings.json", settings);
        return files.Run([
            "journal",
            "--register",
            files.Path("register.csv"),
            "--mapping",
            files.Path("map.csv"),
            "--chart",
            files.Path("chart.csv"),
            "--out",
            files.Path("out"),
            .. settings is null ? (string[])[] : ["--settings", files.Path("settings.json")],
            .. more,
        ]);
    }

    private string[] Lines(params string[] more) => files.Columns("entries.csv", ["account", "debit", "credit", .. more]);

    private string[] Held() => files.Columns("held.csv", "source_id", "state", "reason", "value");

    private string[] Causes() => files.Columns("causes.csv", "run", "difference", "cause", "item", "amount");

    [Fact]
    public void The_textbook_journal_balances_at_2200()
    {
        Assert.Equal(0, Journal(Textbook));
        Assert.Equal(
            [
                "6010|2000.00|0.00|Salary|item",
                "6020|100.00|0.00|Social insurance|item",
                "6030|100.00|0.00|Pension|item",
                "2330|0.00|250.00|Social insurance|item",
                "2340|0.00|150.00|Pension|item",
                "2310|0.00|1500.00|Net pay|offset",
                "2320|0.00|300.00|Income tax|item",
            ],
            Lines("memo", "rung")
        );
        Assert.Equal(
            ["payroll|R1|R1|journal|2026-11-13|USD|1"],
            files.Columns("entries.csv", "source", "source_id", "reference", "form", "entry_date", "currency", "entry_line")[..1]
        );
        Assert.Matches(@"ready +1 +2200\.00\s", files.Output);
        Assert.Matches(@"debit +2200\.00\s+credit +2200\.00", files.Output);
        Assert.Empty(Causes());
    }

    [Fact]
    public void With_the_tax_keyed_as_350_it_is_out_by_50_and_the_run_before_says_so()
    {
        var second = Textbook
            .Replace("R1,2026-11-13", "R2,2026-11-27", StringComparison.Ordinal)
            .Replace("employee_tax,300", "employee_tax,350", StringComparison.Ordinal);
        Assert.Equal(3, Journal($"{Textbook}\n{second}", more: "--strict"));
        Assert.Equal(["R2|held|identity|-50.00"], Held());
        Assert.Equal(["R2|-50.00|changed|Income tax|350.00"], Causes());
        Assert.Contains("A. Binder", files.Columns("held.csv", "detail")[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_register_out_of_order_and_other_spellings_are_one_run_and_one_item()
    {
        Assert.Equal(
            0,
            Journal(
                """
                B,2026-11-13,,a. binder,,,salary,earning,10,
                A,2026-11-13,,C,,,Salary,earning,0,
                B,2026-11-13,,A.  BINDER,bench,,SALARY,earning,20,
                B,2026-11-13,,A. Binder,BENCH,,Salary,earning,1.5,
                B,2026-11-13,,A. Binder,,,net pay,net_pay,30,
                B,2026-11-13,,A. Binder,Bench,,net pay,net_pay,1.5,
                """
            )
        );
        Assert.Equal(["6010|10.00|0.00||salary", "5010|21.50|0.00|bench|SALARY", "2310|0.00|31.50||net pay"], Lines("department", "memo"));
        Assert.Equal(["A|set_aside|zero|"], Held());
    }

    [Theory]
    // The row that says most decides: by agency, then by employee group, then by department.
    [InlineData("Salary,earning", "Bench", "Directors", "", "6011")]
    [InlineData("Salary,earning", "Bench", "Bench hands", "", "5010")]
    [InlineData("Salary,earning", "Office", "", "", "6010")]
    [InlineData("Income tax,employee_tax", "Bench", "Directors", "State", "2321")]
    [InlineData("Income tax,employee_tax", "", "", "City", "2320")]
    [InlineData("Income tax,employee_tax", "", "Directors", "City", "2330")]
    public void The_row_that_says_most_decides(string item, string department, string group, string agency, string account)
    {
        var other = item.EndsWith("earning", StringComparison.Ordinal) ? "Net pay,net_pay,5," : "Salary,earning,5,";
        Assert.Equal(0, Journal($"R,2026-11-13,,A,{department},{group},{item},5,{agency}\nR,2026-11-13,,A,,,{other}\n"));
        Assert.Contains(account, files.Columns("entries.csv", "account"));
    }

    [Fact]
    public void What_an_agency_decides_counts_for_the_liability_alone()
    {
        Journal(
            """
            R,2026-11-13,,A,,,Duty,employer_tax,5,State
            """,
            mapping: """
            item,agency,expense_account,liability_account
            Duty,State,6020,2321
            """
        );
        Assert.Equal(["R|held|unmapped|Duty expense"], Held());
    }

    [Fact]
    public void Signs_keep_their_place_and_change_the_column_and_nothing_merges_over_the_middle()
    {
        Assert.Equal(
            0,
            Journal(
                """
                R,2026-11-13,,A,,,Salary,earning,-40,
                R,2026-11-13,,A,Bench,,Salary,earning,100,
                R,2026-11-13,,A,,,Travel,reimbursement,10,
                R,2026-11-13,,A,,,Car,noncash,40,
                R,2026-11-13,,A,,,Advance,employee_deduction,-5,
                R,2026-11-13,,A,,,Pension,employee_deduction,-40,
                R,2026-11-13,,A,,,Net pay,net_pay,115,
                R,2026-11-13,,,,,Fee,fee,3.5,
                """
            )
        );
        Assert.Equal(
            [
                // −40 of salary and 40 of the car come to nothing there.
                "5010|100.00|0.00",
                "2360|10.00|0.00",
                "6040|3.50|0.00",
                "1250|5.00|0.00",
                "2310|0.00|115.00",
                "2350|0.00|3.50",
            ],
            Lines()
        );
    }

    [Fact]
    public void The_short_shape_owes_the_processor_and_keeps_what_is_no_liability()
    {
        const string Rows = """
            R,2026-11-13,,A,,,Salary,earning,1000,
            R,2026-11-13,,A,,,Car,noncash,50,
            R,2026-11-13,,A,,,Nobody maps this,employee_tax,200,
            R,2026-11-13,,A,,,Advance,employee_deduction,25,
            R,2026-11-13,,A,,,Pension,employee_deduction,75,
            R,2026-11-13,,A,,,Pension,employer_contribution,75,
            R,2026-11-13,,A,,,Net pay,net_pay,700,
            R,2026-11-13,,,,,Fee,fee,9,
            """;
        Assert.Equal(0, Journal(Rows, """{"payroll_shape": "short", "processor_account": "2350"}"""));
        Assert.Equal(
            [
                "6010|1050.00|0.00|Salary, Car|item",
                "6030|75.00|0.00|Pension|item",
                "6040|9.00|0.00|Fee|item",
                "2340|0.00|50.00|Car|item",
                "1250|0.00|25.00|Advance|item",
                "2350|0.00|700.00|net pay|offset",
                "2350|0.00|350.00|taxes and remittances|offset",
                "2350|0.00|9.00|fee|offset",
            ],
            Lines("memo", "rung")
        );
        Assert.Equal(0, Journal(Rows, """{"payroll_shape": "short"}"""));
        Assert.Equal(["R|held|role_missing|processor_account"], Held());
        Assert.Equal(0, Journal(Rows, """{"payroll_shape": "short", "processor_account": "3100"}"""));
        Assert.Equal(["R|held|mapping_broken|3100"], Held());
    }

    [Theory]
    [InlineData("Salary,earning", "6995", "", "mapping_broken|6995")]
    [InlineData("Salary,earning", "1000", "", "mapping_broken|1000")]
    [InlineData("Salary,earning", "2360", "", "mapping_broken|2360")]
    [InlineData("Salary,reimbursement", "2360", "", "")]
    [InlineData("Salary,reimbursement", "1000", "", "mapping_broken|1000")]
    [InlineData("Salary,employer_tax", "6020", "6020", "mapping_broken|6020")]
    [InlineData("Salary,employer_tax", "4000", "1000", "")]
    [InlineData("Salary,noncash", "6020", "5010", "")]
    [InlineData("Salary,noncash", "6020", "4000", "mapping_broken|4000")]
    [InlineData("Salary,employer_tax", "6020", "3100", "")]
    [InlineData("Salary,employer_tax", "nowhere", "nowhere", "mapping_broken|nowhere")]
    [InlineData("Salary,fee", "", "", "unmapped|Salary expense unmapped|Salary liability")]
    public void Which_accounts_a_side_takes(string item, string expense, string liability, string reasons)
    {
        var (employee, isEmployees) = item.EndsWith("fee", StringComparison.Ordinal) ? ("", false) : ("A", true);
        var rows = $"R,2026-11-13,,{employee},,,{item},5,\n";
        if (isEmployees && (item.EndsWith("earning", StringComparison.Ordinal) || item.EndsWith("reimbursement", StringComparison.Ordinal)))
            rows += "R,2026-11-13,,A,,,Net pay,net_pay,5,\n";
        Journal(rows, mapping: $"item,expense_account,liability_account\nSalary,{expense},{liability}\nNet pay,,2310\n");
        Assert.Equal(
            reasons.Replace(" unmapped", "\nunmapped", StringComparison.Ordinal).Split('\n', StringSplitOptions.RemoveEmptyEntries),
            files.Columns("held.csv", "reason", "value")
        );
    }

    [Fact]
    public void A_deduction_may_lower_a_cost_and_a_tax_may_not()
    {
        Journal(
            """
            R,2026-11-13,,A,,,Salary,earning,5,
            R,2026-11-13,,A,,,Meals,employee_deduction,2,
            R,2026-11-13,,A,,,Meals,employee_tax,3,
            """,
            mapping: "item,expense_account,liability_account\nSalary,6010,\nMeals,,6040\n"
        );
        Assert.Equal(["R|held|mapping_broken|6040"], Held());
    }

    [Theory]
    [InlineData("""{"payroll_date": "period_end"}""", "2026-11-07", "")]
    [InlineData("""{"payroll_date": "first_of_month"}""", "2026-11-01", "")]
    [InlineData("""{"payroll_date": "first_of_month", "locked_through": "2026-11-01"}""", "", "held|period_locked|2026-11-01")]
    [InlineData("""{"payroll_date": "first_of_month", "locked_through": "2026-11-09", "entry_date": "first_open_day"}""", "2026-11-10", "")]
    [InlineData("""{"start_date": "2026-11-14"}""", "", "set_aside|before_start|2026-11-13")]
    [InlineData("""{"start_date": "2026-11-13"}""", "2026-11-13", "")]
    public void The_company_says_which_day(string settings, string day, string held)
    {
        Assert.Equal(0, Journal(Textbook, settings));
        Assert.Equal(day, files.Columns("entries.csv", "entry_date").FirstOrDefault("") ?? "");
        Assert.Equal(held, files.Columns("held.csv", "state", "reason", "value").FirstOrDefault("") ?? "");
    }

    [Fact]
    public void All_that_holds_a_run_is_said_alphabetically()
    {
        Journal(
            """
            R,2026-11-13,,B,,,Net pay,net_pay,5,
            R,2026-11-13,,A,,,New,employer_tax,5,
            R,2026-11-13,,A,Bench,,NEW,employer_tax,5,
            R,2026-11-13,,A,,,Salary,earning,7,
            R,2026-11-13,,C,,,Newer,earning,0,
            R,2026-11-13,,A,,,Other,earning,1,
            """,
            """{"payroll_date": "period_end"}""",
            "item,expense_account,liability_account\nSalary,6995,\nNet pay,,4000\n"
        );
        Assert.Equal(
            [
                "R|held|identity|-5.00",
                "R|held|identity|8.00",
                "R|held|mapping_broken|4000",
                "R|held|mapping_broken|6995",
                "R|held|period_end_missing|",
                "R|held|unmapped|New expense",
                "R|held|unmapped|New liability",
                "R|held|unmapped|Other expense",
            ],
            Held()
        );
        Assert.Empty(Lines());
        Assert.Matches(@"held +1 +18\.00\s", files.Output);
    }

    [Theory]
    [InlineData("R,2026-11-13,,,,,Salary,earning,5,", "register.csv:2: employee: must be filled")]
    [InlineData("R,2026-11-13,,A,,,Fee,fee,5,", "register.csv:2: employee: must be blank")]
    [InlineData("R,2026-11-13,,A,,,Salary,wages,5,", "register.csv:2: type: \"wages\" is not known")]
    [InlineData("R,2026-11-13,,A,,,Salary,earning,5.001,", "register.csv:2: amount: ")]
    [InlineData("R,2026-11-13,,A,,,Salary,earning,,", "register.csv:2: amount: must be filled")]
    [InlineData("R,,,A,,,Salary,earning,5,", "register.csv:2: pay_date: must be filled")]
    [InlineData(",2026-11-13,,A,,,Salary,earning,5,", "register.csv:2: run: must be filled")]
    [InlineData("R,2026-11-13,,A,,,,earning,5,", "register.csv:2: item: must be filled")]
    [InlineData(
        "R,2026-11-13,,A,,,S,earning,5,\nr,2026-11-14,,A,,,S,earning,5,\nR,2026-11-14,,A,,,S,earning,5,",
        "register.csv:4: pay_date: differs from row 2"
    )]
    [InlineData(
        "R,2026-11-13,,A,,,S,earning,5,\nR,2026-11-13,2026-11-01,A,,,S,earning,5,",
        "register.csv:3: period_end: differs from row 2"
    )]
    public void What_is_wrong_is_said_with_its_place_and_nothing_is_written(string rows, string error)
    {
        Assert.Equal(2, Journal(rows));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.Contains("Nothing was written.", files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Fact]
    public void Two_rows_for_the_same_are_bad_input()
    {
        Assert.Equal(2, Journal(Textbook, mapping: "item,department,expense_account\nSalary,Bench,6010\nSALARY,bench,6011\n"));
        Assert.Contains("map.csv:3: item: \"SALARY\" stands twice", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void What_was_written_proves_and_others_may_post_to_what_is_owed()
    {
        Assert.Equal(0, Journal(Textbook));
        var entries = files.Out("entries.csv");
        const string Ledger =
            "ledger_entry,source,source_id,entry_date,reference,status,account,debit,credit\n"
            + "J9,,,2026-11-14,,posted,2310,1500,0\nJ9,,,2026-11-14,,posted,1000,0,1500\n";
        Assert.Equal(0, files.Prove(entries, Ledger));
        Assert.Equal(["R1|missing|1500.00"], files.Columns("differences.csv", "source_id", "kind", "amount"));
    }
}
