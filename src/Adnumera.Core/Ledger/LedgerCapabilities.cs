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
    /// <summary>The dimensions that the ledger defines itself, beside the four, and has switched on.</summary>
    public IReadOnlyList<Dimension> OwnDimensions { get; init; } = [];

    /// <summary>Up to how many characters a reference has.</summary>
    public int LongestReference { get; init; } = 30;

    /// <summary>Up to how many characters a memo has.</summary>
    public int LongestText { get; init; } = 200;

    /// <summary>A ledger that can do everything; for work without a connected ledger.</summary>
    public static LedgerCapabilities Everything { get; } = new(Enum.GetValues<LedgerFeature>());

    /// <summary>All dimensions that lines may carry, in their order.</summary>
    public IReadOnlyList<Dimension> Dimensions => [.. Dimension.Standard.Where(Can), .. OwnDimensions.Order()];

    /// <summary>Whether a feature is switched on.</summary>
    public bool Can(LedgerFeature feature) => On.Contains(feature);

    /// <summary>Whether lines may carry a dimension.</summary>
    public bool Can(Dimension dimension) => FeatureOf(dimension) is { } feature ? Can(feature) : OwnDimensions.Contains(dimension);

    private static LedgerFeature? FeatureOf(Dimension dimension) =>
        dimension == Dimension.Department ? LedgerFeature.Departments
        : dimension == Dimension.Location ? LedgerFeature.Locations
        : dimension == Dimension.Project ? LedgerFeature.Projects
        : dimension == Dimension.Customer ? LedgerFeature.Customers
        : null;
}
