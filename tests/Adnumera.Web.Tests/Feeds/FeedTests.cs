using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.SourcesStandIn;
using Adnumera.Ui.Driver;
using Microsoft.Extensions.DependencyInjection;
using Quartz;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Feeds;

/// <summary>Sources that deliver by themselves, from consent to documents, against the program that plays them.</summary>
public sealed class FeedTests : FeedHouse
{
    [Fact]
    public async Task A_card_feed_brings_what_is_settled_and_follows_what_changes_there()
    {
        Desks.Put(Charge("C1"), Charge("C2", "12.50", "pending"), Charge("C3", date: "2026-08-30"));
        var feed = await Connect(Desk.Card, "Company card feed");
        await Ours(feed, "4417");

        Assert.Equal("records 2, added 1, pending 1", Said(await Pull(feed)));
        Assert.Equal(["C1"], (await Documents()).Keys);

        // It settles at another amount, one that is here changes, and a third is taken back there.
        Desks.Put(Charge("C2", "13.00"), Charge("C1", "41.00"), Charge("C4"));
        Assert.Equal("records 3, added 2, updated 1", Said(await Pull(feed)));
        Desks.Put(Charge("C4", status: "cancelled"));
        Assert.Equal("records 1, cancelled 1", Said(await Pull(feed)));
        var documents = await Documents();
        Assert.Equal(("41.00", "13.00"), (documents["C1"].Total, documents["C2"].Total));
        Assert.Equal("set_aside", documents["C4"].State);
        AssertSound(house);

        // Nothing changed: nothing comes.
        Assert.Equal("", Said(await Pull(feed)));
    }

    [Fact]
    public async Task A_claim_that_was_rejected_there_and_then_approved_goes_on_where_it_was()
    {
        var receipt = await File.ReadAllBytesAsync(
            Path.Combine(Ui.Driver.Repository.Root, "samples", "bill.pdf"),
            TestContext.Current.CancellationToken
        );
        Desks.Put(Claim("K1", "approved") with { Receipt = "receipt.pdf" }, "application/pdf", receipt);
        Desks.Put(Claim("K2", "submitted"), Claim("K3", "rejected"));
        var feed = await Connect(Desk.Claims, "Claims");
        await Ours(feed, "Bindery");
        Assert.Equal("records 3, added 1, pending 1", Said(await Pull(feed)));

        Desks.Put(Claim("K1", "rejected"));
        await Pull(feed);
        Assert.Equal("set_aside", (await Documents())["K1"].State);

        // Its receipt came with it, once.
        var first = await client.Get($"documents/{(await Documents())["K1"].Id}");
        Assert.Equal("receipt.pdf", first.GetProperty("attachments")[0].GetProperty("fileName").GetString());

        // Opened again there, it stands no more either.
        Desks.Put(Claim("K1", "approved"));
        await Pull(feed);
        Assert.Equal("ready", (await Documents())["K1"].State);
        Desks.Put(Claim("K1", "submitted"));
        await Pull(feed);
        Assert.Equal("set_aside", (await Documents())["K1"].State);

        // The very same again, and one that had never come.
        Desks.Put(Claim("K1", "approved"), Claim("K3", "approved"));
        await Pull(feed);
        var documents = await Documents();
        Assert.Equal(("ready", "ready"), (documents["K1"].State, documents["K3"].State));
        AssertSound(house);
    }

