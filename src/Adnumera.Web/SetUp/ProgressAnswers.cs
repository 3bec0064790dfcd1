namespace Adnumera.Web.SetUp;

/// <summary>A step of setting a company up.</summary>
/// <param name="Step">Which step.</param>
/// <param name="Done">Whether nothing is missing there.</param>
/// <param name="Note">How far one is, or what is missing.</param>
public sealed record StepAnswer(SetUpStep Step, bool Done, string Note);

/// <summary>The steps of setting a company up, in order.</summary>
public enum SetUpStep
{
    /// <summary>Connect the ledger.</summary>
    Connect,

    /// <summary>Fill the roles that are needed.</summary>
    Required,

    /// <summary>Decide for each kind of document.</summary>
    Choices,

    /// <summary>Enter cards and cash.</summary>
    PaymentAccounts,

    /// <summary>Map values, or take a book in.</summary>
    Book,

    /// <summary>Take the first documents in.</summary>
    Arrivals,

    /// <summary>Map what waits.</summary>
    Waiting,

    /// <summary>Say where pay items go, where pay runs come.</summary>
    Payroll,
}

/// <summary>The way of setting up, in order; it can be left and taken up again at any step.</summary>
/// <param name="Next">The first step that is not done; none when all are.</param>
public sealed record ProgressAnswer(IReadOnlyList<StepAnswer> Steps, SetUpStep? Next, int Done);
