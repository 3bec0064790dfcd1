using Adnumera.Ui.Driver;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Proof;

public sealed class ProofFlowTests
{
    [Fact]
    public async Task A_page_shows_the_first_of_many_differences_and_the_rest_as_it_is_asked_for()
    {
        const int Many = 60;
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, Many).Select(i => Bill(i))));
        await client.Dispatch(house);
        foreach (var entry in house.Books.Latest(Many))
            house.Books.SetStatus(entry.Id, "voided");

        var proof = await client.Post("proofs", new { period = "" });
        var kind = Assert.Single(proof.GetProperty("kinds").EnumerateArray());
        Assert.Equal((Many, Many), (proof.GetProperty("differenceCount").GetInt32(), kind.GetProperty("differences").GetInt32()));
        Assert.Equal("6000.00", proof.GetProperty("atStake").GetString());
        var first = Differences(proof).Select(d => d.GetProperty("id").GetInt64()).ToList();
        var rest = (await client.Get($"proofs/differences/voided?after={first[^1]}"))
            .EnumerateArray()
            .Select(d => d.GetProperty("id").GetInt64());
        Assert.Equal((50, Many), (first.Count, first.Concat(rest).Distinct().Count()));

        // What an earlier proof found counts no more, and is not met on the way.
        proof = await client.Post("proofs", new { period = "" });
        Assert.Equal(Many, proof.GetProperty("differenceCount").GetInt32());
        Assert.All(Differences(proof), d => Assert.True(d.GetProperty("id").GetInt64() > Many));
    }

    [Fact]
    public async Task The_proof_finds_what_the_ledger_altered_and_proves_it_once_mended()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(Header + Bill(1) + Bill(2) + Bill(3) + Bill(4));
        await client.Dispatch(house);
        var books = house.Books;
        string Id(string sourceId) => books.Latest(100).Single(e => e.SourceId == sourceId).Id;
        void Edit(string id, string date, string cost) =>
            books.Edit(
                id,
                date,
                books.Find(id)!.Reference,
                "Hexham Tannery",
                "posted",
                [(1, cost, "100.00", "0"), (2, "2100", "0", "100.00")]
            );
        Edit(Id("B1"), "2026-11-10", "6990");
        Edit(Id("B2"), "2026-12-02", "5120");
        books.SetStatus(Id("B3"), "voided");

        var proof = await client.Post("proofs", new { period = "2026-11" });
        Assert.Equal(["account", "date", "voided"], Differences(proof).Select(d => d.GetProperty("kind").GetString()).Order());
        Assert.Equal([1, 3], States(house, "proved", "posted"));
        Assert.Contains(
            proof.GetProperty("accounts").EnumerateArray(),
            a => a.GetProperty("account").GetString() == "6990" && !a.GetProperty("agrees").GetBoolean()
        );
        AssertSound(house);

        Edit(Id("B1"), "2026-11-10", "5120");
        Edit(Id("B2"), "2026-11-10", "5120");
        books.SetStatus(Id("B3"), "posted");
        proof = await client.Post("proofs", new { period = "2026-11" });
        Assert.Empty(Differences(proof));
        Assert.All(proof.GetProperty("accounts").EnumerateArray(), a => Assert.True(a.GetProperty("agrees").GetBoolean()));
        Assert.Equal([4, 0], States(house, "proved", "posted"));
        var count = await client.Get("count?period=2026-11");
        Assert.Equal(
            ("400.00", "0.00"),
            (
                count.GetProperty("together").GetProperty("holds").GetString(),
                count.GetProperty("together").GetProperty("difference").GetString()
            )
        );
        AssertSound(house);
    }

    [Fact]
    public async Task An_entry_that_is_not_ours_is_named_and_explains_the_account()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        house.Books.PostByHand(
            new LedgerStandIn.NewEntry(
                "journal",
                "2026-11-15",
                null,
                "by hand",
                null,
                null,
                "USD",
                null,
                null,
                null,
                [new("6990", "12.00", "0", null, null, null), new("2100", "0", "12.00", null, null, null)]
            )
        );
        var proof = await client.Post("proofs", new { period = "2026-11" });
        var difference = Assert.Single(Differences(proof));
        Assert.Equal(
            ("not_ours", "2100", "12.00"),
            (
                difference.GetProperty("kind").GetString(),
                difference.GetProperty("account").GetString(),
                difference.GetProperty("amount").GetString()
            )
        );
        Assert.Equal([1], States(house, "proved"));
    }

    [Fact]
    public async Task The_demo_waits_with_one_difference_of_each_of_three_kinds()
    {
        await using var house = await House.Open(Furnishing.Demo);
        using var client = await Client.Of(house, "bookkeeper");
        var proof = await client.Post("proofs", new { period = "" });
        Assert.Equal(["account", "amount", "voided"], Differences(proof).Select(d => d.GetProperty("kind").GetString()).Distinct().Order());
        Assert.Equal(3, Differences(proof).Select(d => d.GetProperty("documentId").GetInt64()).Distinct().Count());
        Assert.InRange(States(house, "held")[0], 10, 16);
        AssertSound(house);
    }

    [Fact]
    public async Task A_proof_takes_its_turn_and_what_moved_into_its_days_was_intended_all_the_same()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(Header + Bill(1) + Bill(2, day: "2026-10-10"));
        await client.Dispatch(house);
        var entry = house.Books.Latest(10).Single(e => e.SourceId == "B1");
        house.Books.Edit(
            entry.Id,
            "2026-10-20",
            entry.Reference,
            "Hexham Tannery",
            "posted",
            [(1, "5120", "100.00", "0"), (2, "2100", "0", "100.00")]
        );
        using (house.Services.GetRequiredService<Web.Ledger.LedgerTurns>().Take("bindery", "a dispatch"))
            Assert.Equal(
                (System.Net.HttpStatusCode.Conflict, "ledger-busy"),
                (await client.Refused(HttpMethod.Post, "proofs", new { period = "2026-10" })) is var (status, type, _)
                    ? (status, type)
                    : default
            );
        Assert.DoesNotContain(
            Differences(await client.Post("proofs", new { period = "2026-10" })),
            d => d.GetProperty("kind").GetString() == "not_intended"
        );
        var november = Assert.Single(Differences(await client.Post("proofs", new { period = "2026-11" })));
        Assert.Equal("date", november.GetProperty("kind").GetString());

        // What was proved of October stays proved in the count, whatever is proved after it.
        Assert.Equal([1, 1], States(house, "proved", "posted"));
        var holds = new Dictionary<string, string>();
        foreach (var period in (string[])["", "2026-10", "2026-11"])
        {
            var together = (await client.Get($"count?period={period}")).GetProperty("together");
            Assert.Equal("0.00", together.GetProperty("unread").GetString());
            Assert.Equal("0.00", together.GetProperty("difference").GetString());
            holds[period] = together.GetProperty("holds").GetString()!;
        }

        Assert.Equal(("200.00", "100.00", "100.00"), (holds[""], holds["2026-10"], holds["2026-11"]));
        await client.TakeIn(Header + Bill(3));
        await client.Dispatch(house);
        Assert.Equal("100.00", (await client.Get("count")).GetProperty("together").GetProperty("unread").GetString());
        AssertSound(house);
    }

    [Fact]
    public async Task A_ledger_slower_than_the_patience_with_it_is_slow_and_no_fault()
    {
        var patience = TimeSpan.FromSeconds(30);
        await using var house = await House.Open(Furnishing.Connected, s => s with { LedgerPatience = patience });
        patience = TimeSpan.FromMilliseconds(200);
        await house.Restart();
        using var client = await Client.Of(house, "administrator");
        await client.TakeIn(Header + Bill(1));
        house.Books.SetFaults(new LedgerStandIn.Faults(SlowMilliseconds: 5000));
        foreach (var path in (string[])["proofs", "connection/pulls"])
            Assert.Equal(
                (System.Net.HttpStatusCode.GatewayTimeout, "ledger-slow"),
                (await client.Refused(HttpMethod.Post, path, new { period = "2026-11" })) is var (status, type, _)
                    ? (status, type)
                    : default
            );
    }
}
