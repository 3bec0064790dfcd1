using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Core.Sources;
using Adnumera.Web.Mapping;

namespace Adnumera.Web.Payroll;

/// <summary>Pay runs, the latest pay date first.</summary>
/// <param name="Next">Where the list goes on; none at its end.</param>
public sealed record PayRunsAnswer(IReadOnlyList<PayRunAnswer> Rows, string? Next, string Currency);

/// <summary>A pay run in the list.</summary>
/// <param name="Id">The number of its document.</param>
/// <param name="Total">Its total cost.</param>
/// <param name="Reason">Why it waits or was set aside; blank where it is neither.</param>
/// <param name="Holds">What the ledger holds of it; blank where it was not read back.</param>
public sealed record PayRunAnswer(
    long Id,
    string Run,
    string PayDate,
    string PeriodEnd,
    string EntryDate,
    long Employees,
    string Total,
    DocumentState State,
    string Reason,
    long Reasons,
    string LedgerEntry,
    string Holds,
    PayRunKind Kind
);

/// <summary>A pay run.</summary>
/// <param name="Items">Its pay items, over all employees, beside the run before.</param>
/// <param name="Before">The run before; none for the first.</param>
/// <param name="Lines">The journal it becomes, or became.</param>
/// <param name="Debit">What stands on the left.</param>
/// <param name="Credit">What stands on the right.</param>
/// <param name="OutBy">What is left over all employees that are out.</param>
/// <param name="Owed">Who is owed what.</param>
/// <param name="Out">Who is out, with what would explain it.</param>
/// <param name="SeesPay">Whether whoever asks may see pay by name.</param>
public sealed record PayRunDetail(
    PayRunAnswer Run,
    IReadOnlyList<PayItemAnswer> Items,
    PayRunAnswer? Before,
    IReadOnlyList<PayLineAnswer> Lines,
    string Debit,
    string Credit,
    string OutBy,
    IReadOnlyList<RunOwedAnswer> Owed,
    IReadOnlyList<OutAnswer> Out,
    bool SeesPay,
    string Currency
);

/// <param name="Key">Under which employees have it, as <c>SALARY earning</c>.</param>
/// <param name="Before">What it was in the run before; none where that lacks it.</param>
/// <param name="StandsOut">Whether it is new, gone, or moved more than the company lets pass.</param>
public sealed record PayItemAnswer(string Key, string Item, PayItemType Type, string Amount, string? Before, string Moved, bool StandsOut);

public sealed record PayLineAnswer(
    string Account,
    string AccountTitle,
    string Department,
    string Project,
    string Employee,
    string Debit,
    string Credit,
    string Memo,
    string Because
);

/// <summary>What a run owes to a payee.</summary>
/// <param name="Account">In which account; blank where none is decided.</param>
/// <param name="Open">What of it is not confirmed as paid.</param>
public sealed record RunOwedAnswer(
    PayeeKind Kind,
    string Payee,
    string Account,
    string AccountTitle,
    string Due,
    string Amount,
    string Open,
    bool Overdue
);

public sealed record OutAnswer(string Employee, string OutBy, IReadOnlyList<CauseAnswer> Causes);

/// <param name="Fault">What happened; none where no single item explains it.</param>
/// <param name="Amount">What stands in the register; blank for those who may not see pay by name.</param>
/// <param name="Mended">What it would be; none where the item does not belong there, or where one may not see it.</param>
public sealed record CauseAnswer(IdentityFault? Fault, string Item, PayItemType? Type, string Amount, string? Mended, string Detail);

/// <summary>Employees of a run with their pay items, by name.</summary>
/// <param name="Next">The name after which the list goes on; none at its end.</param>
/// <param name="Gone">Who was paid in the run before and is not in this one; with the last of the list.</param>
public sealed record PayEmployeesAnswer(IReadOnlyList<PayEmployeeAnswer> Rows, string? Next, IReadOnlyList<string> Gone);

/// <param name="Cells">Amount by item and type, as <c>SALARY earning</c>.</param>
/// <param name="TakenOff">Deductions and taxes.</param>
/// <param name="EmployerAdds">What it costs beyond, and pay in kind.</param>
/// <param name="EarnedBefore">What was earned in the run before; none where there is no such run, or they were not in it.</param>
/// <param name="StandsOut">Whether they are new, or what they earned moved more than the company lets pass.</param>
public sealed record PayEmployeeAnswer(
    string Employee,
    string Department,
    string Group,
    IReadOnlyDictionary<string, string> Cells,
    string Earned,
    string TakenOff,
    string PaidOut,
    string EmployerAdds,
    string OutBy,
    string? EarnedBefore,
    bool StandsOut
);

/// <summary>What a run would become, while it is typed.</summary>
/// <param name="Reasons">Why it would wait.</param>
public sealed record TypedPreview(
    string Total,
    string OutBy,
    string Debit,
    string Credit,
    IReadOnlyList<PayLineAnswer> Lines,
    IReadOnlyList<string> Reasons
);

