using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>Why an account that was chosen cannot be used.</summary>
public enum BrokenBecause
{
    /// <summary>The chart does not have it.</summary>
    NotInChart,

    /// <summary>The ledger closed it.</summary>
    Closed,

    /// <summary>It is a control account, and a cost may not go there.</summary>
    Control,

    /// <summary>It is an income or cost account, and an offset must be an asset, a liability or equity.</summary>
    NotBalance,

    /// <summary>It is neither an asset nor a liability, and tax must be.</summary>
    NotTax,
}

/// <summary>Why a document waits for a person.</summary>
public abstract record HoldReason
{
    private HoldReason()
    {
    }

    /// <summary>The document's line, or none when it is the whole document.</summary>
    public virtual long? OnLine => null;

    /// <summary>The entry date is in the locked period.</summary>
    public sealed record PeriodLocked(DateOnly EntryDate, DateOnly LockedThrough) : HoldReason;

    /// <summary>A bill or credit without a supplier.</summary>
    public sealed record SupplierMissing : HoldReason;

    /// <summary>A claim without an employee.</summary>
    public sealed record EmployeeMissing : HoldReason;

    /// <summary>A card charge or refund that does not say which payment account.</summary>
    public sealed record PaymentAccountMissing : HoldReason;

    /// <summary>The total is negative.</summary>
    public sealed record Sign(long Total, Currency Currency) : HoldReason;

    /// <summary>Not the company's currency.</summary>
    public sealed record OtherCurrency(Currency Currency, Currency Company) : HoldReason;

    /// <summary>It may be the same as an earlier document.</summary>
    public sealed record PossibleDuplicate(DocumentIdentity Earliest) : HoldReason;

    /// <summary>The lines do not add up to the total (EN 16931 BR-CO-10 to BR-CO-15).</summary>
    public sealed record Arithmetic(long OutBy, Currency Currency) : HoldReason;

    /// <summary>The payment account has no ledger account.</summary>
    public sealed record PaymentAccountUnmapped(string Text) : HoldReason;

    /// <summary>Several payment accounts claim the same number on that day.</summary>
    public sealed record PaymentAccountAmbiguous(string Text, IReadOnlyList<string> Accounts) : HoldReason;

    /// <summary>A text is longer than the ledger takes.</summary>
    public sealed record TextTooLong(string Field, int Length, int Longest) : HoldReason;

    /// <summary>The ledger does not have a department, location or project of the line, or has such dimensions off.</summary>
    public sealed record DimensionUnmapped(DimensionKind Dimension, string Value, bool IsOff, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The account or the kind of document requires a dimension that the line does not have.</summary>
    public sealed record DimensionMissing(DimensionKind Dimension, string RequiredBy, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The supplier may be the same as another one, and nobody has decided: posting would add a second one to the ledger.</summary>
    public sealed record SupplierUndecided(string Supplier, string Other) : HoldReason;

    /// <summary>The settlement has no ledger account.</summary>
    public sealed record SettlementUnmapped(string Text) : HoldReason;

    /// <summary>No active account has a role that is needed.</summary>
    public sealed record RoleMissing(AccountRole Role, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>Several active accounts have a role that is needed.</summary>
    public sealed record RoleAmbiguous(AccountRole Role, IReadOnlyList<Account> Accounts, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The account that was chosen cannot be used. It never falls through to another.</summary>
    public sealed record MappingBroken(string Account, BrokenBecause Why, string ChosenBy, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>Nothing maps the line.</summary>
    public sealed record Unmapped(string Value, string Description, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The tax code has no mapping.</summary>
    public sealed record TaxCodeUnmapped(string TaxCode, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The ledger refused the entry.</summary>
    public sealed record Refused(string Code, string LedgerSays) : HoldReason;
}

/// <summary>Why a document was left out.</summary>
public abstract record SetAsideReason
{
    private SetAsideReason()
    {
    }

    /// <summary>It is dated before the company's start date.</summary>
    public sealed record BeforeStart(DateOnly Date, DateOnly StartDate) : SetAsideReason;

    /// <summary>Its total and all its lines are zero.</summary>
    public sealed record Zero : SetAsideReason;
}
