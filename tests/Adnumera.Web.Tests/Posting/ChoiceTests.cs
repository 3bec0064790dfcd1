using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

/// <summary>What is ready goes by choice, with its totals before, and each dispatch has its page.</summary>
public sealed class ChoiceTests() : ConnectedHouse("administrator")
{
    private static long Documents(JsonElement of) => of.GetProperty("documents").GetInt64();

    private async Task Post(string list, object body)
    {
        await client.Post($"dispatches{list}", body);
        await house.DispatchIsOver();
    }

    [Fact]
    public async Task Only_what_is_chosen_goes_and_its_accounts_are_added_up_before()
    {
        await client.TakeIn(
            Header
                + Bill(1)
                + Bill(2, total: "40.00", day: "2026-10-02")
                + Bill(3, supplier: "Tarn Mill", total: "7.00")
                + "Company card,C1,card_charge,2026-11-11,,Tarn Mill,,4417,,9.00,1,Thread,Leather,9.00\n"
        );
        Assert.Equal((3, 1), (Documents(await client.Get("posting?kind=bill")), Documents(await client.Get("posting?period=2026-10"))));
        var chosen = await client.Get("posting?kind=bill&leaveOut=1");
        Assert.Equal((2L, "47.00"), (Documents(chosen), chosen.GetProperty("money").GetString()));
        Assert.Equal(
            [("2100", "0.00", "47.00", 2L), ("5120", "47.00", "0.00", 2L)],
            chosen
                .GetProperty("accounts")
                .EnumerateArray()
                .Select(a =>
                    (
                        a.GetProperty("account").GetString()!,
                        a.GetProperty("debit").GetString()!,
                        a.GetProperty("credit").GetString()!,
                        Documents(a)
                    )
                )
        );

        // What goes opens exactly that.
        Assert.Equal(2, Documents(await client.Get("documents?state=ready&kind=bill&without=1")));
        Assert.Equal(1, Documents(await client.Get("documents?state=ready&kind=bill&account=5120&without=1.2")));
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Get, "documents?without=1;2")).Status);

        // A supplier that would be new and that nobody saw stops it; seen, it goes.
        var (status, type, detail) = await client.Refused(
            HttpMethod.Post,
            "dispatches?kind=bill",
            new { leaveOut = new[] { 1 }, newSuppliers = Array.Empty<string>() }
        );
        Assert.Equal((HttpStatusCode.Conflict, "new-suppliers"), (status, type));
        Assert.Contains("Tarn Mill", detail, StringComparison.Ordinal);
        Assert.Equal([4], States(house, "ready"));
        await Post("?kind=bill", new { leaveOut = new[] { 1 }, newSuppliers = new[] { "Tarn Mill" } });
        Assert.Equal([2, 2], States(house, "posted", "ready"));
        Assert.Equal(2, Documents(await client.Get("posting")));
        Assert.Equal("nothing-ready", (await client.Refused(HttpMethod.Post, "dispatches?supplier=Nobody", new { period = "" })).Type);
        AssertSound(house);
    }

    [Fact]
    public async Task Every_dispatch_is_in_the_list_and_has_its_outcomes_and_accounts()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, day: "2026-10-02"));
        await Post("?period=2026-10", new { });
        await Post("", new { });
        var all = (await client.Get("dispatches")).EnumerateArray().Select(d => d.GetProperty("id").GetInt64()).ToList();
        Assert.Equal(all.OrderDescending(), all);
        Assert.Equal(2, all.Count);
        Assert.Equal(
            [all[1]],
            (await client.Get($"dispatches?before={all[0]}")).EnumerateArray().Select(d => d.GetProperty("id").GetInt64())
        );
        var page = await client.Get($"dispatches/{all[0]}");
        Assert.Equal("100.00", page.GetProperty("accounts")[1].GetProperty("debit").GetString());
        foreach (var total in page.GetProperty("accounts").EnumerateArray())
            Assert.Equal(
                Documents(total),
                Documents(await client.Get($"documents?dispatch={all[0]}&account={total.GetProperty("account").GetString()}"))
            );
        var outcomes = page.GetProperty("outcomes").GetArrayLength();
        Assert.Equal(outcomes - 1, (await client.Get($"dispatches/{all[0]}?skip=1")).GetProperty("outcomes").GetArrayLength());
        var posted = await client.Get("documents/1");
        Assert.Equal(all[0], posted.GetProperty("dispatch").GetInt64());

        // The ledger's own record, and no page of a source that is not connected.
        using var entry = await client.Send(HttpMethod.Get, Client.In($"ledger/entries/{posted.GetProperty("ledgerEntry").GetString()}"));
        Assert.Equal(HttpStatusCode.Found, entry.StatusCode);
        Assert.StartsWith(house.LedgerAddress, entry.Headers.Location!.ToString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await client.Refused(HttpMethod.Get, "documents/1/source-record")).Status);
    }
}
