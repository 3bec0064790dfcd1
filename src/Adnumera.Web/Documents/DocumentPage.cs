using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Feeds;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Payroll;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Adnumera.Storage.Standing;
using Adnumera.Web.Coding;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

internal static class DocumentPage
{
    /// <summary>A document as its page shows it.</summary>
    /// <param name="books">The company's books.</param>
    /// <param name="id">The document.</param>
    /// <param name="list">The list that one came from; null for none.</param>
    public static DocumentAnswer Of(CompanyBooks books, long id, ListQuery? list)
    {
        var today = books.Today;
        return books.File.Read(company => Of(company, id, list, today));
    }

    private static DocumentAnswer Of(SqliteConnection company, long id, ListQuery? list, DateOnly today)
    {
        var table = new DocumentTable(company);
        var stored = table.Find(id) ?? throw RefusedException.NotFound("This document");
        var document = stored.Document;
        var chart = new LedgerTable(company).Chart();
        var composer = Recoding.Composer(company);
        var outbox = new OutboxTable(company).OfDocument(id);

        // What was sent is shown as it was sent; what is open, as it would be composed now.
        var sent = stored.State.IsSent() ? outbox.LastOrDefault(i => i.Revision == stored.Revision)?.Entry : null;
        var composed = composer.Compose(document, stored.DuplicateOf);
        var journal = sent is null ? JournalView.Of(composed, chart) : JournalView.Of(sent, composed, chart);
        if (stored.Document.Register is not null)
            journal = JournalView.OfNobody(journal);
        var arrival = new ArrivalTable(company).Find(stored.ArrivalId)!;
        var undecided = sent is null && stored.MayBeCoded ? UndecidedLines.Of(composed) : [];
        var (debit, credit, balances) = JournalView.Totals(journal, undecided);
        string Money(long minor) => AmountText.Format(minor, document.Currency.Digits);
        return new DocumentAnswer
        {
            Id = id,
            Source = document.Identity.Source,
            SourceId = document.Identity.SourceId,
            Kind = document.Kind,
            Date = Day.Text(document.Date),
            DueDate = Day.Text(sent is null ? composed.Head.DueDate : sent.DueDate),
            EntryDate = Day.Text(stored.EntryDate),
            Reference = document.Reference,
            Supplier = document.Supplier,
            Employee = document.Employee,
            PaymentAccount = document.PaymentAccount,
            ToAccount = document.ToAccount,
            MerchantCode = document.MerchantCode,
            Attachment = document.Attachment,
            Seller = document.Seller,
            ForeignAmount = document.ForeignAmount,
            Prepaid = Money(document.Prepaid),
            PaymentAccountChoice = document.ToAccountChoice.Length > 0 ? document.ToAccountChoice : document.PaymentAccountChoice,
            OtherSide = document.Kind == DocumentKind.Transfer ? new TransferTable(company).OtherSide(id) ?? 0 : 0,
            PaymentAccountChoices = document.Kind.IsCard() || TransferSides.IsOne(AsItCame(document)) ? Choices(company, document) : [],
            Form = sent?.Form ?? composed.Head.Form,
            EntryReference = sent?.Reference ?? composed.Head.Reference,
            Settlement = document.Settlement,
            Currency = document.Currency.Code,
            Total = Money(document.Total),
            Notes = document.Notes,
            State = stored.State,
            Milestones = stored.State.Milestones(),
            SetAside = stored.SetAside,
            SetAsideBy = stored.SetAsideBy,
            SetAsideNote = stored.SetAsideNote,
            PutRight = stored.Edits.IsBlank ? [] : DocumentDifferences.Of(stored.AsItCame, document),
            HeldBack = document.HeldBack,
            Note = stored.Edits.Note,
            EntryDateChoice = Day.Text(document.EntryDateChoice),
            OutBy = Money(document.Total - document.Lines.Sum(l => l.Net + l.Tax)),
            LinesTotal = Money(document.Lines.Sum(l => l.Net + l.Tax)),
            LongestReference = composed.Reasons.OfType<HoldReason.TextTooLong>().FirstOrDefault()?.Longest ?? 0,
            OtherKind = document.Kind.Row().Opposite,
            FirstOpenDay = Day.Text(FirstOpenDay(company, stored.EntryDate)),
            Dispatch = outbox.Count > 0 ? outbox[^1].DispatchId : 0,
            HasSourcePage = new FeedTable(company).Of(document.Identity.Source) is { KindValue: not FeedKind.Folder },
            LastDecision = LastDecision(company, stored, chart),
            Alike = AlikeDocuments.Of(company, stored, chart),
            LedgerEntry = stored.LedgerEntry,
            MayBeCoded = stored.MayBeCoded,
            IsPrivate = composed.Document.IsPrivateCharge,
            DuplicateOf = stored.DuplicateOf?.ToString() ?? "",
            DuplicateOfId = stored.DuplicateOf is { } other ? table.Known([other]).GetValueOrDefault(other) : 0,
            ArrivalId = arrival.Id,
            FileName = arrival.FileName,
            Attachments = AttachmentEndpoints.Of(new AttachmentTable(company), id, arrival),
            Labels = new LabelTable(company).Of(id),
            HasOriginal = arrival.Original == 1,
            ArrivedAt = arrival.At,
            FoundAt = stored.FoundAt,
            Lines = Lines(stored, composed, composer, chart),
            Journal = [.. journal.Select(j => j.ToAnswer(document.Currency))],
            Undecided = [.. undecided.Select(u => new UndecidedLine(u.Title, Money(Math.Max(u.Signed, 0)), Money(Math.Max(-u.Signed, 0))))],
            Debit = Money(debit),
            Credit = Money(credit),
            Balanced = balances,
            Reasons = [.. HoldTable.Of(company, id).Select(h => Reason(composed.Document, h, composer, chart))],
            Notices = Noticed(stored, today),
            Standing = Standing(company, stored),
            MayReverse = Reversals.KindsOf(document.Kind).Count > 0,
            Reverses = ReversedDocuments.ChosenOf(company, stored),
            Correction = Correction(company, document, id),
            Path = DocumentPath.Of(company, stored, arrival, outbox, chart),
            Differences =
            [
                .. new ProofTable(company).OfDocument(id).Select(d => new DocumentDifference(d.Id, d.Kind, d.Detail, Money(d.Amount))),
            ],
            Neighbours = Neighbours(company, list, id, today),
        };
    }

