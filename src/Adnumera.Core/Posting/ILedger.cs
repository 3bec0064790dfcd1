using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Proof;

namespace Adnumera.Core.Posting;

/// <summary>An account's balance: debit minus credit, in minor units.</summary>
public sealed record LedgerBalance(string Account, long Balance);

/// <summary>An entry as it is sent.</summary>
public sealed record EntryInstruction
{
    /// <summary>The key that makes sending it twice harmless.</summary>
    public required string IdempotencyKey { get; init; }

    /// <summary>The document.</summary>
    public required DocumentIdentity Identity { get; init; }

    /// <summary>The form that it takes in the ledger.</summary>
    public required LedgerForm Form { get; init; }

    /// <summary>The day of the entry.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>When it is due.</summary>
    public DateOnly? DueDate { get; init; }

    /// <summary>The reference.</summary>
    public string Reference { get; init; } = "";

    /// <summary>The supplier's name.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>The employee's name.</summary>
    public string Employee { get; init; } = "";

    /// <summary>ISO 4217.</summary>
    public required string Currency { get; init; }

    /// <summary>Notes.</summary>
    public string Memo { get; init; } = "";

    /// <summary>The lines: balanced.</summary>
    public required IReadOnlyList<InstructionLine> Lines { get; init; }

    /// <summary>The same entry as the proof compares it.</summary>
    public IntendedEntry AsIntended() => new()
    {
        Identity = Identity,
        Date = Date,
        Reference = Reference,
        Supplier = Supplier,
        Employee = Employee,
        Lines = [.. Lines.Select(l => new ProofLine(l.Account, Math.Max(l.Signed, 0), Math.Max(-l.Signed, 0), l.TaxCode, new Dimensions(l.Department, l.Location, l.Project), l.IsOffset))],
    };
}

/// <summary>A line of an entry as it is sent.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Signed">Debit minus credit, in minor units.</param>
/// <param name="TaxCode">The tax code.</param>
/// <param name="Department">The department.</param>
/// <param name="Location">The location.</param>
/// <param name="Project">The project.</param>
/// <param name="Memo">The line's text.</param>
/// <param name="IsOffset">Whether it is the other side.</param>
/// <param name="Item">The item of the ledger that brought the account; blank for none.</param>
public sealed record InstructionLine(
    string Account, long Signed, string TaxCode, string Department, string Location, string Project, string Memo, bool IsOffset, string Item = "");

/// <summary>Why a ledger could not be asked.</summary>
public enum LedgerTrouble
{
    /// <summary>It cannot be reached, or its answer cannot be read.</summary>
    Unreachable,

    /// <summary>It did not answer in the time that it is given.</summary>
    Slow,

    /// <summary>It does not allow the connection any more.</summary>
    NotAllowed,
}

/// <summary>The ledger could not be asked.</summary>
public sealed class LedgerUnavailableException : Exception
{
    /// <summary>No reason known.</summary>
    public LedgerUnavailableException()
    {
    }

    /// <summary>With what a person should know.</summary>
    public LedgerUnavailableException(string message) : base(message)
    {
    }

    /// <summary>With what a person should know, and the cause.</summary>
    public LedgerUnavailableException(string message, Exception innerException) : base(message, innerException)
    {
    }

    /// <summary>Why.</summary>
    public LedgerTrouble Trouble { get; init; }
}

/// <summary>The port to a ledger. Reading throws <see cref="LedgerUnavailableException"/>; posting answers, and never throws for what the network does.</summary>
public interface ILedger
{
    /// <summary>Who is connected.</summary>
    Task<LedgerOrganisation> Organisation(CancellationToken cancel);

    /// <summary>Everything that the ledger owns and that is only read here.</summary>
    Task<LedgerRecords> Records(CancellationToken cancel);

    /// <summary>Adds a supplier.</summary>
    Task<PostingAnswer> PostSupplier(string idempotencyKey, string name, CancellationToken cancel);

    /// <summary>Posts an entry.</summary>
    Task<PostingAnswer> PostEntry(EntryInstruction instruction, CancellationToken cancel);

    /// <summary>The ledger's id of what was posted with a key; null when the ledger does not have it.</summary>
    Task<string?> FindByKey(string idempotencyKey, CancellationToken cancel);

    /// <summary>Every entry of a period, drafts and voided ones too, page by page.</summary>
    IAsyncEnumerable<FoundEntry> Entries(DateOnly from, DateOnly through, CancellationToken cancel);

    /// <summary>Entries that carry one of these keys, whatever their date.</summary>
    Task<IReadOnlyList<FoundEntry>> EntriesOf(IReadOnlyCollection<DocumentIdentity> identities, CancellationToken cancel);

    /// <summary>Each account's balance at the end of a day.</summary>
    Task<IReadOnlyList<LedgerBalance>> TrialBalance(DateOnly through, CancellationToken cancel);

    /// <summary>Gives the connection back.</summary>
    Task Revoke(CancellationToken cancel);
}
