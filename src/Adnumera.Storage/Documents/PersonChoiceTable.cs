using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What persons chose on documents; composing reads it with the document.</summary>
public sealed class PersonChoiceTable(SqliteConnection company)
{
    /// <summary>Accounts that persons chose on lines of open documents, with how many lines.</summary>
    public IReadOnlyList<(string Account, long Lines)> Accounts() =>
        company
            .Query<(string, long)>(
                $"select l.account, count(*) from document d join document_line l on l.document_id = d.id where {AffectedTable.Open} "
                    + "and l.account <> '' group by l.account"
            )
            .AsList();

    /// <summary>Puts other accounts in the place of those that persons chose on lines of open documents, and of those that they
    /// reverse.</summary>
    public void Replace(IReadOnlyDictionary<string, string> replacements)
    {
        if (replacements.Count == 0)
            return;
        new EditTable(company).Replace(replacements);
        var pairs = new { pairs = JsonSerializer.Serialize(replacements.Select(r => new[] { r.Key, r.Value })) };
        foreach (var column in (ReadOnlySpan<string>)["account", "original_account"])
        {
            company.Execute(
                $"""
                update document_line set {column} = (select value ->> 1 from json_each(@pairs) where value ->> 0 = {column})
                where {column} in (select value ->> 0 from json_each(@pairs)) and document_id in (select d.id from document d
                  where {AffectedTable.Open})
                """,
                pairs
            );
        }
    }

    /// <summary>Chooses the payment account of a document, by name; blank takes the choice back.</summary>
    public void SetPaymentAccount(long id, string name) =>
        company.Execute("update document set payment_account_choice = @name where id = @id", new { id, name });

    /// <summary>Chooses the payment account in which a transfer arrives, by name; blank takes the choice back.</summary>
    public void SetToAccount(long id, string name) =>
        company.Execute("update document set to_account_choice = @name where id = @id", new { id, name });
}
