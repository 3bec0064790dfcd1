using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

public class ComposerProperties
{
    private static readonly string[] Categories = ["", "Leather", "Paper", "Nowhere", "Closed", "Control"];
    private static readonly string[] TaxCodes = ["", "S", "H", "None", "Unknown"];

    private static readonly MappingRow[] Book =
    [
        Map(KeyKind.Category, "Leather", "5120"),
        Map(KeyKind.Category, "Paper", "5110"),
        Map(KeyKind.Category, "Closed", "6995"),
        Map(KeyKind.Category, "Control", "2100"),
        Map(KeyKind.PaymentAccount, "4417", "2210"),
        TaxCode("S", 100),
        TaxCode("H", 47.5m),
        TaxCode("None", 0),
        Map(KeyKind.Settlement, "Card", "2210"),
    ];

    private static readonly Gen<DocumentLine> Lines = Gen.Select(
            Gen.Int[0, 5],
            Gen.Int[0, 4],
            Gen.Long[-50_000, 50_000],
            Gen.Long[-9_000, 9_000]
        )
        .Select((category, code, net, tax) => Line(0, net, Categories[category], taxCode: TaxCodes[code], tax: tax));

    private static readonly Gen<Document> Documents = Gen.Select(
            Lines.Array[1, 6],
            Gen.Enum<DocumentKind>().Where(DocumentKinds.WithLines.Contains),
            Gen.Long[-3, 3],
            Gen.Bool
        )
        .Select(
            (lines, kind, off, card) =>
                Bill([.. lines.Select((l, i) => l with { Number = i + 1 })]) with
                {
                    Kind = kind,
                    PaymentAccount = card ? "4417" : "",
                    Employee = "Maud",
                    Settlement = card ? "Card" : "",
                    Total = lines.Sum(l => l.Net + l.Tax) + off,
                }
        );

    private static readonly Gen<CompositionSettings> Settings = Gen.Select(Gen.Bool, Gen.Bool, Gen.Long[0, 3])
        .Select(
            (merge, suspense, tolerance) =>
                new CompositionSettings
                {
                    MergeLines = merge,
                    WhenNothingMaps = suspense ? WhenNothingMaps.Suspense : WhenNothingMaps.Hold,
                    RoundingTolerance = tolerance,
                }
        );

    [Fact]
    public void Every_coded_entry_balances_and_its_offset_is_the_total() =>
        Gen.Select(Documents, Settings)
            .Sample(
                (document, settings) =>
                {
                    var entry = Composer(settings, Book).Compose(document);
                    if (entry is not Composition.Coded)
                        return;
                    Assert.Equal(0, entry.Lines.Sum(l => l.Signed));
                    Assert.All(entry.Lines, l => Assert.NotEqual(0, l.Signed));
                    Assert.Equal(-document.SignedTotal, entry.Lines.Where(l => l.Rung == EntryRung.Offset).Sum(l => l.Signed));
                    Assert.All(entry.Lines, l => Assert.True(Worlds.Chart.TryFind(l.Account, out var account) && account.Active));
                }
            );

    [Fact]
    public void A_document_is_coded_held_or_set_aside_and_only_one_of_them() =>
        Gen.Select(Documents, Settings)
            .Sample(
                (document, settings) =>
                {
                    var entry = Composer(settings, Book).Compose(document);
                    Assert.Equal(entry is Composition.Held, entry.Reasons.Count > 0);
                    Assert.Equal(entry is Composition.SetAside, entry.Decisions.Count == 0 && entry.Lines.Count == 0);
                    Assert.DoesNotContain(entry.Decisions, d => d.Account is "6995" or "2100" or "9999");
                }
            );

    [Fact]
    public void Merging_changes_no_account_by_a_cent() =>
        Documents.Sample(document =>
        {
            var plain = Composer(new CompositionSettings { RoundingTolerance = 3 }, Book).Compose(document);
            var merged = Composer(new CompositionSettings { RoundingTolerance = 3, MergeLines = true }, Book).Compose(document);
            static Dictionary<string, long> Sums(Composition c) =>
                c
                    .Lines.GroupBy(l => l.Account)
                    .Select(g => (g.Key, Sum: g.Sum(l => l.Signed)))
                    .Where(s => s.Sum != 0)
                    .ToDictionary(s => s.Key, s => s.Sum);
            if (plain is Composition.Coded)
                Assert.Equal(Sums(plain), Sums(merged));
        });

    [Fact]
    public void Composing_twice_gives_the_same() =>
        Gen.Select(Documents, Settings)
            .Sample(
                (document, settings) =>
                    Assert.Equal(Shown(Composer(settings, Book).Compose(document)), Shown(Composer(settings, Book).Compose(document)))
            );
}
