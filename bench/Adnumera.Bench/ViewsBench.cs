using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Adnumera.Demo;
using Adnumera.Storage.Search;
using Adnumera.Web;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>Every view over HTTP, as its page asks for it, in a company of 1,000 documents and in large ones.</summary>
internal static class ViewsBench
{
    private const int Few = 1_000;
    private const int Rounds = 9;

    // What a view asks for; those named with a star are held to three times their time at 1,000 documents.
    private static readonly (string Name, string Path)[] Views =
    [
        ("frame", "overview"),
        ("count *", "count"),
        ("count of a period", "count?period=2026-10"),
        ("statements", "statements"),
        ("list *", "documents"),
        ("list, held", "documents?state=held"),
        ("list, proved", "documents?state=proved"),
        ("list, a period", "documents?period=2025-03"),
        ("list, a source and kind", "documents?source=Company%20card&kind=card_charge"),
        ("list, largest first", "documents?order=largest"),
        ("list, largest first, proved", "documents?state=proved&order=largest"),
        ("list, by supplier", "documents?order=supplier"),
        ("list, an account", "documents?account=6220"),
        ("list, a value", "documents?keyKind=category&key=Courier"),
        ("list, a cause", "documents?reason=unmapped"),
        ("list, worth noticing", "documents?noticed=true"),
        ("list, a text", "documents?text=Hexham"),
        ("list, inside a text", "documents?text=xham%20Tann"),
        ("list, an amount", "documents?text=512.00"),
        ("search", "search?text=Hexham%20T"),
        ("search inside", "search?text=nery"),
        ("search, one letter", "search?text=H"),
        ("search, nothing", "search?text=Zanzibar"),
        ("document *", "documents/{id}"),
        ("document of a list", "documents/{id}?state=proved"),
        ("document of a text", "documents/{id}?text=Tannery"),
        ("mapping, categories", "mapping/category/values"),
        ("mapping, suppliers", "mapping/supplier/values"),
        ("mapping, one value", "mapping/category/value?key=Courier"),
        ("suggestions", "mapping/category/suggestions"),
        ("suggestions, suppliers", "mapping/supplier/suggestions"),
        ("coverage", "mapping/coverage"),
        ("history", "mapping/history"),
        ("book", "mapping/book"),
        ("payment accounts", "payment-accounts"),
        ("posting *", "posting"),
        ("a dispatch", "dispatches/1"),
        ("proof", "proofs/latest"),
        ("way of setting up", "progress"),
        ("accounts", "accounts"),
        ("choices", "choices"),
        ("suppliers", "suppliers"),
        ("connection", "connection"),
        ("record", "audit"),
        ("list, a supplier", "documents?supplier=Hexham%20Tannery"),
        ("list, an employee", "documents?employee=Ines%20Calder"),
        ("list, a category", "documents?category=Courier"),
        ("list, paid from", "documents?paymentAccount=Company%20card"),
        ("list, a cardholder", "documents?cardholder=Ines%20Calder"),
        ("list, document dates", "documents?dateFrom=2025-01-01&dateTo=2025-06-30"),
        ("list, due dates", "documents?dueFrom=2025-01-01&dueTo=2025-03-31"),
        ("list, entry dates", "documents?entryFrom=2025-01-01"),
        ("list, amounts", "documents?amountFrom=100&amountTo=200"),
        ("list, with an attachment", "documents?attachment=true"),
        ("list, without one", "documents?attachment=false"),
        ("list, sent", "documents?sent=true"),
        ("list, a control account", "documents?account=2100"),
        ("list, by reference", "documents?order=reference"),
        ("list, by due date", "documents?order=due"),
        ("list, by entry date, latest", "documents?order=entry_latest"),
        ("list, as it arrived", "documents?order=arrived"),
        ("list, smallest first", "documents?order=smallest"),
        ("list, by kind", "documents?order=kind"),
        ("list, by source", "documents?order=source"),
        ("list, by state", "documents?order=state"),
        ("list, by employee", "documents?order=employee"),
        ("list, by payment account", "documents?order=paid_from"),
        ("grouped by payment account", "documents/totals?by=payment_account"),
        ("grouped by cardholder", "documents/totals?by=cardholder"),
        ("grouped by category", "documents/totals?by=category"),
        ("grouped by supplier", "documents/totals?by=supplier"),
        ("grouped by source", "documents/totals?by=source"),
        ("grouped by month", "documents/totals?by=month"),
        ("grouped by month of arrival", "documents/totals?by=month&over=arrival_date"),
        ("together: narrowed, sorted", "documents?state=proved&category=Courier&dateFrom=2024-01-01&amountFrom=10&order=due_last"),
        ("together: narrowed, grouped by category", "documents/totals?state=proved&dateFrom=2024-01-01&amountFrom=10&by=category"),
        ("together: narrowed, grouped by cardholder", "documents/totals?state=proved&amountFrom=10&by=cardholder"),
        ("spend by payment account", "spend?by=payment_account"),
        ("spend by cardholder", "spend?by=cardholder"),
        ("spend by category", "spend?by=category"),
        ("spend by supplier", "spend?by=supplier"),
        ("spend by project", "spend?by=project"),
        ("spend by account", "spend?by=account"),
        ("spend by source", "spend?by=source"),
        ("spend, arrival, a month", "spend?by=supplier&over=arrival_date&from=2026-10&to=2026-10"),
        ("together: documents of a figure", "documents?spentBy=category&spent=COURIER&spentScope=spent&spentFrom=2025-01&spentTo=2025-12"),
        ("together: documents of no category", "documents?spentBy=category&spent=&spentScope=spent"),
        ("notices", "notices/own"),
        ("dispatches", "dispatches"),
        ("mapping, kinds", "mapping/kinds"),
        ("files", "arrivals"),
        ("documents to complete", "incomplete"),
        ("feeds", "feeds"),
        ("a feed", "feeds/1"),
        ("standing decisions", "standing-decisions"),
        ("prices", "prices"),
        ("pay runs", "payroll/runs"),
        ("payroll mapping", "payroll/mapping"),
        ("owed for payroll", "payroll/owed"),
        ("due from employees", "payroll/due-from"),
        ("people", "people"),
    ];

