using Adnumera.Core.InformationReturns;
using static Adnumera.Core.Tests.InformationReturns.ReturnRulesTests;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>What stands between a supplier's year and its returns.</summary>
public class ReadinessTests
{
    private static readonly TallyPlace Nec = TallyPlace.In(ReturnBox.Nec1);

    internal static readonly ReturnSupplier Whole = new()
    {
        Name = "Tamsin Arkley",
        LegalName = "Tamsin Arkley",
        Classification = TaxClassification.Individual,
        NumberKind = TaxNumberKind.Ssn,
        NumberStatus = TaxNumberStatus.Possible,
        Address = "5 Fold Street, Quillfern",
        HasW9 = true,
    };

    private static string Kinds(ReturnSupplier supplier, params (TallyPlace Place, long Amount, long Withheld)[] cells) =>
        string.Join(' ', Readiness.Of(Year(supplier, cells)).Select(p => Words<ReadinessKind>.Of(p.Kind)));

    [Fact]
    public void Of_whom_all_is_known_nothing_is_missing() => Assert.Equal("", Kinds(Whole, (Nec, 2_000_00, 0)));

    [Fact]
    public void Of_whom_nothing_is_known_everything_is_missing() =>
        Assert.Equal(
            "w9 legal_name address tax_number classification",
            Kinds(new ReturnSupplier { Name = "Wren & Hollow Printing" }, (Nec, 2_000_00, 0))
        );

    [Fact]
    public void Below_the_threshold_nothing_is_asked_of_it() =>
        Assert.Equal("", Kinds(new ReturnSupplier { Name = "S" }, (Nec, 1_999_99, 0)));

    // Two names of one payee may reach together what neither reaches alone.
    [Fact]
    public void A_number_that_another_has_too_is_asked_of_below_the_threshold_and_not_where_nothing_counts()
    {
        var shared = new ReturnSupplier { Name = "S", SharesNumberWith = "T" };
        Assert.Equal("number_shared", Kinds(shared, (Nec, 1, 0)));
        Assert.Equal("", Kinds(shared, (TallyPlace.Out(LeftOutPlace.CardOrNetwork), 5_000_00, 0)));
    }

    [Fact]
    public void Each_thing_is_a_point_of_its_own()
    {
        string With(ReturnSupplier supplier) => Kinds(supplier, (Nec, 2_000_00, 0));
        Assert.Equal("w9", With(Whole with { HasW9 = false }));
        Assert.Equal("legal_name", With(Whole with { LegalName = "" }));
        Assert.Equal("name_differs", With(Whole with { LegalName = "T. Arkley" }));
        Assert.Equal("", With(Whole with { LegalName = "T. Arkley", NameIsRight = true }));
        Assert.Equal("", With(Whole with { LegalName = "T. Arkley", BusinessName = "Tamsin Arkley LLC" }));
        Assert.Equal("", With(Whole with { LegalName = "TAMSIN  ARKLEY" }));
        Assert.Equal("address", With(Whole with { Address = "" }));
        Assert.Equal("tax_number", With(Whole with { NumberStatus = TaxNumberStatus.Missing }));
        Assert.Equal("tax_number_bad", With(Whole with { NumberStatus = TaxNumberStatus.Bad }));
        Assert.Equal("number_shared", With(Whole with { SharesNumberWith = "Arkley Bindings" }));
        Assert.Equal("", With(Whole with { SharesNumberWith = "Arkley Bindings", NameIsRight = true }));
        Assert.Equal("classification", With(Whole with { Classification = null }));
        Assert.Equal("form_contradicts", With(Whole with { Name = "Arkley Inc.", LegalName = "Arkley Inc." }));
    }

    // By card or network it would not count: whatever has no clear answer is said by a person.
    [Fact]
    public void Of_what_is_filed_somebody_says_how_it_was_paid()
    {
        IEnumerable<ReadinessPoint> Points(long amount, long? unsaid) =>
            Readiness.Of(new SupplierYear(Whole, [new TallyCell(Nec, amount, 0, 1)], new Thresholds([], 2026), unsaid));
        Assert.Equal([new ReadinessPoint(Whole, ReadinessKind.MethodUnknown, 5_00)], Points(2_000_00, 5_00));
        Assert.Empty(Points(1_999_99, 5_00));
        Assert.Empty(Points(2_000_00, null));
        Assert.Equal(5_00, new SupplierYear(Whole, [], new Thresholds([], 2026), 5_00).With([new TallyCell(Nec, 1, 0, 1)]).MethodUnknown);
    }

    [Fact]
    public void What_is_of_no_box_is_a_point_whoever_was_paid()
    {
        Assert.Equal("no_box", Kinds(Whole, (TallyPlace.Out(LeftOutPlace.NoBox), 5, 0)));
        Assert.Equal("", Kinds(Whole, (TallyPlace.Out(LeftOutPlace.CardOrNetwork), 5, 0)));
    }

