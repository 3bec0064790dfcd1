using System.Collections.Concurrent;
using Adnumera.Core.Mapping.Suggestions;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>What was learned from a company's posted lines.</summary>
/// <param name="Suggester">What it taught.</param>
/// <param name="Lines">From how many lines.</param>
/// <param name="Of">What had been posted and pulled by then.</param>
internal sealed record Memory(Suggester Suggester, int Lines, PostedMark Of);

/// <summary>Learns suggestions in the background and keeps them; what is posted meanwhile is learned after it.</summary>
public sealed class SuggestionMemory(ILogger<SuggestionMemory> log) : IDisposable
{
    private const int MostPast = 20_000;

    // What is learned weighs some megabytes: that of so many companies is kept.
    private const int MostKept = 16;

    private readonly ConcurrentDictionary<string, Memory> kept = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Lazy<Task<Memory>>> learning = new(StringComparer.Ordinal);

    // Learning takes a processor for as long as it takes: one company's at a time.
    private readonly SemaphoreSlim turn = new(1);

    /// <summary>Begins to learn, for whoever opens a company, before anybody asks.</summary>
    public void Warm(CompanyBooks books)
    {
        if (!kept.ContainsKey(books.CompanyId))
            _ = Learn(books);
    }

    /// <summary>What was learned of a company, at once: nobody waits for what is being learned beside the work.</summary>
    /// <returns>What is known; none yet where nothing is. And whether more is being learned.</returns>
    internal (Memory? Known, bool IsLearning) Of(CompanyBooks books)
    {
        var mark = books.File.Read(c => new LearningTable(c).Mark());
        if (kept.TryGetValue(books.CompanyId, out var known) && known.Of == mark)
            return (known, false);
        _ = Learn(books);
        return (known, true);
    }

    // One at a time for a company, however many ask.
    private Task<Memory> Learn(CompanyBooks books)
    {
        var company = books.CompanyId;
        var begun = learning.GetOrAdd(company, _ => new Lazy<Task<Memory>>(() => Task.Run(() => Learned(books))));
        _ = begun.Value.ContinueWith(
            _ => learning.TryRemove(new KeyValuePair<string, Lazy<Task<Memory>>>(company, begun)),
            TaskScheduler.Default
        );
        return begun.Value;
    }

    private async Task<Memory> Learned(CompanyBooks books)
    {
        await turn.WaitAsync();
        try
        {
            var memory = books.File.Read(From);
            kept[books.CompanyId] = memory;
            if (kept.Count > MostKept && kept.Keys.FirstOrDefault(k => k != books.CompanyId) is { } other)
                kept.TryRemove(other, out _);
            return memory;
        }
        catch (Exception e)
        {
            log.LogWarning(e, "Nothing could be learned from {Company}", books.CompanyId);
            throw;
        }
        finally
        {
            turn.Release();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => turn.Dispose();

    private static Memory From(SqliteConnection company)
    {
        var (ledger, table) = (new LedgerTable(company), new LearningTable(company));
        var (mark, past) = (table.Mark(), table.Past(MostPast));
        return new Memory(new Suggester(ledger.Chart(), past, ledger.History()), past.Count, mark);
    }
}
