using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

/// <summary>
/// Makes the balanced entry of a document, or says every reason why it cannot. Costs are debits and the offset a credit;
/// credits and refunds the other way round.
/// </summary>
/// <param name="chart">The chart of accounts.</param>
/// <param name="book">The mapping book.</param>
/// <param name="settings">The company's choices.</param>
/// <param name="ledger">The connected ledger's dimensions, terms and limits; without it they are not checked.</param>
public sealed class Composer(Chart chart, MappingBook book, CompositionSettings settings, ConnectedLedger? ledger = null)
{
    private readonly Ladder ladder = new(book, settings.Order);

    /// <summary>The ladder that decides, for explanations.</summary>
    public Ladder Ladder => ladder;

    /// <summary>Composes the entry of a document.</summary>
    /// <param name="document">The document.</param>
    /// <param name="duplicateOf">The earliest document that it may be a duplicate of; not regarded when a person decided.</param>
    public Composition Compose(Document document, DocumentIdentity? duplicateOf = null)
    {
        var entryDate = settings.EntryDateOf(document);
        if (settings.StartDate is { } start && document.Date < start)
            return new Composition(document, entryDate, [], [], [], new SetAsideReason.BeforeStart(document.Date, start)) { Ledger = ledger };
        if (document.IsZero)
            return new Composition(document, entryDate, [], [], [], new SetAsideReason.Zero()) { Ledger = ledger };

        var work = new Work(document, chart, book, settings, ledger);
        foreach (var line in document.Lines)
            if (!line.IsZero) work.Add(line, document.IsPrivateCharge ? work.Private(line) : ladder.Resolve(document, line));
        work.AddRounding();
        work.AddOffset();
        work.CheckHead(entryDate, duplicateOf);

        var lines = settings.MergeLines ? LineMerge.Merge(work.Lines) : work.Lines;
        return new Composition(document, entryDate, lines, work.Decisions, work.OrderedReasons(), null)
        {
            Form = work.Form,
            Reference = work.Reference,
            DueDate = document.DueDate ?? work.DueByTerm(),
            Ledger = ledger,
            Parts = work.Lines,
        };
    }

    // One document under way: what is decided so far, and what is wrong.
    private sealed class Work(Document document, Chart chart, MappingBook book, CompositionSettings settings, ConnectedLedger? ledger)
    {
        private readonly KindChoice choice = settings.Choice(document.Kind);
        private readonly int side = document.Kind.Reverses() ? -1 : 1;
        private List<HoldReason>? reasons;
        private long sum;

        public List<EntryLine> Lines { get; } = new(document.Lines.Count + 1);

        public LedgerForm Form { get; } = FormOf(document, book, settings);

        public List<LineDecision> Decisions { get; } = new(document.Lines.Count);

        public string Reference { get; } = ReferencePattern.Build(settings.Choice(document.Kind).Reference, document);

        public void Add(DocumentLine line, Target? found)
        {
            sum += line.Net + line.Tax;
            var target = found ?? Fallback(line);
            var row = target?.Row;
            var taxCode = line.TaxCode.Length > 0 ? line.TaxCode : row?.TaxCode ?? "";
            var recovered = RecoveredTax(line, taxCode, out var taxAccount);
            var cost = line.Net + line.Tax - recovered;
            var usable = target is { } chosen && IsSound(Targets.BrokenForCost(chart, chosen.Account), chosen.Account, Reason.ChosenBy(chosen), line.Number);
            Decisions.Add(new LineDecision(line.Number, usable ? target!.Value.Account : "", (EntryRung)(target?.Rung ?? Rung.Fallback), taxCode));
            var dimensions = row is null ? Translated(line) : FilledIn(Translated(line), row.Dimensions, line.Number);
            if (usable) CheckDimensions(dimensions, target!.Value.Account, line.Number);
            if (usable && target is { } decided && cost != 0)
            {
                Lines.Add(new EntryLine
                {
                    DocumentLine = line.Number,
                    Account = decided.Account,
                    LedgerItem = row?.LedgerItem ?? "",
                    Signed = side * cost,
                    TaxCode = InLedgerWords(taxCode),
                    Dimensions = dimensions,
                    Memo = choice.Notes == NotesPlace.LineText ? WithNotes(line.Description) : line.Description,
                    Rung = (EntryRung)decided.Rung,
                    Because = document.IsPrivateCharge ? Reason.ForPrivate : Reason.ForCost(decided),
                });
            }

            if (recovered == 0 || taxAccount is null) return;
            Lines.Add(new EntryLine
            {
                DocumentLine = line.Number,
                Account = taxAccount,
                Signed = side * recovered,
                TaxCode = InLedgerWords(taxCode),
                Memo = line.Description,
                Rung = EntryRung.Tax,
                Because = Reason.ForTax(taxCode),
            });
        }

