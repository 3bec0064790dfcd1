using Adnumera.Core.Documents;

namespace Adnumera.Core.Count;

/// <summary>How many documents, and how much money.</summary>
/// <param name="Documents">Documents.</param>
/// <param name="Money">Sum of their totals in minor units, credits and refunds negative.</param>
public readonly record struct Tally(long Documents, long Money)
{
    /// <summary>Both together.</summary>
    public static Tally operator +(Tally left, Tally right) => new(left.Documents + right.Documents, checked(left.Money + right.Money));

    /// <summary>What is left.</summary>
    public static Tally operator -(Tally left, Tally right) => new(left.Documents - right.Documents, checked(left.Money - right.Money));

    /// <summary>Both together; see the operator.</summary>
    public static Tally Add(Tally left, Tally right) => left + right;

    /// <summary>What is left; see the operator.</summary>
    public static Tally Subtract(Tally left, Tally right) => left - right;
}

/// <summary>
/// The seven states in count and money. What arrived is counted on its own, so that the sum can be held against it:
/// arrived = proved + posted + on its way + ready + to approve + held + set aside.
/// </summary>
public sealed class StateTotals
{
    private readonly Tally[] byState = new Tally[Enum.GetValues<DocumentState>().Length];

    /// <summary>All that arrived, counted when it arrived.</summary>
    public Tally Arrived { get; private set; }

    /// <summary>The total of a state.</summary>
    public Tally this[DocumentState state] => byState[(int)state];

    /// <summary>The sum of the seven states.</summary>
    public Tally Sum => byState.Aggregate(default(Tally), (sum, t) => sum + t);

    /// <summary>Whether nothing appeared or disappeared.</summary>
    public bool IsConserved => Arrived == Sum;

    /// <summary>Counts what arrived.</summary>
    public void Arrive(Tally tally) => Arrived += tally;

    /// <summary>Counts what stands in a state.</summary>
    public void Stand(DocumentState state, Tally tally) => byState[(int)state] += tally;
}
