using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>Which day of a document an entry gets.</summary>
public enum EntryDay
{
    /// <summary>The document's own date.</summary>
    DocumentDate,

    /// <summary>The last day of its month.</summary>
    EndOfMonth,
}

/// <summary>Where a document's notes go.</summary>
public enum NotesPlace
{
    /// <summary>To the memo of the entry.</summary>
    EntryMemo,

    /// <summary>To the text of each line.</summary>
    LineText,

    /// <summary>Nowhere.</summary>
    Nowhere,
}

/// <summary>What a company decided for a kind of document.</summary>
public sealed record KindChoice
{
    /// <summary>The form in the ledger; none for the usual one.</summary>
    public LedgerForm? Form { get; init; }

    /// <summary>Which day the entry gets, before the rule for locked periods.</summary>
    public EntryDay EntryDay { get; init; }

    /// <summary>How the reference is built.</summary>
    public string Reference { get; init; } = ReferencePattern.Usual;

    /// <summary>Where notes go.</summary>
    public NotesPlace Notes { get; init; }

    /// <summary>How much each line is to carry a dimension; those that are left out are optional.</summary>
    public IReadOnlyDictionary<Dimension, DimensionDemand> Demands { get; init; } = new Dictionary<Dimension, DimensionDemand>();
}
