using Adnumera.SourcesStandIn;
using Adnumera.Ui.Driver;
using CsCheck;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Feeds;

/// <summary>Whatever happens at a source, and however often it breaks off: what it counts and what arrived agree after a pull that went
/// well.
/// The seed is fixed, so that a run is as long as the last one.</summary>
public sealed class FeedPropertyTests : FeedHouse
{
    private static readonly Gen<(int Id, int Cents, int Status)[]> Changes = Gen.Select(
        Gen.Int[0, 11],
        Gen.Int[100, 900],
        Gen.Int[0, 3]
    ).Array[1, 12];

    [Fact]
    public async Task What_the_source_counts_is_here_after_each_pull_and_nothing_else_is_open()
    {
        var feed = await Connect(Desk.Card, "Card");
        await Ours(feed, "4417");
        async Task Step((int Id, int Cents, int Status)[] changes, int breaksAfter)
        {
            Desks.Put(changes.Select(c => Charge($"C{c.Id}", $"{c.Cents / 100m:0.00}", StatusOf(c.Status))));
            Desks.SetFaults(Desk.Card, new Faults(GoneAfter: breaksAfter > 2 ? null : breaksAfter));
            using (await client.Send(HttpMethod.Post, Client.In($"feeds/{feed}/pulls"))) { }
            Desks.SetFaults(Desk.Card, new Faults());
            await Pull(feed);
            var gap = await client.Get($"feeds/{feed}/gap?firstDay=2026-11-01&lastDay=2026-11-30");
            Assert.DoesNotContain(gap.GetProperty("differences").EnumerateArray(), d => d.GetProperty("kind").GetString() != "not_there");

            // What is here and not counted there was cancelled there, or is pending again: it stands aside with that reason, or waits.
            var there = Desks.List(Desk.Card, "2026-11-01", "2026-11-30", []).Select(c => c.Id).ToHashSet();
            var open = (await Documents()).Where(d => d.Value.State != "set_aside").Select(d => d.Key).ToHashSet();
            Assert.Subset(there, open);
            AssertSound(house);
        }

        await Gen.Select(Changes, Gen.Int[0, 5]).SampleAsync((c, b) => Step(c, b), iter: 8, threads: 1);
    }

    [Fact]
    public async Task The_order_in_which_sources_are_pulled_does_not_matter()
    {
        Desks.Put(Enumerable.Range(0, 12).Select(i => Charge($"C{i}", $"{10 + i}.00")));
        Desks.Put(Enumerable.Range(0, 12).Select(i => Purchase($"P{i}", total: "100.00")));
        Desks.Put(Enumerable.Range(0, 12).Select(i => Claim($"K{i}", "approved")));
        async Task<string> Pulled(House at, params string[] order)
        {
            (house, client) = (at, await Client.Of(at, "administrator"));
            foreach (var desk in order)
            {
                var feed = await Connect(desk, desk);
                await Ours(feed, desk == Desk.Card ? "4417" : "Bindery");
                await Pull(feed);
            }

            return string.Join('\n', (await Documents()).OrderBy(d => d.Key).Select(d => $"{d.Key} {d.Value.State} {d.Value.Total}"));
        }

        var first = house;
        var one = await Pulled(first, Desk.Card, Desk.Purchasing, Desk.Claims);
        await using var second = await House.Open(Furnishing.Connected, withSources: true);
        second.Desks.Put(Enumerable.Range(0, 12).Select(i => Charge($"C{i}", $"{10 + i}.00")));
        second.Desks.Put(Enumerable.Range(0, 12).Select(i => Purchase($"P{i}", total: "100.00")));
        second.Desks.Put(Enumerable.Range(0, 12).Select(i => Claim($"K{i}", "approved")));
        var other = await Pulled(second, Desk.Claims, Desk.Card, Desk.Purchasing);
        client.Dispose();
        (house, client) = (first, await Client.Of(first, "administrator"));
        Assert.Equal(one, other);
    }

    private static string StatusOf(int status) =>
        status switch
        {
            0 => "pending",
            1 => "cancelled",
            _ => "settled",
        };
}
