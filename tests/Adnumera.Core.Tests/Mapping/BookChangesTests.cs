using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class BookChangesTests
{
    private static readonly Gen<MappingRow> Row = Gen.Select(Gen.Int[0, 3], Gen.Int[0, 5], Gen.Int[0, 3], Gen.Int[0, 2], Gen.Int[0, 1])
        .Select(
            (kind, key, account, from, source) =>
                Map(
                    (KeyKind)kind,
                    $"Key {key}",
                    account == 0 ? "" : $"{5000 + account}",
                    from == 0 ? null : $"2026-0{from}-01",
                    source == 0 || (KeyKind)kind == KeyKind.CategoryGroup ? "" : "cards"
                )
        );

    private static readonly Gen<MappingRow[]> Book = Row.Array[0, 25].Select(rows => rows.DistinctBy(r => r.Identity).ToArray());

    private static readonly Gen<ProposedRow[]> Proposals = Gen.Select(Row, Gen.Bool)
        .Select((row, keep) => keep ? ProposedRow.Put(row) : ProposedRow.Remove(row))
        .Array[0, 25];

    [Fact]
    public void Undo_restores_the_book_row_for_row() =>
        Gen.Select(Book, Proposals)
            .Sample(
                (book, proposals) =>
                {
                    var changes = BookChanges.Between(book, proposals);
                    var after = BookChanges.With(book, changes);
                    var (reversals, since) = BookChanges.Undo(after, changes);
                    Assert.Empty(since);
                    Assert.Equal(BookChanges.InOrder(book), BookChanges.InOrder(BookChanges.With(after, reversals)));
                }
            );

    [Fact]
    public void Making_the_same_proposals_again_changes_nothing() =>
        Gen.Select(Book, Proposals)
            .Sample(
                (book, proposals) =>
                    Assert.Empty(BookChanges.Between(BookChanges.With(book, BookChanges.Between(book, proposals)), proposals))
            );

    [Fact]
    public void What_changed_again_since_is_not_taken_back()
    {
        MappingRow[] book = [Map(KeyKind.Category, "Leather", "5120")];
        var first = BookChanges.Between(book, [ProposedRow.Put(Map(KeyKind.Category, "LEATHER", "5110"))]);
        var later = BookChanges.With(
            BookChanges.With(book, first),
            BookChanges.Between(BookChanges.With(book, first), [ProposedRow.Put(Map(KeyKind.Category, "Leather", "6420"))])
        );
        var (reversals, since) = BookChanges.Undo(later, first);
        Assert.Empty(reversals);
        Assert.Equal("5110", Assert.Single(since).Before!.Account);
    }
}
