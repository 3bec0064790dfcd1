using System.Net;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.InformationReturns;
using Adnumera.Web.Ledger;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>What was paid comes from the ledger, whoever made the bills; each line has its place, and all of it adds up.</summary>
public sealed class PaymentsReadingTests() : ReturnsHouse("bookkeeper")
{
    [Fact]
    public async Task A_payment_is_spread_over_the_lines_of_the_bills_that_it_paid_and_the_rest_is_on_account()
    {
        await Map(("6050", null, "nec1"), ("6110", null, "misc1"), ("6210", null, null));
        var one = Bill("Tamsin Arkley", "T-1", ("6050", "600.00"), ("6110", "300.00"), ("6210", "100.01"));
        var two = Bill("Tamsin Arkley", "T-2", ("6050", "50.00"));
        // A part of one bill, all of another, and something on account.
        Pay("2026-10-01", "Tamsin Arkley", "400.00", [(one, "333.34"), (two, "50.00")]);
        Assert.Equal(1, (await Read()).GetProperty("payments").GetInt32());
        // 333.34 by 600.00, 300.00 and 100.01: 200.002, 100.001 and 33.337 (largest remainder).
        Assert.Equal("misc1 100.00; nec1 250.00; no_box 16.66; not_reportable 33.34", await Stands(Tamsin));
        var tally = await client.Get(Year);
        Assert.Equal(("400.00", "400.00", ""), (Text(tally, "paid"), Text(tally, "ledgerSays"), Text(tally, "difference")));
    }

