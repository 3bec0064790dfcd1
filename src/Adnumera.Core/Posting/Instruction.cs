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
    private PostingAnswer()
    {
    }

    /// <summary>It stands in the ledger under this id.</summary>
    public sealed record Accepted(string LedgerId) : PostingAnswer;

    /// <summary>The ledger refused it.</summary>
    /// <param name="Code">The ledger's code.</param>
    /// <param name="LedgerSays">The ledger's own words.</param>
    public sealed record Refused(string Code, string LedgerSays) : PostingAnswer;

    /// <summary>No answer came: it may or may not stand in the ledger.</summary>
    public sealed record Lost(string Why) : PostingAnswer;

    /// <summary>The ledger asks to wait, and did not look at it.</summary>
    public sealed record TryLater(TimeSpan After) : PostingAnswer;

    /// <summary>The connection is not allowed any more, and the ledger did not look at it.</summary>
    public sealed record NotAllowed : PostingAnswer;
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

/// <summary>The rules of the outbox: what is never sent blind, and what follows from an answer.</summary>
public static class Outbox
{
    /// <summary>
    /// The idempotency key of a document's entry: the same for the same revision, so that the ledger takes it once however often it is sent.
    /// </summary>
    public static string KeyOfEntry(string company, long documentId, int revision) =>
        string.Create(CultureInfo.InvariantCulture, $"{company}/document/{documentId}/{revision}");

    /// <summary>The idempotency key of a supplier that the ledger lacks.</summary>
    /// <remarks>The name goes in as a hash, so that a key is plain ASCII and may stand in a header.</remarks>
    public static string KeyOfSupplier(string company, string supplier) =>
        $"{company}/supplier/{Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(Folded.Of(supplier))))}";

    /// <summary>What to do next. One that was sent or is unknown is asked for; it is never sent again before the ledger has said that it does not have it.</summary>
    public static PostingStep Next(InstructionState state) => state switch
    {
        InstructionState.Planned => PostingStep.Send,
        InstructionState.Sent or InstructionState.Unknown => PostingStep.Ask,
        InstructionState.Accepted or InstructionState.Refused => PostingStep.Nothing,
        _ => throw new ArgumentOutOfRangeException(nameof(state)),
    };

    /// <summary>The state that follows from an answer to sending it.</summary>
    public static InstructionState After(PostingAnswer answer) => answer switch
    {
        PostingAnswer.Accepted => InstructionState.Accepted,
        PostingAnswer.Refused => InstructionState.Refused,
        PostingAnswer.Lost => InstructionState.Unknown,
        PostingAnswer.TryLater or PostingAnswer.NotAllowed => InstructionState.Planned,
        _ => throw new ArgumentOutOfRangeException(nameof(answer)),
    };
}
