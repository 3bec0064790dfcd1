using System.Collections.Concurrent;
using System.Globalization;
using Adnumera.Core.Posting;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Ledger;

namespace Adnumera.Web.Posting;

/// <summary>
/// Runs dispatches, one at a time for each company, by hand and by schedule; goes on with what was cut off, and asks again over time for what has no
/// clear answer. What fails in one company stops no other.
/// </summary>
public sealed class Dispatcher(Companies companies, LedgerAccess ledgers, LedgerTurns turns, TimeProvider clock, ILogger<Dispatcher> log) : BackgroundService
{
    private const int MostTries = 3;
    private const string Turn = "a dispatch";
    private const string Schedule = "schedule";
    private readonly ConcurrentDictionary<string, (long Dispatch, Task Task)> running = new(StringComparer.Ordinal);
    private CancellationToken stopping = CancellationToken.None;

    /// <summary>Plans all that is ready, of one period or of all, and starts sending it; returns the dispatch.</summary>
    /// <exception cref="RefusedException">One is running, or nothing is ready.</exception>
    public long Start(Work work, string? period = null) => Start(work, period, scheduled: false);

    private long Start(Work work, string? period, bool scheduled)
    {
        var (_, organisation, _) = ledgers.Connected(work.File);
        if (work.File.Read(c => new PendingPullTable(c).Exists()))
            throw new RefusedException("pull-waits", "The ledger changed since the last pull, and somebody has to look at what that breaks first. Nothing was sent; take the pull over under Set-up.", StatusCodes.Status409Conflict);
        if (work.File.Read(c => new OutboxTable(c).Planned()) is { } before && !turns.IsTaken(work.CompanyId))
            throw new RefusedException("planned", $"{before.Count} of an earlier dispatch were planned and not sent. Nothing was started; go on with them, or take them back.", StatusCodes.Status409Conflict);
        return Go(work, _ => work.File.InTransaction(c => Planning.Plan(c, work, organisation, period), durable: true), scheduled);
    }

    /// <summary>Goes on with what was planned and not sent, and asks for what has no clear answer.</summary>
    /// <exception cref="RefusedException">There is nothing, or it was planned for another ledger than the connected one.</exception>
    public long Resume(Work work)
    {
        var (_, organisation, name) = ledgers.Connected(work.File);
        var planned = work.File.Read(c => new OutboxTable(c).Planned());
        if (planned is { } other && other.Organisation != organisation)
            throw new RefusedException("other-ledger", $"{other.Count} were planned for another ledger than {name}. Nothing was sent; take them back, or connect that ledger again.", StatusCodes.Status409Conflict);
        var dispatch = planned?.Dispatch ?? work.File.Read(c => new OutboxTable(c).Unanswered(organisation)).Select(i => (long?)i.DispatchId).LastOrDefault()
            ?? throw new RefusedException("nothing-open", "Every instruction has its answer. There is nothing to go on with.");
        return Go(work, _ => work.File.InTransaction(c =>
        {
            new OutboxTable(c).Reopen(dispatch);
            return dispatch;
        }), scheduled: false);
    }

    /// <summary>Stops a dispatch after the instruction that is being sent, or takes back at once what it planned and did not send. Returns what happens, as people say it.</summary>
    public string Cancel(Work work, long dispatch)
    {
        if (IsRunning(work.CompanyId, dispatch))
        {
            work.File.InTransaction(c => new OutboxTable(c).Cancel(dispatch));
            return "It stops after the one that is being sent.";
        }

        using var turn = turns.Take(work.CompanyId, Turn);
        return work.File.InTransaction(c =>
        {
            var outbox = new OutboxTable(c);
            if (outbox.Find(dispatch) is not { } found) throw RefusedException.NotFound("This dispatch");
            if (found.Unsent == 0) throw new RefusedException("nothing-planned", "Nothing of this dispatch is planned any more. Nothing was taken back.", StatusCodes.Status409Conflict);
            var back = Planning.Withdraw(c, dispatch);
            outbox.LeaveUnknown();
            var says = $"Taken back by {work.Who}: {Planning.Tally(outbox.Find(dispatch)!, back)}.";
            outbox.End(dispatch, work.Now, says);
            new AuditTable(c).Add(work.Now, work.Who, "take back", $"dispatch/{dispatch}", null, new { documents = back });
            return says;
        }, durable: true);
    }