    public static async Task Run(string[] sizes)
    {
        var large = sizes.Length > 0 ? sizes.Select(s => int.Parse(s, CultureInfo.InvariantCulture)).ToArray() : [100_000];
        var few = await Times(Few);
        foreach (var size in large)
        {
            var times = await Times(size);
            foreach (var (name, _) in Views)
                Report.Limit($"{name}, {size:N0} documents, in ms", times[name], Most(name, size));
            foreach (var (name, _) in Views.Where(v => v.Name.EndsWith('*')))
                Report.Ratio($"{name}, {size:N0} : {Few:N0} documents", times[name] / few[name], 3);
        }
    }

    // Narrowings, orders and groupings together, and spending, take their time.
    private static int Most(string name, int size) =>
        size > 100_000 || name.StartsWith("together", StringComparison.Ordinal) ? 250
        : name.StartsWith("spend", StringComparison.Ordinal) ? 150
        : 100;

    private static async Task<Dictionary<string, double>> Times(int documents)
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        try
        {
            var watch = Stopwatch.StartNew();
            await LargeCompany.Make(folder, documents);
            Console.Error.WriteLine($"{documents:N0} documents made in {watch.Elapsed.TotalSeconds:0} s, {Weight(folder):N0} MB");
            await using var app = Application.Build(
                new WebSettings(folder, "http://127.0.0.1:1/", true) { Wakes = false },
                0,
                new SetClock(Builder.Today)
            );
            await app.StartAsync();
            using var http = await SignedIn(app);
            var file = app.Services.GetRequiredService<CompanyFiles>().Open("bindery");
            watch.Restart();
            while (file.Read(c => new TextIndex(c).IsDue()))
                await Task.Delay(50);
            Console.Error.WriteLine($"their texts indexed in {watch.Elapsed.TotalSeconds:0} s");
            var some = (documents / 2).ToString(CultureInfo.InvariantCulture);
            var times = new Dictionary<string, double>();
            foreach (var (name, path) in Views)
                times[name] = await Time(http, $"api/companies/bindery/{path.Replace("{id}", some, StringComparison.Ordinal)}");
            await app.StopAsync();
            return times;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    /// <summary>An administrator at a server, who may change something.</summary>
    public static async Task<HttpClient> SignedIn(WebApplication app)
    {
        var http = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "administrator");
        await Prove();
        using (var answer = await http.PostAsJsonAsync("api/session", new { signIn, password }))
            answer.EnsureSuccessStatusCode();
        await Prove();
        return http;

        async Task Prove()
        {
            http.DefaultRequestHeaders.Remove("X-Forgery");
            http.DefaultRequestHeaders.Add(
                "X-Forgery",
                (await http.GetFromJsonAsync<JsonElement>("api/session")).GetProperty("forgery").GetString()
            );
        }
    }

    private static double Weight(string folder) =>
        Directory.EnumerateFiles(folder, "*.sqlite", SearchOption.AllDirectories).Sum(f => new FileInfo(f).Length) / 1e6;

    private static async Task<double> Time(HttpClient http, string path)
    {
        var times = new List<double>();
        for (var round = 0; round <= Rounds; round++)
        {
            var watch = Stopwatch.StartNew();
            using var answer = await http.GetAsync(path);
            await answer.Content.ReadAsByteArrayAsync();
            if (!answer.IsSuccessStatusCode)
                throw new InvalidOperationException($"{path}: {answer.StatusCode}");
            if (round > 0)
                times.Add(watch.Elapsed.TotalMilliseconds);
            if (round > 1 && watch.Elapsed.TotalSeconds > 2)
                break; // slow enough to be sure
        }

        return Report.Median(times);
    }
}
