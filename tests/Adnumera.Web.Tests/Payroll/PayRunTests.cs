using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Payroll;

/// <summary>A pay run from its register to a journal that the ledger holds; what puts it out, and who may see what.</summary>
public sealed class PayRunTests() : ConnectedHouse("administrator")
{
    private const string Columns = "run,pay_date,period_end,employee,department,item,type,amount,agency\n";

    private static string Run(string id, string day, string tax = "300.00") =>
        $"""
            {id},{day},2026-11-07,Ines Calder,,Salary,earning,2000.00,
            {id},{day},2026-11-07,Ines Calder,,Social insurance,employer_tax,100.00,Treasury
            {id},{day},2026-11-07,Ines Calder,,Income tax,employee_tax,{tax},Treasury
            {id},{day},2026-11-07,Ines Calder,,Social insurance,employee_tax,100.00,Treasury
            {id},{day},2026-11-07,Ines Calder,,Net pay,net_pay,1600.00,
            {id},{day},2026-11-07,Maud Pennyroyal,,Salary,earning,500.00,
            {id},{day},2026-11-07,Maud Pennyroyal,,Net pay,net_pay,500.00,

            """;

    private Task<JsonElement> Map(params (string Item, string Expense, string Liability)[] rows) =>
        client.Put(
            "payroll/mapping",
            new
            {
                rows = rows.Select(r => new
                {
                    item = r.Item,
                    expenseAccount = r.Expense,
                    liabilityAccount = r.Liability,
                }),
            }
        );

    private Task<JsonElement> MapAll() =>
        Map(("Salary", "6010", ""), ("Social insurance", "6020", "2410"), ("Income tax", "", "2410"), ("Net pay", "", "2400"));

    private async Task<string[]> Journal(long id) =>
        [
            .. (await client.Get($"payroll/runs/{id}"))
                .GetProperty("lines")
                .EnumerateArray()
                .Select(l => $"{l.GetProperty("account")} {l.GetProperty("debit")} {l.GetProperty("credit")}"),
        ];

    [Fact]
    public async Task A_register_waits_for_its_mapping_and_then_posts_proves_and_counts_with_its_cost()
    {
        var taken = await client.TakeIn(Columns + Run("2026-22", "2026-11-13"));
        Assert.Equal((1, "register"), (taken.GetProperty("added").GetInt32(), taken.GetProperty("form").GetString()));
        var run = (await client.Get("payroll/runs")).GetProperty("rows")[0];
        Assert.Equal(
            ("2026-22", "2600.00", "held", 2L, 5L),
            (
                run.GetProperty("run").GetString(),
                run.GetProperty("total").GetString(),
                run.GetProperty("state").GetString(),
                run.GetProperty("employees").GetInt64(),
                run.GetProperty("reasons").GetInt64()
            )
        );
        var needs = (await client.Get("payroll/mapping")).GetProperty("items").EnumerateArray().ToList();
        Assert.Equal(
            ["Income tax  2420", "Net pay  2410", "Salary  ", "Social insurance 6020 2420"],
            needs
                .Select(n => $"{n.GetProperty("item")} {n.GetProperty("proposedExpense")} {n.GetProperty("proposedLiability")}")
                .Order(StringComparer.Ordinal)
        );
        Assert.Equal(4, needs.Count(n => n.GetProperty("needsExpense").GetBoolean() || n.GetProperty("needsLiability").GetBoolean()));

        // Rehearsed, saved, and coded with it.
        var rehearsal = await client.Post(
            "payroll/mapping/rehearsals",
            new { rows = new[] { new { item = "salary", expenseAccount = "6010" } } }
        );
        Assert.Equal(
            1,
            rehearsal.GetProperty("rehearsal").GetProperty("stayHeld").GetProperty("tally").GetProperty("documents").GetInt64()
        );
        Assert.Equal(1, (await MapAll()).GetProperty("recoded").GetInt32());
        Assert.Equal(["6010 2500.00 0.00", "6020 100.00 0.00", "2410 0.00 500.00", "2400 0.00 2100.00"], await Journal(1));
        Assert.Equal([1], States(house, "ready"));
        AssertSound(house);

        await client.Dispatch(house);
        Assert.Equal([1], States(house, "posted"));
        await client.Post("proofs", new { period = "" });
        Assert.Equal([1], States(house, "proved"));
        // It counts with its total cost, in the ledger, too.
        var together = (await client.Get("count")).GetProperty("together");
        Assert.Equal(
            ("2600.00", "2600.00", "0.00"),
            (
                together.GetProperty("sent").GetString(),
                together.GetProperty("holds").GetString(),
                together.GetProperty("difference").GetString()
            )
        );
        AssertSound(house);

        // The same again changes nothing; another register of a posted run is a proposed correction, by item and never by name.
        Assert.Equal(1, (await client.TakeIn(Columns + Run("2026-22", "2026-11-13"))).GetProperty("unchanged").GetInt32());
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13", "310.00"));
        var changes = (await client.Get("documents/1")).GetProperty("correction").GetProperty("changes").EnumerateArray().ToList();
        Assert.Equal(
            ["Income tax 300.00 310.00"],
            changes.Select(c => $"{c.GetProperty("field")} {c.GetProperty("before")} {c.GetProperty("after")}")
        );
    }

