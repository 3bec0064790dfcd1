using System.Net;
using System.Text.Json;
using Dapper;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Decisions for many documents at once are the same as each alone, and are taken back together.</summary>
public sealed class BulkTests() : ConnectedHouse("administrator")
{
    private static readonly string[] Tables = ["document", "document_line", "line_dimension", "hold", "duplicate_key", "document_edit"];

    // Cells that count nothing any more may stay.
    private static readonly (string Table, string Counted)[] Cells = [("count_cell", "documents"), ("value_cell", "lines")];

    private string Whole() =>
        house.Company.Read(c =>
            string.Join(
                '\n',
                Tables
                    .Select(t => (t, $"select * from {t}"))
                    .Concat(Cells.Select(t => (t.Table, $"select * from {t.Table} where {t.Counted} <> 0")))
                    .SelectMany(t => c.Query(t.Item2).Select(r => JsonSerializer.Serialize((object)r)).Order().Prepend(t.Item1))
            )
        );

    private Task<JsonElement> Decide(object request, string list = "") => client.Post($"documents/decisions{list}", request);

    private async Task<JsonElement> Undo(JsonElement made) =>
        await client.Ask(HttpMethod.Delete, Client.In($"documents/decisions/{made.GetProperty("batch").GetInt64()}"));

    [Theory]
    [InlineData("account", "6420", null, null)]
    [InlineData("category", "Glue", null, null)]
    [InlineData("dimension", "Bench", "department", null)]
    [InlineData("supplier", "Larkspur Thread Co.", null, null)]
    [InlineData("set_aside", null, null, "other")]
    [InlineData("hold_back", null, null, null)]
    [InlineData("payment_account", "Studio card", null, null)]
    public async Task At_once_is_the_same_as_one_by_one_and_is_taken_back_whole(
        string what,
        string? value,
        string? dimension,
        string? reason
    )
    {
        var files = Header + string.Concat(Enumerable.Range(1, 6).Select(i => Bill(i, i % 2 == 0 ? "Leather" : "Sundries")));
        await client.Post(
            "payment-accounts",
            new
            {
                name = "Studio card",
                kind = "company_card",
                account = "2210",
                numbers = Array.Empty<object>(),
            }
        );
        await client.TakeIn(files + "Company card,C1,card_charge,2026-11-11,,Tarn Mill,,4417,,9.00,1,Thread,Thread & tape,9.00\n");
        var request = new
        {
            ids = Enumerable.Range(1, 7),
            what,
            value,
            dimension,
            reason,
            note = "for the fair",
        };
        var stood = Whole();
        var rehearsed = await client.Post("documents/decisions/rehearsals", request);
        Assert.Equal(stood, Whole());
        var made = await Decide(request);
        Assert.Equal(rehearsed.GetProperty("may").GetProperty("documents").GetInt32(), made.GetProperty("documents").GetInt32());
        var together = Whole();
        Assert.NotEqual(stood, together);
        AssertSound(house);
        await Undo(made);
        Assert.Equal(stood, Whole());

        foreach (var id in request.ids)
            await Decide(
                new
                {
                    ids = new[] { id },
                    what,
                    value,
                    dimension,
                    reason,
                    note = "for the fair",
                }
            );
        Assert.Equal(together, Whole());
        AssertSound(house);
    }

    [Fact]
    public async Task All_of_a_list_are_decided_and_what_cannot_be_is_left_out_with_why()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Sundries") + Bill(3, "Sundries"));
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(4, "Sundries"));
        var request = new { what = "account", value = "6420" };
        var rehearsed = await client.Post("documents/decisions/rehearsals?category=Sundries", request);
        Assert.Equal((3, 0), (rehearsed.GetProperty("may").GetProperty("documents").GetInt32(), rehearsed.GetProperty("left").GetInt32()));
        Assert.Equal(
            3,
            rehearsed.GetProperty("rehearsal").GetProperty("comeFree").GetProperty("tally").GetProperty("documents").GetInt32()
        );
        var all = await client.Post("documents/decisions/rehearsals", request);
        Assert.Equal((3, 1), (all.GetProperty("may").GetProperty("documents").GetInt32(), all.GetProperty("left").GetInt32()));
        Assert.Contains("locked", all.GetProperty("firstLeft")[0].GetProperty("why").GetString(), StringComparison.Ordinal);
        var made = await Decide(request, "?category=Sundries");
        Assert.Equal([1, 3], States(house, "posted", "ready"));

        // What was decided otherwise since stays.
        await client.Put("documents/2/lines/1/account", new { account = "5110" });
        var undone = await Undo(made);
        Assert.Equal((2, 1), (undone.GetProperty("documents").GetInt32(), undone.GetProperty("left").GetInt32()));
        Assert.Equal([2, 1], States(house, "held", "ready"));
        Assert.Equal(HttpStatusCode.NotFound, (await client.Refused(HttpMethod.Delete, "documents/decisions/99")).Status);
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_wrong_with_the_decision_is_refused_once()
    {
        await client.TakeIn(Header + Bill(1));
        foreach (var wrong in (object[])[new { }, new { what = "account" }, new { what = "hold_back" }, new { what = "set_aside" }])
            Assert.Equal(HttpStatusCode.BadRequest, (await client.Refused(HttpMethod.Post, "documents/decisions", wrong)).Status);
        var none = await Decide(new { what = "account", value = "2100" });
        Assert.Equal((0, 1), (none.GetProperty("documents").GetInt32(), none.GetProperty("left").GetInt32()));
        using var reader = await Client.Of(house, "reader");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await reader.Refused(HttpMethod.Post, "documents/decisions", new { what = "release" })).Status
        );
    }
}
