using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Storage.Documents;
using Dapper;

namespace Adnumera.Storage.Tests.Documents;

/// <summary>However many bills are here, a file beside open refunds costs what the file costs.</summary>
public sealed class OpenRefundTests : IDisposable
{
    private readonly Books books = new();

    [Fact]
    public void Open_refunds_are_found_by_the_supplier_of_what_came_and_no_bill_is_walked_for_them()
    {
        books.Add(Books.Bill(1), Books.Bill(2, supplier: "Other"), Credit(3, "Hexham Tannery"), Credit(4, "Nobody else"), Books.Bill(5));
        Assert.Equal([3], books.File.Read(c => new ReversalTable(c).Undecided([1, 2])));
        Assert.Equal([4], books.File.Read(c => new ReversalTable(c).Undecided([4])));
        // Those of its supplier, not later than itself.
        Assert.Equal([1, 5], books.File.Read(c => new ReversalTable(c).Candidates([3]))[3]);
        books.File.Read(c =>
        {
            var plan = c.Query("explain query plan " + ReversalTable.UndecidedOf, new { came = JsonSerializer.Serialize((long[])[1]) })
                .Select(r => (string)r.detail)
                .ToList();
            Assert.Contains(plan, p => p.Contains("document_reversal_open (supplier_key=?)", StringComparison.Ordinal));
            Assert.DoesNotContain(
                plan,
                p => p.StartsWith("SCAN d", StringComparison.Ordinal) || p.StartsWith("SCAN r", StringComparison.Ordinal)
            );
            return 0;
        });
    }

    private static Document Credit(int id, string supplier) =>
        Books.Bill(id, 10_00, supplier: supplier) with
        {
            Identity = new DocumentIdentity("bills", $"C{id}"),
            Kind = DocumentKind.SupplierCredit,
        };

    public void Dispose() => books.Dispose();
}
