using System.Diagnostics;
using System.Globalization;

namespace Adnumera.Bench;

/// <summary>Whole programs, from start to end.</summary>
internal static class Processes
{
    /// <summary>Runs a program; how long it took, in ms.</summary>
    /// <param name="program">The program.</param>
    /// <param name="peak">The most memory that it held, in KB.</param>
    /// <param name="arguments">Its arguments.</param>
    public static double Time(string program, out long peak, params string[] arguments)
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
    /// <summary>The most that a process held so far; 0 for one that is over.</summary>
    internal static long Peak(int process)
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
