using Adnumera.Core.Documents;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Standing;

namespace Adnumera.Core.Entries;

/// <summary>
/// Makes the balanced entry of a document, or says every reason why it cannot. Costs are debits and the offset a credit;
/// credits and refunds the other way round.
/// </summary>
/// <param name="chart">The chart of accounts.</param>
/// <param name="book">The mapping book.</param>
/// <param name="settings">The company's choices.</param>
/// <param name="ledger">The connected ledger's dimensions, terms and limits; without it they are not checked.</param>
/// <param name="payroll">The payroll mapping; without it nothing maps a pay item.</param>
public sealed class Composer(
    Chart chart,
    MappingBook book,
    CompositionSettings settings,
    ConnectedLedger? ledger = null,
    PayrollMapping? payroll = null
)
{
    private readonly PayrollComposer payRuns = new(chart, payroll ?? new PayrollMapping([]), settings);

    private readonly Ladder ladder = new(book, settings.Order);
    private readonly Reason.OfCosts reasons = new();
    private readonly StandingDecisions standing = new(settings.Standing);

    /// <summary>The ladder that decides, for explanations.</summary>
    public Ladder Ladder => ladder;

    /// <summary>Composes the entry of a document.</summary>
    /// <param name="said">The document as its source says it, with what persons chose.</param>
    /// <param name="duplicateOf">The earliest document that it may be a duplicate of; not regarded when a person decided.</param>
    public Composition Compose(Document said, DocumentIdentity? duplicateOf = null)
    {
        if (said.Register is not null)
            return new PayRunComposition(payRuns, book, settings, ledger, new HoldReasons(chart)).Of(said);
        if (!standing.Any)
            return Decided(said, [], duplicateOf);
        var (document, uses) = standing.Apply(said);
        return uses.Count == 0 ? Decided(said, [], duplicateOf) : Decided(document, uses, duplicateOf) with { Said = said, Uses = uses };
    }

    private Composition Decided(Document document, IReadOnlyList<StandingUse> uses, DocumentIdentity? duplicateOf)
    {
        var entryDate = settings.EntryDateOf(document);
        if (settings.StartDate is { } start && document.Date < start)
            return LeftOut(document, entryDate, new SetAsideReason.BeforeStart(document.Date, start));
        if (document.IsZero)
            return LeftOut(document, entryDate, new SetAsideReason.Zero());
        if (document is { PrivateShare: 100, Private: false } && IsOwnCard(document))
            return LeftOut(document, entryDate, new SetAsideReason.Private(NameOf(uses.First(IsPrivate).Decision)));

        var draft = new EntryDraft(document, chart, book, settings, ledger, reasons);
        foreach (var line in document.Lines)
            if (!line.IsZero && document.Kind == DocumentKind.Transfer)
                draft.AddArrival(line);
            else if (!line.IsZero)
                draft.Add(line, document.IsPrivateCharge ? draft.Private(line) : ladder.Resolve(document, line));
        draft.AddRounding();
        draft.AddOffset();
        draft.CheckHead(entryDate, duplicateOf);
        foreach (var use in uses)
            if (use.Won)
                draft.Ask(use, NameOf(use.Decision));
        return draft.Finish(entryDate);
    }

    // Its holder owes nothing to the company for what they paid themselves.
    private bool IsOwnCard(Document document) =>
        settings.PaymentAccounts.Claiming(document.PaidFrom, document.Date) is [{ Kind: PaymentAccountKind.Personal }];

    private static bool IsPrivate(StandingUse use) => use is { Won: true, Effect.Field: StandingField.PrivateShare };

    private string NameOf(long decision) => settings.Standing.First(d => d.Id == decision).Name;

    private Composition.SetAside LeftOut(Document document, DateOnly entryDate, SetAsideReason why) =>
        new(why)
        {
            Document = document,
            Head = new EntryHead(settings.FormOf(document.Kind), entryDate, document.DueDate, "", document.Currency),
            Ledger = ledger,
        };
}
