using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Layouts;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Incomplete;

/// <summary>A document that is not complete: shown as it would become, and taken in once nothing is wrong with it.</summary>
internal sealed class Completing
{
    private readonly SqliteConnection company;
    private readonly IncompleteRow row;
    private readonly Currency currency;
    private readonly List<FieldProblem> wrong = [];
    private readonly Document? document;

    /// <param name="company">The company's file.</param>
    /// <param name="id">The document.</param>
    /// <exception cref="RefusedException">There is none.</exception>
    public Completing(SqliteConnection company, long id)
    {
        this.company = company;
        row = new IncompleteTable(company).Find(id) ?? throw RefusedException.NotFound("This document");
        currency = new CompanyTable(company).Currency();
        document = Named(TypedDocuments.Read(row.Typed, OwnId, currency, wrong));
    }

    /// <summary>Its texts, what is wrong with them, and what it becomes.</summary>
    /// <param name="media">The media type of its picture; blank for none.</param>
    public IncompleteAnswer Answer(Func<ArrivalRow, string> media)
    {
        var (typed, arrival) = (row.Typed, new ArrivalTable(company).Find(row.ArrivalId)!);
        var isOpen = row.StateValue == IncompleteState.Open;
        return new IncompleteAnswer(
            row.Id,
            row.ArrivalId,
            arrival.Original == 1 ? arrival.FileName : "",
            Words<ArrivalForm>.Read(arrival.Form),
            row.Place,
            media(arrival),
            row.StateValue,
            row.DocumentId,
            typed.Head,
            typed.Lines,
            row.ProposedFields,
            row.SaidProblems,
            wrong,
            isOpen && document is not null ? Becomes(document) : null,
            isOpen ? Earlier(typed) : null,
            row.ChangedAt,
            row.ChangedBy,
            RevisionOf(row)
        );
    }

    /// <summary>What tells what was typed from any other version of it.</summary>
    public static string RevisionOf(IncompleteRow row) => Revision.Of((row.Content, row.Proposed).ToString());

    /// <summary>Takes it in, within the caller's transaction.</summary>
    /// <param name="books">The books.</param>
    /// <param name="media">The media type of a picture.</param>
    /// <returns>The document that it became.</returns>
    /// <exception cref="RefusedException">Something is wrong with it, or it does not wait any more.</exception>
    public long TakeIn(CompanyBooks books, Func<ArrivalRow, string> media)
    {
        if (row.StateValue != IncompleteState.Open)
            throw Refused(row.StateValue == IncompleteState.TakenIn ? "It was taken in already." : "It was left; take it up again first.");
        if (document is null)
            throw Refused($"{wrong[0].Column}: {wrong[0].Message}.");
        var arrival = new ArrivalTable(company).Find(row.ArrivalId)!;
        var plan = Plan(document);
        plan.Arrival = arrival.Id;
        Documents.TakeIn.Write(company, books, arrival.FileName, plan);
        var id = new DocumentTable(company).Known([document.Identity])[document.Identity];
        var now = Iso.Text(books.Now);
        new ArrivalTable(company).Grow(
            arrival.Id,
            document.Identity.Source,
            document.Lines.Count,
            (plan.Added, plan.Updated, plan.Unchanged),
            document.Currency == currency ? document.SignedTotal : 0
        );
        if (arrival.Form == Words<ArrivalForm>.Of(ArrivalForm.Picture))
            new AttachmentTable(company).Add(id, new AttachmentRow(arrival.Sha256, arrival.FileName, media(arrival), now, books.Who));
        new IncompleteTable(company).Become(row.Id, IncompleteState.TakenIn, id, now, books.Who);
        new AuditTable(company).Add(books.Now, books.Who, "completed", $"document/{id}", null, new { incomplete = row.Id });
        return id;
    }

    // The same picture again has the same id; what is typed without a file is one of its own.
    private string OwnId => row.Fingerprint.Length > 0 ? row.Fingerprint[..16].ToLowerInvariant() : $"typed-{row.Id}";

    // A record of a table without ids gets the id that it would have had: the same again within its file is another one.
    private Document? Named(Document? read)
    {
        if (read is null || row.Typed is not { IdColumns.Count: > 0 } typed || typed["source_id"].Length > 0)
            return read;
        var id = RowIds.Of(typed, read);
        var table = new DocumentTable(company);
        for (var times = 1; ; times++)
        {
            var identity = read.Identity with { SourceId = times == 1 ? id : $"{id}-{times}" };
            if (!table.Known([identity]).TryGetValue(identity, out var other) || table.Find(other)!.ArrivalId != row.ArrivalId)
                return read with { Identity = identity };
        }
    }

    private ArrivalPlan Plan(Document read) =>
        ArrivalPlan.Of(company, [new ArrivedRecord.Taken("", row.Place, read)], CancellationToken.None);

    private BecomesAnswer? Becomes(Document read)
    {
        var plan = Plan(read);
        if (plan.Changes is not [var change])
            return Nothing(read, plan);
        var chart = new LedgerTable(company).Chart();
        var composed = change.Composed;
        var journal = JournalView.Of(composed, chart);
        var undecided = UndecidedLines.Of(composed);
        var (debit, credit, balances) = JournalView.Totals(journal, undecided);
        string Money(long minor) => AmountText.Format(minor, read.Currency.Digits);
        return new BecomesAnswer(
            change.Before is null ? ArrivalEffect.Added : ArrivalEffect.Updated,
            DocumentLife.Begin(composed.Event),
            read.Currency.Code,
            Money(read.Total),
            [.. journal.Select(j => j.ToAnswer(read.Currency))],
            [.. undecided.Select(u => new UndecidedLine(u.Title, Money(Math.Max(u.Signed, 0)), Money(Math.Max(-u.Signed, 0))))],
            Money(debit),
            Money(credit),
            balances,
            composed.Head.Form,
            Day.Text(composed.EntryDate),
            composed.Head.Reference,
            [.. composed.Reasons.Select(r => ReasonWords.Of(r).Detail)],
            change.DuplicateName?.ToString() ?? "",
            change.DuplicateOf ?? 0
        );
    }

    private static BecomesAnswer Nothing(Document read, ArrivalPlan plan) =>
        new(
            plan.Unchanged > 0 ? ArrivalEffect.Unchanged : ArrivalEffect.ProposedCorrection,
            DocumentState.Held,
            read.Currency.Code,
            AmountText.Format(read.Total, read.Currency.Digits),
            [],
            [],
            "0",
            "0",
            false,
            default,
            "",
            "",
            [],
            "",
            0
        );

    // Where no line is begun yet, how the supplier's last one was.
    private EarlierAnswer? Earlier(TypedDocument typed)
    {
        if (typed["supplier"].Trim() is not { Length: > 0 } supplier || new DocumentTable(company).LatestOf(supplier) is not { } id)
            return null;
        var last = new DocumentTable(company).Find(id)!.Document;
        return new EarlierAnswer(
            id,
            Day.Text(last.Date),
            last.Reference,
            AmountText.Format(last.Total, last.Currency.Digits),
            last.Currency.Code,
            TypedDocuments.Of(last).Lines
        );
    }

    private static RefusedException Refused(string why) => new("incomplete", $"{why} Nothing was taken in.", StatusCodes.Status409Conflict);
}
