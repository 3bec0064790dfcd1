using System.Net;
using System.Text;
using System.Text.Json;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>Which account is of which box: proposed, rehearsed, saved, carried forward, taken back; thresholds by year.</summary>
public sealed class BoxTests() : ReturnsHouse("administrator")
{
    private static JsonElement Account(JsonElement boxes, string account) =>
        boxes.GetProperty("accounts").EnumerateArray().Single(a => a.GetProperty("account").GetString() == account);

    [Fact]
    public async Task An_account_without_a_box_is_proposed_rehearsed_saved_and_taken_back()
    {
        Cash("2026-03-02", "Tamsin Arkley", "6050", "2100.00");
        Cash("2026-03-03", "Isolde Marchbanks", "6050", "40.00");
        await Read();
        var tutors = Account(await client.Get($"{Year}/boxes"), "6050");
        Assert.Equal(("2140.00", "2140.00", "nec1"), (Text(tutors, "paid"), Text(tutors, "waits"), Text(tutors, "proposed")));
        Assert.Equal(
            ["Tamsin Arkley", "Isolde Marchbanks"],
            tutors.GetProperty("payees").EnumerateArray().Select(p => Text(p, "supplier"))
        );

        var rehearsal = await client.Post($"{Year}/boxes/rehearsals", Rows(false, ("6050", null, "nec1")));
        Assert.Equal(2, rehearsal.GetProperty("lines").GetInt64());
        Assert.Equal(
            ["Tamsin Arkley no_box nec1 2100.00", "Isolde Marchbanks no_box nec1 40.00"],
            rehearsal
                .GetProperty("moves")
                .EnumerateArray()
                .Select(m => $"{Text(m, "supplier")} {Text(m, "fromLeftOut")} {Text(m, "toBox")} {Text(m, "amount")}")
        );
        var crossing = Assert.Single(rehearsal.GetProperty("crossings").EnumerateArray());
        Assert.Equal(
            ("Tamsin Arkley", "0.00", "2100.00", true),
            (
                Text(crossing, "supplier"),
                Text(crossing, "before"),
                Text(crossing, "after"),
                crossing.GetProperty("isFiledThen").GetBoolean()
            )
        );
        // A rehearsal does nothing.
        Assert.Equal("no_box 2100.00", await Stands(Tamsin));

        var change = (await Map(("6050", null, "nec1"))).GetProperty("change").GetInt64();
        Assert.Equal("nec1 2100.00", await Stands(Tamsin));
        Assert.Equal("0.00", Text(Account(await client.Get($"{Year}/boxes"), "6050"), "waits"));
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Equal("no_box 2100.00", await Stands(Tamsin));
        Assert.Equal("undone", (await client.Refused(HttpMethod.Post, $"information-returns/changes/{change}/undo")).Type);
    }

    [Fact]
    public async Task What_was_changed_again_since_is_not_taken_back()
    {
        var first = (await Map(("6050", null, "nec1"))).GetProperty("change").GetInt64();
        var second = (await Map(("6050", null, "misc3"))).GetProperty("change").GetInt64();
        Assert.Equal("changed-since", (await client.Refused(HttpMethod.Post, $"information-returns/changes/{first}/undo")).Type);
        await client.Post($"information-returns/changes/{second}/undo");
        await client.Post($"information-returns/changes/{first}/undo");
        Assert.DoesNotContain(
            (await client.Get($"{Year}/boxes")).GetProperty("accounts").EnumerateArray(),
            a => Text(a, "account") == "6050"
        );
    }

