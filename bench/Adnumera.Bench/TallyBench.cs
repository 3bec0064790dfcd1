using System.Diagnostics;
using System.Globalization;
using System.Text;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.InformationReturns;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>200,000 payments of 5,000 suppliers tallied, beside reading the same file and summing it; and the tally's view at that
/// size.</summary>
internal static class TallyBench
{
    private const int Payments = 200_000;
    private const int Suppliers = 5_000;
    private const int Accounts = 40;
    private const int Rounds = 7;

    public static void Run(string cli)
    {
        var folder = Files.Make(1);
        void Make(string name, string content) => File.WriteAllText(Path.Combine(folder, name), content);
        Make("payments.csv", PaymentRows());
        Make("suppliers.csv", SupplierRows());
        Make("boxes.csv", BoxRows());
        var bare = Path.Combine(AppContext.BaseDirectory, "Adnumera.Bare.dll");
        string At(string name) => Path.Combine(folder, name);
        var (ours, bares) = (new List<double>(), new List<double>());
        for (var round = 0; round < Rounds; round++)
        {
            bares.Add(Processes.Time(bare, out _, folder, "tally"));
            ours.Add(
                Processes.Time(
                    cli,
                    out _,
                    [
                        "tally",
                        "--year",
                        "2026",
                        "--suppliers",
                        At("suppliers.csv"),
                        "--payments",
                        At("payments.csv"),
                        "--boxes",
                        At("boxes.csv"),
                        "--out",
                        At("out"),
                    ]
                )
            );
        }

        Directory.Delete(folder, true);
        Report.Ratio(
            "tally, 200,000 payments of 5,000 suppliers, whole process : reading and summing them",
            Report.Median(ours) / Report.Median(bares),
            4
        );
        Views();
    }

