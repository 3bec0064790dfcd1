using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Notices;

/// <summary>Each person hears of what they want to hear of, once.</summary>
public sealed class NoticeTests() : ConnectedHouse("administrator")
{
    private static string[] Kinds(JsonElement of) =>
        [.. of.GetProperty("notices").EnumerateArray().Select(n => n.GetProperty("kind").GetString()!)];

    private static int Unseen(JsonElement of) => of.GetProperty("unseen").GetInt32();

    [Fact]
    public async Task A_number_empties_when_all_is_seen_and_fills_when_something_else_is_so()
    {
        await client.TakeIn(
            Header
                + Bill(1, "Sundries", total: "6000.00", day: "2026-10-01")
                + Bill(3, day: "2026-10-02")
                + "Company card,C1,card_charge,2026-11-11,,Tarn Mill,,,,90.00,1,Thread,Leather,90.00\n"
        );
        var heard = await client.Get("notices/own");
        Assert.Equal(["payment_account_missing", "held_amount", "held_age", "lock_nears"], Kinds(heard));
        Assert.Equal(4, Unseen(heard));
        foreach (var notice in heard.GetProperty("notices").EnumerateArray())
            if (notice.GetProperty("list").GetString() is { Length: > 0 } list)
                Assert.Equal(
                    notice.GetProperty("documents").GetInt64(),
                    (await client.Get($"documents?{list}")).GetProperty("documents").GetInt64()
                );
        Assert.Equal(0, Unseen(await client.Put("notices/own/seen", new { })));

        // What one saw, another did not.
        using var reader = await Client.Of(house, "reader");
        Assert.Equal(4, Unseen(await reader.Get("notices/own")));
        await client.TakeIn(Header + Bill(2, "Sundries"));
        Assert.Equal(1, Unseen(await client.Get("notices/own")));

        var chosen = await client.Put(
            "notices/own/choices",
            new
            {
                kind = "held_amount",
                on = true,
                amount = "9,000.00",
            }
        );
        Assert.DoesNotContain("held_amount", Kinds(chosen));
        chosen = await client.Put(
            "notices/own/choices",
            new
            {
                kind = "receipt_missing",
                on = true,
                amount = "75",
            }
        );
        Assert.Contains("receipt_missing", Kinds(chosen));
        var receipts = chosen.GetProperty("notices").EnumerateArray().Single(n => n.GetProperty("kind").GetString() == "receipt_missing");
        Assert.Equal(
            receipts.GetProperty("documents").GetInt64(),
            (await client.Get($"documents?{receipts.GetProperty("list").GetString()}")).GetProperty("documents").GetInt64()
        );
        Assert.DoesNotContain("receipt_missing", Kinds(await reader.Get("notices/own")));
        foreach (
            var wrong in (object[])
                [
                    new
                    {
                        kind = "held_amount",
                        on = true,
                        amount = "much",
                    },
                    new
                    {
                        kind = "lock_nears",
                        on = true,
                        days = 40,
                    },
                    new { on = true },
                ]
        )
            Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Put, "notices/own/choices", wrong)).Status);
    }
}
