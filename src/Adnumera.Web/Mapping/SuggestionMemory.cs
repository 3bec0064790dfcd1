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
public sealed class SuggestionMemory(ILogger<SuggestionMemory> log)
{
    private const int MostPast = 20_000;

    // So few lines are learned while one waits; more of them beside the work.
    private const int Few = 2_000;

    // What is learned weighs some megabytes: that of so many companies is kept.
    private const int MostKept = 16;

    private readonly ConcurrentDictionary<string, Memory> kept = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Lazy<Task<Memory>>> learning = new(StringComparer.Ordinal);

    /// <summary>Begins to learn, for whoever opens a company, before anybody asks.</summary>
    public void Warm(CompanyBooks books)
    {
        if (!kept.ContainsKey(books.CompanyId))
            _ = Learn(books);
    }

    /// <summary>What was learned of a company.</summary>
    internal async Task<Memory> Of(CompanyBooks books)
    {
        var mark = books.File.Read(c => new LearningTable(c).Mark());
        if (!kept.TryGetValue(books.CompanyId, out var known))
            return await Learn(books);
        if (known.Of == mark)
            return known;
        var next = Learn(books);
        if (known.Lines >= Few)
            return known;

        // What was being learned may have begun before the latest was posted.
        var learned = await next;
        return learned.Of == mark ? learned : await Learn(books);
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

    private Memory Learned(CompanyBooks books)
    {
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
    }

    private static Memory From(SqliteConnection company)
    {
        var (ledger, table) = (new LedgerTable(company), new LearningTable(company));
        var (mark, past) = (table.Mark(), table.Past(MostPast));
        return new Memory(new Suggester(ledger.Chart(), past, ledger.History()), past.Count, mark);
    }
}
