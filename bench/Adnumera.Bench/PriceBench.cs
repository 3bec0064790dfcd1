using System.Diagnostics;
using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Web.Prices;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>Opening the price watch over 100,000 lines with prices, 10,000 of which moved and wait.</summary>
internal static class PriceBench
{
    private const int Lines = 100_000;
    private const int Rounds = 15;

    public static void Run()
    {
        var folder = Files.Make(1);
        var file = ImportBench.Company(Path.Combine(folder, "prices.sqlite"), folder);
        Arrivals.TakeIn(file, new ArrivedFile("prices.csv", Csv()), ReadingChoices.AsTheFileSays(Currency.Usd));
        var times = new List<double>();
        for (var round = 0; round < Rounds; round++)
        {
            var watch = Stopwatch.StartNew();
            var answer = file.Read(c => PriceEndpoints.Of(c, "2026-10"));
            times.Add(watch.Elapsed.TotalMilliseconds);
            if (answer.Count == 0)
                throw new InvalidOperationException("No price moved.");
        }

        Report.Limit("opening the price watch, 100,000 lines with prices, in ms", Report.Median(times), 100);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static byte[] Csv()
    {
        var csv = new StringBuilder(
            "source,source_id,kind,document_date,reference,supplier,document_total,line,category,item,quantity,unit_price,net\n"
        );
        for (var i = 0; i < Lines; i++)
        {
            var day = new DateOnly(2026, 1, 5).AddDays(i * 300 / Lines).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            var price = 10 + i % 50 + (i % 10 == 0 && i > Lines / 5 ? 4 : 0);
            csv.Append(
                CultureInfo.InvariantCulture,
                $"Bills,B{i},bill,{day},R{i},Supplier {i % 20},{price}.00,1,Leather,Item {i % 500},1,{price}.00,{price}.00\n"
            );
        }

        return Encoding.UTF8.GetBytes(csv.ToString());
    }
}
