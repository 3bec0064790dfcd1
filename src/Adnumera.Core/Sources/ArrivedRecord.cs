using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Sources;

/// <summary>Why a record of a source is no document.</summary>
public enum SkipReason
{
    /// <summary>It is not settled yet.</summary>
    Pending,

    /// <summary>It moves no money.</summary>
    Zero,

    /// <summary>Money was received.</summary>
    Incoming,
}

/// <summary>What a record is named by within its account.</summary>
/// <param name="Account">The account.</param>
/// <param name="Id">The id there.</param>
public readonly record struct RecordKey(string Account, string Id);

/// <summary>What a record does to another one of the same account.</summary>
/// <param name="Of">The other one.</param>
/// <param name="Deletes">Whether nothing comes in its place.</param>
/// <param name="SourceId">The source's own id of the other one's document.</param>
public readonly record struct Correction(RecordKey Of, bool Deletes, string SourceId);

/// <summary>A record as a source has it: a document, or what is skipped and shown.</summary>
/// <param name="File">The file's name.</param>
/// <param name="Place">Where it stands there, as people say it: <c>transaction 3</c>.</param>
/// <param name="SourceId">The source's own id; blank where a skipped record has none.</param>
public abstract record ArrivedRecord(string File, string Place, string SourceId)
{
    /// <summary>What other records name it by; none where its form does not correct records by name.</summary>
    public RecordKey? Key { get; init; }

    /// <summary>The last four of the account on whose statement it stands; blank for none.</summary>
    public string Account { get; init; } = "";

    /// <summary>The record that this one replaces or deletes.</summary>
    public Correction? Corrects { get; init; }

    /// <summary>It is a document.</summary>
    /// <param name="File">The file's name.</param>
    /// <param name="Place">Where it stands there.</param>
    /// <param name="Document">The document.</param>
    public sealed record Taken(string File, string Place, Document Document) : ArrivedRecord(File, Place, Document.Identity.SourceId)
    {
        /// <summary>What of it the application does not keep.</summary>
        public IEnumerable<Problem> BeyondLimits() =>
            DocumentLimits.Broken(Document).Select(b => new Problem(File, 0, $"{Place}, {b.Column}", b.Problem));
    }

    /// <summary>It is none.</summary>
    /// <param name="File">The file's name.</param>
    /// <param name="Place">Where it stands there.</param>
    /// <param name="SourceId">The source's own id; blank where it has none.</param>
    /// <param name="Date">Its day; none where it has none.</param>
    /// <param name="Amount">As signed there, in minor units.</param>
    /// <param name="Currency">Its currency.</param>
    /// <param name="Reason">Why.</param>
    /// <param name="Detail">What it is, as people say it.</param>
    public sealed record Skipped(
        string File,
        string Place,
        string SourceId,
        DateOnly? Date,
        long Amount,
        Currency Currency,
        SkipReason Reason,
        string Detail
    ) : ArrivedRecord(File, Place, SourceId);

    /// <summary>It is what a statement says of itself: by its own balances, what its documents come to.</summary>
    /// <param name="File">The file's name.</param>
    /// <param name="Place">Which statement of the file.</param>
    /// <param name="First">Its first day.</param>
    /// <param name="Last">Its last day.</param>
    /// <param name="Documents">How many of its entries are documents.</param>
    /// <param name="Money">What they come to: the opening less the closing and what was received, in minor units.</param>
    /// <param name="Currency">Its currency.</param>
    public sealed record Stated(string File, string Place, DateOnly First, DateOnly Last, long Documents, long Money, Currency Currency)
        : ArrivedRecord(File, Place, "");

    /// <summary>It cannot be read: it waits until somebody corrects it.</summary>
    /// <param name="File">The file's name.</param>
    /// <param name="Place">Where it stands there.</param>
    /// <param name="Typed">As it stands there.</param>
    /// <param name="Said">What is wrong with it.</param>
    public sealed record Faulty(string File, string Place, TypedDocument Typed, IReadOnlyList<Problem> Said)
        : ArrivedRecord(File, Place, Typed["source_id"]);
}

/// <summary>Records of several files put together: what several of them bring comes once.</summary>
public static class ArrivedRecords
{
    /// <summary>The ids of what is deleted and is not among the records themselves: it came with an earlier file.</summary>
    public static IReadOnlyList<string> DeletedElsewhere(IReadOnlyList<ArrivedRecord> records)
    {
        var here = records.Select(r => r.Key).OfType<RecordKey>().ToHashSet();
        return
        [
            .. records
                .Select(r => r.Corrects)
                .OfType<Correction>()
                .Where(c => c.Deletes && !here.Contains(c.Of))
                .Select(c => c.SourceId)
                .Distinct(),
        ];
    }

    /// <summary>What records say that their source replaced by a document, or deleted. What keeps its id stands for itself.</summary>
    public static IEnumerable<Superseded> Superseded(IEnumerable<ArrivedRecord> records, string source) =>
        records
            .Where(r => r.Corrects is { } c && c.Of != r.Key && (c.Deletes || r is ArrivedRecord.Taken))
            .Select(r => (r.SourceId, Corrects: r.Corrects!.Value))
            .Select(r => new Superseded(
                new DocumentIdentity(source, r.Corrects.SourceId),
                r.Corrects.Deletes ? null : new DocumentIdentity(source, r.SourceId)
            ));

    /// <summary>Leaves out what another record replaces or deletes, wherever that stands, and the deletions themselves.</summary>
    public static IEnumerable<ArrivedRecord> Corrected(IReadOnlyList<ArrivedRecord> records) =>
        records.Where(new Corrections(records).Keep);

    /// <summary>Each identity once, the first.</summary>
    /// <param name="records">The records of all files, in their order.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<ArrivedRecord> Once(IEnumerable<ArrivedRecord> records, Problems problems) =>
        [.. records.Where(new OnceFilter(problems).IsFirst)];
}
