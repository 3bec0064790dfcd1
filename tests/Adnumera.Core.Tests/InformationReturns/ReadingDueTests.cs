using Adnumera.Core.InformationReturns;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>Which years' payments are read without anybody there.</summary>
public class ReadingDueTests
{
    private static readonly DateOnly Today = new(2027, 1, 4);

    private static IEnumerable<int> Due(params (int Year, DateOnly On)[] read) => ReadingDue.Of(Today, read.ToDictionary());

    [Fact]
    public void Nothing_is_read_before_a_person_read_payments_once() => Assert.Empty(Due());

    [Fact]
    public void Each_is_read_once_a_day()
    {
        Assert.Equal([2026, 2027], Due((2026, Today.AddDays(-1)), (2027, Today.AddDays(-1))));
        Assert.Equal([2027], Due((2026, Today), (2027, Today.AddDays(-1))));
        Assert.Equal([2026], Due((2026, Today.AddDays(-1)), (2027, Today)));
        Assert.Empty(Due((2026, Today), (2027, Today)));
    }

    [Fact]
    public void A_new_year_begins_by_itself_and_years_before_the_last_stay_as_they_are()
    {
        Assert.Equal([2026, 2027], Due((2026, Today.AddDays(-4))));
        Assert.Equal([2027], Due((2025, Today.AddDays(-400))));
    }
}
