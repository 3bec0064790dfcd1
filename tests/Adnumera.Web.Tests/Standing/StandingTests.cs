using System.Net;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Standing;

/// <summary>What is decided once and decides itself from then on: rehearsed, applied to what waits, seen on each document, taken
/// back.</summary>
public sealed class StandingTests() : ConnectedHouse("bookkeeper")
{
    private static object When(
        string supplier = "",
        string text = "",
        string atLeast = "",
        string fromDay = "",
        string source = "",
        string card = ""
    ) =>
        new
        {
            source,
            kind = (string?)null,
            supplier,
            text,
            atLeast,
            atMost = "",
            merchantCode = "",
            paymentAccount = card,
            employee = "",
            fromDay,
        };

    private static object Decision(string name, object when, params (string Field, string Value, string Dimension)[] then) =>
        Numbered(0, name, when, then);

    private static object Numbered(long id, string name, object when, params (string Field, string Value, string Dimension)[] then) =>
        new
        {
            id,
            name,
            when,
            then = then.Select(t => new
            {
                field = t.Field,
                value = t.Value,
                dimension = t.Dimension,
            }),
            isOn = true,
        };

    private Task<JsonElement> Put(params object[] decisions) =>
        client.PutAsRead("standing-decisions", new { decisions }, "standing-decisions");

    private Task<JsonElement> Rehearse(params object[] decisions) => client.Post("standing-decisions/rehearsals", new { decisions });

    private async Task<(string State, string Account, string Category)> Document(long id)
    {
        var d = await client.Get($"documents/{id}");
        var line = d.GetProperty("lines")[0];
        return (d.GetProperty("state").GetString()!, line.GetProperty("account").GetString()!, line.GetProperty("category").GetString()!);
    }

    private static string Uses(JsonElement document) =>
        string.Join(
            "; ",
            document
                .GetProperty("standing")
                .EnumerateArray()
                .Select(u =>
                    $"{u.GetProperty("name").GetString()} line {u.GetProperty("line").GetInt64()} {u.GetProperty("field").GetString()} "
                    + $"{u.GetProperty("said").GetString()} → {u.GetProperty("value").GetString()} {u.GetProperty("won").GetBoolean()}"
                )
        );

    [Fact]
    public async Task It_is_rehearsed_applied_to_what_waits_shown_on_each_document_and_taken_back()
    {
        await client.TakeIn(Header + Bill(1, "Sundries") + Bill(2, "Leather") + Bill(3, "Sundries"));
        Assert.Equal(("held", "", "Sundries"), await Document(1));
        var decision = Decision("Sundries of Hexham", When(supplier: "HEXHAM tannery", text: "thing"), ("category", "Leather", ""));
        var rehearsed = await Rehearse(decision);
        Assert.Equal(3, rehearsed.GetProperty("fits").GetProperty("documents").GetInt64());
        var outcome = rehearsed.GetProperty("rehearsal");
        Assert.Equal(2, outcome.GetProperty("changed").GetProperty("documents").GetInt64());
        Assert.Equal(2, outcome.GetProperty("comeFree").GetProperty("tally").GetProperty("documents").GetInt64());
        Assert.Equal(("held", "", "Sundries"), await Document(1)); // It was only tried.

        var saved = await Put(decision);
        Assert.Equal(3, saved.GetProperty("coded").GetInt32());
        var one = saved.GetProperty("decisions")[0];
        Assert.Equal((3, 3), (one.GetProperty("documents").GetInt32(), one.GetProperty("won").GetInt32()));

        // The document stays as its source says it, and says what decided.
        Assert.Equal(("ready", "5120", "Sundries"), await Document(1));
        Assert.Equal("Sundries of Hexham line 1 category Sundries → Leather True", Uses(await client.Get("documents/1")));
        await client.TakeIn(Header + Bill(1, "Sundries"));
        Assert.Equal(("ready", "5120", "Sundries"), await Document(1));
        AssertSound(house);

        // What arrives is decided as it comes.
        Assert.Equal(1, (await client.TakeIn(Header + Bill(4, "Sundries"))).GetProperty("coded").GetProperty("documents").GetInt32());
        await Put();
        Assert.Equal(("held", "", "Sundries"), await Document(4));
        Assert.Equal("", Uses(await client.Get("documents/4")));
        AssertSound(house);
    }

