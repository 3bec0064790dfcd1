using System.Net;
using Adnumera.LedgerStandIn;
using Adnumera.Web.Ledger;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

/// <summary>What is coded with the chart of one organisation goes to no other, and a connection counts only with its pull.</summary>
public sealed class RightBooksTests() : ConnectedHouse("administrator")
{
    private const string Other = "quillfern-reading-room";

    private Books There => house.Shelf.Find(Other)!;

    private async Task<string?> Organisation() => (await client.Get("connection")).GetProperty("organisation").GetString();

    [Fact]
    public async Task Where_the_first_pull_of_another_organisation_fails_everything_stays_with_the_one_that_was()
    {
        await client.TakeIn(Header + Bill(1));
        var before = await Organisation();
        There.SetFaults(new LedgerStandIn.Faults(GoneAfter: 1));
        Assert.EndsWith("?answer=unreachable", await Allow());
        There.SetFaults(new LedgerStandIn.Faults());
        using (house.Services.GetRequiredService<LedgerTurns>().Take("bindery", "a pull"))
            Assert.EndsWith("?answer=busy", await Allow());
        Assert.Equal(before, await Organisation());
        await client.Dispatch(house);
        Assert.Equal((1, 0), (house.Books.Latest(10).Count, There.Latest(10).Count));
        AssertSound(house);
    }

    [Fact]
    public async Task While_what_was_pulled_is_of_another_organisation_nothing_is_planned_sent_or_taken_over()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2));
        // A pull that waits goes with the connection that it was of.
        house.Books.SetActive("5120", false);
        Assert.False((await client.Post("connection/pulls")).GetProperty("takenOver").GetBoolean());
        Assert.EndsWith("?answer=look", await Allow());
        Assert.True((await client.Get("connection/pulls/waiting")).GetProperty("otherOrganisation").GetBoolean());
        using (await client.Send(HttpMethod.Delete, Client.In("connection/pulls/waiting"))) { }

        // Nobody looked at what the other one has: its books get nothing.
        var refused = await client.Refused(HttpMethod.Post, "dispatches");
        Assert.Equal((HttpStatusCode.Conflict, "other-organisation"), (refused.Status, refused.Type));
        Assert.Contains("Nothing was", refused.Detail, StringComparison.Ordinal);
        Assert.Equal((0, 0), (house.Books.Latest(10).Count, There.Latest(10).Count));
        Assert.Equal([2], States(house, "ready"));

        // Its way on: look at the pull, and take it over.
        await client.Post("connection/pulls");
        await client.Post("connection/pulls/waiting/take-over", Array.Empty<object>());
        Assert.Equal([2], States(house, "held"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_pull_of_what_was_connected_before_is_not_taken_over_under_what_is_connected_now()
    {
        house.Books.SetFaults(new LedgerStandIn.Faults(SlowMilliseconds: 150));
        var pull = client.Send(HttpMethod.Post, Client.In("connection/pulls"));
        await Until(() => house.Services.GetRequiredService<LedgerTurns>().Running("bindery") is not null);
        house.Company.InTransaction(c => c.Execute("update connection set organisation = @Other", new { Other }));
        using var answer = await pull;
        Assert.Equal(HttpStatusCode.Conflict, answer.StatusCode);
        Assert.NotEqual(Other, house.Company.Read(c => c.ExecuteScalar<string>("select organisation from pulled")));
    }

    /// <summary>The way of a browser: consent, the ledger's page, back.</summary>
    private async Task<string> Allow()
    {
        var page = new Uri((await client.Post("connection/consent")).GetProperty("url").GetString()!);
        var query = System.Web.HttpUtility.ParseQueryString(page.Query);
        var code = There.Allow("Adnumera", query["redirect_uri"]!, house.Clock.GetUtcNow());
        using var back = await client.Send(HttpMethod.Get, $"connect/return?code={code}&state={Uri.EscapeDataString(query["state"]!)}");
        return back.Headers.Location!.ToString();
    }
}
