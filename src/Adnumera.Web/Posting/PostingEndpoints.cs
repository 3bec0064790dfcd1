using System.Runtime.CompilerServices;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>Posting: what goes, and what became of it.</summary>
internal static class PostingEndpoints
{
    private const int OutcomesAtOnce = 200;
    private const int DispatchesAtOnce = 100;
    private static readonly TimeSpan Beat = TimeSpan.FromMilliseconds(250);

    public static void MapPosting(this RouteGroupBuilder company)
    {
        var posting = company.MapGroup("posting").WithTags("Posting");
        posting.MapGet("", ToPost).Needs(Right.Read);
        var dispatches = company.MapGroup("dispatches").WithTags("Posting");
        dispatches.MapGet("", All).Needs(Right.Read);
        dispatches.MapPost("", Start).Needs(Right.Bookkeep);
        dispatches.MapPost("resume", Resume).Needs(Right.Bookkeep);
        dispatches.MapPost("{id:long}/cancel", Cancel).Needs(Right.Bookkeep);
        dispatches.MapGet("{id:long}", Detail).Needs(Right.Read);
        dispatches.MapGet("{id:long}/progress", Follow).Needs(Right.Read).ExcludeFromDescription();
    }

    private static CancelAnswer Cancel(long id, CompanyBooks books, Dispatcher dispatcher) => new(dispatcher.Cancel(books, id));

    private static ServerSentEventsResult<DispatchAnswer> Follow(
        long id,
        CompanyBooks books,
        Dispatcher dispatcher,
        CancellationToken cancel
    ) => TypedResults.ServerSentEvents(Progress(id, books, dispatcher, cancel));

