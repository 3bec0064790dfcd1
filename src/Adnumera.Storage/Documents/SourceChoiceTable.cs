using Adnumera.Core.Sources;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What a company decided about the orders of its sources.</summary>
public sealed class SourceChoiceTable(SqliteConnection company)
{
    /// <summary>All of them, by source.</summary>
    public IReadOnlyList<SourceChoice> All() =>
        [
            .. company
                .Query<(string Source, string Marketplace, long OnAccount)>(
                    "select source, marketplace, on_account from source_choice order by source"
                )
                .Select(r => new SourceChoice(r.Source, r.Marketplace, r.OnAccount == 1)),
        ];

    /// <summary>The source of orders that have come, and those that are decided.</summary>
    public IReadOnlyList<string> OfOrders() =>
        company
            .Query<string>(
                "select distinct source from count_cell where kind = 'order' and documents > 0 "
                    + "union select source from source_choice order by 1"
            )
            .AsList();

    /// <summary>Keeps one; one that decides nothing goes.</summary>
    public void Keep(SourceChoice choice, string at, string who)
    {
        if (choice is { Marketplace: "", OnAccount: false })
            company.Execute("delete from source_choice where source = @Source", choice);
        else
            company.Execute(
                """
                insert into source_choice (source, marketplace, on_account, at, who) values (@Source, @Marketplace, @OnAccount, @at, @who)
                on conflict do update set marketplace = excluded.marketplace, on_account = excluded.on_account, at = excluded.at,
                  who = excluded.who
                """,
                new
                {
                    choice.Source,
                    choice.Marketplace,
                    OnAccount = choice.OnAccount ? 1 : 0,
                    at,
                    who,
                }
            );
    }
}
