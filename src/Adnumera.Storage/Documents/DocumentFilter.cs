using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;

namespace Adnumera.Storage.Documents;

/// <summary>What a list of documents is to hold.</summary>
public sealed record DocumentFilter
{
    public DocumentState? State { get; init; }

    public string? Source { get; init; }

    /// <summary>Only what is in the ledger or on its way there.</summary>
    public bool IsSent { get; init; }

    /// <summary>Only what is neither posted, nor on its way, nor set aside.</summary>
    public bool IsOpen { get; init; }

    /// <summary>Only what the ledger took of a dispatch.</summary>
    public long? Dispatch { get; init; }

    /// <summary>Only what was read back from the ledger.</summary>
    public bool IsRead { get; init; }

    /// <summary>Only what is worth noticing; the day is today.</summary>
    public DateOnly? NoticedOn { get; init; }

    public string? Period { get; init; }

    public DocumentKind? Kind { get; init; }

    public HoldKind? Reason { get; init; }

    public string? ReasonValue { get; init; }

    /// <summary>The kind of a value that arrives, and the value.</summary>
    public KeyKind? KeyKind { get; init; }

    public string? Key { get; init; }

    /// <summary>The supplier, in any spelling that folds alike.</summary>
    public string? Supplier { get; init; }

    /// <summary>The employee.</summary>
    public string? Employee { get; init; }

    /// <summary>The category of a line.</summary>
    public string? Category { get; init; }

    /// <summary>The payment account: its name, or what a source calls it.</summary>
    public string? PaymentAccount { get; init; }

    /// <summary>Who holds the payment account.</summary>
    public string? Cardholder { get; init; }

    /// <summary>Document dates.</summary>
    public DayRange Date { get; init; }

    /// <summary>Due dates.</summary>
    public DayRange Due { get; init; }

    /// <summary>Days of entries.</summary>
    public DayRange Entry { get; init; }

    /// <summary>Totals in minor units, whatever their sign counts.</summary>
    public AmountRange Total { get; init; }

    /// <summary>With an attachment, or without one.</summary>
    public bool? Attachment { get; init; }

    /// <summary>What is behind a figure of spending.</summary>
    public SpendNarrowing? Spend { get; init; }

    /// <summary>An account that the entry goes to, the other side too.</summary>
    public string? Account { get; init; }

    /// <summary>A label that they have.</summary>
    public string? Label { get; init; }

    /// <summary>The file that they came with last.</summary>
    public long? Arrival { get; init; }

    /// <summary>Documents that are left out of it, by their ids as a JSON list; none for none.</summary>
    public string? Without { get; init; }

    /// <summary>What names, references, numbers and texts are to have in them; one or two characters, what they begin with.</summary>
    public string? Text { get; init; }

    /// <summary>The amount that the text is, in minor units.</summary>
    public long? Amount { get; init; }
}

/// <summary>Days from one to another, both with it; without an end it is open there.</summary>
public readonly record struct DayRange(DateOnly? From, DateOnly? To)
{
    /// <summary>Whether it is open at both ends.</summary>
    public bool IsAll => From is null && To is null;
}

/// <summary>Amounts from one to another, both with it, in minor units; without an end it is open there.</summary>
public readonly record struct AmountRange(long? From, long? To)
{
    /// <summary>Whether it is open at both ends.</summary>
    public bool IsAll => From is null && To is null;
}
