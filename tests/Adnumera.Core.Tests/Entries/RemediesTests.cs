using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

public class RemediesTests
{
    private static MappingRemedy? Of(DocumentLine line, HoldKind kind, string value = "") =>
        Remedies.Mapping(Bill(line), new KeptHold(line.Number, kind, value));

    [Fact]
    public void A_line_is_mapped_by_what_says_most_of_it()
    {
        Assert.Equal(new MappingRemedy(KeyKind.Category, "Leather"), Of(Line(1, 1, "Leather", "Hide", "C1"), HoldKind.Unmapped));
        Assert.Equal(new MappingRemedy(KeyKind.Item, "Hide"), Of(Line(1, 1, item: "Hide", costCode: "C1"), HoldKind.Unmapped));
        Assert.Equal(new MappingRemedy(KeyKind.CostCode, "C1"), Of(Line(1, 1, costCode: "C1"), HoldKind.Unmapped));
        Assert.Equal(new MappingRemedy(KeyKind.Supplier, "Marrow & Oake"), Of(Line(1, 1), HoldKind.Unmapped));
        Assert.Null(Remedies.Mapping(Bill(Line(1, 1)) with { Supplier = "" }, new KeptHold(1, HoldKind.Unmapped, "")));
        Assert.Null(Remedies.Mapping(Bill(Line(1, 1, "Leather")), new KeptHold(2, HoldKind.Unmapped, "")));
    }

    [Fact]
    public void A_dimension_is_mapped_as_the_one_that_names_the_value()
    {
        var line = Line(1, 1) with { Dimensions = Dimensions.Named("Bench", customer: "Fenland") };
        Assert.Equal(new MappingRemedy(KeyKind.Customer, "FENLAND"), Of(line, HoldKind.DimensionUnmapped, "FENLAND"));
        Assert.Equal(new MappingRemedy(KeyKind.Department, "Bench"), Of(line, HoldKind.DimensionUnmapped, "Bench"));
        var own = Line(1, 1) with { Dimensions = Dimensions.Of(new FilledDimension(Dimension.Of("season"), "Autumn")) };
        Assert.Null(Of(own, HoldKind.DimensionUnmapped, "Autumn"));
        Assert.Equal(new MappingRemedy(KeyKind.Category, "Leather"), Of(Line(1, 1, "Leather"), HoldKind.DimensionMissing, "season"));
    }

    [Fact]
    public void What_no_mapping_ends_has_none()
    {
        HoldKind[] mapped =
        [
            HoldKind.Unmapped,
            HoldKind.DimensionMissing,
            HoldKind.SettlementUnmapped,
            HoldKind.TaxCodeUnmapped,
            HoldKind.DimensionUnmapped,
        ];
        Assert.All(Enum.GetValues<HoldKind>().Except(mapped), kind => Assert.Null(Of(Line(1, 1, "Leather"), kind, "x")));
        Assert.Equal(new MappingRemedy(KeyKind.Settlement, "On account"), Of(Line(1, 1), HoldKind.SettlementUnmapped, "On account"));
        Assert.Equal(new MappingRemedy(KeyKind.TaxCode, "T1"), Of(Line(1, 1), HoldKind.TaxCodeUnmapped, "T1"));
    }
}
