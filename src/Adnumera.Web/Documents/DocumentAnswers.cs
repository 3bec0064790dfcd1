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
);

/// <summary>An account, or a payment account, that a person chose; blank takes the choice back.</summary>
public sealed record AccountChoice(string? Account);

/// <summary>Why a person leaves a document out.</summary>
public sealed record SetAsideRequest(SetAsideKind? Reason);