    [Fact]
    public async Task What_puts_a_run_out_is_named_and_a_corrected_register_mends_it()
    {
        await MapAll();
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13") + Run("2026-23", "2026-11-27", "350.00"));
        var detail = await client.Get("payroll/runs/2");
        Assert.Equal(
            ("-50.00", "2026-22"),
            (detail.GetProperty("outBy").GetString(), detail.GetProperty("before").GetProperty("run").GetString())
        );
        var one = Assert.Single(detail.GetProperty("out").EnumerateArray());
        var cause = Assert.Single(one.GetProperty("causes").EnumerateArray());
        Assert.Equal(
            ("Ines Calder", "changed", "Income tax", "350.00"),
            (
                one.GetProperty("employee").GetString(),
                cause.GetProperty("fault").GetString(),
                cause.GetProperty("item").GetString(),
                cause.GetProperty("amount").GetString()
            )
        );
        var tax = detail.GetProperty("items").EnumerateArray().Single(i => i.GetProperty("item").GetString() == "Income tax");
        Assert.Equal(("300.00", "+16.7"), (tax.GetProperty("before").GetString(), tax.GetProperty("moved").GetString()));
        Assert.Equal([1, 1], States(house, "held", "ready"));

        Assert.Equal(1, (await client.TakeIn(Columns + Run("2026-23", "2026-11-27"))).GetProperty("updated").GetInt32());
        Assert.Equal([0, 2], States(house, "held", "ready"));
        Assert.Empty((await client.Get("payroll/runs/2")).GetProperty("out").EnumerateArray());
        AssertSound(house);
    }

