namespace Adnumera.Core.Ledger;

/// <summary>What a proposal about suppliers would join.</summary>
public enum SupplierProposalKind
{
    /// <summary>A source's spelling and a supplier of the ledger.</summary>
    Link,

    /// <summary>Two spellings of the sources, neither of which the ledger has.</summary>
    Merge,

    /// <summary>Two suppliers of the ledger; only its owner can join them there.</summary>
    LedgerTwins,
}

/// <summary>Two suppliers that may be the same. Only a person joins them.</summary>
/// <param name="Kind">What it would join.</param>
/// <param name="Left">The spelling that would be linked.</param>
/// <param name="Right">The name that it would stand for.</param>
/// <param name="RightId">The ledger's id of the right one; blank when the ledger does not have it.</param>
/// <param name="Evidence">Why they may be the same, the strongest first.</param>
/// <param name="Confidence">0 to 1, by the strongest evidence.</param>
public sealed record SupplierProposal(SupplierProposalKind Kind, string Left, string Right, string RightId, IReadOnlyList<string> Evidence, double Confidence);

/// <summary>Finds suppliers that may be the same: by normalised name, tax number, e-mail domain and address.</summary>
public static class SupplierProposals
{
    private const double AlikeEnough = 0.82;
    private static readonly HashSet<string> SharedDomains = new(StringComparer.OrdinalIgnoreCase) { "mail.example", "post.example" };

    /// <summary>All proposals, the surest first.</summary>
    /// <param name="spellings">How the sources spell suppliers, those that are linked left out.</param>
    /// <param name="ledger">The ledger's suppliers.</param>
    /// <param name="apart">Pairs, folded, that a person said are not the same.</param>
    public static IReadOnlyList<SupplierProposal> Of(IReadOnlyList<string> spellings, IReadOnlyList<LedgerSupplier> ledger, IReadOnlySet<(string Left, string Right)> apart)
    {
        var names = ledger.Select(s => Folded.Of(s.Name)).ToHashSet();
        var unknown = spellings.Where(s => !names.Contains(Folded.Of(s))).ToList();
        var proposals = new List<SupplierProposal>();
        foreach (var spelling in unknown)
        {
            proposals.AddRange(ledger.Select(s => (Supplier: s, Evidence: ByName(spelling, s.Name))).Where(e => e.Evidence.Confidence >= AlikeEnough)
                .Select(e => new SupplierProposal(SupplierProposalKind.Link, spelling, e.Supplier.Name, e.Supplier.Id, [e.Evidence.Words], e.Evidence.Confidence)));
        }

        for (var i = 0; i < unknown.Count; i++)
        {
            for (var j = i + 1; j < unknown.Count; j++)
            {
                if (ByName(unknown[j], unknown[i]) is { Confidence: >= AlikeEnough } evidence)
                    proposals.Add(new SupplierProposal(SupplierProposalKind.Merge, unknown[j], unknown[i], "", [evidence.Words], evidence.Confidence));
            }
        }

        for (var i = 0; i < ledger.Count; i++)
        {
            for (var j = i + 1; j < ledger.Count; j++)
            {
                if (Twins(ledger[j], ledger[i]) is { Count: > 0 } evidence)
                    proposals.Add(new SupplierProposal(SupplierProposalKind.LedgerTwins, ledger[j].Name, ledger[i].Name, ledger[i].Id, [.. evidence.Select(e => e.Words)], evidence[0].Confidence));
            }
        }

        return [.. proposals.Where(p => !apart.Contains((Folded.Of(p.Left), Folded.Of(p.Right)))).OrderByDescending(p => p.Confidence).ThenBy(p => p.Left, StringComparer.Ordinal)];
    }

    private static (string Words, double Confidence) ByName(string left, string right)
    {
        var likeness = Likeness.Of(left, right);
        return likeness >= 1
            ? ($"the same name but for legal form, “and” and punctuation", 0.97)
            : ($"names {likeness:P0} alike", likeness * 0.95);
    }

    private static List<(string Words, double Confidence)> Twins(LedgerSupplier left, LedgerSupplier right)
    {
        var evidence = new List<(string Words, double Confidence)>();
        if (left.TaxNumber.Length > 0 && Digits(left.TaxNumber) == Digits(right.TaxNumber)) evidence.Add(("the same tax number", 0.99));
        if (ByName(left.Name, right.Name) is { Confidence: >= AlikeEnough } name) evidence.Add(name);
        if (Domain(left.Email) is { Length: > 0 } domain && string.Equals(domain, Domain(right.Email), StringComparison.OrdinalIgnoreCase) && !SharedDomains.Contains(domain)) evidence.Add(($"the same e-mail domain, {domain}", 0.85));
        if (left.Address.Length > 0 && Folded.Same(left.Address, right.Address)) evidence.Add(("the same address", 0.83));
        return [.. evidence.OrderByDescending(e => e.Confidence)];
    }

    private static string Digits(string number) => string.Concat(number.Where(char.IsAsciiLetterOrDigit)).ToUpperInvariant();

    private static string Domain(string email) => email.Split('@') is [_, { Length: > 0 } domain] ? domain : "";
}
