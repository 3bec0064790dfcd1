using System.Runtime.CompilerServices;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Storage;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Posting;

/// <summary>What a dispatch would take, in the order in which it goes.</summary>
public sealed record ToPostAnswer(long Documents, string Money, string Currency, IReadOnlyList<string> NewSuppliers, IReadOnlyList<KindTally> Kinds, bool Connected, DispatchAnswer? Latest, long Open);

public sealed record KindTally(string Kind, string Title, long Documents, string Money);

public sealed record DispatchAnswer(long Id, string StartedAt, string Who, string EndedAt, string Outcome, bool Running, long Planned, long Accepted, long Refused, long Open);

public sealed record DispatchDetail(DispatchAnswer Dispatch, IReadOnlyList<OutcomeAnswer> Outcomes);

public sealed record OutcomeAnswer(
    long Id, string Kind, string State, string Explanation, string LedgerId, long DocumentId, string Who, string Reference, string DocumentKind, string Money);

public sealed record DispatchStarted(long Id);

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
        dispatches.MapPost("", (Work work, Dispatcher dispatcher) => TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Start(work)))).RequireAuthorization(Access.Keep);
        dispatches.MapPost("resume", (Work work, Dispatcher dispatcher) => TypedResults.Accepted((string?)null, new DispatchStarted(dispatcher.Resume(work)))).RequireAuthorization(Access.Keep);
        dispatches.MapPost("{id:long}/cancel", (long id, Work work) =>
        {
            work.File.InTransaction(c => new OutboxTable(c).Cancel(id));
            return TypedResults.NoContent();
        }).RequireAuthorization(Access.Keep);
        dispatches.MapGet("{id:long}", (long id, Work work) => work.File.Read(c => Detail(id, new OutboxTable(c), CompanyFile.Of(c).Settings.Currency))).RequireAuthorization(Access.Read);
        dispatches.MapGet("{id:long}/progress", (long id, Work work, CancellationToken cancel) => TypedResults.ServerSentEvents(Progress(id, work, cancel)))
            .RequireAuthorization(Access.Read).ExcludeFromDescription();
    }

    private static ToPostAnswer ToPost(Work work) => work.File.Read(c =>
    {
        var currency = CompanyFile.Of(c).Settings.Currency;
        var outbox = new OutboxTable(c);
        var kinds = new ReadyTable(c).ByKind();
        var known = new LedgerTable(c).Suppliers();
        return new ToPostAnswer(
            kinds.Sum(k => k.Documents), Text(kinds.Sum(k => k.Money)), currency.Code,
            [.. new ReadyTable(c).Suppliers().Select(known.NameOf).Where(s => !known.IsInLedger(s)).Distinct(Folded.Comparer)],
            [.. kinds.Select(k => new KindTally(k.Kind, Core.Documents.DocumentKinds.Title(Words<Core.Documents.DocumentKind>.Read(k.Kind)), k.Documents, Text(k.Money)))],
            new LedgerTable(c).Connection() is not null, outbox.Latest() is { } latest ? Answer(latest) : null, outbox.CountOpen());

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
    });

    private static DispatchDetail Detail(long id, OutboxTable outbox, Currency currency) => new(
        Answer(outbox.Find(id) ?? throw RefusedException.NotFound("This dispatch")),
        [.. outbox.Outcomes(id, MostOutcomes).Select(o => new OutcomeAnswer(
            o.Id, o.Kind, o.State, o.RefusalText.Length > 0 ? Explain(o.RefusalCode, o.RefusalText) : "", o.LedgerId, o.DocumentId, o.Who, o.Reference, o.DocumentKind, AmountText.Format(o.SignedTotal, currency.Digits)))]);

    private static DispatchAnswer Answer(DispatchRow row) =>
        new(row.Id, row.StartedAt, row.Who, row.EndedAt, row.Outcome, row.EndedAt.Length == 0, row.Planned, row.Accepted, row.Refused, row.Open);

    private static async IAsyncEnumerable<DispatchAnswer> Progress(long id, Work work, [EnumeratorCancellation] CancellationToken cancel)
    {
        DispatchAnswer? last = null;
        while (!cancel.IsCancellationRequested && work.File.Read(c => new OutboxTable(c).Find(id)) is { } row)
        {
            var now = Answer(row);
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
