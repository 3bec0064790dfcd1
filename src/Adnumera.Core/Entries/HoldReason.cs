using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Prices;

namespace Adnumera.Core.Entries;

/// <summary>Why a document waits for a person.</summary>
public abstract record HoldReason
{
    private HoldReason() { }

    /// <summary>The fixed word of the reason.</summary>
    public abstract HoldKind Kind { get; }

    /// <summary>The value of the files; blank where there is none.</summary>
    public abstract string Value { get; }

    /// <summary>The document's line, or none when it is the whole document.</summary>
    public virtual long? OnLine => null;

    /// <summary>The entry date is in the locked period.</summary>
    public sealed record PeriodLocked(DateOnly EntryDate, DateOnly LockedThrough) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PeriodLocked;

        /// <inheritdoc/>
        public override string Value => Day.Text(EntryDate);
    }

    /// <summary>A bill or credit without a supplier.</summary>
    public sealed record SupplierMissing : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.SupplierMissing;

        /// <inheritdoc/>
        public override string Value => "";
    }

    /// <summary>A claim without an employee.</summary>
    public sealed record EmployeeMissing : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.EmployeeMissing;

        /// <inheritdoc/>
        public override string Value => "";
    }

    /// <summary>A charge, refund or order that does not say which payment account; a transfer that does not say where the money leaves or
    /// arrives.</summary>
    /// <param name="End">Of a transfer <c>from</c> or <c>to</c>; blank otherwise.</param>
    public sealed record PaymentAccountMissing(string End = "") : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PaymentAccountMissing;

        /// <inheritdoc/>
        public override string Value => End;
    }

    /// <summary>A transfer that leaves and arrives in the same ledger account.</summary>
    public sealed record TransferToItself(string Account) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.TransferToItself;

        /// <inheritdoc/>
        public override string Value => Account;
    }

    /// <summary>One side of a transfer came; the other may still come with the statement of the other account.</summary>
    /// <param name="End">The end that is not known: <c>from</c> or <c>to</c>.</param>
    /// <param name="Until">Through which day it waits.</param>
    public sealed record TransferWaits(string End, DateOnly Until) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.TransferWaits;

        /// <inheritdoc/>
        public override string Value => End;
    }

    /// <summary>The ledger cannot take the form that the document would have.</summary>
    public sealed record FormImpossible(LedgerForm Form) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.FormImpossible;

        /// <inheritdoc/>
        public override string Value => Words<LedgerForm>.Of(Form);
    }

    /// <summary>The total is negative.</summary>
    public sealed record Sign(Money Total) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Sign;

        /// <inheritdoc/>
        public override string Value => Total.ToString();
    }

    /// <summary>Not the company's currency.</summary>
    public sealed record OtherCurrency(Currency Currency, Currency Company) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Currency;

        /// <inheritdoc/>
        public override string Value => Currency.Code;
    }

    /// <summary>It may be the same as an earlier document.</summary>
    public sealed record PossibleDuplicate(DocumentIdentity Earliest) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PossibleDuplicate;

        /// <inheritdoc/>
        public override string Value => Earliest.ToString();
    }

    /// <summary>The lines do not add up to the total (EN 16931 BR-CO-10 to BR-CO-15).</summary>
    public sealed record Arithmetic(Money OutBy) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Arithmetic;

        /// <inheritdoc/>
        public override string Value => OutBy.ToString();
    }

    /// <summary>The payment account has no ledger account.</summary>
    public sealed record PaymentAccountUnmapped(string Text) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PaymentAccountUnmapped;

        /// <inheritdoc/>
        public override string Value => Text;
    }

    /// <summary>Several payment accounts claim the same number on that day.</summary>
    public sealed record PaymentAccountAmbiguous(string Text, IReadOnlyList<string> Accounts) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PaymentAccountAmbiguous;

        /// <inheritdoc/>
        public override string Value => Text;
    }

    /// <summary>A text is longer than the ledger takes.</summary>
    public sealed record TextTooLong(string Field, int Length, int Longest) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.TextTooLong;

        /// <inheritdoc/>
        public override string Value => Field;
    }

    /// <summary>The ledger does not have a value of a dimension that the line names, or has the dimension off.</summary>
    public sealed record DimensionUnmapped(Dimension Dimension, string Named, bool IsOff, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.DimensionUnmapped;

        /// <inheritdoc/>
        public override string Value => Named;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The account or the kind of document requires a dimension that the line does not have.</summary>
    public sealed record DimensionMissing(Dimension Dimension, string RequiredBy, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.DimensionMissing;

        /// <inheritdoc/>
        public override string Value => Dimension.Word;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>A standing decision asks a person for the account of the line.</summary>
    public sealed record AccountAsked(string Decision, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.AccountAsked;

        /// <inheritdoc/>
        public override string Value => Decision;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>A standing decision asks a person for the payment account.</summary>
    public sealed record PaymentAccountAsked(string Decision) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PaymentAccountAsked;

        /// <inheritdoc/>
        public override string Value => Decision;
    }

    /// <summary>The price of an item moved beyond the tolerance, and the company wants that decided before it is posted.</summary>
    public sealed record PriceMoved(string Item, PriceMove Move, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PriceMoved;

        /// <inheritdoc/>
        public override string Value => Item;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The first bill of a supplier that may need a Form W-9 and has none, and the company holds it until it is here.</summary>
    public sealed record W9Missing(string Supplier) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.W9Missing;

        /// <inheritdoc/>
        public override string Value => Supplier;
    }

    /// <summary>The supplier may be the same as another one, and nobody has decided: posting would add a second one to the
    /// ledger.</summary>
    public sealed record SupplierUndecided(string Supplier, string Other) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.SupplierUndecided;

        /// <inheritdoc/>
        public override string Value => Supplier;
    }

    /// <summary>The settlement has no ledger account.</summary>
    public sealed record SettlementUnmapped(string Text) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.SettlementUnmapped;

        /// <inheritdoc/>
        public override string Value => Text;
    }

    /// <summary>No active account has a role that is needed.</summary>
    public sealed record RoleMissing(AccountRole Role, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.RoleMissing;

        /// <inheritdoc/>
        public override string Value => Words<AccountRole>.Of(Role);

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>Several active accounts have a role that is needed.</summary>
    public sealed record RoleAmbiguous(AccountRole Role, IReadOnlyList<Account> Accounts, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.RoleAmbiguous;

        /// <inheritdoc/>
        public override string Value => Words<AccountRole>.Of(Role);

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The account that was chosen cannot be used. It never falls through to another.</summary>
    public sealed record MappingBroken(string Account, BrokenBecause Why, string ChosenBy, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.MappingBroken;

        /// <inheritdoc/>
        public override string Value => Account;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>Nothing maps the line.</summary>
    public sealed record Unmapped(string Named, string Description, long? Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Unmapped;

        /// <inheritdoc/>
        public override string Value => Named;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The tax code has no mapping.</summary>
    public sealed record TaxCodeUnmapped(string TaxCode, long Line) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.TaxCodeUnmapped;

        /// <inheritdoc/>
        public override string Value => TaxCode;

        /// <inheritdoc/>
        public override long? OnLine => Line;
    }

    /// <summary>The ledger refused the entry.</summary>
    public sealed record Refused(string Code, string LedgerText) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Refused;

        /// <inheritdoc/>
        public override string Value => Code;
    }

    /// <summary>A person keeps it from being posted.</summary>
    /// <param name="Note">Why.</param>
    public sealed record HeldBack(string Note) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.HeldBack;

        /// <inheritdoc/>
        public override string Value => "";
    }

    /// <summary>The entry date is the end of the pay period, and the run does not say when that was.</summary>
    public sealed record PeriodEndMissing : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.PeriodEndMissing;

        /// <inheritdoc/>
        public override string Value => "";
    }

    /// <summary>What an employee earned less what was taken off is not their net pay.</summary>
    /// <param name="Employee">Who, as first spelled in the run.</param>
    /// <param name="OutBy">Earnings and reimbursements less deductions, taxes and net pay.</param>
    public sealed record Identity(string Employee, Money OutBy) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.Identity;

        /// <inheritdoc/>
        public override string Value => OutBy.ToString();
    }

    /// <summary>A run of contractors has a pay item that only an employer bears.</summary>
    /// <param name="Item">The pay item.</param>
    public sealed record EmployerItem(string Item) : HoldReason
    {
        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.EmployerItem;

        /// <inheritdoc/>
        public override string Value => Item;
    }

    /// <summary>The payroll processor is owed something, and no account is chosen for it.</summary>
    public sealed record ProcessorMissing : HoldReason
    {
        /// <summary>The name of the setting.</summary>
        public const string Setting = "processor_account";

        /// <inheritdoc/>
        public override HoldKind Kind => HoldKind.RoleMissing;

        /// <inheritdoc/>
        public override string Value => Setting;
    }

    /// <summary>One answer for each case.</summary>
    public T Match<T>(
        Func<PeriodLocked, T> periodLocked,
        Func<SupplierMissing, T> supplierMissing,
        Func<EmployeeMissing, T> employeeMissing,
        Func<PaymentAccountMissing, T> paymentAccountMissing,
        Func<Sign, T> sign,
        Func<OtherCurrency, T> otherCurrency,
        Func<PossibleDuplicate, T> possibleDuplicate,
        Func<Arithmetic, T> arithmetic,
        Func<PaymentAccountUnmapped, T> paymentAccountUnmapped,
        Func<PaymentAccountAmbiguous, T> paymentAccountAmbiguous,
        Func<TextTooLong, T> textTooLong,
        Func<DimensionUnmapped, T> dimensionUnmapped,
        Func<DimensionMissing, T> dimensionMissing,
        Func<SupplierUndecided, T> supplierUndecided,
        Func<TransferToItself, T> transferToItself,
        Func<TransferWaits, T> transferWaits,
        Func<FormImpossible, T> formImpossible,
        Func<SettlementUnmapped, T> settlementUnmapped,
        Func<RoleMissing, T> roleMissing,
        Func<RoleAmbiguous, T> roleAmbiguous,
        Func<MappingBroken, T> mappingBroken,
        Func<Unmapped, T> unmapped,
        Func<TaxCodeUnmapped, T> taxCodeUnmapped,
        Func<AccountAsked, T> accountAsked,
        Func<PaymentAccountAsked, T> paymentAccountAsked,
        Func<PriceMoved, T> priceMoved,
        Func<W9Missing, T> w9Missing,
        Func<Refused, T> refused,
        Func<HeldBack, T> heldBack,
        Func<PeriodEndMissing, T> periodEndMissing,
        Func<Identity, T> identity,
        Func<ProcessorMissing, T> processorMissing,
        Func<EmployerItem, T> employerItem
    ) =>
        Kind switch
        {
            HoldKind.PeriodLocked => periodLocked((PeriodLocked)this),
            HoldKind.SupplierMissing => supplierMissing((SupplierMissing)this),
            HoldKind.EmployeeMissing => employeeMissing((EmployeeMissing)this),
            HoldKind.PaymentAccountMissing => paymentAccountMissing((PaymentAccountMissing)this),
            HoldKind.Sign => sign((Sign)this),
            HoldKind.Currency => otherCurrency((OtherCurrency)this),
            HoldKind.PossibleDuplicate => possibleDuplicate((PossibleDuplicate)this),
            HoldKind.Arithmetic => arithmetic((Arithmetic)this),
            HoldKind.PaymentAccountUnmapped => paymentAccountUnmapped((PaymentAccountUnmapped)this),
            HoldKind.PaymentAccountAmbiguous => paymentAccountAmbiguous((PaymentAccountAmbiguous)this),
            HoldKind.TextTooLong => textTooLong((TextTooLong)this),
            HoldKind.DimensionUnmapped => dimensionUnmapped((DimensionUnmapped)this),
            HoldKind.DimensionMissing => dimensionMissing((DimensionMissing)this),
            HoldKind.SupplierUndecided => supplierUndecided((SupplierUndecided)this),
            HoldKind.TransferToItself => transferToItself((TransferToItself)this),
            HoldKind.TransferWaits => transferWaits((TransferWaits)this),
            HoldKind.FormImpossible => formImpossible((FormImpossible)this),
            HoldKind.SettlementUnmapped => settlementUnmapped((SettlementUnmapped)this),
            HoldKind.RoleMissing => this is ProcessorMissing processor ? processorMissing(processor) : roleMissing((RoleMissing)this),
            HoldKind.RoleAmbiguous => roleAmbiguous((RoleAmbiguous)this),
            HoldKind.MappingBroken => mappingBroken((MappingBroken)this),
            HoldKind.Unmapped => unmapped((Unmapped)this),
            HoldKind.TaxCodeUnmapped => taxCodeUnmapped((TaxCodeUnmapped)this),
            HoldKind.AccountAsked => accountAsked((AccountAsked)this),
            HoldKind.PaymentAccountAsked => paymentAccountAsked((PaymentAccountAsked)this),
            HoldKind.PriceMoved => priceMoved((PriceMoved)this),
            HoldKind.W9Missing => w9Missing((W9Missing)this),
            HoldKind.Refused => refused((Refused)this),
            HoldKind.HeldBack => heldBack((HeldBack)this),
            HoldKind.EmployerItem => employerItem((EmployerItem)this),
            HoldKind.PeriodEndMissing => periodEndMissing((PeriodEndMissing)this),
            HoldKind.Identity => identity((Identity)this),
        };
}
