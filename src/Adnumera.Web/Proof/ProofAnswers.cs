using Adnumera.Core.Proof;

namespace Adnumera.Web.Proof;

/// <param name="Intended">How many documents were read back, each by the latest proof that covers it.</param>
/// <param name="Proved">How many of them stand in the ledger as intended.</param>
/// <param name="FirstDay">The first day of the latest proof, whose accounts these are.</param>
public sealed record ProofAnswer(
    bool Done,
    long Id,
    string At,
    string Who,
    string FirstDay,
    string LastDay,
    long Intended,
    long Proved,
    string AtStake,
    string Currency,
    string LedgerAddress,
    long DifferenceCount,
    IReadOnlyList<DifferenceKindAnswer> Kinds,
    IReadOnlyList<AccountProofAnswer> Accounts
);

/// <param name="Differences">How many there are.</param>
/// <param name="Stake">What is at stake by them; a document counts in one kind alone.</param>
/// <param name="First">The first of them; the others are asked for with the id of the last.</param>
public sealed record DifferenceKindAnswer(DifferenceKind Kind, long Differences, string Stake, IReadOnlyList<DifferenceAnswer> First);

public sealed record DifferenceAnswer(
    long Id,
    long DocumentId,
    string Document,
    string Who,
    string Reference,
    IReadOnlyList<string> LedgerEntries,
    DifferenceKind Kind,
    string Account,
    string AccountTitle,
    string Intended,
    string Found,
    bool IsMoney,
    string Amount,
    string Detail,
    string Correction
);

public sealed record AccountProofAnswer(
    string Account,
    string AccountTitle,
    string Opening,
    string Intended,
    string Found,
    string Payments,
    string NotOurs,
    string Closing,
    bool Agrees
);

public sealed record ProveRequest(string? Period);
