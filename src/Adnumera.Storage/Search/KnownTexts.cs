using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Search;

/// <summary>Texts that documents here have already, for whoever types one: by their beginning, each key once. It goes from key to key along
/// their index, so that a company of any size answers at once.</summary>
public sealed class KnownTexts(SqliteConnection company)
{
    private const int Most = 10;

    // By column: its table, the index's own condition, and the column of the key.
    private static readonly Dictionary<string, (string Table, string Of, string Key)> Columns = new()
    {
        ["supplier"] = ("document", "supplier_key <> ''", "supplier_key"),
        ["employee"] = ("document", "kind = 'expense_claim'", "party_key"),
        ["payment_account"] = ("document", "payment_account_key <> ''", "payment_account_key"),
        ["to_account"] = ("document", "to_account_key <> ''", "to_account_key"),
        ["settlement"] = ("document", "settlement_key <> ''", "settlement_key"),
        ["category"] = ("document_line", "category_key <> ''", "category_key"),
        ["item"] = ("document_line", "item_key <> ''", "item_key"),
        ["cost_code"] = ("document_line", "cost_code_key <> ''", "cost_code_key"),
    };

    /// <summary>Whether texts of a column are known.</summary>
    public static bool Knows(string column) => Columns.ContainsKey(column);

    /// <summary>The first texts of a column that begin so.</summary>
    public IReadOnlyList<string> Beginning(string column, string text)
    {
        var (table, of, key) = Columns[column];
        string Next(string after) => $"(select {key} from {table} where {of} and {key} {after} and {key} < @end order by {key} limit 1)";
        var begin = Folded.Of(text);
        return company
            .Query<string>(
                $"""
                with recursive known (key) as (
                  select {Next(">= @begin")} union all select {Next("> known.key")} from known where known.key is not null limit {Most})
                select (select {column} from {table} where {of} and {key} = known.key limit 1) from known where known.key is not null
                """,
                new { begin, end = begin + "\U0010FFFF" }
            )
            .AsList();
    }
}
