using Adnumera.Core.Access;

namespace Adnumera.Core.Tests.Access;

/// <summary>NIST SP 800-63B-4, section 3.1.1.2: length, a list of common ones, the person's own words; no rule of which characters there
/// must be, and at least 64 of them allowed. That at least 12 are needed is this application's choice.</summary>
public class PasswordRuleTests
{
    private static readonly PasswordRule Rule = new(text => text is "password" or "sunflower" or "letmein-letmein");

    [Theory]
    [InlineData("twelve chars", null)] // exactly as many as are needed, a blank among them
    [InlineData("eleven char", PasswordFault.TooShort)]
    [InlineData("Sunflower-2026!", PasswordFault.Common)] // what is common stays so with digits and signs around it
    [InlineData("99password99", PasswordFault.Common)]
    [InlineData("letmein-letmein", PasswordFault.Common)]
    [InlineData("sunflower fields at dusk", null)] // a common word among others is none
    [InlineData("abcabcabcabc", PasswordFault.Repeated)]
    [InlineData("xxxxxxxxxxxx", PasswordFault.Repeated)]
    [InlineData("abcdeabcdeabcde", PasswordFault.Repeated)]
    [InlineData("folio-folio-", null)] // twice is not again and again
    [InlineData("1234567890123", PasswordFault.Repeated)]
    [InlineData("mlkjihgfedcba", PasswordFault.Repeated)]
    [InlineData("abcdefghijkm", null)]
    [InlineData("InesCalder-26", PasswordFault.OwnName)]
    [InlineData("adnumera.ines", PasswordFault.OwnName)]
    [InlineData("quillfernines", PasswordFault.OwnName)]
    [InlineData("Calder binds six books", null)]
    public void A_password_is_measured_as_it_is_guessed(string password, PasswordFault? fault) =>
        Assert.Equal(fault, Rule.Check(password, "Ines Calder", "ines@quillfern.example"));

    [Fact]
    public void Sixty_four_characters_and_more_are_allowed_and_counted_as_people_see_them()
    {
        static string Letters(int count)
        {
            var random = new Random(1);
            return string.Concat(Enumerable.Range(0, count).Select(_ => (char)('a' + random.Next(26))));
        }

        Assert.All(new[] { 64, 200 }, count => Assert.Null(Rule.Check(Letters(count))));
        Assert.Equal(PasswordFault.TooLong, Rule.Check(Letters(201)));

        // A character outside the basic plane is one, not two (the eleventh here is missing).
        Assert.Equal(PasswordFault.TooShort, Rule.Check("🌿🍂🌾🌱🍃🌵🌴🌳🌲🍀🌷"));
        Assert.Null(Rule.Check("🌿🍂🌾🌱🍃🌵🌴🌳🌲🍀🌷🌹"));
    }

    [Fact]
    public void The_same_characters_are_the_same_password_however_they_are_typed() =>
        Assert.Equal(PasswordRule.Normal("caf\u00e9 au lait 12"), PasswordRule.Normal("cafe\u0301 au lait 12"));
}
