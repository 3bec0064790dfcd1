using System.Collections.Concurrent;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Ledger;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>
/// Runs dispatches, one at a time for each company. Everything is written down before it is sent, so that a run that was
/// cut off goes on where it was.
/// </summary>
public sealed class Dispatcher(Companies companies, LedgerAccess ledgers, LedgerTurns turns, TimeProvider clock, ILogger<Dispatcher> log) : BackgroundService
{
    private const int MostTries = 3;
    private readonly ConcurrentDictionary<string, Task> running = new(StringComparer.Ordinal);
    private CancellationToken stopping = CancellationToken.None;

    /// <summary>Plans all that is ready and starts sending it; returns the dispatch.</summary>
    /// <exception cref="RefusedException">One is running, or nothing is ready.</exception>
    public long Start(Work work)
    {
        ledgers.Open(work.File);
        if (work.File.Read(c => new PendingPullTable(c).Exists()))
            throw new RefusedException("pull-waits", "The ledger changed since the last pull, and somebody has to look at what that breaks first. Nothing was sent; take the pull over under Set-up.", StatusCodes.Status409Conflict);
        var turn = turns.Take(work.CompanyId, "a dispatch");
        try
        {
            var dispatch = work.File.InTransaction(c => Plan(c, work));
            Go(work.File, work.CompanyId, dispatch, turn);
            return dispatch;
        }
        catch
        {
            turn.Dispose();
            throw;
        }
    }

    /// <summary>Goes on with what has no answer yet.</summary>
    public long Resume(Work work)
    {
        var open = work.File.Read(c => new OutboxTable(c).NextOpen()) ?? throw new RefusedException("nothing-open", "Every instruction has its answer. There is nothing to go on with.");
        var turn = turns.Take(work.CompanyId, "a dispatch");
        work.File.InTransaction(c => new OutboxTable(c).Reopen(open.DispatchId));
        Go(work.File, work.CompanyId, open.DispatchId, turn);
        return open.DispatchId;
    }

    /// <summary>Waits until the dispatch of a company is over.</summary>
    public Task Completion(string company) => running.TryGetValue(company, out var task) ? task : Task.CompletedTask;

    /// <inheritdoc/>
    protected override Task ExecuteAsync(CancellationToken stoppingToken)
    {
        stopping = stoppingToken;

        // A dispatch that has no end was cut off with the server: it goes on.
        foreach (var company in companies.Installation.Companies())
        {
            var file = companies.Open(company);
            if (file.Read(c => new OutboxTable(c).Running()) is { } cutOff) Go(file, company, cutOff.Id, turns.Take(company, "a dispatch"));
        }

        return Scheduled(stoppingToken);
    }

    /// <summary>Starts the dispatches that are due by the companies' schedules; each company's once a day.</summary>
    public void StartScheduled()
    {
        var now = clock.GetLocalNow();
        var today = DateOnly.FromDateTime(now.DateTime);
        foreach (var company in companies.Installation.Companies())
        {
            var file = companies.Open(company);
            var (schedule, last) = file.Read(c => (CompanyFile.Schedule(c), CompanyFile.LastScheduled(c)));
            if (!TimeOnly.TryParseExact(schedule, "HH:mm", System.Globalization.CultureInfo.InvariantCulture, System.Globalization.DateTimeStyles.None, out var due) || last == today || TimeOnly.FromDateTime(now.DateTime) < due) continue;
            try
            {
                Start(new Work(file, company, "the schedule", clock));
            }
            catch (RefusedException e) when (e.Type == "ledger-busy")
            {
                continue; // Whoever has the turn goes first; a minute later it is tried again.
            }
            catch (RefusedException e)
            {
                log.LogInformation("The scheduled dispatch of {Company} did not start: {Reason}", company, e.Message);
            }

            file.InTransaction(c =>
            {
                CompanyFile.KeepLastScheduled(c, today);
                return 0;
            });
        }
    }

