using CsCheck;

namespace Adnumera.Core.Tests.Texts;

public class FoldedTests
{
    [Theory]
    [InlineData("  Hexham \t  tannery ", "HEXHAM TANNERY")]
    [InlineData("Cafe\u0301", "CAFÉ")] // Unicode NFC: e and a combining acute are é
    [InlineData("Paper\u00a0& board", "paper & BOARD")]
    [InlineData("", "  ")]
    public void These_are_the_same(string left, string right)
    {
        Assert.True(Folded.Same(left, right));
        Assert.Equal(Folded.Of(left), Folded.Of(right));
        Assert.Equal(Folded.Comparer.GetHashCode(left), Folded.Comparer.GetHashCode(right));
    }

    [Theory]
    [InlineData("Peregrine Box & Board", "Peregrine Box and Board")]
    [InlineData("ab", "a b")]
    [InlineData("cafe", "café")]
    public void These_are_not(string left, string right) => Assert.False(Folded.Same(left, right));

    [Fact]
    public void Folding_twice_changes_nothing_and_the_comparer_agrees_with_the_folded_form() =>
        Gen.Select(Gen.String[Gen.Char["aAéÉß \t\u00a0\u0301zZ"], 0, 8], Gen.String[Gen.Char["aAéÉß \t\u00a0\u0301zZ"], 0, 8])
            .Sample(
                (left, right) =>
                {
                    Assert.Equal(Folded.Of(left), Folded.Of(Folded.Of(left)));
                    Assert.Equal(Folded.Of(left) == Folded.Of(right), Folded.Comparer.Equals(left, right));
                }
            );
}
