namespace Adnumera.Core.Spending;

/// <summary>What spending is added up by.</summary>
public enum SpendBy
{
    /// <summary>The payment account.</summary>
    PaymentAccount,

    /// <summary>Who mainly holds the payment account.</summary>
    Cardholder,

    /// <summary>The category of the lines.</summary>
    Category,

    /// <summary>The supplier.</summary>
    Supplier,

    /// <summary>The project of the lines.</summary>
    Project,

    /// <summary>The ledger's account that the entry debits.</summary>
    Account,

    /// <summary>The source.</summary>
    Source,

    /// <summary>The month.</summary>
    Month,
}

/// <summary>Whether what was spent is in the ledger.</summary>
public enum SpendStanding
{
    /// <summary>On its way through the house.</summary>
    Waiting,

    /// <summary>In the ledger.</summary>
    Posted,

    /// <summary>Set aside: no spending of the company.</summary>
    SetAside,

    /// <summary>A transfer between the company's own accounts: no spending either.</summary>
    Moved,
}
