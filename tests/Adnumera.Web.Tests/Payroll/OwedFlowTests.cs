using System.Net;
using System.Text.Json;
using Adnumera.LedgerStandIn;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Payroll;

/// <summary>What pay runs owe, rolled forward against the ledger; payments found, confirmed and taken back; what employees owe.</summary>
public sealed class OwedFlowTests() : ConnectedHouse("administrator")
{
    private const string Register = """
        run,pay_date,period_end,employee,item,type,amount,agency
        2026-22,2026-11-06,2026-11-01,Ines Calder,Salary,earning,2000.00,
        2026-22,2026-11-06,2026-11-01,Ines Calder,Income tax,employee_tax,300.00,Treasury
        2026-22,2026-11-06,2026-11-01,Ines Calder,Advance repaid,employee_deduction,50.00,
        2026-22,2026-11-06,2026-11-01,Ines Calder,Net pay,net_pay,1650.00,

        """;

    private const string Statement =
        "source,source_id,kind,document_date,due_date,supplier,reference,payment_account,currency,document_total,line,description,"
        + "category,net\n";

    private async Task Posted()
    {
        await client.Put(
            "payroll/mapping",
            new
            {
                rows = new object[]
                {
                    new { item = "Salary", expenseAccount = "6010" },
                    new { item = "Income tax", liabilityAccount = "2420" },
                    new { item = "Advance repaid", liabilityAccount = "1250" },
                    new { item = "Net pay", liabilityAccount = "2410" },
                },
            }
        );
        await client.TakeIn(Register);
        await client.Dispatch(house);
        Assert.Equal([1], States(house, "posted"));
    }

    private string Pay(string day, string account, string amount, string employee = "") =>
        house
            .Books.PostByHand(
                new NewEntry(
                    "cash_payment",
                    day,
                    "",
                    "by hand",
                    "",
                    employee,
                    "USD",
                    "",
                    "",
                    "",
                    [new NewLine(account, amount, "0.00", "", null, ""), new NewLine("1010", "0.00", amount, "", null, "")]
                ),
                "payment"
            )
            .Id;

    private Task<JsonElement> Read(string account) => client.Post($"payroll/owed/readings?account={account}");

    private Task<JsonElement> Confirm(object payment) =>
        client.Put("payroll/owed/payments?account=2410", new { payments = new[] { payment } });

    private static JsonElement Month(JsonElement owed) => owed.GetProperty("account").GetProperty("months").EnumerateArray().Last();

    private static string[] Figures(JsonElement owed) =>
        [
            .. ((string[])["opening", "accrued", "paid", "closing", "ledger", "difference"]).Select(f =>
                Month(owed).GetProperty(f).GetString()!
            ),
        ];

    private static JsonElement Payment(JsonElement owed) =>
        Assert.Single(owed.GetProperty("account").GetProperty("payments").EnumerateArray());

    private static string[] Open(JsonElement owed) =>
        [
            .. owed.GetProperty("items")
                .EnumerateArray()
                .Where(i => i.GetProperty("open").GetString() != "0.00")
                .Select(i => $"{i.GetProperty("kind")} {i.GetProperty("payee")} {i.GetProperty("due")} {i.GetProperty("open")}"),
        ];

