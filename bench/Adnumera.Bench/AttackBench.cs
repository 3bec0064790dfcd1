using System.Diagnostics;
using System.Globalization;
using System.Text;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Sources;
using Adnumera.Formats.Mapping;
using Adnumera.LedgerClient.Http;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Ledger;
using Adnumera.Web.Suppliers;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>What somebody would send to bring the server down: documents that are all alike, spreadsheets that unpack to gigabytes,
/// thousands of spellings.</summary>
internal static class AttackBench
{
    private const string Header = "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,net\n";
    private const int Documents = 10_000;
    private const int Spellings = 5_000;
    private const int Rounds = 5;
    private static readonly string[] Trades =
    [
        "Tannery",
        "Paper",
        "Supply",
        "Press",
        "Studio",
        "Tools",
        "Freight",
        "Logistics",
        "Hosting",
        "Printing",
        "Binders",
        "Services",
    ];
    private static readonly DateOnly Today = new(2026, 11, 20);

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        var masters = Files.Make(1);
        var (alike, unlike) = (
            Csv(i => $"2026-11-10,R{i},One Supplier,100.00", Documents),
            Csv(i => $"2026-{1 + i % 11:00}-{1 + i % 28:00},R{i},Supplier {i % 700},{10 + i % 90}.00", Documents)
        );
        List<double> ofAlike = [],
            ofUnlike = [];
        for (var round = 0; round <= Rounds; round++)
        {
            var times = new[] { alike, unlike }
                .Select(
                    (file, i) =>
                    {
                        var company = ImportBench.Company(Path.Combine(folder, $"{i}-{round}.sqlite"), masters);
                        SomeOfEverything.AddTo(company, s => $"Supplier {s % 700}");
                        return Time(() => Arrivals.TakeIn(company, file));
                    }
                )
                .ToList();
            if (round == 0)
                continue;
            ofAlike.Add(times[0]);
            ofUnlike.Add(times[1]);
        }

        Report.Ratio("taking in 10,000 documents that are alike : 10,000 unlike ones", Report.Median(ofAlike) / Report.Median(ofUnlike), 3);

        // Each in a process of its own, whose largest memory is its own.
        for (var bomb = 0; bomb < SheetBombs.All.Length; bomb++)
        {
            var path = Path.Combine(folder, $"bomb-{bomb}.xlsx");
            File.WriteAllBytes(path, SheetBombs.All[bomb].Make());
            var start = new ProcessStartInfo(Environment.ProcessPath!) { RedirectStandardOutput = true };
            foreach (var argument in (string[])[typeof(AttackBench).Assembly.Location, "-", "bomb", path])
                start.ArgumentList.Add(argument);
            using var reader = Process.Start(start)!;
            var said = reader.StandardOutput.ReadToEnd().Split(' ');
            reader.WaitForExit();
            Report.Limit($"{SheetBombs.All[bomb].Name} ({new FileInfo(path).Length / 1024} KB), in s", Number(said[0]), 5);
            Report.Limit("  its memory, in MB", Number(said[1]), 500);
        }

        await PdfBench.Run(folder);
        var many = ImportBench.Company(Path.Combine(folder, "spellings.sqlite"), masters);
        many.InTransaction(c =>
        {
            var ledger = new LedgerTable(c);
            IReadOnlyList<LedgerSupplier> suppliers = [.. Enumerable.Range(0, 2000).Select(i => new LedgerSupplier($"S{i}", Name(i)))];
            ledger.Replace(
                new LedgerRecords
                {
                    Organisation = new LedgerOrganisation("bench", "Bench", "USD"),
                    Accounts = ledger.Accounts(),
                    Suppliers = suppliers,
                },
                DateTimeOffset.UnixEpoch
            );
            return 0;
        });
        Arrivals.TakeIn(many, Csv(i => $"2026-11-10,R{i},{(i % 2 == 0 ? Name(i) : $"{Name(i)} Ltd")},10.00", Spellings));
        var ledgers = new LedgerAccess(
            new ServiceCollection().AddLedgers(TimeSpan.FromSeconds(1)).BuildServiceProvider().GetRequiredService<ILedgerConnector>(),
            new EphemeralDataProtectionProvider()
        );
        many.Read(c => SupplierEndpoints.Of(c, ledgers));
        Report.Limit(
            "suppliers with 5,000 spellings, in ms",
            Report.Median([.. Enumerable.Range(0, Rounds).Select(_ => Time(() => many.Read(c => SupplierEndpoints.Of(c, ledgers))))]),
            300
        );
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
        Directory.Delete(masters, true);
    }

    /// <summary>Reads one spreadsheet, and says how long it took and the most memory that the process had.</summary>
    public static void Read(string path)
    {
        var content = File.ReadAllBytes(path);
        var problems = new Problems();
        var time = Time(() => MappingSheet.ReadWhole("bomb.xlsx", content, problems, Today, CancellationToken.None, out _));
        using var self = Process.GetCurrentProcess();
        Console.Write(string.Create(CultureInfo.InvariantCulture, $"{time / 1000:0.000} {self.PeakWorkingSet64 / 1024 / 1024}"));
    }

    // Made-up names that share their trade with many others, and nothing else.
    private static string Name(int i)
    {
        var random = new Random(i);
        string Word() => string.Concat(Enumerable.Range(0, 3).Select(p => $"{"bcdfghklmnprst"[random.Next(14)]}{"aeiou"[random.Next(5)]}"));
        return $"{Word()} {Word()} {Trades[i % Trades.Length]}";
    }

    private static byte[] Csv(Func<int, string> document, int count)
    {
        var csv = new StringBuilder(Header);
        for (var i = 0; i < count; i++)
        {
            var what = document(i);
            csv.Append(
                CultureInfo.InvariantCulture,
                $"bills,B{i},bill,{what},1,Thing,Category {i % 70},{what[(what.LastIndexOf(',') + 1)..]}\n"
            );
        }

        return Encoding.UTF8.GetBytes(csv.ToString());
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private static double Time(Action act)
    {
        var watch = Stopwatch.StartNew();
        act();
        return watch.Elapsed.TotalMilliseconds;
    }
}
