using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Count;

/// <summary>What a source says of itself, against what arrived, by the documents' own days.</summary>
public sealed class StatementTests() : ConnectedHouse("bookkeeper")
{
    private static object Statement(string first, string last, string documents, string money) =>
        new
        {
            source = "Supplier bills",
            firstDay = first,
            lastDay = last,
            documents,
            money,
        };

    private async Task<string> Stated(string period)
    {
        var source = (await client.Get($"count?period={period}")).GetProperty("sources")[0];
        return source.GetProperty("stated").ValueKind == System.Text.Json.JsonValueKind.Null
            ? "not stated"
            : $"{source.GetProperty("stated").GetProperty("documents").GetInt64()} "
                + $"{source.GetProperty("stated").GetProperty("money").GetString()}, "
                + $"{source.GetProperty("statedDifference").GetProperty("money").GetString()}";
    }

    [Fact]
    public async Task A_period_is_stated_only_when_it_is_covered_whole_and_a_moved_entry_date_changes_nothing()
    {
        // August is locked, so the first moves to September.
        await client.TakeIn(Header + Bill(1, day: "2026-08-31") + Bill(2, day: "2026-11-10") + Bill(3, day: "2026-11-20", total: "50.00"));
        Assert.Equal(["not stated", "not stated"], [await Stated("2026-11"), await Stated("2026-08")]);
        await client.Post("statements", Statement("2026-11-01", "2026-11-15", "1", "100.00"));
        Assert.Equal("not stated", await Stated("2026-11"));
        Assert.Equal(
            "overlaps",
            (await client.Refused(HttpMethod.Post, "statements", Statement("2026-11-15", "2026-11-30", "1", "50.00"))).Type
        );
        var list = await client.Post("statements", Statement("2026-11-16", "2026-11-30", "1", "60.00"));
        Assert.Equal(
            [false, true],
            list.EnumerateArray()
                .OrderByDescending(s => s.GetProperty("firstDay").GetString())
                .Select(s => s.GetProperty("agrees").GetBoolean())
        );
        Assert.Equal("2 160.00, -10.00", await Stated("2026-11"));
        await client.Post("statements", Statement("2026-08-01", "2026-08-31", "1", "100.00"));
        Assert.Equal("1 100.00, 0.00", await Stated("2026-08"));

        var id = list.EnumerateArray().Single(s => !s.GetProperty("agrees").GetBoolean()).GetProperty("id").GetInt64();
        using (await client.Send(HttpMethod.Delete, Client.In($"statements/{id}"))) { }
        Assert.Equal("not stated", await Stated("2026-11"));
        AssertSound(house);
    }
}
