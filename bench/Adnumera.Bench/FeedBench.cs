using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using Adnumera.Core.Feeds;
using Adnumera.Formats.Reading;
using Adnumera.SourceClient.Http;
using Adnumera.SourcesStandIn;
using Adnumera.Storage.Feeds;
using Adnumera.Web.Feeds;
using Adnumera.Web.Hosting;
using Adnumera.Web.Requests;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>A pull of 10,000 charges, checked, coded and audited, beside reading the same answers and inserting the same rows
/// bare.</summary>
internal static class FeedBench
{
    private const int Charges = 10_000;
    private const int Rounds = 9;

    public static async Task Run()
    {
        var folder = Files.Make(100);
        await using var program = SourcesProgram.Build(Path.Combine(folder, "sources.sqlite"), 0);
        await program.StartAsync();
        var (desks, address) = (program.Services.GetRequiredService<Desks>(), program.Urls.First() + "/");
        desks.Put(Enumerable.Range(0, Charges).Select(Charge));
        var services = new ServiceCollection().AddFeeds(TimeSpan.FromMinutes(1)).BuildServiceProvider();
        var access = new FeedAccess(
            services.GetRequiredService<IFeedConnector>(),
            new EphemeralDataProtectionProvider(),
            new WebSettings(folder, "", false)
        );
        var code = desks.Allow(Desk.Card, "http://127.0.0.1/", DateTimeOffset.UtcNow);
        var token = desks.Exchange(code, "http://127.0.0.1/", DateTimeOffset.UtcNow)!.Value.Token;
        var ratios = new List<double>();
        for (var round = 0; round <= Rounds; round++)
        {
            var path = Path.Combine(folder, $"feed-{round}.sqlite");
            var books = new CompanyBooks(ImportBench.Company(path, folder), "bench", "bench", TimeProvider.System);
            SomeOfEverything.AddTo(books.File, i => $"Merchant {i % 300}");
            var feed = books.File.InTransaction(c => Connect(c, access.Protect(token), address));
            var watch = Stopwatch.StartNew();
            await new FeedPull(access, OpenForms.All).Run(books, feed, whole: false, CancellationToken.None);
            var elapsed = watch.Elapsed.TotalMilliseconds;
            var bare = await ReadBare(address, token) + ImportBench.BareInsert(path, Path.Combine(folder, $"bare-{round}.sqlite"));
            if (round > 0) // The first warms both up.
                ratios.Add(elapsed / bare);
        }

        Report.Ratio("pulling 10,000 charges : reading the same answers and inserting them bare", Report.Median(ratios), 4);
        await program.StopAsync();
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static CardMovement Charge(int i) =>
        new(
            $"C{i}",
            "settled",
            "charge",
            new DateOnly(2026, 9, 1).AddDays(i % 60).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            "4417",
            "Ines Calder",
            $"Merchant {i % 300}",
            "5812",
            $"{10 + i % 900}.{i % 100:00}",
            "USD",
            $"Purchase {i}"
        );

    private static long Connect(SqliteConnection company, string token, string address)
    {
        var id = new FeedTable(company).Add(
            new FeedRow(0, "card", "Card", address, token, "2026-01-01", "by_hand", "", "", "", "", "", "", 0, "", 0)
        );
        new FeedValueTable(company).Decide(id, "4417", true, "", "");
        return id;
    }

    private static async Task<double> ReadBare(string address, string token)
    {
        using var http = new HttpClient { BaseAddress = new Uri(address) };
        http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", token);
        var watch = Stopwatch.StartNew();
        for (var (after, more) = (0L, true); more; )
        {
            var page = (await http.GetFromJsonAsync<Changes<CardMovement>>($"api/card/movements?from=2026-01-01&after={after}&most=1000"))!;
            (after, more) = (page.Next, page.More);
        }

        return watch.Elapsed.TotalMilliseconds;
    }
}
