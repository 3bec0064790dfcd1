using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>The first bill of a supplier that may need a Form W-9 carries a notice, or is held, as the company chooses; and goes once
/// the form is here, or a person lets it.</summary>
public sealed class FirstBillTests() : ReturnsHouse("administrator")
{
    private const string OneBill =
        Worlds.Header
        + "Supplier bills,B1,bill,2026-11-10,R1,Tamsin Arkley,,,On account,160.00,1,\"Evening class, gilding\",Tutors,160.00\n";

    private async Task<string[]> Reasons() =>
        [.. (await client.Get("documents/1")).GetProperty("reasons").EnumerateArray().Select(r => r.GetProperty("reason").GetString()!)];

    private async Task<string[]> Notices() =>
        [.. (await client.Get("documents/1")).GetProperty("notices").EnumerateArray().Select(r => r.GetProperty("notice").GetString()!)];

    private Task<JsonElement> Choose(string choice) => client.Put("information-returns/first-bill", new { choice });

    [Fact]
    public async Task It_is_held_until_the_form_is_here()
    {
        await client.TakeIn(OneBill);
        Assert.Equal([1], States(house, "ready"));
        Assert.Empty(await Notices());
        // As soon as boxes are said of accounts it is worth noticing; who wants to, holds it.
        await Map(("6050", null, "nec1"));
        await Choose("warn");
        Assert.Equal(["w9_missing"], await Notices());
        await Choose("hold");
        Assert.Equal([1], States(house, "held"));
        Assert.Equal(["w9_missing"], await Reasons());
        await Know(Details(hasW9: false));
        Assert.Equal([1], States(house, "held"));
        await Know(Details());
        Assert.Equal([1], States(house, "ready"));
        Assert.Empty(await Notices());
    }

    [Fact]
    public async Task It_asks_as_soon_as_an_account_is_of_a_box_and_no_longer_than_that()
    {
        await Choose("hold");
        await client.TakeIn(OneBill);
        Assert.Equal([1], States(house, "ready"));
        var change = await Map(("6050", null, "nec1"));
        Assert.Equal(["w9_missing"], await Reasons());
        await client.Post($"information-returns/changes/{change.GetProperty("change").GetInt64()}/undo");
        Assert.Equal([1], States(house, "ready"));
    }

    [Fact]
    public async Task A_person_lets_it_go()
    {
        await Map(("6050", null, "nec1"));
        await Choose("hold");
        await client.TakeIn(OneBill);
        Assert.Equal([1], States(house, "held"));
        var details = JsonSerializer.Deserialize<Dictionary<string, object?>>(JsonSerializer.Serialize(Details(hasW9: false)))!;
        details["billsMayGo"] = true;
        await Know(details);
        Assert.Equal([1], States(house, "ready"));
        await Choose("nothing");
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await bookkeeper.Refused(HttpMethod.Put, "information-returns/first-bill", new { choice = "warn" })).Status
        );
    }

    [Fact]
    public async Task Who_nears_the_threshold_without_a_form_is_among_the_notices()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "1600.00");
        await Read();
        JsonElement Notice(JsonElement notices) =>
            notices.GetProperty("notices").EnumerateArray().SingleOrDefault(n => n.GetProperty("kind").GetString() == "w9_missing");
        var notice = Notice(await client.Get("notices/own"));
        Assert.Equal((1, "1600.00"), (notice.GetProperty("documents").GetInt32(), notice.GetProperty("money").GetString()));
        await Know(Details());
        Assert.Equal(JsonValueKind.Undefined, Notice(await client.Get("notices/own")).ValueKind);
    }
}
