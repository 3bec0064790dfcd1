using Adnumera.Core.Documents;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

/// <summary>Two sides are one transfer where nothing else could be meant.</summary>
public class TransferSidesTests
{
    private static OneSide Side(long id, string from, string to, long total = 100, int day = 10) =>
        new(
            id,
            Bill(Line(1, total)) with
            {
                Kind = DocumentKind.Transfer,
                PaymentAccount = from,
                ToAccount = to,
                Total = total,
                Date = new DateOnly(2026, 11, day),
            }
        );

    private static string Pairs(int days, params OneSide[] sides) =>
        string.Join(' ', TransferSides.Pairs(sides, days).Select(p => $"{p.Leaving.Id}-{p.Arriving.Id}"));

    [Fact]
    public void The_same_money_within_the_days_and_of_two_accounts_is_one()
    {
        Assert.Equal("1-2", Pairs(5, Side(1, "4417", ""), Side(2, "", "Bank", day: 15)));
        Assert.Equal("2-1", Pairs(5, Side(1, "", "Bank", day: 15), Side(2, "4417", "")));
        Assert.Equal("", Pairs(5, Side(1, "4417", ""), Side(2, "", "Bank", day: 16)));
        Assert.Equal("", Pairs(5, Side(1, "4417", "", day: 16), Side(2, "", "Bank")));
        Assert.Equal("", Pairs(5, Side(1, "4417", ""), Side(2, "", "Bank", total: 101)));
        Assert.Equal("", Pairs(5, Side(1, "bank", ""), Side(2, "", "Bank")));
        Assert.Equal("", Pairs(5, Side(1, "4417", ""), Side(2, "Bank", "")));
    }

    [Fact]
    public void What_fits_several_others_stays_alone()
    {
        Assert.Equal("", Pairs(5, Side(1, "4417", ""), Side(2, "", "Bank"), Side(3, "", "Bank", day: 12)));
        Assert.Equal("", Pairs(5, Side(1, "4417", ""), Side(2, "0009", ""), Side(3, "", "Bank")));
        Assert.Equal("1-2", Pairs(1, Side(1, "4417", ""), Side(2, "", "Bank"), Side(3, "", "Bank", day: 12)));
    }

    [Fact]
    public void Only_a_transfer_with_one_end_is_one_side()
    {
        Assert.True(TransferSides.IsOne(Side(1, "4417", "").Document));
        Assert.True(TransferSides.IsOne(Side(1, "", "Bank").Document));
        Assert.False(TransferSides.IsOne(Side(1, "4417", "Bank").Document));
        Assert.False(TransferSides.IsOne(Side(1, "", "").Document));
        Assert.False(TransferSides.IsOne(Side(1, "4417", "").Document with { Kind = DocumentKind.CardCharge }));
    }

    [Fact]
    public void No_side_is_in_two_pairs_and_the_order_does_not_matter() =>
        Gen.Select(Gen.Bool, Gen.Int[1, 3], Gen.Int[1, 20], Gen.Int[0, 2])
            .Array[0, 10]
            .Sample(all =>
            {
                var sides = all.Select(
                        (s, i) => s.Item1 ? Side(i, $"A{s.Item4}", "", s.Item2, s.Item3) : Side(i, "", $"A{s.Item4}", s.Item2, s.Item3)
                    )
                    .ToArray();
                var pairs = TransferSides.Pairs(sides, 4);
                var ids = pairs.SelectMany(p => (long[])[p.Leaving.Id, p.Arriving.Id]).ToList();
                Assert.Equal(ids.Count, ids.Distinct().Count());
                Assert.Equal(
                    pairs.Select(p => (p.Leaving.Id, p.Arriving.Id)).Order(),
                    TransferSides.Pairs([.. sides.Reverse()], 4).Select(p => (p.Leaving.Id, p.Arriving.Id)).Order()
                );
            });
}
