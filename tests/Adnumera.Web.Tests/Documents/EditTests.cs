using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Rehearsals;
using Dapper;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Documents that are put right: every hold has its way on, what a person decides stands over what the source says, and each
/// decision is taken back whole.</summary>
public sealed class EditTests() : ConnectedHouse("administrator")
{
    private const string Wide =
        "source,source_id,kind,document_date,reference,supplier,employee,payment_account,currency,document_total,line,description,category,"
        + "quantity,net,tax\n";

    private Task<JsonElement> Edit(long id, object edit) => Edit(client, id, edit);

    private static async Task<JsonElement> Edit(Client client, long id, object edit)
    {
        using var content = System.Net.Http.Json.JsonContent.Create(edit, edit.GetType());
        using var answer = await client.Send(HttpMethod.Patch, Client.In($"documents/{id}"), content);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, text);
        return JsonDocument.Parse(text).RootElement;
    }

    private async Task<string> Refused(long id, object edit) => (await client.Refused(HttpMethod.Patch, $"documents/{id}", edit)).Detail;

    private async Task<JsonElement> Undo(long id)
    {
        var last = (await client.Get($"documents/{id}")).GetProperty("lastDecision").GetProperty("id").GetInt64();
        return await client.Ask(HttpMethod.Delete, Client.In($"documents/{id}/decisions/{last}"));
    }

    private static string State(JsonElement document) => document.GetProperty("state").GetString()!;

    private static string[] Reasons(JsonElement document) =>
        [.. document.GetProperty("reasons").EnumerateArray().Select(r => r.GetProperty("reason").GetString()!)];

    private static string[] Journal(JsonElement document) =>
        [
            .. document
                .GetProperty("journal")
                .EnumerateArray()
                .Select(j =>
                    $"{j.GetProperty("account").GetString()} {j.GetProperty("debit").GetString()} {j.GetProperty("credit").GetString()}"
                ),
        ];

    // Every row that says what a document is and where it stands, as one text.
    private string Whole() =>
        house.Company.Read(c =>
            string.Join(
                '\n',
                (
                    (string[])
                        ["document", "document_line", "line_dimension", "hold", "duplicate_key", "document_edit", "price", "standing_use"]
                ).SelectMany(t => c.Query($"select * from {t}").Select(r => JsonSerializer.Serialize((object)r)).Order().Prepend(t))
            )
        );

    [Fact]
    public async Task Each_decision_is_taken_back_whole_and_byte_for_byte()
    {
        await client.TakeIn(
            Wide
                + "Bills,B1,bill,2026-11-10,R1,Hexham Tannery,,,,119.00,1,Hides,Leather,4,100.00,19.00\n"
                + "Bills,B2,bill,2026-11-11,R2,Hexham Tannery,,,,50.00,1,Glue,Glue,2,50.00,\n"
                + "Bills,B3,bill,2026-11-11,,,,,EUR,-20.00,1,Glue,Glue,2,-20.00,\n"
        );
        object[] edits =
        [
            new { supplier = "Larkspur Thread Co." },
            new { reference = "R1-b", note = "asked Theo" },
            new
            {
                lines = new[]
                {
                    new
                    {
                        line = 1,
                        category = "Glue",
                        dimensions = new[] { new { dimension = "department", value = "Bench" } },
                    },
                },
            },
            new { lines = new[] { new { line = 1, account = "6420" } } },
            new
            {
                split = new
                {
                    line = 1,
                    by = "quantity",
                    parts = new object[] { new { weight = "1", category = "Travel" }, new { weight = "3", account = "6420" } },
                },
            },
            new { lines = new[] { new { line = 2, description = "Rest" } } },
            new { heldBack = "until the goods came" },
            new { entryDate = "2026-11-20" },
            new { total = "120.00" },
            new { difference = new { reason = "till" } },
        ];
        var stood = new Stack<string>([Whole()]);
        foreach (var edit in edits)
        {
            await Edit(1, edit);
            Assert.DoesNotContain(Whole(), stood);
            stood.Push(Whole());
        }

        await client.Put("documents/1/set-aside", new { reason = "other", note = "paid by the guild" });
        var aside = await client.Get("documents/1");
        Assert.Equal(
            ("set_aside", "other", "paid by the guild"),
            (State(aside), aside.GetProperty("setAside").GetString(), aside.GetProperty("setAsideNote").GetString())
        );
        AssertSound(house);
        for (var i = 0; i <= edits.Length; i++)
        {
            await Undo(1);
            Assert.Equal(stood.Pop(), Whole());
        }

        Assert.Equal(JsonValueKind.Null, (await client.Get("documents/1")).GetProperty("lastDecision").ValueKind);
        var path = (await client.Get("documents/1"))
            .GetProperty("path")
            .EnumerateArray()
            .Select(s => s.GetProperty("what").GetString())
            .ToList();
        Assert.Contains("supplier: Hexham Tannery → Larkspur Thread Co.", path);
        Assert.Contains("supplier: Larkspur Thread Co. → Hexham Tannery", path);
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_out_of_balance_is_corrected_or_posted_with_a_reason()
    {
        await client.TakeIn(Wide + "Bills,B1,bill,2026-11-10,R1,Hexham Tannery,,,,103.00,1,Hides,Leather,,100.00,\n");
        var held = await client.Get("documents/1");
        Assert.Equal(("arithmetic", "3.00"), (Assert.Single(Reasons(held)), held.GetProperty("outBy").GetString()));
        Assert.Equal("ready", State(await Edit(1, new { total = "100.00" })));
        await Undo(1);
        Assert.Equal("ready", State(await Edit(1, new { lines = new[] { new { line = 1, tax = "3.00" } } })));
        await Undo(1);
        Assert.Contains("Say why", await Refused(1, new { difference = new { reason = " " } }), StringComparison.Ordinal);
        var posted = await Edit(1, new { difference = new { reason = "freight on the slip" } });
        Assert.Equal(["5120 100.00 0.00", "6980 3.00 0.00", "2100 0.00 103.00"], Journal(posted));
        Assert.Equal("103.00", posted.GetProperty("total").GetString());
        Assert.Contains(
            "agree",
            await Refused(
                1,
                new
                {
                    total = "100.00",
                    takeBack = new[] { "difference" },
                    difference = new { reason = "x" },
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Equal(["arithmetic"], Reasons(await Edit(1, new { takeBack = new[] { "difference" } })));
        AssertSound(house);
    }

    [Fact]
    public async Task Another_currency_a_negative_total_and_what_is_missing_have_their_way_on()
    {
        await client.TakeIn(
            Wide
                + "Bills,E1,bill,2026-11-10,R1,Hexham Tannery,,,EUR,100.00,1,Hides,Leather,,100.00,\n"
                + "Bills,E2,bill,2026-11-10,R2,Hexham Tannery,,,,-40.00,1,Hides,Leather,,-40.00,\n"
                + "Bills,E3,bill,2026-11-10,R3,,,,,10.00,1,Hides,Leather,,10.00,\n"
                + "Claims,E4,expense_claim,2026-11-10,R4,,,,,10.00,1,Hides,Leather,,10.00,\n"
                + "Bills,E5,bill,2026-11-10,A reference that is longer than thirty,Larkspur Thread Co.,,,,10.00,1,Hides,Leather,,10.00,\n"
                + "Bills,E6,bill,2026-11-10,R6,Larkspur Thread Co.,,,,12.00,1,Hides,Old,,12.00,\n"
        );
        Assert.Contains(
            "not a number",
            await Refused(1, new { convert = new { rate = "x", on = "2026-11-10" } }),
            StringComparison.Ordinal
        );
        var converted = await Edit(1, new { convert = new { rate = "1.0842", on = "2026-11-10" } });
        Assert.Equal(["5120 108.42 0.00", "2100 0.00 108.42"], Journal(converted));
        Assert.Equal(
            ("USD", "100.00 EUR"),
            (converted.GetProperty("currency").GetString(), converted.GetProperty("foreignAmount").GetString())
        );
        await Undo(1);
        Assert.Equal(
            ["5120 108.50 0.00", "2100 0.00 108.50"],
            Journal(await Edit(1, new { convert = new { total = "108.50", on = "2026-11-10" } }))
        );
        var credit = await Edit(2, new { otherKind = true });
        Assert.Equal(
            ("supplier_credit", "40.00", "ready"),
            (credit.GetProperty("kind").GetString(), credit.GetProperty("total").GetString(), State(credit))
        );
        Assert.Equal("ready", State(await Edit(3, new { supplier = "Hexham Tannery" })));
        Assert.Equal("ready", State(await Edit(4, new { employee = "Maud Pennyroyal" })));
        Assert.Equal(["text_too_long"], Reasons(await client.Get("documents/5")));
        Assert.Equal("ready", State(await Edit(5, new { reference = "A reference of thirty" })));
        Assert.Equal("ready", State(await Edit(6, new { lines = new[] { new { line = 1, category = "Leather" } } })));
        AssertSound(house);
    }

    [Fact]
    public async Task A_locked_day_goes_to_an_open_one_and_a_charge_keeps_its_day()
    {
        await client.TakeIn(
            Wide
                + "Bills,L1,bill,2026-10-10,R1,Hexham Tannery,,,,10.00,1,Hides,Leather,,10.00,\n"
                + "Cards,L2,card_charge,2026-11-12,,Hexham Tannery,,4417,,11.00,1,Hides,Leather,,11.00,\n"
        );
        await client.Put("choices", new { lockedThrough = "2026-10-31" });
        var held = await client.Get("documents/1");
        Assert.Equal(("period_locked", "2026-11-01"), (Assert.Single(Reasons(held)), held.GetProperty("firstOpenDay").GetString()));
        Assert.Contains("locked through", await Refused(1, new { entryDate = "2026-10-31" }), StringComparison.Ordinal);
        var open = await Edit(1, new { entryDate = "2026-11-01" });
        Assert.Equal(
            ("ready", "2026-11-01", "2026-10-10"),
            (State(open), open.GetProperty("entryDate").GetString(), open.GetProperty("date").GetString())
        );
        Assert.Contains("keeps the day", await Refused(2, new { entryDate = "2026-11-15" }), StringComparison.Ordinal);
        Assert.Equal("period_locked", Assert.Single(Reasons(await Edit(1, new { takeBack = new[] { "entry_date" } }))));
    }

    [Fact]
    public async Task What_is_put_right_stays_when_the_source_sends_it_anew_and_is_what_the_pipeline_composes()
    {
        var first = Wide + "Bills,P1,bill,2026-11-10,R1,Hexham Tannery,,,,119.00,1,Hides,Leather,4,100.00,19.00\n";
        await client.TakeIn(first);
        await Edit(
            1,
            new
            {
                supplier = "Larkspur Thread Co.",
                split = new
                {
                    line = 1,
                    by = "share",
                    parts = new object[] { new { weight = "75" }, new { weight = "25", account = "6420" } },
                },
            }
        );
        await Edit(1, new { lines = new[] { new { line = 1, category = "Glue" } } });
        var again = await client.TakeIn(first);
        Assert.Equal(1, again.GetProperty("unchanged").GetInt32());

        await client.TakeIn(
            first.Replace("119.00", "238.00").Replace(",100.00,19.00", ",200.00,38.00")
                + "Bills,P1,bill,2026-11-10,R1,Hexham Tannery,,,,238.00,2,Gift,Leather,,0.00,\n"
        );
        var later = await client.Get("documents/1");
        Assert.Equal("Larkspur Thread Co.", later.GetProperty("supplier").GetString());
        Assert.Equal(["5150 178.50 0.00", "6420 59.50 0.00", "2100 0.00 238.00"], Journal(later));
        Assert.Contains(
            later.GetProperty("putRight").EnumerateArray(),
            c => c.GetProperty("field").GetString() == "supplier" && c.GetProperty("before").GetString() == "Hexham Tannery"
        );

        await Edit(1, new { entryDate = "2026-12-02" });
        using var file = await client.Send(HttpMethod.Get, Client.In("mapping/pipeline/files/documents.csv"));
        var composer = house.Company.Read(c => BasisTable.Of(c).Composer());
        var filed = DocumentsFile.Read(
            "documents.csv",
            Encoding.UTF8.GetBytes(await file.Content.ReadAsStringAsync()),
            Currency.Usd,
            new Problems()
        );
        var here = house.Company.Read(c => composer.Compose(new DocumentTable(c).Find(1)!.Document));
        var there = composer.Compose(Assert.Single(filed).Document);
        Assert.Equal(Shown(here), Shown(there));
        Assert.Equal((new DateOnly(2026, 12, 2), here.EntryDate), (there.EntryDate, there.EntryDate));
        AssertSound(house);

        static string[] Shown(Composition composed) => [.. composed.Lines.Select(l => $"{l.DocumentLine} {l.Account} {l.Signed} {l.Memo}")];
    }

    [Fact]
    public async Task What_is_posted_is_locked_and_a_decision_is_taken_back_before_those_that_it_came_before()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, supplier: "Larkspur Thread Co."));
        await Edit(1, new { note = "first" });
        var first = (await client.Get("documents/1")).GetProperty("lastDecision").GetProperty("id").GetInt64();
        await Edit(1, new { note = "second" });
        var (status, type, _) = await client.Refused(HttpMethod.Delete, $"documents/1/decisions/{first}");
        Assert.Equal((HttpStatusCode.Conflict, "decided-since"), (status, type));
        Assert.Equal(HttpStatusCode.NotFound, (await client.Refused(HttpMethod.Delete, $"documents/2/decisions/{first}")).Status);
        await Edit(2, new { heldBack = "wait" });
        Assert.Contains("Say why", await Refused(2, new { heldBack = " " }), StringComparison.Ordinal);
        await client.Dispatch(house);
        Assert.Equal([1, 1], States(house, "posted", "held"));
        Assert.Contains("locked", await Refused(1, new { note = "third" }), StringComparison.Ordinal);
        Assert.Equal("ready", State(await Edit(2, new { takeBack = new[] { "held_back" } })));
        Assert.Equal("not-set-aside", (await client.Refused(HttpMethod.Delete, "documents/2/set-aside")).Type);
        using var reader = await Client.Of(house, "reader");
        Assert.Equal(HttpStatusCode.Forbidden, (await reader.Refused(HttpMethod.Patch, "documents/2", new { note = "x" })).Status);
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_changes_nothing()
    {
        await client.TakeIn(Wide + "Bills,N1,bill,2026-11-10,R1,Hexham Tannery,,,,119.00,1,Hides,Leather,4,100.00,19.00\n");
        var stood = Whole();
        (object Edit, string Says)[] wrong =
        [
            (new { total = "12.345" }, "not an amount"),
            (new { entryDate = "tomorrow" }, "not a date"),
            (new { lines = new[] { new { line = 9, category = "Glue" } } }, "This line"),
            (new { lines = new[] { new { line = 1, account = "2100" } } }, "control account"),
            (new { lines = new[] { new { line = 1, dimensions = new[] { new { dimension = "!", value = "x" } } } } }, "not the word"),
            (
                new
                {
                    split = new
                    {
                        line = 1,
                        by = "share",
                        parts = new[] { new { weight = "50" }, new { weight = "49" } },
                    },
                },
                "99 %"
            ),
            (
                new
                {
                    split = new
                    {
                        line = 1,
                        by = "amount",
                        parts = new[] { new { weight = "100" } },
                    },
                },
                "two parts"
            ),
            (new { convert = new { rate = "1.1", on = "2026-11-10" } }, "in USD already"),
            (new { difference = new { reason = "x" } }, "agree"),
            (new { supplier = new string('x', 501) }, "501 characters"),
        ];
        foreach (var (edit, says) in wrong)
            Assert.Contains(says, await Refused(1, edit), StringComparison.Ordinal);
        Assert.Equal(stood, Whole());
    }

    [Fact]
    public async Task What_else_is_like_it_is_named_with_what_it_has_in_common()
    {
        await client.TakeIn(
            Header + Bill(1) + Bill(2) + Bill(3, supplier: "Larkspur Thread Co.") + Bill(4, supplier: "Larkspur Thread Co.", total: "7.00")
        );
        var like = (await client.Get("documents/1")).GetProperty("alike").EnumerateArray().ToList();
        Assert.Equal(
            ["2: supplier amount", "3: amount"],
            like.Select(l =>
                $"{l.GetProperty("id").GetInt64()}: {string.Join(' ', l.GetProperty("by").EnumerateArray().Select(b => b.GetString()))}"
            )
        );
        Assert.StartsWith("5120", like[0].GetProperty("account").GetString(), StringComparison.Ordinal);
    }
}
