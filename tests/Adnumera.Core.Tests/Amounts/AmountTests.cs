using System.Globalization;
using System.Text.RegularExpressions;
using Adnumera.Core.Amounts;
using CsCheck;

namespace Adnumera.Core.Tests.Amounts;

public partial class AmountTests
{
    [Theory]
    [InlineData("0", 2, 0)]
    [InlineData("12.50", 2, 1250)]
    [InlineData("-0.05", 2, -5)]
    [InlineData("007", 2, 700)]
    [InlineData("5.00", 0, 5)]
    [InlineData("1.5", 3, 1500)]
    [InlineData("1.2500000000000000000000000000", 2, 125)]
    public void A_number_is_read_in_minor_units(string text, int digits, long minor)
    {
        Assert.Equal(AmountText.Fault.None, AmountText.Read(text, digits, out var read));
        Assert.Equal(minor, read);
    }

    [Theory]
    [InlineData("", 2, AmountText.Fault.Form)]
    [InlineData("12,50", 2, AmountText.Fault.Form)]
    [InlineData("12,5O", 2, AmountText.Fault.Form)]
    [InlineData("1e3", 2, AmountText.Fault.Form)]
    [InlineData("+1", 2, AmountText.Fault.Form)]
    [InlineData(".5", 2, AmountText.Fault.Form)]
    [InlineData("5.", 2, AmountText.Fault.Form)]
    [InlineData("--5", 2, AmountText.Fault.Form)]
    [InlineData("1.2.3", 2, AmountText.Fault.Form)]
    [InlineData("٣", 2, AmountText.Fault.Form)]
    [InlineData("12.505", 2, AmountText.Fault.Decimals)]
    [InlineData("100.50", 0, AmountText.Fault.Decimals)]
    [InlineData("99999999999999999999", 2, AmountText.Fault.TooLarge)]
    public void What_is_not_an_amount_is_told_apart(string text, int digits, AmountText.Fault fault) =>
        Assert.Equal(fault, AmountText.Read(text, digits, out _));

    [Theory]
    [InlineData(" 1,234.50 ", 2, 1234_50)]
    [InlineData("1,234", 2, 1234_00)]
    [InlineData("-12,345,678.9", 2, -12345678_90)]
    [InlineData("1,234", 0, 1234)]
    [InlineData("1,234.5", 3, 1234_500)]
    [InlineData("1,234,567", 3, 1234567_000)]
    [InlineData("999", 2, 999_00)]
    public void What_people_type_may_have_commas_between_its_thousands(string text, int digits, long minor)
    {
        Assert.Equal(AmountText.Fault.None, AmountText.Typed(text, digits, out var read));
        Assert.Equal(minor, read);
    }

    [Theory] // 1234,56 was read as 123,456.00.
    [InlineData("1234,56", 2)]
    [InlineData("1,23", 2)]
    [InlineData("12,34,567", 2)]
    [InlineData("1234,567", 2)]
    [InlineData("0,123", 2)]
    [InlineData(",123", 2)]
    [InlineData("1,234.5,6", 2)]
    [InlineData("1,234", 3)]
    [InlineData("1,2345", 4)]
    public void What_two_people_would_read_differently_is_no_amount(string text, int digits) =>
        Assert.Equal(AmountText.Fault.Form, AmountText.Typed(text, digits, out _));

    [Fact]
    public void What_is_written_is_read_again() =>
        Gen.Select(Gen.Long[-AmountText.Most, AmountText.Most], Gen.Int[0, 4])
            .Sample(
                (minor, digits) =>
                    AmountText.Read(AmountText.Format(minor, digits), digits, out var read) == AmountText.Fault.None && read == minor
            );

    [Fact] // Largest remainder (Hamilton's method), the textbook example; from memory.
    public void Ten_seats_go_5_2_1_1_1_0() =>
        Assert.Equal([5, 2, 1, 1, 1, 0], Allocation.Split(10, [47_000, 16_000, 15_900, 12_000, 6_000, 3_100]));

    [Fact] // Common practice.
    public void A_hundred_in_three_gives_the_odd_cent_to_the_first() =>
        Assert.Equal([33_34, 33_33, 33_33], Allocation.Split(100_00, [1, 1, 1]));

    [Fact]
    public void Parts_always_add_up_and_none_is_off_by_a_whole_unit() =>
        Gen.Select(Gen.Long[-1_000_000_000_000, 1_000_000_000_000], Gen.Long[0, 1_000_000].Array[1, 12])
            .Where(g => g.Item2.Sum() > 0)
            .Sample(
                (total, weights) =>
                {
                    var parts = Allocation.Split(total, weights);
                    Assert.Equal(total, parts.Sum());
                    var sum = weights.Sum();
                    for (var i = 0; i < parts.Length; i++)
                        Assert.True(Int128.Abs(((Int128)parts[i] * sum) - ((Int128)total * weights[i])) < sum);
                }
            );

    [Fact]
    public void Weights_that_share_nothing_are_refused()
    {
        Assert.Throws<ArgumentException>(() => Allocation.Split(1, [0, 0]));
        Assert.Throws<ArgumentException>(() => Allocation.Split(1, [2, -1]));
    }

    [Theory]
    [InlineData(101, 50, 51)] // half away from zero
    [InlineData(-101, 50, -51)]
    [InlineData(1999, 47.5, 950)]
    [InlineData(5, 0, 0)]
    public void A_percentage_is_rounded_half_away_from_zero(long tax, double percent, long recovered) =>
        Assert.Equal(recovered, Allocation.Percent(tax, (decimal)percent));

    [Fact]
    public void Two_currencies_do_not_add() =>
        Assert.Throws<InvalidOperationException>(() => new Money(1, Currency.Usd) + new Money(1, Currency.Of("EUR")));

    [Fact] // ISO 4217 minor units, against the npm package currency-codes, which is made from the published list one.
    public void Minor_units_are_those_of_the_published_list()
    {
        var data = Path.Combine(Repository.Root, "src", "ui", "node_modules", "currency-codes", "data.js");
        var published = Entry()
            .Matches(File.ReadAllText(data))
            .ToDictionary(m => m.Groups[1].Value, m => int.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture));
        Assert.True(published.Count > 150);

        // Metals, funds and test codes have no minor unit in the list ("N.A."), which the package writes as 0; no books are kept in them.
        string[] notMoney = ["XAG", "XAU", "XBA", "XBB", "XBC", "XBD", "XDR", "XPD", "XPT", "XSU", "XTS", "XUA", "XXX"];
        Assert.Equal(
            published.Where(p => !notMoney.Contains(p.Key)).OrderBy(p => p.Key),
            Currency.All.Where(c => c.Code != "XCG").ToDictionary(c => c.Code, c => c.Digits).OrderBy(p => p.Key)
        );
    }

    [GeneratedRegex("\"code\": \"(\\w{3})\",\\s+\"number\": \"\\d+\",\\s+\"digits\": (\\d)")]
    private static partial Regex Entry();
}
