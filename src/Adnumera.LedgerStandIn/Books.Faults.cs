using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>Faults that can be switched on, to see what those who are connected make of them.</content>
public sealed partial class Books
{
    public Faults Faults() =>
        Locked(() =>
        {
            var (slow, lose, refuse, many, gone) = file.QuerySingle<(long, long, long, long, long?)>(
                "select slow_milliseconds, lose_answers, refuse_percent, too_many, gone_after from fault"
            );
            var (unclear, late, milliseconds) = file.QuerySingle<(long, long, long)>(
                "select unclear_answers, late_commits, late_milliseconds from late_fault"
            );
            return new Faults((int)slow, (int)lose, (int)refuse, (int)many, (int?)gone, (int)unclear, (int)late, (int)milliseconds);
        });

    public void SetFaults(Faults faults) =>
        Locked(() =>
            file.Execute(
                "update fault set slow_milliseconds = @SlowMilliseconds, lose_answers = @LoseAnswers, refuse_percent = @RefusePercent, "
                    + "too_many = @TooMany, gone_after = @GoneAfter; update late_fault "
                    + "set unclear_answers = @UnclearAnswers, late_commits = @LateCommits, late_milliseconds = @LateMilliseconds",
                faults
            )
        );

    /// <summary>Whether this post is saved and answered as if it were not; counts it off.</summary>
    public bool AnswersUnclear() =>
        Locked(() => file.Execute("update late_fault set unclear_answers = unclear_answers - 1 where unclear_answers > 0") == 1);

    /// <summary>How many milliseconds later this post is saved, after its connection broke; none for one that is saved at once. Counts it
    /// off.</summary>
    public int? CommitsLate() =>
        Locked(() =>
            file.Execute("update late_fault set late_commits = late_commits - 1 where late_commits > 0") == 1
                ? (int?)file.ExecuteScalar<long>("select late_milliseconds from late_fault")
                : null
        );

    /// <summary>Whether this answer is one of those that get lost; counts it off.</summary>
    public bool LosesThisAnswer() =>
        Locked(() => file.Execute("update fault set lose_answers = lose_answers - 1 where lose_answers > 0") == 1);

    /// <summary>Whether this request is one of too many; counts it off.</summary>
    public bool IsOneTooMany() => Locked(() => file.Execute("update fault set too_many = too_many - 1 where too_many > 0") == 1);

    /// <summary>Whether the ledger is gone; counts this answer off while it is not.</summary>
    public bool IsGone() =>
        Locked(() =>
            file.Execute("update fault set gone_after = gone_after - 1 where gone_after > 0") == 0
            && file.ExecuteScalar<long?>("select gone_after from fault") == 0
        );

    private void RefuseByChance()
    {
        if (Random.Shared.Next(100) < file.ExecuteScalar<long>("select refuse_percent from fault"))
            throw new RefusalException("by-chance", "The ledger refuses this one by chance; the fault is switched on.");
    }
}
