using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries.PayRuns;

// A pay run as any other document: its journal, dated and held back as persons say, in the ledger's own words.
internal sealed class PayRunComposition(
    PayrollComposer payroll,
    MappingBook book,
    CompositionSettings settings,
    ConnectedLedger? ledger,
    HoldReasons reasons
)
{
    public Composition Of(Document document)
    {
        var journal = payroll.Compose(document.Register!, document.EntryDateChoice);
        var form = settings.FormOf(document.Kind);
        var head = new EntryHead(form, journal.EntryDate ?? document.Date, null, document.Reference, document.Currency);
        if (journal.LeftOut is { } why)
            return new Composition.SetAside(why)
            {
                Document = document,
                Head = head,
                Ledger = ledger,
            };
        foreach (var reason in journal.Reasons)
            reasons.Add(reason);
        if (ledger is not null && form.Needs() is { } feature && !ledger.Capabilities.Can(feature))
            reasons.Add(new HoldReason.FormImpossible(form));
        if (ledger is not null && document.Reference.Length > ledger.Capabilities.LongestReference)
            reasons.Add(new HoldReason.TextTooLong("reference", document.Reference.Length, ledger.Capabilities.LongestReference));
        if (document.HeldBack.Length > 0)
            reasons.Add(new HoldReason.HeldBack(document.HeldBack));
        var departments = new Dictionary<Dimensions, Dimensions>();
        List<EntryLine> lines = [.. journal.Lines.Select(l => l with { Dimensions = Known(l.Dimensions) })];
        Composition composed = reasons.Any
            ? new Composition.Held(reasons.InOrder(), lines) { Document = document, Head = head }
            : new Composition.Coded(new Entry(head, lines)) { Document = document, Head = head };
        return composed with { Parts = lines, Ledger = ledger, PayJournal = journal };

        Dimensions Known(Dimensions named)
        {
            if (named.IsBlank || departments.TryGetValue(named, out var known))
                return named.IsBlank ? named : departments[named];
            var line = new DocumentLine
            {
                Number = 0,
                Net = 0,
                Dimensions = named,
            };
            return departments[named] = LineDimensions.Of(document, line, null, book, ledger, reasons);
        }
    }
}
