using System.Text.Json;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Ledger;

/// <summary>The pull that waits for a person, because taking it over breaks something.</summary>
/// <param name="At">When it was made.</param>
/// <param name="Who">By whom.</param>
/// <param name="Records">What the ledger said.</param>
public sealed record PendingPull(string At, string Who, LedgerRecords Records);

/// <summary>At most one pull waits; a later one takes its place.</summary>
public sealed class PendingPullTable(SqliteConnection company)
{
    public PendingPull? Find() =>
        company.QueryFirstOrDefault<(string At, string Who, string Records)>("select at, who, records from pending_pull")
            is { At: not null } row
            ? new PendingPull(row.At, row.Who, JsonSerializer.Deserialize<LedgerRecords>(row.Records)!)
            : null;

    public bool Exists() => company.ExecuteScalar<long>("select count(*) from pending_pull") == 1;

    public void Save(DateTimeOffset at, string who, LedgerRecords records) =>
        company.Execute(
            "insert or replace into pending_pull (id, at, who, records) values (1, @at, @who, @records)",
            new
            {
                at = Iso.Text(at),
                who,
                records = JsonSerializer.Serialize(records),
            }
        );

    public void Discard() => company.Execute("delete from pending_pull");
}
