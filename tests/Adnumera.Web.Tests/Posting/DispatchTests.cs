using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

public sealed class DispatchTests() : ConnectedHouse("bookkeeper")
{
    private string[] InLedger() => [.. house.Books.Latest(1000).Select(e => e.SourceId).Order(StringComparer.Ordinal)];

    [Fact]
    public async Task Suppliers_go_first_then_documents_and_each_stands_in_the_ledger_once()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, supplier: "Vellum & Verso"));
        Assert.Equal("Vellum & Verso", (await client.Get("posting")).GetProperty("newSuppliers")[0].GetString());
        var done = await client.Dispatch(house);
        Assert.Equal(
            ("done", 3),
            (
                done.GetProperty("dispatch").GetProperty("outcome").GetString(),
                done.GetProperty("dispatch").GetProperty("accepted").GetInt32()
            )
        );
        Assert.Equal(["B1", "B2"], InLedger());
        Assert.Contains(house.Books.Suppliers(), s => s.Name == "Vellum & Verso");
        Assert.Equal("nothing-ready", (await client.Refused(HttpMethod.Post, "dispatches")).Type);
        Assert.Equal([2], States(house, "posted"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_lost_answer_is_looked_up_by_its_key_and_not_sent_again()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2) + Bill(3));
        house.Books.SetFaults(new LedgerStandIn.Faults(0, 2));
        await client.Dispatch(house);
        Assert.Equal(["B1", "B2", "B3"], InLedger());
        Assert.Equal([3, 0], States(house, "posted", "on_its_way"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_refusal_holds_the_document_with_the_ledgers_words_and_goes_again_once_mended()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Glue"));
        house.Books.SetActive("5150", false); // closed in the ledger since the last pull
        var done = await client.Dispatch(house);
        var refused = done.GetProperty("outcomes").EnumerateArray().Single(o => o.GetProperty("state").GetString() == "refused");
        Assert.Contains("Account 5150 is closed.", refused.GetProperty("explanation").GetString(), StringComparison.Ordinal);
        Assert.Equal("refused", (await client.Get("documents/2")).GetProperty("reasons")[0].GetProperty("reason").GetString());
        Assert.Equal(["B1"], InLedger());
        AssertSound(house);

        house.Books.SetActive("5150", true);
        await client.Post("documents/2/code");
        await client.Dispatch(house);
        Assert.Equal(["B1", "B2"], InLedger());
        AssertSound(house);
    }

    [Fact]
    public async Task A_server_that_is_killed_in_the_middle_goes_on_where_it_was()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 12).Select(i => Bill(i))));
        house.Books.SetFaults(new LedgerStandIn.Faults(80, 0));
        await client.Post("dispatches");
        await Until(() => InLedger().Length >= 3);
        await house.Restart();
        house.Books.SetFaults(new LedgerStandIn.Faults(0, 0));
        await house.DispatchIsOver();

        // What was being sent may still arrive: it goes again only when the ledger has said often enough that it does not have it.
        await house.AskOverTime();
        Assert.Equal(12, InLedger().Length);
        Assert.Equal(12, InLedger().Distinct().Count());
        Assert.Equal([12, 0], States(house, "posted", "on_its_way"));
        AssertSound(house);
    }

    [Fact]
    public async Task It_can_be_stopped_between_documents_and_what_was_not_sent_is_ready_again()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 20).Select(i => Bill(i))));
        house.Books.SetFaults(new LedgerStandIn.Faults(60, 0));
        var id = (await client.Post("dispatches")).GetProperty("id").GetInt64();
        Assert.Equal("ledger-busy", (await client.Refused(HttpMethod.Post, "dispatches")).Type);
        await Until(() => InLedger().Length >= 2);
        await client.Post($"dispatches/{id}/cancel");
        await house.DispatchIsOver();
        var posted = InLedger().Length;
        Assert.InRange(posted, 2, 19);
        Assert.Equal([posted, 20 - posted, 0], States(house, "posted", "ready", "on_its_way"));
        house.Books.SetFaults(new LedgerStandIn.Faults(0, 0));
        await client.Dispatch(house);
        Assert.Equal(20, InLedger().Distinct().Count());
        Assert.Equal(20, InLedger().Length);
        AssertSound(house);
    }

    [Fact]
    public async Task A_consent_that_was_taken_back_stops_the_dispatch_and_loses_nothing()
    {
        await client.TakeIn(Header + Bill(1));
        house.Books.RevokeAll(DateTimeOffset.UtcNow);
        var stopped = await client.Dispatch(house);
        Assert.Contains(
            "does not allow the connection any more",
            stopped.GetProperty("dispatch").GetProperty("outcome").GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal([1, 0], States(house, "ready", "on_its_way"));
        await house.Connect();
        await client.Dispatch(house);
        Assert.Equal(["B1"], InLedger());
        AssertSound(house);
    }
}
