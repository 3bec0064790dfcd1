using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class LadderTests
{
    private static string? Resolve(Document document, params MappingRow[] rows) =>
        new Ladder(new MappingBook(rows), Ladder.UsualOrder).Resolve(document, document.Lines[0]) is { } t
            ? $"{Words<Rung>.Of(t.Rung)} {t.Account}"
            : null;

    [Fact] // Common practice: item overrides category overrides supplier.
    public void The_first_rung_that_maps_wins()
    {
        MappingRow[] all =
        [
            Map(KeyKind.Item, "Goatskin", "1"),
            Map(KeyKind.CostCode, "03-100", "2"),
            Map(KeyKind.CostCodeGroup, "03", "3"),
            Map(KeyKind.Category, "Leather", "4", group: "Skins"),
            Map(KeyKind.CategoryGroup, "Skins", "5"),
            Map(KeyKind.Supplier, "marrow & oake", "6", group: "Tanners"),
            Map(KeyKind.SupplierGroup, "Tanners", "7"),
            Map(KeyKind.Source, "bills", "8"),
        ];
        var line = Line(1, 100, "Leather", "Goatskin", "03-100");
        var bill = Bill(line with { Account = "P", OriginalAccount = "O" });
        Assert.Equal("person P", Resolve(bill, all));
        Assert.Equal("original O", Resolve(Bill(line with { OriginalAccount = "O" }), all));
        string[] expected =
        [
            "item 1",
            "cost_code 2",
            "cost_code_group 3",
            "category 4",
            "category_group 5",
            "supplier 6",
            "supplier_group 7",
            "source 8",
        ];
        for (var i = 0; i < all.Length; i++)
        {
            // Members keep naming their group when their own account is gone.
            var rest = all.Select((r, n) => n >= i || r.Group.Length == 0 ? r : r with { Account = "" })
                .Where((r, n) => n >= i || r.Group.Length > 0)
                .ToArray();
            Assert.Equal(expected[i], Resolve(Bill(line), rest));
        }

        Assert.Null(Resolve(Bill(line)));
    }

    [Fact]
    public void Keys_are_folded_but_a_source_compares_exactly()
    {
        Assert.Equal("category 4", Resolve(Bill(Line(1, 100, "  pApEr   & Board ")), Map(KeyKind.Category, "Paper & board", "4")));
        Assert.Null(Resolve(Bill(Line(1, 100)), Map(KeyKind.Source, "Bills", "8")));
    }

    [Theory]
    [InlineData("03-100", "03-100", true)] // ends there
    [InlineData("03-100.2", "03-100", true)]
    [InlineData("03 A", "03", true)]
    [InlineData("03/7", "03", true)]
    [InlineData("031", "03", false)] // not before a separator
    [InlineData("3-1", "03", false)]
    public void A_cost_code_group_is_a_beginning_that_ends_at_a_separator(string code, string group, bool found) =>
        Assert.Equal(
            found ? "cost_code_group 3" : null,
            Resolve(Bill(Line(1, 100, costCode: code)), Map(KeyKind.CostCodeGroup, group, "3"))
        );

    [Fact]
    public void The_longest_group_that_has_not_ended_wins()
    {
        MappingRow[] rows =
        [
            Map(KeyKind.CostCodeGroup, "03", "short"),
            Map(KeyKind.CostCodeGroup, "03-100", "long"),
            Map(KeyKind.CostCodeGroup, "03-100-A", "", "2026-01-01"),
        ];
        Assert.Equal("cost_code_group long", Resolve(Bill(Line(1, 100, costCode: "03-100-a-9")), rows));
    }

    [Theory]
    [InlineData("2026-10-31", "old")]
    [InlineData("2026-11-01", "new")]
    [InlineData("2026-12-01", null)] // ended
    public void A_mapping_is_in_force_from_its_day_on(string day, string? account)
    {
        MappingRow[] rows =
        [
            Map(KeyKind.Category, "Leather", "old"),
            Map(KeyKind.Category, "leather", "new", "2026-11-01"),
            Map(KeyKind.Category, "LEATHER", "", "2026-12-01"),
        ];
        var bill = Bill(Line(1, 100, "Leather")) with { Date = DateOnly.ParseExact(day, "yyyy-MM-dd") };
        Assert.Equal(account is null ? null : $"category {account}", Resolve(bill, rows));
    }

    [Fact]
    public void Rows_for_the_source_alone_decide_once_one_is_in_force()
    {
        MappingRow[] rows =
        [
            Map(KeyKind.Category, "Other", "general", "2026-11-05"),
            Map(KeyKind.Category, "Other", "own", "2026-11-01", "bills"),
            Map(KeyKind.Category, "Other", "", "2026-11-20", "bills"),
            Map(KeyKind.Category, "Other", "elsewhere", null, "Bills"),
        ];
        string? On(int day) => Resolve(Bill(Line(1, 100, "Other")) with { Date = new DateOnly(2026, 11, day) }, rows);
        Assert.Equal("category own", On(12));
        Assert.Null(On(20)); // an ending row of the source decides, too: it does not fall to the general one
        Assert.Equal("category general", Resolve(Bill(Line(1, 100, "Other")) with { Identity = new DocumentIdentity("cards", "1") }, rows));
        Assert.Null(Resolve(Bill(Line(1, 100, "Other")) with { Date = new DateOnly(2026, 10, 1) }, rows));
    }

    [Fact]
    public void The_explanation_tells_each_rung_tried_and_ends_with_the_one_that_decides()
    {
        MappingRow[] rows =
        [
            Map(KeyKind.Item, "Goatskin", "", "2026-01-01"),
            Map(KeyKind.Category, "Leather", "", group: "Skins"),
            Map(KeyKind.CategoryGroup, "Skins", "5120"),
        ];
        var bill = Bill(Line(1, 100, "Leather", "Goatskin"));
        var ladder = new Ladder(new MappingBook(rows), Ladder.UsualOrder);
        Assert.Equal(
            [
                (Rung.Person, RungFinding.NoValue),
                (Rung.Original, RungFinding.NoValue),
                (Rung.Item, RungFinding.Ended),
                (Rung.CostCode, RungFinding.NoValue),
                (Rung.CostCodeGroup, RungFinding.NoValue),
                (Rung.Category, RungFinding.OnlyGroup),
                (Rung.CategoryGroup, RungFinding.Decides),
            ],
            ladder.Explain(bill, bill.Lines[0]).Select(t => (t.Rung, t.Finding))
        );
        Assert.Equal(Rung.Fallback, new Ladder(new MappingBook([]), []).Explain(bill, bill.Lines[0])[^1].Rung);
    }

    [Fact]
    public void A_rung_left_out_is_off_and_the_order_is_the_companys()
    {
        MappingRow[] rows = [Map(KeyKind.Category, "Leather", "c"), Map(KeyKind.Supplier, "Marrow & Oake", "s")];
        var bill = Bill(Line(1, 100, "Leather"));
        Assert.Equal("s", new Ladder(new MappingBook(rows), [Rung.Supplier, Rung.Category]).Resolve(bill, bill.Lines[0])!.Value.Account);
        Assert.Equal("s", new Ladder(new MappingBook(rows), [Rung.Supplier]).Resolve(bill, bill.Lines[0])!.Value.Account);
        Assert.Null(new Ladder(new MappingBook(rows), [Rung.Item]).Resolve(bill, bill.Lines[0]));
    }
}
