using Adnumera.Storage.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Tests.Documents;

public sealed class IndexesAsideTests : IDisposable
{
    private readonly Books books = new();

    [Fact]
    public void More_than_is_there_comes_without_indexes_which_are_made_anew_as_they_were()
    {
        books.File.InTransaction(c =>
        {
            var before = Indexes(c);
            var aside = IndexesAside.While(c, IndexesAside.Many);
            Assert.Empty(Indexes(c));
            aside.Restore();
            Assert.Equal(before, Indexes(c));
            return 0;
        });
    }

    [Fact]
    public void What_fails_on_the_way_leaves_them_where_they_were()
    {
        var before = books.File.Read(Indexes);
        Assert.Throws<InvalidOperationException>(() =>
            books.File.InTransaction<int>(c =>
            {
                IndexesAside.While(c, IndexesAside.Many);
                throw new InvalidOperationException();
            })
        );
        Assert.Equal(before, books.File.Read(Indexes));
    }

    [Fact]
    public void A_few_that_arrive_touch_nothing() =>
        books.File.InTransaction(c =>
        {
            IndexesAside.While(c, IndexesAside.Many - 1);
            Assert.NotEmpty(Indexes(c));
            return 0;
        });

    public void Dispose() => books.Dispose();

    private static IReadOnlyList<(string, string)> Indexes(SqliteConnection company) =>
        company
            .Query<(string, string)>(
                "select name, sql from sqlite_schema where type = 'index' and sql is not null "
                    + "and tbl_name in ('document', 'document_line', 'line_dimension') order by name"
            )
            .AsList();
}
