using Adnumera.Core.Ledger;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Entries;

/// <summary>How much lines to an account are to carry dimensions, as the company decided; what the ledger itself requires stands with the
/// account.</summary>
public static class AccountDemandTable
{
    /// <summary>All of them, by account.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyDictionary<Dimension, DimensionDemand>> Of(SqliteConnection company) =>
        company
            .Query<(string Account, string Dimension, string Demand)>("select account, dimension, demand from account_demand")
            .GroupBy(d => d.Account)
            .ToDictionary(
                g => g.Key,
                g =>
                    (IReadOnlyDictionary<Dimension, DimensionDemand>)
                        g.ToDictionary(d => Dimension.Of(d.Dimension), d => Words<DimensionDemand>.Read(d.Demand))
            );

    /// <summary>Saves one; optional takes it away.</summary>
    public static void Save(SqliteConnection company, string account, Dimension dimension, DimensionDemand demand) =>
        company.Execute(
            demand == DimensionDemand.Optional
                ? "delete from account_demand where account = @account and dimension = @dimension"
                : "insert or replace into account_demand (account, dimension, demand) values (@account, @dimension, @demand)",
            new
            {
                account,
                dimension = dimension.Word,
                demand = Words<DimensionDemand>.Of(demand),
            }
        );
}