    [Fact]
    public async Task A_payroll_bureau_brings_runs_and_follows_what_is_corrected_and_voided_there()
    {
        BureauRun Run(string id, string status, string net = "80.00", string kind = "regular", string entity = "Bindery") =>
            new(
                id,
                status,
                entity,
                kind,
                "2026-11-13",
                "2026-11-08",
                "USD",
                "102.50",
                "2.50",
                [
                    new PaidEmployee(
                        "Ines Calder",
                        "Front",
                        "",
                        [
                            new PayItem("Salary", "earning", "100.00"),
                            new PayItem("Income tax", "employee_tax", "20.00", "Treasury"),
                            new PayItem("Net pay", "net_pay", net),
                        ]
                    ),
                ]
            );
        Desks.Put(
            Run("P1", "approved"),
            Run("P2", "draft"),
            Run("P3", "approved", kind: "off_cycle"),
            Run("P4", "approved", entity: "Other")
        );
        var feed = await Connect(Desk.Payroll, "whatever people say");
        await Ours(feed, "Bindery");
        await Ours(feed, "Other", false);
        Assert.Equal("records 4, added 2, pending 1, others 1", Said(await Pull(feed)));
        var runs = (await client.Get("payroll/runs")).GetProperty("rows").EnumerateArray().ToList();
        Assert.Equal(["P3 102.50", "P1 102.50"], runs.Select(r => $"{r.GetProperty("run")} {r.GetProperty("total")}"));
        var stated = (await client.Get("count")).GetProperty("sources").EnumerateArray().Single();
        Assert.Equal("payroll", stated.GetProperty("source").GetString());

        // Corrected there, it is the same run; voided, it stands no more; nothing comes of one that cannot be read.
        Desks.Put(Run("P1", "approved", net: "81.00"), Run("P3", "voided"), Run("P2", "approved"));
        Assert.Equal("records 3, added 1, updated 1, cancelled 1", Said(await Pull(feed)));
        Assert.Equal("-1.00", (await client.Get("payroll/runs/1")).GetProperty("outBy").GetString());
        Assert.Equal("set_aside", (await Documents())["P3"].State);
        AssertSound(house);
        Desks.Put(Run("P5", "approved"), Run("P6", "approved", net: "eighty"));
        var before = await client.Get("payroll/runs");
        await client.Refused(HttpMethod.Post, $"feeds/{feed}/pulls");
        Assert.Equal(before.GetRawText(), (await client.Get("payroll/runs")).GetRawText());

        // What was accrued of a run that is voided goes with it.
        await client.PutAsRead(
            "payroll/choices",
            new
            {
                date = "pay_date",
                shape = "detailed",
                processorAccount = "",
                periodDays = 14,
                accrualAccount = "2400",
            },
            "payroll/mapping",
            "choices"
        );
        Desks.Put(Run("P5", "approved"), Run("P6", "draft"));
        await Pull(feed);
        var documents = await Documents();
        Assert.Equal(["P5", "P5 accrued 2026-10", "P5 reversed 2026-10"], documents.Keys.Where(k => k[..2] == "P5").Order());
        Desks.Put(Run("P5", "voided"));
        await Pull(feed);
        Assert.All((await Documents()).Where(d => d.Key[..2] == "P5"), d => Assert.Equal("set_aside", d.Value.State));
        AssertSound(house);

        // What it delivered says who is paid what.
        using var reader = await Client.Of(house, "reader");
        using var original = await reader.Send(HttpMethod.Get, Client.In("arrivals/1/original"));
        Assert.Equal(HttpStatusCode.Forbidden, original.StatusCode);
    }

