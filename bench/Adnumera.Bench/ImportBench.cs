using System.Diagnostics;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>Taking 100,000 lines into a company that has some of everything, checked, coded and audited, beside bare prepared inserts of
/// the same rows.</summary>
internal static class ImportBench
{
    private const int Rounds = 5;

    public static void Run()
    {
        var folder = Files.Make(100_000);
        var documents = new ArrivedFile("documents.csv", File.ReadAllBytes(Path.Combine(folder, "documents.csv")));
        Compare("taking in 100,000 lines", folder, documents, ReadingChoices.AsTheFileSays(Currency.Usd), 2.5);
        var statement = new ArrivedFile("card.ofx", ReadBench.Statement());
        Compare("taking in 100,000 charges by OFX", folder, statement, new ReadingChoices("card", Currency.Usd) { IsStrict = true }, 4);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static void Compare(string what, string folder, ArrivedFile arriving, ReadingChoices choices, double most)
    {
        var (ratios, besides) = (new List<double>(), new List<double>());
        for (var round = 0; round <= Rounds; round++)
        {
            var path = Path.Combine(folder, $"{arriving.Hash[..8]}-{round}.sqlite");
            var (file, empty) = (Company(path, folder), Company($"{path}-empty", folder));
            SomeOfEverything.AddTo(file, i => $"Supplier {i % 700}");
            var elapsed = Time(() => Arrivals.TakeIn(file, arriving, choices));
            var alone = Time(() => Arrivals.TakeIn(empty, arriving, choices));
            var bare = BareInsert(path, Path.Combine(folder, $"bare-{arriving.Hash[..8]}-{round}.sqlite"));

            // The first round warms both up; each of the others meets one state of the machine.
            if (round == 0)
                continue;
            ratios.Add(elapsed / bare);
            besides.Add(elapsed / alone);
        }

        Report.Ratio($"{what} : bare prepared inserts of the same rows", Report.Median(ratios), most);
        Report.Ratio($"{what} beside some of everything : beside nothing", Report.Median(besides), 1.5);
    }

    private static double Time(Action act)
    {
        var watch = Stopwatch.StartNew();
        act();
        return watch.Elapsed.TotalMilliseconds;
    }

    public static CompanyFile Company(string path, string folder)
    {
        var file = new CompanyFile(path);
        file.SetUp(new Company("bench", "Bench", new CompositionSettings()));
        var problems = new Problems();
        IReadOnlyList<Account> chart =
        [
            .. ChartFile.Read("chart.csv", File.ReadAllBytes(Path.Combine(folder, "chart.csv")), problems).Select(a => a.Account),
        ];
        IReadOnlyList<MappingRow> book = MappingFile.Read("mapping.csv", File.ReadAllBytes(Path.Combine(folder, "mapping.csv")), problems);
        file.InTransaction(c =>
        {
            new LedgerTable(c).Replace(
                new LedgerRecords { Organisation = new LedgerOrganisation("bench", "Bench", "USD"), Accounts = chart },
                DateTimeOffset.UnixEpoch
            );
            foreach (var row in book)
                new MappingTable(c).Put(row);
            return 0;
        });
        return file;
    }

    // The rows of documents and lines as the application keeps them, into the same two tables with their primary keys and nothing else.
    public static double BareInsert(string from, string to)
    {
        var tables = new (string Name, List<object[]> Rows, int Columns)[2];
        using (var source = new SqliteConnection($"Data Source={from}"))
        {
            source.Open();
            tables[0] = Rows(source, "document");
            tables[1] = Rows(source, "document_line");
        }

        using var target = new SqliteConnection($"Data Source={to}");
        target.Open();
        Execute(target, "pragma journal_mode = wal; pragma synchronous = normal;");
        Execute(
            target,
            $"create table document ({Columns(tables[0].Columns)}, primary key (c0)); "
                + $"create table document_line ({Columns(tables[1].Columns)}, primary key (c0, c1)) without rowid;"
        );
        var watch = Stopwatch.StartNew();
        using (var transaction = target.BeginTransaction())
        {
            foreach (var (name, rows, columns) in tables)
            {
                using var insert = target.CreateCommand();
                insert.CommandText = $"insert into {name} values ({string.Join(", ", Enumerable.Range(0, columns).Select(i => $"@p{i}"))})";
                for (var i = 0; i < columns; i++)
                    insert.Parameters.Add(new SqliteParameter { ParameterName = $"@p{i}" });
                insert.Prepare();
                foreach (var row in rows)
                {
                    for (var i = 0; i < columns; i++)
                        insert.Parameters[i].Value = row[i];
                    insert.ExecuteNonQuery();
                }
            }

            transaction.Commit();
        }

        return watch.Elapsed.TotalMilliseconds;
    }

    private static (string, List<object[]>, int) Rows(SqliteConnection source, string table)
    {
        using var command = source.CreateCommand();
        command.CommandText = $"select * from {table}";
        using var reader = command.ExecuteReader();
        var rows = new List<object[]>();
        while (reader.Read())
        {
            var row = new object[reader.FieldCount];
            reader.GetValues(row);
            rows.Add(row);
        }

        return (table, rows, reader.FieldCount);
    }

    private static string Columns(int count) => string.Join(", ", Enumerable.Range(0, count).Select(i => $"c{i}"));

    private static void Execute(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
