using Adnumera.Core.Documents;

namespace Adnumera.Core.Tests.Documents;

public class LabelsTests
{
    [Fact]
    public void Each_comes_once_as_first_written_and_blank_ones_not_at_all() =>
        Assert.Equal(["Fair  2026", "repairs"], Labels.Of([" Fair  2026 ", "", "fair 2026", "repairs", "REPAIRS", "  "]));

    [Theory]
    [InlineData(12, 40, true)]
    [InlineData(13, 1, false)]
    [InlineData(1, 41, false)]
    public void They_are_at_most_twelve_of_at_most_forty_characters(int many, int longest, bool fits) =>
        Assert.Equal(fits, Labels.Wrong([.. Enumerable.Range(0, many).Select(i => new string((char)('a' + i), longest))]) is null);
}