    // Kept in a company's file, its views are opened and an account is mapped.
    private static void Views()
    {
        var folder = Files.Make(1);
        var file = ImportBench.Company(Path.Combine(folder, "tally.sqlite"), folder);
        Fill(file);
        var books = Arrivals.Books(file);
        double Median(Action work) => Report.Median([.. Enumerable.Range(0, Rounds).Select(_ => Time(work))]);
        Action Open(TallyView view) => () => file.Read(c => TallyEndpoints.Of(c, 2026, view, "", "", false));

        // A server that answers is warm: each view is opened once before it is measured.
        foreach (var view in Enum.GetValues<TallyView>())
            Open(view)();
        foreach (var view in Enum.GetValues<TallyView>())
            Report.Limit($"the tally of 5,000 suppliers, {Words<TallyView>.Of(view).Replace('_', ' ')}, in ms", Median(Open(view)), 150);
        Report.Limit(
            "the payments of one supplier among 200,000, in ms",
            Median(() => file.Read(c => new PaidTable(c).Page(new PaidFilter(2026, "SUPPLIER 7"), null, 60))),
            150
        );
        Report.Limit("what was paid by month, in ms", Median(() => file.Read(c => new TallyTable(c).Months(2026, ""))), 150);
        Report.Limit("what was paid by account, in ms", Median(() => file.Read(c => new TallyTable(c).Accounts(2026))), 150);
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"  mapping an account of {Payments / Accounts:N0} payments: {Time(() => Map(file, books)):0} ms"
            )
        );
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static void Map(CompanyFile file, Web.Requests.CompanyBooks books) =>
        file.InTransaction(c => new BoxDecisions(c, books).Decide("2026", "bench", [new BoxState(2026, "A3", "", "MISC-3")]));

    private static void Fill(CompanyFile file)
    {
        var boxes = Enumerable
            .Range(0, Accounts)
            .Where(a => a % 4 != 0)
            .Select(a => new BoxRow(2025, $"A{a}", "", new BoxChoice((ReturnBox)(a % 9))))
            .ToList();
        file.InTransaction(c =>
        {
            var (table, known) = (new PaidTable(c), new ReturnSupplierTable(c));
            foreach (var row in boxes)
                new BoxTable(c).Put(row);
            for (var s = 0; s < Suppliers; s += 2)
                known.Put(
                    new ReturnSupplierRow
                    {
                        Supplier = $"Supplier {s}",
                        LegalName = $"Supplier {s}",
                        Classification = (TaxClassification)(s % 9),
                        Address = "1 Lane",
                        NumberStatus = TaxNumberStatus.Possible,
                    },
                    DateTimeOffset.UnixEpoch,
                    "bench"
                );
            var basis = TallyBasis.Of(c);
            table.Add(Enumerable.Range(0, Payments).Select(i => Payment(i, basis)));
            new TallyTable(c).Sum(2026, null, DateTimeOffset.UnixEpoch, "bench", "bench");
            table.Put(new PaymentsReadingRow(2026, "2026-11-20T08:00:00.000Z", "bench", "2026-11-20", Payments, 0, 0));
            return 0;
        });
    }

    private static (PaidRow, IReadOnlyList<PaidLineRow>) Payment(int i, TallyBasis basis)
    {
        var (day, supplier, method) = (
            new DateOnly(2026, 1 + i % 11, 1 + i % 28),
            $"Supplier {i % Suppliers}",
            i % 9 == 0 ? PaymentMethod.Card : PaymentMethod.Check
        );
        var line = new PaymentLine($"E{i}", day, supplier, method, i % 97 == 0, 100 + i % 90_000, "", $"A{i % Accounts}", 1, null, 0);
        return (
            new PaidRow(
                line.Payment,
                Iso.Text(day),
                supplier,
                Words<PaymentMethod>.Of(method),
                Words<MethodBy>.Of(MethodBy.Ledger),
                Words<PaymentMethod>.Of(method),
                Words<MethodBy>.Of(MethodBy.Ledger),
                "1010",
                $"CHK {i}",
                line.IsVoided,
                line.Paid,
                0,
                null,
                ""
            ),
            [new PaidLineRow(new PaidLineKey("", "1"), "", line, line.Paid, 0, basis.Of(line).Place)]
        );
    }

    private static double Time(Action work)
    {
        GC.Collect();
        var watch = Stopwatch.StartNew();
        work();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static string PaymentRows()
    {
        var csv = new StringBuilder("payment,date,supplier,method,status,paid,bill,line,account,line_amount,box,withheld\n");
        for (var i = 0; i < Payments; i++)
        {
            var (method, status) = (i % 9 == 0 ? "card" : "check", i % 97 == 0 ? "voided" : "");
            csv.Append(
                    CultureInfo.InvariantCulture,
                    $"E{i},2026-{1 + i % 11:00}-{1 + i % 28:00},Supplier {i % Suppliers},{method},{status},"
                )
                .Append(CultureInfo.InvariantCulture, $"{1 + i % 900}.{i % 100:00},B{i},1,A{i % Accounts},100.00,,\n");
        }

        return csv.ToString();
    }

    private static string SupplierRows()
    {
        string[] classifications = ["individual", "partnership", "c_corporation", "llc_s", ""];
        var csv = new StringBuilder("supplier,legal_name,classification,tax_number_kind,tax_number,address,w9\n");
        for (var s = 0; s < Suppliers; s++)
            csv.Append(
                CultureInfo.InvariantCulture,
                $"Supplier {s},Supplier {s},{classifications[s % 5]},EIN,12-{3_000_000 + s},1 Lane,{(s % 3 == 0 ? "no" : "yes")}\n"
            );
        return csv.ToString();
    }

    private static string BoxRows()
    {
        var csv = new StringBuilder("year,account,box\n");
        for (var a = 0; a < Accounts; a++)
            if (a % 4 != 0)
                csv.Append(CultureInfo.InvariantCulture, $"2025,A{a},{ReturnBoxes.All[a % 9]}\n");
        return csv.ToString();
    }
}
