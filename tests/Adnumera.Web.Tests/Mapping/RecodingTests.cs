using System.Text.Json;
using Adnumera.Storage.Documents;
using Adnumera.Web.Coding;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Mapping;

/// <summary>A change that touches more documents than anybody waits for.</summary>
public sealed class RecodingTests() : ConnectedHouse("bookkeeper")
{
    private const int Many = Recoding.AtOnce + 200;

    [Fact]
    public async Task Many_documents_are_coded_anew_in_the_background()
    {
        await TakeInMany();
        var saved = await Map("6420");
        Assert.Equal((0, Many), (saved.GetProperty("recoded").GetInt32(), saved.GetProperty("later").GetInt32()));
        await Until(IsOver);
        Assert.Equal([0, Many], States(house, "held", "ready"));
        AssertSound(house);
    }

    [Fact]
    public async Task It_goes_on_after_a_stop_and_says_how_far_it_is()
    {
        await TakeInMany();
        var saved = await Map("6420");
        if (await client.Get("recodings") is var underway && underway.GetArrayLength() > 0)
        {
            Assert.Equal(saved.GetProperty("setId").GetInt64(), underway[0].GetProperty("setId").GetInt64());
            Assert.Contains("Sharpening", underway[0].GetProperty("why").GetString(), StringComparison.Ordinal);
            Assert.InRange(underway[0].GetProperty("remaining").GetInt32(), 1, Many);
        }

        await house.Restart();
        await SignInAgain();
        await Until(IsOver);
        Assert.Equal([0, Many], States(house, "held", "ready"));
        AssertSound(house);
    }

    [Fact]
    public async Task Taking_the_change_back_stops_it_and_brings_everything_back()
    {
        await TakeInMany();
        var saved = await Map("6420");
        await client.Post($"mapping/history/{saved.GetProperty("setId").GetInt64()}/undo");
        await Until(IsOver);
        Assert.Equal([Many, 0], States(house, "held", "ready"));
        AssertSound(house);
    }

    private async Task TakeInMany() =>
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, Many).Select(i => Bill(i, "Sharpening"))));

    private bool IsOver() => house.Company.Read(c => !new RecodingTable(c).IsDue());

    private Task<JsonElement> Map(string account) =>
        client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Sharpening",
                        account,
                    },
                },
            }
        );
}
