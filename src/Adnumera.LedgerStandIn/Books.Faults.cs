using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>Faults that can be switched on, to see what those who are connected make of them.</content>
public sealed partial class Books
{
    public Faults Faults() => Locked(() =>
    {
        var (slow, lose, refuse, many, gone) = file.QuerySingle<(long, long, long, long, long?)>("select slow_milliseconds, lose_answers, refuse_percent, too_many, gone_after from fault");
        return new Faults((int)slow, (int)lose, (int)refuse, (int)many, (int?)gone);
    });

    public void SetFaults(Faults faults) => Locked(() => file.Execute(
        "update fault set slow_milliseconds = @SlowMilliseconds, lose_answers = @LoseAnswers, refuse_percent = @RefusePercent, too_many = @TooMany, gone_after = @GoneAfter", faults));

    /// <summary>Whether this answer is one of those that get lost; counts it off.</summary>
    public bool LosesThisAnswer() => Locked(() => file.Execute("update fault set lose_answers = lose_answers - 1 where lose_answers > 0") == 1);

    /// <summary>Whether this request is one of too many; counts it off.</summary>
    public bool IsOneTooMany() => Locked(() => file.Execute("update fault set too_many = too_many - 1 where too_many > 0") == 1);

    /// <summary>Whether the ledger is gone; counts this answer off while it is not.</summary>
    public bool IsGone() => Locked(() => file.Execute("update fault set gone_after = gone_after - 1 where gone_after > 0") == 0 && file.ExecuteScalar<long?>("select gone_after from fault") == 0);

    private void RefuseByChance()
    {
        if (Random.Shared.Next(100) < file.ExecuteScalar<long>("select refuse_percent from fault")) throw new RefusalException("by-chance", "The ledger refuses this one by chance; the fault is switched on.");
    }
}
