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

    [Theory]
    [InlineData(null, null, "2026-09 2026-10 2026-11")]
    [InlineData("2026-08", null, "2026-08 2026-09 2026-10 2026-11")]
    [InlineData(null, "2026-12", "2026-09 2026-10 2026-11 2026-12")]
    [InlineData("2026-10", "2026-10", "2026-10")]
    [InlineData("2026-12", null, "")]
    public void Months_go_on_without_a_gap(string? first, string? last, string months)
    {
        var groups = SpendReport.Of(
            SpendBy.Supplier,
            [new("A", "2026-09", "2026-09", new Tally(1, 1)), new("B", "2026-11", "2026-11", new Tally(1, 1))],
            PaymentAccounts.None
        );
        DateOnly? Day(string? month) => month is null ? null : DateOnly.ParseExact($"{month}-01", "yyyy-MM-dd");
        Assert.Equal(months, string.Join(' ', SpendMonths.Of(groups, Day(first), Day(last))));
        Assert.Empty(SpendMonths.Of([], null, null));
        Assert.Equal(["2026-10"], SpendMonths.Of([], Day("2026-10"), null));
    }

    [Fact]
    public void Spending_is_held_against_as_many_months_before()
    {
        Assert.Null(SpendMonths.Before(null, 3));
        Assert.Equal(("2026-07", "2026-09"), SpendMonths.Before(new DateOnly(2026, 10, 1), 3));
        Assert.Equal(("2025-12", "2025-12"), SpendMonths.Before(new DateOnly(2026, 1, 1), 0));
    }
}