    [Fact]
    public async Task A_pay_item_is_put_right_with_a_reason_and_back_again()
    {
        await MapAll();
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13") + Run("2026-23", "2026-11-27", "350.00"));
        object To(string? amount, string reason = "keyed with another amount", string item = "income  TAX", string who = "ines calder") =>
            new
            {
                employee = who,
                item,
                type = "employee_tax",
                amount,
                reason,
            };
        async Task<string> Refused(object body) => (await client.Refused(HttpMethod.Put, "payroll/runs/2/items", body)).Type;
        Assert.Equal("reason", await Refused(To("300.00", " ")));
        Assert.Equal("amount", await Refused(To("300.005")));
        Assert.Equal("amount", await Refused(To("350.00")));
        Assert.Equal("amount", await Refused(To(null, item: "Nothing")));
        Assert.Equal("employee", await Refused(To("300.00", who: "Nobody")));
        Assert.Equal([1, 1], States(house, "held", "ready"));

        await client.Put("payroll/runs/2/items", To("300.00"));
        Assert.Equal([0, 2], States(house, "held", "ready"));
        Assert.Contains(
            "keyed with another amount",
            (await client.Get("documents/2")).GetProperty("path").GetRawText(),
            StringComparison.Ordinal
        );
        await client.Put("payroll/runs/2/items", To("350.00", "taken back"));
        Assert.Equal([1, 1], States(house, "held", "ready"));
        // One that is missing comes in, one too many goes.
        await client.Put("payroll/runs/2/items", To("-50.00", "too much was taken off", "Correction"));
        Assert.Equal([1, 1], States(house, "held", "ready")); // its identity holds, and nothing maps it
        Assert.Empty((await client.Get("payroll/runs/2")).GetProperty("out").EnumerateArray());
        await client.Put("payroll/runs/2/items", To(null, "it was wrong", "Correction"));
        Assert.DoesNotContain(
            "CORRECTION",
            (await client.Get("payroll/runs/2/employees")).GetProperty("rows")[0].GetProperty("cells").GetRawText(),
            StringComparison.Ordinal
        );
        AssertSound(house);

        // Entered on another day of a person's choice, and back; what the register says nobody edits elsewhere.
        await client.Send(
            HttpMethod.Patch,
            Client.In("documents/1"),
            System.Net.Http.Json.JsonContent.Create(new { entryDate = "2026-11-16" })
        );
        Assert.Equal("2026-11-16", (await client.Get("payroll/runs/1")).GetProperty("run").GetProperty("entryDate").GetString());
        Assert.Equal("pay-run", (await client.Refused(HttpMethod.Patch, "documents/1", new { total = "1.00" })).Type);

        // What is sent is not put right any more.
        await client.Dispatch(house);
        Assert.Equal("state", (await client.Refused(HttpMethod.Put, "payroll/runs/1/items", To("299.00"))).Type);
    }

    [Fact]
    public async Task The_employers_shares_are_held_against_the_wages_of_the_year()
    {
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13") + Run("2026-23", "2026-11-27"));
        Assert.False((await client.Get("payroll/runs/2/shares")).GetProperty("isAsked").GetBoolean());
        await client.Put(
            "payroll/items/flags",
            new
            {
                item = "salary",
                isTaxable = true,
                pays = "none",
            }
        );
        await client.Put(
            "payroll/items/flags",
            new
            {
                item = "Social insurance",
                isTaxable = false,
                pays = "social_security",
            }
        );
        var shares = await client.Get("payroll/runs/2/shares");
        Assert.Equal(2026, shares.GetProperty("year").GetInt32());
        // 6.2 % of 2,000.00 and of 500.00 (Publication 15); the register says 100.00 and nothing.
        Assert.Equal(
            ["Ines Calder 2000.00 124.00 100.00", "Maud Pennyroyal 500.00 31.00 0.00"],
            shares
                .GetProperty("findings")
                .EnumerateArray()
                .Select(f =>
                    string.Join(' ', ((string[])["employee", "wages", "expected", "found"]).Select(n => f.GetProperty(n).GetString()))
                )
        );
        // A finding, never a hold.
        Assert.DoesNotContain("31.00", (await client.Get("documents/2")).GetProperty("reasons").GetRawText(), StringComparison.Ordinal);
        Assert.Equal([500_00L, 2000_00L], house.Company.Read(c => new Storage.Payroll.PayItemFlagsTable(c).ToDate(2)).Values.Order());
    }