    [Fact]
    public async Task Each_kind_of_payment_has_its_place()
    {
        await Map(("6050", null, "nec1"), ("6110", null, "misc1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00");
        Refund("2026-04-02", "Tamsin Arkley", "6050", "100.00");
        house.Books.SetStatus(Cash("2026-05-02", "Tamsin Arkley", "6050", "80.00"), "voided");
        Cash("2026-06-02", "Tamsin Arkley", "6050", "70.00", "card");
        // Paid before it was earned: it counts when it is paid, by the account of prepayments.
        Cash("2026-07-02", "Tamsin Arkley", "1300", "60.00");
        Cash("2026-08-03", "Tamsin Arkley", "6050", "200.00", withheld: "48.00");
        Cash("2025-12-31", "Tamsin Arkley", "6050", "999.00");
        await Read();
        Assert.Equal("card_or_network 70.00; nec1 800.00; no_box 60.00; voided 80.00", await Stands(Tamsin));
        var row = Assert.Single((await client.Get(Year)).GetProperty("rows").EnumerateArray());
        Assert.Equal("48.00", Text(row.GetProperty("boxes")[0], "withheld"));
        Assert.Equal(("1010.00", "800.00", "150.00"), (Text(row, "paid"), Text(row, "counted"), Text(row, "leftOut")));
        Assert.True(row.GetProperty("isToFile").GetBoolean());
        // The year before stands beside it, once it is read.
        await client.Post("information-returns/2025/readings");
        row = Assert.Single((await client.Get($"{Year}?beside=true")).GetProperty("rows").EnumerateArray());
        Assert.Equal("0.00", Text(row, "before"));
        Assert.Equal("999.00", Text((await client.Get("information-returns/2025")), "paid"));
    }

    [Fact]
    public async Task Reading_again_changes_only_what_changed_there()
    {
        await Map(("6050", null, "nec1"));
        var paid = Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00");
        Cash("2026-03-03", "Isolde Marchbanks", "6050", "20.00");
        Assert.Equal((2, 0, 0), Counts(await Read()));
        Assert.Equal((0, 0, 0), Counts(await Read()));
        house.Books.SetStatus(paid, "voided");
        Assert.Equal((0, 1, 0), Counts(await Read()));
        Assert.Equal("voided 700.00", await Stands(Tamsin));
        var moves = (await client.Get($"{Year}/moves"))
            .GetProperty("sums")
            .EnumerateArray()
            .Select(m => $"{m.GetProperty("supplier")} {m.GetProperty("amount")}");
        Assert.Equal(["Tamsin Arkley 700.00", "Isolde Marchbanks 20.00"], moves);
        // A draft is no payment: it is gone.
        house.Books.SetStatus(paid, "draft");
        Assert.Equal((0, 0, 1), Counts(await Read()));
        Assert.Equal("", await Stands(Tamsin));
    }

    [Fact]
    public async Task Whatever_is_decided_the_kept_sums_are_those_of_a_recount()
    {
        await Map(("6050", null, "nec1"), ("6110", null, "misc1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "2700.00");
        Cash("2026-03-03", "Isolde Marchbanks", "6110", "20.00", "bank");
        Cash("2026-03-04", "Isolde Marchbanks", "6990", "31.00", "cash");
        await Read();
        AssertRecount();
        await Know(Details(classification: "c_corporation"));
        AssertRecount();
        Assert.Equal("exempt 2700.00", await Stands(Tamsin));
        await Map(("6990", "Isolde Marchbanks", "misc3"), ("6110", null, null));
        AssertRecount();
        Assert.Equal("misc3 31.00; not_reportable 20.00", await Stands("ISOLDE MARCHBANKS"));
        await Know(Details(reportable: true, reason: "asked by the owner"));
        AssertRecount();
        Assert.Equal("nec1 2700.00", await Stands(Tamsin));
        // Nothing arrives and disappears.
        Assert.Equal("2751.00", Text(await client.Get(Year), "paid"));
    }

    private void AssertRecount() =>
        house.Company.Read(c =>
        {
            var (table, basis) = (new PaidTable(c), TallyBasis.Of(c));
            var recount = new YearTally(
                2026,
                [.. table.Of(2026).SelectMany(p => p.Lines).Select(l => l.Line)],
                new ReturnSupplierTable(c).All().Values.Select(s => s.ToSupplier()),
                basis.Boxes(2026),
                new BoxTable(c).Thresholds(2026)
            );
            Assert.Equal(
                Cells(recount.Suppliers.SelectMany(s => s.Cells.Select(x => (Folded.Of(s.Supplier.Name), x)))),
                Cells(new TallyTable(c).Cells(2026).Select(x => (x.SupplierKey, x.Cell)))
            );
            return 0;
        });

    private static string[] Cells(IEnumerable<(string Key, TallyCell Cell)> cells) =>
        [
            .. cells
                .Select(c => $"{c.Key} {c.Cell.Place.Word} {c.Cell.Place.Exempted} {c.Cell.Amount} {c.Cell.Withheld} {c.Cell.Lines}")
                .Order(StringComparer.Ordinal),
        ];

    [Fact]
    public async Task What_the_ledger_says_otherwise_shows()
    {
        Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00");
        await Read();
        house.Company.InTransaction(c =>
        {
            new PaidTable(c).Remove([house.Books.Latest(1)[0].Id]);
            new TallyTable(c).Sum(2026, null, house.Clock.GetUtcNow(), "", "");
            return 0;
        });
        Assert.Equal("-700.00", Text(await client.Get(Year), "difference"));
    }

    [Fact]
    public async Task Once_a_person_read_them_they_are_read_each_day()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00");
        await Wake();
        Assert.Equal("", await Stands(Tamsin));
        await Read();
        Cash("2026-04-02", "Tamsin Arkley", "6050", "20.00");
        await Wake();
        Assert.Equal("nec1 700.00", await Stands(Tamsin));

        house.Clock.Advance(TimeSpan.FromDays(1));
        await SignInAgain();
        using (house.Services.GetRequiredService<LedgerTurns>().Take("bindery", "a pull"))
            await Wake();
        Assert.Equal("nec1 700.00", await Stands(Tamsin));
        await Wake();
        Assert.Equal("nec1 720.00", await Stands(Tamsin));
        Assert.Equal("the schedule", Text(await client.Get(Year), "readBy"));
    }

    [Fact]
    public async Task What_cannot_be_read_is_said_and_tried_again_an_hour_later()
    {
        await Map(("6050", null, "nec1"));
        await Read();
        Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00");
        house.Clock.Advance(TimeSpan.FromDays(1));
        await SignInAgain();
        Ledger("http://127.0.0.1:9/");
        await Wake();
        Assert.Equal("payments", Text(Assert.Single(await Troubles()), "what"));
        Ledger(house.LedgerAddress + "/");
        await Wake();
        Assert.Equal("", await Stands(Tamsin));
        house.Clock.Advance(TimeSpan.FromHours(1));
        await Wake();
        Assert.Equal("nec1 700.00", await Stands(Tamsin));
        Assert.Empty(await Troubles());

        // A person who reads them meanwhile puts it right, too.
        house.Clock.Advance(TimeSpan.FromDays(1));
        await SignInAgain();
        Ledger("http://127.0.0.1:9/");
        await Wake();
        Assert.Single(await Troubles());
        Ledger(house.LedgerAddress + "/");
        await Read();
        house.Clock.Advance(TimeSpan.FromHours(1));
        await Wake();
        Assert.Empty(await Troubles());

        void Ledger(string address) =>
            house.Company.InTransaction(c =>
            {
                new LedgerTable(c).SetAddress(address);
                return 0;
            });
        async Task<IEnumerable<System.Text.Json.JsonElement>> Troubles() =>
            (await client.Get("count")).GetProperty("troubles").EnumerateArray();
    }

    private Task Wake() => house.Services.GetRequiredService<PaymentsClock>().Run(CancellationToken.None);

    [Fact]
    public async Task A_year_that_has_not_begun_and_one_that_is_none_are_refused()
    {
        Assert.Equal("year", (await client.Refused(HttpMethod.Post, "information-returns/2027/readings")).Type);
        Assert.Equal((HttpStatusCode.BadRequest, "year"), Refusal(await client.Refused(HttpMethod.Get, "information-returns/2019")));
        using var reader = await Client.Of(house, "reader");
        Assert.Equal(HttpStatusCode.Forbidden, (await reader.Refused(HttpMethod.Post, $"{Year}/readings")).Status);
    }

    private static (HttpStatusCode, string) Refusal((HttpStatusCode Status, string Type, string Detail) refused) =>
        (refused.Status, refused.Type);

    private static (int Added, int Changed, int Gone) Counts(System.Text.Json.JsonElement answer) =>
        (answer.GetProperty("added").GetInt32(), answer.GetProperty("changed").GetInt32(), answer.GetProperty("gone").GetInt32());
}
