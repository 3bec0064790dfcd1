using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Web.Documents;

namespace Adnumera.Web.Incomplete;

/// <summary>What a person wants to type.</summary>
/// <param name="Mark">What tells this request from any other: the same again begins nothing more.</param>
public sealed record TypeRequest(DocumentKind? Kind, string Mark);

/// <summary>What a person typed.</summary>
/// <param name="Head">The document's own fields, by the columns of documents.csv.</param>
/// <param name="Lines">The fields of each line.</param>
/// <param name="Proposed">The fields that were read off a picture and are not confirmed.</param>
/// <param name="Revision">What was read.</param>
public sealed record TypedRequest(
    IReadOnlyDictionary<string, string> Head,
    IReadOnlyList<IReadOnlyDictionary<string, string>> Lines,
    IReadOnlyList<string> Proposed,
    string Revision
);

/// <summary>Documents that wait to be completed, the latest first.</summary>
/// <param name="Count">How many there are in all.</param>
/// <param name="Next">Before which the next ones come; none at the end.</param>
public sealed record IncompletesAnswer(IReadOnlyList<IncompleteSummary> Documents, long Count, long? Next);

/// <summary>A document that waits to be completed, in a list.</summary>
/// <param name="FileName">The file that it came with; blank where it was typed.</param>
/// <param name="Place">Where it stands there.</param>
/// <param name="Kind">Its kind, as typed; blank where nobody said it.</param>
/// <param name="Wrong">What is wrong with it first, or what is to be done.</param>
public sealed record IncompleteSummary(
    long Id,
    string FileName,
    string Place,
    ArrivalForm Form,
    string Kind,
    string Who,
    string Date,
    string Total,
    string Wrong,
    string At,
    string By
);

/// <summary>A document that is not complete: its texts, what is wrong with them, and what it becomes.</summary>
/// <param name="Media">The media type of its picture; blank for none.</param>
/// <param name="DocumentId">The document that it became; 0 for none.</param>
/// <param name="Said">What was wrong with it in its file.</param>
/// <param name="Wrong">What is wrong with it now.</param>
/// <param name="Becomes">What it becomes; none while something is wrong.</param>
/// <param name="Earlier">The supplier's last document, to begin with; none where there is none.</param>
public sealed record IncompleteAnswer(
    long Id,
    long ArrivalId,
    string FileName,
    ArrivalForm Form,
    string Place,
    string Media,
    IncompleteState State,
    long DocumentId,
    IReadOnlyDictionary<string, string> Head,
    IReadOnlyList<IReadOnlyDictionary<string, string>> Lines,
    IReadOnlyList<string> Proposed,
    IReadOnlyList<Problem> Said,
    IReadOnlyList<FieldProblem> Wrong,
    BecomesAnswer? Becomes,
    EarlierAnswer? Earlier,
    string ChangedAt,
    string ChangedBy,
    string Revision
);

/// <summary>What a typed document becomes.</summary>
/// <param name="Effect">What it does to what is here.</param>
/// <param name="State">The state that it would begin in.</param>
/// <param name="DuplicateOf">What it may be a duplicate of; blank for nothing.</param>
public sealed record BecomesAnswer(
    ArrivalEffect Effect,
    DocumentState State,
    string Currency,
    string Total,
    IReadOnlyList<JournalLine> Journal,
    IReadOnlyList<UndecidedLine> Undecided,
    string Debit,
    string Credit,
    bool Balanced,
    LedgerForm Form,
    string EntryDate,
    string Reference,
    IReadOnlyList<string> Reasons,
    string DuplicateOf,
    long DuplicateOfId
);

/// <summary>The supplier's last document, to begin with.</summary>
public sealed record EarlierAnswer(
    long Id,
    string Date,
    string Reference,
    string Total,
    string Currency,
    IReadOnlyList<IReadOnlyDictionary<string, string>> Lines
);