    [Fact]
    public async Task A_marketplace_brings_orders_with_shipping_fees_and_what_a_gift_balance_paid()
    {
        MarketplaceOrder Order(string id, string status, string paidBy, string gift, string total, string returnOf = "") =>
            new(
                id,
                status,
                "main",
                $"O-{id}",
                "2026-11-05",
                "Thimble Row Supplies",
                paidBy,
                [new OrderLine("Bone folder", "Bone folder", "2", "10.00", "20.00")],
                "4.00",
                "1.00",
                gift,
                total,
                "USD",
                returnOf
            );
        Desks.Put(
            Order("M1", "shipped", "4417", "5.00", "20.00"),
            Order("M2", "placed", "4417", "0.00", "25.00"),
            Order("M3", "shipped", "", "25.00", "25.00"),
            Order("M4", "returned", "4417", "0.00", "25.00", "O-M1")
        );
        var feed = await Connect(Desk.Marketplace, "Marketplace");
        await Ours(feed, "main");
        Assert.Equal("records 4, added 3, pending 1", Said(await Pull(feed)));
        var documents = await Documents();
        var order = await client.Get($"documents/{documents["M1"].Id}");
        Assert.Equal(
            ["Bone folder 20.00", "Shipping 4.00", "Marketplace fees 1.00", "Gift balance -5.00"],
            order
                .GetProperty("lines")
                .EnumerateArray()
                .Select(l => $"{l.GetProperty("description").GetString()} {l.GetProperty("net").GetString()}")
        );
        Assert.Equal("Gift balance", (await client.Get($"documents/{documents["M3"].Id}")).GetProperty("paymentAccount").GetString());
        Assert.Equal("O-M1", (await client.Get($"documents/{documents["M4"].Id}")).GetProperty("reference").GetString());
    }

    [Fact]
    public async Task What_the_source_counts_stands_in_the_count_and_a_gap_is_named()
    {
        Desks.Put(Charge("C1"), Charge("C2", "10.00", date: "2026-11-12"), Charge("C3", "7.00", card: "9999"));
        var feed = await Connect(Desk.Card, "Card");
        await Ours(feed, "4417");
        await Pull(feed);
        var said = (await client.Get("statements")).EnumerateArray().Single();
        Assert.Equal(
            (2, "50.00", true),
            (said.GetProperty("documents").GetInt32(), said.GetProperty("money").GetString(), said.GetProperty("agrees").GetBoolean())
        );

        // One more there that nobody pulled, and one of another amount.
        Desks.Put(Charge("C4", "3.00"), Charge("C1", "44.00"));
        var gap = await client.Get($"feeds/{feed}/gap?firstDay=2026-11-01&lastDay=2026-11-30");
        Assert.Equal(
            ["other_money C1 44.00 40.00", "not_here C4 3.00 "],
            gap.GetProperty("differences")
                .EnumerateArray()
                .Select(d =>
                    $"{d.GetProperty("kind").GetString()} {d.GetProperty("id").GetString()} {d.GetProperty("moneyThere").GetString()} "
                    + d.GetProperty("moneyHere").GetString()
                )
        );
        await Pull(feed);
        said = (await client.Get("statements")).EnumerateArray().Single();
        Assert.Equal(
            (3, "57.00", true),
            (said.GetProperty("documents").GetInt32(), said.GetProperty("money").GetString(), said.GetProperty("agrees").GetBoolean())
        );
        Assert.Empty(
            (await client.Get($"feeds/{feed}/gap?firstDay=2026-11-01&lastDay=2026-11-30")).GetProperty("differences").EnumerateArray()
        );
    }

    [Fact]
    public async Task What_fits_no_company_waits_with_the_choice_and_another_companys_does_not_come()
    {
        Desks.Put(Purchase("P1"), Purchase("P2", "Reading Room"), Purchase("P3", ""), Purchase("P4", "Annex"));
        var feed = await Connect(Desk.Purchasing, "Purchasing");

        // The values are known before anything comes.
        var values = (await client.Get($"feeds/{feed}")).GetProperty("values").EnumerateArray();
        Assert.Equal(["Annex", "Bindery", "Reading Room"], values.Select(v => v.GetProperty("value").GetString()));
        await Ours(feed, "Bindery");
        await Ours(feed, "Reading Room", false);
        Assert.Equal("records 4, added 1, waiting 2, others 1", Said(await Pull(feed)));

        await client.Put($"feeds/{feed}/waiting", new { id = "P3", ours = true });
        Assert.Equal(["P1", "P3"], (await Documents()).Keys.Order());
        await Ours(feed, "Annex");
        Assert.Equal(["P1", "P3", "P4"], (await Documents()).Keys.Order());
        Assert.Empty((await client.Get($"feeds/{feed}")).GetProperty("waiting").EnumerateArray());

        // What changes of a record that somebody decided about follows, though it still says nothing.
        Desks.Put(Purchase("P3", "", "120.00"));
        await Pull(feed);
        Assert.Equal("120.00", (await Documents())["P3"].Total);

        // Decided otherwise: what was passed over comes with the next pull, and nothing twice.
        await Ours(feed, "Reading Room");
        await Pull(feed);
        Assert.Equal(["P1", "P2", "P3", "P4"], (await Documents()).Keys.Order());
        AssertSound(house);
    }

