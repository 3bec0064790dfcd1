using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>Why an entry line is there: the rung that decided it, or what else made it.</summary>
public enum EntryRung
{
    /// <summary>See <see cref="Mapping.Rung"/>; the first eleven are the same.</summary>
    Person,

    /// <summary>Original account.</summary>
    Original,

    /// <summary>Item.</summary>
    Item,

    /// <summary>Cost code.</summary>
    CostCode,

    /// <summary>Cost code group.</summary>
    CostCodeGroup,

    /// <summary>Category.</summary>
    Category,

    /// <summary>Category group.</summary>
    CategoryGroup,

    /// <summary>Supplier.</summary>
    Supplier,

    /// <summary>Supplier group.</summary>
    SupplierGroup,

    /// <summary>Source default.</summary>
    Source,

    /// <summary>When nothing maps.</summary>
    Fallback,

    /// <summary>The account in which the money of a transfer arrives.</summary>
    Transfer,

    /// <summary>Recoverable tax.</summary>
    Tax,

    /// <summary>A rounding difference within the tolerance.</summary>
    Rounding,

    /// <summary>What of a bill was paid before it came.</summary>
    Prepaid,

    /// <summary>The other side.</summary>
    Offset,
}

/// <summary>A line of an entry.</summary>
public sealed record EntryLine
{
    /// <summary>The document line it comes from; none for offset, rounding and merged lines.</summary>
    public long? DocumentLine { get; init; }

    /// <summary>The account's id.</summary>
    public required string Account { get; init; }

    /// <summary>Debit minus credit, in minor units; never zero.</summary>
    public required long Signed { get; init; }

    /// <summary>The tax code of cost and tax lines.</summary>
    public string TaxCode { get; init; } = "";

    /// <summary>The dimensions of cost lines.</summary>
    public Dimensions Dimensions { get; init; }

    /// <summary>Whether it is what is owed for a cost of the same entry, so that it is not spent again.</summary>
    public bool IsOwed { get; init; }

    /// <summary>Whose pay it is, where a payroll journal says it: for those who may see pay by name, and the ledger.</summary>
    public string Employee { get; init; } = "";

    /// <summary>The item of the ledger that brought the account; blank for none.</summary>
    public string LedgerItem { get; init; } = "";

    /// <summary>The description; the notes for the offset.</summary>
    public string Memo { get; init; } = "";

    /// <summary>What decided it.</summary>
    public required EntryRung Rung { get; init; }

    /// <summary>One plain sentence that says why.</summary>
    public required string Because { get; init; }

    /// <summary>The debit, in minor units; 0 on a credit line.</summary>
    public long Debit => Math.Max(Signed, 0);

    /// <summary>The credit, in minor units; 0 on a debit line.</summary>
    public long Credit => Math.Max(-Signed, 0);
}
