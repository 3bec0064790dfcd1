using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Posting;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Ui.Driver;
using Adnumera.Web.Ledger;
using Adnumera.Web.Posting;
using Adnumera.Web.Requests;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.Web.Tests;

internal static class Worlds
{
    public const string Header =
        "source,source_id,kind,document_date,reference,supplier,employee,payment_account,settlement,document_total,line,description,"
        + "category,net\n";

    /// <summary>Asks the ledger's owner anew and connects.</summary>
    public static async Task<PullAnswer> Connect(this House house, string organisation = "quillfern-bindery")
    {
        var ledgers = house.Services.GetRequiredService<LedgerAccess>();
        var (books, redirect) = (house.OpenBooks(), new Uri("http://127.0.0.1/connect/return"));
        var code = house.Shelf.Find(organisation)!.Allow("Adnumera", redirect.ToString(), books.Now);
        var token = await ledgers.Connector.Exchange(new Uri(house.LedgerAddress), code, redirect, CancellationToken.None);
        return await Pull.Connect(
            books,
            ledgers,
            house.Services.GetRequiredService<LedgerTurns>(),
            new ConnectionRow(
                house.LedgerAddress + "/",
                organisation,
                organisation,
                ledgers.Protect(token),
                Iso.Text(books.Now),
                "Theo",
                ""
            ),
            ledgers.Connector.Open(new LedgerConnection(new Uri(house.LedgerAddress + "/"), token, Currency.Usd)),
            CancellationToken.None
        );
    }

    public static CompanyBooks OpenBooks(this House house) =>
        new(house.Company, "bindery", "Ines Calder", house.Services.GetRequiredService<TimeProvider>());

    public static Task DispatchIsOver(this House house) => house.Services.GetRequiredService<Dispatcher>().Completion("bindery");

    /// <summary>Waits until something is so; it fails when that takes half a minute.</summary>
    public static async Task Until(Func<bool> isSo)
    {
        using var limit = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        using var beat = new PeriodicTimer(TimeSpan.FromMilliseconds(10));
        while (!isSo())
            await beat.WaitForNextTickAsync(limit.Token);
    }

    /// <summary>What a proof shows first of what differs, of all kinds.</summary>
    public static IReadOnlyList<JsonElement> Differences(JsonElement proof) =>
        [.. proof.GetProperty("kinds").EnumerateArray().SelectMany(k => k.GetProperty("first").EnumerateArray())];

    /// <summary>Lets eleven minutes pass in which the ledger is asked for what has no clear answer.</summary>
    public static async Task AskOverTime(this House house)
    {
        for (var i = 0; i < 3; i++)
        {
            await house.Services.GetRequiredService<PostingClock>().AskAgain(CancellationToken.None);
            house.Clock.Advance(Core.Posting.Outbox.BetweenAsks + TimeSpan.FromSeconds(30));
        }

        await house.Services.GetRequiredService<PostingClock>().AskAgain(CancellationToken.None);
    }

    public static string Bill(
        int id,
        string category = "Leather",
        string supplier = "Hexham Tannery",
        string total = "100.00",
        string day = "2026-11-10"
    ) => $"Supplier bills,B{id},bill,{day},R{id},{supplier},,,,{total},1,Thing {id},{category},{total}\n";

    /// <summary>The kept totals equal a recount, arrived equals the sum of the states, and the audit is whole.</summary>
    public static void AssertSound(House house)
    {
        AssertTotals(house);
        Assert.Equal("", house.Company.CheckAudit().Problem);
    }

    private static void AssertTotals(House house) =>
        house.Company.Read(c =>
        {
            var table = new CountTable(c);
            Assert.Equal(table.Recount(), table.Kept());
            Assert.Equal(ValueRecount.Of(c), new MappingTable(c).Kept());
            var (spent, keptSpent) = new SpendTable(c).Recount();
            Assert.Equal(spent, keptSpent);
            Assert.All(table.BySource(null), s => Assert.True(s.Totals.IsConserved, s.Source));
            Assert.Equal(table.RecountRead(), table.KeptRead());
            Assert.Equal(table.Dated().Recount, table.Dated().Kept);
            Assert.Equal(table.Causes().Recount, table.Causes().Kept);
            return 0;
        });

    public static long[] States(House house, params string[] states) =>
        house.Company.Read(c => states.Select(s => new CountTable(c).Kept().Where(k => k.State == s).Sum(k => k.Documents)).ToArray());
}
