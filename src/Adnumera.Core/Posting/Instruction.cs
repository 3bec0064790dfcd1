using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace Adnumera.Core.Posting;

/// <summary>Where an instruction to the ledger is.</summary>
public enum InstructionState
{
    /// <summary>Written down, not sent.</summary>
    Planned,

    /// <summary>Sent, no answer yet.</summary>
    Sent,

    /// <summary>The ledger took it.</summary>
    Accepted,

    /// <summary>The ledger refused it, with a reason.</summary>
    Refused,

    /// <summary>Sent, and the answer was lost: the ledger must be asked for its key before anything else.</summary>
    Unknown,
}

/// <summary>What the ledger did with an instruction, as far as it is known.</summary>
public abstract record PostingAnswer
{
    private PostingAnswer() { }

    /// <summary>It stands in the ledger under this id.</summary>
    public sealed record Accepted(string LedgerId) : PostingAnswer;

    /// <summary>The ledger refused it.</summary>
    /// <param name="Code">The ledger's code.</param>
    /// <param name="LedgerText">The ledger's own words.</param>
    public sealed record Refused(string Code, string LedgerText) : PostingAnswer;

    /// <summary>No clear answer came: it may or may not stand in the ledger.</summary>
    public sealed record Lost(string Why) : PostingAnswer;

    /// <summary>The ledger has its key already, with other content: something stands there under it.</summary>
    public sealed record KeyInUse(string LedgerText) : PostingAnswer;

    /// <summary>The ledger asks to wait, and did not look at it.</summary>
    public sealed record TryLater(TimeSpan After) : PostingAnswer;

    /// <summary>The connection is not allowed any more, and the ledger did not look at it.</summary>
    public sealed record NotAllowed : PostingAnswer;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(
        Func<Accepted, T> accepted,
        Func<Refused, T> refused,
        Func<Lost, T> lost,
        Func<KeyInUse, T> keyInUse,
        Func<TryLater, T> tryLater,
        Func<NotAllowed, T> notAllowed
    ) =>
        this is Accepted a ? accepted(a)
        : this is Refused r ? refused(r)
        : this is Lost l ? lost(l)
        : this is KeyInUse k ? keyInUse(k)
        : this is TryLater t ? tryLater(t)
        : notAllowed((NotAllowed)this);
}

/// <summary>What to do next with an instruction.</summary>
public enum PostingStep
{
    /// <summary>Send it.</summary>
    Send,

    /// <summary>Ask the ledger whether it has its key.</summary>
    Ask,

    /// <summary>Nothing: it has its answer.</summary>
    Nothing,
}

/// <summary>How often the ledger said that it does not have a key, and since when.</summary>
/// <param name="Times">How often; 0 before the first time.</param>
/// <param name="Since">When it said so first.</param>
/// <param name="Latest">When it said so last.</param>
public readonly record struct Absence(int Times, DateTimeOffset Since, DateTimeOffset Latest)
{
    /// <summary>The same after the ledger said so once more.</summary>
    public Absence And(DateTimeOffset now) => Times == 0 ? new Absence(1, now, now) : new Absence(Times + 1, Since, now);
}

/// <summary>The rules of the outbox: what is never sent blind, and what follows from an answer.</summary>
public static class Outbox
{
    /// <summary>How often the ledger must have said that it does not have a key before the same content goes again under it.</summary>
    public const int AbsentTimes = 3;

    /// <summary>Over how long it must have said so: a slow ledger may take an entry long after nobody waits for its answer.</summary>
    public static readonly TimeSpan AbsentFor = TimeSpan.FromMinutes(10);

    /// <summary>How long to wait before a ledger is asked for the same key again without a person.</summary>
    public static readonly TimeSpan BetweenAsks = TimeSpan.FromMinutes(5);

    /// <summary>
    /// The idempotency key of a document's entry: the same for the same revision, so that the ledger takes it once however often it is
    /// sent.
    /// </summary>
    public static string KeyOfEntry(string company, long documentId, int revision) =>
        string.Create(CultureInfo.InvariantCulture, $"{company}/document/{documentId}/{revision}");

    /// <summary>The idempotency key of a supplier that the ledger lacks; another one for each ledger, and after each clear
    /// answer.</summary>
    /// <remarks>The name goes in as a hash, so that a key is plain ASCII and may stand in a header.</remarks>
    public static string KeyOfSupplier(string company, string organisation, string supplier, int revision) =>
        string.Create(CultureInfo.InvariantCulture, $"{company}/supplier/{Hash($"{organisation}\0{Folded.Of(supplier)}")}/{revision}");

    /// <summary>
    /// What to do next. One that was sent or is unknown is asked for; it goes again, with the same content under the same key, only when
    /// the ledger has said often enough and over long enough that it does not have it.
    /// </summary>
    /// <param name="state">Where it is.</param>
    /// <param name="absence">What the ledger said of its key.</param>
    public static PostingStep Next(InstructionState state, Absence absence = default) =>
        state switch
        {
            InstructionState.Planned => PostingStep.Send,
            InstructionState.Unknown when absence.Times >= AbsentTimes && absence.Latest - absence.Since >= AbsentFor => PostingStep.Send,
            InstructionState.Sent or InstructionState.Unknown => PostingStep.Ask,
            InstructionState.Accepted or InstructionState.Refused => PostingStep.Nothing,
        };

    /// <summary>Whether an unknown one is to be asked for again by itself.</summary>
    public static bool IsDue(Absence absence, DateTimeOffset now) =>
        absence.Times == 0 || now - absence.Latest >= BetweenAsks || Next(InstructionState.Unknown, absence) == PostingStep.Send;

    /// <summary>
    /// The state that follows from an answer to sending it. What the ledger turned away at the door is as it was before; but an earlier
    /// attempt that may have arrived stays unknown.
    /// </summary>
    public static InstructionState After(InstructionState before, PostingAnswer answer)
    {
        var turnedAway = before == InstructionState.Unknown ? InstructionState.Unknown : InstructionState.Planned;
        return answer.Match(
            accepted: _ => InstructionState.Accepted,
            refused: _ => InstructionState.Refused,
            lost: _ => InstructionState.Unknown,
            keyInUse: _ => InstructionState.Unknown,
            tryLater: _ => turnedAway,
            notAllowed: _ => turnedAway
        );
    }

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