    [Fact]
    public async Task A_source_is_told_what_became_of_its_documents_once_and_in_order()
    {
        Desks.Put(Claim("K1", "approved"), Claim("K2", "approved", total: "31.00"));
        var feed = await Connect(Desk.Claims, "Claims");
        await Ours(feed, "Bindery");
        await Pull(feed);
        var second = (await Documents())["K2"].Id;
        await client.Put($"documents/{second}/set-aside", new { reason = "already_in_ledger" });
        await client.Dispatch(house);

        Desks.SetFaults(Desk.Claims, new Faults(BrokenAnswers: 0, TooMany: 1));
        await Wake();
        Assert.Empty(Desks.Told(Desk.Claims));
        house.Clock.Advance(TimeSpan.FromMinutes(3));
        await Wake();
        await Wake();
        Assert.Equal(
            ["K2 rejected already in ledger", "K1 posted "],
            Desks.Told(Desk.Claims).Select(t => $"{t.News.Id} {t.News.What} {t.News.Reason}")
        );
        using (var up = await client.Send(HttpMethod.Delete, Client.In($"documents/{second}/set-aside")))
            Assert.Equal(HttpStatusCode.OK, up.StatusCode);
        await Wake();
        Assert.Equal("reopened", Desks.Told(Desk.Claims)[^1].News.What);
        var path = (await client.Get($"documents/{second}")).GetProperty("path").EnumerateArray();
        Assert.Contains("Claims was told: rejected: already in ledger", path.Select(s => s.GetProperty("what").GetString()));
    }

    [Fact]
    public async Task A_source_is_told_what_was_paid_when_the_ledger_is_read_back_each_payment_once()
    {
        Desks.Put(Claim("K1", "approved"));
        var feed = await Connect(Desk.Claims, "Claims");
        await Ours(feed, "Bindery");
        await Pull(feed);
        await client.Dispatch(house);
        var entry = house.Books.Latest(1).Single().Id;
        house.Books.Pay(entry, "2026-11-16", "T-1", "10.00");
        for (var i = 0; i < 2; i++)
            await client.Post("proofs", new { period = "" });
        house.Books.Pay(entry, "2026-11-18", "T-2", "20.00");
        await client.Post("proofs", new { period = "" });
        await Wake();
        Assert.Equal(
            ["posted  ", "paid T-1 20.00", "paid T-2 0.00"],
            Desks.Told(Desk.Claims).Select(t => $"{t.News.What} {(t.News.What == "paid" ? t.News.Reference : "")} {t.News.OpenAmount}")
        );
        var path = (await client.Get($"documents/{(await Documents())["K1"].Id}")).GetProperty("path").EnumerateArray();
        Assert.Contains(
            "the ledger has a payment of 2026-11-18: 20.00, T-2; 0.00 open",
            path.Select(s => s.GetProperty("what").GetString())
        );
    }

