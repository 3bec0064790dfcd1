namespace Adnumera.Core.Spending;

/// <summary>Which days spending is seen by.</summary>
public enum SpendOver
{
    /// <summary>The document's own day.</summary>
    DocumentDate,

    /// <summary>The day on which it arrived.</summary>
    ArrivalDate,
}

/// <summary>How much of what arrived is seen.</summary>
public enum SpendScope
{
    /// <summary>All that was spent: neither what was set aside nor transfers between the company's own accounts.</summary>
    Spent,

    /// <summary>Of that what is in the ledger.</summary>
    Posted,

    /// <summary>All that arrived.</summary>
    Arrived,

    /// <summary>Transfers between the company's own accounts, which are no spending.</summary>
    Moved,
}

/// <summary>The documents behind a figure of spending.</summary>
/// <param name="By">What it is grouped by; none for a figure over all groups.</param>
/// <param name="Value">The group; blank for what has no value.</param>
/// <param name="Over">By which day.</param>
/// <param name="From">The first month, <c>2026-11</c>; none for since ever.</param>
/// <param name="To">The last month.</param>
/// <param name="Scope">How much of what arrived.</param>
public sealed record SpendNarrowing(SpendBy? By, string Value, SpendOver Over, string? From, string? To, SpendScope Scope);

/// <summary>What stands in each scope.</summary>
public static class SpendScopes
{
    /// <summary>The standings that a scope takes in.</summary>
    public static IReadOnlyList<SpendStanding> Standings(this SpendScope scope) =>
        scope switch
        {
            SpendScope.Spent => [SpendStanding.Waiting, SpendStanding.Posted],
            SpendScope.Posted => [SpendStanding.Posted],
            SpendScope.Arrived => Enum.GetValues<SpendStanding>(),
            SpendScope.Moved => [SpendStanding.Moved],
        };
}
