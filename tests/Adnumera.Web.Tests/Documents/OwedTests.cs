using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Money that somebody owes: private charges on the company's card, and the company's costs on a person's own.</summary>
public sealed class OwedTests() : ConnectedHouse("administrator")
{
    private static string Charge(int id, string account, string supplier = "Larkspur Thread Co.") =>
        $"Company card,C{id},card_charge,2026-11-11,,{supplier},,{account},,{id}.00,1,Thread,Thread & tape,{id}.00\n";

    private static string[] Journal(JsonElement document) =>
        [
            .. document
                .GetProperty("journal")
                .EnumerateArray()
                .Select(j =>
                    $"{j.GetProperty("account").GetString()} {j.GetProperty("debit").GetString()} {j.GetProperty("credit").GetString()}"
                ),
        ];

    [Fact]
    public async Task A_private_charge_on_a_companys_card_is_owed_by_its_holder_as_the_company_chose()
    {
        await client.TakeIn(Header + Charge(9, "4417"));
        var aside = await client.Put("documents/1/set-aside", new { reason = "private" });
        Assert.Equal(["1250 9.00 0.00", "2210 0.00 9.00"], Journal(aside));
        Assert.Equal(("ready", true), (aside.GetProperty("state").GetString(), aside.GetProperty("isPrivate").GetBoolean()));
        Assert.Equal("private", (await client.Refused(HttpMethod.Put, "documents/1/lines/1/account", new { account = "6420" })).Type);
        using (await client.Send(HttpMethod.Delete, Client.In("documents/1/private"))) { }
        Assert.Equal(["5140 9.00 0.00", "2210 0.00 9.00"], Journal(await client.Get("documents/1")));

        // An owner's goes to what the owner draws, where the company chose that and meant it.
        Assert.Equal("confirm", (await client.Refused(HttpMethod.Put, "choices", new { privateAccount = "3020" })).Type);
        await client.Put("choices", new { privateAccount = "3020", confirmed = true });
        Assert.Equal(["3020 9.00 0.00", "2210 0.00 9.00"], Journal(await client.Put("documents/1/set-aside", new { reason = "private" })));
        await client.Dispatch(house);
        var entry = Assert.Single(house.Books.Latest(1));
        Assert.Equal(("3020", "Ines Calder"), (entry.Lines[0].Account, entry.Employee));
        await client.Post("proofs", new { period = "" });
        Assert.Equal([1], States(house, "proved"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_persons_own_card_needs_a_holder_is_owed_to_them_and_what_was_private_there_is_set_aside()
    {
        await client.TakeIn(Header + Charge(7, "5555") + Charge(8, "5555"));
        var own = new
        {
            name = "Maud's own card",
            kind = "personal",
            account = "",
            holder = "",
            numbers = new[] { new { text = "5555" } },
        };
        Assert.Equal("holder", (await client.Refused(HttpMethod.Post, "payment-accounts", own)).Type);
        await client.Post("payment-accounts", own with { holder = "Maud Pennyroyal" });
        Assert.Equal(["5140 7.00 0.00", "2330 0.00 7.00"], Journal(await client.Get("documents/1")));
        Assert.Equal(
            ("set_aside", "private"),
            (await client.Put("documents/2/set-aside", new { reason = "private" })) is var aside
                ? (aside.GetProperty("state").GetString(), aside.GetProperty("setAside").GetString())
                : default
        );
        await client.Dispatch(house);
        Assert.Equal(("Maud Pennyroyal", "2330"), (house.Books.Latest(1)[0].Employee, house.Books.Latest(1)[0].Lines[^1].Account));
        AssertSound(house);
    }

    [Fact]
    public async Task A_settlement_to_a_bank_says_that_it_pays_and_one_to_equity_asks()
    {
        object Row(string account) =>
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "settlement",
                        key = "Paid by the owner",
                        account,
                    },
                },
            };
        Assert.Contains(
            "becomes a payment there",
            (await client.Post("mapping/rehearsals", Row("1010"))).GetProperty("means")[0].GetString(),
            StringComparison.Ordinal
        );
        var asked = await client.Post("mapping/rehearsals", Row("3020"));
        Assert.Contains("an owner paid privately", asked.GetProperty("asks")[0].GetString(), StringComparison.Ordinal);
        Assert.Equal("confirm", (await client.Refused(HttpMethod.Post, "mapping/changes", Row("3020"))).Type);
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "settlement",
                        key = "Paid by the owner",
                        account = "3020",
                    },
                },
                confirmed = true,
            }
        );
        await client.TakeIn(
            Header + Bill(1).Replace(",Hexham Tannery,,,,", ",Hexham Tannery,,,Paid by the owner,", StringComparison.Ordinal)
        );
        Assert.Equal("3020", (await client.Get("documents/1")).GetProperty("journal")[1].GetProperty("account").GetString());
        await client.Dispatch(house);
        Assert.Equal([1], States(house, "posted"));
    }

    [Fact]
    public async Task Suspense_may_be_an_expense_account_and_an_unknown_department_is_held_wherever_it_comes_from()
    {
        await client.Put("connection/required", new { role = "suspense", account = "6990" });
        await client.Put("choices", new { whenNothingMaps = "suspense" });
        await client.TakeIn(Header + Bill(1, "Odd"));
        Assert.Equal("6990", (await client.Get("documents/1")).GetProperty("journal")[0].GetProperty("account").GetString());

        await client.TakeIn(Header.TrimEnd() + ",department\n" + Bill(2).TrimEnd() + ",Nowhere\n" + Bill(3).TrimEnd() + ",Bench\n");
        Assert.Equal("dimension_unmapped", (await client.Get("documents/2")).GetProperty("reasons")[0].GetProperty("reason").GetString());
        Assert.Empty((await client.Get("documents/3")).GetProperty("reasons").EnumerateArray());
        Assert.NotEqual(
            "",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "mapping/changes",
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "category",
                                key = "Glue",
                                account = "5150",
                                dimensions = new { department = "Nowhere" },
                            },
                        },
                    }
                )
            ).Type
        );
        AssertSound(house);
    }
}
