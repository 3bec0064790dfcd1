using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Ledger;

/// <summary>A pull is a rehearsal of the world before against the world after, and what it announces is what then happens.</summary>
public sealed class PullRehearsalTests() : ConnectedHouse("administrator")
{
    [Fact]
    public async Task What_a_pull_announces_is_what_taking_it_over_does()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Glue") + Bill(3, "Glue", supplier: "Vellum & Verso"));
        house.Books.SetActive("5150", false);
        house.Books.Switch("journals", false);
        house.Books.Change(house.Books.Accounts().Single(a => a.Id == "6130") with { Name = "Power and heat" });
        var pull = await client.Post("connection/pulls");
        Assert.False(pull.GetProperty("takenOver").GetBoolean());
        Assert.Equal(2, pull.GetProperty("changed").GetInt64());
        Assert.Equal(2, pull.GetProperty("rehearsal").GetProperty("becomeHeld").GetProperty("tally").GetProperty("documents").GetInt64());
        Assert.Contains(
            pull.GetProperty("changes").EnumerateArray(),
            c => c.GetProperty("record").GetString() == "feature" && c.GetProperty("id").GetString() == "journals"
        );
        Assert.Contains(pull.GetProperty("changes").EnumerateArray(), c => c.GetProperty("after").GetString() == "Power and heat");
        Assert.DoesNotContain(pull.GetProperty("choices").EnumerateArray(), c => c.GetProperty("account").GetString() == "5150");
        Assert.Equal([3], States(house, "ready"));

        // With a successor out of the new chart nothing is held, and what is said of it holds.
        var follows = new[] { new { account = "5150", successor = "5160" } };
        var rehearsed = await client.Post("connection/pulls/waiting/rehearsals", follows);
        Assert.Equal(
            (2L, 0L),
            (
                rehearsed.GetProperty("changed").GetInt64(),
                rehearsed.GetProperty("rehearsal").GetProperty("becomeHeld").GetProperty("tally").GetProperty("documents").GetInt64()
            )
        );
        var taken = await client.Post("connection/pulls/waiting/take-over", follows);
        Assert.Equal((true, 2L), (taken.GetProperty("takenOver").GetBoolean(), taken.GetProperty("changed").GetInt64()));
        Assert.Equal([3], States(house, "ready"));
        Assert.Equal("5160", (await client.Get("documents/2")).GetProperty("journal")[0].GetProperty("account").GetString());
        AssertSound(house);
    }

    [Fact]
    public async Task The_ledgers_own_lock_is_pulled_and_holds_what_lies_behind_it()
    {
        await client.TakeIn(Header + Bill(1, day: "2026-10-10") + Bill(2));
        house.Books.LockThrough("2026-10-31");
        var pull = await client.Post("connection/pulls");
        Assert.Contains(
            pull.GetProperty("changes").EnumerateArray(),
            c => c.GetProperty("id").GetString() == "lock" && c.GetProperty("after").GetString() == "locked through: 2026-10-31"
        );
        if (!pull.GetProperty("takenOver").GetBoolean())
            await client.Post("connection/pulls/waiting/take-over", Array.Empty<object>());
        Assert.Equal("2026-10-31", (await client.Get("choices")).GetProperty("ledgerLockedThrough").GetString());
        var first = await client.Get("documents/1");
        Assert.True(
            first.GetProperty("state").GetString() == "held"
                || string.CompareOrdinal(first.GetProperty("entryDate").GetString(), "2026-10-31") > 0
        );
        AssertSound(house);
    }

    [Fact]
    public async Task Moving_the_companys_lock_lists_what_it_would_leave_behind()
    {
        await client.TakeIn(Header + Bill(1, day: "2026-10-10") + Bill(2, day: "2026-10-11"));
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(3, "Odd", day: "2026-10-12", total: "30.00") + Bill(4, "Odd"));
        await client.Post("proofs", new { period = "2026-10" });
        house.Books.SetStatus(house.Books.Latest(10).Single(e => e.SourceId == "B2").Id, "voided");
        await client.Post("proofs", new { period = "2026-10" });
        var behind = (await client.Post("choices/rehearsals", new { lockedThrough = "2026-10-31" })).GetProperty("behindLock");
        Assert.Equal(
            ("30.00", 3L),
            (
                behind.GetProperty("unposted").GetProperty("tally").GetProperty("money").GetString(),
                behind.GetProperty("unposted").GetProperty("sample")[0].GetProperty("id").GetInt64()
            )
        );
        Assert.Equal(
            ("100.00", 2L),
            (
                behind.GetProperty("unproved").GetProperty("tally").GetProperty("money").GetString(),
                behind.GetProperty("unproved").GetProperty("sample")[0].GetProperty("id").GetInt64()
            )
        );
    }
}
