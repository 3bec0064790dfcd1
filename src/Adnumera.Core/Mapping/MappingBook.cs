namespace Adnumera.Core.Mapping;

/// <summary>All mappings, for looking up which row is in force for a key, a source and a day.</summary>
public sealed class MappingBook
{
    private readonly Dictionary<string, KeyRows>[] byKind =
    [
        .. Enum.GetValues<KeyKind>().Select(kind => new Dictionary<string, KeyRows>(kind.Comparer())),
    ];

    /// <summary>Makes a book of rows in any order.</summary>
    public MappingBook(IEnumerable<MappingRow> rows)
    {
        foreach (var row in rows)
        {
            var ofKind = byKind[(int)row.Kind];
            if (!ofKind.TryGetValue(row.Key, out var ofKey))
                ofKind.Add(row.Key, ofKey = new KeyRows());
            ofKey.Add(row);
        }
    }

    /// <summary>
    /// The row in force: rows for the source alone decide when one of them is in force on that day, otherwise the general
    /// ones; of those the latest on or before the day. It may be one that ends the mapping. Null when there is none.
    /// </summary>
    public MappingRow? InForce(KeyKind kind, string key, string source, DateOnly day) =>
        key.Length > 0 && byKind[(int)kind].TryGetValue(key, out var rows) ? rows.InForce(source, day) : null;

    private sealed class KeyRows
    {
        private readonly List<MappingRow> general = [];
        private Dictionary<string, List<MappingRow>>? bySource;

        public void Add(MappingRow row)
        {
            var rows = general;
            if (row.ForSource.Length > 0)
            {
                bySource ??= new(StringComparer.Ordinal);
                if (!bySource.TryGetValue(row.ForSource, out rows))
                    bySource.Add(row.ForSource, rows = []);
            }

            // Latest first, so that the first one on or before a day is in force; a row without a day stands last.
            var at = rows.FindIndex(r => Nullable.Compare(r.EffectiveFrom, row.EffectiveFrom) < 0);
            rows.Insert(at < 0 ? rows.Count : at, row);
        }

        public MappingRow? InForce(string source, DateOnly day) =>
            (bySource is not null && bySource.TryGetValue(source, out var own) ? Latest(own, day) : null) ?? Latest(general, day);

        private static MappingRow? Latest(List<MappingRow> rows, DateOnly day)
        {
            foreach (var row in rows)
                if (row.EffectiveFrom is not { } from || from <= day)
                    return row;
            return null;
        }
    }
}
