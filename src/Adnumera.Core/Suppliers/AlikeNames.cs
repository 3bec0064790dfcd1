using System.Runtime.InteropServices;

namespace Adnumera.Core.Suppliers;

/// <summary>
/// Names that are alike, found without comparing each with each: only names that share enough pairs of letters are compared (a q-gram
/// filter, Ukkonen 1992: whoever differs by
/// d letters put in or taken out shares all but 2d pairs). Names with other digits are never alike, and never met: a number tells two
/// apart.
/// </summary>
public sealed class AlikeNames
{
    /// <summary>From which likeness on two names are alike.</summary>
    public const double Enough = 0.865;

    private readonly Dictionary<string, SameDigits> byDigits = new(StringComparer.Ordinal);

    /// <summary>Makes it of names in any order.</summary>
    public AlikeNames(IEnumerable<string> names)
    {
        foreach (var name in names)
            Add(name);
    }

    /// <summary>Adds a name.</summary>
    public void Add(string name)
    {
        var entry = new Entry(name);
        if (entry.Plain.Length == 0)
            return;
        if (!byDigits.TryGetValue(entry.Digits, out var names))
            byDigits.Add(entry.Digits, names = new SameDigits());
        names.Add(entry);
    }

    /// <summary>The names that are alike, the likeliest first; the same spelling left out.</summary>
    /// <param name="name">The name.</param>
    /// <param name="most">How many at most.</param>
    public IReadOnlyList<(string Name, double Likeness)> Like(string name, int most)
    {
        var asked = new Entry(name);
        if (asked.Plain.Length == 0 || !byDigits.TryGetValue(asked.Digits, out var names))
            return [];
        return
        [
            .. names
                .SharingWith(asked)
                .Where(e => !Folded.Same(e.Name, name))
                .Select(e => (e.Name, Likeness: Likeness.Of(e.Name, name)))
                .Where(e => e.Likeness >= Enough)
                .OrderByDescending(e => e.Likeness)
                .ThenBy(e => e.Name, StringComparer.Ordinal)
                .Take(most),
        ];
    }

    // Likeness is twice the letters in common over all letters: so many may be put in or taken out, and each costs two pairs.
    private static int Least(int left, int right)
    {
        var edits = (int)((1 - Enough) * (left + right));
        return Math.Abs(left - right) > edits ? int.MaxValue : Math.Max(1, Math.Max(left, right) - 1 - 2 * edits);
    }

    // Each pair with the time that it comes, so that a pair that comes twice counts twice; one letter pairs with nothing.
    private static IEnumerable<(int Pair, int Time)> Pairs(string text)
    {
        if (text.Length == 1)
            yield return (text[0], 0);
        var times = new Dictionary<int, int>();
        for (var i = 1; i < text.Length; i++)
        {
            var pair = (text[i - 1] << 16) | text[i];
            ref var time = ref CollectionsMarshal.GetValueRefOrAddDefault(times, pair, out _);
            var now = time++;
            yield return (pair, now);
        }
    }

    // Names of the same digits, found by the pairs that they share.
    private sealed class SameDigits
    {
        private readonly List<Entry> entries = [];
        private readonly Dictionary<(int Pair, int Time), List<int>> asWritten = [];
        private readonly Dictionary<(int Pair, int Time), List<int>> byWord = [];

        public void Add(Entry entry)
        {
            foreach (var pair in Pairs(entry.Plain))
                Under(asWritten, pair).Add(entries.Count);
            foreach (var pair in Pairs(entry.Sorted))
                Under(byWord, pair).Add(entries.Count);
            entries.Add(entry);
        }

        public IEnumerable<Entry> SharingWith(Entry asked) =>
            Sharing(asWritten, asked.Plain, e => e.Plain).Union(Sharing(byWord, asked.Sorted, e => e.Sorted)).Select(i => entries[i]);

        private IEnumerable<int> Sharing(Dictionary<(int Pair, int Time), List<int>> index, string text, Func<Entry, string> of)
        {
            var shared = new Dictionary<int, int>();
            foreach (var pair in Pairs(text))
                if (index.TryGetValue(pair, out var here))
                    foreach (var i in here)
                        CollectionsMarshal.GetValueRefOrAddDefault(shared, i, out _)++;
            return shared.Where(s => s.Value >= Least(text.Length, of(entries[s.Key]).Length)).Select(s => s.Key);
        }

        private static List<int> Under(Dictionary<(int Pair, int Time), List<int>> index, (int Pair, int Time) pair) =>
            CollectionsMarshal.GetValueRefOrAddDefault(index, pair, out _) ??= [];
    }

    private sealed class Entry
    {
        public Entry(string name)
        {
            (Name, Plain) = (name, Likeness.Normalised(name));
            Sorted = string.Join(' ', Plain.Split(' ').Order(StringComparer.Ordinal));
            Digits = string.Concat(Plain.Where(char.IsAsciiDigit));
        }

        public string Name { get; }

        public string Plain { get; }

        public string Sorted { get; }

        public string Digits { get; }
    }
}
