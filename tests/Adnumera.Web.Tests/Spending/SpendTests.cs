using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using MiniExcelLibs;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Spending;

/// <summary>Spending agrees with the count and with the ledger, and lists are grouped, taken away and kept under names.</summary>
public sealed class SpendTests() : ConnectedHouse("administrator")
{
    private static string Text(JsonElement of, string name) => of.GetProperty(name).GetString()!;

    private static decimal Sum(IEnumerable<JsonElement> of) => of.Sum(g => decimal.Parse(Text(g, "money"), CultureInfo.InvariantCulture));

    private async Task Arrive() =>
        await client.TakeIn(
            Header
                + Bill(1)
                + Bill(2, "Glue", total: "40.00", day: "2026-10-03")
                + Bill(3, "=Sundries", "Tarn Mill", "7.50")
                + "Supplier bills,C1,supplier_credit,2026-11-12,RC1,Hexham Tannery,,,,10.00,1,Back,Leather,10.00\n"
                + "Company card,T1,transfer,2026-11-12,,,,4417,,500.00,1,To the bank,,500.00\n"
        );

    [Fact]
    public async Task Spending_by_anything_is_what_arrived_without_transfers_and_what_was_set_aside()
    {
        await Arrive();
        await client.Put("documents/3/set-aside", new { reason = "other", note = "not ours" });
        var count = await client.Get("count");
        var arrived = decimal.Parse(Text(count.GetProperty("together").GetProperty("arrived"), "money"), CultureInfo.InvariantCulture);
        foreach (var by in (string[])["payment_account", "cardholder", "category", "supplier", "project", "account", "source", "month"])
        foreach (var over in (string[])["document_date", "arrival_date"])
        {
            var spend = await client.Get($"spend?by={by}&over={over}");
            Assert.Equal(130.00m, Sum(spend.GetProperty("groups").EnumerateArray()));
            Assert.Equal("130.00", Text(spend, "money"));
            Assert.Equal(("500.00", "7.50"), (Text(spend.GetProperty("moved"), "money"), Text(spend.GetProperty("setAside"), "money")));
            Assert.Equal(130.00m + 500.00m + 7.50m, arrived);
            foreach (var group in spend.GetProperty("groups").EnumerateArray())
            {
                var figure =
                    by == "month"
                        ? $"spentFrom={Text(group, "value")}&spentTo={Text(group, "value")}"
                        : $"spentBy={by}&spent={Uri.EscapeDataString(Text(group, "value"))}";
                var list = await client.Get($"documents?spentScope=spent&spentOver={over}&{figure}");
                Assert.Equal(group.GetProperty("documents").GetInt64(), list.GetProperty("documents").GetInt64());
            }
        }

        var november = await client.Get("spend?by=category&from=2026-11&to=2026-11");
        Assert.Equal(("90.00", "40.00"), (Text(november, "money"), Text(november, "before")));
        Assert.Equal(
            [("Leather", "90.00", "0.00"), ("Glue", "0.00", "40.00")],
            november.GetProperty("groups").EnumerateArray().Select(g => (Text(g, "title"), Text(g, "money"), Text(g, "before")))
        );
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Get, "spend?by=weather")).Status);
    }

    [Fact]
    public async Task What_is_posted_is_by_account_what_the_ledger_holds()
    {
        await Arrive();
        await client.Dispatch(house);
        var posted = await client.Get("spend?by=account&scope=posted");
        var groups = posted.GetProperty("groups").EnumerateArray().ToList();
        Assert.NotEmpty(groups);
        decimal Number(string text) => text.Length == 0 ? 0 : decimal.Parse(text, CultureInfo.InvariantCulture);
        var held = house.Books.Latest(100).Where(e => e.Source.Length > 0).SelectMany(e => e.Lines).Where(l => l.Account != "2100");
        Assert.Equal(
            held.GroupBy(l => l.Account).Select(g => (g.Key, g.Sum(l => Number(l.Debit) - Number(l.Credit)))).Order(),
            groups.Select(g => (Text(g, "value"), Number(Text(g, "money")))).Order()
        );

        // The other side opens, too.
        var control = await client.Get("documents?account=2100&state=posted");
        Assert.Equal(posted.GetProperty("documents").GetInt64(), control.GetProperty("documents").GetInt64());
        AssertSound(house);
    }

    [Fact]
    public async Task A_list_is_grouped_and_taken_away_with_nothing_in_it_that_a_spreadsheet_runs()
    {
        await Arrive();
        var groups = (await client.Get("documents/totals?by=category&kind=bill")).GetProperty("groups").EnumerateArray();
        Assert.Equal(
            [("Leather", 1L, "100.00"), ("Glue", 1L, "40.00"), ("=Sundries", 1L, "7.50")],
            groups.Select(g => (Text(g, "title"), g.GetProperty("documents").GetInt64(), Text(g, "money")))
        );

        using var csv = await client.Send(
            HttpMethod.Get,
            Client.In("documents/file?kind=bill&order=smallest&columns=date%20category%20total")
        );
        Assert.Equal(
            "\uFEFFdate,category,total\r\n2026-11-10,'=Sundries,7.50\r\n2026-10-03,Glue,40.00\r\n2026-11-10,Leather,100.00\r\n",
            Encoding.UTF8.GetString(await csv.Content.ReadAsByteArrayAsync())
        );
        using var xlsx = await client.Send(HttpMethod.Get, Client.In("documents/file?kind=bill&form=xlsx&columns=reference%20total"));
        using var sheet = new MemoryStream(await xlsx.Content.ReadAsByteArrayAsync());
        var rows = sheet.Query(useHeaderRow: true).Cast<IDictionary<string, object>>().ToList();
        Assert.Equal([7.5, 100, 40], rows.Select(r => Convert.ToDouble(r["total"], CultureInfo.InvariantCulture)));
        using var grouped = await client.Send(HttpMethod.Get, Client.In("documents/totals/file?by=category&kind=bill"));
        Assert.EndsWith(
            "category,documents,money\r\nLeather,1,100.00\r\nGlue,1,40.00\r\n'=Sundries,1,7.50\r\n",
            await grouped.Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
        using var spend = await client.Send(HttpMethod.Get, Client.In("spend/file?by=category"));
        Assert.Contains("'=Sundries", await spend.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Get, "documents/file?columns=secrets")).Status);
        foreach (var by in (string[])["project", "account"])
            Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Get, $"documents/totals?by={by}&kind=bill")).Status);
    }

    [Fact]
    public async Task Lists_are_kept_under_names_of_ones_own_or_of_the_company()
    {
        object View(string name) =>
            new
            {
                place = "arrivals",
                name,
                query = "state=held",
                columns = "date total",
            };
        await client.Put("views/own", View("Mine"));
        await client.Put("views/company", View("Ours"));
        await client.Put("views/own", View("mine"));
        using var reader = await Client.Of(house, "reader");
        await reader.Put("views/own", View("Read"));
        Assert.Equal(
            [("Ours", true), ("Read", false)],
            (await reader.Get("views?place=arrivals"))
                .EnumerateArray()
                .Select(v => (Text(v, "name"), v.GetProperty("ofCompany").GetBoolean()))
        );
        var own = (await client.Get("views?place=arrivals")).EnumerateArray().ToList();
        Assert.Equal([("Ours", true), ("mine", false)], own.Select(v => (Text(v, "name"), v.GetProperty("ofCompany").GetBoolean())));
        Assert.Equal(HttpStatusCode.Forbidden, (await reader.Refused(HttpMethod.Put, "views/company", View("Theirs"))).Status);
        var (ours, mine) = (own[0].GetProperty("id").GetInt64(), own[1].GetProperty("id").GetInt64());
        Assert.Equal(HttpStatusCode.NotFound, (await reader.Refused(HttpMethod.Delete, $"views/own/{mine}")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await reader.Refused(HttpMethod.Delete, $"views/own/{ours}")).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Put, "views/own", View(" "))).Status);
        await client.Ask(HttpMethod.Delete, Client.In($"views/own/{mine}"));
        Assert.Single((await client.Get("views?place=arrivals")).EnumerateArray());
        Assert.Empty((await client.Get("views?place=spend")).EnumerateArray());
    }
}
