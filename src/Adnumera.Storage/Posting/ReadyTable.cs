using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>What is ready to be posted, of one period or of all.</summary>
public sealed class ReadyTable(SqliteConnection company, string? period = null)
{
    /// <summary>Whose documents they are, each once. Jumps along document_ready_by_supplier from one supplier to the next.</summary>
    public IReadOnlyList<string> Suppliers() =>
        company
            .Query<string>(
                """
                with recursive one (supplier_key) as (
                  select min(supplier_key) from document where state = 'ready' and supplier_key <> ''
                  union all
                  select (select min(supplier_key) from document where state = 'ready' and supplier_key <> '' and supplier_key >
                    one.supplier_key)
                  from one where one.supplier_key is not null)
                select supplier from (
                  select (select min(d.supplier) from document d where d.state = 'ready' and d.supplier_key <> ''
                    and d.supplier_key = one.supplier_key and (@period is null or d.period = @period)) as supplier
                  from one where one.supplier_key is not null)
                where supplier is not null
                """,
                new { period }
            )
            .AsList();
}
