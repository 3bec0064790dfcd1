using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using CsCheck;

namespace Adnumera.Core.Tests.Feeds;

public class FeedTests
{
    private static readonly DateOnly Day = new(2026, 11, 10);

    private static CountedRecord Counted(string id, long money, int days = 0) => new(id, Day.AddDays(days), money);

    [Fact]
    public void A_gap_is_named_by_what_is_missing_on_either_side_and_what_differs()
    {
        var gap = FeedGap.Of(
            [Counted("A", 100), Counted("B", 50), Counted("C", 7), Counted("D", 9, 1)],
            [Counted("A", 100), Counted("C", 8), Counted("D", 9), Counted("E", -300)]
        );
        Assert.Equal(
            [
                (FeedGapKind.NotThere, "E", 300),
                (FeedGapKind.NotHere, "B", 50),
                (FeedGapKind.OtherMoney, "C", -1),
                (FeedGapKind.OtherDay, "D", 0),
            ],
            gap.Select(d => (d.Kind, d.Id, d.Money))
        );
    }

    [Fact]
    public void The_differences_add_up_to_the_difference_of_the_totals()
    {
        var some = Gen.Select(Gen.Int[0, 30], Gen.Long[-500, 500], Gen.Int[0, 2]).List[0, 40];
        Gen.Select(some, some)
            .Sample(sides =>
            {
                List<CountedRecord> Side(List<(int Id, long Money, int Days)> rows) =>
                    [.. rows.DistinctBy(r => r.Id).Select(r => Counted($"{r.Id}", r.Money, r.Days))];
                var (there, here) = (Side(sides.Item1), Side(sides.Item2));
                var gap = FeedGap.Of(there, here);
                Assert.Equal(there.Sum(r => r.Money) - here.Sum(r => r.Money), gap.Sum(d => d.Money));
                Assert.Equal(
                    there.Count - here.Count,
                    gap.Count(d => d.Kind == FeedGapKind.NotHere) - gap.Count(d => d.Kind == FeedGapKind.NotThere)
                );
                Assert.Empty(FeedGap.Of(there, there));
            });
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 2)]
    [InlineData(5, 16)]
    [InlineData(8, 128)]
    [InlineData(9, 240)]
    [InlineData(60, 240)]
    public void After_a_failure_one_waits_twice_as_long_each_time_and_four_hours_at_most(int failures, int minutes) =>
        Assert.Equal(TimeSpan.FromMinutes(minutes), PullTimes.After(failures, null));

    [Fact]
    public void A_source_that_asks_for_more_time_gets_it_and_one_that_asks_for_less_waits_its_turn()
    {
        Assert.Equal(TimeSpan.FromHours(9), PullTimes.After(1, TimeSpan.FromHours(9)));
        Assert.Equal(TimeSpan.FromMinutes(4), PullTimes.After(3, TimeSpan.FromSeconds(5)));
        Assert.Throws<ArgumentOutOfRangeException>(() => PullTimes.After(0, null));
    }

    [Fact]
    public void A_record_is_ours_by_a_value_that_somebody_decided_and_by_nothing_else()
    {
        var shares = new FeedShares(FeedKind.Claims, new Dictionary<string, bool> { ["Bindery"] = true, ["Reading Room"] = false });
        Assert.Equal(FeedShare.Ours, shares.Of("Bindery"));
        Assert.Equal(FeedShare.Anothers, shares.Of("Reading Room"));
        Assert.Equal(FeedShare.Undecided, shares.Of("bindery")); // Values compare exactly.
        Assert.Equal(FeedShare.Undecided, shares.Of(""));
        Assert.Equal(["Bindery"], shares.Ours);
        Assert.Equal(FeedShare.Ours, new FeedShares(FeedKind.Folder, new Dictionary<string, bool>()).Of(""));
    }

    [Fact]
    public void A_source_is_told_what_became_of_a_document_and_not_what_it_did_itself()
    {
        Assert.Equal(new FeedNews.Posted("E7"), FeedNews.Of(DocumentEvent.Accepted, "E7", null));
        Assert.Equal("rejected: already in ledger", FeedNews.Of(DocumentEvent.SetAside, "", SetAsideKind.AlreadyInLedger)!.Sentence);
        Assert.Null(FeedNews.Of(DocumentEvent.SetAside, "", SetAsideKind.Cancelled));
        Assert.Equal(FeedNewsKind.Reopened, FeedNews.Of(DocumentEvent.TakenUp, "", SetAsideKind.Duplicate)!.Kind);
        Assert.Null(FeedNews.Of(DocumentEvent.TakenUp, "", SetAsideKind.Cancelled));
        Assert.Null(FeedNews.Of(DocumentEvent.Planned, "", null));
        Assert.Equal("paid on 2026-11-10, T-9; 0.00 open", new FeedNews.Paid(Day, "T-9", "0.00").Sentence);
    }
}
