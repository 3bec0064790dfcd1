using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>What is ready to be posted. Walks document_by_state.</summary>
public sealed class ReadyTable(SqliteConnection company)
{
    public IReadOnlyList<(string Kind, long Documents, long Money)> ByKind() => company.Query<(string, long, long)>(
        "select kind, count(*), sum(signed_total) from document where state = 'ready' group by kind order by kind").AsList();

    public IReadOnlyList<string> Suppliers() => company.Query<string>(
        "select min(supplier) from document where state = 'ready' and supplier_key <> '' group by supplier_key order by supplier_key").AsList();
}
