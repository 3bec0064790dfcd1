using Adnumera.Core.Ledger;

namespace Adnumera.Core.Suppliers;

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
public sealed record SupplierProposal(
    SupplierProposalKind Kind,
    string Left,
    string Right,
    string RightId,
    IReadOnlyList<string> Evidence,
    double Confidence
);

/// <summary>Finds suppliers that may be the same: by normalised name, tax number, e-mail domain and address.</summary>
public static class SupplierProposals
{
    /// <summary>From which confidence on a proposal is likely, and holds what would be posted to either until somebody decides.</summary>
    public const double Likely = 0.9;

    private const int MostEach = 5;
    private static readonly HashSet<string> SharedDomains = new(StringComparer.OrdinalIgnoreCase) { "mail.example", "post.example" };

    /// <summary>The proposals about some spellings of the sources, the surest first.</summary>
    /// <param name="asked">The spellings that are asked about.</param>
    /// <param name="spellings">How the sources spell suppliers, in the order in which they first came; those that are linked left
    /// out.</param>
    /// <param name="ledger">The ledger's suppliers.</param>
    /// <param name="apart">Pairs, folded, that a person said are not the same.</param>
    public static IReadOnlyList<SupplierProposal> Of(
        IEnumerable<string> asked,
        IReadOnlyList<string> spellings,
        IReadOnlyList<LedgerSupplier> ledger,
        IReadOnlySet<(string Left, string Right)> apart
    )
    {
        var inLedger = ledger.GroupBy(s => s.Name, Folded.Comparer).ToDictionary(g => g.Key, g => g.First(), Folded.Comparer);
        var unknown = spellings.Where(s => !inLedger.ContainsKey(s)).Distinct(Folded.Comparer).ToList();
        var came = unknown.Select((name, at) => (name, at)).ToDictionary(s => s.name, s => s.at, Folded.Comparer);
        var (ledgerNames, sourceNames) = (new AlikeNames(inLedger.Keys), new AlikeNames(unknown));
        var found = new Dictionary<(string, string), SupplierProposal>();
        foreach (var spelling in asked.Where(came.ContainsKey).Distinct(Folded.Comparer))
        {
            foreach (var (name, likeness) in ledgerNames.Like(spelling, MostEach))
                Keep(
                    new SupplierProposal(
                        SupplierProposalKind.Link,
                        spelling,
                        name,
                        inLedger[name].Id,
                        [Words(likeness)],
                        Confidence(likeness)
                    )
                );
            foreach (var (name, likeness) in sourceNames.Like(spelling, MostEach))
            {
                // What came later would be linked to what came first.
                var (left, right) = came[name] < came[spelling] ? (spelling, name) : (name, spelling);
                Keep(new SupplierProposal(SupplierProposalKind.Merge, left, right, "", [Words(likeness)], Confidence(likeness)));
            }
        }

        return Sorted(found.Values);

        void Keep(SupplierProposal proposal)
        {
            if (!IsApart(proposal, apart))
                found.TryAdd((proposal.Left, proposal.Right), proposal);
        }
    }

    /// <summary>Suppliers that stand twice in the ledger, the surest first.</summary>
    /// <param name="ledger">The ledger's suppliers.</param>
    /// <param name="apart">Pairs, folded, that a person said are not the same.</param>
    public static IReadOnlyList<SupplierProposal> Twins(
        IReadOnlyList<LedgerSupplier> ledger,
        IReadOnlySet<(string Left, string Right)> apart
    )
    {
        var evidence = new Dictionary<(int Left, int Right), List<(string Words, double Confidence)>>();
        Pair(s => s.TaxNumber, _ => ("the same tax number", 0.99));
        Pair(
            s => SharedDomains.Contains(Domain(s.Email)) ? "" : Domain(s.Email).ToUpperInvariant(),
            s => ($"the same e-mail domain, {Domain(s.Email)}", 0.85)
        );
        Pair(s => Folded.Of(s.Address), _ => ("the same address", 0.83));
        var places = ledger.Select((s, at) => (s.Name, at)).GroupBy(s => s.Name).ToDictionary(g => g.Key, g => g.First().at);
        var names = new AlikeNames(places.Keys);
        foreach (var (name, at) in places)
        foreach (var (other, likeness) in names.Like(name, MostEach).Where(o => places[o.Name] < at))
            Note(at, places[other], (Words(likeness), Confidence(likeness)));
        return Sorted(
            evidence
                .Select(e => (e.Key, Found: e.Value.OrderByDescending(f => f.Confidence).ToList()))
                .Select(e => new SupplierProposal(
                    SupplierProposalKind.LedgerTwins,
                    ledger[e.Key.Left].Name,
                    ledger[e.Key.Right].Name,
                    ledger[e.Key.Right].Id,
                    [.. e.Found.Select(f => f.Words)],
                    e.Found[0].Confidence
                ))
                .Where(p => !IsApart(p, apart))
        );

        // Each of those that share something with the first of them: pairs grow with the suppliers, not with their square.
        void Pair(Func<LedgerSupplier, string> of, Func<LedgerSupplier, (string, double)> says)
        {
            var first = new Dictionary<string, int>();
            for (var i = 0; i < ledger.Count; i++)
                if (of(ledger[i]) is { Length: > 0 } shared && !first.TryAdd(shared, i))
                    Note(i, first[shared], says(ledger[i]));
        }

        void Note(int left, int right, (string, double) found)
        {
            if (!evidence.TryGetValue((left, right), out var known))
                evidence[(left, right)] = known = [];
            known.Add(found);
        }
    }

    private static IReadOnlyList<SupplierProposal> Sorted(IEnumerable<SupplierProposal> proposals) =>
        [
            .. proposals
                .OrderByDescending(p => p.Confidence)
                .ThenBy(p => p.Left, StringComparer.Ordinal)
                .ThenBy(p => p.Right, StringComparer.Ordinal),
        ];

    private static bool IsApart(SupplierProposal p, IReadOnlySet<(string Left, string Right)> apart)
    {
        var (left, right) = (Folded.Of(p.Left), Folded.Of(p.Right));
        return apart.Contains((left, right)) || apart.Contains((right, left));
    }

    private static string Words(double likeness) =>
        likeness >= 1 ? "the same name but for legal form, “and” and punctuation" : $"names {likeness:P0} alike";

    private static double Confidence(double likeness) => likeness >= 1 ? 0.97 : likeness * 0.95;

    private static string Domain(string email) => email.Split('@') is [_, { Length: > 0 } domain] ? domain : "";
}
