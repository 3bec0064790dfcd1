using System.Text.Json.Serialization;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping;

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

    /// <summary>The ledger's value that a value maps to, or <see cref="LeaveOut"/>; for a tax code the ledger's code. Blank for
    /// none.</summary>
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

    /// <summary>Whether it ends the mapping of its key from its day on. A tax code does not end, nor what carries dimensions with
    /// it.</summary>
    [JsonIgnore]
    public bool Ends =>
        Kind != KeyKind.TaxCode
        && Account.Length == 0
        && Group.Length == 0
        && Value.Length == 0
        && (Kind.Row().Target != KeyTarget.Dimension || Dimensions.IsBlank);

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
