using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Prices;
using Adnumera.Core.Standing;

namespace Adnumera.Core.Entries;

// The entry of one document under way: the lines that are decided so far, and what is wrong.
internal sealed class EntryDraft(
    Document document,
    Chart chart,
    MappingBook book,
    CompositionSettings settings,
    ConnectedLedger? ledger,
    Reason.OfCosts becauses
)
{
    private readonly KindChoice choice = settings.Choice(document.Kind);
    private readonly LedgerForm form = FormOf(document, book, settings);
    private readonly string reference = ReferencePattern.Build(settings.Choice(document.Kind).Reference, document);
    private readonly int side = document.Kind.Reverses() ? -1 : 1;
    private readonly List<EntryLine> lines = new(document.Lines.Count + 1);
    private readonly List<LineDecision> decisions = new(document.Lines.Count);
    private readonly HoldReasons reasons = new(chart);
    private string? arrival;
    private bool asksForDimension;
    private bool asksForW9;
    private long sum;

    public void Add(DocumentLine line, Target? found)
    {
        sum += line.Net + line.Tax;
        var target = found ?? Fallback(line);
        var row = target?.Row;
        var taxCode = line.TaxCode.Length > 0 ? line.TaxCode : row?.TaxCode ?? "";
        var recovered = RecoveredTax(line, taxCode, out var taxAccount);
        var mine = document.IsPartlyPrivate ? Allocation.Percent(line.Net + line.Tax, document.PrivateShare) : 0;
        recovered -= document.IsPartlyPrivate ? Allocation.Percent(recovered, document.PrivateShare) : 0;
        var cost = line.Net + line.Tax - recovered - mine;
        AddPrivatePart(line, mine);
        var usable =
            target is { } chosen
            && reasons.IsSound(Targets.BrokenForCost(chart, chosen.Account), chosen.Account, Reason.ChosenBy(chosen), line.Number);
        decisions.Add(
            new LineDecision(line.Number, usable ? target!.Value.Account : "", (EntryRung)(target?.Rung ?? Rung.Fallback), taxCode)
        );
        var named = LineDimensions.Of(document, line, row, book, ledger, reasons);
        if (usable)
            CheckDemands(named, target!.Value.Account, line.Number);
        if (usable && target is { } decided && cost != 0)
        {
            lines.Add(
                new EntryLine
                {
                    DocumentLine = line.Number,
                    Account = decided.Account,
                    LedgerItem = row?.LedgerItem ?? "",
                    Signed = side * cost,
                    TaxCode = InLedgerWords(taxCode),
                    Dimensions = named,
                    Memo = choice.Notes == NotesPlace.LineText ? WithNotes(line.Description) : line.Description,
                    Rung = (EntryRung)decided.Rung,
                    Because = document.IsPrivateCharge ? Reason.ForPrivate : becauses.For(decided),
                }
            );
        }

        if (recovered == 0 || taxAccount is null)
            return;
        lines.Add(
            new EntryLine
            {
                DocumentLine = line.Number,
                Account = taxAccount,
                Signed = side * recovered,
                TaxCode = InLedgerWords(taxCode),
                Memo = line.Description,
                Rung = EntryRung.Tax,
                Because = Reason.ForTax(taxCode),
            }
        );
    }

    // What is private of a line, by a standing share: whoever holds the card, or the owner, owes it back.
    private void AddPrivatePart(DocumentLine line, long part)
    {
        if (part == 0 || Private(line) is not { } owed)
            return;
        if (reasons.IsSound(Targets.BrokenForCost(chart, owed.Account), owed.Account, "the account of private charges", line.Number))
            lines.Add(
                new EntryLine
                {
                    DocumentLine = line.Number,
                    Account = owed.Account,
                    Signed = side * part,
                    Memo = line.Description,
                    Rung = EntryRung.Person,
                    Because = Reason.ForPrivate,
                }
            );
    }

    /// <summary>Holds the document where a standing decision asks for what nobody gave.</summary>
    /// <param name="use">What was asked for.</param>
    /// <param name="decision">What the decision is called.</param>
    public void Ask(StandingUse use, string decision)
    {
        if (use.Effect.Field == StandingField.AskAccount)
            reasons.Add(new HoldReason.AccountAsked(decision, use.Line));
        else if (use.Effect.Field == StandingField.AskPaymentAccount)
            reasons.Add(new HoldReason.PaymentAccountAsked(decision));
        else if (use.Effect is { Field: StandingField.AskDimension, Dimension: { } dimension } && !HasDimension(use.Line, dimension))
            reasons.Add(new HoldReason.DimensionMissing(dimension, $"“{decision}”", use.Line));
    }

    private bool HasDimension(long line, Dimension dimension) =>
        lines.Any(l => l.DocumentLine == line && l.Dimensions[dimension].Length > 0)
        || document.Lines.Any(l => l.Number == line && (l.IsZero || l.Dimensions[dimension].Length > 0));

    /// <summary>Where the money of a transfer arrives, in the place of its cost: the ladder is not asked.</summary>
    public void AddArrival(DocumentLine line)
    {
        sum += line.Net;
        var arriving = OffsetRule.Arriving(document, book, settings, reasons);
        arrival = arriving?.Account;
        var usable =
            arriving is { } found && reasons.IsSound(Targets.BrokenForOffset(chart, found.Account), found.Account, found.ChosenBy, null);
        decisions.Add(new LineDecision(line.Number, usable ? arriving!.Value.Account : "", EntryRung.Transfer, ""));
        if (!usable || arriving is not { } to)
            return;
        lines.Add(
            new EntryLine
            {
                DocumentLine = line.Number,
                Account = to.Account,
                Signed = line.Net,
                Memo = choice.Notes == NotesPlace.LineText ? WithNotes(line.Description) : line.Description,
                Rung = EntryRung.Transfer,
                Because = to.Because,
            }
        );
    }

    /// <summary>What the holder of a company's card spent on themselves is owed back: to the account that the company chose for
    /// it.</summary>
    public Target? Private(DocumentLine line) =>
        settings.PrivateAccount.Length > 0 ? new Target(Rung.Person, "", settings.PrivateAccount, null)
        : reasons.Role(AccountRole.DueFromEmployees, line.Number) is { } due ? new Target(Rung.Person, "", due.Id, null)
        : null;

    public void AddRounding()
    {
        var difference = document.Total - sum;
        if (difference == 0)
            return;
        if (Math.Abs(difference) > settings.RoundingTolerance)
        {
            reasons.Add(new HoldReason.Arithmetic(new Money(difference, document.Currency)));
            return;
        }

        if (reasons.Role(AccountRole.Rounding, null) is not { } account)
            return;
        lines.Add(
            new EntryLine
            {
                Account = account.Id,
                Signed = side * difference,
                Rung = EntryRung.Rounding,
                Because = Reason.ForRounding,
            }
        );
    }

    public void AddOffset()
    {
        if (document.Total == 0 || OffsetRule.Find(document, form, chart, book, settings, reasons) is not { } offset)
            return;
        if (offset.Account == arrival)
            reasons.Add(new HoldReason.TransferToItself(offset.Account));
        if (!reasons.IsSound(Targets.BrokenForOffset(chart, offset.Account), offset.Account, offset.ChosenBy, null))
            return;
        var prepaid = AddPrepaid();
        lines.Add(
            new EntryLine
            {
                Account = offset.Account,
                Signed = -side * (document.Total - prepaid),
                Memo = choice.Notes == NotesPlace.EntryMemo ? document.Notes : "",
                Rung = EntryRung.Offset,
                Because = offset.Because,
            }
        );
    }

    // What was paid before the bill came lies in supplier prepayments; the rest is owed.
    private long AddPrepaid()
    {
        if (document.Kind != DocumentKind.Bill || document.Prepaid <= 0 || document.Prepaid >= document.Total)
            return 0;
        if (reasons.Role(AccountRole.SupplierPrepayments, null) is not { } prepayments)
            return 0;
        lines.Add(
            new EntryLine
            {
                Account = prepayments.Id,
                Signed = -document.Prepaid,
                Rung = EntryRung.Prepaid,
                Because = Reason.ForPrepaid,
            }
        );
        return document.Prepaid;
    }

    public void CheckHead(DateOnly entryDate, DocumentIdentity? duplicateOf)
    {
        if (settings.HoldsForPrices)
            foreach (var line in document.Lines)
                if (line.PriceBefore is { } before && LinePrice.Of(document, line) is { } now)
                    reasons.Add(new HoldReason.PriceMoved(line.Item, new PriceMove(before, now), line.Number));
        asksForW9 =
            document.Kind == DocumentKind.Bill
            && settings.W9 is { } watch
            && watch.Asks(document.Supplier, document.Date.Year, lines.Where(l => l.Rung != EntryRung.Offset).Select(l => l.Account));
        if (asksForW9 && settings.W9!.Choice == FirstBill.Hold)
            reasons.Add(new HoldReason.W9Missing(document.Supplier));
        if (settings.Locked is { } locked && entryDate <= locked)
            reasons.Add(new HoldReason.PeriodLocked(entryDate, locked));
        if (document.Total < 0)
            reasons.Add(new HoldReason.Sign(new Money(document.Total, document.Currency)));
        if (document.Currency != settings.Currency)
            reasons.Add(new HoldReason.OtherCurrency(document.Currency, settings.Currency));
        if (document.Kind.Row().Side == DocumentSide.Supplier && document.Supplier.Length == 0)
            reasons.Add(new HoldReason.SupplierMissing());
        if (document.Kind.Row().Side == DocumentSide.Employee && document.Employee.Length == 0)
            reasons.Add(new HoldReason.EmployeeMissing());
        if (settings.SupplierQuestions.TryGetValue(document.Supplier, out var other))
            reasons.Add(new HoldReason.SupplierUndecided(document.Supplier, other));
        if (ledger is not null && form.Needs() is { } feature && !ledger.Capabilities.Can(feature))
            reasons.Add(new HoldReason.FormImpossible(form));
        if (ledger is not null && reference.Length > ledger.Capabilities.LongestReference)
            reasons.Add(new HoldReason.TextTooLong("reference", reference.Length, ledger.Capabilities.LongestReference));
        if (document.HeldBack.Length > 0)
            reasons.Add(new HoldReason.HeldBack(document.HeldBack));
        if (duplicateOf is { } earliest && !document.NotDuplicate)
            reasons.Add(new HoldReason.PossibleDuplicate(earliest));
    }

    public Composition Finish(DateOnly entryDate)
    {
        var head = new EntryHead(form, entryDate, document.DueDate ?? DueByTerm(), reference, document.Currency);
        var merged = settings.MergeLines ? LineMerge.Merge(lines) : lines;
        Composition composed = reasons.Any
            ? new Composition.Held(reasons.InOrder(), merged) { Document = document, Head = head }
            : new Composition.Coded(new Entry(head, merged)) { Document = document, Head = head };
        return composed with
        {
            Decisions = decisions,
            Parts = lines,
            Ledger = ledger,
            AsksForDimension = asksForDimension,
            AsksForW9 = asksForW9,
        };
    }

    private DateOnly? DueByTerm() =>
        document.Kind == DocumentKind.Bill
        && ledger is not null
        && book.InForce(KeyKind.SupplierTerm, document.Supplier, document.Identity.Source, document.Date) is { Value.Length: > 0 } row
            ? ledger.Term(row.Value)?.Due(document.Date)
            : null;

    // What the kind of document, the account here and the account in the ledger want, the strictest of them.
    private void CheckDemands(Dimensions dimensions, string account, long line)
    {
        foreach (var (dimension, demand) in choice.Demands)
            Check(dimension, demand, $"a {document.Kind.Title()}");
        if (!chart.TryFind(account, out var found))
            return;
        if (found.Requires is { } required)
            Check(required, DimensionDemand.Required, found.Title);
        foreach (var (dimension, demand) in settings.DemandsOf(account))
            Check(dimension, demand, found.Title);

        void Check(Dimension dimension, DimensionDemand demand, string by)
        {
            if (demand == DimensionDemand.Optional || dimensions[dimension].Length > 0)
                return;
            if (demand == DimensionDemand.Required)
                reasons.Add(new HoldReason.DimensionMissing(dimension, by, line));
            else
                asksForDimension = true;
        }
    }

    private string InLedgerWords(string taxCode) =>
        taxCode.Length > 0 && book.InForce(KeyKind.TaxCode, taxCode, document.Identity.Source, document.Date) is { Value.Length: > 0 } row
            ? row.Value
            : taxCode;

    private string WithNotes(string description) =>
        document.Notes.Length == 0 ? description
        : description.Length == 0 ? document.Notes
        : $"{description} · {document.Notes}";

    private Target? Fallback(DocumentLine line)
    {
        if (settings.WhenNothingMaps == WhenNothingMaps.Suspense)
            return reasons.Role(AccountRole.Suspense, line.Number) is { } suspense
                ? new Target(Rung.Fallback, "", suspense.Id, null)
                : null;
        var named = FirstFilled(line.Item, line.CostCode, line.Category, document.Supplier, document.Identity.Source);
        reasons.Add(new HoldReason.Unmapped(named, line.Description, line.Number));
        return null;
    }

    private long RecoveredTax(DocumentLine line, string taxCode, out string? account)
    {
        account = null;
        if (taxCode.Length == 0 || line.Tax == 0)
            return 0;
        if (book.InForce(KeyKind.TaxCode, taxCode, document.Identity.Source, document.Date) is not { } row)
        {
            reasons.Add(new HoldReason.TaxCodeUnmapped(taxCode, line.Number));
            return 0;
        }

        var recovered = Allocation.Percent(line.Tax, row.RecoverablePercent);
        if (recovered == 0)
            return 0;
        var chosen = row.Account.Length > 0 ? row.Account : reasons.Role(AccountRole.InputTax, line.Number)?.Id;
        if (chosen is not null && reasons.IsSound(Targets.BrokenForTax(chart, chosen), chosen, $"tax code “{taxCode}”", line.Number))
            account = chosen;
        return recovered;
    }

    // A supplier may have a form of its own, if its kind of document may take it.
    private static LedgerForm FormOf(Document document, MappingBook book, CompositionSettings settings) =>
        document.Kind.Row().Side == DocumentSide.Supplier
        && book.InForce(KeyKind.SupplierForm, document.Supplier, document.Identity.Source, document.Date) is { Value.Length: > 0 } row
        && Words<LedgerForm>.TryRead(row.Value, out var own)
        && document.Kind.Row().Forms.Contains(own)
            ? own
            : settings.FormOf(document.Kind);

    private static string FirstFilled(params ReadOnlySpan<string> texts)
    {
        foreach (var text in texts)
            if (text.Length > 0)
                return text;
        return "";
    }
}
