using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What pay runs owe: every account in which something of it stands, and one of them in full.</summary>
/// <param name="Accounts">The accounts.</param>
/// <param name="Read">When the ledger was read for it; blank where it never was.</param>
/// <param name="ReadThrough">Through which day.</param>
/// <param name="Years">The years that have months, the latest first.</param>
/// <param name="Items">What is owed in all accounts, overdue first, then by due date.</param>
/// <param name="Statements">Lines of statements, not yet sent, that may pay something.</param>
public sealed record OwedAnswer(
    IReadOnlyList<OwedAccountAnswer> Accounts,
    OwedAccountDetail? Account,
    IReadOnlyList<int> Years,
    int Year,
    string Read,
    string ReadBy,
    string ReadThrough,
    IReadOnlyList<OwedItemAnswer> Items,
    IReadOnlyList<PaymentAnswer> Statements,
    string Currency
);

/// <param name="Closing">What is owed now, as it adds up here.</param>
/// <param name="Difference">By how much the ledger says otherwise; blank where it agrees or was not asked.</param>
/// <param name="Overdue">What should have been paid.</param>
/// <param name="Unexplained">How many payments of the ledger nobody said yet what they pay.</param>
public sealed record OwedAccountAnswer(
    string Account,
    string Title,
    bool IsClearing,
    string Closing,
    string Difference,
    string Overdue,
    int Unexplained
);

/// <summary>An account by month, with its payments.</summary>
/// <param name="Left">Of a clearing account: the runs of which something is left after they were paid.</param>
public sealed record OwedAccountDetail(
    string Account,
    string Title,
    IReadOnlyList<OwedMonthAnswer> Months,
    IReadOnlyList<PaymentAnswer> Payments,
    IReadOnlyList<LeftAnswer> Left
);

public sealed record OwedMonthAnswer(
    string Month,
    string Opening,
    string Accrued,
    string Paid,
    string Closing,
    string Ledger,
    string Difference,
    IReadOnlyList<AccruedAnswer> Runs
);

public sealed record AccruedAnswer(long Run, string Called, string Amount);

public sealed record LeftAnswer(long Run, string Called, string Amount);

/// <param name="Key">To say which it is when a payment is confirmed.</param>
/// <param name="IsProposed">Whether the ledger has a payment that plainly is it, which nobody confirmed yet.</param>
/// <param name="Posted">Whether the ledger has the run.</param>
public sealed record OwedItemAnswer(
    string Key,
    long Run,
    string Called,
    string PayDate,
    string Due,
    string Account,
    string AccountTitle,
    PayeeKind Kind,
    string Payee,
    string Amount,
    string Paid,
    string Open,
    bool Overdue,
    bool IsProposed,
    DocumentState State,
    bool Posted
);

/// <summary>A payment: an entry of the ledger, or a line of a statement.</summary>
/// <param name="Document">The document that it is of; none where it is not ours.</param>
/// <param name="Open">What of it is not yet said to pay something.</param>
/// <param name="Options">What it may be for, as keys of items: one where it is plain, several to choose from.</param>
/// <param name="Pays">What it was confirmed for.</param>
/// <param name="IsApart">Whether a person said that it pays no pay run.</param>
public sealed record PaymentAnswer(
    string Account,
    string LedgerEntry,
    long? Document,
    string Day,
    string Who,
    string Reference,
    string Amount,
    string Open,
    IReadOnlyList<IReadOnlyList<string>> Options,
    IReadOnlyList<PaysAnswer> Pays,
    bool IsApart
);

public sealed record PaysAnswer(long Run, string Called, PayeeKind Kind, string Payee, string Amount, string By);

/// <summary>What payments are for, all or none of them.</summary>
public sealed record PaymentsRequest(IReadOnlyList<PaymentRequest> Payments);

/// <summary>What a payment is for.</summary>
/// <param name="Account">The account; blank for a document.</param>
/// <param name="LedgerEntry">The ledger's entry; blank for a document.</param>
/// <param name="Document">The document; none for an entry.</param>
/// <param name="Items">Keys of what it pays; none takes back what was confirmed.</param>
/// <param name="IsApart">Whether it pays no pay run.</param>
public sealed record PaymentRequest(
    string? Account,
    string? LedgerEntry,
    long? Document,
    IReadOnlyList<string> Items,
    bool IsApart = false
);

/// <summary>When a payee is due.</summary>
public sealed record DueRuleText(PayeeKind Kind, string Payee, TermRule Rule, int Days);

/// <summary>What employees owe.</summary>
/// <param name="Account">The account; blank where none has the role.</param>
/// <param name="Ages">Through how many days each age goes; the last has no end.</param>
/// <param name="Totals">The sums by age.</param>
/// <param name="Ledger">What the ledger says of the account; blank where it was not asked.</param>
public sealed record DueFromAnswer(
    string Account,
    string Title,
    string Read,
    string ReadThrough,
    IReadOnlyList<int> Ages,
    IReadOnlyList<string> Totals,
    string Total,
    string Ledger,
    string Difference,
    IReadOnlyList<EmployeeDueAnswer> Employees,
    string Currency
);

/// <param name="ByAge">What is open by age.</param>
/// <param name="Over">What was repaid too much; blank for nothing.</param>
/// <param name="SetOff">What is set off already against claims that are not sent yet; blank for nothing.</param>
/// <param name="Claims">Claims against which more can be set off.</param>
public sealed record EmployeeDueAnswer(
    string Employee,
    IReadOnlyList<string> ByAge,
    string Total,
    string Over,
    string SetOff,
    IReadOnlyList<ClaimAnswer> Claims,
    IReadOnlyList<OpenDueAnswer> Open
);

/// <summary>A claim that is not sent.</summary>
/// <param name="MaySetOff">How much of what is due can be set off against it.</param>
public sealed record ClaimAnswer(long Document, string Reference, string Total, string MaySetOff);

public sealed record SetOffRequest(string Employee, long Document);

public sealed record OpenDueAnswer(string Day, string What, string Amount, string Open, string LedgerEntry, long? Document);
