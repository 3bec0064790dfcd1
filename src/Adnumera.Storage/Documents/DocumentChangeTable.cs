using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What something else than a decision on the document itself did to it.</summary>
/// <param name="Line">The line; 0 for the document.</param>
/// <param name="Field">The account, the state, or a field of the document.</param>
[method: ExplicitConstructor]
public sealed record DocumentChange(string At, string Who, string Cause, long Line, string Field, string Before, string After)
{
    /// <summary>The field of an account that a line goes to.</summary>
    public const string Account = "account";

    /// <summary>The field of the state.</summary>
    public const string State = "state";
}

/// <summary>What sources, mappings, choices and pulls did to documents. Walks document_change_by_document.</summary>
public sealed class DocumentChangeTable(SqliteConnection company)
{
    public IReadOnlyList<DocumentChange> Of(long document) =>
        company
            .Query<DocumentChange>(
                "select at as At, who as Who, cause as Cause, line as Line, field as Field, before as Before, after as After "
                    + "from document_change where document_id = @document order by id",
                new { document }
            )
            .AsList();
}
