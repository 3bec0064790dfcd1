namespace Adnumera.Core.Documents;

/// <summary>Where a document is; at any time in exactly one. The seven add up to all that arrived.</summary>
public enum DocumentState
{
    /// <summary>Waits for a person, with every reason.</summary>
    Held,

    /// <summary>Coded, waits for an approver.</summary>
    ToApprove,

    /// <summary>Coded and approved: the next dispatch takes it.</summary>
    Ready,

    /// <summary>Sent, or it is not known whether the ledger took it.</summary>
    OnItsWay,

    /// <summary>The ledger took it.</summary>
    Posted,

    /// <summary>Read back and found as intended.</summary>
    Proved,

    /// <summary>Deliberately left out, with a reason.</summary>
    SetAside,
}

/// <summary>What follows from the state of a document.</summary>
public static class DocumentStates
{
    /// <summary>Open: a change of the mapping may still change what is posted.</summary>
    public static bool IsOpen(this DocumentState state) => state is DocumentState.Held or DocumentState.ToApprove or DocumentState.Ready;

    /// <summary>In the ledger, or on the way there: locked against changes.</summary>
    public static bool IsSent(this DocumentState state) => state is DocumentState.OnItsWay or DocumentState.Posted or DocumentState.Proved;

    /// <summary>How many of the five milestones are reached: arrived, coded, approved, posted, proved.</summary>
    public static int Milestones(this DocumentState state) =>
        state switch
        {
            DocumentState.Held or DocumentState.SetAside => 1,
            DocumentState.ToApprove => 2,
            DocumentState.Ready or DocumentState.OnItsWay => 3,
            DocumentState.Posted => 4,
            DocumentState.Proved => 5,
        };
}
