using System.Text;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Payroll;

/// <summary>What a company chooses for its pay runs: detail by name, accruals, hours, contractors; and registers in any table.</summary>
public sealed class PayrollChoicesTests() : ConnectedHouse("administrator")
{
    private const string Register = """
        run,pay_date,period_end,employee,department,employee_group,item,type,amount,agency
        2026-22,2026-11-13,2026-11-08,Ines Calder,Front,,Salary,earning,2000.00,
        2026-22,2026-11-13,2026-11-08,Ines Calder,Front,,Net pay,net_pay,2000.00,
        2026-22,2026-11-13,2026-11-08,Maud Pennyroyal,Front,,Salary,earning,1000.00,
        2026-22,2026-11-13,2026-11-08,Maud Pennyroyal,Front,,Net pay,net_pay,1000.00,

        """;

    private Task<JsonElement> Map() =>
        client.Put(
            "payroll/mapping",
            new
            {
                rows = new object[]
                {
                    new { item = "Salary", expenseAccount = "6010" },
                    new { item = "Net pay", liabilityAccount = "2410" },
                },
            }
        );

    private Task<JsonElement> Choose(object more)
    {
        var choices = new Dictionary<string, object?>
        {
            ["date"] = "pay_date",
            ["shape"] = "detailed",
            ["processorAccount"] = "",
        };
        foreach (var property in JsonSerializer.SerializeToElement(more).EnumerateObject())
            choices[property.Name] = property.Value;
        return client.PutAsRead("payroll/choices", choices, "payroll/mapping", "choices");
    }

    private static async Task<string[]> Journal(Client who, long id) =>
        [
            .. (await who.Get($"payroll/runs/{id}"))
                .GetProperty("lines")
                .EnumerateArray()
                .Select(l =>
                    string.Join(
                        ' ',
                        ((string[])["account", "project", "employee", "debit", "credit"])
                            .Select(n => l.GetProperty(n).GetString()!)
                            .Where(t => t is not ("" or "0.00"))
                    )
                ),
        ];

    [Fact]
    public async Task What_is_worked_by_the_months_end_is_accrued_taken_back_posted_and_proved()
    {
        await Map();
        // Clearing the month before: the house's ledger is locked through August.
        await Choose(new { periodDays = 14, accrualAccount = "2400" });
        Assert.Equal(3, (await client.TakeIn(Register)).GetProperty("added").GetInt32());
        Assert.Equal([3], States(house, "ready"));
        var runs = (await client.Get("payroll/runs")).GetProperty("rows").EnumerateArray().ToList();
        Assert.Equal(
            [
                "2026-22 pay 2026-11-13 3000.00",
                "2026-22 reversed 2026-10 reversal 2026-11-01 -1500.00",
                "2026-22 accrued 2026-10 accrual 2026-10-31 1500.00",
            ],
            runs.Select(r => string.Join(' ', ((string[])["run", "kind", "entryDate", "total"]).Select(n => r.GetProperty(n).GetString())))
        );
        Assert.Equal(["6010 1500.00", "2400 1500.00"], await Journal(client, runs[2].GetProperty("id").GetInt64()));
        AssertSound(house);
        await client.Dispatch(house);
        await client.Post("proofs", new { period = "" });
        Assert.Equal([3], States(house, "proved"));
        var together = (await client.Get("count")).GetProperty("together");
        Assert.Equal(("3000.00", "0.00"), (together.GetProperty("holds").GetString(), together.GetProperty("difference").GetString()));
        AssertSound(house);

        // What was accrued is nothing any more after the first of the month.
        var owed = await client.Post("payroll/owed/readings?account=2400");
        Assert.Equal(
            ["2026-10 1500.00 1500.00 ", "2026-11 -1500.00 0.00 "],
            owed.GetProperty("account")
                .GetProperty("months")
                .EnumerateArray()
                .Select(m =>
                    $"{m.GetProperty("month")} {m.GetProperty("accrued")} {m.GetProperty("closing")} {m.GetProperty("difference")}"
                )
        );
        // The same register again changes nothing, its accruals neither; the files of `journal` have the run alone.
        Assert.Equal(3, (await client.TakeIn(Register)).GetProperty("unchanged").GetInt32());
    }

