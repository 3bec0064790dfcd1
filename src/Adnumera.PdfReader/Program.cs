using System.Globalization;
using System.Text.Json;

namespace Adnumera.PdfReader;

/// <summary>Reads one part of one PDF, from standard input to standard output, in a process that may die of it.</summary>
public static class Program
{
    /// <summary>How long reading may take, from the start of the process: with its start and its end, ten seconds.</summary>
    public static TimeSpan Longest { get; } = TimeSpan.FromSeconds(9);

    /// <summary>What it ends with where the PDF is damaged, or locked; whatever else it ends with, it died of it.</summary>
    public const int CannotBeRead = 2;

    /// <param name="arguments">The part, and how many bytes come.</param>
    public static int Main(string[] arguments)
    {
        // Whoever started it may be gone by then.
        using var end = new Timer(_ => Environment.Exit(1), null, Longest, Timeout.InfiniteTimeSpan);
        var content = new byte[int.Parse(arguments[1], CultureInfo.InvariantCulture)];
        using (var input = Console.OpenStandardInput())
            input.ReadExactly(content);
        if (PdfContent.Read(content, Enum.Parse<PdfPart>(arguments[0])) is not { } answer)
            return CannotBeRead;
        using var output = Console.OpenStandardOutput();
        JsonSerializer.Serialize(output, answer, PdfAnswers.Default.PdfAnswer);
        return 0;
    }
}
