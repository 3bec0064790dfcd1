using System.Diagnostics;
using System.Globalization;

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
            bares.Add(Time(bare, out _, single));
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
        Time(
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

    private static double Time(string program, out long peak, params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true };
        start.ArgumentList.Add(program);
        foreach (var argument in arguments)
            start.ArgumentList.Add(argument);
        var watch = Stopwatch.StartNew();
        using var process = Process.Start(start)!;
        peak = 0;
        while (!process.WaitForExit(10))
            peak = Math.Max(peak, Peak(process.Id));
        var elapsed = watch.Elapsed.TotalMilliseconds;
        return process.ExitCode == 0 ? elapsed : throw new InvalidOperationException($"{program} exited with {process.ExitCode}");
    }

    // Kilobytes, as the kernel counts them: the high-water mark of what was resident.
    private static long Peak(int process)
    {
        try
        {
            var line = File.ReadLines($"/proc/{process}/status").FirstOrDefault(l => l.StartsWith("VmHWM:", StringComparison.Ordinal));
            return line is null ? 0 : long.Parse(line.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture);
        }
        catch (IOException)
        {
            return 0;
        }
    }
}
