using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Core.Rehearsals;

/// <summary>What differs between two compositions of one document.</summary>
public static class EntryDifference
{
    /// <summary>The parts that differ; none when coding anew changes nothing.</summary>
    public static IReadOnlyList<EntryPart> Between(Composition before, Composition after)
    {
        var parts = new List<EntryPart>();
        void Note(EntryPart part, bool differs)
        {
            if (differs)
                parts.Add(part);
        }

        // A line that only one of the two has moves as a whole, from or to what nothing decides; only what both have is compared in its
        // details.
        var both = before.Lines.Select(Place).Intersect(after.Lines.Select(Place)).ToHashSet();
        bool Differ<T>(Func<EntryLine, T> of) => !Shared(before).Select(of).SequenceEqual(Shared(after).Select(of));
        IEnumerable<EntryLine> Shared(Composition one) => one.Lines.Where(l => both.Contains(Place(l)));
        var accounts =
            !before.Lines.Select(l => (l.Account, l.Signed)).SequenceEqual(after.Lines.Select(l => (l.Account, l.Signed)))
            || Undecided(before) != Undecided(after);
        var sameParts = before.Parts.Select(Place).SequenceEqual(after.Parts.Select(Place));
        Note(EntryPart.Accounts, accounts);
        Note(EntryPart.Dimensions, Differ(l => l.Dimensions));
        Note(EntryPart.TaxCode, Differ(l => l.TaxCode));
        Note(EntryPart.Item, Differ(l => l.LedgerItem));
        Note(EntryPart.Text, Differ(l => l.Memo));
        Note(EntryPart.Lines, !before.Lines.Select(Place).SequenceEqual(after.Lines.Select(Place)) && (sameParts || !accounts));
        Note(EntryPart.Form, before.Head.Form != after.Head.Form);
        Note(EntryPart.Reference, before.Head.Reference != after.Head.Reference);
        Note(EntryPart.EntryDate, before.EntryDate != after.EntryDate);
        Note(EntryPart.DueDate, before.Head.DueDate != after.Head.DueDate);
        Note(EntryPart.Reasons, !Reasons(before).SequenceEqual(Reasons(after)));
        return parts;
    }

    /// <summary>
    /// The money that moves between accounts; blank stands for what nothing decides. What leaves and what arrives is paired line by line,
    /// so that a tax that is recovered otherwise moves between its cost and the tax account.
    /// </summary>
    public static IReadOnlyList<AccountMove> Moves(Composition before, Composition after)
    {
        var sides = before.Document.Kind.Reverses() ? -1 : 1;
        var moves = new List<AccountMove>();
        foreach (var line in before.Document.Lines)
            moves.AddRange(Paired(Of(before, line, sides), Of(after, line, sides)));
        moves.AddRange(Paired(Offset(before, sides), Offset(after, sides)));
        return [.. moves.GroupBy(m => (m.From, m.To)).Select(g => new AccountMove(g.Key.From, g.Key.To, g.Sum(m => m.Money)))];
    }

    // Where the whole of a line goes, as it counts; what nothing decides stays under the blank account.
    private static Dictionary<string, long> Of(Composition composition, DocumentLine line, int side)
    {
        var places = new Dictionary<string, long>(StringComparer.Ordinal);
        if (line.IsZero || composition is Composition.SetAside)
            return places;
        var left = line.Net + line.Tax;
        foreach (var part in composition.Parts.Where(p => p.DocumentLine == line.Number))
        {
            places[part.Account] = places.GetValueOrDefault(part.Account) + part.Signed;
            left -= side * part.Signed;
        }

        if (left != 0)
            places[""] = places.GetValueOrDefault("") + side * left;
        return places;
    }

    private static Dictionary<string, long> Offset(Composition composition, int side)
    {
        var total = side * composition.Document.Total;
        if (total == 0 || composition is Composition.SetAside)
            return [];
        return new Dictionary<string, long> { [composition.Lines.LastOrDefault(l => l.Rung == EntryRung.Offset)?.Account ?? ""] = total };
    }

    private static IEnumerable<AccountMove> Paired(Dictionary<string, long> before, Dictionary<string, long> after)
    {
        // Where one of the two is set aside, nothing was there before, or is after: shown as held.
        if (before.Count == 0 && after.Count > 0)
            before = new Dictionary<string, long> { [""] = after.Values.Sum() };
        if (after.Count == 0 && before.Count > 0)
            after = new Dictionary<string, long> { [""] = before.Values.Sum() };
        var changes = before
            .Keys.Union(after.Keys)
            .Select(a => (Account: a, Left: after.GetValueOrDefault(a) - before.GetValueOrDefault(a)))
            .Where(c => c.Left != 0)
            .ToList();
        var sign = Math.Sign(before.Values.Concat(after.Values).FirstOrDefault(v => v != 0));
        for (var from = 0; from < changes.Count; from++)
        {
            for (var to = 0; to < changes.Count && Math.Sign(changes[from].Left) == -sign; to++)
            {
                if (Math.Sign(changes[to].Left) != sign)
                    continue;
                var moved = Math.Min(Math.Abs(changes[from].Left), Math.Abs(changes[to].Left));
                yield return new AccountMove(changes[from].Account, changes[to].Account, sign * moved);
                changes[from] = changes[from] with { Left = changes[from].Left + sign * moved };
                changes[to] = changes[to] with { Left = changes[to].Left - sign * moved };
            }
        }
    }

    // Which line of an entry it is: that of a line of the document, its tax, the other side, or a rounding difference.
    private static (long? DocumentLine, EntryRung Side) Place(EntryLine line) =>
        (line.DocumentLine, line.Rung is EntryRung.Tax or EntryRung.Offset or EntryRung.Rounding ? line.Rung : EntryRung.Person);

    private static int Undecided(Composition composition) => composition.Decisions.Count(d => d.Account.Length == 0);

    private static IEnumerable<(long? Line, string Word, string Value, string Detail)> Reasons(Composition composition) =>
        composition is Composition.SetAside { Why: var why }
            ? [(null, ReasonWords.Of(why).Word, ReasonWords.Of(why).Value, "")]
            : composition.Reasons.Select(r =>
                (r.OnLine, ReasonWords.Of(r)) is var (line, words) ? (line, words.Word, words.Value, words.Detail) : default
            );
}
