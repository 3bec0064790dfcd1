using System.Collections.Concurrent;

namespace Adnumera.Web.Requests;

/// <summary>How far long work is, for whoever waits for it: by a mark that the page made up.</summary>
internal sealed class Underway
{
    private const int MostMarks = 1_000;
    private readonly ConcurrentDictionary<string, UnderwayAnswer> underway = new();

    /// <summary>How far one is; nothing of nothing where it is not underway, or only begins.</summary>
    public UnderwayAnswer Of(string mark) => underway.GetValueOrDefault(mark, new UnderwayAnswer(0, 0));

    /// <summary>Notes how far one is, until that is disposed of.</summary>
    /// <param name="mark">Its mark; blank for one that nobody asks about.</param>
    public Reporting Begin(string? mark) => new(this, underway.Count < MostMarks ? mark ?? "" : "");

    /// <summary>What one notes of itself.</summary>
    internal sealed class Reporting(Underway all, string mark) : IDisposable
    {
        /// <summary>So many of it are done.</summary>
        public void Report(int done, int of)
        {
            if (mark.Length > 0)
                all.underway[mark] = new UnderwayAnswer(done, of);
        }

        /// <inheritdoc/>
        public void Dispose() => all.underway.TryRemove(mark, out _);
    }
}

/// <summary>How far long work is.</summary>
/// <param name="Done">How many are done.</param>
/// <param name="All">Of how many; 0 while that is not known.</param>
public sealed record UnderwayAnswer(int Done, int All);
