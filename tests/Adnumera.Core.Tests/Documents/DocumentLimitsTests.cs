using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Tests.Documents;

public class DocumentLimitsTests
{
    private static readonly Document Sound = new()
    {
        Identity = new DocumentIdentity("bills", "B1"),
        Kind = DocumentKind.Bill,
        Date = new DateOnly(2026, 11, 12),
        Currency = Currency.Usd,
        Total = 100,
        Notes = new string('n', 10_000),
        Supplier = new string('s', 500),
        Lines = [new DocumentLine { Number = 1, Net = 100 }],
    };

    private static IEnumerable<string> Broken(Document document) => DocumentLimits.Broken(document).Select(b => b.Column);

    [Fact]
    public void What_is_just_within_is_kept() => Assert.Empty(Broken(Sound));

    [Fact]
    public void Each_text_that_is_too_long_or_not_plain_is_named()
    {
        Assert.Equal(["supplier"], Broken(Sound with { Supplier = new string('s', 501) }));
        Assert.Equal(["notes"], Broken(Sound with { Notes = new string('n', 10_001) }));
        Assert.Equal(["reference", "to_account"], Broken(Sound with { Reference = "a\u0007", ToAccount = "\u202E4417" }));
        Assert.Equal(
            ["description", "item"],
            Broken(Sound with { Lines = [Sound.Lines[0], Sound.Lines[0] with { Description = "\u0000", Item = "\u202E" }] })
        );
    }

    [Fact]
    public void Days_that_no_book_speaks_of_are_named()
    {
        Assert.Empty(Broken(Sound with { Date = new DateOnly(1990, 1, 1), DueDate = new DateOnly(2099, 12, 31) }));
        Assert.Equal(["document_date"], Broken(Sound with { Date = new DateOnly(1989, 12, 31) }));
        Assert.Equal(["due_date"], Broken(Sound with { DueDate = new DateOnly(2100, 1, 1) }));
    }
}
