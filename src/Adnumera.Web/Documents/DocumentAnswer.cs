using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Proof;
using Adnumera.Core.Standing;
using Adnumera.Web.Ledger;

namespace Adnumera.Web.Documents;

/// <summary>A document with its lines, the journal it becomes, why, and its path.</summary>
public sealed record DocumentAnswer
{
    public required long Id { get; init; }

    public required string Source { get; init; }

    public required string SourceId { get; init; }

    public required DocumentKind Kind { get; init; }

    public required string Date { get; init; }

    public required string DueDate { get; init; }

    public required string EntryDate { get; init; }

    public required string Reference { get; init; }

    public required string Supplier { get; init; }

    public required string Employee { get; init; }

    /// <summary>What the source says of the payment account.</summary>
    public required string PaymentAccount { get; init; }

    /// <summary>Where the money of a transfer arrives; blank for others.</summary>
    public required string ToAccount { get; init; }

    public required string MerchantCode { get; init; }

    public required string Attachment { get; init; }

    /// <summary>Who sold it where a marketplace is the supplier; blank otherwise.</summary>
    public required string Seller { get; init; }

    /// <summary>What was charged abroad, in the currency of the purchase; blank where it was this one.</summary>
    public required string ForeignAmount { get; init; }

    /// <summary>What was paid before the bill came.</summary>
    public required string Prepaid { get; init; }

    /// <summary>The payment account that a person chose, of a transfer for the end that the source does not say; blank for none.</summary>
    public required string PaymentAccountChoice { get; init; }

    /// <summary>The document that is the other side of the same transfer; 0 for none.</summary>
    public required long OtherSide { get; init; }

    /// <summary>The payment accounts that it may have been.</summary>
    public required IReadOnlyList<string> PaymentAccountChoices { get; init; }

    public required LedgerForm Form { get; init; }

    /// <summary>The reference of the entry, built as decided.</summary>
    public required string EntryReference { get; init; }

    public required string Settlement { get; init; }

    public required string Currency { get; init; }

    public required string Total { get; init; }

    public required string Notes { get; init; }

    public required DocumentState State { get; init; }

    /// <summary>How many of the five milestones are reached.</summary>
    public required int Milestones { get; init; }

    /// <summary>Why it was left out; none when it was not.</summary>
    public required SetAsideKind? SetAside { get; init; }

    /// <summary>Why, in words of a person's own; blank for none.</summary>
    public required string SetAsideNote { get; init; }

    /// <summary>Who left it out; blank for a rule.</summary>
    public required string SetAsideBy { get; init; }

    public required string LedgerEntry { get; init; }

    /// <summary>Whether it may still be changed here.</summary>
    public required bool MayBeCoded { get; init; }

    /// <summary>Whether it was private, on a company's card.</summary>
    public required bool IsPrivate { get; init; }

    /// <summary>What it may be a duplicate of; blank for nothing.</summary>
    public required string DuplicateOf { get; init; }

    public required long DuplicateOfId { get; init; }

    /// <summary>The arrival that it came with.</summary>
    public required long ArrivalId { get; init; }

    public required string FileName { get; init; }

    /// <summary>Pictures and PDFs that belong to it.</summary>
    public required IReadOnlyList<AttachmentAnswer> Attachments { get; init; }

    /// <summary>Its labels, by the alphabet.</summary>
    public required IReadOnlyList<string> Labels { get; init; }

    /// <summary>Whether the original of the file is kept.</summary>
    public required bool HasOriginal { get; init; }

    public required string ArrivedAt { get; init; }

    /// <summary>Where it stands in the file, as people say it.</summary>
    public required string FoundAt { get; init; }

    public required IReadOnlyList<LineAnswer> Lines { get; init; }

    public required IReadOnlyList<JournalLine> Journal { get; init; }

    /// <summary>Lines that nothing decides yet.</summary>
    public required IReadOnlyList<UndecidedLine> Undecided { get; init; }

    public required string Debit { get; init; }

    public required string Credit { get; init; }

    /// <summary>Whether debits and credits are equal, and nothing is undecided.</summary>
    public required bool Balanced { get; init; }

    public required IReadOnlyList<ReasonAnswer> Reasons { get; init; }

    public required IReadOnlyList<NoticeAnswer> Notices { get; init; }

    /// <summary>Whether it gives something back: a refund or a credit.</summary>
    public required bool MayReverse { get; init; }

    /// <summary>What it gives back; none where that is not known.</summary>
    public required ReversedAnswer? Reverses { get; init; }

    /// <summary>What standing decisions did to it.</summary>
    public required IReadOnlyList<StandingUseAnswer> Standing { get; init; }

    /// <summary>What its source says otherwise, where persons put something right.</summary>
    public required IReadOnlyList<FieldChange> PutRight { get; init; }

    /// <summary>Why a person holds it back; blank for nothing.</summary>
    public required string HeldBack { get; init; }

    /// <summary>What persons noted.</summary>
    public required string Note { get; init; }

    /// <summary>The day of its entry that a person chose; blank for the company's rule.</summary>
    public required string EntryDateChoice { get; init; }

    /// <summary>By how much its total differs from its lines; zero where they agree.</summary>
    public required string OutBy { get; init; }

    /// <summary>What its lines come to.</summary>
    public required string LinesTotal { get; init; }

    /// <summary>How many characters the ledger takes, of a reference that has more; 0 for one that fits.</summary>
    public required int LongestReference { get; init; }

