using Adnumera.Core.Documents;
using Adnumera.Core.Posting;

namespace Adnumera.Web.Posting;

/// <summary>What a dispatch would take, in the order in which it goes.</summary>
/// <param name="Accounts">What goes to each account.</param>
/// <param name="Latest">The latest dispatch.</param>
/// <param name="Planned">What an earlier dispatch planned and did not send; none for most.</param>
/// <param name="Unknown">How many were sent and have no clear answer yet; the ledger is asked for them again over time.</param>
public sealed record ToPostAnswer(
    long Documents,
    string Money,
    string Currency,
    IReadOnlyList<string> NewSuppliers,
    IReadOnlyList<KindTally> Kinds,
    IReadOnlyList<AccountTotalAnswer> Accounts,
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

/// <summary>What goes to an account.</summary>
public sealed record AccountTotalAnswer(string Account, string Title, string Debit, string Credit, long Documents);

/// <param name="Outcomes">What became of its instructions, what needs somebody first; as many as are shown at once.</param>
/// <param name="Accounts">What was accepted of it, by account.</param>
public sealed record DispatchDetail(
    DispatchAnswer Dispatch,
    IReadOnlyList<OutcomeAnswer> Outcomes,
    IReadOnlyList<AccountTotalAnswer> Accounts
);

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
/// <param name="LeaveOut">Documents that stay for this time.</param>
/// <param name="NewSuppliers">The suppliers of which one saw that they are new; another that is new, too, stops it.</param>
public sealed record DispatchRequest(string? Period, IReadOnlyList<long>? LeaveOut = null, IReadOnlyList<string>? NewSuppliers = null);

/// <param name="Outcome">What happens, or happened.</param>
public sealed record CancelAnswer(string Outcome);
