using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Standing;

namespace Adnumera.Core.Entries;

/// <summary>What happens to a line that nothing maps.</summary>
public enum WhenNothingMaps
{
    /// <summary>The document waits for a person.</summary>
    Hold,

    /// <summary>The line goes to the suspense account.</summary>
    Suspense,
}

/// <summary>Which day an entry gets.</summary>
public enum EntryDateRule
{
    /// <summary>The document's own date.</summary>
    DocumentDate,

    /// <summary>The document's own date, or the first day after the locked period when that is locked.</summary>
    FirstOpenDay,
}

/// <summary>A company's choices for composing entries.</summary>
public sealed record CompositionSettings
{
    /// <summary>The company's currency.</summary>
    public Currency Currency { get; init; } = Currency.Usd;

    /// <summary>The cost-side rungs from item to source, in order; one left out is off.</summary>
    public IReadOnlyList<Rung> Order { get; init; } = Ladder.UsualOrder;

    /// <summary>Hold, or suspense.</summary>
    public WhenNothingMaps WhenNothingMaps { get; init; }

    /// <summary>Up to which difference between a document's total and its lines goes to the rounding account; minor units.</summary>
    public long RoundingTolerance { get; init; }

    /// <summary>Whether lines of the same account, tax code and dimensions become one.</summary>
    public bool MergeLines { get; init; }

    /// <summary>Documents dated before are set aside.</summary>
    public DateOnly? StartDate { get; init; }

    /// <summary>The last day of the locked period.</summary>
    public DateOnly? LockedThrough { get; init; }

    /// <summary>The last day of the period that the connected ledger itself has locked.</summary>
    public DateOnly? LedgerLockedThrough { get; init; }

    /// <summary>The last day to which nothing can be posted: the later of the company's lock and the ledger's.</summary>
    public DateOnly? Locked => LockedThrough is { } own && !(LedgerLockedThrough > own) ? own : LedgerLockedThrough;

    /// <summary>Which day an entry gets.</summary>
    public EntryDateRule EntryDate { get; init; }

    /// <summary>Where private charges on a company's own card go: an account, such as an owner's draws; blank for the role due from
    /// employees.</summary>
    public string PrivateAccount { get; init; } = "";

    /// <summary>How many days a transfer of which one side came waits for the other, before its account is asked for.</summary>
    public int TransferDays { get; init; } = 5;

    /// <summary>Transfers dated through that day wait no longer; none where none waits.</summary>
    public DateOnly? TransfersAskedThrough { get; init; }

    /// <summary>Through which day the other side of a transfer is waited for; none where its account is asked for.</summary>
    public DateOnly? WaitsUntil(Document document) =>
        TransfersAskedThrough is { } asked && document.Date > asked ? document.Date.AddDays(TransferDays) : null;

    /// <summary>Suppliers that may be the same as another one, with the other, while nobody has decided.</summary>
    public IReadOnlyDictionary<string, string> SupplierQuestions { get; init; } = new Dictionary<string, string>(Folded.Comparer);

    /// <summary>What is decided for kinds of document; a kind that is left out is as usual.</summary>
    public IReadOnlyDictionary<DocumentKind, KindChoice> Kinds { get; init; } = new Dictionary<DocumentKind, KindChoice>();

    /// <summary>How much lines to an account are to carry dimensions, by the account's id; beyond what the ledger itself
    /// requires.</summary>
    public IReadOnlyDictionary<string, IReadOnlyDictionary<Dimension, DimensionDemand>> AccountDemands { get; init; } =
        new Dictionary<string, IReadOnlyDictionary<Dimension, DimensionDemand>>();

    /// <summary>Whether a price that moved holds its document until somebody decides; otherwise it is a notice.</summary>
    public bool HoldsForPrices { get; init; }

    /// <summary>Which bills ask for a Form W-9; none where nothing is said of 1099 boxes.</summary>
    public W9Watch? W9 { get; init; }

    /// <summary>What is decided for pay runs.</summary>
    public PayrollSettings Payroll { get; init; } = new();

    /// <summary>What was decided once and decides itself from then on.</summary>
    public IReadOnlyList<StandingDecision> Standing { get; init; } = [];

    /// <summary>The payment accounts, to tell an ambiguous number.</summary>
    public PaymentAccounts PaymentAccounts { get; init; } = PaymentAccounts.None;

    /// <summary>What is decided for a kind of document.</summary>
    public KindChoice Choice(DocumentKind kind) => Kinds.GetValueOrDefault(kind) ?? Usual;

    /// <summary>The form of a kind of document in the ledger.</summary>
    public LedgerForm FormOf(DocumentKind kind) => Choice(kind).Form ?? kind.Row().Forms[0];

    /// <summary>The day of the entry of a document.</summary>
    public DateOnly EntryDateOf(Document document)
    {
        if (document.EntryDateChoice is { } chosen)
            return chosen;
        var day =
            Choice(document.Kind).EntryDay == EntryDay.EndOfMonth
                ? new DateOnly(document.Date.Year, document.Date.Month, DateTime.DaysInMonth(document.Date.Year, document.Date.Month))
                : document.Date;
        return Opened(day);
    }

    /// <summary>A day, or the first open one after the lock where the company wants that.</summary>
    public DateOnly Opened(DateOnly day) =>
        EntryDate == EntryDateRule.FirstOpenDay && Locked is { } locked && day <= locked && locked < DateOnly.MaxValue
            ? locked.AddDays(1)
            : day;

    /// <summary>How much lines to an account are to carry dimensions.</summary>
    public IReadOnlyDictionary<Dimension, DimensionDemand> DemandsOf(string account) =>
        AccountDemands.GetValueOrDefault(account) ?? NoDemands;

    private static IReadOnlyDictionary<Dimension, DimensionDemand> NoDemands { get; } = new Dictionary<Dimension, DimensionDemand>();

    private static KindChoice Usual { get; } = new();
}
