using System.Collections.Concurrent;

namespace Adnumera.Web.Documents;

/// <summary>How far files on their way in are, for whoever waits: by a mark that the page made up.</summary>
internal sealed class ArrivingProgress
{
    private const int MostMarks = 1_000;
    private readonly ConcurrentDictionary<string, ArrivingAnswer> underway = new();

    /// <summary>How far one is; nothing of nothing where it is not underway, or only begins.</summary>
    public ArrivingAnswer Of(string mark) => underway.GetValueOrDefault(mark, new ArrivingAnswer(0, 0));

    /// <summary>Notes how far one is, until that is disposed of.</summary>
    /// <param name="mark">Its mark; blank for one that nobody asks about.</param>
    public Reporting Begin(string? mark) => new(this, underway.Count < MostMarks ? mark ?? "" : "");

    /// <summary>What one notes of itself.</summary>
    internal sealed class Reporting(ArrivingProgress all, string mark) : IDisposable
    {
        /// <summary>So many of its documents are looked at.</summary>
        public void Report(int done, int of)
        {
            if (mark.Length > 0)
                all.underway[mark] = new ArrivingAnswer(done, of);
        }

        /// <inheritdoc/>
        public void Dispose() => all.underway.TryRemove(mark, out _);
    }
}

/// <summary>How far a file on its way in is.</summary>
/// <param name="All">Of how many; 0 while it is being read.</param>
public sealed record ArrivingAnswer(int Done, int All);
