using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What a source sent anew for a document that is in the ledger or on its way there.</summary>
/// <param name="Content">The document as it was sent, as a documents file of its own.</param>
/// <param name="Decision">What became of it; blank while it is open.</param>
[method: ExplicitConstructor]
public sealed record CorrectionRow(
    long Id,
    long DocumentId,
    string At,
    string Who,
    string FileName,
    string Content,
    string DecidedAt,
    string DecidedBy,
    string Decision
);

/// <summary>An open correction in a list.</summary>
[method: ExplicitConstructor]
public sealed record OpenCorrection(long DocumentId, string At, string Kind, string Who, string Reference, long SignedTotal);

/// <summary>Proposed corrections: open until somebody decides.</summary>
public sealed class CorrectionTable(SqliteConnection company)
{
    /// <summary>The content of one that only says that the source cancelled the document.</summary>
    public const string Cancelled = "";

    private const string Columns =
        "select id as Id, document_id as DocumentId, at as At, who as Who, file_name as FileName, content as Content, decided_at as "
        + "DecidedAt, decided_by as DecidedBy, decision as Decision from proposed_correction";

    /// <summary>All of a document, oldest first.</summary>
    public IReadOnlyList<CorrectionRow> Of(long document) =>
        company.Query<CorrectionRow>($"{Columns} where document_id = @document order by id", new { document }).AsList();

    /// <summary>Opens one, in the place of an open one with other content. Returns whether it says anything new.</summary>
    public bool Open(long document, long arrival, DateTimeOffset at, string who, string fileName, string content)
    {
        if (
            company.ExecuteScalar<string>(
                "select content from proposed_correction where document_id = @document order by id desc limit 1",
                new { document }
            ) == content
        )
            return false;
        Decide(document, at, who, "replaced by what the source sent later");
        company.Execute(
            "insert into proposed_correction (document_id, arrival_id, at, who, file_name, content) "
                + "values (@document, @arrival, @at, @who, @fileName, @content)",
            new
            {
                document,
                arrival,
                at = Iso.Text(at),
                who,
                fileName,
                content,
            }
        );
        return true;
    }

    /// <summary>Decides what is open of a document; returns how many were.</summary>
    public int Decide(long document, DateTimeOffset at, string who, string decision) =>
        company.Execute(
            "update proposed_correction set decided_at = @at, decided_by = @who, decision = @decision where document_id = @document "
                + "and decided_at = ''",
            new
            {
                document,
                at = Iso.Text(at),
                who,
                decision,
            }
        );

    /// <summary>Decides what is open of a file that is taken back.</summary>
    public void TakeBack(long arrival, DateTimeOffset at, string who) =>
        company.Execute(
            "update proposed_correction set decided_at = @at, decided_by = @who, decision = 'its file was taken back' "
                + "where decided_at = '' and arrival_id = @arrival",
            new
            {
                arrival,
                at = Iso.Text(at),
                who,
            }
        );

    /// <summary>Documents among these with something open. Walks proposed_correction_by_document.</summary>
    public IReadOnlySet<long> OpenAmong(IEnumerable<long> documents) =>
        company
            .Query<long>(
                "select c.document_id from json_each(@ids) j cross join proposed_correction c on c.document_id = j.value "
                    + "where c.decided_at = ''",
                new { ids = System.Text.Json.JsonSerializer.Serialize(documents) }
            )
            .ToHashSet();

    /// <summary>What is open, of one period or of all. Walks proposed_correction_open.</summary>
    public IReadOnlyList<OpenCorrection> AllOpen(string? period, int most) =>
        company
            .Query<OpenCorrection>(
                """
                select d.id as DocumentId, c.at as At, d.kind as Kind, coalesce(nullif(d.supplier, ''), nullif(d.employee, ''),
                  d.payment_account) as Who, d.reference as Reference, d.signed_total as SignedTotal
                from proposed_correction c join document d on d.id = c.document_id where c.decided_at = ''
                  and (@period is null or d.period = @period) order by c.id limit @most
                """,
                new { period, most }
            )
            .AsList();

    /// <summary>How many wait for a decision.</summary>
    public long CountOpen(string? period) =>
        company.ExecuteScalar<long>(
            """
            select count(*) from proposed_correction c join document d on d.id = c.document_id
            where c.decided_at = '' and (@period is null or d.period = @period)
            """,
            new { period }
        );
}
