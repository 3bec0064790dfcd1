using Adnumera.Core.Documents;

namespace Adnumera.Storage.Documents;

/// <summary>A document in a list.</summary>
public sealed record DocumentSummary(
    long Id,
    string Source,
    string SourceId,
    DocumentKind Kind,
    string Date,
    string Who,
    string Reference,
    string Currency,
    long SignedTotal,
    DocumentState State,
    string Reason,
    long Reasons,
    bool Noticed,
    string SortKey
)
{
    public string Supplier { get; init; } = "";

    public string Employee { get; init; } = "";

    /// <summary>The payment account that counts: a person's choice, else what the source says.</summary>
    public string PaymentAccount { get; init; } = "";

    public string DueDate { get; init; } = "";

    public string EntryDate { get; init; } = "";

    public string ArrivedAt { get; init; } = "";

    /// <summary>The category of its first line.</summary>
    public string Category { get; init; } = "";

    /// <summary>The account of its first line.</summary>
    public string Account { get; init; } = "";

    public long Lines { get; init; }

    /// <summary>Its labels, by the alphabet.</summary>
    public string Labels { get; init; } = "";

    public long Attachments { get; init; }
}
