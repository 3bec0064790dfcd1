using Adnumera.Core.Dates;

namespace Adnumera.Core.Tests.Texts;

/// <summary>What a text may hold, which days there are, and how a value is quoted.</summary>
public class PlainTextTests
{
    // Unicode Standard Annex 9 (directional overrides and isolates) and chapter 23.7 (noncharacters).
    [Theory]
    [InlineData("Marrow & Oake — Bücher\t№ 7\r\nzwei", true)]
    [InlineData("綴じ \U0001F4D6", true)]
    [InlineData("‏עברית", true)]
    [InlineData("a\u0000", false)]
    [InlineData("a\u001F", false)]
    [InlineData("a\u007F", false)]
    [InlineData("a\u0085", false)]
    [InlineData("\u202A", false)]
    [InlineData("\u202E", false)]
    [InlineData("\u202F", true)]
    [InlineData("\u2066", false)]
    [InlineData("\u2069", false)]
    [InlineData("\uFDCF", true)]
    [InlineData("\uFDD0", false)]
    [InlineData("\uFDEF", false)]
    [InlineData("\uFFFD", true)]
    [InlineData("\uFFFE", false)]
    [InlineData("\uFFFF", false)]
    [InlineData("\U0001FFFE", false)]
    [InlineData("\U0010FFFF", false)]
    public void A_text_is_plain_or_says_what_is_in_it(string text, bool plain) => Assert.Equal(plain, PlainText.Problem(text) is null);

    [Fact]
    public void Half_a_character_is_none()
    {
        Assert.NotNull(PlainText.Problem("a" + (char)0xD83D));
        Assert.NotNull(PlainText.Problem((char)0xDCD6 + "a"));
    }

    [Fact]
    public void The_longest_is_taken_and_one_more_is_not()
    {
        Assert.Null(PlainText.Problem(new string('a', 500)));
        Assert.Equal("has 501 characters; at most 500 are kept", PlainText.Problem(new string('a', 501)));
    }

    [Theory]
    [InlineData("1989-12-31", false)]
    [InlineData("1990-01-01", true)]
    [InlineData("2099-12-31", true)]
    [InlineData("2100-01-01", false)]
    public void Days_lie_between_1990_and_2099(string day, bool within) =>
        Assert.Equal(within, CalendarRange.Has(DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture)));

    [Theory]
    [InlineData("1999-12-31", false)]
    [InlineData("2000-01-01", true)]
    [InlineData("2027-11-20", true)]
    [InlineData("2027-11-21", false)]
    public void A_mapping_is_in_force_from_2000_until_a_year_ahead(string day, bool fits) =>
        Assert.Equal(
            fits,
            CalendarRange.EffectiveProblem(
                DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture),
                new DateOnly(2026, 11, 20)
            )
                is null
        );

    [Fact]
    public void A_quoted_value_is_cut_and_never_in_the_middle_of_a_character()
    {
        Assert.Equal("\"Leather\"", Quote.Of("Leather"));
        Assert.Equal($"\"{new string('a', 80)}\"", Quote.Of(new string('a', 80)));
        Assert.Equal($"\"{new string('a', 80)}…\" (81 characters)", Quote.Of(new string('a', 81)));
        Assert.Equal($"\"{new string('a', 79)}…\" (81 characters)", Quote.Of(new string('a', 79) + "\U0001F4D6"));
    }
}
