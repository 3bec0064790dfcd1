using System.Diagnostics;
using System.Text;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>Rehearsing, saving and opening the mapping with many open documents.</summary>
internal static class MappingBench
{
    private const int Rounds = 7;
    private static readonly DateOnly Today = new(2026, 11, 20);
    private static readonly CodingCause Cause = new(DateTimeOffset.UnixEpoch, "bench", "bench");

    public static void Run()
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        var (large, small) = (Company(folder, 100_000), Company(folder, 10_000));
        var change = new ChangesRequest([Row(KeyKind.Category, "Touched", "5007")], false, null);

        // In turn, and long enough that both meet the same compiled code.
        List<double> ofMany = [],
            ofFew = [];
        for (var round = 0; round < 40; round++)
        {
            ofMany.Add(Time(() => large.Read(c => MappingEndpoints.Rehearse(c, change, Today))));
            ofFew.Add(Time(() => small.Read(c => MappingEndpoints.Rehearse(c, change, Today))));
        }

        var (rehearsal, fewer) = (Report.Median(ofMany[20..]), Report.Median(ofFew[20..]));
        var all = Median(() => large.InTransaction(c => Recoding.Recode(c, new AffectedTable(c).AllOpen(), Cause)), 3);
        Report.Limit("rehearsal of 100 of 100,000 open documents : coding all anew, in 1/50", rehearsal / all * 50, 1);
        Report.Ratio("rehearsal of 100 documents, of 100,000 : of 10,000 open ones", rehearsal / fewer, 1.5);

        // A thousand values of which nothing is mapped yet, a few documents each.
        var rows = Enumerable.Range(0, 1000).Select(i => Row(KeyKind.Item, $"New {i}", $"{5000 + i % 80}")).ToList();
        List<double> ours = [],
            bare = [];
        for (var round = 0; round < Rounds; round++)
        {
            var watch = Stopwatch.StartNew();
            var saved = large.InTransaction(c => MappingChanges.Save(c, Arrivals.Books(large), new ChangesRequest(rows, false, null)));
            ours.Add(watch.Elapsed.TotalMilliseconds);
            bare.Add(
                Bare(folder, round, rows.Count)
                    + Time(() =>
                        large.InTransaction(c =>
                            Recoding.Recode(
                                c,
                                new AffectedTable(c).Touched(
                                    rows.Select(r => new RowIdentity(KeyKind.Item, KeyKind.Item.Fold(r.Key!), "", null))
                                ),
                                Cause
                            )
                        )
                    )
            );
            large.InTransaction(c => MappingChanges.Undo(c, Arrivals.Books(large), saved.SetId));
        }

        Report.Ratio("saving 1,000 mappings : bare inserts and coding what they touch", Report.Median(ours) / Report.Median(bare), 3);
        Report.Limit(
            "opening the mapping, 100,000 documents and 5,000 values, in ms",
            Median(() => large.Read(c => MappingEndpoints.Values(c, KeyKind.Item, Today))),
            100
        );
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    private static RowRequest Row(KeyKind kind, string key, string account) =>
        new(kind, key, "", "", account, null, null, null, null, null, null, false);

    private static double Median(Action act, int rounds = Rounds)
    {
        act();
        return Report.Median([.. Enumerable.Range(0, rounds).Select(_ => Time(act))]);
    }

    private static double Time(Action act)
    {
        var watch = Stopwatch.StartNew();
        act();
        return watch.Elapsed.TotalMilliseconds;
    }

    // As many inserts into a table of the same columns, prepared, in one transaction.
    private static double Bare(string folder, int round, int rows)
    {
        using var target = new SqliteConnection($"Data Source={Path.Combine(folder, $"bare-{round}.sqlite")}");
        target.Open();
        void Execute(string sql)
        {
            using var command = target.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }

        Execute(
            "pragma journal_mode = wal; pragma synchronous = normal; "
                + "create table mapping (id integer primary key, key_kind text, key text, key_folded text, for_source text, account text, "
                + "effective_from text, unique (key_kind, key_folded, for_source, effective_from));"
        );
        return Time(() =>
        {
            using var transaction = target.BeginTransaction();
            using var insert = target.CreateCommand();
            insert.CommandText =
                "insert into mapping (key_kind, key, key_folded, for_source, account, effective_from) "
                + "values ('item', $key, $folded, '', '5001', '')";
            var (key, folded) = (insert.Parameters.Add("$key", SqliteType.Text), insert.Parameters.Add("$folded", SqliteType.Text));
            for (var i = 0; i < rows; i++)
            {
                (key.Value, folded.Value) = ($"New {i}", $"NEW {i}");
                insert.ExecuteNonQuery();
            }

            transaction.Commit();
        });
    }

    // One line a document: 100 with the value that is changed, 4,000 values that are mapped, 1,000 that are not.
    private static CompanyFile Company(string folder, int documents)
    {
        var file = ImportBench.Company(Path.Combine(folder, $"company-{documents}.sqlite"), Files.Make(1));
        file.InTransaction(c =>
        {
            new MappingTable(c).Write(
                Enumerable
                    .Range(0, 4000)
                    .Select(i => new RowChange(
                        null,
                        new MappingRow
                        {
                            Kind = KeyKind.Item,
                            Key = $"Known {i}",
                            Account = $"{5000 + i % 90}",
                        }
                    ))
            );
            return 0;
        });
        var csv = new StringBuilder(
            "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,item,net\n"
        );
        for (var i = 0; i < documents; i++)
        {
            var (category, item) = i < 100 ? ("Touched", "") : ("", i % 50 == 0 ? $"New {i / 50 % 1000}" : $"Known {i % 4000}");
            csv.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"bills,B{i},bill,2026-{1 + i % 11:00}-{1 + i % 28:00},R{i},Supplier "
                    + $"{i % 700},{10 + i % 90}.00,1,Thing,{category},{item},{10 + i % 90}.00\n"
            );
        }

        Arrivals.TakeIn(file, Encoding.UTF8.GetBytes(csv.ToString()));
        return file;
    }
}
