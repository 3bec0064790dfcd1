using System.Diagnostics;
using Adnumera.Core.Standing;
using Adnumera.Storage.Standing;
using Adnumera.Web.Standing;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>Trying a standing decision against 100,000 documents, beside a bare scan of the same columns.</summary>
internal static class StandingBench
{
    private const int Rounds = 21;

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        var file = await LargeCompany.Make(folder, 100_000);
        var decision = new StandingText(
            0,
            "Potters",
            new StandingConditionText("", null, "Heath Potters", "", "10.00", "", "", "", "", ""),
            [new StandingEffectText(StandingField.Category, "Glue", "")],
            IsOn: true
        );
        var request = new StandingsRequest([decision]);
        List<double> ratios = [];
        for (var round = 0; round < Rounds; round++)
        {
            var ours = Time(() => file.Read(c => StandingEndpoints.Rehearse(c, request)));
            var bare = Time(() => file.Read(Scan));
            if (round > Rounds / 2)
                ratios.Add(ours / bare);
        }

        Report.Ratio("rehearsal of a standing decision over 100,000 documents : a bare scan of the same columns", Report.Median(ratios), 3);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    // The columns that a condition asks about, as the reader gives them.
    private static long Scan(SqliteConnection company)
    {
        using var command = company.CreateCommand();
        command.CommandText = StandingScan.Heads;
        using var reader = command.ExecuteReader();
        var columns = Enumerable.Range(0, reader.FieldCount).Select(i => reader.GetDataTypeName(i) == "INTEGER").ToArray();
        var sum = 0L;
        while (reader.Read())
            for (var i = 0; i < columns.Length; i++)
                sum += columns[i] ? reader.GetInt64(i) : reader.GetString(i).Length;
        return sum;
    }

    private static double Time(Action act)
    {
        var watch = Stopwatch.StartNew();
        act();
        return watch.Elapsed.TotalMilliseconds;
    }
}
