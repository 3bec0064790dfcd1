using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

// Cost lines, and separately tax lines, of one document with the same account, tax code and dimensions become one.
internal static class LineMerge
{
    public static IReadOnlyList<EntryLine> Merge(List<EntryLine> lines)
    {
        var merged = new List<EntryLine>(lines.Count);
        var places = new Dictionary<(bool Tax, string Account, string TaxCode, Dimensions), int>();
        foreach (var line in lines)
        {
            if (line.Rung is EntryRung.Offset or EntryRung.Rounding)
            {
                merged.Add(line);
                continue;
            }

            var key = (line.Rung == EntryRung.Tax, line.Account, Folded.Of(line.TaxCode), line.Dimensions.Fold());
            if (places.TryAdd(key, merged.Count))
            {
                merged.Add(line);
                continue;
            }

            var first = merged[places[key]];
            merged[places[key]] = first with { Signed = first.Signed + line.Signed, DocumentLine = null };
        }

        merged.RemoveAll(l => l.Signed == 0);
        return merged;
    }
}