    /// <summary>Whether a dispatch runs in this process: one that has no end and does not run was cut off.</summary>
    public bool IsRunning(string company, long dispatch) => Running(company) == dispatch;

    /// <summary>The dispatch of a company that runs now; null when none does.</summary>
    public long? Running(string company) => running.TryGetValue(company, out var now) && !now.Task.IsCompleted ? now.Dispatch : null;

    /// <summary>Waits until the dispatch of a company is over.</summary>
    public Task Completion(string company) => running.TryGetValue(company, out var now) ? now.Task : Task.CompletedTask;

    /// <summary>Starts the dispatches that are due by the companies' schedules, each company's once a day; one that fails is shown and tried again at the next time.</summary>
    public void StartScheduled() => ForEach((company, file) =>
    {
        var now = clock.GetLocalNow();
        var today = DateOnly.FromDateTime(now.DateTime);
        var (schedule, last) = file.Read(c => (CompanyFile.Schedule(c), CompanyFile.LastScheduled(c)));
        if (!TimeOnly.TryParseExact(schedule, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var due) || last == today || TimeOnly.FromDateTime(now.DateTime) < due) return;
        if (turns.IsTaken(company)) return; // Whoever has the turn goes first; a minute later it is tried again.
        file.InTransaction(c =>
        {
            CompanyFile.KeepLastScheduled(c, today);
            return 0;
        });
        try
        {
            Start(new Work(file, company, "the schedule", clock), null, scheduled: true);
        }
        catch (RefusedException e) when (e.Type == "nothing-ready")
        {
            companies.Installation.Well(company, Schedule);
        }
        catch (RefusedException e) when (e.Type == "planned")
        {
            Resume(new Work(file, company, "the schedule", clock));
        }
    }, Schedule);

