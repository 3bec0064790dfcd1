using Adnumera.Core.Posting;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Posting;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Posting;

/// <summary>How a dispatch ended.</summary>
/// <param name="Outcome">What became of it, as people say it.</param>
/// <param name="Well">Whether nothing is left for a person.</param>
internal readonly record struct DispatchEnd(string Outcome, bool Well);

/// <summary>One run of a dispatch: sends what it planned, one by one, and says how it ended.</summary>
internal sealed class DispatchRun(LedgerAccess ledgers, TimeProvider clock, CompanyFile file, long dispatch, CancellationToken stopping)
{
    private const int MostTries = 3;
    private static readonly TimeSpan LongestWait = TimeSpan.FromMinutes(1);

    /// <summary>Runs it; what goes wrong on the way to the ledger is its outcome.</summary>
    public async Task<DispatchEnd> Run()
    {
        var end = await Sent();
        // Whoever stopped it meant the rest, whatever else ended it.
        return !end.Well && file.Read(c => new OutboxTable(c).IsCancelled(dispatch))
            ? new DispatchEnd(file.InTransaction(c => Planning.TakeBack(c, dispatch, "Stopped by a person")), Well: true)
            : end;
    }

    private async Task<DispatchEnd> Sent()
    {
        try
        {
            return await Send();
        }
        catch (LedgerUnavailableException e) when (e.Trouble == LedgerTrouble.NotAllowed)
        {
            return new DispatchEnd(
                file.InTransaction(c => Planning.TakeBack(c, dispatch, "The ledger does not allow the connection any more")),
                Well: false
            );
        }
        catch (Exception e) when (e is LedgerUnavailableException or RefusedException)
        {
            return new DispatchEnd(e.Message, Well: false);
        }
    }

    private async Task<DispatchEnd> Send()
    {
        var (ledger, organisation, name) = ledgers.Connected(file);
        file.Read(c =>
        {
            Pull.RefuseOther(c, organisation);
            return 0;
        });
        if ((await ledger.Organisation(stopping)).Id != organisation)
            return new DispatchEnd(
                $"The ledger at this address is not {name}'s any more. Nothing was sent; connect it again under Set-up.",
                Well: false
            );
        var sender = new Sender(file, ledger, organisation, clock);
        await sender.Settle(onlyDue: false, stopping);
        var tries = 0;
        while (file.Read(c => new OutboxTable(c).NextPlanned(dispatch)) is { } next)
        {
            stopping.ThrowIfCancellationRequested();
            if (file.Read(c => new OutboxTable(c).IsCancelled(dispatch)))
                return new DispatchEnd(file.InTransaction(c => Planning.TakeBack(c, dispatch, "Stopped by a person")), Well: true);
            if (next.Organisation != organisation)
                return new DispatchEnd(
                    $"What is left was planned for another ledger than {name}. It was not sent; "
                        + "take it back, or connect that ledger again.",
                    Well: false
                );
            var answer = await sender.Send(next);
            tries = answer is PostingAnswer.Accepted or PostingAnswer.Refused ? 0 : tries + 1;
            if (await After(answer, tries > MostTries) is { } end)
                return end;
        }

        var row = file.Read(c => new OutboxTable(c).Find(dispatch))!;
        return row switch
        {
            { Unsent: > 0 } => new DispatchEnd(
                $"{Planning.Tally(row, 0)}: they wait until it is known whether the ledger has their suppliers. Go on then, or "
                    + "take them back.",
                Well: false
            ),
            { Unknown: > 0 } => new DispatchEnd($"{Planning.Tally(row, 0)}.", Well: false),
            _ => new DispatchEnd("done", Well: true),
        };
    }

    // Whether the dispatch ends with an answer; otherwise it goes on, after a wait where the ledger asks for one.
    private async Task<DispatchEnd?> After(PostingAnswer answer, bool tooOften)
    {
        var unclear = tooOften
            ? new DispatchEnd(
                "The ledger gives no clear answers. What it may have taken is asked for by its key, again over time; "
                    + "go on later with the rest, or take it back.",
                Well: false
            )
            : (DispatchEnd?)null;
        var (end, wait) = answer.Match<(DispatchEnd? End, TimeSpan Wait)>(
            accepted: _ => default,
            refused: _ => default,
            lost: _ => (unclear, default),
            keyInUse: _ => (unclear, default),
            tryLater: later =>
                tooOften
                    ? (
                        new DispatchEnd(
                            "The ledger asks to wait. What was not sent stays planned; go on later, or take it back.",
                            Well: false
                        ),
                        default
                    )
                    : (null, later.After < LongestWait ? later.After : LongestWait),
            notAllowed: _ => throw new LedgerUnavailableException { Trouble = LedgerTrouble.NotAllowed }
        );
        if (wait > TimeSpan.Zero)
            await Task.Delay(wait, clock, stopping);
        return end;
    }
}
