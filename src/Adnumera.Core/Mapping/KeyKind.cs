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

    /// <summary>A department, in the source's words; its value is the ledger's.</summary>
    Department,

    /// <summary>A location, in the source's words; its value is the ledger's.</summary>
    Location,

    /// <summary>A project, in the source's words; its value is the ledger's.</summary>
    Project,

    /// <summary>A customer, in the source's words; its value is the ledger's.</summary>
    Customer,
}

/// <summary>Which side of an entry a mapping decides.</summary>
public enum KeySide
{
    /// <summary>The costs.</summary>
    Cost,

    /// <summary>The other side.</summary>
    Offset,

    /// <summary>What else an entry says: tax, term, form, dimensions.</summary>
    Detail,
}

/// <summary>To what a mapping leads.</summary>
public enum KeyTarget
{
    /// <summary>An account, or an item of the ledger that brings one.</summary>
    Account,

    /// <summary>How much tax is recovered, and where.</summary>
    Tax,

    /// <summary>A payment term of the ledger.</summary>
    Term,

    /// <summary>A form of entry.</summary>
    Form,

    /// <summary>A value of a dimension of the ledger.</summary>
    Dimension,
}

/// <summary>All that follows from the kind of a key: a row of the one table of kinds.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Plural">What a list of its values is headed.</param>
/// <param name="Side">Which side it decides.</param>
/// <param name="Target">To what it leads.</param>
/// <param name="ArrivesAs">The kind under which its values arrive; itself for most.</param>
public sealed record KeyKindRow(KeyKind Kind, string Plural, KeySide Side, KeyTarget Target, KeyKind ArrivesAs)
{
    /// <summary>Whether a row of this kind may name a group.</summary>
    public bool HasGroup { get; init; }

    /// <summary>The kind of the members of a group; none where it is no group of values.</summary>
    public KeyKind? GroupOf { get; init; }

    /// <summary>The dimension that it is a value of; none for the other kinds.</summary>
    public Dimension? Dimension { get; init; }

    /// <summary>The trade's name of the kind.</summary>
    public string Title { get; } = Words<KeyKind>.Of(Kind).Replace('_', ' ');
}

/// <summary>The table of key kinds.</summary>
public static class KeyKinds
{
    private static readonly KeyKindRow[] Rows =
    [
        Cost(KeyKind.Item, "Items"),
        Cost(KeyKind.CostCode, "Cost codes"),
        Cost(KeyKind.CostCodeGroup, "Cost groups"),
        Cost(KeyKind.Category, "Categories") with
        {
            HasGroup = true,
        },
        Cost(KeyKind.CategoryGroup, "Category groups") with
        {
            GroupOf = KeyKind.Category,
        },
        Cost(KeyKind.Supplier, "Suppliers") with
        {
            HasGroup = true,
        },
        Cost(KeyKind.SupplierGroup, "Supplier groups") with
        {
            GroupOf = KeyKind.Supplier,
        },
        Cost(KeyKind.Source, "Sources"),
        new(KeyKind.SupplierPayable, "Payables account by supplier", KeySide.Offset, KeyTarget.Account, KeyKind.Supplier),
        new(KeyKind.Settlement, "Settlements", KeySide.Offset, KeyTarget.Account, KeyKind.Settlement),
        new(KeyKind.PaymentAccount, "Payment accounts", KeySide.Offset, KeyTarget.Account, KeyKind.PaymentAccount),
        new(KeyKind.TaxCode, "Tax codes", KeySide.Detail, KeyTarget.Tax, KeyKind.TaxCode),
        new(KeyKind.SupplierTerm, "Terms", KeySide.Detail, KeyTarget.Term, KeyKind.Supplier),
        new(KeyKind.SupplierForm, "Forms", KeySide.Detail, KeyTarget.Form, KeyKind.Supplier),
        Value(KeyKind.Department, "Departments", Dimension.Department),
        Value(KeyKind.Location, "Locations", Dimension.Location),
        Value(KeyKind.Project, "Projects", Dimension.Project),
        Value(KeyKind.Customer, "Customers", Dimension.Customer),
    ];

    /// <summary>Every row, in the order of the kinds.</summary>
    public static IReadOnlyList<KeyKindRow> All => Rows;

    /// <summary>The row of a kind.</summary>
    public static KeyKindRow Row(this KeyKind kind) => Rows[(int)kind];

    /// <summary>Whether rows of this kind stand in the mapping book's own file; those that map a value to a value stand in a file beside
    /// it.</summary>
    public static bool IsInBook(this KeyKind kind) => kind.Row().Target is KeyTarget.Account or KeyTarget.Tax;

    /// <summary>Whether its target is a value of the ledger, not an account.</summary>
    public static bool MapsToValue(this KeyKind kind) => !kind.IsInBook();

    /// <summary>The dimension that it is a value of; none for the other kinds.</summary>
    public static Dimension? DimensionOf(this KeyKind kind) => kind.Row().Dimension;

    /// <summary>The kind of key of a dimension's values; none for those that the ledger defines itself, whose values are named as the
    /// ledger names them.</summary>
    public static KeyKind? KeyOf(this Dimension dimension)
    {
        foreach (var row in Rows)
            if (row.Dimension == dimension)
                return row.Kind;
        return null;
    }

    /// <summary>Whether a row of this kind may name a group.</summary>
    public static bool HasGroup(this KeyKind kind) => kind.Row().HasGroup;

    /// <summary>Whether a row of this kind may be for one source only.</summary>
    public static bool MayBeForSource(this KeyKind kind) => kind.Row().GroupOf is null;

    /// <summary>Whether it decides the offset, not the cost.</summary>
    public static bool IsOffset(this KeyKind kind) => kind.Row().Side == KeySide.Offset;

    /// <summary>The form in which keys of this kind compare: sources exactly, all others folded.</summary>
    public static string Fold(this KeyKind kind, string key) => kind == KeyKind.Source ? key : Folded.Of(key);

    /// <summary>Compares keys of this kind as they were written.</summary>
    public static IEqualityComparer<string> Comparer(this KeyKind kind) =>
        kind == KeyKind.Source ? StringComparer.Ordinal : Folded.Comparer;

    /// <summary>The trade's name of the kind.</summary>
    public static string Title(this KeyKind kind) => kind.Row().Title;

    private static KeyKindRow Cost(KeyKind kind, string plural) => new(kind, plural, KeySide.Cost, KeyTarget.Account, kind);

    private static KeyKindRow Value(KeyKind kind, string plural, Dimension dimension) =>
        new(kind, plural, KeySide.Detail, KeyTarget.Dimension, kind) { Dimension = dimension };
}
