using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Prices;

/// <summary>A price that moves is seen before it is paid, and decided: as the new price or for this time only.</summary>
public sealed class PriceFlowTests() : ConnectedHouse("administrator")
{
    private const string PriceHeader =
        "source,source_id,kind,document_date,reference,supplier,document_total,line,category,item,quantity,unit_price,net\n";

    private static string Bought(int id, string day, string price, int quantity = 10, string supplier = "Hexham Tannery")
    {
        var net = (decimal.Parse(price, System.Globalization.CultureInfo.InvariantCulture) * quantity).ToString(
            "0.00",
            System.Globalization.CultureInfo.InvariantCulture
        );
        return $"Supplier bills,B{id},bill,{day},R{id},{supplier},{net},1,Leather,Goatskin,{quantity},{price},{net}\n";
    }

    private async Task<string[]> Moved() =>
        [
            .. (await client.Get("prices"))
                .GetProperty("moved")
                .EnumerateArray()
                .Select(p =>
                    $"{p.GetProperty("document").GetInt64()}: {p.GetProperty("before").GetString()} → {p.GetProperty("now").GetString()} "
                    + $"{p.GetProperty("percent").GetString()} % {p.GetProperty("effect").GetString()}"
                ),
        ];

    private Task<JsonElement> Decide(string how, params long[] documents) =>
        client.Post("prices/decisions", new { @as = how, lines = documents.Select(d => new { document = d, line = 1 }) });

    private async Task<bool> IsNoticed(long id) =>
        (await client.Get($"documents/{id}"))
            .GetProperty("notices")
            .EnumerateArray()
            .Any(n => n.GetProperty("notice").GetString() == "price_moved");

    [Fact]
    public async Task A_price_is_held_against_the_last_accepted_one_and_accepted_as_new_or_for_this_time()
    {
        await client.TakeIn(PriceHeader + Bought(1, "2026-10-01", "46.00") + Bought(2, "2026-10-08", "47.00"));
        Assert.Empty(await Moved()); // 2.2 % is within the usual five.
        await client.TakeIn(PriceHeader + Bought(3, "2026-11-02", "52.90") + Bought(4, "2026-11-09", "53.00"));
        Assert.Equal(["4: 46.00 → 53.00 15.2 % 70.00", "3: 46.00 → 52.90 15.0 % 69.00"], await Moved());
        Assert.True(await IsNoticed(3));
        Assert.Equal("ready", (await client.Get("documents/3")).GetProperty("state").GetString());

        // For this time: the next is held against the same price.
        await Decide("this_time", 3);
        Assert.False(await IsNoticed(3));
        Assert.Equal(["4: 46.00 → 53.00 15.2 % 70.00"], await Moved());

        // As the new price: what comes is held against that, and what waited beside it is steady.
        await client.TakeIn(PriceHeader + Bought(5, "2026-11-10", "54.00"));
        var decided = (await Decide("new_price", 4)).GetProperty("id").GetInt64();
        Assert.Empty(await Moved());
        await client.TakeIn(PriceHeader + Bought(6, "2026-11-12", "53.50"));
        Assert.Empty(await Moved());
        AssertSound(house);

        // Taken back: all of it waits again, against the price of before.
        await client.Post($"prices/decisions/{decided}/undo");
        Assert.Equal(["5: 46.00 → 54.00 17.4 % 80.00", "4: 46.00 → 53.00 15.2 % 70.00"], await Moved());
        Assert.Equal("prices", (await client.Refused(HttpMethod.Post, $"prices/decisions/{decided}/undo")).Type);
        AssertSound(house);
    }

    [Fact]
    public async Task A_company_may_hold_what_moved_and_accept_all_up_to_some_per_cent()
    {
        await client.Put(
            "prices/tolerance",
            new
            {
                percent = "0",
                money = "0.50",
                holds = true,
            }
        );
        await client.TakeIn(
            PriceHeader
                + Bought(1, "2026-10-01", "46.00")
                + Bought(2, "2026-10-08", "46.50")
                + Bought(3, "2026-10-09", "47.00")
                + Bought(4, "2026-10-10", "60.00")
        );
        Assert.Equal(["4: 46.00 → 60.00 30.4 % 140.00", "3: 46.00 → 47.00 2.2 % 10.00"], await Moved());
        var reason = (await client.Get("documents/4")).GetProperty("reasons")[0];
        Assert.Equal("price_moved", reason.GetProperty("reason").GetString());
        Assert.StartsWith("“Goatskin” costs 60 each, before 46 (+30.4 %)", reason.GetProperty("detail").GetString());
        Assert.Equal(1, (await client.Post("prices/decisions", new { @as = "this_time", upTo = "5" })).GetProperty("prices").GetInt32());
        Assert.Equal("ready", (await client.Get("documents/3")).GetProperty("state").GetString());
        Assert.Equal("held", (await client.Get("documents/4")).GetProperty("state").GetString());

        // The same document again, with something else changed: what was said of its price stays.
        await client.TakeIn(PriceHeader + Bought(3, "2026-10-09", "47.00").Replace("R3", "R3a", StringComparison.Ordinal));
        Assert.Equal(["4: 46.00 → 60.00 30.4 % 140.00"], await Moved());
        Assert.Equal("as", (await client.Refused(HttpMethod.Post, "prices/decisions", new { @as = "moved", upTo = "5" })).Type);
        Assert.Equal(
            "percent",
            (await client.Refused(HttpMethod.Post, "prices/decisions", new { @as = "this_time", upTo = "a lot" })).Type
        );
        AssertSound(house);
    }

    [Fact]
    public async Task The_history_has_the_year_before_and_what_others_charge()
    {
        await client.TakeIn(
            PriceHeader
                + Bought(1, "2026-01-05", "40.00")
                + Bought(2, "2026-10-08", "46.00")
                + Bought(3, "2026-10-20", "43.00", supplier: "Marrow & Oake")
                + Bought(4, "2027-01-10", "46.00")
        );
        var history = await client.Get("prices/history?supplier=hexham%20tannery&item=GOATSKIN");
        string[] Prices(string of) => [.. history.GetProperty(of).EnumerateArray().Select(p => p.GetProperty("now").GetString()!)];
        Assert.Equal(["40.00", "46.00", "46.00"], Prices("prices"));
        Assert.Equal("40.00", history.GetProperty("yearAgo").GetProperty("now").GetString());
        Assert.Equal(["43.00"], Prices("elsewhere"));
        var most = (await client.Get("prices?period=2026-10")).GetProperty("most").EnumerateArray();
        Assert.Equal(["46.00"], most.Select(p => p.GetProperty("now").GetString()));
    }
}
