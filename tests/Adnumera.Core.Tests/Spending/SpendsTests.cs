using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;

namespace Adnumera.Core.Tests.Spending;

/// <summary>What a document adds to spending.</summary>
public sealed class SpendsTests
{
    private static readonly PaymentAccounts Cards = new([
        new PaymentAccount
        {
            Name = "Studio card",
            Account = "2210",
            Holder = "Ines Calder",
            Numbers = [new("4417", null, new DateOnly(2026, 10, 15))],
        },
        new PaymentAccount
        {
            Name = "Bench card",
            Account = "2211",
            Numbers = [new("4417", new DateOnly(2026, 10, 16), null)],
        },
    ]);

    private static SpendCell Cell(string value, string day, long money) => new(value, day, day[..7], new Tally(1, money));

    [Fact]
    public void A_number_belongs_on_each_day_to_the_card_that_claims_it_then()
    {
        SpendCell[] cells =
        [
            Cell("4417", "2026-10-15", 5_00),
            Cell("4417", "2026-10-16", 7_00),
            Cell("studio card", "2026-12-01", 1_00),
            Cell("0931", "2026-10-01", 50),
            Cell("", "2026-10-01", 25),
        ];
        Assert.Equal(
            [("Bench card", 7_00L), ("Studio card", 6_00L), ("0931", 50L), ("", 25L)],
            SpendReport.Of(SpendBy.PaymentAccount, cells, Cards).Select(g => (g.Value, g.Total.Money))
        );
        Assert.Equal(
            [("", 7_75L), ("Ines Calder", 6_00L)],
            SpendReport.Of(SpendBy.Cardholder, cells, Cards).Select(g => (g.Value, g.Total.Money))
        );
        Assert.Equal(
            [new("4417", new DateOnly(2026, 10, 16), DateOnly.MaxValue)],
            SpendReport.Paid(SpendBy.PaymentAccount, "Bench card", ["4417", "0931"], Cards)
        );
        Assert.Equal(
            [new("4417", DateOnly.MinValue, new DateOnly(2026, 10, 15))],
            SpendReport.Paid(SpendBy.Cardholder, "Ines Calder", ["4417"], Cards)
        );
    }

    [Theory]
    [InlineData(DocumentKind.Bill, DocumentState.Held, SpendStanding.Waiting)]
    [InlineData(DocumentKind.CardCharge, DocumentState.OnItsWay, SpendStanding.Waiting)]
    [InlineData(DocumentKind.Bill, DocumentState.Posted, SpendStanding.Posted)]
    [InlineData(DocumentKind.Bill, DocumentState.Proved, SpendStanding.Posted)]
    [InlineData(DocumentKind.Transfer, DocumentState.Proved, SpendStanding.Moved)]
    [InlineData(DocumentKind.Transfer, DocumentState.SetAside, SpendStanding.SetAside)]
    [InlineData(DocumentKind.Bill, DocumentState.SetAside, SpendStanding.SetAside)]
    public void What_is_set_aside_or_moved_between_own_accounts_is_no_spending(DocumentKind kind, DocumentState state, SpendStanding stands)
    {
        Assert.Equal(stands, Spends.Standing(kind, state));
        Assert.Equal(stands is SpendStanding.Waiting or SpendStanding.Posted, SpendScope.Spent.Standings().Contains(stands));
        Assert.Equal(stands is SpendStanding.Posted, SpendScope.Posted.Standings().Contains(stands));
    }
}
