using Adnumera.Core.Documents;

namespace Adnumera.Web.Documents;

/// <summary>What can be taken back alone, so that it is as its source says, or as the company's rule has it.</summary>
public enum EditPart
{
    /// <summary>The chosen day of the entry.</summary>
    EntryDate,

    /// <summary>That it is of the other kind.</summary>
    OtherKind,

    /// <summary>The amount in the company's currency.</summary>
    Converted,

    /// <summary>The difference that goes to an account.</summary>
    Difference,

    /// <summary>That it is held back.</summary>
    HeldBack,

    /// <summary>The total.</summary>
    Total,
}

/// <summary>What a person puts right on a document; what is left out stays as it stands.</summary>
public sealed record DocumentEditRequest
{
    public string? Supplier { get; init; }

    public string? Employee { get; init; }

    public string? Reference { get; init; }

    /// <summary>The total, such as 12.50.</summary>
    public string? Total { get; init; }

    /// <summary>The day of the entry, such as 2026-11-01.</summary>
    public string? EntryDate { get; init; }

    /// <summary>Why it is held back from posting.</summary>
    public string? HeldBack { get; init; }

    public string? Note { get; init; }

    /// <summary>It is of the other kind, with all amounts turned.</summary>
    public bool? OtherKind { get; init; }

    public ConvertRequest? Convert { get; init; }

    public DifferenceRequest? Difference { get; init; }

    public IReadOnlyList<LineEditRequest>? Lines { get; init; }

    public SplitRequest? Split { get; init; }

    /// <summary>The line of which parts become whole again.</summary>
    public long? Join { get; init; }

    public IReadOnlyList<EditPart>? TakeBack { get; init; }
}

/// <summary>What it comes to in the company's currency: an amount or a rate.</summary>
/// <param name="Total">The amount in the company's currency; blank to work it out by the rate.</param>
/// <param name="Rate">How much of the company's currency one of the other is; blank to work it out by the amount.</param>
/// <param name="On">The day of the rate.</param>
public sealed record ConvertRequest(string? Total, string? Rate, string? On);

/// <summary>The difference between total and lines goes to an account.</summary>
/// <param name="Account">The account; blank for the one of the role rounding.</param>
/// <param name="Reason">Why it is right so.</param>
public sealed record DifferenceRequest(string? Account, string? Reason);

/// <summary>What is put right on a line; what is left out stays as it stands.</summary>
public sealed record LineEditRequest
{
    public long Line { get; init; }

    public string? Description { get; init; }

    public string? Category { get; init; }

    public string? Item { get; init; }

    public string? CostCode { get; init; }

    public string? TaxCode { get; init; }

    /// <summary>Without tax, such as 12.50.</summary>
    public string? Net { get; init; }

    public string? Tax { get; init; }

    /// <summary>The account that a person chooses; blank takes the choice back.</summary>
    public string? Account { get; init; }

    /// <summary>Dimensions with other values; a blank one takes it away.</summary>
    public IReadOnlyList<DimensionValue>? Dimensions { get; init; }
}

/// <summary>A dimension with its value; blank for none.</summary>
public sealed record DimensionValue(string Dimension, string Value);

/// <summary>A line in parts.</summary>
/// <param name="Line">The line.</param>
/// <param name="By">What the weights are.</param>
/// <param name="Parts">The parts, two at least.</param>
public sealed record SplitRequest(long Line, SplitBy By, IReadOnlyList<PartRequest>? Parts);

/// <summary>A part of a line.</summary>
/// <param name="Weight">Its amount without tax, share in per cent, or quantity.</param>
public sealed record PartRequest(
    string? Weight,
    string? Description,
    string? Category,
    string? Account,
    IReadOnlyList<DimensionValue>? Dimensions
);
