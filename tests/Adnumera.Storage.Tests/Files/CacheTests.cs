using Dapper;

namespace Adnumera.Storage.Tests.Files;

/// <summary>Each connection of the pool has a cache of its own: a large one only while it writes.</summary>
public sealed class CacheTests : IDisposable
{
    private readonly Books books = new();

    [Fact]
    public void A_connection_holds_much_only_while_it_writes()
    {
        static long Kilobytes(Microsoft.Data.Sqlite.SqliteConnection c) => -c.ExecuteScalar<long>("pragma cache_size");
        Assert.Equal(
            [8 * 1024, 64 * 1024, 8 * 1024],
            new[] { books.File.Read(Kilobytes), books.File.InTransaction(Kilobytes), books.File.Read(Kilobytes) }
        );
        Assert.Throws<InvalidOperationException>(() => books.File.InTransaction<int>(_ => throw new InvalidOperationException()));
        Assert.Equal(8 * 1024, books.File.Read(Kilobytes));
    }

    public void Dispose() => books.Dispose();
}
