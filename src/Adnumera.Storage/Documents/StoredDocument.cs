using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Core.Standing;

namespace Adnumera.Storage.Documents;

/// <summary>A document with what became of it.</summary>
public sealed record StoredDocument
{
    public required long Id { get; init; }

    /// <summary>The document as its source says it, with what persons chose.</summary>
    public required Document Document { get; init; }

    /// <summary>What persons put right on it.</summary>
    public DocumentEdits Edits { get; init; } = DocumentEdits.None;

    /// <summary>The document as its source says it, without what persons put right.</summary>
    public Document AsItCame
    {
        get => field ?? Document;
        init;
    }

    /// <summary>All that persons decided on it.</summary>
    public PersonsChoices Choices =>
        PersonsChoices.Of(Document, Edits, AsItCame) with
        {
            Aside = State == DocumentState.SetAside && SetAsideBy.Length > 0 && SetAside is { } why ? new(why, SetAsideNote) : null,
        };

    public required DocumentState State { get; init; }

    public required string Period { get; init; }

    public int Revision { get; init; } = 1;

    /// <summary>The earliest document that it may be a duplicate of.</summary>
    public DocumentIdentity? DuplicateOf { get; init; }

    public long ArrivalId { get; init; }

    /// <summary>Where it stands in its file, as people say it.</summary>
    public string FoundAt { get; init; } = "";

    public DateOnly EntryDate { get; init; }

    /// <summary>Why it was set aside; none when it was not.</summary>
    public SetAsideKind? SetAside { get; init; }

    /// <summary>Who set it aside; blank when a rule did.</summary>
    public string SetAsideBy { get; init; } = "";

    /// <summary>Why, in words of that person's own.</summary>
    public string SetAsideNote { get; init; } = "";

    public string LedgerEntry { get; init; } = "";

    /// <summary>For each line, the account that was decided; blank where nothing is.</summary>
    public IReadOnlyList<string> Decided { get; init; } = [];

    /// <summary>What its entry makes of each account.</summary>
    public IReadOnlyList<AccountShare> Accounts { get; init; } = [];

    /// <summary>The month in which it came, such as <c>2026-11</c>.</summary>
    public string ArrivedIn { get; init; } = "";

    /// <summary>What standing decisions did to it.</summary>
    public IReadOnlyList<StandingUse> Uses { get; init; } = [];

    /// <summary>The document with what standing decisions made of it, as it was composed last.</summary>
    public Document AsDecided => StandingDecisions.Of(Document, Uses);

    /// <summary>What is worth noticing and holds nothing.</summary>
    public IReadOnlyList<DocumentNotice> Notices { get; init; } = [];

    /// <summary>For each line, the money that nothing decides; 0 where something does.</summary>
    public IReadOnlyList<long> Waiting { get; init; } = [];

    /// <summary>Why it is held.</summary>
    public IReadOnlyList<KeptHold> Holds { get; init; } = [];

    /// <summary>Whether coding it anew may change anything: open, or set aside by a rule.</summary>
    public bool MayBeCoded => Standing.MayBeCoded;

    /// <summary>Where it is, and whether a person put it there.</summary>
    public DocumentStanding Standing => new(State, SetAsideBy.Length > 0);

    /// <summary>With all that tells which values it brings, and which of them wait.</summary>
    public PlacedDocument Place() => new(AsDecided, Period, Waiting, Holds, State.IsOpen());
}
