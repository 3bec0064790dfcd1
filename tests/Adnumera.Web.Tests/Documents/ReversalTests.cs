using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Refunds and credits find what they give back and go to its account, in whatever order they come.</summary>
public sealed class ReversalTests() : ConnectedHouse("bookkeeper")
{
    private static string Card(int id, string kind, string total, string category, string day, string reference = "") =>
        $"Company card,C{id},{kind},{day},{reference},Saltmarsh Tools,,4417,,{total},1,Thing,{category},{total}\n";

    private async Task<string> At(long id)
    {
        var d = await client.Get($"documents/{id}");
        var reverses = d.GetProperty("reverses");
        return $"{d.GetProperty("state").GetString()} {d.GetProperty("lines")[0].GetProperty("account").GetString()} "
            + (reverses.ValueKind == JsonValueKind.Null ? "-" : $"of {reverses.GetProperty("id").GetInt64()}");
    }

    [Fact]
    public async Task A_refund_goes_to_the_account_of_its_charge_and_follows_it()
    {
        await client.TakeIn(Header + Card(1, "card_charge", "42.50", "Small tools", "2026-11-03"));
        await client.TakeIn(Header + Card(2, "card_refund", "42.50", "", "2026-11-09"));
        Assert.Equal("ready 6410 of 1", await At(2));

        // The same again changes nothing; coded otherwise, its refund follows.
        await client.TakeIn(Header + Card(2, "card_refund", "42.50", "", "2026-11-09"));
        await client.Put("documents/1/lines/1/account", new { account = "6420" });
        Assert.Equal("ready 6420 of 1", await At(2));
        AssertSound(house);
    }

    [Fact]
    public async Task A_refund_that_came_first_finds_its_charge_when_that_comes()
    {
        await client.TakeIn(Header + Card(2, "card_refund", "42.50", "", "2026-11-09"));
        Assert.Equal("held  -", await At(1));
        await client.TakeIn(Header + Card(1, "card_charge", "42.50", "Small tools", "2026-11-03"));
        Assert.Equal("ready 6410 of 2", await At(1));
        AssertSound(house);
    }

    [Fact]
    public async Task A_mapping_that_moves_the_charge_moves_its_open_refund()
    {
        await client.TakeIn(
            Header + Card(1, "card_charge", "42.50", "Small tools", "2026-11-03") + Card(2, "card_refund", "42.50", "", "2026-11-09")
        );
        Assert.Equal("ready 6410 of 1", await At(2));
        await client.Post("mapping/changes", Change("Small tools", "6420"));
        Assert.Equal(["ready 6420 -", "ready 6420 of 1"], [await At(1), await At(2)]);
        AssertSound(house);
    }

    [Fact]
    public async Task A_person_chooses_another_or_none()
    {
        await client.TakeIn(
            Header
                + Card(1, "card_charge", "42.50", "Small tools", "2026-11-03")
                + Card(2, "card_charge", "42.50", "Leather", "2026-11-04")
                + Card(3, "card_refund", "42.50", "", "2026-11-09")
                + Card(4, "card_charge", "10.00", "Leather", "2026-11-04")
        );
        // Two could be meant, and went elsewhere: nobody guesses.
        Assert.Equal("held  -", await At(3));
        var may = (await client.Get("documents/3/reverses")).EnumerateArray().Select(r => r.GetProperty("id").GetInt64());
        Assert.Equal([2L, 1L], may);
        await client.Put("documents/3/reverses", new { original = 1 });
        Assert.Equal("ready 6410 of 1", await At(3));
        Assert.Equal("reverses", (await client.Refused(HttpMethod.Put, "documents/3/reverses", new { original = 4 })).Type);
        Assert.Equal("reverses", (await client.Refused(HttpMethod.Put, "documents/1/reverses", new { original = 2 })).Type);
        await client.Put("documents/3/reverses", new { original = 0 });
        Assert.Equal("held  -", await At(3));

        // What a person said stays, whatever comes.
        await client.TakeIn(Header + Card(5, "card_charge", "42.50", "Leather", "2026-11-08"));
        Assert.Equal("held  -", await At(3));
        AssertSound(house);
    }

    private static object Change(string key, string account) =>
        new
        {
            rows = new[]
            {
                new
                {
                    kind = "category",
                    key,
                    account,
                },
            },
        };
}
