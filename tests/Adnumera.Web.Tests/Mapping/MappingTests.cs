using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Mapping;

public sealed class MappingTests() : ConnectedHouse("bookkeeper")
{
    private static object Change(string key, string account, string kind = "category", bool confirmed = false, string from = "") =>
        new
        {
            rows = new[]
            {
                new
                {
                    kind,
                    key,
                    account,
                    effectiveFrom = from,
                    remove = account.Length == 0,
                },
            },
            confirmed,
        };

    [Fact]
    public async Task A_rehearsal_says_what_saving_then_does_and_undo_brings_it_back()
    {
        await client.TakeIn(
            Header + Bill(1, "Sharpening", total: "612.00") + Bill(2, "Sharpening", total: "44.00", day: "2026-08-20") + Bill(3)
        );
        var values = await client.Get("mapping/category/values");
        Assert.Equal(
            ("Sharpening", "656.00"),
            (
                values.GetProperty("rows")[0].GetProperty("value").GetString(),
                values.GetProperty("rows")[0].GetProperty("waiting").GetString()
            )
        );

        var rehearsal = (await client.Post("mapping/rehearsals", Change(" SHARPENING ", "6420"))).GetProperty("rehearsal");
        Assert.Equal([2, 1], States(house, "held", "ready"));
        Assert.Equal(
            (1, "612.00"),
            (
                rehearsal.GetProperty("comeFree").GetProperty("tally").GetProperty("documents").GetInt32(),
                rehearsal.GetProperty("comeFree").GetProperty("tally").GetProperty("money").GetString()
            )
        );
        Assert.Equal(1, rehearsal.GetProperty("stayHeld").GetProperty("tally").GetProperty("documents").GetInt32()); // its period is locked
        Assert.Equal("656.00", rehearsal.GetProperty("movements")[0].GetProperty("money").GetString());

        var saved = await client.Post("mapping/changes", Change("Sharpening", "6420"));
        Assert.Equal(2, saved.GetProperty("recoded").GetInt32());
        Assert.Equal([1, 2], States(house, "held", "ready"));
        AssertSound(house);

        await client.Post($"mapping/history/{saved.GetProperty("setId").GetInt64()}/undo");
        Assert.Equal([2, 1], States(house, "held", "ready"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_payment_account_frees_the_charges_that_wait_for_it()
    {
        await client.TakeIn(Header + "Company card,C1,card_charge,2026-11-11,,Larkspur,,7730,,9.00,1,Thread,Thread & tape,9.00\n");
        var change = Change("7730", "2210", "payment_account");
        Assert.Equal(
            ("held", "2210 Company card"),
            (
                (await client.Post("mapping/rehearsals", change)).GetProperty("rehearsal").GetProperty("movements")[0] is var m
                    ? (m.GetProperty("fromTitle").GetString(), m.GetProperty("toTitle").GetString())
                    : default
            )
        );
        await client.Post("mapping/changes", change);
        Assert.Equal([1], States(house, "ready"));
        Assert.Equal(
            "account-kind",
            (await client.Refused(HttpMethod.Post, "mapping/changes", Change("7730", "6420", "payment_account"))).Type
        );
    }

    [Fact]
    public async Task What_may_not_be_a_target_is_refused_and_what_is_unusual_asks()
    {
        await client.TakeIn(Header + Bill(1, "Owner"));
        Assert.Equal("account-control", (await client.Refused(HttpMethod.Post, "mapping/changes", Change("Owner", "2100"))).Type);
        Assert.Equal("account-closed", (await client.Refused(HttpMethod.Post, "mapping/changes", Change("Owner", "6995"))).Type);
        Assert.Equal("account-unknown", (await client.Refused(HttpMethod.Post, "mapping/changes", Change("Owner", "0000"))).Type);
        Assert.Contains(
            "equity",
            (await client.Post("mapping/rehearsals", Change("Owner", "3020"))).GetProperty("asks")[0].GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal("confirm", (await client.Refused(HttpMethod.Post, "mapping/changes", Change("Owner", "3020"))).Type);
        Assert.Equal([1], States(house, "held"));
        await client.Post("mapping/changes", Change("Owner", "3020", confirmed: true));
        Assert.Equal([1], States(house, "ready"));
    }

    [Fact]
    public async Task A_posted_document_keeps_what_it_was_posted_with()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2));
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(3));
        var rehearsal = await client.Post("mapping/rehearsals", Change("Leather", "6420"));
        Assert.Equal(
            (1, 2),
            (
                rehearsal.GetProperty("rehearsal").GetProperty("changed").GetProperty("documents").GetInt32(),
                rehearsal.GetProperty("posted").GetInt32()
            )
        );
        await client.Post("mapping/changes", Change("Leather", "6420"));
        Assert.Equal("5120", (await client.Get("documents/1")).GetProperty("journal")[0].GetProperty("account").GetString());
        Assert.Equal("6420", (await client.Get("documents/3")).GetProperty("journal")[0].GetProperty("account").GetString());
    }

    [Fact]
    public async Task A_closed_account_breaks_its_mapping_at_the_next_pull_and_holds_what_is_open()
    {
        await client.TakeIn(Header + Bill(1));
        house.Books.SetActive("5120", false);
        var pull = await client.Post("connection/pulls");
        Assert.False(pull.GetProperty("takenOver").GetBoolean());
        Assert.Equal([1], States(house, "ready"));
        Assert.Equal(
            ("5120 Leather", 1),
            (
                pull.GetProperty("breaks")[0].GetProperty("title").GetString(),
                pull.GetProperty("breaks")[0].GetProperty("documents").GetInt32()
            )
        );
        await client.Post("connection/pulls/waiting/take-over", Array.Empty<object>());
        Assert.Equal("mapping_broken", (await client.Get("documents/1")).GetProperty("reasons")[0].GetProperty("reason").GetString());
        AssertSound(house);
    }
}
