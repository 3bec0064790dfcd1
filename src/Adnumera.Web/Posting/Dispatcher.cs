using System.Collections.Concurrent;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Posting;

/// <summary>
/// Runs dispatches, one at a time for each company, and goes on with what was cut off. What fails in one company stops no other.
/// </summary>
public sealed class Dispatcher(CompanyFiles companies, LedgerAccess ledgers, LedgerTurns turns, TimeProvider clock, ILogger<Dispatcher> log)
    : IHostedService,
        IDisposable
{
    internal const string Turn = "a dispatch";
    private readonly ConcurrentDictionary<string, (long Dispatch, Task Task)> running = new(StringComparer.Ordinal);
    private readonly CancellationTokenSource stop = new();

    /// <summary>Plans what is ready of a choice, and starts sending it; returns the dispatch.</summary>
    /// <param name="books">The company's books.</param>
    /// <param name="choice">What goes.</param>
    /// <param name="scheduled">Whether the schedule starts it, so that how it ends is noted for whoever looks.</param>
    /// <exception cref="RefusedException">One is running, or nothing is ready.</exception>
    public long Start(CompanyBooks books, PostingChoice choice, bool scheduled = false)
    {
        var (_, organisation, _) = ledgers.Connected(books.File);
        if (books.File.Read(c => new PendingPullTable(c).Exists()))
        {
            throw new RefusedException(
                "pull-waits",
                "The ledger changed since the last pull, and somebody has to look at what that breaks first. Nothing was sent; "
                    + "take the pull over under Set-up.",
                StatusCodes.Status409Conflict
            );
        }

        if (books.File.Read(c => new OutboxTable(c).Planned()) is { } before && !turns.IsTaken(books.CompanyId))
        {
            throw new RefusedException(
                "planned",
                $"{before.Count} of an earlier dispatch were planned and not sent. Nothing was started; "
                    + "go on with them, or take them back.",
                StatusCodes.Status409Conflict
            );
        }

        return Go(books, () => books.File.InTransaction(c => Planning.Plan(c, books, organisation, choice), durable: true), scheduled);
    }

    /// <summary>Goes on with what was planned and not sent, and asks for what has no clear answer.</summary>
    /// <exception cref="RefusedException">There is nothing, or it was planned for another ledger than the connected one.</exception>
    public long Resume(CompanyBooks books)
    {
        var (_, organisation, name) = ledgers.Connected(books.File);
        var planned = books.File.Read(c => new OutboxTable(c).Planned());
        if (planned is { } other && other.Organisation != organisation)
        {
            throw new RefusedException(
                "other-ledger",
                $"{other.Count} were planned for another ledger than {name}. Nothing was sent; "
                    + "take them back, or connect that ledger again.",
                StatusCodes.Status409Conflict
            );
        }

        var dispatch =
            planned?.Dispatch
            ?? books.File.Read(c => new OutboxTable(c).Unanswered(organisation)).Select(i => (long?)i.DispatchId).LastOrDefault()
            ?? throw new RefusedException("nothing-open", "Every instruction has its answer. There is nothing to go on with.");
        return Go(
            books,
            () =>
                books.File.InTransaction(c =>
                {
                    new OutboxTable(c).Reopen(dispatch);
                    return dispatch;
                }),
            scheduled: false
        );
    }

    /// <summary>Stops a dispatch after the instruction that is being sent, or takes back at once what it planned and did not send. Returns
    /// what happens, as people say it.</summary>
    public string Cancel(CompanyBooks books, long dispatch)
    {
        if (IsRunning(books.CompanyId, dispatch))
        {
            books.File.InTransaction(c => new OutboxTable(c).Cancel(dispatch));
            return "It stops after the one that is being sent.";
        }

        using var turn = turns.Take(books.CompanyId, Turn);
        return books.File.InTransaction(
            c =>
            {
                var outbox = new OutboxTable(c);
                if (outbox.Find(dispatch) is not { } found)
                    throw RefusedException.NotFound("This dispatch");
                if (found.Unsent == 0)
                    throw new RefusedException(
                        "nothing-planned",
                        "Nothing of this dispatch is planned any more. Nothing was taken back.",
                        StatusCodes.Status409Conflict
                    );
                var back = Planning.Withdraw(c, dispatch);
                outbox.LeaveUnknown();
                var outcome = $"Taken back by {books.Who}: {Planning.Tally(outbox.Find(dispatch)!, back)}.";
                outbox.End(dispatch, books.Now, outcome);
                new AuditTable(c).Add(books.Now, books.Who, "take back", $"dispatch/{dispatch}", null, new { documents = back });
                return outcome;
            },
            durable: true
        );
    }

    /// <summary>Whether a dispatch runs in this process: one that has no end and does not run was cut off.</summary>
    public bool IsRunning(string company, long dispatch) => Running(company) == dispatch;

    /// <summary>The dispatch of a company that runs now; null when none does.</summary>
    public long? Running(string company) => running.TryGetValue(company, out var now) && !now.Task.IsCompleted ? now.Dispatch : null;

    /// <summary>Waits until the dispatch of a company is over.</summary>
    public Task Completion(string company) => running.TryGetValue(company, out var now) ? now.Task : Task.CompletedTask;

    /// <inheritdoc/>
    public Task StartAsync(CancellationToken cancellationToken)
    {
        // A dispatch that has no end was cut off with the server: it goes on, before anything is asked of this one.
        companies.ForEach(
            log,
            Unattended.Start,
            clock,
            (company, file) =>
            {
                if (file.Read(c => new OutboxTable(c).Unended()) is { } cutOff)
                    Go(new CompanyBooks(file, company, cutOff.Who, clock), () => cutOff.Id, scheduled: false);
            }
        );
        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public async Task StopAsync(CancellationToken cancellationToken)
    {
        await stop.CancelAsync();

        // What is being sent gets its answer first; nothing further is sent.
        await Task.WhenAny(Task.WhenAll(running.Values.Select(r => r.Task)), Task.Delay(Timeout.Infinite, cancellationToken));
    }

    /// <inheritdoc/>
    public void Dispose() => stop.Dispose();

    private long Go(CompanyBooks books, Func<long> begin, bool scheduled)
    {
        var turn = turns.Take(books.CompanyId, Turn);
        try
        {
            var dispatch = begin();
            running[books.CompanyId] = (dispatch, Task.Run(() => Run(books, dispatch, turn, scheduled), CancellationToken.None));
            return dispatch;
        }
        catch
        {
            turn.Dispose();
            throw;
        }
    }

    private async Task Run(CompanyBooks books, long dispatch, IDisposable turn, bool scheduled)
    {
        using var mine = turn;
        using var work = Telemetry.Work.StartActivity("dispatch");
        var end = new DispatchEnd("It was stopped by a fault. Go on to try again, or take back what was not sent.", Well: false);
        try
        {
            end = await new DispatchRun(ledgers, clock, books.File, dispatch, stop.Token).Run();
        }
        catch (Exception e) when (e is ObjectDisposedException || (e is OperationCanceledException && stop.IsCancellationRequested))
        {
            // The server stops; the dispatch stays open and goes on when it starts again.
            return;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            log.LogError(e, "Dispatch {Dispatch} of {Company} stopped", dispatch, books.CompanyId);
        }

        try
        {
            Write(books, dispatch, end, scheduled);
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Its end is missing; since it does not run, it shows as cut off, with the way on.
            log.LogError(e, "The end of dispatch {Dispatch} of {Company} could not be written", dispatch, books.CompanyId);
        }
    }

    private void Write(CompanyBooks books, long dispatch, DispatchEnd end, bool scheduled)
    {
        books.File.InTransaction(c =>
        {
            var outbox = new OutboxTable(c);
            outbox.LeaveUnknown();
            outbox.End(dispatch, clock.GetUtcNow(), end.Outcome);
            return 0;
        });
        if (end.Well)
            companies.Installation.Well(books.CompanyId, Unattended.Schedule);
        else if (scheduled)
            companies.Installation.Trouble(books.CompanyId, Unattended.Schedule, clock.GetUtcNow(), end.Outcome);
    }
}