    private static Accepted<DispatchStarted> Start(
        [AsParameters] ListQuery list,
        DispatchRequest? request,
        CompanyBooks books,
        Dispatcher dispatcher
    )
    {
        var narrowed = Narrowed(string.IsNullOrEmpty(request?.Period) ? list : list with { Period = request.Period }, books);
        var choice = new PostingChoice(narrowed, request?.LeaveOut ?? [], request?.NewSuppliers);
        return TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Start(books, choice)));
    }

    private static DocumentFilter Narrowed(ListQuery list, CompanyBooks books) =>
        list.Filter(books.File.Read(c => new CompanyTable(c).Currency()), books.Today);

    private static IReadOnlyList<DispatchAnswer> All(long? before, CompanyBooks books, Dispatcher dispatcher)
    {
        var running = dispatcher.Running(books.CompanyId);
        return books.File.Read(c =>
            new OutboxTable(c).Dispatches(DispatchesAtOnce, before).Select(d => Answer(d, running, books, dispatcher)).ToList()
        );
    }

    private static Accepted<DispatchStarted> Resume(CompanyBooks books, Dispatcher dispatcher) =>
        TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Resume(books)));

    private static ToPostAnswer ToPost([AsParameters] ListQuery list, long[]? leaveOut, CompanyBooks books, Dispatcher dispatcher)
    {
        var before = dispatcher.Running(books.CompanyId);
        var choice = new PostingChoice(Narrowed(list, books), leaveOut ?? [], null);
        return books.File.Read(c => Shown(c, choice, latest => Answer(latest, before, books, dispatcher)));
    }

    private static ToPostAnswer Shown(SqliteConnection c, PostingChoice choice, Func<DispatchRow, DispatchAnswer> answer)
    {
        var currency = new CompanyTable(c).Currency();
        var outbox = new OutboxTable(c);
        var ready = choice.Ready(c);
        var kinds = ready.Kinds();
        var connection = new LedgerTable(c).Connection();
        return new ToPostAnswer(
            kinds.Sum(k => k.Tally.Documents),
            Text(kinds.Sum(k => k.Tally.Money)),
            currency.Code,
            PostingChoice.NewSuppliers(c, ready),
            [.. kinds.Select(k => new KindTally(k.Kind, k.Kind.Title(), k.Tally.Documents, Text(k.Tally.Money)))],
            Totals(ready.Accounts(), new LedgerTable(c).Chart(), currency),
            connection is not null,
            outbox.Latest() is { } latest ? answer(latest) : null,
            outbox.Planned() is { } planned
                ? new PlannedAnswer(planned.Dispatch, planned.Count, planned.Organisation != connection?.Organisation)
                : null,
            outbox.CountUnknown()
        );

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
    }

    private static IReadOnlyList<AccountTotalAnswer> Totals(IReadOnlyList<AccountTotal> totals, Chart chart, Currency currency) =>
        [
            .. totals.Select(t => new AccountTotalAnswer(
                t.Account,
                chart.Title(t.Account),
                AmountText.Format(t.Debit, currency.Digits),
                AmountText.Format(t.Credit, currency.Digits),
                t.Documents
            )),
        ];

    private static DispatchDetail Detail(long id, int? skip, CompanyBooks books, Dispatcher dispatcher)
    {
        var before = dispatcher.Running(books.CompanyId);
        return books.File.Read(c => Shown(c, id, skip ?? 0, row => Answer(row, before, books, dispatcher)));
    }

    private static DispatchDetail Shown(SqliteConnection company, long id, int skip, Func<DispatchRow, DispatchAnswer> answer)
    {
        var (outbox, currency) = (new OutboxTable(company), new CompanyTable(company).Currency());
        return new(
            answer(outbox.Find(id) ?? throw RefusedException.NotFound("This dispatch")),
            [
                .. outbox
                    .Outcomes(id, OutcomesAtOnce, skip)
                    .Select(o => new OutcomeAnswer(
                        o.Id,
                        Words<InstructionKind>.Read(o.Kind),
                        Words<InstructionState>.Read(o.State),
                        o.RefusalText.Length > 0 ? Explain(o.RefusalCode, o.RefusalText) : "",
                        o.LedgerId,
                        o.DocumentId,
                        o.Who,
                        o.Reference,
                        o.DocumentKind.Length > 0 ? Words<DocumentKind>.Read(o.DocumentKind) : null,
                        AmountText.Format(o.SignedTotal, currency.Digits)
                    )),
            ],
            Totals(outbox.Accounts(id), new LedgerTable(company).Chart(), currency)
        );
    }

    // What ran before the row was read may have ended since, and what runs now may have begun since: neither was cut off.
    private static DispatchAnswer Answer(DispatchRow row, long? before, CompanyBooks books, Dispatcher dispatcher)
    {
        var runs = row.EndedAt.Length == 0 && (before == row.Id || dispatcher.IsRunning(books.CompanyId, row.Id));
        var outcome =
            row.EndedAt.Length == 0 && !runs
                ? "It was cut off before its end was written. Go on, or take back what was not sent."
                : row.Outcome;
        return new(
            row.Id,
            row.StartedAt,
            row.Who,
            row.EndedAt,
            outcome,
            runs,
            row.Planned,
            row.Accepted,
            row.Refused,
            row.Unknown,
            row.Unsent
        );
    }

    private static async IAsyncEnumerable<DispatchAnswer> Progress(
        long id,
        CompanyBooks books,
        Dispatcher dispatcher,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        DispatchAnswer? last = null;
        while (!cancel.IsCancellationRequested)
        {
            var before = dispatcher.Running(books.CompanyId);
            if (books.File.Read(c => new OutboxTable(c).Find(id)) is not { } row)
                yield break;
            var now = Answer(row, before, books, dispatcher);
            if (now != last)
                yield return last = now;
            if (!now.Running)
                yield break;
            await Task.Delay(Beat, cancel);
        }
    }

    // The ledger's own words, and what to do.
    private static string Explain(string code, string text) =>
        text
        + code switch
        {
            "account-closed" => " Map it to another account, or open the account again in the ledger and pull the chart.",
            "account-unknown" => " Pull the chart again; the mapping names an account that is gone.",
            "supplier-unknown" => " Add the supplier in the ledger, then code the document again.",
            "period-locked" => " Unlock the period in the ledger, or move the entry date.",
            "text-too-long" => " Shorten it on the document.",
            "currency" => " Say on the document what it comes to in the company’s currency.",
            _ => "",
        };
}
