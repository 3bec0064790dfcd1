using System.Net;
using System.Text.Json;
using Adnumera.SourcesStandIn;
using Adnumera.Ui.Driver;
using Adnumera.Web.Feeds;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.Web.Tests.Feeds;

/// <summary>A house with the program that plays the sources, and an administrator at the API.</summary>
public abstract class FeedHouse : IAsyncLifetime
{
    private protected House house = null!;
    private protected Client client = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(Furnishing.Connected, withSources: true);
        client = await Client.Of(house, "administrator");
    }

    public async ValueTask DisposeAsync()
    {
        client.Dispose();
        await house.DisposeAsync();
        GC.SuppressFinalize(this);
    }

    private protected Desks Desks => house.Desks;

    private protected static CardMovement Charge(
        string id,
        string amount = "40.00",
        string status = "settled",
        string date = "2026-11-10",
        string card = "4417",
        string merchant = "Fennel Street Post"
    ) => new(id, status, "charge", date, card, "Ines Calder", merchant, "4215", amount, "USD", "Parcels");

    private protected static Claim Claim(string id, string status, string entity = "Bindery", string total = "30.00") =>
        new(id, status, entity, "Maud Pennyroyal", "2026-11-09", $"N-{id}", total, "USD", "", [new ClaimLine("Train", "Travel", total)]);

    private protected static PurchaseBill Purchase(string id, string entity = "Bindery", string total = "100.00") =>
        new(
            id,
            "open",
            entity,
            "bill",
            "Marrow & Oake",
            $"R-{id}",
            "2026-11-08",
            "2026-12-08",
            "",
            total,
            "USD",
            "",
            [new PurchaseLine("Goatskin", "Goatskin, dyed", "", "2", "50.00", total)]
        );

    /// <summary>Connects a source by the way that a browser goes: consent, the source's page, back.</summary>
    private protected async Task<long> Connect(string desk, string source = "Feed", string from = "2026-09-01", string every = "by_hand")
    {
        var consent = await client.Post(
            "feeds/consent",
            new
            {
                kind = desk,
                source,
                fromDay = from,
                every,
            }
        );
        return await Allow(desk, consent);
    }

    private protected async Task<long> Allow(string desk, JsonElement consent)
    {
        var query = System.Web.HttpUtility.ParseQueryString(new Uri(consent.GetProperty("url").GetString()!).Query);
        var code = Desks.Allow(desk, query["redirect_uri"]!, new DateTimeOffset(2026, 11, 20, 9, 0, 0, TimeSpan.Zero));
        using var back = await client.Send(HttpMethod.Get, $"connect/feed?code={code}&state={Uri.EscapeDataString(query["state"]!)}");
        Assert.Equal(HttpStatusCode.Redirect, back.StatusCode);
        Assert.EndsWith("?answer=connected", back.Headers.Location!.ToString());
        return (await client.Get("feeds")).GetProperty("feeds").EnumerateArray().Max(f => f.GetProperty("id").GetInt64());
    }

    /// <summary>Watches a folder; the feed, and where the folder is.</summary>
    private protected async Task<(long Feed, string Folder)> Watch(Client? by = null, string every = "by_hand")
    {
        var watched = await (by ?? client).Post(
            "feeds/folder",
            new
            {
                kind = "folder",
                source = "Scanner",
                folder = "scanner",
                every,
            }
        );
        var feed = watched.GetProperty("feed");
        return (feed.GetProperty("id").GetInt64(), feed.GetProperty("address").GetString()!);
    }

    /// <summary>Puts a file into a watched folder, as written some seconds ago.</summary>
    private protected static void Put(string folder, string name, byte[] content, int secondsAgo = 60)
    {
        var path = Path.Combine(folder, name);
        File.WriteAllBytes(path, content);
        File.SetLastWriteTimeUtc(path, DateTime.UtcNow.AddSeconds(-secondsAgo));
    }

    private protected Task<JsonElement> Ours(long feed, string value, bool? ours = true) =>
        client.Put($"feeds/{feed}/values", new { value, ours });

    private protected Task<JsonElement> Pull(long feed, bool whole = false) =>
        client.Post($"feeds/{feed}/pulls{(whole ? "?whole=true" : "")}");

    private protected Task Wake() => house.Services.GetRequiredService<FeedClock>().Run(CancellationToken.None);

    /// <summary>What a pull came to, in few words.</summary>
    private protected static string Said(JsonElement detail)
    {
        var last = detail.GetProperty("pulls")[0];
        return string.Join(
            ", ",
            last.EnumerateObject()
                .Where(p => p.Value.ValueKind == JsonValueKind.Number && p.Name is not ("id" or "arrival") && p.Value.GetInt64() != 0)
                .Select(p => $"{p.Name} {p.Value.GetInt64()}")
        );
    }

    private protected async Task<IReadOnlyDictionary<string, (string State, string Total, long Id)>> Documents()
    {
        var rows = (await client.Get("documents")).GetProperty("rows").EnumerateArray();
        return rows.ToDictionary(
            d => d.GetProperty("sourceId").GetString()!,
            d => (d.GetProperty("state").GetString()!, d.GetProperty("total").GetString()!, d.GetProperty("id").GetInt64())
        );
    }
}