    private static List<LineAnswer> Lines(StoredDocument stored, Composition composed, Composer composer, Chart chart)
    {
        var decisions = composed.Decisions.ToDictionary(d => d.Line);
        var places = stored.Edits.PlacesOf(stored.AsItCame);
        string Money(long minor) => AmountText.Format(minor, stored.Document.Currency.Digits);
        return
        [
            .. stored.Document.Lines.Select(
                (l, i) =>
                {
                    // What was sent keeps what it was sent with.
                    var decided =
                        stored.State.IsSent() ? stored.Decided[i]
                        : decisions.TryGetValue(l.Number, out var d) ? d.Account
                        : "";
                    return new LineAnswer(
                        l.Number,
                        places[i].Part,
                        places[i].Line,
                        l.Description,
                        l.Category,
                        l.Item,
                        l.CostCode,
                        Free(l.Quantity),
                        Free(l.UnitPrice),
                        Money(l.Net),
                        l.TaxCode,
                        Money(l.Tax),
                        DimensionText.Of(l.Dimensions),
                        l.Account,
                        decided,
                        decided.Length > 0 ? chart.Title(decided) : "",
                        !l.IsZero && decided.Length == 0 && stored.MayBeCoded,
                        Ladder(composer, composed.Document, composed.Document.Lines.First(d => d.Number == l.Number), chart)
                    );
                }
            ),
        ];
    }

    // The day after what is locked, where the entry's own day is.
    private static DateOnly? FirstOpenDay(SqliteConnection company, DateOnly entryDate) =>
        ChoiceTable.Of(company).Locked is { } locked && entryDate <= locked && locked < DateOnly.MaxValue ? locked.AddDays(1) : null;

    private static DecisionAnswer? LastDecision(SqliteConnection company, StoredDocument stored, Chart chart)
    {
        if (
            new DecisionTable(company).Latest(stored.Id) is not { } latest
            || !DecisionTable.AreSame(latest.After, stored.Choices)
            || !Deciding.MayStandAgain(latest.Before)
            || Deciding.Problem(new Decided(stored, latest.Before)) is not null
        )
            return null;
        var changes = DecidedChanges.Between(
            new DecidedDocument(Deciding.With(stored, latest.Before), latest.Before),
            new DecidedDocument(stored.Document, latest.After)
        );
        return new DecisionAnswer(latest.Id, latest.At, latest.Who, DocumentPath.Said(changes, chart));
    }

