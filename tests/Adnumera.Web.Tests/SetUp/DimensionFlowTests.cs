using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.SetUp;

/// <summary>Dimensions from a file, or filled in by a mapping, through entry and ledger to the proof.</summary>
public sealed class DimensionFlowTests() : ConnectedHouse("administrator")
{
    private const string WithCustomer =
        "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,net,customer\n";

    private static string ForCustomer(string customer) =>
        $"{WithCustomer}Supplier bills,B9,bill,2026-11-10,R9,Hexham Tannery,40.00,1,Hide,Leather,40.00,{customer}\n";

    private Task<JsonElement> Demand(string demand) =>
        client.Put(
            "accounts/demands",
            new
            {
                account = "5120",
                dimension = "season",
                demand,
            }
        );

    private async Task<string[]> Reasons(int document) =>
        [
            .. (await client.Get($"documents/{document}"))
                .GetProperty("reasons")
                .EnumerateArray()
                .Select(r => r.GetProperty("reason").GetString()!),
        ];

    private IReadOnlyDictionary<string, string> InLedger(string id) =>
        house.Books.Latest(10).Single(e => e.SourceId == id).Lines.Single(l => l.Account == "5120").Dimensions;

    private async Task AssertProved()
    {
        var proof = await client.Post("proofs", new { period = "" });
        Assert.Empty(Differences(proof));
        AssertSound(house);
    }

    [Fact]
    public async Task A_customer_goes_from_the_file_to_the_ledger_and_a_changed_one_is_found_by_the_proof()
    {
        var customer = house.Books.Dimensions().First(d => d.Kind == "customer").Name;
        await client.TakeIn(ForCustomer(customer));
        Assert.Empty(await Reasons(1));
        await client.Dispatch(house);
        Assert.Equal(customer, InLedger("B9")["customer"]);
        await AssertProved();
    }

    [Fact]
    public async Task A_customer_that_the_ledger_does_not_know_is_held_until_it_is_mapped()
    {
        await client.TakeIn(ForCustomer("Fenlands"));
        Assert.Equal(["dimension_unmapped"], await Reasons(1));
        var reason = (await client.Get("documents/1")).GetProperty("reasons")[0];
        Assert.Equal(("customer", "Fenlands"), (reason.GetProperty("keyKind").GetString(), reason.GetProperty("key").GetString()));

        var customer = house.Books.Dimensions().First(d => d.Kind == "customer").Name;
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "customer",
                        key = "Fenlands",
                        value = customer,
                    },
                },
                confirmed = true,
                origin = "by_hand",
            }
        );
        Assert.Empty(await Reasons(1));
        await client.Dispatch(house);
        Assert.Equal(customer, InLedger("B9")["customer"]);
    }

    [Fact]
    public async Task A_dimension_of_the_ledgers_own_is_required_on_an_account_filled_in_by_a_mapping_posted_and_proved()
    {
        await client.TakeIn(Header + Bill(1));
        await Demand("required");
        Assert.Equal(["dimension_missing"], await Reasons(1));

        await Demand("asked");
        Assert.Empty(await Reasons(1));
        Assert.Contains(
            "dimension_asked_for",
            (await client.Get("documents/1")).GetProperty("notices").EnumerateArray().Select(n => n.GetProperty("notice").GetString())
        );

        await Demand("required");
        var season = house.Books.Dimensions().First(d => d.Kind == "season").Name;
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Leather",
                        dimensions = new Dictionary<string, string> { ["season"] = season },
                    },
                },
                confirmed = true,
                origin = "by_hand",
            }
        );
        Assert.Empty(await Reasons(1));
        await client.Dispatch(house);
        Assert.Equal(season, InLedger("B1")["season"]);
        await AssertProved();
    }

    [Fact]
    public async Task A_demand_is_shown_on_the_account_taken_back_and_refused_for_what_the_ledger_has_off()
    {
        await Demand("required");
        Assert.Equal(["season required"], await Shown());
        await Demand("optional");
        Assert.Empty(await Shown());
        var refused = await client.Refused(
            HttpMethod.Put,
            "accounts/demands",
            new
            {
                account = "5120",
                dimension = "location",
                demand = "required",
            }
        );
        Assert.Contains("the ledger has locations off", refused.Detail, StringComparison.Ordinal);

        async Task<string[]> Shown() =>
            [
                .. (await client.Get("accounts"))
                    .EnumerateArray()
                    .Single(a => a.GetProperty("id").GetString() == "5120")
                    .GetProperty("demands")
                    .EnumerateArray()
                    .Select(d => $"{d.GetProperty("dimension").GetString()} {d.GetProperty("demand").GetString()}"),
            ];
    }
}
