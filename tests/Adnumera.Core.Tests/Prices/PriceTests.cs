using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Core.Prices;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Prices;

public class PriceTests
{
    private static decimal D(string number) => decimal.Parse(number, System.Globalization.CultureInfo.InvariantCulture);

    [Theory] // Common practice: the two examples of the reference notes, and what a price of nothing comes to.
    [InlineData("101.35", "95.00", "-6.3")]
    [InlineData("36", "42", "16.7")]
    [InlineData("10", "10", "0.0")]
    [InlineData("0", "4", null)]
    public void A_move_is_told_in_per_cent_of_the_price_before(string before, string now, string? percent) =>
        Assert.Equal(percent is null ? null : D(percent), new PriceMove(D(before), D(now)).Percent);

    [Theory]
    [InlineData("5", "0", "100", "105", true)]
    [InlineData("5", "0", "100", "105.01", false)]
    [InlineData("5", "0", "100", "94.99", false)]
    [InlineData("0", "0.02", "0.40", "0.42", true)] // Half a dozen per cent of a sheet of paper is nothing.
    [InlineData("0", "0.02", "0.40", "0.43", false)]
    [InlineData("5", "1", "100", "101", true)]
    [InlineData("0", "0", "100", "100", true)]
    [InlineData("0", "0", "100", "100.01", false)]
    [InlineData("50", "0", "0", "1", false)]
    public void Within_either_bound_a_price_is_steady(string percent, string money, string before, string now, bool steady) =>
        Assert.Equal(
            steady ? PriceState.Steady : PriceState.Moved,
            LinePrice.StateOf(D(before), D(now), new PriceTolerance(D(percent), D(money)))
        );

    [Fact]
    public void The_price_of_one_is_as_the_line_says_or_its_net_by_its_quantity()
    {
        var line = Line(1, 100_00, "Leather") with { Item = "Goatskin", Quantity = 3 };
        var bill = Bill(line);
        Assert.Equal(33.333333m, LinePrice.Of(bill, line));
        Assert.Equal(46m, LinePrice.Of(bill, line with { UnitPrice = 46m }));
        Assert.Null(LinePrice.Of(bill, line with { Item = "" }));
        Assert.Null(LinePrice.Of(bill, line with { Quantity = 0 }));
        Assert.Null(LinePrice.Of(bill, line with { Net = -1 }));
        Assert.Null(LinePrice.Of(bill with { Kind = DocumentKind.SupplierCredit }, line));
        Assert.Null(LinePrice.Of(bill with { Supplier = "" }, line));
        Assert.Equal(PriceState.First, LinePrice.StateOf(null, 46m, default));
    }

    [Fact]
    public void A_moved_price_is_a_notice_and_holds_only_where_the_company_wants_it()
    {
        var bill = Bill(Line(1, 100_00, "Leather") with { Item = "Goatskin", Quantity = 2, UnitPrice = 50m, PriceBefore = 46m });
        var leather = Map(KeyKind.Category, "Leather", "5120");
        var noticed = Composer(leather).Compose(bill);
        Assert.Empty(noticed.Reasons);
        Assert.Contains(DocumentNotice.PriceMoved, noticed.Notices);
        var held = Composer(new CompositionSettings { HoldsForPrices = true }, leather).Compose(bill);
        Assert.Equal("price_moved=Goatskin", Reasons(held)[0][2..]);
        Assert.Equal("“Goatskin” costs 50 each, before 46 (+8.7 %), and nobody has accepted that.", ReasonWords.Of(held.Reasons[0]).Detail);
    }
}
