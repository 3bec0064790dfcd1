using Adnumera.Core.InformationReturns;
using static Adnumera.Core.Tests.InformationReturns.ReturnRulesTests;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>When a year can be closed, what is due when, and what crosses a threshold.</summary>
public class YearClosingTests
{
    private static readonly DateOnly Last = new(2026, 12, 31);
    private static readonly ReturnSupplier Somebody = new() { Name = "S" };

    [Fact]
    public void It_is_closed_when_it_is_over_and_read_to_its_end_and_nothing_is_to_be_put_right()
    {
        Assert.Equal("", YearClosing.Against(2026, Last.AddDays(1), Last, 0));
        Assert.StartsWith("2026 is not over", YearClosing.Against(2026, Last, Last, 0), StringComparison.Ordinal);
        Assert.Contains("were not read", YearClosing.Against(2026, Last.AddDays(1), Last.AddDays(-1), 0), StringComparison.Ordinal);
        Assert.Contains("were not read", YearClosing.Against(2026, Last.AddDays(1), null, 0), StringComparison.Ordinal);
        Assert.StartsWith("One point stands", YearClosing.Against(2026, Last.AddDays(1), Last, 1), StringComparison.Ordinal);
        Assert.StartsWith("2 points stand", YearClosing.Against(2026, Last.AddDays(1), Last, 2), StringComparison.Ordinal);
    }

    [Fact]
    public void A_form_counts_when_it_is_here_and_signed_and_dated()
    {
        Assert.True(FormW9.Counts(Last, true, Last));
        Assert.False(FormW9.Counts(null, true, Last));
        Assert.False(FormW9.Counts(Last, false, Last));
        Assert.False(FormW9.Counts(Last, true, null));
    }

    // General Instructions for Certain Information Returns: statements with box 8 or 10 are due on 15 February. From memory.
    [Theory]
    [InlineData(ReturnBox.Nec1, "NecToRecipients NecToIrs")]
    [InlineData(ReturnBox.Misc1, "MiscToRecipients MiscToIrsOnPaper MiscToIrsElectronically")]
    [InlineData(ReturnBox.Misc8, "MiscWithBox8Or10ToRecipients MiscToIrsOnPaper MiscToIrsElectronically")]
    [InlineData(ReturnBox.Misc10, "MiscWithBox8Or10ToRecipients MiscToIrsOnPaper MiscToIrsElectronically")]
    public void Each_return_is_of_its_duties(ReturnBox box, string duties) =>
        Assert.Equal(duties, string.Join(' ', Enum.GetValues<ReturnDuty>().Where(d => new Return(box.Form(), [(box, 1)], 0).IsOf(d))));

    [Fact]
    public void One_box_of_the_later_ones_makes_a_statement_later() =>
        Assert.True(
            new Return(ReturnForm.Misc, [(ReturnBox.Misc1, 1), (ReturnBox.Misc10, 1)], 0).IsOf(ReturnDuty.MiscWithBox8Or10ToRecipients)
        );

    [Fact]
    public void What_moves_into_a_box_or_out_of_it_may_cross_its_threshold()
    {
        var open = Year(
            Somebody,
            (TallyPlace.Out(LeftOutPlace.NoBox), 2_000_00, 0),
            (TallyPlace.In(ReturnBox.Misc1), 2_000_00, 0),
            (TallyPlace.In(ReturnBox.Misc3), 1_00, 0)
        );
        var moved = open.With([
            new TallyCell(TallyPlace.Out(LeftOutPlace.NoBox), -2_000_00, 0, -1),
            new TallyCell(TallyPlace.In(ReturnBox.Nec1), 2_000_00, 0, 1),
            new TallyCell(TallyPlace.In(ReturnBox.Misc1), -1, 0, -1),
            new TallyCell(TallyPlace.In(ReturnBox.Misc3), 1, 0, 1),
        ]);
        Assert.Equal(open.Paid, moved.Paid);
        Assert.Equal(
            [new ThresholdCrossing(ReturnBox.Nec1, 0, 2_000_00, true), new ThresholdCrossing(ReturnBox.Misc1, 2_000_00, 1_999_99, false)],
            ThresholdCrossing.Between(open, moved)
        );
        Assert.Empty(ThresholdCrossing.Between(open, open));
        Assert.Equal(
            [new ThresholdCrossing(ReturnBox.Misc1, 2_000_00, 0, false)],
            ThresholdCrossing.Between(open, Year(Somebody, (TallyPlace.In(ReturnBox.Misc3), 1, 0)))
        );
    }

    [Fact]
    public void Tax_withheld_takes_a_box_over_its_threshold_whatever_the_amount() =>
        Assert.Equal(
            [new ThresholdCrossing(ReturnBox.Nec1, 1_00, 1_00, true)],
            ThresholdCrossing.Between(
                Year(Somebody, (TallyPlace.In(ReturnBox.Nec1), 1_00, 0)),
                Year(Somebody, (TallyPlace.In(ReturnBox.Nec1), 1_00, 24))
            )
        );
}
