using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Storage.Documents;

namespace Adnumera.Web.Documents;

/// <summary>How many documents of a file are in a state.</summary>
public sealed record StateTally(DocumentState State, long Documents);

/// <summary>Files that were taken in, the latest first.</summary>
/// <param name="Next">Before which the next ones come; none at the end.</param>
public sealed record ArrivalsAnswer(IReadOnlyList<ArrivalAnswer> Files, string Currency, long? Next);

/// <summary>A file that was taken in.</summary>
/// <param name="Source">Whose it is; blank for several.</param>
/// <param name="Account">The last four of the account that its statement is of.</param>
/// <param name="PaymentAccount">What that was called; blank for those four.</param>
/// <param name="Money">What its documents came to.</param>
/// <param name="Skipped">How many of its records are no document.</param>
/// <param name="Incomplete">How many of its records wait to be completed.</param>
/// <param name="States">How far its documents are; those that a later file brought anew belong to that.</param>
/// <param name="TakenBackAt">When it was taken back; blank for never.</param>
public sealed record ArrivalAnswer(
    long Id,
    string FileName,
    string At,
    string Who,
    string Source,
    ArrivalForm Form,
    string Account,
    string PaymentAccount,
    long Documents,
    long Lines,
    long Added,
    long Updated,
    long Unchanged,
    long Skipped,
    long Incomplete,
    string Money,
    bool HasOriginal,
    IReadOnlyList<StateTally> States,
    string TakenBackAt,
    string TakenBackBy
)
{
    internal static ArrivalAnswer Of(
        ArrivalRow row,
        IReadOnlyList<(string State, long Documents)> states,
        long incomplete,
        Currency currency
    ) =>
        new(
            row.Id,
            row.FileName,
            row.At,
            row.Who,
            row.Source,
            Words<ArrivalForm>.Read(row.Form),
            row.Account,
            row.PaymentAccount,
            row.Documents,
            row.Lines,
            row.Added,
            row.Updated,
            row.Unchanged,
            row.Skipped,
            incomplete,
            AmountText.Format(row.Money, currency.Digits),
            row.Original == 1,
            [.. states.Select(s => new StateTally(Words<DocumentState>.Read(s.State), s.Documents)).OrderBy(s => s.State)],
            row.TakenBackAt,
            row.TakenBackBy
        );
}

/// <summary>A record of a file that is no document.</summary>
/// <param name="Document">The document that it became with another file; 0 for none.</param>
public sealed record SkippedAnswer(
    string Place,
    string SourceId,
    string Day,
    string Amount,
    string Currency,
    SkipReason Reason,
    string Detail,
    long Document
)
{
    internal static SkippedAnswer Of(SkippedRow row) =>
        new(
            row.Place,
            row.SourceId,
            row.Day,
            AmountText.Format(row.Amount, Core.Amounts.Currency.Of(row.Currency).Digits),
            row.Currency,
            Words<SkipReason>.Read(row.Reason),
            row.Detail,
            row.Document
        );
}
