using System.Runtime.CompilerServices;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Storage;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>What a dispatch would take, in the order in which it goes.</summary>
/// <param name="Latest">The latest dispatch.</param>
/// <param name="Planned">What an earlier dispatch planned and did not send; none for most.</param>
/// <param name="Unknown">How many were sent and have no clear answer yet; the ledger is asked for them again over time.</param>
public sealed record ToPostAnswer(
    long Documents, string Money, string Currency, IReadOnlyList<string> NewSuppliers, IReadOnlyList<KindTally> Kinds, bool Connected, DispatchAnswer? Latest, PlannedAnswer? Planned, long Unknown);

/// <param name="Dispatch">The dispatch.</param>
/// <param name="Count">How many.</param>
/// <param name="OtherLedger">Whether they were planned for another ledger than the connected one, so that they cannot go on.</param>
public sealed record PlannedAnswer(long Dispatch, long Count, bool OtherLedger);

public sealed record KindTally(string Kind, string Title, long Documents, string Money);

/// <param name="Running">Whether it runs; one that has no end and does not run was cut off.</param>
/// <param name="Unknown">Sent, and without a clear answer.</param>
/// <param name="Unsent">Planned, and not sent.</param>
public sealed record DispatchAnswer(long Id, string StartedAt, string Who, string EndedAt, string Outcome, bool Running, long Planned, long Accepted, long Refused, long Unknown, long Unsent);

public sealed record DispatchDetail(DispatchAnswer Dispatch, IReadOnlyList<OutcomeAnswer> Outcomes);

public sealed record OutcomeAnswer(
    long Id, string Kind, string State, string Explanation, string LedgerId, long DocumentId, string Who, string Reference, string DocumentKind, string Money);

public sealed record DispatchStarted(long Id);

/// <param name="Period">The period whose documents go; blank for all.</param>
public sealed record DispatchRequest(string? Period);

/// <param name="Says">What happens, or happened.</param>
public sealed record CancelAnswer(string Says);

/// <summary>Posting: what goes, and what became of it.</summary>
internal static class PostingEndpoints
{
    private const int MostOutcomes = 500;
    private static readonly TimeSpan Beat = TimeSpan.FromMilliseconds(250);

