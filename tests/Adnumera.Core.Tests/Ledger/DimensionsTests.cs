using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Ledger;

public class DimensionsTests
{
    private static readonly Dimension Season = Dimension.Of("season");

    [Fact]
    public void They_stand_in_one_order_however_they_were_named_and_the_last_of_two_counts()
    {
        var some = Dimensions.Of(
            new(Season, "Autumn"),
            new(Dimension.Customer, "Fenland"),
            new(Dimension.Department, "Bench"),
            new(Dimension.Project, ""),
            new(Season, "Spring")
        );
        Assert.Equal("Bench · Fenland · Spring", some.ToString());
        Assert.Equal(("Spring", ""), (some[Season], some[Dimension.Project]));
        Assert.Equal(some, Dimensions.Named("Bench", customer: "Fenland").With(Season, "Spring"));
        Assert.True(some.With(Season, "").With(Dimension.Customer, "").With(Dimension.Department, "").IsBlank);
    }

    [Fact]
    public void What_is_blank_is_filled_from_others_and_what_is_said_stays() =>
        Assert.Equal(
            Dimensions.Named("Bench", location: "North"),
            Dimensions.Named("Bench").Or(Dimensions.Named("Office", location: "North"))
        );

    [Fact]
    public void They_compare_as_texts_do() => Assert.Equal(Dimensions.Named("BENCH  side").Fold(), Dimensions.Named(" bench side").Fold());

    [Theory]
    [InlineData("Cost_Centre", "cost_centre")]
    [InlineData("line2", "line2")]
    [InlineData("cost centre", null)]
    [InlineData("", null)]
    [InlineData("größe", null)]
    public void A_ledger_names_its_own_by_a_word(string text, string? word) =>
        Assert.Equal(word, Dimension.TryRead(text, out var dimension) ? dimension.Word : null);

    [Fact]
    public void They_are_written_as_an_object_and_read_again_also_as_they_were_kept_before()
    {
        Gen.Select(OneOf(Dimension.Standard[0], Dimension.Standard[3], Season), Gen.String[Gen.Char.AlphaNumeric, 1, 8])
            .List[0, 4]
            .Sample(values =>
            {
                var some = Dimensions.Of([.. values.Select(v => new FilledDimension(v.Item1, v.Item2))]);
                Assert.Equal(some, JsonSerializer.Deserialize<Dimensions>(JsonSerializer.Serialize(some)));
            });
        Assert.Equal(
            Dimensions.Named("Bench"),
            JsonSerializer.Deserialize<Dimensions>("""{"Department":"Bench","Location":"","Project":null,"Not a word":"x"}""")
        );
    }

    private static Composition Compose(CompositionSettings settings, Dimensions dimensions) =>
        Composer(settings, Map(KeyKind.Category, "Leather", "5120"))
            .Compose(Bill(Line(1, 1_00, "Leather") with { Dimensions = dimensions }));

    private static CompositionSettings OfKind(DimensionDemand demand) =>
        new()
        {
            Kinds = new Dictionary<DocumentKind, KindChoice>
            {
                [DocumentKind.Bill] = new() { Demands = new Dictionary<Dimension, DimensionDemand> { [Season] = demand } },
            },
        };

    private static CompositionSettings OfAccount(string account, DimensionDemand demand) =>
        new()
        {
            AccountDemands = new Dictionary<string, IReadOnlyDictionary<Dimension, DimensionDemand>>
            {
                [account] = new Dictionary<Dimension, DimensionDemand> { [Season] = demand },
            },
        };

    [Fact]
    public void Required_holds_asked_for_is_noticed_and_optional_says_nothing_by_kind_and_by_account()
    {
        foreach (var of in (Func<DimensionDemand, CompositionSettings>[])[OfKind, d => OfAccount("5120", d)])
        {
            Assert.Equal(["1:dimension_missing=season"], Reasons(Compose(of(DimensionDemand.Required), default)));
            Assert.Empty(Reasons(Compose(of(DimensionDemand.Required), Dimensions.Of(new FilledDimension(Season, "Autumn")))));

            var asked = Compose(of(DimensionDemand.Asked), default);
            Assert.IsType<Composition.Coded>(asked);
            Assert.Contains(DocumentNotice.DimensionAskedFor, asked.Notices);
            Assert.DoesNotContain(DocumentNotice.DimensionAskedFor, Compose(of(DimensionDemand.Optional), default).Notices);
        }
    }

    [Fact]
    public void Another_account_demands_nothing_of_this_line() =>
        Assert.Empty(Reasons(Compose(OfAccount("5110", DimensionDemand.Required), default)));

    [Fact]
    public void A_mapping_fills_a_dimension_in_that_the_ledger_defines_itself()
    {
        var row = Map(KeyKind.Category, "Leather", "5120") with { Dimensions = Dimensions.Of(new FilledDimension(Season, "Autumn")) };
        var composed = Composer(OfKind(DimensionDemand.Required), row).Compose(Bill(Line(1, 1_00, "Leather")));
        Assert.Equal("Autumn", Assert.IsType<Composition.Coded>(composed).Entry.Lines[0].Dimensions[Season]);
    }
}
