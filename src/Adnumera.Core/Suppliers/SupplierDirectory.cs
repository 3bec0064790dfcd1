namespace Adnumera.Core.Suppliers;

/// <summary>Whom a source's spelling of a supplier means in the ledger.</summary>
public sealed class SupplierDirectory
{
    private readonly Dictionary<string, string> inLedger;
    private readonly Dictionary<string, string> links;

    /// <summary>Makes it of the ledger's names and of what a person linked.</summary>
    /// <param name="ledgerNames">The names of the ledger's suppliers.</param>
    /// <param name="links">Spellings with the name that they stand for.</param>
    public SupplierDirectory(IEnumerable<string> ledgerNames, IEnumerable<(string Spelling, string Name)> links)
    {
        inLedger = ledgerNames.GroupBy(n => n, Folded.Comparer).ToDictionary(g => g.Key, g => g.First(), Folded.Comparer);
        this.links = links.ToDictionary(l => l.Spelling, l => l.Name, Folded.Comparer);
    }

    /// <summary>The name that the entry carries: the linked one, else as the ledger spells it, else as the source does.</summary>
    public string NameOf(string spelling)
    {
        var name = links.GetValueOrDefault(spelling, spelling);
        return inLedger.GetValueOrDefault(name, name);
    }

    /// <summary>Whether the ledger has a supplier of that name.</summary>
    public bool IsInLedger(string name) => inLedger.ContainsKey(name);
}
