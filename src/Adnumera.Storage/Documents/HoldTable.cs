using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A reason for which a document waits.</summary>
public sealed record HoldRow(long Line, HoldKind Reason, string Value, string Detail);

/// <summary>Why documents wait.</summary>
public static class HoldTable
{
    /// <summary>The reasons of a document, its own first, then by line.</summary>
    public static IReadOnlyList<HoldRow> Of(SqliteConnection company, long document) =>
        [
            .. company
                .Query<(long Line, string Reason, string Value, string Detail)>(
                    "select line, reason, value, detail from hold where document_id = @document order by line, reason, value",
                    new { document }
                )
                .Select(h => new HoldRow(h.Line, Words<HoldKind>.Read(h.Reason), h.Value, h.Detail)),
        ];
}