    [Fact]
    public async Task A_failing_source_says_what_is_wrong_and_is_tried_again_after_longer_and_longer_times()
    {
        Desks.Put(Charge("C1"));
        var feed = await Connect(Desk.Card, "Card", every: "quarter_hour");
        await Ours(feed, "4417");
        Desks.SetFaults(Desk.Card, new Faults(GoneAfter: 0));
        await Wake();
        await Wake(); // Not due yet.
        var detail = (await client.Get($"feeds/{feed}")).GetProperty("feed");
        Assert.Equal(1, detail.GetProperty("failures").GetInt64());
        Assert.StartsWith("The source does not answer.", detail.GetProperty("trouble").GetString());
        house.Clock.Advance(TimeSpan.FromMinutes(1.5));
        await Wake();
        house.Clock.Advance(TimeSpan.FromMinutes(1.5));
        await Wake(); // Two minutes are not over.
        Assert.Equal(2, (await client.Get($"feeds/{feed}")).GetProperty("feed").GetProperty("failures").GetInt64());

        Desks.SetFaults(Desk.Card, new Faults());
        house.Clock.Advance(TimeSpan.FromMinutes(1));
        await Wake();
        detail = (await client.Get($"feeds/{feed}")).GetProperty("feed");
        Assert.Equal((0, ""), (detail.GetProperty("failures").GetInt64(), detail.GetProperty("trouble").GetString()));
        Assert.Single(await Documents());
    }

    [Fact]
    public async Task A_source_that_breaks_off_in_the_middle_leaves_nothing_half()
    {
        Desks.Put(Enumerable.Range(0, 1500).Select(i => Charge($"C{i}")));
        var feed = await Connect(Desk.Card, "Card");
        await Ours(feed, "4417");
        Desks.SetFaults(Desk.Card, new Faults(GoneAfter: 1)); // The first page of two comes.
        Assert.Equal(HttpStatusCode.BadGateway, (await client.Refused(HttpMethod.Post, $"feeds/{feed}/pulls")).Status);
        Assert.Empty(await Documents());
        Desks.SetFaults(Desk.Card, new Faults(BrokenAnswers: 1));
        Assert.Contains("could not be read", (await client.Refused(HttpMethod.Post, $"feeds/{feed}/pulls")).Detail);
        Assert.Equal("records 1500, added 1500", Said(await Pull(feed)));
        Assert.Equal("unchanged 1500", Said(await Pull(feed, whole: true)).Replace("records 1500, ", "", StringComparison.Ordinal));
        AssertSound(house);
    }

    [Fact]
    public async Task Where_consent_was_taken_back_nobody_asks_again_until_it_is_given_anew()
    {
        Desks.Put(Charge("C1"));
        var feed = await Connect(Desk.Card, "Card", every: "hour");
        await Ours(feed, "4417");
        Desks.RevokeAll(Desk.Card, DateTimeOffset.UnixEpoch);
        Assert.Contains("allow it again", (await client.Refused(HttpMethod.Post, $"feeds/{feed}/pulls")).Detail);
        Assert.True((await client.Get($"feeds/{feed}")).GetProperty("feed").GetProperty("needsConsent").GetBoolean());
        Assert.Equal(feed, await Allow(Desk.Card, await client.Post("feeds/consent", new { feed })));
        Assert.Equal("records 1, added 1", Said(await Pull(feed)));

        using (var ended = await client.Send(HttpMethod.Delete, Client.In($"feeds/{feed}")))
            Assert.Equal(HttpStatusCode.NoContent, ended.StatusCode);
        Assert.Empty((await client.Get("feeds")).GetProperty("feeds").EnumerateArray());
        Assert.Single(await Documents());

        // Connected once more, the same come again and stay one.
        var again = await Connect(Desk.Card, "Card");
        await Ours(again, "4417");
        Assert.Equal("records 1, unchanged 1", Said(await Pull(again)));
    }

    [Fact]
    public async Task What_cannot_be_read_of_a_record_is_held_by_itself()
    {
        Desks.Put(Charge("C1"), Charge("C2", "12,50") with { Amount = "12.505" });
        var feed = await Connect(Desk.Card, "Card");
        await Ours(feed, "4417");
        Assert.Equal("records 2, added 1, incomplete 1", Said(await Pull(feed)));
        var held = (await client.Get("incomplete")).GetProperty("documents").EnumerateArray().Single();
        Assert.Equal("movement C2", held.GetProperty("place").GetString());

        // Put right at the source, it comes, and nobody has to complete it.
        Desks.Put(Charge("C2", "12.50"));
        await Pull(feed);
        Assert.Equal(["C1", "C2"], (await Documents()).Keys.Order());
        Assert.Empty((await client.Get("incomplete")).GetProperty("documents").EnumerateArray());
    }

