using System.Globalization;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping.Suggestions;

/// <summary>
/// Proposes accounts for lines that nothing maps: by what was chosen before for the same supplier, category, item and words, by
/// the ledger's own history of the supplier, by the merchant category, and by the likeness of names. What is recent counts more, so
/// that a category whose meaning changed is followed. Its confidence is measured on lines that it did not learn from.
/// </summary>
public sealed class Suggester
{
    private const double Fades = 0.88;
    private const int MostMeasured = 2500;
    private const double SameName = 0.86;
    private const double LeastNameLikeness = 0.72;
    private static readonly char[] Between = [' ', ',', '.', ';', ':', '/', '-', '(', ')', '&', '+', '"', '\''];

    private readonly Chart chart;
    private readonly Learned learned;
    private readonly Calibration calibration;

    /// <summary>Learns.</summary>
    /// <param name="chart">The chart; only open accounts that may take a cost are proposed.</param>
    /// <param name="past">Lines whose account is known, in any order.</param>
    /// <param name="history">Where the ledger's own entries of suppliers went.</param>
    public Suggester(Chart chart, IReadOnlyList<CodedLine> past, IReadOnlyList<SupplierPosting> history)
    {
        this.chart = chart;
        learned = new Learned(history);

        // The latest lines are each proposed by what the earlier ones taught, then taught themselves: that measures how far a score can be
        // believed.
        var ordered = past.OrderBy(l => l.Date).ToList();
        var measured = Math.Max(ordered.Count / 3, ordered.Count - MostMeasured);
        var tried = new List<(double Score, bool Right)>();
        for (var i = 0; i < ordered.Count; i++)
        {
            var line = ordered[i];
            if (i >= measured && Best(line) is { Account.Length: > 0 } best)
                tried.Add((best.Score, best.Account == line.Account));
            learned.Learn(line);
        }

        calibration = new Calibration(tried);
    }

    /// <summary>The account that a line most likely goes to; null when nothing speaks for any.</summary>
    public Suggestion? For(CodedLine line)
    {
        var best = Best(line);
        return best.Account.Length == 0 ? null : new Suggestion(best.Account, Math.Round(calibration.Of(best.Score), 3), best.Evidence());
    }

    /// <summary>
    /// The account that a value most likely maps to, by the lines that carry it: its confidence is the share of them that would be right.
    /// Null when nothing speaks for any.
    /// </summary>
    public Suggestion? ForValue(IReadOnlyList<CodedLine> lines)
    {
        var proposals = lines.Select(For).OfType<Suggestion>().ToList();
        if (proposals.Count == 0)
            return null;
        var best = proposals
            .GroupBy(p => p.Account)
            .OrderByDescending(g => g.Sum(p => p.Confidence))
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .First();
        return new Suggestion(
            best.Key,
            Math.Round(best.Sum(p => p.Confidence) / lines.Count, 3),
            [.. best.SelectMany(p => p.Evidence).GroupBy(e => e).OrderByDescending(g => g.Count()).Take(3).Select(g => g.Key)]
        );
    }

    private Proposal Best(CodedLine line)
    {
        var votes = new Dictionary<string, double>();
        var strongest = new Dictionary<string, List<(double Weight, Feature Feature, Counts Counts)>>();
        var all = 0.0;
        foreach (var feature in learned.FeaturesOf(line))
        {
            if (learned.Of(feature) is not { } counts)
                continue;
            var reliability = counts.Total / (counts.Total + 0.7);
            foreach (var (account, count) in counts.ByAccount)
            {
                if (Targets.BrokenForCost(chart, account) is not null)
                    continue;
                var share = count / counts.Total;
                var vote = feature.Weight * reliability * share * share;
                votes[account] = votes.GetValueOrDefault(account) + vote;
                if (!strongest.TryGetValue(account, out var list))
                    strongest.Add(account, list = []);
                list.Add((vote, feature, counts));
            }

            all += feature.Weight * reliability;
        }

        if (votes.Count > 0)
        {
            var best = votes.OrderByDescending(v => v.Value).ThenBy(v => v.Key, StringComparer.Ordinal).First();
            var second = votes.Where(v => v.Key != best.Key).Select(v => v.Value).DefaultIfEmpty(0).Max();
            var sure = all / (all + 1.0);
            return new Proposal(
                best.Key,
                Math.Round((best.Value - 0.5 * second) / all * sure, 2),
                () => Evidence(strongest[best.Key], best.Key)
            );
        }

        return ByName(line);
    }

    // Nothing was learned about it: the names of the accounts are all there is to go by.
    private Proposal ByName(CodedLine line)
    {
        var merchant = MerchantCategories.TitleOf(line.Category);
        foreach (
            var (text, what) in ((string, string)[])
                [(line.Category, "category"), (line.Item, "item"), (line.Description, "description"), (merchant ?? "", "merchant category")]
        )
        {
            if (text.Length < 3)
                continue;
            var best = chart
                .Accounts.Where(a => a.Active && !a.IsControl && a.Kind is AccountKind.Expense or AccountKind.CostOfSales)
                .Select(a => (Account: a, Likeness: Likeness.Of(text, a.Name)))
                .OrderByDescending(a => a.Likeness)
                .ThenBy(a => a.Account.Id, StringComparer.Ordinal)
                .FirstOrDefault();
            if (best.Account is null || best.Likeness < LeastNameLikeness)
                continue;
            return new Proposal(
                best.Account.Id,
                Math.Round(best.Likeness * 0.5, 2),
                () => [$"the {what} “{text}” is {best.Likeness.ToString("P0", CultureInfo.InvariantCulture)} like the account's name"]
            );
        }

        return new Proposal("", 0, () => []);
    }

