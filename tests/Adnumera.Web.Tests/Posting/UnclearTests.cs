using System.Net;
using Adnumera.Core.Posting;
using Adnumera.Demo;
using Adnumera.LedgerStandIn;
using Adnumera.Storage.Posting;
using Adnumera.Web.Companies;
using Adnumera.Web.Posting;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

/// <summary>Whatever the ledger answers, or does not, a document stands in it once.</summary>
public sealed class UnclearTests() : ConnectedHouse("administrator")
{
    private int InLedger => house.Books.Latest(1000).Count;

    private InstructionRow Instruction(long document) => house.Company.Read(c => new OutboxTable(c).OfDocument(document))[^1];

    [Fact]
    public async Task What_the_ledger_saves_only_after_it_was_asked_is_found_later_and_stays_as_it_was_sent()
    {
        await client.TakeIn(Header + Bill(1));
        house.Books.SetFaults(new LedgerStandIn.Faults(LateCommits: 1, LateMilliseconds: 700));
        var dispatch = await client.Dispatch(house);
        Assert.Contains(
            "without a clear answer",
            dispatch.GetProperty("dispatch").GetProperty("outcome").GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal((0, InstructionState.Unknown), (InLedger, Instruction(1).StateValue));

        // Nothing takes it back and nothing edits it away, while nobody knows.
        var id = dispatch.GetProperty("dispatch").GetProperty("id").GetInt64();
        Assert.Equal((HttpStatusCode.Conflict, "nothing-planned"), await Refusal($"dispatches/{id}/cancel"));
        Assert.Equal("locked", (await client.Refused(HttpMethod.Put, "documents/1/lines/1/account", new { account = "6420" })).Type);
        Assert.Equal(1, (await client.TakeIn(Header + Bill(1, total: "999.00"))).GetProperty("corrections").GetInt32());
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "nothing-ready"), await Refusal("dispatches"));
        Assert.Equal(1, (await client.Get("posting")).GetProperty("unknown").GetInt64());

