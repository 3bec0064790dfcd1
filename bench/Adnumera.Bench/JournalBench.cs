using System.Diagnostics;
using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Payroll;
using Adnumera.Formats.Reading;
using Adnumera.Web.Documents;
using Adnumera.Web.Payroll;
using CsvHelper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>A register of 5,000 employees with 30 pay items each to a journal, beside reading the same file and summing it.</summary>
internal static class JournalBench
{
    private const int Employees = 5_000;
    private const int Items = 30;
    private const int Rounds = 9;

    public static void Run()
    {
        var register = Register("R1", Employees);
        var chart = new Chart([
            new Account { Id = "6010", Kind = AccountKind.Expense },
            new Account { Id = "2310", Kind = AccountKind.Liability },
        ]);
        var mapping = new PayrollMapping(
            Enumerable
                .Range(0, Items)
                .Select(i => new PayrollMappingRow
                {
                    Item = $"Item {i}",
                    Expense = "6010",
                    Liability = "2310",
                })
        );
        var (ours, bares) = (new List<double>(), new List<double>());
        for (var round = 0; round < Rounds; round++)
        {
            ours.Add(Time(() => Journal(register, chart, mapping)));
            bares.Add(Time(() => Sum(register)));
        }

        Page(register);
        Report.Ratio("journal, 5,000 employees × 30 items : reading and summing them", Report.Median(ours) / Report.Median(bares), 3);
    }

    // Taken in by the application, the run's page and its first employees are opened.
    private static void Page(byte[] register)
    {
        var folder = Files.Make(1);
        var file = ImportBench.Company(Path.Combine(folder, "payroll.sqlite"), folder);
        TakeIn.Run(
            Arrivals.Books(file),
            OpenForms.WithRegisters,
            new ArrivedFile("register.csv", register),
            ReadingChoices.AsTheFileSays(Currency.Usd)
        );
        var times = new List<double>();
        for (var round = 0; round < Rounds; round++)
            times.Add(
                Time(() =>
                    file.Read(c => (PayRunEndpoints.Of(c, 1, sees: true, new DateOnly(2026, 11, 20)), PayRunEndpoints.People(c, 1, null)))
                )
            );
        Report.Limit("opening a pay run of 5,000 employees, in ms", Report.Median(times), 150);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static double Time(Action work)
    {
        GC.Collect();
        var watch = Stopwatch.StartNew();
        work();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static void Journal(byte[] register, Chart chart, PayrollMapping mapping)
    {
        var problems = new Problems();
        var runs = RegisterFile.Read("register.csv", register, Currency.Usd, problems);
        var composer = new PayrollComposer(chart, mapping, new CompositionSettings());
        var journals = runs.Select(r => composer.Compose(r)).ToList();
        if (problems.Any || journals is not [{ IsCoded: true }])
            throw new InvalidOperationException("The run is not coded.");
        using var entries = new EntriesFile(Stream.Null);
        entries.Write(journals[0]);
        IdentityCauses.Of([.. journals.Select(j => (j.Run, j.LeftOut is not null))]);
    }

    private static void Sum(byte[] register)
    {
        using var reader = CsvReader.Create(register, new CsvReaderOptions { Separator = ',' });
        var sums = new Dictionary<(string, string), decimal>();
        while (reader.Read())
        {
            var key = (reader.GetString("item"), reader.GetString("type"));
            sums[key] = sums.GetValueOrDefault(key) + decimal.Parse(reader.GetString("amount"), CultureInfo.InvariantCulture);
        }

        if (sums.Count < Items)
            throw new InvalidOperationException("The sums are not all there.");
    }

    // Each earns, pays tax, and is paid what is left.
    internal static byte[] Register(string run, int employees)
    {
        var csv = new StringBuilder("run,pay_date,employee,department,item,type,amount\n");
        for (var employee = 0; employee < employees; employee++)
        {
            var net = 0;
            for (var item = 0; item < Items; item++)
            {
                var amount = 100 + (employee * 7 + item * 13) % 900;
                var type =
                    item % 3 == 0 ? "employer_tax"
                    : item % 3 == 1 || item == Items - 1 ? "earning"
                    : "employee_tax";
                net +=
                    type == "earning" ? amount
                    : type == "employee_tax" ? -amount
                    : 0;
                if (item == Items - 2)
                    (type, amount, net) = ("net_pay", net - amount + 500, net - amount);
                if (item == Items - 1)
                    amount = 500;
                csv.Append(
                    CultureInfo.InvariantCulture,
                    $"{run},2026-11-13,Employee {employee},Department {employee % 12},Item {item},{type},{amount}.00\n"
                );
            }
        }

        return Encoding.UTF8.GetBytes(csv.ToString());
    }
}