/// <summary>Where pay items go.</summary>
/// <param name="Items">Every pay item that came or is mapped, those that need an account first, then by money.</param>
/// <param name="Changes">What was changed, the latest first.</param>
/// <param name="Covered">How much of the money of all runs has its accounts, in per cent; blank where none came.</param>
public sealed record PayrollMappingAnswer(
    IReadOnlyList<MappedItemAnswer> Items,
    IReadOnlyList<string> Departments,
    IReadOnlyList<string> Groups,
    IReadOnlyList<string> Agencies,
    IReadOnlyList<PayrollChangeAnswer> Changes,
    PayrollChoices Choices,
    string Covered,
    string Currency
);

/// <param name="Types">As what it comes.</param>
/// <param name="HasExpense">Whether it may cost something.</param>
/// <param name="HasLiability">Whether something may be owed for it.</param>
/// <param name="ProposedExpense">The account that is usual where it needs one; blank where none is plain.</param>
/// <param name="ProposedLiability">The same for what is owed.</param>
/// <param name="NeedsExpense">Whether it costs something and no row says where that goes.</param>
/// <param name="NeedsLiability">Whether something is owed for it and no row says where.</param>
public sealed record MappedItemAnswer(
    string Item,
    IReadOnlyList<PayItemType> Types,
    string Amount,
    bool HasExpense,
    bool HasLiability,
    bool NeedsExpense,
    bool NeedsLiability,
    string ProposedExpense,
    string ProposedLiability,
    bool IsTaxable,
    SocialInsurance Pays,
    IReadOnlyList<PayrollRowAnswer> Rows
);

/// <summary>What a pay item is for social insurance.</summary>
public sealed record PayItemFlagsRequest(string Item, bool IsTaxable, SocialInsurance Pays);

/// <summary>The employer's shares of a run against the taxable wages.</summary>
/// <param name="Year">Of which year the rates and bases are; none where they are not known.</param>
/// <param name="IsAsked">Whether any pay item is said to be taxable or to pay one of them.</param>
public sealed record SharesAnswer(int? Year, bool IsAsked, IReadOnlyList<ShareAnswer> Findings);

public sealed record ShareAnswer(string Employee, SocialInsurance Of, string Wages, string Expected, string Found);

/// <param name="Broken">What is wrong with its accounts; blank for nothing.</param>
public sealed record PayrollRowAnswer(
    string Department,
    string Group,
    string Agency,
    string Expense,
    string ExpenseTitle,
    string Liability,
    string LiabilityTitle,
    string Broken
);

public sealed record PayrollChangeAnswer(long Id, string At, string Who, string Says, bool IsUndone);

/// <summary>How a company wants its pay runs.</summary>
/// <param name="FeeTaxPercent">The rate of the tax within the processor's fee; 0 for none.</param>
/// <param name="PeriodDays">How many days a pay period has; 0 where nobody said it.</param>
/// <param name="AccrualAccount">Where what is worked and not yet paid stands over the end of a month; blank for no accrual.</param>
/// <param name="MovedPercent">By how many per cent a pay item may differ from the run before without standing out.</param>
/// <param name="HoursAccount">Where the difference between hours at their rate and what a run costs goes.</param>
public sealed record PayrollChoices(
    PayrollDate Date,
    PayrollShape Shape,
    string ProcessorAccount,
    PayrollDetail Detail = PayrollDetail.Department,
    string ProcessorName = "",
    string ContractorGroup = "",
    ContractorShape Contractors = ContractorShape.Journal,
    string FeeTaxCode = "",
    decimal FeeTaxPercent = 0,
    int PeriodDays = 0,
    string AccrualAccount = "",
    HoursShape Hours = HoursShape.None,
    decimal BurdenPercent = 0,
    string HoursAccount = "",
    decimal MovedPercent = 10,
    string Revision = ""
);

/// <summary>Rows of the payroll mapping; one without accounts goes.</summary>
public sealed record PayrollMappingRequest(IReadOnlyList<PayrollRowText> Rows, bool Confirmed = false);

/// <summary>The rows of a file of the payroll mapping; none where it has errors.</summary>
public sealed record PayrollMappingRead(string FileName, IReadOnlyList<PayrollRowText> Rows, IReadOnlyList<Problem> Errors, int ErrorCount);

public sealed record PayrollRowText(
    string Item,
    string? Department,
    string? EmployeeGroup,
    string? Agency,
    string? ExpenseAccount,
    string? LiabilityAccount
);

/// <summary>What saving would do.</summary>
/// <param name="Asks">What is unusual about it and is to be confirmed.</param>
public sealed record PayrollRehearsal(RehearsalAnswer Rehearsal, IReadOnlyList<string> Asks);

/// <param name="ChangeId">The change, to take it back.</param>
public sealed record PayrollSaved(long ChangeId, int Recoded);