    [Fact]
    public async Task A_mailbox_and_a_folder_bring_files_each_whole_or_with_what_is_wrong()
    {
        var invoice = await File.ReadAllBytesAsync(
            Path.Combine(Ui.Driver.Repository.Root, "samples", "bill.ubl.xml"),
            TestContext.Current.CancellationToken
        );
        var picture = await File.ReadAllBytesAsync(
            Path.Combine(Ui.Driver.Repository.Root, "samples", "bill.pdf"),
            TestContext.Current.CancellationToken
        );
        Desks.Put(
            new MailedFile("F1", "arrived", "bills", "2026-11-11", "mill@example", "Your invoice", "invoice.xml"),
            "application/xml",
            invoice
        );
        Desks.Put(new MailedFile("F2", "arrived", "bills", "2026-11-11", "shop@example", "Bill", "bill.pdf"), "application/pdf", picture);
        Desks.Put(
            new MailedFile("F3", "arrived", "bills", "2026-11-12", "a@example", "Hello", "note.txt"),
            "text/plain",
            Encoding.UTF8.GetBytes("Dear all")
        );
        Desks.Put(new MailedFile("F4", "arrived", "private", "2026-11-12", "b@example", "Mine", "mine.xml"), "application/xml", invoice);
        var feed = await Connect(Desk.Mailbox, "Mail");
        await Ours(feed, "bills");
        var pulled = await Pull(feed);
        Assert.Equal("records 4, added 1, incomplete 1, waiting 1, refused 1", Said(pulled));
        var refused = pulled.GetProperty("refused").EnumerateArray().Single();
        Assert.Equal("note.txt", refused.GetProperty("fileName").GetString());
        Assert.NotEqual("", refused.GetProperty("trouble").GetString());

        // Nobody knows what is in it: it could be who is paid what.
        var original = Client.In($"feeds/{feed}/files/{refused.GetProperty("hash").GetString()}");
        using (var reader = await Client.Of(house, "reader"))
        using (var no = await reader.Send(HttpMethod.Get, original))
            Assert.Equal(HttpStatusCode.Forbidden, no.StatusCode);
        using (var yes = await client.Send(HttpMethod.Get, original))
            Assert.Equal("Dear all", await yes.Content.ReadAsStringAsync());
        await client.Post($"feeds/{feed}/files/{refused.GetProperty("hash").GetString()}/leave");
        Assert.Equal("records 1, unchanged 1", Said(await client.Put($"feeds/{feed}/waiting", new { id = "F4", ours = true })));
        Assert.Equal("", Said(await Pull(feed, whole: true)));

        // The source is told of the file, whatever the document in it is called.
        var bill = (await Documents()).Values.Single().Id;
        await client.Put($"documents/{bill}/set-aside", new { reason = "duplicate" });
        await Wake();
        Assert.Equal(["F1"], Desks.Told(Desk.Mailbox).Select(t => t.News.Id).Distinct());
    }

