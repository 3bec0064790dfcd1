namespace Adnumera.LedgerStandIn;

public sealed record Organisation(string Id, string Name, string Currency, string LockedThrough);

/// <summary>An account; a line to it is refused without the kind of dimension that it requires.</summary>
public sealed record LedgerAccount(
    string Id,
    string Number,
    string Name,
    string Kind,
    string Role,
    string Parent,
    bool Active,
    string Requires = ""
);

public sealed record Supplier(string Id, string Name, string TaxNumber = "", string Email = "", string Address = "");

public sealed record Employee(string Id, string Name, string Email, bool Active = true);

/// <summary>A value of the kind <c>department</c>, <c>location</c>, <c>project</c> or <c>customer</c>, or of one that these books define
/// themselves.</summary>
public sealed record DimensionValue(string Kind, string Id, string Name, bool Active = true);

/// <summary>A dimension that these books define themselves, beside the four.</summary>
/// <param name="Word">Lower-case letters, digits and underscores.</param>
/// <param name="On">Whether lines may carry it.</param>
public sealed record OwnDimension(string Word, bool On = true);

/// <summary>
/// A payment term. The rule is <c>net_days</c>, <c>day_of_next_month</c> or <c>end_of_month</c>; with it go the days after the
/// bill's date, the day of the next month, or the months after this one.
/// </summary>
public sealed record PaymentTerm(string Id, string Name, string Rule, int Days);

/// <summary>An item, with the account that it posts to.</summary>
public sealed record Item(string Id, string Name, string Account, bool Active = true);

public sealed record TaxCode(string Code, string Name, string Percent);

/// <summary>What can be switched on in this ledger.</summary>
public sealed record Feature(string Name, bool On);

/// <summary>What a supplier's posted entries went to: never control accounts.</summary>
public sealed record SupplierHistory(string Supplier, string Account, long Lines, string Amount, string Last);

public sealed record NewSupplier(string? Name);

public sealed record NewLine(
    string? Account,
    string? Debit,
    string? Credit,
    string? TaxCode,
    IReadOnlyDictionary<string, string>? Dimensions,
    string? Memo,
    string? Item = null
);

public sealed record NewEntry(
    string? Form,
    string? Date,
    string? DueDate,
    string? Reference,
    string? Supplier,
    string? Employee,
    string? Currency,
    string? Memo,
    string? Source,
    string? SourceId,
    IReadOnlyList<NewLine>? Lines
);

public sealed record EntryLine(
    int Line,
    string Account,
    string Debit,
    string Credit,
    string TaxCode,
    IReadOnlyDictionary<string, string> Dimensions,
    string Memo
);

public sealed record Entry(
    string Id,
    string Form,
    string Type,
    string Date,
    string DueDate,
    string Reference,
    string Supplier,
    string Employee,
    string Memo,
    string Source,
    string SourceId,
    string Status,
    IReadOnlyList<EntryLine> Lines
);

/// <summary>What a payment says beside its entry.</summary>
/// <param name="Method"><c>cash</c>, <c>check</c>, <c>bank</c>, <c>card</c>, <c>network</c>; blank where the books do not say it.</param>
/// <param name="Withheld">Tax that was withheld of it; its entry credits it beside the bank.</param>
/// <param name="Bills">Which bills it paid, and how much of each; what is left is on account.</param>
public sealed record NewPayment(string Method, string Withheld, IReadOnlyList<(string Bill, string Amount)> Bills);

/// <summary>Money that went from an account of a bank, cash or card to a supplier, what was withheld included; negative where it came
/// back. Its parts add up to it.</summary>
public sealed record Payment(
    string Id,
    string Date,
    string Supplier,
    string Method,
    string PaidFrom,
    string Reference,
    string Status,
    string Source,
    string SourceId,
    string Amount,
    string Withheld,
    IReadOnlyList<PaymentPart> Parts
);

/// <summary>What was paid to suppliers in a period: how many payments, what stands, and what was voided.</summary>
public sealed record PaymentTotals(long Payments, string Posted, string Voided);

/// <summary>What a payment paid of one bill, by its entry and its own reference, with what the bill is for; blank, and what the payment is
/// for, where it paid none.</summary>
public sealed record PaymentPart(string Bill, string Reference, string Amount, IReadOnlyList<PaidLine> Lines);

/// <summary>A line of what was paid; negative for an allowance.</summary>
public sealed record PaidLine(int Line, string Account, string Amount);

public sealed record Balance(string Account, string Debit, string Credit);

/// <summary>A line of the profit and loss: income positive, costs negative.</summary>
public sealed record Result(string Account, string Kind, string Amount);

/// <summary>Faults that can be switched on.</summary>
/// <param name="SlowMilliseconds">Each answer waits that long.</param>
/// <param name="LoseAnswers">So many posts are saved and their answers lost.</param>
/// <param name="RefusePercent">Of each hundred posts so many are refused, by chance.</param>
/// <param name="TooMany">So many requests are turned away as too many, with a time to wait.</param>
/// <param name="GoneAfter">After so many further answers there are none any more; null while it stays.</param>
/// <param name="UnclearAnswers">So many posts are saved and answered with 503, as if they were not.</param>
/// <param name="LateCommits">Of so many posts the connection breaks at once, and they are saved only later.</param>
/// <param name="LateMilliseconds">How much later.</param>
public sealed record Faults(
    int SlowMilliseconds = 0,
    int LoseAnswers = 0,
    int RefusePercent = 0,
    int TooMany = 0,
    int? GoneAfter = null,
    int UnclearAnswers = 0,
    int LateCommits = 0,
    int LateMilliseconds = 0
);

/// <summary>All that is set up in a new organisation's books.</summary>
public sealed record Masters(
    IEnumerable<LedgerAccount> Accounts,
    IEnumerable<Supplier> Suppliers,
    IEnumerable<Employee> Employees,
    IEnumerable<TaxCode> TaxCodes,
    IEnumerable<DimensionValue> Dimensions,
    IEnumerable<PaymentTerm> Terms,
    IEnumerable<Item> Items,
    IEnumerable<string> FeaturesOn
)
{
    public IEnumerable<OwnDimension> OwnDimensions { get; init; } = [];
}
