using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>The same money twice, and the same supplier twice: a question, until somebody decides.</summary>
public sealed class AlikeTests() : ConnectedHouse("bookkeeper")
{
    private static string Charge(
        int id,
        string supplier = "Larkspur Thread Co.",
        string net = "9.00",
        string account = "4417",
        string kind = "card_charge"
    ) => $"Company card,C{id},{kind},2026-11-11,,{supplier},,{account},,{net},1,Thread,Thread & tape,{net}\n";

    private async Task<string> Held(long id)
    {
        var reasons = (await client.Get($"documents/{id}"))
            .GetProperty("reasons")
            .EnumerateArray()
            .Select(r => r.GetProperty("reason").GetString());
        return string.Join(' ', reasons);
    }

    [Fact]
    public async Task A_charge_twice_in_one_file_is_a_question_and_so_is_the_same_account_under_another_number()
    {
        await client.TakeIn(
            Header
                + Charge(1)
                + Charge(2)
                + Charge(3, net: "9.01")
                + Charge(4, kind: "card_refund")
                + Charge(5, account: "Company card")
                + Charge(6, account: "0931")
        );
        Assert.Equal(
            ["", "possible_duplicate", "", "", "possible_duplicate", ""],
            await Task.WhenAll(Enumerable.Range(1, 6).Select(i => Held(i)))
        );
        Assert.Equal("ready", (await client.Put("documents/2/not-duplicate", new { })).GetProperty("state").GetString());
        AssertSound(house);
    }

    [Fact]
    public async Task A_linked_supplier_counts_as_one_and_later_documents_are_looked_at_again_when_an_earlier_one_changes()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, supplier: "H. T. Leathers").Replace("R2", "R1", StringComparison.Ordinal));
        Assert.Equal("", await Held(2));
        await client.Put(
            "suppliers/links",
            new
            {
                supplier = "H. T. Leathers",
                name = "Hexham Tannery",
                ledgerSupplier = "",
            }
        );
        Assert.Equal("possible_duplicate", await Held(2));

        // The first was sent with another reference: the second is none any more. It comes back, and goes again when the first is set
        // aside.
        await client.TakeIn(Header + Bill(1).Replace("R1", "R9", StringComparison.Ordinal));
        Assert.Equal("", await Held(2));
        await client.TakeIn(Header + Bill(1));
        Assert.Equal("possible_duplicate", await Held(2));
        using (await client.Send(HttpMethod.Delete, Client.In("suppliers/links?supplier=H.%20T.%20Leathers"))) { }
        Assert.Equal("", await Held(2));
        AssertSound(house);
    }

    [Fact]
    public async Task A_likely_pair_that_nobody_decided_holds_posting_and_what_is_set_aside_asks_nothing()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, supplier: "Hexham Tannerry"));
        Assert.Equal(["", "supplier_undecided"], [await Held(1), await Held(2)]);
        var pair = (await client.Get("suppliers"))
            .GetProperty("proposals")
            .EnumerateArray()
            .Single(p => p.GetProperty("left").GetString() == "Hexham Tannerry");
        Assert.True(pair.GetProperty("holds").GetBoolean());
        await client.Dispatch(house);
        Assert.DoesNotContain(house.Books.Suppliers(), s => s.Name == "Hexham Tannerry");

        await client.Put(
            "suppliers/apart",
            new
            {
                left = "Hexham Tannerry",
                right = "Hexham Tannery",
                apart = true,
            }
        );
        Assert.Equal("", await Held(2));
        await client.Put(
            "suppliers/apart",
            new
            {
                left = "Hexham Tannerry",
                right = "Hexham Tannery",
                apart = false,
            }
        );
        Assert.Equal("supplier_undecided", await Held(2));
        await client.Put("documents/2/set-aside", new { reason = "already_in_ledger" });
        Assert.DoesNotContain(
            (await client.Get("suppliers")).GetProperty("proposals").EnumerateArray(),
            p => p.GetProperty("left").GetString() == "Hexham Tannerry"
        );
        using (await client.Send(HttpMethod.Delete, Client.In("documents/2/set-aside"))) { }
        Assert.Equal("supplier_undecided", await Held(2));
        AssertSound(house);
    }
}
