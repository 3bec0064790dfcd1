using System.Net;
using Adnumera.Core.Ledger;
using Adnumera.LedgerStandIn;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Ledger;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Ledger;

/// <summary>Keeping in step with the ledger: what changed, what it breaks, who follows, and who has the turn.</summary>
public sealed class PullTests() : ConnectedHouse("administrator")
{
    private LedgerAccount Account(string id) => house.Books.Accounts().Single(a => a.Id == id);

    [Fact]
    public async Task What_breaks_nothing_is_taken_over_at_once_and_named()
    {
        house.Books.Change(Account("6130") with { Name = "Power and heat", Number = "6131" });
        house.Books.Add(new DimensionValue("project", "J9", "Herbarium"));
        var pull = await client.Post("connection/pulls");
        Assert.True(pull.GetProperty("takenOver").GetBoolean());
        Assert.Equal(
            ["renumbered", "renamed", "added"],
            pull.GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("change").GetString())
        );
        Assert.EndsWith(
            "/quillfern-bindery/accounts#6130",
            pull.GetProperty("changes")[0].GetProperty("link").GetString(),
            StringComparison.Ordinal
        );
        Assert.Contains(await Names(), n => n == "6131 Power and heat");
    }

    [Fact]
    public async Task Tax_numbers_of_the_ledger_are_kept_as_marks_and_still_find_the_same_supplier()
    {
        house.Books.Add(new Supplier("S901", "Tarn Bindings", "00-5550990", "", ""));
        house.Books.Add(new Supplier("S902", "Fergus & Sons", "005550990", "", ""));
        house.Books.Add(new DimensionValue("project", "J9", "Herbarium"));
        await client.Post("connection/pulls");
        Assert.DoesNotContain(
            house.Company.Read(c => new LedgerTable(c).SupplierList()),
            s => s.TaxNumber.Contains("0990", StringComparison.Ordinal)
        );
        Assert.Contains(
            (await client.Get("suppliers")).GetProperty("proposals").EnumerateArray(),
            p =>
                p.GetRawText() is var said
                && said.Contains("Tarn Bindings", StringComparison.Ordinal)
                && said.Contains("the same tax number", StringComparison.Ordinal)
        );
    }

    private async Task<IEnumerable<string?>> Names() =>
        (await client.Get("accounts")).EnumerateArray().Select(a => a.GetProperty("title").GetString());

    [Fact]
    public async Task A_closed_account_names_its_mappings_and_money_and_a_successor_follows_everywhere()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Odd", total: "40.00"));
        using (
            await client.Send(
                HttpMethod.Put,
                Client.In("documents/2/lines/1/account"),
                System.Net.Http.Json.JsonContent.Create(new { account = "5120" })
            )
        ) { }
        house.Books.SetActive("5120", false);
        house.Books.AddAccount(new LedgerAccount("5121", "5121", "Leather and hides", "cost_of_sales", "", "", true));
        var pull = await client.Post("connection/pulls");
        var broken = Assert.Single(pull.GetProperty("breaks").EnumerateArray());
        Assert.Equal(
            ("5120 Leather", 2, "140.00"),
            (broken.GetProperty("title").GetString(), broken.GetProperty("documents").GetInt32(), broken.GetProperty("money").GetString())
        );
        Assert.Equal(
            ["category “Leather”", "item “Goatskin, dyed”", "a person's choice on 1 open line"],
            broken
                .GetProperty("mappings")
                .EnumerateArray()
                .Select(m => m.GetString())
                .Order(StringComparer.Ordinal)
                .OrderByDescending(m => m!.StartsWith("cat", StringComparison.Ordinal))
                .ThenByDescending(m => m!.StartsWith("item", StringComparison.Ordinal))
        );
        Assert.Equal([2], States(house, "ready"));
        Assert.Equal("pull-waits", (await client.Refused(HttpMethod.Post, "dispatches")).Type);

        var taken = await client.Post("connection/pulls/waiting/take-over", new[] { new { account = "5120", successor = "5121" } });
        Assert.True(taken.GetProperty("takenOver").GetBoolean());
        Assert.Equal([2], States(house, "ready"));
        Assert.All(
            await Task.WhenAll(client.Get("documents/1"), client.Get("documents/2")),
            d => Assert.Equal("5121", d.GetProperty("journal")[0].GetProperty("account").GetString())
        );
        Assert.Contains(
            "a pull of the ledger",
            (await client.Get("mapping/history")).GetProperty("sets")[0].GetProperty("origin").GetString(),
            StringComparison.Ordinal
        );
        AssertSound(house);
    }

    [Fact]
    public async Task A_pull_can_be_left_and_nothing_counts_then()
    {
        await client.TakeIn(Header + Bill(1));
        house.Books.Change(Account("5120") with { Kind = "income", Role = "bank" });
        Assert.False((await client.Post("connection/pulls")).GetProperty("takenOver").GetBoolean());
        using (await client.Send(HttpMethod.Delete, Client.In("connection/pulls/waiting"))) { }
        Assert.Equal([1], States(house, "ready"));
        using var none = await client.Send(HttpMethod.Get, Client.In("connection/pulls/waiting"));
        Assert.Equal(HttpStatusCode.NoContent, none.StatusCode);
        Assert.Equal(
            "no-pull-waits",
            (await client.Refused(HttpMethod.Post, "connection/pulls/waiting/take-over", Array.Empty<object>())).Type
        );
    }

    [Fact]
    public async Task A_department_that_is_gone_holds_its_documents_and_a_mapping_frees_them()
    {
        await client.TakeIn(
            "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,net,department\n"
                + "bills,B1,bill,2026-11-10,R1,Hexham Tannery,10.00,1,Hide,Leather,10.00,Workshop\n"
        );
        Assert.Equal("dimension_unmapped", (await client.Get("documents/1")).GetProperty("reasons")[0].GetProperty("reason").GetString());
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "department",
                        key = "workshop",
                        value = "Bench",
                    },
                },
            }
        );
        Assert.Equal([1], States(house, "ready"));
        await client.Dispatch(house);
        Assert.Equal("Bench", house.Books.Latest(1)[0].Lines[0].Dimensions["department"]);
        house.Books.Switch("departments", false);
        await client.Post("connection/pulls");
        await client.TakeIn(
            "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,net,department\n"
                + "bills,B2,bill,2026-11-10,R2,Hexham Tannery,10.00,1,Hide,Leather,10.00,Bench\n"
        );
        Assert.Contains(
            "departments off",
            (await client.Get("documents/2")).GetProperty("reasons")[0].GetProperty("detail").GetString(),
            StringComparison.Ordinal
        );
        AssertSound(house);
    }

    [Fact]
    public async Task One_has_the_turn_and_the_other_says_who()
    {
        using (house.Services.GetRequiredService<LedgerTurns>().Take("bindery", "a dispatch"))
        {
            var refused = await client.Refused(HttpMethod.Post, "connection/pulls");
            Assert.Equal((HttpStatusCode.Conflict, "ledger-busy"), (refused.Status, refused.Type));
            Assert.StartsWith("A dispatch is running.", refused.Detail, StringComparison.Ordinal);
        }

        house.Books.SetFaults(new LedgerStandIn.Faults(SlowMilliseconds: 60));
        var pulls = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => client.Send(HttpMethod.Post, Client.In("connection/pulls"))));
        Assert.Single(pulls, p => p.IsSuccessStatusCode);
        Assert.All(pulls.Where(p => !p.IsSuccessStatusCode), p => Assert.Equal(HttpStatusCode.Conflict, p.StatusCode));
        foreach (var pull in pulls)
            pull.Dispose();
        house.Books.SetFaults(new LedgerStandIn.Faults());
        await client.Post("connection/pulls");
    }

    [Fact]
    public async Task A_ledger_that_goes_away_in_the_middle_leaves_everything_as_it_was()
    {
        house.Books.SetActive("5120", false);
        house.Books.SetFaults(new LedgerStandIn.Faults(GoneAfter: 4));
        Assert.Equal("ledger-unavailable", (await client.Refused(HttpMethod.Post, "connection/pulls")).Type);
        Assert.True(house.Company.Read(c => new LedgerTable(c).Chart().TryFind("5120", out var leather) && leather.Active));
        Assert.False(house.Company.Read(c => new PendingPullTable(c).Exists()));
        house.Books.SetFaults(new LedgerStandIn.Faults(TooMany: 1)); // asked to wait, the client does, and goes on
        Assert.False((await client.Post("connection/pulls")).GetProperty("takenOver").GetBoolean());
    }

    [Fact]
    public async Task Another_organisation_is_matched_by_number_and_name_for_a_person_to_confirm()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Courier"));
        using (await client.Send(HttpMethod.Delete, Client.In("connection"))) { }
        Assert.True((await client.Get("accounts")).GetArrayLength() > 80); // disconnecting keeps everything
        await house.Connect("quillfern-reading-room");
        var pull = await client.Get("connection/pulls/waiting");
        Assert.True(pull.GetProperty("otherOrganisation").GetBoolean());
        var courier = pull.GetProperty("breaks")
            .EnumerateArray()
            .Single(b => b.GetProperty("title").GetString() == "6220 Postage and courier");
        Assert.Equal(
            ("R640", 95),
            (
                courier.GetProperty("successors")[0].GetProperty("account").GetString(),
                courier.GetProperty("successors")[0].GetProperty("likeness").GetInt32()
            )
        );
        Assert.Equal([2], States(house, "ready"));
        await client.Post("connection/pulls/waiting/take-over", new[] { new { account = "6220", successor = "R640" } });
        Assert.Equal([1, 1], States(house, "held", "ready")); // leather has no successor there: held, not guessed
        Assert.Equal("quillfern-reading-room", house.Company.Read(c => new LedgerTable(c).Pulled()!.Value.Id));
        AssertSound(house);
    }

    [Fact]
    public async Task A_mapping_to_an_item_follows_the_item_to_another_account()
    {
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Paper",
                        account = "5110",
                        ledgerItem = "I1",
                    },
                },
            }
        );
        await client.TakeIn(Header + Bill(1, "Paper"));
        await client.Dispatch(house);
        Assert.Equal("5110", house.Books.Latest(1)[0].Lines[0].Account);
        Assert.Contains(
            "item of the ledger brings the account",
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
                                kind = "settlement",
                                key = "X",
                                account = "2210",
                                ledgerItem = "I1",
                            },
                        },
                    }
                )
            ).Detail,
            StringComparison.Ordinal
        );
        Assert.Equal("5110", house.Company.Read(c => new MappingTable(c).Of(Core.Mapping.KeyKind.Category, "Paper").Single().Account));
        Assert.Equal(
            RecordKind.Item,
            PullComparison
                .Between(
                    house.Company.Read(c => new LedgerTable(c).Records())!,
                    house.Company.Read(c => new LedgerTable(c).Records())! with
                    {
                        Items = [],
                    }
                )[0]
                .Record
        );
    }
}