    [Fact]
    public async Task A_journal_by_name_is_for_those_who_may_see_pay()
    {
        await Map();
        await client.TakeIn(Register);
        await Choose(new { detail = "employee" });
        Assert.Equal(["6010 Ines Calder 2000.00", "6010 Maud Pennyroyal 1000.00", "2410 3000.00"], await Journal(client, 1));
        await client.Dispatch(house);
        Assert.Equal(
            ["Ines Calder: Salary", "Maud Pennyroyal: Salary"],
            house.Books.Page("2026-11-13", "2026-11-13", null, 5).Single().Lines.Take(2).Select(l => l.Memo)
        );
        using var reader = await Client.Of(house, "reader");
        Assert.Equal(["6010 3000.00", "2410 3000.00"], await Journal(reader, 1));
        var page = (await reader.Get("documents/1")).GetRawText();
        Assert.DoesNotContain("Maud", page, StringComparison.Ordinal);
        Assert.DoesNotContain("1000.00", page, StringComparison.Ordinal);
        Assert.Contains("3000.00", page, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Hours_spread_what_a_run_costs_over_projects_and_are_taken_out_again()
    {
        await Map();
        await client.TakeIn(Register);
        await Choose(new { hours = "actual", periodDays = 14 });
        async Task<JsonElement> Hours(string rows) =>
            await client.SendFile(
                "payroll/hours?fileName=hours.csv",
                Encoding.UTF8.GetBytes("employee,day,project,cost_code,hours\n" + rows)
            );
        var wrong = await Hours(
            "Ines Calder,2026-11-03,\"Fenland Atlas, edition\",,-1\nInes Calder,2026-11-03,,,20\nInes Calder,2026-11-03,,,5\n"
        );
        Assert.Equal(
            ["2 hours", "4 hours"],
            wrong.GetProperty("errors").EnumerateArray().Select(e => $"{e.GetProperty("row")} {e.GetProperty("column").GetString()}")
        );
        Assert.Equal(["6010 3000.00", "2410 3000.00"], await Journal(client, 1));

        // 9 October is not of its period; 26 October to 8 November is.
        var taken = await Hours(
            "Ines Calder,2026-11-03,\"Fenland Atlas, edition\",,6\ninES calder,2026-10-26,\"Parish registers, restoration\",,2\n"
                + "Ines Calder,2026-10-09,\"Parish registers, restoration\",,20\n"
        );
        Assert.Equal((3, 1), (taken.GetProperty("rows").GetInt32(), taken.GetProperty("recoded").GetInt32()));
        Assert.Equal(
            ["6010 Fenland Atlas, edition 1500.00", "6010 1000.00", "6010 Parish registers, restoration 500.00", "2410 3000.00"],
            (await Journal(client, 1))
                .OrderBy(l => l.StartsWith('2'))
                .ThenBy(l => l.Contains("Parish", StringComparison.Ordinal))
                .ThenBy(l => l.EndsWith("1000.00", StringComparison.Ordinal))
        );
        var month = await client.Get("payroll/hours?period=2026-11");
        Assert.Equal("6.00", month.GetProperty("total").GetString());

        // At their rate: the difference stands apart.
        await client.Put("payroll/hours/rates", new { employee = "Ines Calder", rate = "100.00" });
        await Choose(
            new
            {
                hours = "at_rate",
                periodDays = 14,
                burdenPercent = 20,
                hoursAccount = "6990",
            }
        );
        Assert.Contains("6990 1040.00", await Journal(client, 1));
        await client.Send(HttpMethod.Delete, Client.In("payroll/hours?first=2026-10-01&last=2026-11-30"));
        Assert.Equal(["6010 3000.00", "2410 3000.00"], await Journal(client, 1));
        AssertSound(house);
    }

    [Fact]
    public async Task What_cannot_be_chosen_says_why()
    {
        async Task<string> Refused(object more)
        {
            var body = JsonSerializer.SerializeToNode(more)!.AsObject();
            body["date"] = "pay_date";
            body["shape"] ??= "detailed";
            body["processorAccount"] ??= "";
            body["revision"] = await client.Revision("payroll/mapping", "choices");
            return (await client.Refused(HttpMethod.Put, "payroll/choices", body)).Type;
        }

        Assert.Equal("processorAccount", await Refused(new { shape = "short" }));
        Assert.Equal("processorAccount", await Refused(new { processorAccount = "6010" }));
        Assert.Equal("accrualAccount", await Refused(new { accrualAccount = "6010", periodDays = 14 }));
        Assert.Equal("periodDays", await Refused(new { accrualAccount = "2400" }));
        Assert.Equal("periodDays", await Refused(new { hours = "actual" }));
        Assert.Equal("periodDays", await Refused(new { periodDays = 32 }));
        Assert.Equal("hoursAccount", await Refused(new { hours = "at_rate", periodDays = 14 }));
        Assert.Equal("hoursAccount", await Refused(new { hoursAccount = "1010" }));
        Assert.Equal("burdenPercent", await Refused(new { burdenPercent = -1 }));
        Assert.Equal("feeTaxPercent", await Refused(new { feeTaxPercent = 1.00001 }));
    }

    [Fact]
    public async Task A_run_of_contractors_comes_as_bills_that_post_like_any()
    {
        await Choose(new { contractorGroup = "Contractors", contractors = "bills" });
        var taken = await client.TakeIn(
            """
            run,pay_date,employee,employee_group,item,type,amount
            C-7,2026-11-13,Hexham Tannery,Contractors,Leather,earning,900.00
            C-7,2026-11-13,Hexham Tannery,Contractors,Net pay,net_pay,900.00

            """
        );
        Assert.Equal(1, taken.GetProperty("added").GetInt32());
        var bill = await client.Get("documents/1");
        Assert.Equal(
            ("bill", "Hexham Tannery", "C-7", "ready"),
            (
                bill.GetProperty("kind").GetString(),
                bill.GetProperty("supplier").GetString(),
                bill.GetProperty("reference").GetString(),
                bill.GetProperty("state").GetString()
            )
        );
        Assert.Empty((await client.Get("payroll/runs")).GetProperty("rows").EnumerateArray());
        AssertSound(house);
    }

    private const string Wide =
        "Name;Gross;Withheld;Net\nInes Calder;2.000,00;300,00;1.700,00\nMaud Pennyroyal;500,00;;500,00\nTotals;2.500,00;300,00;2.200,00\n";

    private const string Layout = """
        {"columns": {"employee": "Name"}, "constants": {"run": "2026-22", "pay_date": "2026-11-13"},
         "delimiter": ";", "decimal": ",", "group": ".",
         "register": {"items": [{"column": "Gross", "item": "Salary", "type": "earning"},
           {"column": "Withheld", "item": "Income tax", "type": "employee_tax", "agency": "Treasury"},
           {"column": "Net", "item": "Net pay", "type": "net_pay"}], "total_row": "Totals"}}
        """;

    [Fact]
    public async Task A_register_in_a_table_of_its_own_columns_is_taken_in_by_a_layout_that_is_remembered()
    {
        var address = $"arrivals?fileName=wide.csv&layout={Uri.EscapeDataString(Layout)}";
        var taken = await client.SendFile(address, Encoding.UTF8.GetBytes(Wide));
        Assert.Equal(("register", 1), (taken.GetProperty("form").GetString(), taken.GetProperty("added").GetInt32()));
        var run = await client.Get("payroll/runs/1");
        Assert.Equal(
            ["Salary 2500.00", "Income tax 300.00", "Net pay 2200.00"],
            run.GetProperty("items").EnumerateArray().Select(i => $"{i.GetProperty("item")} {i.GetProperty("amount")}")
        );
        Assert.Equal("0.00", run.GetProperty("outBy").GetString());

        // The next one of its header is known, but for what is another each time.
        var look = await client.SendFile("arrivals/look?fileName=next.csv", Encoding.UTF8.GetBytes(Wide));
        var kept = look.GetProperty("layout").GetString()!;
        Assert.Contains("Income tax", kept, StringComparison.Ordinal);
        Assert.DoesNotContain("2026-11-13", kept, StringComparison.Ordinal);

        // Who is paid what is not in the hands of whoever may not see it.
        using var reader = await Client.Of(house, "reader");
        using var original = await reader.Send(HttpMethod.Get, Client.In("arrivals/1/original"));
        Assert.Equal(System.Net.HttpStatusCode.Forbidden, original.StatusCode);
    }
}
