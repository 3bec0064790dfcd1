using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>What pickers and lists do not offer: accounts by id, values by kind. Whatever uses it goes on.</summary>
public sealed class HiddenTable(SqliteConnection company)
{
    /// <summary>The kind that accounts of the ledger are hidden under.</summary>
    public const string Account = "account";

    /// <summary>Hidden values of a kind, folded: <c>account</c>, or a kind of key.</summary>
    public IReadOnlySet<string> Of(string kind) =>
        company.Query<string>("select value_key from hidden where kind = @kind", new { kind }).ToHashSet();

    public void Hide(string kind, string value) =>
        company.Execute(
            "insert or ignore into hidden (kind, value_key, value) values (@kind, @key, @value)",
            new
            {
                kind,
                key = Folded.Of(value),
                value,
            }
        );

    public void Show(string kind, string value) =>
        company.Execute("delete from hidden where kind = @kind and value_key = @key", new { kind, key = Folded.Of(value) });
}
