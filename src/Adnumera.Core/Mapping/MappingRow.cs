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
}

/// <summary>What follows from the kind of a key.</summary>
public static class KeyKinds
{
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

    /// <summary>Whether it ends the mapping of its key from its day on. A tax code does not end.</summary>
    public bool Ends => Kind != KeyKind.TaxCode && Account.Length == 0 && Group.Length == 0;
}