    [Fact]
    public async Task A_payment_of_the_ledger_is_found_by_amount_and_date_confirmed_and_taken_back()
    {
        await Posted();
        var entry = Pay("2026-11-06", "2410", "1650.00");
        Assert.Equal("", (await client.Get("payroll/owed")).GetProperty("read").GetString());
        var owed = await Read("2410");
        Assert.Equal(["0.00", "1650.00", "1650.00", "0.00", "0.00", ""], Figures(owed));
        Assert.Equal(["employees  2026-11-06 1650.00", "agency Treasury 2026-12-15 300.00"], Open(owed));
        var payment = Payment(owed);
        var options = payment.GetProperty("options").EnumerateArray().ToList();
        var key = Assert.Single(Assert.Single(options).EnumerateArray()).GetString();
        // What is plainly paid is not overdue, though nobody confirmed it.
        Assert.Equal("0.00", owed.GetProperty("accounts")[0].GetProperty("overdue").GetString());

        owed = await Confirm(
            new
            {
                account = "2410",
                ledgerEntry = entry,
                items = new[] { key },
            }
        );
        Assert.Equal(["agency Treasury 2026-12-15 300.00"], Open(owed));
        Assert.Equal(
            ("2026-22", "0.00"),
            (Payment(owed).GetProperty("pays")[0].GetProperty("called").GetString(), Payment(owed).GetProperty("open").GetString())
        );
        Assert.Equal("1650.00", (await client.Get("payroll/runs/1")).GetProperty("owed")[1].GetProperty("amount").GetString());
        Assert.Equal("0.00", (await client.Get("payroll/runs/1")).GetProperty("owed")[1].GetProperty("open").GetString());

        // It is paid once; what is taken back is open again; what pays no run is said so.
        var other = Pay("2026-11-09", "2410", "1650.00");
        await Read("2410");
        var twice = await client.Refused(
            HttpMethod.Put,
            "payroll/owed/payments",
            new
            {
                payments = new[]
                {
                    new
                    {
                        account = "2410",
                        ledgerEntry = other,
                        items = new[] { key },
                    },
                },
            }
        );
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "amount"), (twice.Status, twice.Type));
        owed = await Confirm(
            new
            {
                account = "2410",
                ledgerEntry = entry,
                items = Array.Empty<string>(),
            }
        );
        Assert.Equal(2, Open(owed).Length);
        owed = await Confirm(
            new
            {
                account = "2410",
                ledgerEntry = other,
                items = Array.Empty<string>(),
                isApart = true,
            }
        );
        var apart = owed.GetProperty("account").GetProperty("payments").EnumerateArray().Where(p => p.GetProperty("isApart").GetBoolean());
        Assert.Equal(other, Assert.Single(apart).GetProperty("ledgerEntry").GetString());
        Assert.Equal("1", owed.GetProperty("accounts")[0].GetProperty("unexplained").ToString());
    }

    [Fact]
    public async Task What_the_ledger_did_to_a_run_is_the_difference_and_what_is_not_paid_names_the_run()
    {
        await Posted();
        Pay("2026-11-06", "2410", "1600.00");
        var owed = await Read("2410");
        Assert.Equal(["0.00", "1650.00", "1600.00", "50.00", "50.00", ""], Figures(owed));
        Assert.Equal(
            "2026-22",
            Assert.Single(owed.GetProperty("account").GetProperty("left").EnumerateArray()).GetProperty("called").GetString()
        );

        var run = house.Books.Page("2026-11-06", "2026-11-06", null, 10).Single(e => e.SourceId == "2026-22");
        house.Books.SetStatus(run.Id, "voided");
        Assert.Equal(["0.00", "1650.00", "1600.00", "50.00", "-1600.00", "-1650.00"], Figures(await Read("2410")));
        Assert.Equal("-1650.00", (await client.Get("payroll/owed")).GetProperty("accounts")[0].GetProperty("difference").GetString());

        // Part of it is paid: a person says so, and the rest stays open.
        var key = owed.GetProperty("items")
            .EnumerateArray()
            .First(i => i.GetProperty("kind").GetString() == "employees")
            .GetProperty("key");
        var paid = await Confirm(
            new
            {
                account = "2410",
                ledgerEntry = Payment(owed).GetProperty("ledgerEntry").GetString(),
                items = new[] { key.GetString() },
            }
        );
        Assert.Contains("employees  2026-11-06 50.00", Open(paid));
    }

    [Fact]
    public async Task A_line_of_a_statement_that_pays_several_is_split_onto_their_accounts_and_comes_back_as_it_was()
    {
        await Posted();
        await client.TakeIn(Statement + "Bank,B1,card_charge,2026-11-06,,PAYROLL BUREAU,,4417,,1950.00,1,Debit,,1950.00\n");
        var owed = await client.Get("payroll/owed");
        var line = Assert.Single(owed.GetProperty("statements").EnumerateArray());
        var keys = Assert.Single(line.GetProperty("options").EnumerateArray()).EnumerateArray().Select(k => k.GetString()).ToList();
        Assert.Equal(2, keys.Count);
        await Confirm(new { document = 2, items = keys });
        Assert.Equal([1], States(house, "ready"));
        Assert.Equal(
            ["2420 300.00", "2410 1650.00"],
            (await client.Get("documents/2"))
                .GetProperty("lines")
                .EnumerateArray()
                .Select(l => $"{l.GetProperty("chosenAccount")} {l.GetProperty("net")}")
        );
        owed = await client.Get("payroll/owed");
        Assert.Empty(owed.GetProperty("statements").EnumerateArray());
        Assert.Empty(Open(owed));
        AssertSound(house);

        // Posted, it is the ledger's payment of what it was confirmed for.
        await client.Dispatch(house);
        owed = await Read("2410");
        Assert.Equal(["0.00", "1650.00", "1650.00", "0.00", "0.00", ""], Figures(owed));
        Assert.Equal("0.00", Payment(owed).GetProperty("open").GetString());
    }

    [Fact]
    public async Task A_line_of_a_statement_that_is_taken_back_waits_again()
    {
        await Posted();
        await client.TakeIn(Statement + "Bank,B1,card_charge,2026-11-06,,WAGES,,4417,,1650.00,1,Debit,,1650.00\n");
        var keys = Assert
            .Single((await client.Get("payroll/owed")).GetProperty("statements").EnumerateArray())
            .GetProperty("options")[0]
            .EnumerateArray()
            .Select(k => k.GetString())
            .ToList();
        await Confirm(new { document = 2, items = keys });
        Assert.Equal([1], States(house, "ready"));
        await Confirm(new { document = 2, items = Array.Empty<string>() });
        Assert.Equal([1], States(house, "held"));
        Assert.Equal(2, Open(await client.Get("payroll/owed")).Length);
        AssertSound(house);
    }

    [Theory] // Its own decision is taken back, and no other: neither one that came before, nor one that came since.
    [InlineData("2410", "", "2410")]
    [InlineData("", "6420", "6420")]
    [InlineData("6990", "", "6990")]
    public async Task A_payment_that_is_taken_back_leaves_what_was_decided_otherwise(string before, string since, string stands)
    {
        await Posted();
        await client.TakeIn(Statement + "Bank,B1,card_charge,2026-11-06,,WAGES,,4417,,1650.00,1,Debit,,1650.00\n");
        var keys = (await client.Get("payroll/owed"))
            .GetProperty("statements")[0]
            .GetProperty("options")[0]
            .EnumerateArray()
            .Select(k => k.GetString())
            .ToList();
        async Task Choose(string account)
        {
            if (account.Length > 0)
                await client.Put("documents/2/lines/1/account", new { account });
        }

        await Choose(before);
        await Confirm(new { document = 2, items = keys });
        await Choose(since);
        await Confirm(new { document = 2, items = Array.Empty<string>() });
        Assert.Equal(stands, (await client.Get("documents/2")).GetProperty("lines")[0].GetProperty("chosenAccount").GetString());
        Assert.Equal(2, Open(await client.Get("payroll/owed")).Length);
        AssertSound(house);
    }

    [Fact]
    public async Task What_employees_owe_is_by_person_and_a_deduction_of_pay_repays_it()
    {
        Pay("2026-10-02", "1250", "300.00", "Ines Calder");
        await Posted();
        await Read("2410");
        var due = await client.Get("payroll/due-from");
        Assert.Equal(
            ("250.00", "250.00", "300.00"),
            (due.GetProperty("ledger").GetString(), due.GetProperty("total").GetString(), due.GetProperty("totals")[0].GetString())
        );

        // It was lent before the first month that is read: nobody knows whose it is.
        Assert.Equal(
            ["Ines Calder -50.00 50.00", " 300.00 "],
            due.GetProperty("employees")
                .EnumerateArray()
                .Select(e => $"{e.GetProperty("employee")} {e.GetProperty("total")} {e.GetProperty("over")}")
        );
    }

    [Theory]
    [InlineData("400.00", "100.00", "300.00 0.00")]
    [InlineData("250.00", "0.00", "250.00 50.00")]
    public async Task What_an_employee_owes_is_set_off_against_a_claim(string claimed, string owed, string setOff)
    {
        await Posted();
        Pay("2026-11-10", "1250", "350.00", "Ines Calder");
        await client.TakeIn(
            "source,source_id,kind,document_date,employee,reference,currency,document_total,line,description,category,net\n"
                + $"Claims,K1,expense_claim,2026-11-12,INES calder,N-1,USD,{claimed},1,Train,Travel,{claimed}\n"
        );
        // 350.00 were lent, and 50.00 repaid from pay.
        await Read("2410");
        var claim = (await client.Get("payroll/due-from")).GetProperty("employees")[0].GetProperty("claims")[0];
        Assert.Equal(setOff.Split(' ')[0], claim.GetProperty("maySetOff").GetString());
        var due = (await client.Post("payroll/due-from/set-off", new { employee = "Ines Calder", document = 2 })).GetProperty("employees")[
            0
        ];
        Assert.Equal((setOff.Split(' ')[0], 0), (due.GetProperty("setOff").GetString(), due.GetProperty("claims").GetArrayLength()));
        var document = await client.Get("documents/2");
        Assert.Equal((owed, "ready"), (document.GetProperty("total").GetString(), document.GetProperty("state").GetString()));
        Assert.Equal(
            "claim",
            (await client.Refused(HttpMethod.Post, "payroll/due-from/set-off", new { employee = "Ines Calder", document = 2 })).Type
        );
        AssertSound(house);

        // Posted, the ledger has it as repaid.
        await client.Dispatch(house);
        await Read("2410");
        var left = (await client.Get("payroll/due-from")).GetProperty("total").GetString();
        Assert.Equal(setOff.Split(' ')[1], left);
    }

    [Fact]
    public async Task When_a_payee_is_due_is_the_companys_to_say()
    {
        await Posted();
        await client.Put(
            "payroll/owed/due",
            new
            {
                kind = "agency",
                payee = "TREASURY",
                rule = "net_days",
                days = 3,
            }
        );
        Assert.Contains("agency Treasury 2026-11-09 300.00", Open(await client.Get("payroll/owed")));
        var wrong = await client.Refused(
            HttpMethod.Put,
            "payroll/owed/due",
            new
            {
                kind = "agency",
                payee = "Treasury",
                rule = "day_of_next_month",
                days = 32,
            }
        );
        Assert.Equal("days", wrong.Type);
    }
}
