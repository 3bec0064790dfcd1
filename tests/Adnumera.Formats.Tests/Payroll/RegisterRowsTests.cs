using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Payroll;
using CsCheck;
using MiniExcelLibs;

namespace Adnumera.Formats.Tests.Payroll;

/// <summary>Tables of any columns that are pay registers, long and wide, by a layout.</summary>
public sealed class RegisterRowsTests
{
    private const string Wide = """
        {"columns": {"employee": "Name", "department": "Dept"}, "constants": {"pay_date": "2026-11-13"},
         "register": {"items": [
           {"column": "Gross", "item": "Salary", "type": "earning"},
           {"column": "FIT", "item": "Income tax", "type": "employee_tax", "agency": "Treasury"},
           {"column": "Net", "item": "Net pay", "type": "net_pay"},
           {"column": "Svc", "item": "Service", "type": "fee"}], "total_row": "Totals"}}
        """;

    private const string Long = """
        {"columns": {"run": "Batch", "pay_date": "Check", "employee": "Who", "item": "Code", "type": "Kind", "amount": "Amt",
           "agency": "To"},
         "date": "MM/dd/yyyy", "decimal": ",", "group": ".", "delimiter": ";",
         "register": {"types": {"Pay": "earning", "W/H": "employee_tax"}}}
        """;

    private static Layout LayoutOf(string json)
    {
        var problems = new Problems();
        var layout = LayoutFile.ReadAny("layout.json", Encoding.UTF8.GetBytes(json), problems);
        Assert.Empty(problems.Errors.Select(e => e.ToString()));
        return layout;
    }

    private static (IReadOnlyList<PayRun> Runs, string[] Errors) Read(string layout, byte[] content)
    {
        var problems = new Problems();
        var read = new TableReader().Read(
            new ArrivedFile("t", content),
            new ReadingChoices("", Currency.Usd) { Layout = LayoutOf(layout), IsStrict = true },
            problems
        );
        return (
            [.. read.OfType<ArrivedRecord.Taken>().Select(t => t.Document.Register!)],
            [.. problems.Errors.Select(e => $"{e.Row} {e.Column}: {e.Message}")]
        );
    }

    private static (IReadOnlyList<PayRun> Runs, string[] Errors) Read(string layout, string csv) =>
        Read(layout, Encoding.UTF8.GetBytes(csv));

    private static string[] Said(PayRun run) =>
        [.. run.Rows.Select(r => $"{r.Employee}/{r.Department}/{r.Item}/{Words<PayItemType>.Of(r.Type)}/{r.Amount}/{r.Agency}")];

    [Fact]
    public void A_row_an_employee_gives_an_item_for_each_column_that_is_filled()
    {
        var (runs, errors) = Read(Wide, "Name,Dept,Gross,FIT,Net,Svc\nInes,Bench,1000.00,200.00,800.00,5.00\nMaud,,500.00,,500.00,0.00\n");
        Assert.Empty(errors);
        var run = Assert.Single(runs);
        Assert.Equal(("2026-11-13", new DateOnly(2026, 11, 13)), (run.Id, run.PayDate));
        Assert.Equal(
            [
                "Ines/Bench/Salary/earning/100000/",
                "Ines/Bench/Income tax/employee_tax/20000/Treasury",
                "Ines/Bench/Net pay/net_pay/80000/",
                "/Bench/Service/fee/500/",
                "Maud//Salary/earning/50000/",
                "Maud//Net pay/net_pay/50000/",
            ],
            Said(run)
        );
    }

    [Fact]
    public void A_row_of_totals_is_checked_and_not_taken()
    {
        const string Rows = "Name,Dept,Gross,FIT,Net,Svc\nInes,,1000.00,200.00,800.00,\nMaud,,500.00,,500.00,\n";
        Assert.Equal(5, Read(Wide, Rows + "TOTALS,,1500.00,200.00,1300.00,\n").Runs.Single().Rows.Count);
        var (runs, errors) = Read(Wide, Rows + "Totals,,1500.00,300.00,1300.00,\n");
        Assert.Empty(runs);
        Assert.Equal(["4 FIT (item FIT): the row of totals says 300.00, and the rows above come to 200.00"], errors);
    }