    [Fact]
    public async Task What_was_said_of_one_year_is_carried_into_the_next_and_changes_nothing_by_itself()
    {
        Cash("2025-03-02", "Tamsin Arkley", "6050", "700.00");
        Cash("2026-03-02", "Tamsin Arkley", "6050", "900.00");
        await Read();
        await client.Post("information-returns/2025/readings");
        await client.Put(
            "information-returns/2025/boxes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        year = 2025,
                        account = "6050",
                        box = "nec1",
                    },
                },
                confirmed = false,
            }
        );
        Assert.Equal("nec1 900.00", await Stands(Tamsin));
        var row = Account(await client.Get($"{Year}/boxes"), "6050").GetProperty("rows")[0];
        Assert.Equal((2025, true), (row.GetProperty("year").GetInt32(), row.GetProperty("isCarried").GetBoolean()));
        // Said anew of 2026, the year before stays.
        await Map(("6050", null, "misc3"));
        Assert.Equal("misc3 900.00", await Stands(Tamsin));
        Assert.Equal("700.00", Text((await client.Get("information-returns/2025")), "counted"));
    }

    [Fact]
    public async Task Income_is_refused_a_balance_sheet_account_asks_and_what_is_no_account_is_named()
    {
        Assert.Contains(
            "income",
            (await client.Refused(HttpMethod.Put, $"{Year}/boxes", Rows(false, ("4010", null, "misc3")))).Detail,
            StringComparison.Ordinal
        );
        await Map(("4010", null, null));
        var asked = await client.Refused(HttpMethod.Put, $"{Year}/boxes", Rows(false, ("1300", null, "nec1")));
        Assert.Equal((HttpStatusCode.Conflict, "confirm"), (asked.Status, asked.Type));
        Assert.Single(
            (await client.Post($"{Year}/boxes/rehearsals", Rows(false, ("1300", null, "nec1")))).GetProperty("asks").EnumerateArray()
        );
        await Map(true, ("1300", null, "nec1"));
        Assert.Contains(
            "9999",
            (await client.Refused(HttpMethod.Put, $"{Year}/boxes", Rows(false, ("9999", null, "nec1")))).Detail,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "twice",
            (await client.Refused(HttpMethod.Put, $"{Year}/boxes", Rows(false, ("6050", "A b", "nec1"), ("6050", "a B", "misc1")))).Detail,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_file_of_boxes_goes_out_and_comes_back_and_its_errors_are_named()
    {
        await Map(("6050", null, "nec1"), ("6110", "Osier Property Care", null));
        var csv = await TextFile("files/boxes.csv");
        Assert.Equal("year,account,supplier,box\r\n2026,6050,,NEC-1\r\n2026,6110,Osier Property Care,none\r\n", csv);
        var read = await client.SendFile($"{Year}/boxes/read?fileName=boxes.csv", Encoding.UTF8.GetBytes(csv));
        Assert.Equal(2, read.GetProperty("rows").GetArrayLength());
        read = await client.SendFile(
            $"{Year}/boxes/read?fileName=boxes.csv",
            Encoding.UTF8.GetBytes("year,account,box\n2026,6050,NEC-9\n")
        );
        Assert.Equal((1, 0), (read.GetProperty("errorCount").GetInt32(), read.GetProperty("rows").GetArrayLength()));
    }

    [Fact]
    public async Task A_threshold_is_changed_by_an_administrator_with_its_source_and_taken_back()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "1500.00");
        await Read();
        JsonElement Nec(JsonElement t) => t.GetProperty("boxes")[0];
        var nec = Nec(await client.Get($"{Year}/thresholds"));
        Assert.Equal(
            ("2000.00", true, false),
            (Text(nec, "amount"), nec.GetProperty("isConfirmed").GetBoolean(), nec.GetProperty("isOwn").GetBoolean())
        );
        Assert.False((await client.Get($"{Year}")).GetProperty("rows")[0].GetProperty("isToFile").GetBoolean());
        object To(string amount, string source) =>
            new
            {
                box = "nec1",
                amount,
                source,
                isConfirmed = false,
            };
        Assert.Equal("reason", (await client.Refused(HttpMethod.Put, $"{Year}/thresholds", To("1500.00", ""))).Type);
        Assert.Equal("amount", (await client.Refused(HttpMethod.Put, $"{Year}/thresholds", To("-1", "x"))).Type);
        var change = (await client.Put($"{Year}/thresholds", To("1500.00", "a notice of the year"))).GetProperty("change").GetInt64();
        nec = Nec(await client.Get($"{Year}/thresholds"));
        Assert.Equal(
            ("1500.00", false, true),
            (Text(nec, "amount"), nec.GetProperty("isConfirmed").GetBoolean(), nec.GetProperty("isOwn").GetBoolean())
        );
        Assert.True((await client.Get($"{Year}")).GetProperty("rows")[0].GetProperty("isToFile").GetBoolean());
        // The year before stays as it is; the next carries it on.
        Assert.Equal("600.00", Text(Nec(await client.Get("information-returns/2025/thresholds")), "amount"));
        Assert.Equal("1500.00", Text(Nec(await client.Get("information-returns/2027/thresholds")), "amount"));
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.Refused(HttpMethod.Put, $"{Year}/thresholds", To("1.00", "x"))).Status);
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await bookkeeper.Refused(HttpMethod.Post, $"information-returns/changes/{change}/undo")).Status
        );
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Equal("2000.00", Text(Nec(await client.Get($"{Year}/thresholds")), "amount"));
    }
}
