using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Proof;

namespace Adnumera.Core.Posting;

/// <summary>An account's balance: debit minus credit, in minor units.</summary>
public sealed record LedgerBalance(string Account, long Balance);

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
    public LedgerUnavailableException() { }

    /// <summary>With what a person should know.</summary>
    public LedgerUnavailableException(string message)
        : base(message) { }

    /// <summary>With what a person should know, and the cause.</summary>
    public LedgerUnavailableException(string message, Exception innerException)
        : base(message, innerException) { }

    /// <summary>Why.</summary>
    public LedgerTrouble Trouble { get; init; }
}

/// <summary>The port to a ledger. Reading throws <see cref="LedgerUnavailableException"/>; posting answers, and never throws for what the
/// network does.</summary>
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

    /// <summary>The entries of a period that touch one of these accounts, with all their lines, page by page.</summary>
    IAsyncEnumerable<FoundEntry> EntriesOn(IReadOnlyCollection<string> accounts, DateOnly from, DateOnly through, CancellationToken cancel);

    /// <summary>Entries that carry one of these keys, whatever their date.</summary>
    Task<IReadOnlyList<FoundEntry>> EntriesOf(IReadOnlyCollection<DocumentIdentity> identities, CancellationToken cancel);

    /// <summary>Every payment to a supplier in a period, voided ones and money that came back too, page by page.</summary>
    IAsyncEnumerable<LedgerPayment> Payments(DateOnly from, DateOnly through, CancellationToken cancel);

    /// <summary>What the ledger itself says that was paid to suppliers in a period.</summary>
    Task<LedgerPaymentTotals> PaymentTotals(DateOnly from, DateOnly through, CancellationToken cancel);

    /// <summary>Each account's balance at the end of a day.</summary>
    Task<IReadOnlyList<LedgerBalance>> TrialBalance(DateOnly through, CancellationToken cancel);

    /// <summary>Gives the connection back.</summary>
    Task Revoke(CancellationToken cancel);
}

/// <summary>How a company reaches its ledger, as the ledger's owner allowed.</summary>
/// <param name="Address">The address of the ledger.</param>
/// <param name="Token">The token that its owner gave; a secret.</param>
/// <param name="Currency">The currency of the ledger, for the decimals of its amounts.</param>
public sealed record LedgerConnection(Uri Address, string Token, Currency Currency);

/// <summary>The port to a kind of ledger: asking its owner for consent, and opening a ledger for each connection.</summary>
public interface ILedgerConnector
{
    /// <summary>The page on which the ledger's owner allows the connection.</summary>
    /// <param name="ledger">The address of the ledger.</param>
    /// <param name="redirect">Where the owner's browser is sent back to.</param>
    /// <param name="state">What comes back with it.</param>
    Uri ConsentPage(Uri ledger, Uri redirect, string state);

    /// <summary>Trades the code of the consent page for a token.</summary>
    /// <exception cref="LedgerUnavailableException">The ledger gives none.</exception>
    Task<string> Exchange(Uri ledger, string code, Uri redirect, CancellationToken cancel);

    /// <summary>The ledger of a connection.</summary>
    ILedger Open(LedgerConnection connection);

    /// <summary>The page of a record in the ledger, for its owner to look at or to change it.</summary>
    Uri RecordPage(Uri ledger, string organisation, RecordKind kind, string id);

    /// <summary>The page of an entry in the ledger.</summary>
    Uri EntryPage(Uri ledger, string organisation, string id);
}
