using Adnumera.Core.Documents;
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

    /// <summary>Recoverable tax.</summary>
    Tax,

    /// <summary>A rounding difference within the tolerance.</summary>
    Rounding,

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

/// <summary>What was decided about a line of a document.</summary>
/// <param name="Line">The document line.</param>
/// <param name="Account">The account's id; blank while nothing usable decides.</param>
/// <param name="Rung">The rung that decided, or that chose an account that cannot be used.</param>
/// <param name="TaxCode">The tax code in force for the line: its own, or the one that the mapping filled in.</param>
public readonly record struct LineDecision(long Line, string Account, EntryRung Rung, string TaxCode);

/// <summary>What became of a document when its entry was composed.</summary>
/// <param name="Document">The document.</param>
/// <param name="EntryDate">The day of the entry.</param>
/// <param name="Lines">The entry's lines: balanced when coded, those decided so far when held, none when set aside.</param>
/// <param name="Decisions">What was decided about each line that is not zero; none when set aside.</param>
/// <param name="Held">Every reason to hold it, the document's own first, then by line, alphabetically.</param>
/// <param name="SetAside">Why it is set aside, or null.</param>
public sealed record Composition(
    Document Document, DateOnly EntryDate, IReadOnlyList<EntryLine> Lines, IReadOnlyList<LineDecision> Decisions,
    IReadOnlyList<HoldReason> Held, SetAsideReason? SetAside)
{
    /// <summary>The form in the ledger.</summary>
    public LedgerForm Form { get; init; }

    /// <summary>The reference, built as decided.</summary>
    public string Reference { get; init; } = "";

    /// <summary>When it is due: the document's own day, else what the supplier's term makes of its date.</summary>
    public DateOnly? DueDate { get; init; }

    /// <summary>The entry's lines before any are merged: each with its document line.</summary>
    internal IReadOnlyList<EntryLine> Parts { get; init; } = [];

    /// <summary>The connected ledger that it was composed for; none without one.</summary>
    internal ConnectedLedger? Ledger { get; init; }

    /// <summary>What is worth noticing about the document and holds nothing.</summary>
    public IReadOnlyList<DocumentNotice> Notices => DocumentNotices.Of(Document, Lines.Select(l => l.TaxCode), Ledger);

    /// <summary>Whether it is a balanced entry that may go to the ledger.</summary>
    public bool IsCoded => SetAside is null && Held.Count == 0;
}
