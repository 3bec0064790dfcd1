using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A file that belongs to a document.</summary>
/// <param name="Media">Its media type (RFC 6838).</param>
[method: ExplicitConstructor]
public sealed record AttachmentRow(string Sha256, string FileName, string Media, string At, string Who);

/// <summary>Pictures and files that belong to documents.</summary>
public sealed class AttachmentTable(SqliteConnection company)
{
    /// <summary>Adds one; the same again changes nothing.</summary>
    public void Add(long document, AttachmentRow row) =>
        company.Execute(
            """
            insert into attachment (document_id, sha256, file_name, media, at, who)
            values (@document, @Sha256, @FileName, @Media, @At, @Who)
            on conflict do nothing
            """,
            new
            {
                document,
                row.Sha256,
                row.FileName,
                row.Media,
                row.At,
                row.Who,
            }
        );

    /// <summary>Puts one in the place of those of its name.</summary>
    public void Replace(long document, AttachmentRow row)
    {
        company.Execute("delete from attachment where document_id = @document and file_name = @FileName", new { document, row.FileName });
        Add(document, row);
    }

    /// <summary>Those of a document, in the order in which they came.</summary>
    public IReadOnlyList<AttachmentRow> Of(long document) =>
        company
            .Query<AttachmentRow>(
                "select sha256 as Sha256, file_name as FileName, media, at, who from attachment where document_id = @document "
                    + "order by at, sha256",
                new { document }
            )
            .AsList();

    /// <summary>Takes one off.</summary>
    /// <returns>Whether it was there.</returns>
    public bool Remove(long document, string sha256) =>
        company.Execute("delete from attachment where document_id = @document and sha256 = @sha256", new { document, sha256 }) > 0;
}
