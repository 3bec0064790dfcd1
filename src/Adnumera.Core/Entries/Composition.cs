using Adnumera.Core.Documents;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Standing;

namespace Adnumera.Core.Entries;

/// <summary>What was decided about a line of a document.</summary>
/// <param name="Line">The document line.</param>
/// <param name="Account">The account's id; blank while nothing usable decides.</param>
/// <param name="Rung">The rung that decided, or that chose an account that cannot be used.</param>
/// <param name="TaxCode">The tax code in force for the line: its own, or the one that the mapping filled in.</param>
public readonly record struct LineDecision(long Line, string Account, EntryRung Rung, string TaxCode);

/// <summary>What became of a document when its entry was composed: coded, held, or set aside.</summary>
public abstract record Composition
{
    private Composition() { }

    /// <summary>The document, with what standing decisions made of it.</summary>
    public required Document Document { get; init; }

    /// <summary>The document as its source says it, with what persons chose.</summary>
    public Document Said
    {
        get => field ?? Document;
        init;
    }

    /// <summary>What standing decisions did to it.</summary>
    public IReadOnlyList<StandingUse> Uses { get; init; } = [];

    /// <summary>What its entry says, or would say, beside its lines.</summary>
    public required EntryHead Head { get; init; }

    /// <summary>What was decided about each line that is not zero; none when set aside.</summary>
    public IReadOnlyList<LineDecision> Decisions { get; init; } = [];

    /// <summary>What is worth noticing about the document and holds nothing.</summary>
    public IReadOnlyList<DocumentNotice> Notices =>
        DocumentNotices.Of(Document, Lines.Select(l => l.TaxCode), Ledger, AsksForDimension, AsksForW9);

    /// <summary>The entry's lines: balanced when coded, those decided so far when held, none when set aside.</summary>
    public IReadOnlyList<EntryLine> Lines => Match(coded => coded.Entry.Lines, held => held.Decided, _ => []);

    /// <summary>Every reason to hold it, the document's own first, then by line, alphabetically; none unless it is held.</summary>
    public IReadOnlyList<HoldReason> Reasons => Match(_ => [], held => held.Why, _ => []);

    /// <summary>The day of the entry.</summary>
    public DateOnly EntryDate => Head.Date;

    /// <summary>What happened to the document by being composed so.</summary>
    public DocumentEvent Event => Match(_ => DocumentEvent.Coded, _ => DocumentEvent.Held, _ => DocumentEvent.LeftOut);

    /// <summary>What became of a pay run; none for any other document.</summary>
    public PayJournal? PayJournal { get; init; }

    /// <summary>The entry's lines before any are merged: each with its document line.</summary>
    internal IReadOnlyList<EntryLine> Parts { get; init; } = [];

    /// <summary>The connected ledger that it was composed for; none without one.</summary>
    internal ConnectedLedger? Ledger { get; init; }

    /// <summary>Whether a line lacks a dimension that is asked for.</summary>
    internal bool AsksForDimension { get; init; }

    /// <summary>Whether its supplier's Form W-9 is asked for.</summary>
    internal bool AsksForW9 { get; init; }

    /// <summary>It is a balanced entry that may go to the ledger.</summary>
    /// <param name="Entry">The entry.</param>
    public sealed record Coded(Entry Entry) : Composition;

    /// <summary>It waits for a person.</summary>
    /// <param name="Why">Every reason, at least one.</param>
    /// <param name="Decided">The lines that are decided so far.</param>
    public sealed record Held(IReadOnlyList<HoldReason> Why, IReadOnlyList<EntryLine> Decided) : Composition;

    /// <summary>The rules leave it out.</summary>
    /// <param name="Why">The reason.</param>
    public sealed record SetAside(SetAsideReason Why) : Composition;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<Coded, T> coded, Func<Held, T> held, Func<SetAside, T> setAside) =>
        this is Coded c ? coded(c)
        : this is Held h ? held(h)
        : setAside((SetAside)this);
}
