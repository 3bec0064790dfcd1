using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Mapping;

/// <summary>The row in force today, what a group leaves alone, what an undo says, and the period on top.</summary>
public sealed class InForceTests() : ConnectedHouse("administrator")
{
    [Fact]
    public async Task The_row_that_is_shown_for_a_value_is_the_one_in_force_today()
    {
        await client.TakeIn(Header + Bill(1));
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Leather",
                        account = "6420",
                        effectiveFrom = "2027-01-01",
                    },
                },
            }
        );
        var shown = (await client.Get("mapping/category/values"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("value").GetString() == "Leather");
        Assert.Equal("5120", shown.GetProperty("account").GetString());
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Leather",
                        account = "5110",
                        effectiveFrom = "2026-11-20",
                    },
                },
            }
        );
        shown = (await client.Get("mapping/category/values"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("value").GetString() == "Leather");
        Assert.Equal("5110", shown.GetProperty("account").GetString());
    }

    [Fact]
    public async Task Saving_a_supplier_group_leaves_its_dimensions()
    {
        await client.Put("suppliers/groups", new { name = "Makers", costAccount = "6420" });
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "supplier_group",
                        key = "Makers",
                        account = "6420",
                        dimensions = new { department = "Bench" },
                    },
                },
            }
        );
        await client.Put("suppliers/groups", new { name = "Makers", costAccount = "6410" });
        await client.TakeIn(Header + Bill(1, "Odd", "Vellum & Verso"));
        await client.Post("suppliers/groups/members", new { group = "Makers", suppliers = new[] { "Vellum & Verso" } });
        var line = (await client.Get("documents/1")).GetProperty("journal")[0];
        Assert.Equal(("6410", "Bench"), (line.GetProperty("account").GetString(), line.GetProperty("dimensions").GetString()));
    }

    [Fact]
    public async Task An_undo_is_rehearsed_and_says_how_many_posted_documents_its_rows_coded()
    {
        await client.TakeIn(Header + Bill(1, "Odd") + Bill(2, "Odd"));
        var set = (
            await client.Post(
                "mapping/changes",
                new
                {
                    rows = new[]
                    {
                        new
                        {
                            kind = "category",
                            key = "Odd",
                            account = "6420",
                        },
                    },
                }
            )
        ).GetProperty("setId").GetInt64();
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(3, "Odd", total: "30.00"));
        var rehearsed = await client.Post($"mapping/history/{set}/undo-rehearsal");
        Assert.Equal(
            (2L, 1L),
            (
                rehearsed.GetProperty("posted").GetInt64(),
                rehearsed.GetProperty("rehearsal").GetProperty("becomeHeld").GetProperty("tally").GetProperty("documents").GetInt64()
            )
        );
        Assert.Equal([2, 1], States(house, "posted", "ready"));
        await client.Post($"mapping/history/{set}/undo");
        Assert.Equal([2, 1], States(house, "posted", "held"));
        AssertSound(house);
    }

    [Fact]
    public async Task The_period_on_top_holds_in_posting_proof_and_on_the_rail()
    {
        await client.TakeIn(Header + Bill(1, day: "2026-10-10") + Bill(2) + Bill(3));
        Assert.Equal("3 1 2", await Each("posting", "documents"));
        Assert.Equal("3 1 2", await Each("overview", "ready"));
        await client.Post("dispatches", new { period = "2026-10" });
        await house.DispatchIsOver();
        Assert.Equal([1, 2], States(house, "posted", "ready"));
        house.Books.SetStatus(house.Books.Latest(1)[0].Id, "voided");
        await client.Post("proofs", new { period = "" });
        Assert.Equal("1 1 0", await Each("overview", "differences"));
        AssertSound(house);
    }

    // A number of a view over all, in October and in November.
    private async Task<string> Each(string view, string number) =>
        string.Join(
            ' ',
            await Task.WhenAll(
                ((string[])["", "2026-10", "2026-11"]).Select(async p =>
                    (await client.Get($"{view}?period={p}")).GetProperty(number).GetInt64()
                )
            )
        );
}