        /// <summary>What the holder of a company's card spent on themselves is owed back: to the account that the company chose for it.</summary>
        public Target? Private(DocumentLine line) =>
            settings.PrivateAccount.Length > 0 ? new Target(Rung.Person, "", settings.PrivateAccount, null)
            : Role(AccountRole.DueFromEmployees, line.Number) is { } due ? new Target(Rung.Person, "", due.Id, null)
            : null;

        public void AddRounding()
        {
            var difference = document.Total - sum;
            if (difference == 0) return;
            if (Math.Abs(difference) > settings.RoundingTolerance)
            {
                Hold(new HoldReason.Arithmetic(difference, document.Currency));
                return;
            }

            if (Role(AccountRole.Rounding, null) is not { } account) return;
            Lines.Add(new EntryLine { Account = account.Id, Signed = side * difference, Rung = EntryRung.Rounding, Because = Reason.ForRounding });
        }

        public void AddOffset()
        {
            if (document.Total == 0 || Offset() is not { } offset || !IsSound(Targets.BrokenForOffset(chart, offset.Account), offset.Account, offset.ChosenBy, null)) return;
            Lines.Add(new EntryLine
            {
                Account = offset.Account,
                Signed = -side * document.Total,
                Memo = choice.Notes == NotesPlace.EntryMemo ? document.Notes : "",
                Rung = EntryRung.Offset,
                Because = offset.Because,
            });
        }

        public void CheckHead(DateOnly entryDate, DocumentIdentity? duplicateOf)
        {
            if (settings.Locked is { } locked && entryDate <= locked) Hold(new HoldReason.PeriodLocked(entryDate, locked));
            if (document.Total < 0) Hold(new HoldReason.Sign(document.Total, document.Currency));
            if (document.Currency != settings.Currency) Hold(new HoldReason.OtherCurrency(document.Currency, settings.Currency));
            if (document.Kind is DocumentKind.Bill or DocumentKind.SupplierCredit && document.Supplier.Length == 0) Hold(new HoldReason.SupplierMissing());
            if (document.Kind == DocumentKind.ExpenseClaim && document.Employee.Length == 0) Hold(new HoldReason.EmployeeMissing());
            if (settings.SupplierQuestions.TryGetValue(document.Supplier, out var other)) Hold(new HoldReason.SupplierUndecided(document.Supplier, other));
            if (ledger is not null && Reference.Length > ledger.Capabilities.LongestReference)
                Hold(new HoldReason.TextTooLong("reference", Reference.Length, ledger.Capabilities.LongestReference));
            if (duplicateOf is { } earliest && !document.NotDuplicate) Hold(new HoldReason.PossibleDuplicate(earliest));
        }

        public DateOnly? DueByTerm() =>
            document.Kind == DocumentKind.Bill && ledger is not null && book.InForce(KeyKind.SupplierTerm, document.Supplier, document.Identity.Source, document.Date) is { Value.Length: > 0 } row
                ? ledger.Term(row.Value)?.Due(document.Date)
                : null;

        public IReadOnlyList<HoldReason> OrderedReasons()
        {
            if (reasons is null) return [];
            if (reasons.Count == 1) return reasons;
            return [.. reasons
                .Select(r => (Reason: r, Words: ReasonWords.Of(r)))
                .OrderBy(r => r.Reason.OnLine.HasValue).ThenBy(r => r.Reason.OnLine ?? 0)
                .ThenBy(r => r.Words.Word, StringComparer.Ordinal).ThenBy(r => r.Words.Value, StringComparer.Ordinal)
                .DistinctBy(r => (r.Reason.OnLine, r.Words.Word, r.Words.Value))
                .Select(r => r.Reason)];
        }

