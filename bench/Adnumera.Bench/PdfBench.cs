using System.Diagnostics;
using System.Globalization;
using Adnumera.Demo;
using Adnumera.PdfReader;
using Adnumera.Web;
using Adnumera.Web.Hosting;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>PDFs that would take everything of whoever reads them, sent to a server that others work at meanwhile.</summary>
internal static class PdfBench
{
    private const int MostSeconds = 10;
    private const int MostMegabytes = 512;
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(20);

    public static async Task Run(string folder)
    {
        var data = Path.Combine(folder, "beside-pdfs");
        await Builder.BuildConnected(data);
        await using var app = Application.Build(
            new WebSettings(data, "http://127.0.0.1:1/", true) { Wakes = false },
            0,
            new SetClock(Builder.Today)
        );
        await app.StartAsync();
        using var http = await ViewsBench.SignedIn(app);
        for (var warm = 0; warm < 20; warm++)
            await Asked(http);
        foreach (var (name, make) in PdfBombs.All)
        {
            using var content = new ByteArrayContent(make());
            using var over = new CancellationTokenSource();
            var (asking, watching) = (AskAllTheTime(http, over.Token), Watch(over.Token));
            var watch = Stopwatch.StartNew();
            using (await http.PostAsync("api/companies/bindery/incomplete/picture?fileName=bomb.pdf", content)) { }
            using (await http.PostAsync("api/companies/bindery/arrivals/preview?fileName=bomb.pdf&source=Bomb", content)) { }
            var elapsed = watch.Elapsed.TotalSeconds;
            await over.CancelAsync();
            // Both ways read a part of it, each in a process of its own.
            Report.Limit($"{name} ({content.Headers.ContentLength / 1024} KB), in s", elapsed, MostSeconds);
            Report.Limit("  the memory of its reader, in MB", await watching, MostMegabytes);
            Report.Limit("  another who asks for the count meanwhile waits, in ms, at the median", Report.Median(await asking), 100);
        }

        await app.StopAsync();
        SqliteConnection.ClearAllPools();
    }

    private static async Task<double> Asked(HttpClient http)
    {
        var watch = Stopwatch.StartNew();
        using var answer = await http.GetAsync("api/companies/bindery/count");
        answer.EnsureSuccessStatusCode();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static async Task<List<double>> AskAllTheTime(HttpClient http, CancellationToken over)
    {
        var times = new List<double>();
        do
        {
            times.Add(await Asked(http));
            await Task.Delay(Between, CancellationToken.None);
        } while (!over.IsCancellationRequested);
        return times;
    }

    // The most that any reader of this process held, as the kernel counts it.
    private static async Task<double> Watch(CancellationToken over)
    {
        var most = 0L;
        while (!over.IsCancellationRequested)
        {
            foreach (var folder in Directory.EnumerateDirectories("/proc").Where(IsReader))
                most = Math.Max(most, Processes.Peak(int.Parse(Path.GetFileName(folder), CultureInfo.InvariantCulture)));
            await Task.Delay(Between, CancellationToken.None);
        }

        return most / 1024.0;
    }

    private static bool IsReader(string folder)
    {
        try
        {
            return char.IsAsciiDigit(Path.GetFileName(folder)[0])
                && File.ReadAllText(Path.Combine(folder, "cmdline"))
                    .Contains(typeof(PdfAnswer).Assembly.GetName().Name!, StringComparison.Ordinal);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return false; // It is over.
        }
    }
}