    /// <summary>Asks for what has no clear answer, where it is time to, and sends again what a ledger surely does not have.</summary>
    public async Task AskAgain(CancellationToken cancel)
    {
        foreach (var company in companies.Installation.Companies())
        {
            try
            {
                var file = companies.Open(company);
                if (file.Read(c => new OutboxTable(c).CountUnknown()) == 0 || file.Read(c => new LedgerTable(c).Connection()) is null || turns.IsTaken(company)) continue;
                using var turn = turns.Take(company, Turn);
                var (ledger, organisation, _) = ledgers.Connected(file);
                await new Sender(file, ledger, organisation, clock).Settle(onlyDue: true, cancel);
            }
            catch (LedgerUnavailableException)
            {
                // It is asked again in a minute.
            }
            catch (Exception e) when (e is not (OutOfMemoryException or OperationCanceledException))
            {
                log.LogError(e, "{Company} could not ask its ledger for what has no answer", company);
            }
        }
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        stopping = stoppingToken;

        // A dispatch that has no end was cut off with the server: it goes on.
        ForEach((company, file) =>
        {
            if (file.Read(c => new OutboxTable(c).Unended()) is { } cutOff) Go(new Work(file, company, cutOff.Who, clock), _ => cutOff.Id, scheduled: false);
        }, "start");
        using var timer = new PeriodicTimer(TimeSpan.FromMinutes(1), clock);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                StartScheduled();
                await AskAgain(stoppingToken);
            }
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
    }

    /// <inheritdoc/>
    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);

        // What is being sent gets its answer first; nothing further is sent.
        await Task.WhenAny(Task.WhenAll(running.Values.Select(r => r.Task)), Task.Delay(Timeout.Infinite, cancellationToken));
    }

    // Each company on its own: whatever goes wrong in one is logged, kept for whoever looks, and stops neither the others nor the server.
    private void ForEach(Action<string, CompanyFile> act, string what)
    {
        foreach (var company in companies.Installation.Companies())
        {
            try
            {
                act(company, companies.Open(company));
            }
            catch (Exception e) when (e is not OutOfMemoryException)
            {
                log.LogError(e, "{What} of {Company} failed", what, company);
                companies.Installation.Trouble(company, what, clock.GetUtcNow(), e is RefusedException or InvalidDataException ? e.Message : "It could not be started: the company's file is busy or cannot be read.");
            }
        }
    }

    private long Go(Work work, Func<IDisposable, long> begin, bool scheduled)
    {
        var turn = turns.Take(work.CompanyId, Turn);
        try
        {
            var dispatch = begin(turn);
            running[work.CompanyId] = (dispatch, Task.Run(() => Run(work, dispatch, turn, scheduled), CancellationToken.None));
            return dispatch;
        }
        catch
        {
            turn.Dispose();
            throw;
        }
    }

    private async Task Run(Work work, long dispatch, IDisposable turn, bool scheduled)
    {
        using var mine = turn;
        var (outcome, well) = ("It was stopped by a fault. Go on to try again, or take back what was not sent.", false);
        try
        {
            (outcome, well) = await Send(work.File, dispatch);
        }
        catch (Exception e) when (e is ObjectDisposedException || (e is OperationCanceledException && stopping.IsCancellationRequested))
        {
            // The server stops; the dispatch stays open and goes on when it starts again.
            return;
        }
        catch (LedgerUnavailableException e) when (e.Trouble == LedgerTrouble.NotAllowed)
        {
            outcome = work.File.InTransaction(c => TakeBack(c, dispatch, "The ledger does not allow the connection any more"));
        }
        catch (Exception e) when (e is LedgerUnavailableException or RefusedException)
        {
            outcome = e.Message;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            log.LogError(e, "Dispatch {Dispatch} of {Company} stopped", dispatch, work.CompanyId);
        }

        try
        {
            work.File.InTransaction(c =>
            {
                var outbox = new OutboxTable(c);
                outbox.LeaveUnknown();
                outbox.End(dispatch, clock.GetUtcNow(), outcome);
                return 0;
            });
            if (scheduled && !well) companies.Installation.Trouble(work.CompanyId, Schedule, clock.GetUtcNow(), outcome);
            else if (well) companies.Installation.Well(work.CompanyId, Schedule);
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Its end is missing; since it does not run, it shows as cut off, with the way on.
            log.LogError(e, "The end of dispatch {Dispatch} of {Company} could not be written", dispatch, work.CompanyId);
        }
    }

    private async Task<(string Outcome, bool Well)> Send(CompanyFile file, long dispatch)
    {
        var (ledger, organisation, name) = ledgers.Connected(file);
        if ((await ledger.Organisation(stopping)).Id != organisation) return ($"The ledger at this address is not {name}'s any more. Nothing was sent; connect it again under Set-up.", false);
        var sender = new Sender(file, ledger, organisation, clock);
        await sender.Settle(onlyDue: false, stopping);
        var tries = 0;
        while (file.Read(c => new OutboxTable(c).NextPlanned(dispatch)) is { } next)
        {
            stopping.ThrowIfCancellationRequested();
            if (file.Read(c => new OutboxTable(c).IsCancelled(dispatch))) return (file.InTransaction(c => TakeBack(c, dispatch, "Stopped by a person")), true);
            if (next.Organisation != organisation) return ($"What is left was planned for another ledger than {name}. It was not sent; take it back, or connect that ledger again.", false);
            switch (await sender.Send(next))
            {
                case PostingAnswer.NotAllowed:
                    throw new LedgerUnavailableException() { Trouble = LedgerTrouble.NotAllowed };
                case PostingAnswer.TryLater later when ++tries <= MostTries:
                    await Task.Delay(later.After < TimeSpan.FromMinutes(1) ? later.After : TimeSpan.FromMinutes(1), clock, stopping);
                    break;
                case PostingAnswer.Lost or PostingAnswer.KeyInUse when ++tries <= MostTries:
                    break;
                case PostingAnswer.TryLater:
                    return ("The ledger asks to wait. What was not sent stays planned; go on later, or take it back.", false);
                case PostingAnswer.Lost or PostingAnswer.KeyInUse:
                    return ("The ledger gives no clear answers. What it may have taken is asked for by its key, again over time; go on later with the rest, or take it back.", false);
                default:
                    tries = 0;
                    break;
            }
        }

        var row = file.Read(c => new OutboxTable(c).Find(dispatch))!;
        return (row.Unknown == 0 ? "done" : $"{Planning.Tally(row, 0)}.", row.Unknown == 0);
    }

    private static string TakeBack(Microsoft.Data.Sqlite.SqliteConnection company, long dispatch, string why)
    {
        var back = Planning.Withdraw(company, dispatch);
        return $"{why}: {Planning.Tally(new OutboxTable(company).Find(dispatch)!, back)}.";
    }
}