        await Until(() => InLedger > 0);
        await house.AskOverTime();
        Assert.Equal((1, "100.00"), (InLedger, house.Books.Latest(1)[0].Lines[0].Debit));
        Assert.Equal((1L, InstructionState.Accepted), (Instruction(1).Attempts, Instruction(1).StateValue));
        Assert.Equal([1, 0], States(house, "posted", "on_its_way"));
        AssertSound(house);
    }

    [Fact]
    public async Task Saved_and_answered_with_503_is_asked_for_by_its_key()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2));
        house.Books.SetFaults(new LedgerStandIn.Faults(UnclearAnswers: 2));
        await client.Dispatch(house);
        Assert.Equal(2, InLedger);
        Assert.Equal([2, 0], States(house, "posted", "on_its_way"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_key_that_the_ledger_has_with_other_content_is_shown_beside_what_was_sent_and_no_second_key_is_made()
    {
        await client.TakeIn(Header + Bill(1));
        house.Books.Post(
            Outbox.KeyOfEntry("bindery", 1, 1),
            new NewEntry(
                "bill",
                "2026-11-10",
                "2026-11-10",
                "R1",
                "Hexham Tannery",
                null,
                "USD",
                null,
                "Supplier bills",
                "B1",
                [new("6990", "60.00", "0", null, null, null), new("2100", "0", "60.00", null, null, null)]
            )
        );
        var outcome = (await client.Dispatch(house)).GetProperty("outcomes")[0];
        Assert.Equal("accepted", outcome.GetProperty("state").GetString());
        Assert.Contains("already, with other content", outcome.GetProperty("explanation").GetString(), StringComparison.Ordinal);
        Assert.Matches("Sent: .*100.00.*there: .*60.00", outcome.GetProperty("explanation").GetString());
        Assert.Equal(1, InLedger);
        Assert.NotEmpty(Differences(await client.Post("proofs", new { period = "" })));
        Assert.Single(house.Company.Read(c => new OutboxTable(c).OfDocument(1)));
        AssertSound(house);
    }

    [Fact]
    public async Task Nothing_planned_for_one_ledger_goes_to_another_and_while_it_is_planned_the_ledger_stays()
    {
        await client.TakeIn(Header + Bill(1, supplier: "Vellum & Verso") + Bill(2));
        house.Books.SetFaults(new LedgerStandIn.Faults(GoneAfter: 0));
        var id = (await client.Dispatch(house)).GetProperty("dispatch").GetProperty("id").GetInt64();
        house.Books.SetFaults(new LedgerStandIn.Faults());
        Assert.Equal([2], States(house, "on_its_way"));
        Assert.Equal((HttpStatusCode.Conflict, "under-way"), await Refusal("connection", HttpMethod.Delete));
        Assert.Equal((HttpStatusCode.Conflict, "under-way"), await Refusal("connection/consent"));
        Assert.Equal((HttpStatusCode.Conflict, "under-way"), await Refusal("connection/pulls"));
        Assert.Equal((HttpStatusCode.Conflict, "planned"), await Refusal("dispatches"));

        // Even where the connection has become another organisation's behind its back.
        Connected("quillfern-reading-room");
        Assert.Equal((HttpStatusCode.Conflict, "other-ledger"), await Refusal("dispatches/resume"));
        Assert.True((await client.Get("posting")).GetProperty("planned").GetProperty("otherLedger").GetBoolean());
        CutOff();
        await house.Restart();
        await SignInAgain();
        await house.DispatchIsOver();
        Assert.Equal(0, InLedger);
        Assert.Empty(house.Company.Read(c => new OutboxTable(c).Suppliers("quillfern-reading-room")));

        // What was cut off does not run, says so, and is taken back for itself alone.
        CutOff();
        var cutOff = (await client.Get($"dispatches/{id}")).GetProperty("dispatch");
        Assert.False(cutOff.GetProperty("running").GetBoolean());
        Assert.Contains("cut off", cutOff.GetProperty("outcome").GetString(), StringComparison.Ordinal);
        Assert.Contains(
            "2 documents that were not sent are ready again",
            (await client.Post($"dispatches/{id}/cancel")).GetProperty("outcome").GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal([2, 0], States(house, "ready", "on_its_way"));
        Connected("quillfern-bindery");
        await client.Dispatch(house);
        Assert.Equal(2, InLedger);
        AssertSound(house);
    }

    [Fact]
    public async Task A_schedule_that_fails_stops_neither_the_server_nor_the_other_companies_and_shows_on_the_count()
    {
        Builder.SetUpReadingRoom(house.Services.GetRequiredService<CompanyFiles>());
        await client.TakeIn(Header + Bill(1));
        await client.Put("choices", new { schedule = "00:01" });
        var token = house.Company.Read(c => c.ExecuteScalar<string>("select token from connection"));
        house.Company.InTransaction(c => c.Execute("update connection set token = 'rubbish'"));
        var clock = house.Services.GetRequiredService<PostingClock>();
        clock.StartScheduled();
        await house.DispatchIsOver();
        Assert.NotEmpty((await client.Get("count")).GetProperty("troubles").EnumerateArray());

        // The next day it goes.
        house.Company.InTransaction(c => c.Execute("update connection set token = @token", new { token }));
        house.Clock.Advance(TimeSpan.FromDays(1));
        await SignInAgain();
        clock.StartScheduled();
        await house.DispatchIsOver();
        Assert.Equal(1, InLedger);
        Assert.Empty((await client.Get("count")).GetProperty("troubles").EnumerateArray());
    }

    [Fact]
    public async Task A_damaged_file_stops_its_company_alone()
    {
        Builder.SetUpReadingRoom(house.Services.GetRequiredService<CompanyFiles>());
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        File.WriteAllText(Path.Combine(house.Folder, "companies", "reading-room.sqlite"), new string('x', 8192));
        foreach (var beside in (string[])["-wal", "-shm"])
            File.Delete(Path.Combine(house.Folder, "companies", $"reading-room.sqlite{beside}"));
        await house.Restart();
        await SignInAgain();
        using var damaged = await client.Send(HttpMethod.Get, "api/companies/reading-room/count");
        Assert.Equal(HttpStatusCode.ServiceUnavailable, damaged.StatusCode);
        Assert.Contains("company-damaged", await damaged.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        house.Services.GetRequiredService<PostingClock>().StartScheduled();
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        Assert.Equal(1, InLedger);
    }

    private async Task<(HttpStatusCode, string)> Refusal(string path, HttpMethod? method = null) =>
        await client.Refused(method ?? HttpMethod.Post, path) is var (status, type, _) ? (status, type) : default;

    private void CutOff() => house.Company.InTransaction(c => c.Execute("update dispatch set ended_at = '', outcome = ''"));

    private void Connected(string organisation) =>
        house.Company.InTransaction(c => c.Execute("update connection set organisation = @organisation", new { organisation }));
}
