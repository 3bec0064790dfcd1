namespace Adnumera.Core.Ledger;

/// <summary>What can be switched on or off in a ledger.</summary>
public enum LedgerFeature
{
    /// <summary>Departments on lines.</summary>
    Departments,

    /// <summary>Locations on lines.</summary>
    Locations,

    /// <summary>Projects on lines.</summary>
    Projects,

    /// <summary>Customers on lines.</summary>
    Customers,

    /// <summary>Tax codes on lines.</summary>
    Tax,

    /// <summary>Journal entries.</summary>
    Journals,

    /// <summary>Items.</summary>
    Items,
}

/// <summary>What the connected ledger can do.</summary>
/// <param name="On">What is switched on.</param>
public sealed record LedgerCapabilities(IReadOnlyList<LedgerFeature> On)
{
    /// <summary>Up to how many characters a reference has.</summary>
    public int LongestReference { get; init; } = 30;

    /// <summary>Up to how many characters a memo has.</summary>
    public int LongestText { get; init; } = 200;

    /// <summary>A ledger that can do everything; for work without a connected ledger.</summary>
    public static LedgerCapabilities Everything { get; } = new(Enum.GetValues<LedgerFeature>());

    /// <summary>Whether a feature is switched on.</summary>
    public bool Can(LedgerFeature feature) => On.Contains(feature);

    /// <summary>The feature that a kind of dimension needs.</summary>
    public static LedgerFeature For(DimensionKind kind) => kind switch
    {
        DimensionKind.Department => LedgerFeature.Departments,
        DimensionKind.Location => LedgerFeature.Locations,
        DimensionKind.Project => LedgerFeature.Projects,
        DimensionKind.Customer => LedgerFeature.Customers,
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };
}
