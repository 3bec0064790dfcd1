namespace Adnumera.Core.Documents;

/// <summary>Why a document waits for a person: the fixed words of the files and of the application's own holds.</summary>
public enum HoldKind
{
    /// <summary>The entry date is in the locked period.</summary>
    PeriodLocked,

    /// <summary>A bill or credit without a supplier.</summary>
    SupplierMissing,

    /// <summary>A claim without an employee.</summary>
    EmployeeMissing,

    /// <summary>A charge or refund that does not say which payment account.</summary>
    PaymentAccountMissing,

    /// <summary>The total is negative.</summary>
    Sign,

    /// <summary>Not the company's currency.</summary>
    Currency,

    /// <summary>It may be the same as an earlier document.</summary>
    PossibleDuplicate,

    /// <summary>The lines do not add up to the total.</summary>
    Arithmetic,

    /// <summary>The payment account has no ledger account.</summary>
    PaymentAccountUnmapped,

    /// <summary>Several payment accounts claim the same number.</summary>
    PaymentAccountAmbiguous,

    /// <summary>A text is longer than the ledger takes.</summary>
    TextTooLong,

    /// <summary>The ledger does not have a value of a dimension.</summary>
    DimensionUnmapped,

    /// <summary>A required dimension is missing.</summary>
    DimensionMissing,

    /// <summary>The supplier may be the same as another one.</summary>
    SupplierUndecided,

    /// <summary>A transfer leaves and arrives in the same ledger account.</summary>
    TransferToItself,

    /// <summary>A transfer of which one side came, while the other may still come.</summary>
    TransferWaits,

    /// <summary>The ledger cannot take the form that it would have.</summary>
    FormImpossible,

    /// <summary>The settlement has no ledger account.</summary>
    SettlementUnmapped,

    /// <summary>No active account has a role that is needed.</summary>
    RoleMissing,

    /// <summary>Several active accounts have a role that is needed.</summary>
    RoleAmbiguous,

    /// <summary>The account that was chosen cannot be used.</summary>
    MappingBroken,

    /// <summary>Nothing maps the line.</summary>
    Unmapped,

    /// <summary>The tax code has no mapping.</summary>
    TaxCodeUnmapped,

    /// <summary>A standing decision asks a person for the account.</summary>
    AccountAsked,

    /// <summary>A standing decision asks a person for the payment account.</summary>
    PaymentAccountAsked,

    /// <summary>The price of an item moved, and the company wants that decided.</summary>
    PriceMoved,

    /// <summary>It is the first bill of a supplier that may need a Form W-9 and has none.</summary>
    W9Missing,

    /// <summary>The ledger refused the entry.</summary>
    Refused,

    /// <summary>A person keeps it from being posted.</summary>
    HeldBack,

    /// <summary>A pay run that is dated by the end of its period does not say when that was.</summary>
    PeriodEndMissing,

    /// <summary>What an employee earned less what was taken off is not their net pay.</summary>
    Identity,

    /// <summary>A run of contractors has a pay item that only an employer bears.</summary>
    EmployerItem,
}

/// <summary>Why a document is left out.</summary>
public enum SetAsideKind
{
    /// <summary>It is dated before the company's start date.</summary>
    BeforeStart,

    /// <summary>Its total and all its lines are zero.</summary>
    Zero,

    /// <summary>A person said that it was private, paid with their own money.</summary>
    Private,

    /// <summary>A person said that it is a duplicate.</summary>
    Duplicate,

    /// <summary>A person said that it stands in the ledger already.</summary>
    AlreadyInLedger,

    /// <summary>Its source cancelled it.</summary>
    Cancelled,

    /// <summary>It is the other side of a transfer that came from the other account.</summary>
    OtherSide,

    /// <summary>A person said why in words of their own.</summary>
    Other,
}

/// <summary>A reason as it is kept with a document: on which line (0 for the document), why, and its value.</summary>
public readonly record struct KeptHold(long Line, HoldKind Kind, string Value);