    private async Task Scheduled(CancellationToken cancel)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromMinutes(1), clock);
        try
        {
            while (await timer.WaitForNextTickAsync(cancel)) StartScheduled();
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
        await Task.WhenAny(Task.WhenAll(running.Values), Task.Delay(Timeout.Infinite, cancellationToken));
    }

    private static long Plan(SqliteConnection company, Work work)
    {
        var documents = new DocumentTable(company);
        var ready = documents.Ready();
        if (ready.Count == 0) throw new RefusedException("nothing-ready", "No document is ready. Nothing was sent.");
        var outbox = new OutboxTable(company);
        var dispatch = outbox.Start(work.Now, work.Who);
        var composer = Coding.Composer(company);
        var suppliers = new LedgerTable(company).Suppliers();
        var (slug, missing) = (CompanyFile.Of(company).Slug, new HashSet<string>(Core.Folded.Comparer));
        using var writer = new CodingWriter(company);
        foreach (var stored in ready.Chunk(1000).SelectMany(documents.Load))
        {
            var coded = composer.Compose(stored.Document, stored.DuplicateOf);
            if (!coded.IsCoded)
            {
                // Should not be: whatever decides it has changed since. It is held, with its reasons.
                writer.Recode(stored, coded);
                continue;
            }

            if (coded.Lines.Count == 0)
            {
                writer.Move(stored, DocumentState.SetAside, setAside: "zero");
                continue;
            }

            var supplier = suppliers.NameOf(Instructions.Supplier(stored.Document, coded));
            if (supplier.Length > 0 && !suppliers.IsInLedger(supplier) && missing.Add(supplier))
                outbox.PlanSupplier(dispatch, Outbox.KeyOfSupplier(slug, supplier), supplier);
            outbox.PlanEntry(dispatch, stored.Id, stored.Revision, Instructions.Of(slug, stored, coded, suppliers));
            writer.Move(stored, DocumentState.OnItsWay);
        }

        writer.Complete();
        new AuditTable(company).Add(work.Now, work.Who, "dispatch", $"dispatch/{dispatch}", null, new { documents = ready.Count, suppliers = missing.Count });
        return dispatch;
    }

    private void Go(CompanyFile file, string company, long dispatch, IDisposable turn) => running[company] = Task.Run(async () =>
    {
        using var mine = turn;
        var outcome = "stopped by a fault; go on to try again";
        try
        {
            outcome = await Send(file, dispatch, stopping);
        }
        catch (Exception e) when (e is ObjectDisposedException || (e is OperationCanceledException && stopping.IsCancellationRequested))
        {
            // The server stops; the dispatch stays open and goes on when it starts again.
            return;
        }
        catch (LedgerUnavailableException e)
        {
            outcome = e.Message;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            log.LogError(e, "Dispatch {Dispatch} of {Company} stopped", dispatch, company);
        }

        file.InTransaction(c =>
        {
            new OutboxTable(c).End(dispatch, clock.GetUtcNow(), outcome);
            return 0;
        });
    }, CancellationToken.None);

    private async Task<string> Send(CompanyFile file, long dispatch, CancellationToken cancel)
    {
        var ledger = ledgers.Open(file);
        var lost = 0;
        while (file.Read(c => new OutboxTable(c).NextOpen()) is { } next)
        {
            cancel.ThrowIfCancellationRequested();
            if (next.StateValue == InstructionState.Planned && file.Read(c => new OutboxTable(c).IsCancelled(dispatch)))
            {
                file.InTransaction(c => Withdraw(c, next.DispatchId));
                return "stopped by a person; what was not sent is ready again";
            }

            if (Outbox.Next(next.StateValue) == PostingStep.Ask)
            {
                var id = await ledger.FindByKey(next.IdempotencyKey, cancel);
                file.InTransaction(c => Answer(c, next, id is null ? null : new PostingAnswer.Accepted(id)));
                continue;
            }

            file.InTransaction(c =>
            {
                new OutboxTable(c).Sent(next.Id, clock.GetUtcNow());
                return 0;
            });

            // Once it is sent it is not taken back: its answer is waited for even when the server stops.
            var answer = next.Kind == "supplier"
                ? await ledger.PostSupplier(next.IdempotencyKey, next.Content, CancellationToken.None)
                : await ledger.PostEntry(next.Entry, CancellationToken.None);
            file.InTransaction(c => Answer(c, next, answer));
            switch (answer)
            {
                case PostingAnswer.NotAllowed:
                    return "The ledger does not allow the connection any more. Connect it again under Set-up, then go on.";
                case PostingAnswer.TryLater later when ++lost <= MostTries:
                    await Task.Delay(later.After < TimeSpan.FromMinutes(1) ? later.After : TimeSpan.FromMinutes(1), clock, cancel);
                    break;
                case PostingAnswer.Lost when ++lost <= MostTries:
                    break;
                case PostingAnswer.TryLater or PostingAnswer.Lost:
                    return "The ledger does not answer. What it may have taken is asked for by its key when you go on.";
                default:
                    lost = 0;
                    break;
            }
        }

        return "done";
    }

    // Null: the ledger was asked for its key and does not have it, so it may be sent.
    private int Answer(SqliteConnection company, InstructionRow instruction, PostingAnswer? answer)
    {
        var outbox = new OutboxTable(company);
        var now = clock.GetUtcNow();
        if (answer is null)
        {
            outbox.Answered(instruction.Id, InstructionState.Planned, now);
            return 0;
        }

        var state = Outbox.After(answer);
        switch (answer)
        {
            case PostingAnswer.Accepted accepted:
                outbox.Answered(instruction.Id, state, now, accepted.LedgerId);
                if (instruction.Kind == "supplier") new LedgerTable(company).AddSupplier(new LedgerSupplier(accepted.LedgerId, instruction.Content));
                else Move(company, instruction, (writer, document) => writer.Move(document, DocumentState.Posted, accepted.LedgerId));
                break;
            case PostingAnswer.Refused refused:
                outbox.Answered(instruction.Id, state, now, code: refused.Code, text: refused.LedgerSays);
                if (instruction.Kind == "entry")
                    Move(company, instruction, (writer, document) => writer.Refuse(document, new HoldReason.Refused(refused.Code, refused.LedgerSays)));
                break;
            default:
                outbox.Answered(instruction.Id, state, now);
                break;
        }

        return 0;
    }

    private static int Withdraw(SqliteConnection company, long dispatch)
    {
        using var writer = new CodingWriter(company);
        foreach (var document in new DocumentTable(company).Load(new OutboxTable(company).Withdraw(dispatch)))
            writer.Move(document, DocumentState.Ready);
        writer.Complete();
        return 0;
    }

    private static void Move(SqliteConnection company, InstructionRow instruction, Action<CodingWriter, StoredDocument> move)
    {
        using var writer = new CodingWriter(company);
        move(writer, new DocumentTable(company).Find(instruction.DocumentId!.Value)!);
        writer.Complete();
    }
}
