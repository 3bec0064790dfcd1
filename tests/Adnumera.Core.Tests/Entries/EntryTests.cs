using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using CsCheck;

namespace Adnumera.Core.Tests.Entries;

public class EntryTests
{
    private static readonly EntryHead Head = new(LedgerForm.Journal, Worlds.AnyDay, null, "", Currency.Usd);

    private static EntryLine Line(long signed) =>
        new()
        {
            Account = "5120",
            Signed = signed,
            Rung = EntryRung.Category,
            Because = "",
        };

    [Fact]
    public void It_is_made_of_lines_that_balance_and_of_nothing_else() =>
        Gen.Long[-1_000_00, 1_000_00]
            .Where(a => a != 0)
            .List[0, 6]
            .Sample(amounts =>
            {
                var lines = amounts.Select(Line).ToList();
                if (amounts.Sum() == 0)
                    Assert.Equal(lines, new Entry(Head, lines).Lines);
                else
                    Assert.Throws<ArgumentException>(() => new Entry(Head, lines));
                if (amounts.Sum() is var outBy and not 0)
                    Assert.Equal(0, new Entry(Head, [.. lines, Line(-outBy)]).Lines.Sum(l => l.Signed));
            });

    [Fact]
    public void What_is_out_of_balance_is_said_to_the_cent() =>
        Assert.Contains(
            "0.01",
            Assert.Throws<ArgumentException>(() => new Entry(Head, [Line(1_00), Line(-99)])).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_line_of_zero_is_no_line() => Assert.Throws<ArgumentException>(() => new Entry(Head, [Line(0)]));
}
