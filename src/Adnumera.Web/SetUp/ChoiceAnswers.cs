using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Web.Ledger;
using Adnumera.Web.Mapping;

namespace Adnumera.Web.SetUp;

/// <summary>What a company decides once; a field that is left out stays as it is.</summary>
public sealed record Choices
{
    /// <summary>The rungs in force, in order; one left out is off.</summary>
    public IReadOnlyList<Rung>? Order { get; init; }

    public WhenNothingMaps? WhenNothingMaps { get; init; }

    public string? RoundingTolerance { get; init; }

    public bool? MergeLines { get; init; }

    public string? StartDate { get; init; }

    public string? LockedThrough { get; init; }

    public EntryDateRule? EntryDate { get; init; }

    /// <summary>The time of day at which a dispatch starts by itself, such as 18:30; blank for by hand.</summary>
    public string? Schedule { get; init; }

    /// <summary>Where the company's days begin (IANA), such as America/Chicago.</summary>
    public string? TimeZone { get; init; }

    public IReadOnlyList<KindChoiceText>? Kinds { get; init; }

    /// <summary>Where private charges on a company's card go; blank for the role due from employees.</summary>
    public string? PrivateAccount { get; init; }

    /// <summary>How many days a transfer of which one side came waits for the other.</summary>
    public int? TransferDays { get; init; }

    /// <summary>Whether what is unusual is meant.</summary>
    public bool Confirmed { get; init; }

    /// <summary>What was read; left out by whoever says single fields and means nothing of the others.</summary>
    public string? Revision { get; init; }
}

/// <summary>What is decided for a kind of document.</summary>
public sealed record KindChoiceText(
    DocumentKind Kind,
    LedgerForm? Form,
    EntryDay? EntryDay,
    string? Reference,
    NotesPlace? Notes,
    IReadOnlyList<DemandText>? Demands
);

/// <summary>What can be decided for a kind of document.</summary>
/// <param name="Forms">The forms that it may take, each with what stands against it.</param>
/// <param name="Example">A reference built of a document that is here; blank when there is none.</param>
/// <param name="OffsetAccount">Where its other side goes, as people say it.</param>
/// <param name="OffsetRole">The role of that account; none where a payment account says so.</param>
public sealed record KindInfo(
    DocumentKind Kind,
    string Title,
    IReadOnlyList<FormInfo> Forms,
    string Example,
    int LongestReference,
    string OffsetAccount,
    AccountRole? OffsetRole
);

/// <summary>A form, and what stands against it; blank when nothing does.</summary>
public sealed record FormInfo(LedgerForm Form, string Title, string Problem);

/// <summary>The choices, and what there is to choose from.</summary>
public sealed record ChoicesAnswer(
    Choices Choices,
    IReadOnlyList<KindInfo> Kinds,
    IReadOnlyList<Rung> AllRungs,
    IReadOnlyList<string> ReferenceFields,
    IReadOnlyList<DimensionAnswer> Dimensions,
    IReadOnlyList<string> TimeZones,
    string Currency,
    string LedgerLockedThrough
);

/// <summary>What choices would do.</summary>
/// <param name="Impossible">What cannot be chosen, and why; then nothing can be saved.</param>
/// <param name="Examples">By kind of document, the reference that the proposed pattern makes of the latest one.</param>
/// <param name="Asks">What is unusual about a choice, to be confirmed.</param>
/// <param name="BehindLock">What the lock would leave behind it; null when the lock does not move.</param>
public sealed record ChoicesRehearsal(
    IReadOnlyList<Impossible> Impossible,
    IReadOnlyList<ExampleAnswer> Examples,
    RehearsalAnswer? Rehearsal,
    IReadOnlyList<string> Asks,
    BehindLockAnswer? BehindLock
);

/// <summary>Documents whose entry lies in the period that a lock would close.</summary>
/// <param name="Unposted">Not in the ledger yet: they would be held, or go on the first open day.</param>
/// <param name="Unproved">In the ledger or on the way there, and not proved.</param>
public sealed record BehindLockAnswer(string Through, OutcomeTally Unposted, OutcomeTally Unproved);

/// <summary>The reference that a pattern makes of the latest document of a kind.</summary>
public sealed record ExampleAnswer(DocumentKind Kind, string Reference, int Length, int Longest);
