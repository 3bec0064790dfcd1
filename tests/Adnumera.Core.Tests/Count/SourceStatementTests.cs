using Adnumera.Core.Count;
using CsCheck;

namespace Adnumera.Core.Tests.Count;

/// <summary>A period is stated only when it is covered whole, once.</summary>
public class SourceStatementTests
{
    private static readonly DateOnly First = new(2026, 11, 1);
    private static readonly DateOnly Last = new(2026, 11, 30);

    private static SourceStatement Of(int first, int last, long documents = 1, long money = 10_00) =>
        new(First.AddDays(first - 1), First.AddDays(last - 1), new Tally(documents, money));

    [Fact]
    public void Statements_that_follow_each_other_add_up() =>
        Assert.Equal(new Tally(5, 30_00), SourceStatement.For([Of(16, 30, 3, 20_00), Of(1, 15, 2, 10_00)], First, Last));

    [Fact]
    public void A_gap_an_overlap_or_a_day_beyond_is_not_stated()
    {
        Assert.Null(SourceStatement.For([], First, Last));
        Assert.Null(SourceStatement.For([Of(1, 29)], First, Last));
        Assert.Null(SourceStatement.For([Of(2, 30)], First, Last));
        Assert.Null(SourceStatement.For([Of(1, 14), Of(16, 30)], First, Last));
        Assert.Null(SourceStatement.For([Of(1, 15), Of(15, 30)], First, Last));
        Assert.Null(SourceStatement.For([Of(1, 31)], First, Last));
        Assert.Null(SourceStatement.For([Of(0, 30)], First, Last));
        Assert.NotNull(SourceStatement.For([Of(-30, 0), Of(1, 30), Of(31, 60)], First, Last));
    }

    [Fact]
    public void Two_overlap_exactly_when_a_day_lies_in_both() =>
        Gen.Int[1, 12]
            .Array[4]
            .Sample(days =>
            {
                var (a, b) = (
                    Of(Math.Min(days[0], days[1]), Math.Max(days[0], days[1])),
                    Of(Math.Min(days[2], days[3]), Math.Max(days[2], days[3]))
                );
                var both = Enumerable
                    .Range(0, 40)
                    .Select(First.AddDays)
                    .Any(d => a.First <= d && d <= a.Last && b.First <= d && d <= b.Last);
                Assert.Equal(both, a.Overlaps(b));
            });
}
