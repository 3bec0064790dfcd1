namespace Adnumera.Bench;

/// <summary>The whole compose process beside the bare program, run in turn so that both meet the same machine.</summary>
internal static class ComposeBench
{
    private const int Rounds = 9;

    public static void Run(string cli)
    {
        var bare = Path.Combine(AppContext.BaseDirectory, "Adnumera.Bare.dll");
        string single = Files.Make(100_000),
            twice = Files.Make(200_000);
        List<double> ours = [],
            bares = [],
            double_ = [];
        long memory = 0;
        for (var round = 0; round < Rounds; round++)
        {
            bares.Add(Processes.Time(bare, out _, single));
            ours.Add(Compose(cli, single, out var peak));
            double_.Add(Compose(cli, twice, out _));
            memory = Math.Max(memory, peak);
        }

        Report.Ratio("compose, 100,000 lines, whole process : bare program", Report.Median(ours) / Report.Median(bares), 1.7);
        Report.Ratio("compose, 200,000 lines : 100,000 lines", Report.Median(double_) / Report.Median(ours), 2.3);
        Report.Limit("compose, 100,000 lines, peak memory in MB", memory / 1024.0, 600);
        Directory.Delete(single, true);
        Directory.Delete(twice, true);
    }

    private static double Compose(string cli, string folder, out long peak) =>
        Processes.Time(
            cli,
            out peak,
            "compose",
            "--chart",
            Path.Combine(folder, "chart.csv"),
            "--mapping",
            Path.Combine(folder, "mapping.csv"),
            "--documents",
            Path.Combine(folder, "documents.csv"),
            "--out",
            Path.Combine(folder, "out")
        );
}
