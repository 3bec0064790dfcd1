using System.Collections.Concurrent;

namespace Adnumera.LedgerStandIn;

/// <summary>The organisations of the ledger: a file of books for each, in one folder.</summary>
public sealed class Shelf : IDisposable
{
    private readonly string folder;
    private readonly ConcurrentDictionary<string, Books> books = new(StringComparer.Ordinal);

    public Shelf(string folder)
    {
        this.folder = folder;
        Directory.CreateDirectory(folder);
        foreach (var path in Directory.EnumerateFiles(folder, "*.sqlite"))
            books[Path.GetFileNameWithoutExtension(path)] = new Books(path);
    }

    /// <summary>Every organisation's books, by name.</summary>
    public IReadOnlyList<Books> All => [.. books.Values.OrderBy(b => b.Organisation().Name, StringComparer.Ordinal)];

    public Books? Find(string organisation) => books.GetValueOrDefault(organisation);

    public Books Add(Organisation organisation, Masters masters)
    {
        var added = new Books(Path.Combine(folder, $"{organisation.Id}.sqlite"));
        added.SetUp(organisation, masters);
        return books[organisation.Id] = added;
    }

    public void Dispose()
    {
        foreach (var one in books.Values)
            one.Dispose();
    }
}
