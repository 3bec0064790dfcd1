namespace Adnumera.Core.Documents;

/// <summary>What arriving again does to a document.</summary>
public enum ArrivalEffect
{
    /// <summary>It was not here before.</summary>
    Added,

    /// <summary>It says something else than before, and is taken over.</summary>
    Updated,

    /// <summary>It says the same as before.</summary>
    Unchanged,

    /// <summary>It says something else, and what was here stays: it is in the ledger, on its way there, or a person set it aside.</summary>
    ProposedCorrection,
}

/// <summary>Versions of one document: the same source and id (02-domain, chapter 3).</summary>
public static class DocumentVersions
{
    /// <summary>What a version that arrives does.</summary>
    /// <param name="was">The version that is here; none when it arrives for the first time.</param>
    /// <param name="standing">Where that one is.</param>
    /// <param name="now">The version that arrives.</param>
    public static ArrivalEffect Effect(Document? was, DocumentStanding standing, Document now) =>
        was is null ? ArrivalEffect.Added
        : SayTheSame(was, now) ? ArrivalEffect.Unchanged
        : standing.MayBeCoded ? ArrivalEffect.Updated
        : ArrivalEffect.ProposedCorrection;

    /// <summary>Whether a source says the same of a document as before; what a person decided here does not count.</summary>
    public static bool SayTheSame(Document was, Document now)
    {
        if (was.Lines.Count != now.Lines.Count || !HeadsAgree(was, now))
            return false;
        for (var i = 0; i < now.Lines.Count; i++)
        {
            var (old, line) = (was.Lines[i], now.Lines[i]);
            if (
                old
                != line with
                {
                    Account = line.Account.Length == 0 ? old.Account : line.Account,
                    FoundAccount = old.FoundAccount,
                    PriceBefore = old.PriceBefore,
                }
            )
                return false;
        }

        return !now.NotDuplicate || was.NotDuplicate;
    }

    // Two lists are equal as records only when they are the same list.
    private static bool HeadsAgree(Document was, Document now) =>
        was with
        {
            Lines = now.Lines,
            NotDuplicate = now.NotDuplicate,
            PaymentAccountChoice = now.PaymentAccountChoice,
            ToAccountChoice = now.ToAccountChoice,
            Private = now.Private,
            NotPrivate = now.NotPrivate,
        } == now;
}
