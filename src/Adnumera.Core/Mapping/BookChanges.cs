namespace Adnumera.Core.Mapping;

/// <summary>A change of one row of the book: as it was, as it will be; null where there was or will be none.</summary>
/// <param name="Before">The row before.</param>
/// <param name="After">The row after, for the same key, source and day.</param>
public sealed record RowChange(MappingRow? Before, MappingRow? After)
{
    /// <summary>The row that it is about.</summary>
    public RowIdentity Identity => (After ?? Before)!.Identity;

    /// <summary>The kind of the key.</summary>
    public KeyKind Kind => (After ?? Before)!.Kind;

    /// <summary>The key, as it was written.</summary>
    public string Key => (After ?? Before)!.Key;

    /// <summary>The same, the other way round.</summary>
    public RowChange Reversed => new(After, Before);
}

/// <summary>A row as someone proposes it; without a row it is taken away.</summary>
/// <param name="Identity">The key, source and day.</param>
/// <param name="Row">The row to be.</param>
public sealed record ProposedRow(RowIdentity Identity, MappingRow? Row)
{
    /// <summary>A row to be.</summary>
    public static ProposedRow Put(MappingRow row) => new(row.Identity, row);

    /// <summary>A row to take away.</summary>
    public static ProposedRow Remove(MappingRow row) => new(row.Identity, null);
}

/// <summary>Sets of changes to a mapping book.</summary>
public static class BookChanges
{
    /// <summary>What proposals change in a book; those that change nothing are left out. The last proposal for a row counts.</summary>
    public static IReadOnlyList<RowChange> Between(IEnumerable<MappingRow> book, IEnumerable<ProposedRow> proposals)
    {
        var rows = book.ToDictionary(r => r.Identity);
        var wanted = new Dictionary<RowIdentity, MappingRow?>();
        foreach (var proposal in proposals)
            wanted[proposal.Identity] = proposal.Row;
        return [.. wanted.Select(w => new RowChange(rows.GetValueOrDefault(w.Key), w.Value)).Where(c => c.Before != c.After)];
    }

    /// <summary>The book with the changes made.</summary>
    public static IReadOnlyList<MappingRow> With(IEnumerable<MappingRow> book, IReadOnlyCollection<RowChange> changes)
    {
        var changed = changes.Select(c => c.Identity).ToHashSet();
        return [.. book.Where(r => !changed.Contains(r.Identity)), .. changes.Select(c => c.After).OfType<MappingRow>()];
    }

    /// <summary>
    /// Which changes can be taken back: those whose row still is as the change left it. The others were changed again since, and taking
    /// them back would undo that too.
    /// </summary>
    public static (IReadOnlyList<RowChange> Reversals, IReadOnlyList<RowChange> ChangedSince) Undo(
        IEnumerable<MappingRow> book,
        IEnumerable<RowChange> changes
    )
    {
        var rows = book.ToDictionary(r => r.Identity);
        var (reversals, since) = (new List<RowChange>(), new List<RowChange>());
        foreach (var change in changes)
            (rows.GetValueOrDefault(change.Identity) == change.After ? reversals : since).Add(change.Reversed);
        return (reversals, since);
    }

    /// <summary>The order in which a book is written: by kind, key, source and day. The same rows give the same book.</summary>
    public static IReadOnlyList<MappingRow> InOrder(IEnumerable<MappingRow> book) =>
        [
            .. book.OrderBy(r => r.Kind)
                .ThenBy(r => r.Kind.Fold(r.Key), StringComparer.Ordinal)
                .ThenBy(r => r.ForSource, StringComparer.Ordinal)
                .ThenBy(r => r.EffectiveFrom ?? DateOnly.MinValue),
        ];
}