    // What stood decided when it was coded last; a decision that is gone has no name any more.
    private static IReadOnlyList<StandingUseAnswer> Standing(SqliteConnection company, StoredDocument stored)
    {
        if (stored.Uses.Count == 0)
            return [];
        var names = new StandingTable(company).Decisions().ToDictionary(d => d.Id, d => d.Name);
        return
        [
            .. stored
                .Uses.OrderBy(u => u.Line)
                .Select(u => new StandingUseAnswer(
                    u.Decision,
                    names.GetValueOrDefault(u.Decision, ""),
                    u.Line,
                    u.Effect.Field,
                    u.Effect.Dimension?.Word ?? "",
                    u.Effect.Value,
                    u.SaidBy(stored.Document),
                    u.Won
                )),
        ];
    }

    private static ReasonAnswer Reason(Document document, HoldRow hold, Composer composer, Chart chart)
    {
        var remedy = Remedies.Mapping(document, new KeptHold(hold.Line, hold.Reason, hold.Value), composer.Ladder);
        var successors =
            hold.Reason == HoldKind.MappingBroken && chart.TryFind(hold.Value, out var lost)
                ? Targets.Successors(lost, chart).Where(s => Targets.BrokenForCost(chart, s.Account.Id) is null)
                : [];
        return new ReasonAnswer(
            hold.Reason,
            hold.Value,
            hold.Detail,
            hold.Line,
            remedy?.Kind,
            remedy?.Key ?? "",
            [.. successors.Select(s => new SuccessorAnswer(s.Account.Id, s.Account.Title, (int)Math.Round(s.Likeness * 100)))]
        );
    }

    private static Document AsItCame(Document document) => document with { PaymentAccountChoice = "", ToAccountChoice = "" };

    // Where several accounts claim the number on that day, these; otherwise all, the claiming one first.
    private static IReadOnlyList<string> Choices(SqliteConnection company, Document document)
    {
        var accounts = ChoiceTable.Of(company).PaymentAccounts;
        var claiming = accounts.Claiming(document.PaymentAccount, document.Date).Select(a => a.Name).ToList();
        return claiming.Count > 1 ? claiming : [.. claiming, .. accounts.All.Select(a => a.Name).Except(claiming)];
    }

    private static List<RungAnswer> Ladder(Composer composer, Document document, DocumentLine line, Chart chart) =>
        [
            .. composer
                .Ladder.Explain(document, line)
                .Select(t =>
                {
                    var account =
                        t.Finding != RungFinding.Decides ? "" : t.Row?.Account ?? (t.Rung is Rung.Person or Rung.Original ? t.Value : "");
                    return new RungAnswer(
                        t.Rung,
                        t.Rung == Rung.Person ? "" : t.Value,
                        t.Finding,
                        account,
                        account.Length > 0 ? chart.Title(account) : "",
                        t.Finding == RungFinding.Decides
                    );
                }),
        ];

    private static NeighboursAnswer? Neighbours(SqliteConnection company, ListQuery? list, long id, DateOnly today)
    {
        if (list is null)
            return null;
        var place = new DocumentList(company).Around(list.Filter(new CompanyTable(company).Currency(), today), list.OrderValue, id);
        return new NeighboursAnswer(place.Previous, place.Next, place.Position, place.Total.Documents, place.Total.IsMore);
    }

    private static List<NoticeAnswer> Noticed(StoredDocument stored, DateOnly today) =>
        [
            .. stored
                .Notices.Concat(stored.Document.Date > today ? [DocumentNotice.DatedAhead] : [])
                .Select(n => new NoticeAnswer(n, n.Sentence())),
        ];

    private static CorrectionAnswer? Correction(SqliteConnection company, Document posted, long id)
    {
        if (new CorrectionTable(company).Of(id).LastOrDefault(c => c.Decision.Length == 0) is not { } open)
            return null;
        if (open.Content == CorrectionTable.Cancelled)
            return new CorrectionAnswer(open.At, open.Who, open.FileName, true, []);
        var content = Encoding.UTF8.GetBytes(open.Content);
        IReadOnlyList<Document> sent = posted.Register is null
            ? [.. DocumentsFile.Read(open.FileName, content, posted.Currency, new Problems()).Select(f => f.Document)]
            : [.. RegisterFile.Read(open.FileName, content, posted.Currency, new Problems()).Select(Document.Of)];
        return new CorrectionAnswer(
            open.At,
            open.Who,
            open.FileName,
            false,
            sent is [var version] ? DocumentDifferences.Of(posted, version) : []
        );
    }

    private static string Free(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";
}
