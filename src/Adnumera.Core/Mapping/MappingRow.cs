using System.Text.Json.Serialization;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping;

/// <summary>What a mapping is of.</summary>
public enum KeyKind
{
    /// <summary>An item.</summary>
    Item,

    /// <summary>A cost code, exactly.</summary>
    CostCode,

    /// <summary>The beginning of cost codes.</summary>
    CostCodeGroup,

    /// <summary>A category.</summary>
    Category,

    /// <summary>A group of categories.</summary>
    CategoryGroup,

    /// <summary>A supplier's default for costs.</summary>
    Supplier,

    /// <summary>A group of suppliers.</summary>
    SupplierGroup,

    /// <summary>The default of a source.</summary>
    Source,

    /// <summary>A supplier's own payables account (offset side).</summary>
    SupplierPayable,

    /// <summary>How a bill is settled, in the source's words (offset side).</summary>
    Settlement,

    /// <summary>A card, debit card, cash or gift balance (offset side).</summary>
    PaymentAccount,

    /// <summary>A tax code.</summary>
    TaxCode,

    /// <summary>The payment term of a supplier's bills; its value is the ledger's term.</summary>
    SupplierTerm,

    /// <summary>The form of a supplier's bills and credits in the ledger, where it is not that of their kind.</summary>
    SupplierForm,

    /// <summary>The 1099 box that a supplier's payments begin with; kept here until the tally reads it.</summary>
    SupplierBox,

    /// <summary>A department, in the source's words; its value is the ledger's.</summary>
    Department,

    /// <summary>A location, in the source's words; its value is the ledger's.</summary>
    Location,

    /// <summary>A project, in the source's words; its value is the ledger's.</summary>
    Project,
}

/// <summary>What follows from the kind of a key.</summary>
public static class KeyKinds
{
    /// <summary>Whether rows of this kind stand in the mapping book's own file; those that map a value to a value stand in a file beside it.</summary>
    public static bool IsInBook(this KeyKind kind) => kind <= KeyKind.TaxCode;

    /// <summary>Whether its target is a value of the ledger, not an account.</summary>
    public static bool MapsToValue(this KeyKind kind) => !kind.IsInBook();

    /// <summary>The dimension that it is a value of; none for the other kinds.</summary>
    public static DimensionKind? Dimension(this KeyKind kind) => kind switch
    {
        KeyKind.Department => DimensionKind.Department,
        KeyKind.Location => DimensionKind.Location,
        KeyKind.Project => DimensionKind.Project,
        _ => null,
    };

    /// <summary>The kind of key of a dimension's values; none for customers, which documents do not name.</summary>
    public static KeyKind? KeyOf(this DimensionKind kind) => kind switch
    {
        DimensionKind.Department => KeyKind.Department,
        DimensionKind.Location => KeyKind.Location,
        DimensionKind.Project => KeyKind.Project,
        _ => null,
    };

    /// <summary>Whether a row of this kind may name a group.</summary>
    public static bool HasGroup(this KeyKind kind) => kind is KeyKind.Category or KeyKind.Supplier;

    /// <summary>Whether a row of this kind may be for one source only.</summary>
    public static bool MayBeForSource(this KeyKind kind) => kind is not (KeyKind.CategoryGroup or KeyKind.SupplierGroup);

    /// <summary>Whether it decides the offset, not the cost.</summary>
    public static bool IsOffset(this KeyKind kind) => kind is KeyKind.SupplierPayable or KeyKind.Settlement or KeyKind.PaymentAccount;

    /// <summary>The form in which keys of this kind compare: sources exactly, all others folded.</summary>
    public static string Fold(this KeyKind kind, string key) => kind == KeyKind.Source ? key : Folded.Of(key);

    /// <summary>Compares keys of this kind as they were written.</summary>
    public static IEqualityComparer<string> Comparer(this KeyKind kind) => kind == KeyKind.Source ? StringComparer.Ordinal : Folded.Comparer;

    /// <summary>The trade's name of the kind.</summary>
    public static string Title(this KeyKind kind) => Words<KeyKind>.Of(kind).Replace('_', ' ');
}

/// <summary>One row of the mapping book: what a key maps to, from a day on.</summary>
public sealed record MappingRow
{
    /// <summary>The kind of the key.</summary>
    public required KeyKind Kind { get; init; }

    /// <summary>The key, as it was written.</summary>
    public required string Key { get; init; }

    /// <summary>For documents of this source only; blank for all.</summary>
    public string ForSource { get; init; } = "";

    /// <summary>The account's id; blank for none.</summary>
    public string Account { get; init; } = "";

    /// <summary>The item of the ledger that brings the account; blank where the account itself is the target.</summary>
    public string LedgerItem { get; init; } = "";

    /// <summary>The ledger's value that a value maps to, or <see cref="LeaveOut"/>; for a tax code the ledger's code. Blank for none.</summary>
    public string Value { get; init; } = "";

    /// <summary>The group of a category or supplier; blank for none.</summary>
    public string Group { get; init; } = "";

    /// <summary>The tax code that it fills in; blank for none.</summary>
    public string TaxCode { get; init; } = "";

    /// <summary>The dimensions that it fills in.</summary>
    public Dimensions Dimensions { get; init; }

    /// <summary>How much of the tax is recovered, 0 to 100; only on tax codes.</summary>
    public decimal RecoverablePercent { get; init; }

    /// <summary>The first document date that it is for; none = since ever.</summary>
    public DateOnly? EffectiveFrom { get; init; }

    /// <summary>The value that says: do not send it to the ledger.</summary>
    public const string LeaveOut = "(left out)";

    /// <summary>Whether it ends the mapping of its key from its day on. A tax code does not end.</summary>
    [JsonIgnore]
    public bool Ends => Kind != KeyKind.TaxCode && Account.Length == 0 && Group.Length == 0 && Value.Length == 0;

    /// <summary>The key, source and day that no two rows of a book share.</summary>
    [JsonIgnore]
    public RowIdentity Identity => new(Kind, Kind.Fold(Key), ForSource, EffectiveFrom);
}

/// <summary>What tells the rows of a book apart.</summary>
/// <param name="Kind">The kind of key.</param>
/// <param name="FoldedKey">The key, folded.</param>
/// <param name="ForSource">The source, blank for all.</param>
/// <param name="EffectiveFrom">The first day, none for since ever.</param>
public readonly record struct RowIdentity(KeyKind Kind, string FoldedKey, string ForSource, DateOnly? EffectiveFrom);