        // What the source says, in the ledger's words: by the mapping, else by the same name in the ledger.
        private Dimensions Translated(DocumentLine line)
        {
            if (line.Dimensions.IsBlank) return line.Dimensions;
            return new Dimensions(
                Translated(DimensionKind.Department, KeyKind.Department, line), Translated(DimensionKind.Location, KeyKind.Location, line), Translated(DimensionKind.Project, KeyKind.Project, line));
        }

        private string Translated(DimensionKind kind, KeyKind key, DocumentLine line)
        {
            var said = line.Dimensions[kind];
            if (said.Length == 0) return said;
            var mapped = book.InForce(key, said, document.Identity.Source, document.Date)?.Value ?? "";
            if (mapped == MappingRow.LeaveOut) return "";
            if (ledger is null) return mapped.Length > 0 ? mapped : said;
            var isOff = !ledger.Capabilities.Can(LedgerCapabilities.For(kind));
            if (!isOff && ledger.Dimension(kind, mapped.Length > 0 ? mapped : said) is { } known) return known;
            Hold(new HoldReason.DimensionUnmapped(kind, said, isOff, line.Number));
            return "";
        }

        // A mapping may fill in what the ledger does not have any more: that is no dimension of a line.
        private Dimensions FilledIn(Dimensions said, Dimensions row, long line)
        {
            if (ledger is not null && !row.IsBlank)
            {
                foreach (var kind in (ReadOnlySpan<DimensionKind>)[DimensionKind.Department, DimensionKind.Location, DimensionKind.Project])
                {
                    if (said[kind].Length > 0 || row[kind].Length == 0) continue;
                    var isOff = !ledger.Capabilities.Can(LedgerCapabilities.For(kind));
                    if (isOff || ledger.Dimension(kind, row[kind]) is null) Hold(new HoldReason.DimensionUnmapped(kind, row[kind], isOff, line));
                }
            }

            return said.Or(row);
        }

        private void CheckDimensions(Dimensions dimensions, string account, long line)
        {
            foreach (var kind in choice.Requires)
                if (dimensions[kind].Length == 0) Hold(new HoldReason.DimensionMissing(kind, $"a {document.Kind.Title()}", line));
            if (chart.TryFind(account, out var found) && found.Requires is { } required && dimensions[required].Length == 0)
                Hold(new HoldReason.DimensionMissing(required, found.Title, line));
        }

        private string InLedgerWords(string taxCode) =>
            taxCode.Length > 0 && book.InForce(KeyKind.TaxCode, taxCode, document.Identity.Source, document.Date) is { Value.Length: > 0 } row ? row.Value : taxCode;

        private string WithNotes(string description) =>
            document.Notes.Length == 0 ? description : description.Length == 0 ? document.Notes : $"{description} · {document.Notes}";

        private Target? Fallback(DocumentLine line)
        {
            if (settings.WhenNothingMaps == WhenNothingMaps.Suspense)
                return Role(AccountRole.Suspense, line.Number) is { } suspense ? new Target(Rung.Fallback, "", suspense.Id, null) : null;
            Hold(new HoldReason.Unmapped(FirstFilled(line.Item, line.CostCode, line.Category, document.Supplier, document.Identity.Source), line.Description, line.Number));
            return null;
        }

        private long RecoveredTax(DocumentLine line, string taxCode, out string? account)
        {
            account = null;
            if (taxCode.Length == 0 || line.Tax == 0) return 0;
            if (book.InForce(KeyKind.TaxCode, taxCode, document.Identity.Source, document.Date) is not { } row)
            {
                Hold(new HoldReason.TaxCodeUnmapped(taxCode, line.Number));
                return 0;
            }

            var recovered = Allocation.Percent(line.Tax, row.RecoverablePercent);
            if (recovered == 0) return 0;
            var chosen = row.Account.Length > 0 ? row.Account : Role(AccountRole.InputTax, line.Number)?.Id;
            if (chosen is not null && IsSound(Targets.BrokenForTax(chart, chosen), chosen, $"tax code “{taxCode}”", line.Number)) account = chosen;
            return recovered;
        }

