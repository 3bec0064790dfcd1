using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>What is ready to be posted, of one period or of all. Walks document_by_state.</summary>
public sealed class ReadyTable(SqliteConnection company, string? period = null)
{
    private const string Where = "state = 'ready' and (@period is null or period = @period)";

    /// <summary>How many of each kind, and their money.</summary>
    public IReadOnlyList<(DocumentKind Kind, long Documents, long Money)> ByKind() =>
        [
            .. company
                .Query<(string Kind, long Documents, long Money)>(
                    $"select kind, count(*), sum(signed_total) from document where {Where} group by kind order by kind",
                    new { period }
                )
                .Select(k => (Words<DocumentKind>.Read(k.Kind), k.Documents, k.Money)),
        ];

    public IReadOnlyList<string> Suppliers() =>
        company
            .Query<string>(
                $"select min(supplier) from document where {Where} and supplier_key <> '' group by supplier_key order by supplier_key",
                new { period }
            )
            .AsList();
}
