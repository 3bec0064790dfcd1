namespace Adnumera.Core.Tests.Texts;

public class ShortNameTests
{
    [Theory]
    [InlineData("Quillfern Bindery LLC", "quillfern-bindery-llc")]
    [InlineData("  Brösel & Söhne  ", "brosel-sohne")]
    [InlineData("3rd Street / Café", "3rd-street-cafe")]
    [InlineData("株式会社", "company")]
    [InlineData("--", "company")]
    public void A_name_has_a_short_one(string name, string shortName)
    {
        Assert.Equal(shortName, ShortName.Of(name, _ => false));
        Assert.True(ShortName.Is(shortName));
        Assert.Equal($"{shortName}-3", ShortName.Of(name, s => s == shortName || s == $"{shortName}-2"));
    }

    [Theory]
    [InlineData("")]
    [InlineData("-")]
    [InlineData("a-")]
    [InlineData("../etc")]
    [InlineData("A")]
    [InlineData("a.b")]
    public void What_is_none_is_no_file_and_no_address(string text) => Assert.False(ShortName.Is(text));

    [Fact]
    public void A_long_one_is_cut_with_room_for_its_number() =>
        Assert.True(ShortName.Is(ShortName.Of(new string('a', 500), s => s.Length < 39)));
}
