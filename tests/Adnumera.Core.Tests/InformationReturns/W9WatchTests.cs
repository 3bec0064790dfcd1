using Adnumera.Core.Count;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Notices;
using static Adnumera.Core.Tests.InformationReturns.ReturnRulesTests;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>Which bills ask for a Form W-9, and when a supplier without one is worth a notice.</summary>
public class W9WatchTests
{
    private static readonly BoxRow[] Boxes =
    [
        new(2025, "tutors", "", new(ReturnBox.Nec1)),
        new(2025, "medical", "", new(ReturnBox.Misc6)),
        new(2027, "later", "", new(ReturnBox.Nec1)),
        new(2025, "paper", "", new(null)),
    ];

    private static bool Asks(
        ReturnSupplier? known = null,
        string account = "tutors",
        FirstBill choice = FirstBill.Warn,
        string ledger = "Another"
    ) => new W9Watch(choice, Boxes, known is null ? [] : [known], [ledger]).Asks("Tamsin Arkley", 2026, ["paper", account]);

    [Fact]
    public void A_first_bill_for_an_account_with_a_box_asks_for_it()
    {
        Assert.True(Asks());
        Assert.True(Asks(choice: FirstBill.Hold));
        Assert.False(Asks(choice: FirstBill.Nothing));
        Assert.False(Asks(account: "paper"));
        Assert.False(Asks(account: "later"));
        Assert.False(Asks(account: "nothing said"));
        Assert.False(Asks(ledger: "TAMSIN  arkley"));
        Assert.False(new W9Watch(FirstBill.Hold, Boxes, [], []).Asks("", 2026, ["tutors"]));
    }

    [Fact]
    public void Who_needs_none_is_not_asked()
    {
        var known = new ReturnSupplier { Name = "tamsin arkley" };
        Assert.True(Asks(known));
        Assert.False(Asks(known with { HasW9 = true }));
        Assert.False(Asks(known with { IsForeign = true }));
        Assert.False(Asks(known with { BillsMayGo = true }));
        Assert.False(Asks(known with { Reportable = false }));
        Assert.False(Asks(known with { ExemptCode = 3 }));
        var corporation = known with { Classification = TaxClassification.CCorporation };
        Assert.False(Asks(corporation));
        Assert.True(Asks(corporation, "medical"));
    }

    [Fact]
    public void Who_nears_a_threshold_without_it_is_a_notice()
    {
        var unknown = new ReturnSupplier { Name = "S" };
        bool Watched(ReturnSupplier supplier, long amount, long withheld = 0) =>
            Readiness.IsWatched(Year(supplier, (TallyPlace.In(ReturnBox.Nec1), amount, withheld)));
        Assert.False(Watched(unknown, 1_499_99));
        Assert.True(Watched(unknown, 1_500_00));
        Assert.True(Watched(unknown, 9_000_00));
        Assert.True(Watched(unknown, 1_00, 24));
        Assert.False(Watched(unknown with { HasW9 = true }, 9_000_00));
        var facts = new NoticeFacts { Today = new DateOnly(2026, 11, 20), WithoutW9 = new Tally(2, 3_500_00) };
        var notice = Assert.Single(NoticeRules.Of(facts, NoticeRules.Usual), n => n.Kind == NoticeKind.W9Missing);
        Assert.Equal("2 350000", notice.Mark);
        Assert.DoesNotContain(NoticeRules.Of(facts with { WithoutW9 = default }, NoticeRules.Usual), n => n.Kind == NoticeKind.W9Missing);
    }
}