    /// <summary>The kind that it is where its amounts are turned; none where there is none.</summary>
    public required DocumentKind? OtherKind { get; init; }

    /// <summary>The first day that is open; blank where its own is.</summary>
    public required string FirstOpenDay { get; init; }

    /// <summary>The latest decision of a person that can be taken back; none where there is none.</summary>
    /// <summary>The latest dispatch that it was part of; 0 for none.</summary>
    public required long Dispatch { get; init; }

    /// <summary>Whether its source is connected and shows the record on a page of its own.</summary>
    public required bool HasSourcePage { get; init; }

    public required DecisionAnswer? LastDecision { get; init; }

    /// <summary>What else is like it: of the same supplier, amount or reference.</summary>
    public required IReadOnlyList<LikeAnswer> Alike { get; init; }

    public required CorrectionAnswer? Correction { get; init; }

    public required IReadOnlyList<PathStep> Path { get; init; }

    public required IReadOnlyList<DocumentDifference> Differences { get; init; }

    public required NeighboursAnswer? Neighbours { get; init; }
}

/// <summary>A decision of a person.</summary>
/// <param name="What">What it changed.</param>
public sealed record DecisionAnswer(long Id, string At, string Who, string What);

/// <summary>Another document that is like one.</summary>
/// <param name="By">In what.</param>
public sealed record LikeAnswer(
    long Id,
    string Title,
    string Date,
    string Total,
    string Currency,
    DocumentState State,
    string Account,
    IReadOnlyList<LikeBy> By
);

/// <summary>A line that nothing decides yet, on the side on which it will stand.</summary>
public sealed record UndecidedLine(string Title, string Debit, string Credit);

/// <summary>Something worth noticing.</summary>
public sealed record NoticeAnswer(DocumentNotice Notice, string Detail);

/// <summary>What the source sent anew for a document that is in the ledger, and nobody has decided about.</summary>
/// <param name="IsCancelled">Whether the source cancelled the document.</param>
public sealed record CorrectionAnswer(string At, string Who, string FileName, bool IsCancelled, IReadOnlyList<FieldChange> Changes);

/// <summary>What the latest proof found of it.</summary>
public sealed record DocumentDifference(long Id, DifferenceKind Kind, string Detail, string Amount);

/// <summary>A dimension with its value.</summary>
public sealed record DimensionText(string Dimension, string Title, string Value)
{
    internal static IReadOnlyList<DimensionText> Of(Dimensions dimensions) =>
        [.. dimensions.Filled.Select(d => new DimensionText(d.Dimension.Word, d.Dimension.Title, d.Value))];
}

/// <summary>A line of the document, with what decides it.</summary>
/// <param name="ChosenAccount">The account that a person chose; blank for none.</param>
/// <param name="Part">Which part of a line it is; 0 for a whole line.</param>
/// <param name="Of">The line of the source that it is, or is a part of; 0 for one that a person added.</param>
/// <param name="Waits">Whether nothing decides it yet.</param>
public sealed record LineAnswer(
    long Number,
    int Part,
    long Of,
    string Description,
    string Category,
    string Item,
    string CostCode,
    string Quantity,
    string UnitPrice,
    string Net,
    string TaxCode,
    string Tax,
    IReadOnlyList<DimensionText> Dimensions,
    string ChosenAccount,
    string Account,
    string AccountTitle,
    bool Waits,
    IReadOnlyList<RungAnswer> Ladder
);

/// <summary>A rung of the ladder as it was tried.</summary>
public sealed record RungAnswer(Rung Rung, string Value, RungFinding Finding, string Account, string AccountTitle, bool Decides);

/// <summary>A line of the entry.</summary>
/// <param name="Rung">What decided it; none where that is not known any more.</param>
public sealed record JournalLine(
    string Account,
    string AccountTitle,
    string Debit,
    string Credit,
    string TaxCode,
    string Dimensions,
    string Memo,
    EntryRung? Rung,
    string Because,
    long DocumentLine
);

/// <summary>Why it waits.</summary>
/// <param name="KeyKind">The kind of the value that one mapping ends it for; none where a mapping does not.</param>
/// <param name="Key">That value.</param>
/// <param name="Successors">Accounts that may take the place of one that cannot be used.</param>
public sealed record ReasonAnswer(
    HoldKind Reason,
    string Value,
    string Detail,
    long Line,
    KeyKind? KeyKind,
    string Key,
    IReadOnlyList<SuccessorAnswer> Successors
);

/// <summary>A step of its path.</summary>
public sealed record PathStep(string At, string Who, string What);

/// <summary>Where it stands in the list that one came from.</summary>
/// <param name="Position">Its place from 1 on; none in a list that is not counted.</param>
/// <param name="Count">How many there are, or were counted.</param>
/// <param name="More">Whether there are more than were counted.</param>
public sealed record NeighboursAnswer(long? Previous, long? Next, long? Position, long Count, bool More);

/// <summary>What a standing decision did to a document.</summary>
/// <param name="Line">On which line; 0 for the document.</param>
/// <param name="Said">What its source says there; blank for nothing.</param>
/// <param name="Won">Whether it holds.</param>
public sealed record StandingUseAnswer(
    long Decision,
    string Name,
    long Line,
    StandingField Field,
    string Dimension,
    string Value,
    string Said,
    bool Won
);