    public static void MapPosting(this RouteGroupBuilder company)
    {
        var posting = company.MapGroup("posting").WithTags("Posting");
        posting.MapGet("", ToPost).RequireAuthorization(Access.Read);
        var dispatches = company.MapGroup("dispatches").WithTags("Posting");
        dispatches.MapPost("", (DispatchRequest? request, Work work, Dispatcher dispatcher) => TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Start(work, Dates.PeriodOrAll(request?.Period))))).RequireAuthorization(Access.Keep);
        dispatches.MapPost("resume", (Work work, Dispatcher dispatcher) => TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Resume(work)))).RequireAuthorization(Access.Keep);
        dispatches.MapPost("{id:long}/cancel", (long id, Work work, Dispatcher dispatcher) => new CancelAnswer(dispatcher.Cancel(work, id))).RequireAuthorization(Access.Keep);
        dispatches.MapGet("{id:long}", Detail).RequireAuthorization(Access.Read);
        dispatches.MapGet("{id:long}/progress", (long id, Work work, Dispatcher dispatcher, CancellationToken cancel) => TypedResults.ServerSentEvents(Progress(id, work, dispatcher, cancel)))
            .RequireAuthorization(Access.Read).ExcludeFromDescription();
    }

    private static ToPostAnswer ToPost(string? period, Work work, Dispatcher dispatcher)
    {
        var before = dispatcher.Running(work.CompanyId);
        return work.File.Read(c => Shown(c, period, latest => Answer(latest, before, work, dispatcher)));
    }

    private static ToPostAnswer Shown(SqliteConnection c, string? period, Func<DispatchRow, DispatchAnswer> answer)
    {
        var currency = CompanyFile.Of(c).Settings.Currency;
        var outbox = new OutboxTable(c);
        var ready = new ReadyTable(c, Dates.PeriodOrAll(period));
        var kinds = ready.ByKind();
        var known = new LedgerTable(c).Suppliers();
        var connection = new LedgerTable(c).Connection();
        return new ToPostAnswer(
            kinds.Sum(k => k.Documents), Text(kinds.Sum(k => k.Money)), currency.Code,
            [.. ready.Suppliers().Select(known.NameOf).Where(s => !known.IsInLedger(s)).Distinct(Folded.Comparer)],
            [.. kinds.Select(k => new KindTally(k.Kind, Core.Documents.DocumentKinds.Title(Words<Core.Documents.DocumentKind>.Read(k.Kind)), k.Documents, Text(k.Money)))],
            connection is not null, outbox.Latest() is { } latest ? answer(latest) : null,
            outbox.Planned() is { } planned ? new PlannedAnswer(planned.Dispatch, planned.Count, planned.Organisation != connection?.Organisation) : null, outbox.CountUnknown());

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
    }

    private static DispatchDetail Detail(long id, Work work, Dispatcher dispatcher)
    {
        var before = dispatcher.Running(work.CompanyId);
        return work.File.Read(c => Shown(c, id, row => Answer(row, before, work, dispatcher)));
    }

    private static DispatchDetail Shown(SqliteConnection company, long id, Func<DispatchRow, DispatchAnswer> answer)
    {
        var (outbox, currency) = (new OutboxTable(company), CompanyFile.Of(company).Settings.Currency);
        return new(
            answer(outbox.Find(id) ?? throw RefusedException.NotFound("This dispatch")),
            [.. outbox.Outcomes(id, MostOutcomes).Select(o => new OutcomeAnswer(
                o.Id, o.Kind, o.State, o.RefusalText.Length > 0 ? Explain(o.RefusalCode, o.RefusalText) : "", o.LedgerId, o.DocumentId, o.Who, o.Reference, o.DocumentKind, AmountText.Format(o.SignedTotal, currency.Digits)))]);
    }

    // What ran before the row was read may have ended since, and what runs now may have begun since: neither was cut off.
    private static DispatchAnswer Answer(DispatchRow row, long? before, Work work, Dispatcher dispatcher)
    {
        var runs = row.EndedAt.Length == 0 && (before == row.Id || dispatcher.IsRunning(work.CompanyId, row.Id));
        var outcome = row.EndedAt.Length == 0 && !runs ? "It was cut off before its end was written. Go on, or take back what was not sent." : row.Outcome;
        return new(row.Id, row.StartedAt, row.Who, row.EndedAt, outcome, runs, row.Planned, row.Accepted, row.Refused, row.Unknown, row.Unsent);
    }

    private static async IAsyncEnumerable<DispatchAnswer> Progress(long id, Work work, Dispatcher dispatcher, [EnumeratorCancellation] CancellationToken cancel)
    {
        DispatchAnswer? last = null;
        while (!cancel.IsCancellationRequested)
        {
            var before = dispatcher.Running(work.CompanyId);
            if (work.File.Read(c => new OutboxTable(c).Find(id)) is not { } row) yield break;
            var now = Answer(row, before, work, dispatcher);
            if (now != last) yield return last = now;
            if (!now.Running) yield break;
            await Task.Delay(Beat, cancel);
        }
    }

    // The ledger's own words, and what to do.
    private static string Explain(string code, string says) => says + code switch
    {
        "account-closed" => " Map it to another account, or open the account again in the ledger and pull the chart.",
        "account-unknown" => " Pull the chart again; the mapping names an account that is gone.",
        "supplier-unknown" => " Add the supplier in the ledger, then code the document again.",
        "period-locked" => " Unlock the period in the ledger, or move the entry date.",
        "text-too-long" => " Shorten the text at its source and take the document in again.",
        "currency" => " Keep this document in a company of its currency.",
        _ => "",
    };
}
