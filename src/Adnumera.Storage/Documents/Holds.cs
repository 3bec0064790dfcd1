using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A reason for which a document waits.</summary>
[method: ExplicitConstructor]
public sealed record HoldRow(long Line, string Reason, string Value, string Detail);

/// <summary>Why documents wait.</summary>
public static class Holds
{
    /// <summary>The reasons of a document, its own first, then by line.</summary>
    public static IReadOnlyList<HoldRow> Hold(this SqliteConnection company, long document) => company.Query<HoldRow>(
        "select line as Line, reason as Reason, value as Value, detail as Detail from hold where document_id = @document order by line, reason, value", new { document }).AsList();
}