    [Fact]
    public async Task A_watched_folder_brings_each_file_once()
    {
        var (feed, folder) = await Watch();
        Assert.StartsWith(house.Folder, folder);
        void Put(string name, string content, int secondsAgo = 60) =>
            FeedHouse.Put(folder, name, Encoding.UTF8.GetBytes(content), secondsAgo);

        Put("one.csv", Header + Bill(1));
        Put("two.csv", Header + Bill(2), secondsAgo: 0); // Still being written.
        Put("three.csv.part", Header + Bill(3));
        Assert.Equal("records 1, added 1", Said(await Pull(feed)));
        Put("two.csv", Header + Bill(2));
        Put("broken.csv", Header + "x");
        var pulled = await Pull(feed);
        Assert.Equal("records 2, added 1, refused 1", Said(pulled));
        Assert.Equal("broken.csv", pulled.GetProperty("refused")[0].GetProperty("fileName").GetString());
        Assert.Equal("", Said(await Pull(feed)));
        Assert.Equal(2, (await Documents()).Count);

        // No name leads out of the company's own folder.
        Assert.Equal(
            "folder",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "feeds/folder",
                    new
                    {
                        kind = "folder",
                        source = "X",
                        folder = "../other",
                    }
                )
            ).Type
        );
    }

    [Fact]
    public async Task A_token_that_cannot_be_read_any_more_stops_its_own_feed_alone_and_says_what_helps()
    {
        Desks.Put(Charge("C1"));
        Desks.Put(Claim("K1", "approved"));
        var claims = await Connect(Desk.Claims, "Claims", every: "hour");
        await Ours(claims, "Bindery");
        var card = await Connect(Desk.Card, "Card", every: "hour");
        await Ours(card, "4417");
        house.Company.InTransaction(c =>
            Dapper.SqlMapper.Execute(c, "update feed set token = 'rubbish' where id = @claims", new { claims })
        );
        house.Clock.Advance(TimeSpan.FromHours(2));
        await Wake();
        Assert.Equal(["C1"], (await Documents()).Keys);
        var feeds = (await client.Get("feeds")).GetProperty("feeds").EnumerateArray().ToDictionary(f => f.GetProperty("id").GetInt64());
        Assert.Equal([true, false], new[] { claims, card }.Select(f => feeds[f].GetProperty("needsConsent").GetBoolean()));
        Assert.NotEqual("", feeds[claims].GetProperty("trouble").GetString());

        // Its way on: allow it anew.
        await Allow(Desk.Claims, await client.Post("feeds/consent", new { feed = claims }));
        await Pull(claims);
        Assert.Equal(["C1", "K1"], (await Documents()).Keys.Order());
    }

    [Fact]
    public async Task What_wakes_the_clocks_and_what_is_due_go_by_one_clock_also_on_a_day_that_is_not_the_real_one()
    {
        await using var woken = await House.Open(
            Furnishing.Connected,
            s => s with { Wakes = true, Beat = TimeSpan.FromMilliseconds(200) },
            withSources: true
        );
        using var administrator = await Client.Of(woken, "administrator");
        var (_, folder) = await Watch(administrator, every: "quarter_hour");
        // Its first pull is over: what comes now is for the next.
        await Until(() => woken.Company.Read(c => Dapper.SqlMapper.ExecuteScalar<long>(c, "select count(*) from feed_pull")) > 0);
        Put(folder, "one.csv", Encoding.UTF8.GetBytes(Header + Bill(1)));
        woken.Clock.Advance(TimeSpan.FromMinutes(16));
        await Until(() => States(woken, "ready") is [1]);
        foreach (var scheduler in await woken.Services.GetRequiredService<ISchedulerFactory>().GetAllSchedulers())
            await scheduler.Shutdown(waitForJobsToComplete: true);
    }

    [Theory]
    [InlineData("""{"kind":"card","fromDay":"2026-01-01"}""", "source")]
    [InlineData("""{"source":"A","fromDay":"2026-01-01"}""", "kind")]
    [InlineData("""{"kind":"card","source":"A","fromDay":"soon"}""", "date")]
    [InlineData("""{"kind":"folder","source":"A","folder":"a","fromDay":"2026-01-01"}""", "kind")]
    public async Task Connecting_without_what_it_needs_is_refused(string request, string type) =>
        Assert.Equal(type, (await client.Refused(HttpMethod.Post, "feeds/consent", JsonDocument.Parse(request).RootElement)).Type);
}
