namespace Adnumera.Core.Ledger;

/// <summary>What composing needs to know of the connected ledger, beside its chart.</summary>
public sealed class ConnectedLedger
{
    private readonly Dictionary<(Dimension Dimension, string Name), string> dimensions;
    private readonly Dictionary<string, PaymentTerm> terms;
    private readonly HashSet<string> employees;
    private readonly HashSet<string> taxCodes;

    /// <summary>Makes it of what was pulled; only active dimension values and employees count.</summary>
    public ConnectedLedger(
        LedgerCapabilities capabilities,
        IEnumerable<LedgerDimension> dimensions,
        IEnumerable<PaymentTerm> terms,
        IEnumerable<LedgerEmployee> employees,
        IEnumerable<LedgerTaxCode> taxCodes
    )
    {
        Capabilities = capabilities;
        this.dimensions = dimensions
            .Where(d => d.Active)
            .DistinctBy(d => (d.Dimension, Folded.Of(d.Name)))
            .ToDictionary(d => (d.Dimension, Folded.Of(d.Name)), d => d.Name);
        this.employees = employees.Where(e => e.Active).Select(e => e.Name).ToHashSet(Folded.Comparer);
        this.taxCodes = taxCodes.Select(t => t.Code).ToHashSet(Folded.Comparer);
        this.terms = terms.ToDictionary(t => t.Id, StringComparer.Ordinal);
    }

    /// <summary>What it can do.</summary>
    public LedgerCapabilities Capabilities { get; }

    /// <summary>A dimension value as the ledger spells it; null when it has no such active one.</summary>
    public string? ValueOf(Dimension dimension, string name) => dimensions.GetValueOrDefault((dimension, Folded.Of(name)));

    /// <summary>Whether it has an active employee of that name.</summary>
    public bool HasEmployee(string name) => employees.Contains(name);

    /// <summary>Whether it has a tax code.</summary>
    public bool HasTaxCode(string code) => taxCodes.Contains(code);

    /// <summary>A payment term by its id.</summary>
    public PaymentTerm? Term(string id) => terms.GetValueOrDefault(id);
}