    [Fact]
    public void A_row_a_pay_item_is_read_in_the_tables_own_words()
    {
        var (runs, errors) = Read(
            Long,
            "Batch;Check;Who;Code;Kind;Amt;To\n7;11/13/2026;Ines;Salary;pay;1.000,00;\n7;11/13/2026;Ines;Tax;W/H;200,00;Treasury\n"
                + "8;11/20/2026;Ines;Net;net_pay;800,00;\n"
        );
        Assert.Empty(errors);
        Assert.Equal(["7", "8"], runs.Select(r => r.Id));
        Assert.Equal(["Ines//Salary/earning/100000/", "Ines//Tax/employee_tax/20000/Treasury"], Said(runs[0]));
    }

    [Fact]
    public void What_cannot_be_read_is_said_by_row_and_column_and_nothing_comes()
    {
        var (runs, errors) = Read(
            Long,
            "Batch;Check;Who;Code;Kind;Amt;To\n7;11/13/2026;Ines;Salary;Draw;1,00;\n7;13/11/2026;;Tax;W/H;x;\n7;11/14/2026;Ines;;Pay;;\n"
                + "7;11/13/2026;;Tax;W/H;5,00;\n7;11/14/2026;Ines;Tax;W/H;5,00;\n"
        );
        Assert.Empty(runs);
        Assert.Equal(
            [
                "2 Kind (type): \"Draw\" is of no known type; say in the layout which of "
                    + $"{string.Join(", ", Words<PayItemType>.All)} it is",
                "3 Amt (amount): \"x\" is not an amount; expected a number such as 12.50",
                "3 Check (pay_date): \"13/11/2026\" is not a date; expected one by the pattern MM/dd/yyyy",
                "4 Code (item): must be filled",
                "4 Amt (amount): must be filled",
                "5 Who (employee): must be filled; only a fee is of no employee",
                "6 Check (pay_date): differs from row 5 of the same run \"7\", which is paid on 2026-11-13",
            ],
            errors
        );
    }

