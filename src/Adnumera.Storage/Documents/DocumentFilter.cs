using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;

namespace Adnumera.Storage.Documents;

/// <summary>What a list of documents is to hold.</summary>
public sealed record DocumentFilter
{
    public DocumentState? State { get; init; }

    public string? Source { get; init; }

    /// <summary>Only what is worth noticing; the day is today.</summary>
    public DateOnly? NoticedOn { get; init; }

    public string? Period { get; init; }

    public DocumentKind? Kind { get; init; }

    public HoldKind? Reason { get; init; }

    public string? ReasonValue { get; init; }

    /// <summary>The kind of a value that arrives, and the value.</summary>
    public KeyKind? KeyKind { get; init; }

    public string? Key { get; init; }

    /// <summary>The account that a line was decided to go to.</summary>
    public string? Account { get; init; }

    /// <summary>A label that they have.</summary>
    public string? Label { get; init; }

    /// <summary>The file that they came with last.</summary>
    public long? Arrival { get; init; }

    /// <summary>What names, references, numbers and texts are to have in them; one or two characters, what they begin with.</summary>
    public string? Text { get; init; }

    /// <summary>The amount that the text is, in minor units.</summary>
    public long? Amount { get; init; }
}
