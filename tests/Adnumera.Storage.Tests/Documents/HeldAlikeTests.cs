using Dapper;

namespace Adnumera.Storage.Tests.Documents;

/// <summary>However many documents are held for one cause, one more costs the same.</summary>
public sealed class HeldAlikeTests : IDisposable
{
    private readonly Books books = new();

    [Fact]
    public void Counting_a_cause_looks_at_the_document_alone() =>
        books.File.Read(c =>
        {
            var made = c.ExecuteScalar<string>("select sql from sqlite_schema where name = 'hold_is_not_counted'")!;
            var from = made.IndexOf("(select 1 from hold", StringComparison.Ordinal);
            var asked = made[(from + 1)..made.IndexOf(')', from)]
                .Replace("new.", "", StringComparison.Ordinal)
                .Replace("old.", "", StringComparison.Ordinal);
            foreach (var column in (string[])["document_id", "reason", "value", "line"])
                asked = asked
                    .Replace($"= {column}", "= ?", StringComparison.Ordinal)
                    .Replace($"<> {column}", "<> ?", StringComparison.Ordinal);
            var plan = c.Query($"explain query plan {asked}").Select(r => (string)r.detail).Single();
            Assert.Contains("PRIMARY KEY (document_id=?", plan, StringComparison.Ordinal);
            return 0;
        });

    public void Dispose() => books.Dispose();
}
