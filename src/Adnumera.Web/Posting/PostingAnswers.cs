using Adnumera.Core.Documents;
using Adnumera.Core.Posting;

namespace Adnumera.Web.Posting;

/// <summary>What a dispatch would take, in the order in which it goes.</summary>
/// <param name="Latest">The latest dispatch.</param>
/// <param name="Planned">What an earlier dispatch planned and did not send; none for most.</param>
/// <param name="Unknown">How many were sent and have no clear answer yet; the ledger is asked for them again over time.</param>
public sealed record ToPostAnswer(
    long Documents,
    string Money,
    string Currency,
    IReadOnlyList<string> NewSuppliers,
    IReadOnlyList<KindTally> Kinds,
    bool Connected,
    DispatchAnswer? Latest,
    PlannedAnswer? Planned,
    long Unknown
);

/// <param name="Dispatch">The dispatch.</param>
/// <param name="Count">How many.</param>
/// <param name="OtherLedger">Whether they were planned for another ledger than the connected one, so that they cannot go on.</param>
public sealed record PlannedAnswer(long Dispatch, long Count, bool OtherLedger);

public sealed record KindTally(DocumentKind Kind, string Title, long Documents, string Money);

/// <param name="Running">Whether it runs; one that has no end and does not run was cut off.</param>
/// <param name="Unknown">Sent, and without a clear answer.</param>
/// <param name="Unsent">Planned, and not sent.</param>
public sealed record DispatchAnswer(
    long Id,
    string StartedAt,
    string Who,
    string EndedAt,
    string Outcome,
    bool Running,
    long Planned,
    long Accepted,
    long Refused,
    long Unknown,
    long Unsent
);

public sealed record DispatchDetail(DispatchAnswer Dispatch, IReadOnlyList<OutcomeAnswer> Outcomes);

public sealed record OutcomeAnswer(
    long Id,
    InstructionKind Kind,
    InstructionState State,
    string Explanation,
    string LedgerId,
    long DocumentId,
    string Who,
    string Reference,
    DocumentKind? DocumentKind,
    string Money
);

public sealed record DispatchStarted(long Id);

/// <param name="Period">The period whose documents go; blank for all.</param>
public sealed record DispatchRequest(string? Period);

/// <param name="Outcome">What happens, or happened.</param>
public sealed record CancelAnswer(string Outcome);
