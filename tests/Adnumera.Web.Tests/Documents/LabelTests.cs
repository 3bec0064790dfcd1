using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Labels: put on by a person, found and totalled by, and gone with their document.</summary>
public sealed class LabelTests() : ConnectedHouse("bookkeeper")
{
    private async Task<string[]> Put(long id, params string[] labels) =>
        Texts(
            (
                await client.Put(
                    $"documents/{id}/labels",
                    new { labels, before = (await client.Get($"documents/{id}")).GetProperty("labels") }
                )
            ).GetProperty("labels")
        );

    private static string[] Texts(JsonElement of) => [.. of.EnumerateArray().Select(l => l.GetString()!)];

    [Fact]
    public async Task A_label_is_one_however_it_is_written_and_finds_and_totals_its_documents()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2) + Bill(3));
        Assert.Equal(["Fair 2026", "repairs"], await Put(1, " repairs", "Fair 2026", "REPAIRS ", ""));
        await Put(2, "Repairs");
        Assert.Equal(["Fair 2026", "repairs"], Texts(await client.Get("labels")));
        var found = await client.Get("documents?label=Repairs");
        Assert.Equal((2, "200.00"), (found.GetProperty("documents").GetInt32(), found.GetProperty("money").GetString()));
        Assert.Equal(1, (await client.Get("documents?label=repairs&text=R2")).GetProperty("documents").GetInt32());
        Assert.Contains("labels: repairs → nothing", (await Taken(2)).Select(s => s.GetProperty("what").GetString()).Last());
        Assert.Equal(1, (await client.Get("documents?label=repairs")).GetProperty("documents").GetInt32());
        AssertSound(house);

        async Task<IEnumerable<JsonElement>> Taken(long id)
        {
            await Put(id);
            return (await client.Get($"documents/{id}")).GetProperty("path").EnumerateArray();
        }
    }

    [Fact]
    public async Task What_is_posted_may_be_labelled_and_what_is_too_long_or_too_much_is_refused()
    {
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        Assert.Equal(["fair"], await Put(1, "fair"));
        var longest = new string('x', 41);
        var (status, type, detail) = await client.Refused(
            HttpMethod.Put,
            "documents/1/labels",
            new { labels = (string[])[longest], before = Array.Empty<string>() }
        );
        Assert.Equal((HttpStatusCode.BadRequest, "labels"), (status, type));
        Assert.Contains("at most 40", detail, StringComparison.Ordinal);
        var many = Enumerable.Range(1, 13).Select(i => $"l{i}").ToArray();
        Assert.Equal(
            "labels",
            (await client.Refused(HttpMethod.Put, "documents/1/labels", new { labels = many, before = Array.Empty<string>() })).Type
        );
        Assert.Equal(["fair"], Texts((await client.Get("documents/1")).GetProperty("labels")));
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await client.Refused(HttpMethod.Put, "documents/9/labels", new { labels = many[..1], before = Array.Empty<string>() })).Status
        );
    }

    [Fact]
    public async Task A_label_goes_with_its_document()
    {
        await client.TakeIn(Header + Bill(1));
        await Put(1, "fair");
        await client.Post("arrivals/1/take-back");
        Assert.Empty(Texts(await client.Get("labels")));
        AssertSound(house);
    }
}
