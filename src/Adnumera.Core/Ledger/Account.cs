namespace Adnumera.Core.Ledger;

/// <summary>The kind of an account, as the ledger has it.</summary>
public enum AccountKind
{
    /// <summary>What is owned.</summary>
    Asset,

    /// <summary>What is owed.</summary>
    Liability,

    /// <summary>The owners' share.</summary>
    Equity,

    /// <summary>Sales and other income.</summary>
    Income,

    /// <summary>Cost of what was sold.</summary>
    CostOfSales,

    /// <summary>Running costs.</summary>
    Expense,
}

/// <summary>The part an account plays in the work; most play none.</summary>
public enum AccountRole
{
    /// <summary>No particular part.</summary>
    None,

    /// <summary>A bank account.</summary>
    Bank,

    /// <summary>Cash in hand.</summary>
    Cash,

    /// <summary>A company card.</summary>
    Card,

    /// <summary>What is owed to suppliers, in total.</summary>
    PayablesControl,

    /// <summary>What is owed to employees for what they paid.</summary>
    EmployeePayable,

    /// <summary>Recoverable tax on purchases.</summary>
    InputTax,

    /// <summary>Rounding differences.</summary>
    Rounding,

    /// <summary>What is not yet decided.</summary>
    Suspense,

    /// <summary>What employees owe.</summary>
    DueFromEmployees,

    /// <summary>Between a pay run and its payment.</summary>
    PayrollClearing,

    /// <summary>Paid to suppliers in advance.</summary>
    SupplierPrepayments,

    /// <summary>Net pay not yet paid out.</summary>
    WagesPayable,

    /// <summary>Goods bought.</summary>
    Inventory,

    /// <summary>Goods in production.</summary>
    WorkInProgress,

    /// <summary>Goods produced.</summary>
    FinishedGoods,

    /// <summary>Tax owed.</summary>
    Tax,
}

/// <summary>An account of the ledger's chart. The ledger owns it; here it is read only.</summary>
public sealed record Account
{
    /// <summary>The ledger's own id; compares exactly.</summary>
    public required string Id { get; init; }

    /// <summary>The number, blank where the chart has none.</summary>
    public string Number { get; init; } = "";

    /// <summary>The name.</summary>
    public string Name { get; init; } = "";

    /// <summary>The kind.</summary>
    public required AccountKind Kind { get; init; }

    /// <summary>The role.</summary>
    public AccountRole Role { get; init; }

    /// <summary>The id of the parent account, blank at the top.</summary>
    public string Parent { get; init; } = "";

    /// <summary>The dimension without which no line may go there; none for most.</summary>
    public Dimension? Requires { get; init; }

    /// <summary>Whether the ledger still takes entries to it.</summary>
    public bool Active { get; init; } = true;

    /// <summary>A control account, to which a cost may not go: its balance is made of other records.</summary>
    public bool IsControl =>
        Role is AccountRole.Bank or AccountRole.Cash or AccountRole.Card or AccountRole.PayablesControl or AccountRole.EmployeePayable;

    /// <summary>Whether tax may stand there: an asset or a liability.</summary>
    public bool MayTakeTax => Kind is AccountKind.Asset or AccountKind.Liability;

    /// <summary>Whether it may be the other side of an entry: an asset, a liability, or equity for what an owner paid privately.</summary>
    public bool MayBeOffset => MayTakeTax || Kind == AccountKind.Equity;

    /// <summary>Number and name as people say them; the id where there is neither.</summary>
    public string Title =>
        (Number.Length, Name.Length) switch
        {
            (0, 0) => Id,
            (0, _) => Name,
            (_, 0) => Number,
            _ => $"{Number} {Name}",
        };
}