    [Fact]
    public async Task A_mapping_of_what_was_decided_touches_the_documents_that_it_was_decided_for()
    {
        await client.TakeIn(Header + Bill(1, "Sundries"));
        await Put(Decision("Fair", When(text: "thing"), ("category", "Exhibition stand", "")));
        Assert.Equal("held", (await Document(1)).State);
        var waiting = (await client.Get("mapping/category/values")).GetProperty("rows").EnumerateArray();
        Assert.Equal("Exhibition stand", waiting.First().GetProperty("value").GetString());
        var reason = (await client.Get("documents/1")).GetProperty("reasons")[0];
        Assert.Equal(("category", "Exhibition stand"), (reason.GetProperty("keyKind").GetString(), reason.GetProperty("key").GetString()));
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Exhibition stand",
                        account = "6540",
                    },
                },
            }
        );
        Assert.Equal(("ready", "6540", "Sundries"), await Document(1));

        // The files of the pipeline say what was decided, so that it composes the same.
        using var files = await client.Send(HttpMethod.Get, Client.In("mapping/pipeline/files/documents.csv"));
        Assert.Contains("Exhibition stand", await files.Content.ReadAsStringAsync());
        AssertSound(house);
    }

    [Fact]
    public async Task A_person_always_holds_and_what_is_posted_is_never_touched()
    {
        await client.TakeIn(Header + Bill(1, "Leather") + Bill(2, "Sundries"));
        await client.Put("documents/2/lines/1/account", new { account = "5110" });
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(3, "Sundries"));
        await client.Put("documents/3/lines/1/account", new { account = "5110" });
        var all = Decision("All", When(supplier: "Hexham Tannery"), ("category", "Glue", ""), ("ask_account", "", ""));
        var rehearsed = await Rehearse(all);
        Assert.Equal(
            (3, 2),
            (
                rehearsed.GetProperty("fits").GetProperty("documents").GetInt32(),
                rehearsed.GetProperty("sent").GetProperty("documents").GetInt32()
            )
        );
        await Put(all);
        Assert.Equal(["posted 5120", "posted 5110", "ready 5110"], [await At(1), await At(2), await At(3)]);
        await client.TakeIn(Header + Bill(4, "Leather"));
        Assert.Equal("account_asked", (await client.Get("documents/4")).GetProperty("reasons")[0].GetProperty("reason").GetString());
        await client.Put("documents/4/lines/1/account", new { account = "5110" });
        Assert.Equal("ready 5110", await At(4));
        AssertSound(house);

        async Task<string> At(long id) => await Document(id) is var (state, account, _) ? $"{state} {account}" : "";
    }

    [Fact]
    public async Task Labels_come_once_and_what_stands_first_wins()
    {
        await client.TakeIn(Header + Bill(1, "Leather"));
        var first = Decision("First", When(supplier: "Hexham Tannery"), ("label", "Fair", ""), ("category", "Glue", ""));
        var second = Decision("Second", When(atLeast: "1"), ("category", "Paper & board", ""));
        var saved = await Put(first, second);
        Assert.Equal(("ready", "5150", "Leather"), await Document(1));
        Assert.Equal([1, 0], saved.GetProperty("decisions").EnumerateArray().Select(d => d.GetProperty("won").GetInt32()));
        Assert.Equal(["Fair"], (await client.Get("documents/1")).GetProperty("labels").EnumerateArray().Select(l => l.GetString()));
        await client.Put(
            "documents/1/labels",
            new { labels = Array.Empty<string>(), before = (await client.Get("documents/1")).GetProperty("labels") }
        );

        // Moved down, it loses; the label that a person took off stays off.
        var ids = saved
            .GetProperty("decisions")
            .EnumerateArray()
            .Select(d => d.GetProperty("decision").GetProperty("id").GetInt64())
            .ToList();
        saved = await Put(
            Numbered(ids[1], "Second", When(atLeast: "1"), ("category", "Paper & board", "")),
            Numbered(ids[0], "First", When(supplier: "Hexham Tannery"), ("label", "Fair", ""), ("category", "Glue", ""))
        );
        Assert.Equal(("ready", "5110", "Leather"), await Document(1));
        Assert.Empty((await client.Get("documents/1")).GetProperty("labels").EnumerateArray());

        // From a day on: what is dated before stays as it is.
        await Put(Decision("Later", When(atLeast: "1", fromDay: "2026-12-01"), ("category", "Glue", "")));
        Assert.Equal(("ready", "5120", "Leather"), await Document(1));
    }

    [Fact]
    public async Task A_standing_share_is_owed_back_and_a_person_may_say_that_it_was_not_private()
    {
        await client.TakeIn(
            Header + "Company card,C1,card_charge,2026-11-10,,Orrery Telephone,,4417,,65.01,1,Telephone,Office supplies,65.01\n"
        );
        await Put(Decision("Telephone half private", When(supplier: "Orrery Telephone"), ("private_share", "50", "")));
        var journal = (await client.Get("documents/1")).GetProperty("journal").EnumerateArray();
        Assert.Equal(
            ["1250 32.51 0.00", "2210 0.00 65.01", "6210 32.50 0.00"],
            journal
                .Select(j =>
                    $"{j.GetProperty("account").GetString()} {j.GetProperty("debit").GetString()} {j.GetProperty("credit").GetString()}"
                )
                .Order()
        );
        await client.Dispatch(house);
        AssertSound(house);
        await client.TakeIn(
            Header + "Company card,C2,card_charge,2026-11-12,,Orrery Telephone,,4417,,10.00,1,Telephone,Office supplies,10.00\n"
        );
        using (var answer = await client.Send(HttpMethod.Delete, Client.In("documents/2/private")))
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal(2, (await client.Get("documents/2")).GetProperty("journal").GetArrayLength());
    }

    [Theory]
    [InlineData("", "category", "Leather", "", "say when it acts")]
    [InlineData("X", "category", "", "", "say what the category is set to")]
    [InlineData("X", "private_share", "150", "", "is no share")]
    [InlineData("X", "ask_dimension", "", "", "say which dimension")]
    public async Task What_cannot_stand_is_refused_and_named(string supplier, string field, string value, string dimension, string why)
    {
        var refused = await client.RefusedAsRead(
            "standing-decisions",
            new { decisions = new[] { Decision("Mine", When(supplier: supplier), (field, value, dimension)) } },
            "standing-decisions"
        );
        Assert.Equal((HttpStatusCode.BadRequest, "decision"), (refused.Status, refused.Type));
        Assert.StartsWith("\"Mine\": ", refused.Detail);
        Assert.Contains(why, refused.Detail);
        Assert.Empty((await client.Get("standing-decisions")).GetProperty("decisions").EnumerateArray());
    }

    [Fact]
    public async Task A_decision_begins_with_what_a_document_says()
    {
        await client.TakeIn(Header + Bill(1));
        var about = await client.Get("standing-decisions/about/1");
        Assert.Equal("Hexham Tannery", about.GetProperty("when").GetProperty("supplier").GetString());
        Assert.Equal(0, about.GetProperty("then").GetArrayLength());
    }
}
