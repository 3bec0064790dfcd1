namespace Adnumera.Core.Documents;

/// <summary>What happens to a document.</summary>
public enum DocumentEvent
{
    /// <summary>It was composed, and is coded.</summary>
    Coded,

    /// <summary>It was composed, and something holds it.</summary>
    Held,

    /// <summary>It was composed, and the rules leave it out.</summary>
    LeftOut,

    /// <summary>Whoever approves it did.</summary>
    Approved,

    /// <summary>A person sets it aside.</summary>
    SetAside,

    /// <summary>A person takes it up again; it is composed anew.</summary>
    TakenUp,

    /// <summary>A dispatch writes down that it goes.</summary>
    Planned,

    /// <summary>What a dispatch planned and did not send is taken back.</summary>
    Withdrawn,

    /// <summary>The ledger took it.</summary>
    Accepted,

    /// <summary>The ledger refused it.</summary>
    Refused,

    /// <summary>It was read back, and stands in the ledger as intended.</summary>
    FoundAsIntended,

    /// <summary>It was read back, and something differs.</summary>
    FoundDifferent,
}

/// <summary>Where a document is, and whether a person put it there.</summary>
/// <param name="State">The state.</param>
/// <param name="ByPerson">Whether a person set it aside; then only a person takes it up.</param>
public readonly record struct DocumentStanding(DocumentState State, bool ByPerson = false)
{
    /// <summary>Whether composing it anew may change anything: it is open, or a rule set it aside.</summary>
    public bool MayBeCoded => State.IsOpen() || (State == DocumentState.SetAside && !ByPerson);
}

/// <summary>The state that follows, or why the event cannot be.</summary>
public abstract record DocumentStep
{
    private DocumentStep() { }

    /// <summary>It goes there.</summary>
    public sealed record To(DocumentState State) : DocumentStep;

    /// <summary>It stays, and nothing is changed.</summary>
    /// <param name="Why">Why, as people say it.</param>
    public sealed record Refusal(string Why) : DocumentStep;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<DocumentState, T> to, Func<string, T> refusal) =>
        this is To step ? to(step.State) : refusal(((Refusal)this).Why);
}

/// <summary>The life of a document: the only place where its state changes.</summary>
public static class DocumentLife
{
    /// <summary>What follows from an event.</summary>
    /// <param name="now">Where the document is.</param>
    /// <param name="happens">What happens to it.</param>
    /// <param name="needsApproval">Whether somebody has to approve what is coded, before it is ready.</param>
    public static DocumentStep After(DocumentStanding now, DocumentEvent happens, bool needsApproval = false) =>
        happens switch
        {
            DocumentEvent.Coded => Composed(now, needsApproval ? DocumentState.ToApprove : DocumentState.Ready),
            DocumentEvent.Held => Composed(now, DocumentState.Held),
            DocumentEvent.LeftOut => Composed(now, DocumentState.SetAside),
            DocumentEvent.Approved => From(
                now,
                DocumentState.Ready,
                "Only what is coded and waits for approval is approved.",
                DocumentState.ToApprove
            ),
            DocumentEvent.SetAside => Composed(now, DocumentState.SetAside),
            DocumentEvent.TakenUp => now is { State: DocumentState.SetAside, ByPerson: true }
                ? new DocumentStep.To(DocumentState.Held)
                : new DocumentStep.Refusal("Nobody set this document aside."),
            DocumentEvent.Planned => From(now, DocumentState.OnItsWay, "Only what is ready goes to the ledger.", DocumentState.Ready),
            DocumentEvent.Withdrawn => From(now, DocumentState.Ready, "It is not on its way.", DocumentState.OnItsWay),
            DocumentEvent.Accepted => From(now, DocumentState.Posted, "It was not on its way.", DocumentState.OnItsWay),
            DocumentEvent.Refused => From(now, DocumentState.Held, "It was not on its way.", DocumentState.OnItsWay),
            DocumentEvent.FoundAsIntended => From(
                now,
                DocumentState.Proved,
                "It is not in the ledger.",
                DocumentState.Posted,
                DocumentState.Proved
            ),
            DocumentEvent.FoundDifferent => From(
                now,
                DocumentState.Posted,
                "It is not in the ledger.",
                DocumentState.Posted,
                DocumentState.Proved
            ),
        };

    /// <summary>The state in which a document that arrives begins.</summary>
    /// <param name="composed">What composing it came to.</param>
    /// <param name="needsApproval">Whether somebody has to approve what is coded.</param>
    public static DocumentState Begin(DocumentEvent composed, bool needsApproval = false) =>
        Next(new DocumentStanding(DocumentState.Held), composed, needsApproval);

    /// <summary>The state that follows from an event that can be.</summary>
    /// <exception cref="InvalidOperationException">It cannot be.</exception>
    public static DocumentState Next(DocumentStanding now, DocumentEvent happens, bool needsApproval = false) =>
        After(now, happens, needsApproval)
            .Match(state => state, why => throw new InvalidOperationException($"{why} It is {Words<DocumentState>.Of(now.State)}."));

    // What is open, or was left out by a rule, may be decided anew.
    private static DocumentStep Composed(DocumentStanding now, DocumentState state) =>
        now.MayBeCoded ? new DocumentStep.To(state)
        : now.State.IsSent() ? new DocumentStep.Refusal("This document is in the ledger or on its way there, and is locked.")
        : new DocumentStep.Refusal("This document was set aside; take it up again first.");

    private static DocumentStep From(DocumentStanding now, DocumentState state, string why, params ReadOnlySpan<DocumentState> from) =>
        from.Contains(now.State) ? new DocumentStep.To(state) : new DocumentStep.Refusal(why);
}