        private Offset? Offset()
        {
            switch (document.Kind)
            {
                case DocumentKind.Bill or DocumentKind.SupplierCredit:
                    if (document.Settlement.Length > 0)
                    {
                        if (OffsetRow(KeyKind.Settlement, document.Settlement) is not { } settlement)
                        {
                            Hold(new HoldReason.SettlementUnmapped(document.Settlement));
                            return null;
                        }

                        var control = chart.TryFind(settlement.Account, out var found) && found is { Active: true, Role: AccountRole.PayablesControl };
                        if (!control) return new Offset(settlement.Account, $"settlement “{document.Settlement}”", Reason.ForSettlement(document));
                    }

                    if (OffsetRow(KeyKind.SupplierPayable, document.Supplier) is { } own)
                        return new Offset(own.Account, $"the payables account of “{document.Supplier}”", Reason.ForSupplierPayable(document));
                    return RoleOffset(AccountRole.PayablesControl);

                case DocumentKind.CardCharge or DocumentKind.CardRefund:
                    var paidFrom = document.PaidFrom;
                    if (paidFrom.Length == 0)
                    {
                        Hold(new HoldReason.PaymentAccountMissing());
                        return null;
                    }

                    if (OffsetRow(KeyKind.PaymentAccount, paidFrom) is { } paid)
                        return new Offset(paid.Account, $"payment account “{paidFrom}”", Reason.ForPaymentAccount(document));
                    Hold(settings.PaymentAccounts.Claiming(paidFrom, document.Date) is { Count: > 1 } several
                        ? new HoldReason.PaymentAccountAmbiguous(paidFrom, [.. several.Select(a => a.Name)])
                        : new HoldReason.PaymentAccountUnmapped(paidFrom));
                    return null;

                case DocumentKind.ExpenseClaim:
                    return RoleOffset(Form == LedgerForm.Bill ? AccountRole.PayablesControl : AccountRole.EmployeePayable);

                default:
                    throw new InvalidOperationException($"No offset is known for {document.Kind}.");
            }
        }

        private MappingRow? OffsetRow(KeyKind kind, string key) =>
            book.InForce(kind, key, document.Identity.Source, document.Date) is { Account.Length: > 0 } row ? row : null;

        private Offset? RoleOffset(AccountRole role) =>
            Role(role, null) is { } account ? new Offset(account.Id, $"the role {ReasonWords.RoleTitle(role)}", Reason.ForRole(document)) : null;

        private Account? Role(AccountRole role, long? line)
        {
            switch (chart.Role(role))
            {
                case RoleHolder.One one:
                    return one.Account;
                case RoleHolder.Several several:
                    Hold(new HoldReason.RoleAmbiguous(role, several.Accounts, line));
                    return null;
                default:
                    Hold(new HoldReason.RoleMissing(role, line));
                    return null;
            }
        }

        private bool IsSound(BrokenBecause? broken, string account, string chosenBy, long? line)
        {
            if (broken is { } why) Hold(new HoldReason.MappingBroken(account, why, chosenBy, line));
            return broken is null;
        }

        // A supplier may have a form of its own, if its kind of document may take it.
        private static LedgerForm FormOf(Document document, MappingBook book, CompositionSettings settings) =>
            document.Kind is DocumentKind.Bill or DocumentKind.SupplierCredit
            && book.InForce(KeyKind.SupplierForm, document.Supplier, document.Identity.Source, document.Date) is { Value.Length: > 0 } row
            && Words<LedgerForm>.TryRead(row.Value, out var own) && FormTable.For(document.Kind).Contains(own)
                ? own
                : settings.FormOf(document.Kind);

        private static string FirstFilled(params ReadOnlySpan<string> texts)
        {
            foreach (var text in texts)
                if (text.Length > 0) return text;
            return "";
        }

        private void Hold(HoldReason reason) => (reasons ??= []).Add(reason);
    }

    private readonly record struct Offset(string Account, string ChosenBy, string Because);
}