    [Fact]
    public async Task Totals_of_a_bureau_are_typed_with_their_journal_beside()
    {
        await MapAll();
        object Typed(string net) =>
            new
            {
                run = "2026-11",
                payDate = "2026-11-13",
                rows = new[]
                {
                    new
                    {
                        item = "Salary",
                        type = "earning",
                        amount = "2,000.00",
                    },
                    new
                    {
                        item = "Income tax",
                        type = "employee_tax",
                        amount = "300",
                    },
                    new
                    {
                        item = "Net pay",
                        type = "net_pay",
                        amount = net,
                    },
                },
            };
        var preview = await client.Post("payroll/runs/typed/preview", Typed("1650.00"));
        Assert.Equal(("50.00", 1), (preview.GetProperty("outBy").GetString(), preview.GetProperty("reasons").GetArrayLength()));
        preview = await client.Post("payroll/runs/typed/preview", Typed("1700.00"));
        Assert.Equal(
            ("0.00", "2000.00", "2000.00", 0),
            (
                preview.GetProperty("outBy").GetString(),
                preview.GetProperty("debit").GetString(),
                preview.GetProperty("credit").GetString(),
                preview.GetProperty("reasons").GetArrayLength()
            )
        );
        Assert.Equal([0], States(house, "ready"));
        await client.Post("payroll/runs/typed", Typed("1700.00"));
        Assert.Equal([1], States(house, "ready"));
        using var register = await client.Send(HttpMethod.Get, Client.In("payroll/files/register.csv"));
        Assert.Contains(",total,,,Salary,earning,2000.00,", await register.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        AssertSound(house);
    }

    [Fact]
    public async Task A_mapping_and_a_choice_are_taken_back_whole()
    {
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13"));
        var saved = await MapAll();
        Assert.Equal([1], States(house, "ready"));
        var other = await Map(("Net pay", "", "2410"));
        Assert.Equal(
            "changed-since",
            (await client.Refused(HttpMethod.Post, $"payroll/mapping/changes/{saved.GetProperty("changeId")}/undo")).Type
        );
        await client.Post($"payroll/mapping/changes/{other.GetProperty("changeId")}/undo");
        Assert.Contains("2400 0.00 2100.00", await Journal(1));

        // Straight to the bank asks first.
        var bank = new { rows = new[] { new { item = "Net pay", liabilityAccount = "1010" } } };
        Assert.Equal(
            (HttpStatusCode.Conflict, "confirm"),
            (await client.Refused(HttpMethod.Put, "payroll/mapping", bank)) is var r ? (r.Status, r.Type) : default
        );

        var rehearsed = await client.Post(
            "payroll/choices/rehearsals",
            new
            {
                date = "first_of_month",
                shape = "short",
                processorAccount = "2410",
            }
        );
        Assert.Equal(1, rehearsed.GetProperty("changed").GetProperty("documents").GetInt64());
        await client.PutAsRead(
            "payroll/choices",
            new
            {
                date = "first_of_month",
                shape = "short",
                processorAccount = "2410",
            },
            "payroll/mapping",
            "choices"
        );
        Assert.Equal(["6010 2500.00 0.00", "6020 100.00 0.00", "2410 0.00 2100.00", "2410 0.00 500.00"], await Journal(1));
        Assert.Equal("2026-11-01", (await client.Get("payroll/runs")).GetProperty("rows")[0].GetProperty("entryDate").GetString());
        Assert.Equal(
            "processorAccount",
            (
                await client.Refused(
                    HttpMethod.Put,
                    "payroll/choices",
                    new
                    {
                        date = "pay_date",
                        shape = "short",
                        processorAccount = "",
                        revision = await client.Revision("payroll/mapping", "choices"),
                    }
                )
            ).Type
        );
        AssertSound(house);
    }

    [Fact]
    public async Task Pay_by_name_is_for_those_who_may_see_it()
    {
        await MapAll();
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13", "350.00"));
        var people = await client.Get("payroll/runs/1/employees");
        Assert.Equal(
            ["Ines Calder", "Maud Pennyroyal"],
            people.GetProperty("rows").EnumerateArray().Select(p => p.GetProperty("employee").GetString())
        );
        Assert.Equal("2000.00", people.GetProperty("rows")[0].GetProperty("cells").GetProperty("SALARY earning").GetString());
        Assert.Equal("-50.00", people.GetProperty("rows")[0].GetProperty("outBy").GetString());
        var arrival = (await client.Get("arrivals")).GetProperty("files")[0].GetProperty("id").GetInt64();

        using var reader = await Client.Of(house, "reader");
        foreach (
            var hidden in (string[])
                ["payroll/runs/1/employees", "payroll/runs/1/shares", "payroll/files/register.csv", $"arrivals/{arrival}/original"]
        )
        {
            using var answer = await reader.Send(HttpMethod.Get, Client.In(hidden));
            Assert.Equal(HttpStatusCode.Forbidden, answer.StatusCode);
        }

        var seen = await reader.Get("payroll/runs/1");
        Assert.False(seen.GetProperty("seesPay").GetBoolean());
        Assert.All(
            seen.GetProperty("out")[0].GetProperty("causes").EnumerateArray(),
            c => Assert.Equal(("", ""), (c.GetProperty("amount").GetString(), c.GetProperty("detail").GetString()))
        );
        // Nothing else says it: not the search, not the lists, not the record.
        foreach (var path in (string[])["documents/1", "documents", "audit", "payroll/runs/1", "payroll/mapping"])
        {
            using var answer = await reader.Send(HttpMethod.Get, Client.In(path));
            Assert.True(answer.IsSuccessStatusCode || path == "audit", path);
            Assert.DoesNotContain("2000.00", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Equal(0, (await reader.Get("documents?text=Maud%20Penny")).GetProperty("documents").GetInt64());
    }

    [Fact]
    public async Task What_is_exported_gives_the_same_entries_on_the_command_line()
    {
        await MapAll();
        await client.TakeIn(Columns + Run("2026-22", "2026-11-13") + Run("2026-23", "2026-11-27", "350.00"));
        var folder = Directory.CreateTempSubdirectory("adnumera-journal-").FullName;
        try
        {
            async Task<string> Take(string path, string name)
            {
                using var answer = await client.Send(HttpMethod.Get, Client.In(path));
                Assert.True(answer.IsSuccessStatusCode, path);
                var file = Path.Combine(folder, name);
                await File.WriteAllBytesAsync(file, await answer.Content.ReadAsByteArrayAsync());
                return file;
            }

            var register = Formats.Payroll.RegisterFile.Read(
                "register.csv",
                await File.ReadAllBytesAsync(await Take("payroll/files/register.csv", "register.csv")),
                Core.Amounts.Currency.Usd,
                new Core.Sources.Problems()
            );
            Assert.Equal(["2026-22", "2026-23"], register.Select(r => r.Id));
            var mapping = Formats.Payroll.PayrollMappingFile.Read(
                "payroll-mapping.csv",
                await File.ReadAllBytesAsync(await Take("payroll/files/payroll-mapping.csv", "m.csv")),
                new Core.Sources.Problems()
            );
            var chart = Formats.Ledger.ChartFile.Read(
                "chart.csv",
                await File.ReadAllBytesAsync(await Take("mapping/pipeline/files/chart.csv", "c.csv")),
                new Core.Sources.Problems()
            );
            var composer = new Core.Entries.PayRuns.PayrollComposer(
                new Core.Ledger.Chart(chart.Select(c => c.Account)),
                new Core.Payroll.PayrollMapping(mapping),
                new Core.Entries.CompositionSettings()
            );
            var there = register.Select(r => composer.Compose(r)).ToList();
            Assert.Equal(await Journal(1), there[0].Lines.Select(l => $"{l.Account} {Text(l.Debit)} {Text(l.Credit)}"));
            Assert.Equal([true, false], there.Select(t => t.IsCoded));
        }
        finally
        {
            Directory.Delete(folder, true);
        }

        static string Text(long minor) => Core.Amounts.AmountText.Format(minor, 2);
    }
}
