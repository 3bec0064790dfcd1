using Adnumera.Core.Documents;

namespace Adnumera.Web.Documents;

/// <summary>A page of a list of documents.</summary>
/// <param name="Next">The list goes on from there; none at its end.</param>
/// <param name="Documents">How many the whole list has, or were counted.</param>
/// <param name="More">Whether there are more than were counted; then their money is not known.</param>
/// <param name="Money">Their money, in the company's currency.</param>
public sealed record DocumentListAnswer(
    IReadOnlyList<DocumentListRow> Rows,
    string? Next,
    long Documents,
    bool More,
    string Money,
    string Currency
);

/// <summary>A document in a list.</summary>
public sealed record DocumentListRow(
    long Id,
    string Source,
    string SourceId,
    DocumentKind Kind,
    string Date,
    string Who,
    string Reference,
    string Total,
    string Currency,
    DocumentState State,
    string Reason,
    long Reasons,
    bool Noticed
)
{
    public required string Supplier { get; init; }

    public required string Employee { get; init; }

    public required string PaymentAccount { get; init; }

    public required string DueDate { get; init; }

    public required string EntryDate { get; init; }

    public required string ArrivedAt { get; init; }

    public required string Category { get; init; }

    /// <summary>The account of its first line, with its number and name; blank while nothing decides it.</summary>
    public required string Account { get; init; }

    public required long Lines { get; init; }

    public required string Labels { get; init; }

    public required long Attachments { get; init; }
}

/// <summary>An account, or a payment account, that a person chose; blank takes the choice back.</summary>
public sealed record AccountChoice(string? Account);

/// <summary>Why a person leaves a document out.</summary>
/// <param name="Note">In words of their own.</param>
public sealed record SetAsideRequest(SetAsideKind? Reason, string? Note = null);

/// <summary>What a refund or credit gives back; 0 for nothing that is here.</summary>
public sealed record ReversedChoice(long Original);

/// <summary>A document that a refund or credit gives back, or may.</summary>
/// <param name="Evidence">What speaks for it.</param>
/// <param name="IsChosen">Whether it is the one.</param>
public sealed record ReversedAnswer(
    long Id,
    string Title,
    string Date,
    string Total,
    IReadOnlyList<string> Accounts,
    IReadOnlyList<ReversalEvidence> Evidence,
    bool IsChosen
);
