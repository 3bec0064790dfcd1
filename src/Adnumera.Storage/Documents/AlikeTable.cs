using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Documents that are like another one.</summary>
public sealed class AlikeTable(SqliteConnection company)
{
    /// <summary>The latest of the same supplier, of the same amount, and of the same reference; each once. Walks document_by_supplier,
    /// document_by_total and document_by_reference.</summary>
    /// <param name="id">The document.</param>
    /// <param name="document">What it says.</param>
    /// <param name="most">How many of each.</param>
    public IReadOnlyList<long> Of(long id, Document document, int most) =>
        company
            .Query<long>(
                """
                select id from (
                  select * from (select id from document where supplier_key = @supplier and @supplier <> '' and id <> @id
                    order by id desc limit @most)
                  union select * from (select id from document where total = @total and id <> @id order by id desc limit @most)
                  union select * from (select id from document where reference_key = @reference and @reference <> '' and id <> @id
                    order by id desc limit @most))
                order by id desc
                """,
                new
                {
                    id,
                    supplier = Folded.Of(document.Supplier),
                    total = document.Total,
                    reference = Folded.Of(document.Reference),
                    most,
                }
            )
            .AsList();
}