    [Fact]
    public void Where_no_column_has_types_the_pay_item_says_it()
    {
        const string Layout = """
            {"columns": {"pay_date": "Day", "employee": "Who", "item": "Code", "amount": "Amt"},
             "register": {"types": {"Salary": "earning", "Net": "net_pay"}}}
            """;
        var (runs, _) = Read(Layout, "Day,Who,Code,Amt\n2026-11-13,Ines,SALARY,10.00\n2026-11-13,Ines,Net,10.00\n");
        Assert.Equal(["Ines//SALARY/earning/1000/", "Ines//Net/net_pay/1000/"], Said(runs.Single()));
        Assert.Contains(
            "\"Bonus\" is of no known type",
            Read(Layout, "Day,Who,Code,Amt\n2026-11-13,Ines,Bonus,1.00\n").Errors.Single(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_workbook_is_read_as_its_csv_is()
    {
        using var sheet = new MemoryStream();
        sheet.SaveAs(
            new[]
            {
                new Dictionary<string, object?>
                {
                    ["Name"] = "Ines",
                    ["Dept"] = "Bench",
                    ["Gross"] = 1000.1,
                    ["FIT"] = null,
                    ["Net"] = 1000.1m,
                    ["Svc"] = null,
                },
            }
        );
        var (runs, errors) = Read(Wide, sheet.ToArray());
        Assert.Empty(errors);
        Assert.Equal(["Ines/Bench/Salary/earning/100010/", "Ines/Bench/Net pay/net_pay/100010/"], Said(runs.Single()));
    }

    [Theory]
    [InlineData("""{"columns": {"employee": "A"}, "register": {"items": []}}""", "pay_date|item|amount")]
    [InlineData(
        """
            {"columns": {"employee": "A", "net": "B"}, "constants": {"pay_date": "2026-11-13"},
             "register": {"items": [{"column": "G", "item": "S", "type": "earning"}]}}
            """,
        "net"
    )]
    [InlineData(
        """{"columns": {"pay_date": "A", "employee": "B", "item": "C", "amount": "D"}, "register": {"types": {"Pay": "salary"}}}""",
        "register"
    )]
    [InlineData(
        """
            {"columns": {"pay_date": "A", "employee": "B"},
             "register": {"items": [{"column": "G", "item": "S", "type": "pay"}, {"column": "g"}]}}
            """,
        "register|register|item|amount"
    )]
    [InlineData(
        """
            {"columns": {"pay_date": "A", "employee": "B", "agency": "X"},
             "register": {"items": [{"column": "G", "item": "S", "type": "earning"}, {"column": "g", "item": "T", "type": "earning"}]}}
            """,
        "agency|register"
    )]
    public void A_layout_that_makes_no_register_says_why(string json, string columns)
    {
        var problems = new Problems();
        LayoutFile.ReadAny("layout.json", Encoding.UTF8.GetBytes(json), problems);
        Assert.Equal(columns, string.Join('|', problems.Errors.Select(e => e.Column)));
    }

    [Fact]
    public void It_is_written_as_it_is_read_but_for_what_is_another_each_time()
    {
        var layout = LayoutOf(Wide);
        Assert.Equal(LayoutFile.Write(layout), LayoutFile.Write(LayoutOf(LayoutFile.Write(layout))));
        Assert.Equal(4, layout.Register!.Items.Count);
        Assert.Empty(layout.Remembered.Constants);
        Assert.Equal("Totals", layout.Remembered.Register!.TotalRow);
    }

    // A documents layout does not know of registers: the contract of `read` has no such name.
    [Fact]
    public void For_documents_the_name_is_not_known()
    {
        var problems = new Problems();
        LayoutFile.Read(
            "layout.json",
            Encoding.UTF8.GetBytes("""{"columns": {"kind": "K", "document_date": "D", "net": "N"}, "register": {}}"""),
            problems
        );
        Assert.False(problems.Any);
    }

    [Fact]
    public void Long_and_wide_of_the_same_give_the_same_run() =>
        Gen.Select(Gen.Long[1, 900_000], Gen.Long[0, 90_000], Gen.Long[1, 800_000])
            .Array[1, 8]
            .Sample(
                all =>
                {
                    static string Text(long minor) => AmountText.Format(minor, 2);
                    var wide =
                        "Name,Dept,Gross,FIT,Net,Svc\n"
                        + string.Concat(all.Select((a, i) => $"E{i},,{Text(a.Item1)},{Text(a.Item2)},{Text(a.Item3)},\n"));
                    var csv =
                        "run,pay_date,employee,item,type,amount,agency\n"
                        + string.Concat(
                            all.SelectMany(
                                (a, i) =>
                                    ((string, long)[])
                                        [("Salary,earning", a.Item1), ("Income tax,employee_tax", a.Item2), ("Net pay,net_pay", a.Item3)]
                                        is var items
                                        ? items
                                            .Where(x => x.Item2 != 0)
                                            .Select(x =>
                                                $"2026-11-13,2026-11-13,E{i},{x.Item1},{Text(x.Item2)},"
                                                + (x.Item1.StartsWith('I') ? "Treasury\n" : "\n")
                                            )
                                        : []
                            )
                        );
                    var plain = RegisterFile.Read("r", Encoding.UTF8.GetBytes(csv), Currency.Usd, new Problems());
                    Assert.Equal(Said(plain.Single()), Said(Read(Wide, wide).Runs.Single()));
                },
                iter: 60
            );
}