    [Fact]
    public void A_corporation_that_is_left_out_at_the_threshold_proves_it_by_its_form()
    {
        var corporation = Whole with { Classification = TaxClassification.LlcS, HasW9 = false };
        Assert.Equal("w9_of_exempt", Kinds(corporation, (TallyPlace.Exempt(ReturnBox.Nec1), 2_000_00, 0)));
        Assert.Equal("", Kinds(corporation, (TallyPlace.Exempt(ReturnBox.Nec1), 1_999_99, 0)));
        Assert.Equal("", Kinds(corporation with { HasW9 = true }, (TallyPlace.Exempt(ReturnBox.Nec1), 2_000_00, 0)));
    }

    [Fact]
    public void What_a_person_says_against_what_follows_is_a_point()
    {
        Assert.Equal("contradiction", Kinds(Whole with { Reportable = false }, (TallyPlace.Exempt(ReturnBox.Nec1), 2_000_00, 0)));
        Assert.Equal("", Kinds(Whole with { Reportable = false }, (TallyPlace.Exempt(ReturnBox.Nec1), 1_000_00, 0)));
        var corporation = Whole with { Classification = TaxClassification.CCorporation, Reportable = true };
        Assert.Equal("contradiction", Kinds(corporation, (Nec, 2_000_00, 0)));
        Assert.Equal("contradiction", Kinds(corporation, (Nec, 2_000_00, 0), (TallyPlace.In(ReturnBox.Misc6), 2_000_00, 0)));
        // What is filed of a corporation anyway, and what is not filed, contradict nothing.
        Assert.Equal("", Kinds(corporation, (Nec, 1_999_99, 0), (TallyPlace.In(ReturnBox.Misc6), 2_000_00, 0)));
    }

    [Fact]
    public void Tax_withheld_of_what_counts_in_no_box_is_a_point_but_not_of_what_was_voided()
    {
        Assert.Equal("withheld", Kinds(Whole, (TallyPlace.Out(LeftOutPlace.NotReportable), 100_00, 24_00)));
        Assert.Equal("", Kinds(Whole, (TallyPlace.Out(LeftOutPlace.Voided), 100_00, 24_00)));
        var point = Assert.Single(
            Readiness.Of(
                Year(
                    Whole,
                    (TallyPlace.Out(LeftOutPlace.NotReportable), 100_00, 24_00),
                    (TallyPlace.Out(LeftOutPlace.Voided), 100_00, 7_00),
                    (TallyPlace.Out(LeftOutPlace.OtherYear), 100_00, 3_00),
                    (Nec, 100_00, 1_00)
                )
            )
        );
        Assert.Equal((ReadinessKind.Withheld, 24_00), (point.Kind, point.Amount));
    }

    [Fact]
    public void Who_lacks_the_form_is_watched_as_soon_as_any_box_nears_its_threshold()
    {
        var unknown = new ReturnSupplier { Name = "S" };
        var little = (TallyPlace.In(ReturnBox.Misc3), 1L, 0L);
        Assert.False(Readiness.IsWatched(Year(unknown, little)));
        Assert.True(Readiness.IsWatched(Year(unknown, little, (Nec, 1_500_00, 0))));
        Assert.True(Readiness.IsWatched(Year(unknown, little, (Nec, 2_000_00, 0))));
        Assert.False(Readiness.IsWatched(Year(unknown with { HasW9 = true }, little, (Nec, 2_000_00, 0))));
    }

    [Fact]
    public void A_form_lacks_where_something_counts_may_count_or_is_left_out_as_exempt()
    {
        var unknown = new ReturnSupplier { Name = "S" };
        bool Lacks(ReturnSupplier supplier, TallyPlace place) => Readiness.LacksW9(Year(supplier, (place, 1, 0)));
        Assert.True(Lacks(unknown, Nec));
        Assert.True(Readiness.LacksW9(Year(unknown, (Nec, 1, 0), (TallyPlace.Out(LeftOutPlace.CardOrNetwork), 1, 0))));
        Assert.True(Lacks(unknown, TallyPlace.Out(LeftOutPlace.NoBox)));
        Assert.True(Lacks(unknown, TallyPlace.Exempt(ReturnBox.Nec1)));
        Assert.False(Lacks(unknown, TallyPlace.Out(LeftOutPlace.CardOrNetwork)));
        Assert.False(Lacks(unknown, TallyPlace.Out(LeftOutPlace.NotReportable)));
        Assert.False(Lacks(unknown with { HasW9 = true }, Nec));
        Assert.False(Lacks(unknown with { IsForeign = true }, TallyPlace.Out(LeftOutPlace.NoBox)));
        Assert.False(Lacks(unknown with { ExemptCode = 4 }, Nec));
        Assert.True(Lacks(unknown with { ExemptCode = 5 }, TallyPlace.Exempt(ReturnBox.Nec1)));
        Assert.False(Lacks(unknown with { Reportable = false }, TallyPlace.Exempt(ReturnBox.Nec1)));
    }
}
