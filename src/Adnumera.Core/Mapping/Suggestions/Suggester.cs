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
    private const double HalfLifeDays = 45;
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
        var ordered = past.OrderBy(l => l.Date).ToList();

        // The last third is proposed by what the first two teach: that measures how far a score can be believed.
        var cut = ordered.Count * 2 / 3;
        var early = new Learned(ordered.Take(cut), history);
        calibration = new Calibration(ordered.Skip(cut).Select(l => (Line: l, Best: Best(early, l))).Where(t => t.Best.Account.Length > 0).Select(t => (t.Best.Score, t.Best.Account == t.Line.Account)));
        learned = new Learned(ordered, history);
    }

    /// <summary>The account that a line most likely goes to; null when nothing speaks for any.</summary>
    public Suggestion? For(CodedLine line)
    {
        var best = Best(learned, line);
        return best.Account.Length == 0 ? null : new Suggestion(best.Account, Math.Round(calibration.Of(best.Score), 3), best.Evidence());
    }

    /// <summary>
    /// The account that a value most likely maps to, by the lines that carry it: its confidence is the share of them that would be right.
    /// Null when nothing speaks for any.
    /// </summary>
    public Suggestion? ForValue(IReadOnlyList<CodedLine> lines)
    {
        var proposals = lines.Select(For).OfType<Suggestion>().ToList();
        if (proposals.Count == 0) return null;
        var best = proposals.GroupBy(p => p.Account).OrderByDescending(g => g.Sum(p => p.Confidence)).ThenBy(g => g.Key, StringComparer.Ordinal).First();
        return new Suggestion(best.Key, Math.Round(best.Sum(p => p.Confidence) / lines.Count, 3), [.. best.SelectMany(p => p.Evidence).GroupBy(e => e).OrderByDescending(g => g.Count()).Take(3).Select(g => g.Key)]);
    }

    private Proposal Best(Learned from, CodedLine line)
    {
        var votes = new Dictionary<string, double>();
        var strongest = new Dictionary<string, List<(double Weight, Feature Feature, Counts Counts)>>();
        var all = 0.0;
        foreach (var feature in from.FeaturesOf(line))
        {
            if (from.Of(feature) is not { } counts) continue;
            var reliability = counts.Total / (counts.Total + 0.7);
            foreach (var (account, count) in counts.ByAccount)
            {
                if (Targets.BrokenForCost(chart, account) is not null) continue;
                var share = count / counts.Total;
                var vote = feature.Weight * reliability * share * share;
                votes[account] = votes.GetValueOrDefault(account) + vote;
                if (!strongest.TryGetValue(account, out var list)) strongest.Add(account, list = []);
                list.Add((vote, feature, counts));
            }

            all += feature.Weight * reliability;
        }

        if (votes.Count > 0)
        {
            var best = votes.OrderByDescending(v => v.Value).ThenBy(v => v.Key, StringComparer.Ordinal).First();
            var second = votes.Where(v => v.Key != best.Key).Select(v => v.Value).DefaultIfEmpty(0).Max();
            var sure = all / (all + 1.0);
            return new Proposal(best.Key, Math.Round((best.Value - 0.5 * second) / all * sure, 2), () => Evidence(strongest[best.Key], best.Key));
        }

        return ByName(line);
    }

    // Nothing was learned about it: the names of the accounts are all there is to go by.
    private Proposal ByName(CodedLine line)
    {
        var merchant = MerchantCategories.TitleOf(line.Category);
        foreach (var (text, what) in ((string, string)[])[(line.Category, "category"), (line.Item, "item"), (line.Description, "description"), (merchant ?? "", "merchant category")])
        {
            if (text.Length < 3) continue;
            var best = chart.Accounts.Where(a => a.Active && !a.IsControl && a.Kind is AccountKind.Expense or AccountKind.CostOfSales)
                .Select(a => (Account: a, Likeness: Likeness.Of(text, a.Name))).OrderByDescending(a => a.Likeness).ThenBy(a => a.Account.Id, StringComparer.Ordinal).FirstOrDefault();
            if (best.Account is null || best.Likeness < LeastNameLikeness) continue;
            return new Proposal(best.Account.Id, Math.Round(best.Likeness * 0.5, 2), () => [$"the {what} “{text}” is {best.Likeness.ToString("P0", CultureInfo.InvariantCulture)} like the account's name"]);
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
            return here == 0 ? $"the ledger's own entries of {Title} go there" : $"{here} of {counts.Lines.Values.Sum()} earlier lines with {Title} went there";
        }
    }

    private sealed class Counts
    {
        public Dictionary<string, double> ByAccount { get; } = [];

        public Dictionary<string, int> Lines { get; } = [];

        public double Total { get; private set; }

        public void Add(string account, double weight, int lines)
        {
            ByAccount[account] = ByAccount.GetValueOrDefault(account) + weight;
            Total += weight;
            if (lines > 0) Lines[account] = Lines.GetValueOrDefault(account) + lines;
        }
    }

    private sealed class Learned
    {
        private readonly Dictionary<string, Counts> counts = [];
        private readonly Names suppliers = new();
        private readonly Names categories = new();

        public Learned(IEnumerable<CodedLine> past, IReadOnlyList<SupplierPosting> history)
        {
            var lines = past.ToList();
            var last = lines.Count == 0 ? DateOnly.MinValue : lines.Max(l => l.Date);
            foreach (var line in lines)
            {
                suppliers.Know(line.Supplier);
                categories.Know(line.Category);
            }

            foreach (var line in lines)
            {
                var weight = Math.Pow(0.5, (last.DayNumber - line.Date.DayNumber) / HalfLifeDays);
                foreach (var feature in FeaturesOf(line)) Add(feature.Key, line.Account, weight, 1);
            }

            foreach (var posting in history)
            {
                suppliers.Know(posting.Supplier);
                Add($"ledger|{suppliers.Known(posting.Supplier)}", posting.Account, posting.Lines, 0);
            }
        }

        public Counts? Of(Feature feature) => counts.GetValueOrDefault(feature.Key);

        public IEnumerable<Feature> FeaturesOf(CodedLine line)
        {
            var (supplier, category) = (suppliers.Known(line.Supplier), categories.Known(line.Category));
            if (line.Item.Length > 0) yield return new Feature($"item|{Folded.Of(line.Item)}", 5, $"item “{line.Item}”");
            if (supplier.Length > 0 && category.Length > 0) yield return new Feature($"both|{supplier}|{category}", 4, $"{line.Supplier} and category “{line.Category}”");
            if (category.Length > 0) yield return new Feature($"category|{category}", 2, $"category “{line.Category}”");
            if (supplier.Length > 0)
            {
                yield return new Feature($"supplier|{supplier}", 1.5, line.Supplier);
                yield return new Feature($"ledger|{supplier}", 1, line.Supplier);
            }

            foreach (var word in WordsOf(line.Description))
            {
                if (supplier.Length > 0) yield return new Feature($"word|{supplier}|{word}", 2, $"{line.Supplier} and “{word.ToLowerInvariant()}”");
                yield return new Feature($"word|{word}", 0.7, $"the word “{word.ToLowerInvariant()}”");
            }
        }

        private void Add(string key, string account, double weight, int lines)
        {
            if (!counts.TryGetValue(key, out var known)) counts.Add(key, known = new Counts());
            known.Add(account, weight, lines);
        }

        private static IEnumerable<string> WordsOf(string description) =>
            Folded.Of(description).Split(Between, StringSplitOptions.RemoveEmptyEntries).Where(w => w.Length > 2 && !w.Any(char.IsAsciiDigit)).Distinct();
    }

    // Names that were seen, so that another spelling of one is recognised. Only names that begin alike are held against each other.
    private sealed class Names
    {
        private readonly Dictionary<string, string> known = [];
        private readonly Dictionary<char, List<string>> byInitial = [];

        /// <summary>Remembers a name: under its own normalised form, or that of one seen before which it is a spelling of.</summary>
        public void Know(string name)
        {
            if (name.Length == 0 || known.ContainsKey(Folded.Of(name))) return;
            var form = Known(name);
            if (form.Length == 0) return;
            known[Folded.Of(name)] = form;
            if (!byInitial.TryGetValue(form[0], out var alike)) byInitial.Add(form[0], alike = []);
            if (!alike.Contains(form)) alike.Add(form);
        }

        /// <summary>The normalised form of the name that it is a spelling of; its own when it is like none.</summary>
        public string Known(string name)
        {
            if (name.Length == 0) return "";
            if (known.TryGetValue(Folded.Of(name), out var found)) return found;
            var normalised = Likeness.Normalised(name);
            if (normalised.Length == 0) return "";
            var best = (byInitial.GetValueOrDefault(normalised[0]) ?? []).Select(s => (Name: s, Likeness: Likeness.Of(normalised, s))).OrderByDescending(s => s.Likeness).FirstOrDefault();
            return best.Likeness >= SameName ? best.Name : normalised;
        }
    }
}
