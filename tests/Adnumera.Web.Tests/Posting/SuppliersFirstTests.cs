using Adnumera.LedgerStandIn;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

/// <summary>An entry waits for its supplier: one that the ledger refused, or of which nobody knows yet, keeps it here with that
/// reason.</summary>
public sealed class SuppliersFirstTests() : ConnectedHouse("administrator")
{
    private string[] InLedger() => [.. house.Books.Latest(1000).Select(e => e.SourceId).Order(StringComparer.Ordinal)];

    private static string New(int id) => Bill(id, supplier: $"New Mill {id}");

    [Fact]
    public async Task As_many_new_suppliers_as_there_are_go_and_their_entries_after_them()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 20).Select(New)));
        await client.Dispatch(house);
        Assert.Equal(20, InLedger().Length);
        Assert.Equal(20, house.Books.Suppliers().Count(s => s.Name.StartsWith("New Mill", StringComparison.Ordinal)));
        Assert.Equal([20], States(house, "posted"));
        AssertSound(house);
    }

    [Fact]
    public async Task An_entry_whose_supplier_is_refused_is_not_sent_and_says_so_and_goes_once_that_is_mended()
    {
        await client.TakeIn(Header + New(1) + Bill(2));
        house.Books.SetFaults(new Faults(RefusePercent: 100));
        await client.Dispatch(house);
        Assert.Empty(InLedger());
        var reason = (await client.Get("documents/1")).GetProperty("reasons")[0];
        Assert.Contains("New Mill 1", reason.GetProperty("detail").GetString(), StringComparison.Ordinal);
        Assert.Equal([2, 0, 0], States(house, "held", "on_its_way", "ready"));

        house.Books.SetFaults(new Faults());
        await client.Post("documents/1/code");
        await client.Post("documents/2/code");
        await client.Dispatch(house);
        Assert.Equal(["B1", "B2"], InLedger());
        AssertSound(house);
    }

    [Fact]
    public async Task An_entry_whose_supplier_has_no_clear_answer_waits_for_it_and_others_go()
    {
        await client.TakeIn(Header + New(1) + Bill(2));
        house.Books.SetFaults(new Faults(LateCommits: 1, LateMilliseconds: 700));
        await client.Dispatch(house);
        Assert.Equal(["B2"], InLedger());
        await Until(() => house.Books.Suppliers().Any(s => s.Name == "New Mill 1"));
        await house.AskOverTime();
        if (States(house, "posted") is [1])
        {
            await client.Post("dispatches/resume");
            await house.DispatchIsOver();
        }

        Assert.Equal(["B1", "B2"], InLedger());
        Assert.Equal([2, 0], States(house, "posted", "on_its_way"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_cancel_that_meets_a_fault_of_the_ledger_is_kept_and_what_was_not_sent_is_ready_again()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 6).Select(i => Bill(i))));
        house.Books.SetFaults(new Faults(SlowMilliseconds: 300, GoneAfter: 1));
        var id = (await client.Post("dispatches")).GetProperty("id").GetInt64();
        await client.Post($"dispatches/{id}/cancel");
        await house.DispatchIsOver();
        var planned = (await client.Get("posting")).GetProperty("planned");
        Assert.Equal(System.Text.Json.JsonValueKind.Null, planned.ValueKind);
        house.Books.SetFaults(new Faults());
        await house.AskOverTime();
        var posted = InLedger().Length;
        Assert.Equal([posted, 6 - posted, 0], States(house, "posted", "ready", "on_its_way"));
        AssertSound(house);
    }
}