    private static IReadOnlyList<string> Evidence(List<(double Weight, Feature Feature, Counts Counts)> votes, string account) =>
        [.. votes.OrderByDescending(v => v.Weight).Take(3).Select(v => v.Feature.Words(v.Counts, account))];

    private sealed record Proposal(string Account, double Score, Func<IReadOnlyList<string>> Evidence);

    // What a line can be recognised by. The more it takes together, the more it says.
    private readonly record struct Feature(string Key, double Weight, string Title)
    {
        public string Words(Counts counts, string account)
        {
            var here = counts.Lines.GetValueOrDefault(account);
            return here == 0
                ? $"the ledger's own entries of {Title} go there"
                : $"{here} of {counts.Lines.Values.Sum()} earlier lines with {Title} went there";
        }
    }

    private sealed class Counts
    {
        public Dictionary<string, double> ByAccount { get; } = [];

        public Dictionary<string, int> Lines { get; } = [];

        public double Total { get; private set; }

        /// <summary>Counts a line; with each the earlier ones weigh less, so that a changed meaning is soon followed.</summary>
        public void Learn(string account)
        {
            foreach (var known in ByAccount.Keys)
                ByAccount[known] *= Fades;
            Total *= Fades;
            Lines[account] = Lines.GetValueOrDefault(account) + 1;
            Weigh(account, 1);
        }

        /// <summary>Adds weight that does not come from lines.</summary>
        public void Weigh(string account, double weight)
        {
            ByAccount[account] = ByAccount.GetValueOrDefault(account) + weight;
            Total += weight;
        }
    }

    private sealed class Learned
    {
        private readonly Dictionary<string, Counts> counts = [];
        private readonly Names suppliers = new();
        private readonly Names categories = new();

        public Learned(IReadOnlyList<SupplierPosting> history)
        {
            foreach (var posting in history)
            {
                suppliers.Know(posting.Supplier);
                Of($"ledger|{suppliers.Known(posting.Supplier)}").Weigh(posting.Account, posting.Lines);
            }
        }

        /// <summary>Learns a line; they come in the order of their dates.</summary>
        public void Learn(CodedLine line)
        {
            suppliers.Know(line.Supplier);
            categories.Know(line.Category);
            foreach (var feature in FeaturesOf(line))
                Of(feature.Key).Learn(line.Account);
        }

        public Counts? Of(Feature feature) => counts.GetValueOrDefault(feature.Key);

        public IEnumerable<Feature> FeaturesOf(CodedLine line)
        {
            var (supplier, category) = (suppliers.Known(line.Supplier), categories.Known(line.Category));
            if (line.Item.Length > 0)
                yield return new Feature($"item|{Folded.Of(line.Item)}", 5, $"item “{line.Item}”");
            if (supplier.Length > 0 && category.Length > 0)
                yield return new Feature($"both|{supplier}|{category}", 4, $"{line.Supplier} and category “{line.Category}”");
            if (category.Length > 0)
                yield return new Feature($"category|{category}", 2, $"category “{line.Category}”");
            if (supplier.Length > 0)
            {
                yield return new Feature($"supplier|{supplier}", 1.5, line.Supplier);
                yield return new Feature($"ledger|{supplier}", 1, line.Supplier);
            }

            foreach (var word in WordsOf(line.Description))
            {
                if (supplier.Length > 0)
                    yield return new Feature($"word|{supplier}|{word}", 2, $"{line.Supplier} and “{word.ToLowerInvariant()}”");
                yield return new Feature($"word|{word}", 0.7, $"the word “{word.ToLowerInvariant()}”");
            }
        }

        private Counts Of(string key)
        {
            if (!counts.TryGetValue(key, out var known))
                counts.Add(key, known = new Counts());
            return known;
        }

        private static IEnumerable<string> WordsOf(string description) =>
            Folded
                .Of(description)
                .Split(Between, StringSplitOptions.RemoveEmptyEntries)
                .Where(w => w.Length > 2 && !w.Any(char.IsAsciiDigit))
                .Distinct();
    }

    // Names that were seen, so that another spelling of one is recognised. Only names that begin alike are held against each other.
    private sealed class Names
    {
        private readonly Dictionary<string, string> known = [];
        private readonly Dictionary<char, List<string>> byInitial = [];

        /// <summary>Remembers a name: under its own normalised form, or that of one seen before which it is a spelling of.</summary>
        public void Know(string name)
        {
            if (name.Length == 0 || known.ContainsKey(Folded.Of(name)))
                return;
            var form = Known(name);
            if (form.Length == 0)
                return;
            known[Folded.Of(name)] = form;
            if (!byInitial.TryGetValue(form[0], out var alike))
                byInitial.Add(form[0], alike = []);
            if (!alike.Contains(form))
                alike.Add(form);
        }

        /// <summary>The normalised form of the name that it is a spelling of; its own when it is like none. Other digits make another
        /// name.</summary>
        public string Known(string name)
        {
            if (name.Length == 0)
                return "";
            if (known.TryGetValue(Folded.Of(name), out var found))
                return found;
            var normalised = Likeness.Normalised(name);
            if (normalised.Length == 0)
                return "";
            var best = (byInitial.GetValueOrDefault(normalised[0]) ?? [])
                .Where(s => Digits(s) == Digits(normalised))
                .Select(s => (Name: s, Likeness: Likeness.Of(normalised, s)))
                .OrderByDescending(s => s.Likeness)
                .FirstOrDefault();
            return best.Likeness >= SameName ? best.Name : normalised;
        }

        private static string Digits(string name) => string.Concat(name.Where(char.IsAsciiDigit));
    }
}
