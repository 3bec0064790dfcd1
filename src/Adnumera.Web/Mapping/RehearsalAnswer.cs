using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Files;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Mapping;

/// <summary>What a change would do, before it is made.</summary>
/// <param name="Movements">Account to account, most money first; a blank account stands for "held".</param>
/// <param name="Parts">In what else entries change, with how many documents: dimensions, form, reference, dates.</param>
/// <param name="Why">Why documents become or stay held: each reason with how many.</param>
public sealed record RehearsalAnswer(
    IReadOnlyList<MovementAnswer> Movements,
    OutcomeTally ComeFree,
    OutcomeTally BecomeHeld,
    OutcomeTally StayHeld,
    TallyText Changed,
    long Examined,
    string Currency,
    IReadOnlyList<PartAnswer> Parts,
    IReadOnlyList<ReasonCount> Why
)
{
    private const int MostSamples = 40;
    private const int MostReasons = 12;

    internal static RehearsalAnswer Of(Rehearsal rehearsal, Chart chart, Currency currency)
    {
        string Title(string account) => account.Length == 0 ? "held" : chart.Title(account);
        OutcomeTally Outcome(RehearsalOutcome outcome) =>
            new(
                TallyText.Of(rehearsal.Of(outcome, currency), currency),
                [
                    .. rehearsal
                        .Documents.Where(d => d.Outcome == outcome)
                        .Take(MostSamples)
                        .Select(d => DocumentNote.Of(d.Id, d.Document, d.Document.SignedTotal)),
                ]
            );
        var moved = rehearsal
            .Documents.SelectMany(d => d.Moves.Select(m => (d.Id, d.Document, Move: m)))
            .ToLookup(m => (m.Move.From, m.Move.To, m.Document.Currency));
        return new RehearsalAnswer(
            [
                .. rehearsal.Movements.Select(m => new MovementAnswer(
                    m.From,
                    Title(m.From),
                    m.To,
                    Title(m.To),
                    m.Tally.Documents,
                    AmountText.Format(m.Tally.Money, m.Currency.Digits),
                    m.Currency == currency ? "" : m.Currency.Code,
                    [.. moved[(m.From, m.To, m.Currency)].Take(MostSamples).Select(d => DocumentNote.Of(d.Id, d.Document, d.Move.Money))]
                )),
            ],
            Outcome(RehearsalOutcome.ComesFree),
            Outcome(RehearsalOutcome.BecomesHeld),
            Outcome(RehearsalOutcome.StaysHeld),
            TallyText.Of(rehearsal.Changed(currency), currency),
            rehearsal.Examined,
            currency.Code,
            [
                .. rehearsal
                    .Documents.SelectMany(d =>
                        d.Parts.Where(p => p is not (EntryPart.Accounts or EntryPart.Reasons)).Select(p => (Part: p, d.Id, d.Document))
                    )
                    .GroupBy(p => p.Part)
                    .OrderBy(g => g.Key)
                    .Select(g => new PartAnswer(
                        g.Key,
                        g.Count(),
                        [.. g.Take(MostSamples).Select(p => DocumentNote.Of(p.Id, p.Document, p.Document.SignedTotal))]
                    )),
            ],
            [
                .. rehearsal
                    .Documents.SelectMany(d => d.Reasons.Select(r => (d.Id, Reason: r)))
                    .GroupBy(r => (r.Reason.Kind, r.Reason.Value))
                    .Select(g => new ReasonCount(
                        g.Key.Kind,
                        g.Key.Value,
                        ReasonWords.Of(g.First().Reason).Detail,
                        g.Select(r => r.Id).Distinct().Count()
                    ))
                    .OrderByDescending(r => r.Documents)
                    .Take(MostReasons),
            ]
        );
    }
}

/// <param name="OtherCurrency">Of which money, where it is not the company's.</param>
public sealed record MovementAnswer(
    string From,
    string FromTitle,
    string To,
    string ToTitle,
    long Documents,
    string Money,
    string OtherCurrency,
    IReadOnlyList<DocumentNote> Sample
);

/// <param name="Part">In what entries change.</param>
public sealed record PartAnswer(EntryPart Part, int Documents, IReadOnlyList<DocumentNote> Sample);

/// <param name="Tally">How many, and their money.</param>
/// <param name="Sample">The first of them.</param>
public sealed record OutcomeTally(TallyText Tally, IReadOnlyList<DocumentNote> Sample);

public sealed record ReasonCount(HoldKind Reason, string Value, string Detail, int Documents);

/// <summary>A document in a few words, to open it.</summary>
public sealed record DocumentNote(long Id, string Title, string Date, string Money)
{
    internal static DocumentNote Of(long id, Document document, long money)
    {
        var who = document.Party.Length > 0 ? document.Party : document.Supplier;
        var reference = document.Reference.Length > 0 ? document.Reference : document.Identity.SourceId;
        var title = $"{document.Kind.Title()} {reference}";
        return new(
            id,
            who.Length > 0 ? $"{who}, {title}" : title,
            Iso.Text(document.Date),
            AmountText.Format(money, document.Currency.Digits)
        );
    }
}
