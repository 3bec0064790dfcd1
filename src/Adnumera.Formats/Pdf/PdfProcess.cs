using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using Adnumera.Core.Sources;
using Adnumera.PdfReader;

namespace Adnumera.Formats.Pdf;

/// <summary>Reads a PDF in a process of its own, which is ended where it takes too long or too much: so that no file ends, or slows, who
/// asks.</summary>
internal static class PdfProcess
{
    /// <summary>The most memory that it may hold, in bytes.</summary>
    public const long MostMemory = 512L * 1024 * 1024;

    // What it may allocate: less than what it may hold, so that it ends by itself first.
    private const long MostAllocated = 384L * 1024 * 1024;
    private const int LongestAnswer = 128 * 1024 * 1024;
    private static readonly TimeSpan Looks = TimeSpan.FromMilliseconds(25);
    private static readonly SemaphoreSlim AtOnce = new(Math.Max(1, Environment.ProcessorCount));

    private static readonly string Host = Path.GetFullPath(
        Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "..", "..", "..", "dotnet")
    );

    private static readonly string Reader = typeof(PdfReader.Program).Assembly.Location;

    /// <summary>Reads one part of a PDF; none where it is damaged, or locked.</summary>
    /// <exception cref="FileFaultException">Reading it took too long or too much, or the process died of it.</exception>
    public static async Task<PdfAnswer?> Read(byte[] content, PdfPart part, CancellationToken cancel)
    {
        await AtOnce.WaitAsync(cancel);
        try
        {
            return await Run(content, part, cancel);
        }
        finally
        {
            AtOnce.Release();
        }
    }

    private static async Task<PdfAnswer?> Run(byte[] content, PdfPart part, CancellationToken cancel)
    {
        using var process = Process.Start(Start(content, part))!;
        using var ended = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        ended.CancelAfter(PdfReader.Program.Longest);
        var watched = Watch(process, ended.Token);
        try
        {
            var given = Give(process, content, ended.Token);
            var answer = await Answer(process, ended.Token);
            await given;
            await process.WaitForExitAsync(ended.Token);
            if (process.ExitCode == PdfReader.Program.CannotBeRead)
                return null;
            if (process.ExitCode == 0)
                return JsonSerializer.Deserialize(answer, PdfAnswers.Default.PdfAnswer);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            throw new FileFaultException("", $"reading it takes more than {PdfReader.Program.Longest.TotalSeconds:0} seconds");
        }
        finally
        {
            End(process);
            await ended.CancelAsync();
        }

        throw new FileFaultException(
            "",
            await watched
                ? $"reading it takes more than {MostMemory / 1024 / 1024} MB of memory"
                : "it is built so that whatever reads it breaks off"
        );
    }

    // Nothing of ours goes with it: no settings, no secrets of the environment.
    private static ProcessStartInfo Start(byte[] content, PdfPart part)
    {
        var start = new ProcessStartInfo(Host)
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = "/",
        };
        foreach (var argument in (string[])[Reader, part.ToString(), content.Length.ToString(CultureInfo.InvariantCulture)])
            start.ArgumentList.Add(argument);
        start.Environment.Clear();
        start.Environment["DOTNET_GCHeapHardLimit"] = MostAllocated.ToString("X", CultureInfo.InvariantCulture);
        start.Environment["DOTNET_EnableDiagnostics"] = "0";
        return start;
    }

    private static async Task Give(Process process, byte[] content, CancellationToken cancel)
    {
        // What dies says so by how it ends; what it says of it, stack after stack, is for nobody.
        _ = process.StandardError.BaseStream.CopyToAsync(Stream.Null, cancel).ContinueWith(_ => { }, TaskScheduler.Default);
        try
        {
            await process.StandardInput.BaseStream.WriteAsync(content, cancel);
            process.StandardInput.Close();
        }
        catch (IOException)
        {
            // It ended before it had read all.
        }
    }

    private static async Task<byte[]> Answer(Process process, CancellationToken cancel)
    {
        using var answer = new MemoryStream();
        var (buffer, from) = (new byte[81920], process.StandardOutput.BaseStream);
        int read;
        while ((read = await from.ReadAsync(buffer, cancel)) > 0 && answer.Length <= LongestAnswer)
            answer.Write(buffer, 0, read);
        if (read > 0)
            End(process);
        return answer.ToArray();
    }

    // Whether it was ended for the memory that it held.
    private static async Task<bool> Watch(Process process, CancellationToken ended)
    {
        try
        {
            while (true)
            {
                await Task.Delay(Looks, ended);
                process.Refresh();
                if (process.HasExited)
                    return false;
                if (process.WorkingSet64 <= MostMemory)
                    continue;
                End(process);
                return true;
            }
        }
        catch (Exception e) when (e is OperationCanceledException or InvalidOperationException)
        {
            return false;
        }
    }

    private static void End(Process process)
    {
        try
        {
            process.Kill();
        }
        catch (InvalidOperationException)
        {
            // It has ended.
        }
    }
}
