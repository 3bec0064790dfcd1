using Adnumera.Core.Count;
using Adnumera.Core.Notices;

namespace Adnumera.Core.Tests.Notices;

/// <summary>When something is worth a notice.</summary>
public sealed class NoticeTests
{
    private static readonly NoticeFacts Facts = new()
    {
        Today = new DateOnly(2026, 11, 20),
        Held = new Tally(3, 5_000_01),
        HeldLong = new Tally(1, 10_00),
        OfLastMonth = new Tally(2, 30_00),
        WithoutReceipt = new Tally(4, 900_00),
    };

    private static NoticeKind[] Kinds(NoticeFacts facts, Func<NoticeKind, NoticeChoice>? choice = null) =>
        [.. NoticeRules.Of(facts, choice ?? NoticeRules.Usual).Select(n => n.Kind)];

    [Fact]
    public void Only_what_is_wanted_and_more_than_the_amount_is_heard_of()
    {
        Assert.Equal([NoticeKind.HeldAmount, NoticeKind.HeldAge, NoticeKind.LockNears], Kinds(Facts));
        Assert.Equal([NoticeKind.HeldAge, NoticeKind.LockNears], Kinds(Facts with { Held = new Tally(3, 5_000_00) }));
        Assert.Equal([NoticeKind.ReceiptMissing], Kinds(Facts, k => NoticeRules.Usual(k) with { IsOn = k == NoticeKind.ReceiptMissing }));
        Assert.Empty(Kinds(new NoticeFacts { Today = Facts.Today }));
        var taken = new NoticeFacts { Today = Facts.Today, RolesTaken = [("Theo Arkwright", "2026-11-20T09:00:00Z")] };
        Assert.Equal(
            ("Theo Arkwright", NoticeKind.RoleTaken),
            Assert.Single(NoticeRules.Of(taken, NoticeRules.Usual)) is var n ? (n.Subject, n.Kind) : default
        );
        Assert.Equal(
            ["Card issuer"],
            NoticeRules
                .Of(new NoticeFacts { Today = Facts.Today, Failures = [new Failure("Card issuer", 1, "gone", "x")] }, NoticeRules.Usual)
                .Select(n => n.Subject)
        );
    }

    [Theory]
    [InlineData("2026-11-04", 10, null, false)]
    [InlineData("2026-11-05", 10, null, true)]
    [InlineData("2026-11-30", 10, null, true)]
    [InlineData("2026-11-20", 10, "2026-10-31", false)]
    [InlineData("2026-11-20", 10, "2026-10-30", true)]
    [InlineData("2026-02-23", 31, null, true)]
    [InlineData("2026-02-22", 31, null, false)]
    public void A_lock_is_heard_of_from_five_days_before_until_it_is_there(string today, int day, string? locked, bool isHeard)
    {
        var facts = Facts with
        {
            Today = DateOnly.ParseExact(today, "yyyy-MM-dd"),
            LockedThrough = locked is null ? null : DateOnly.ParseExact(locked, "yyyy-MM-dd"),
        };
        var heard = Kinds(facts, k => NoticeRules.Usual(k) with { IsOn = k == NoticeKind.LockNears, Days = day });
        Assert.Equal(isHeard, heard.Length == 1);
    }

    [Fact]
    public void What_says_something_else_is_new_again()
    {
        string Mark(Tally held) =>
            NoticeRules.Of(Facts with { Held = held }, NoticeRules.Usual).First(n => n.Kind == NoticeKind.HeldAmount).Mark;
        Assert.Equal(Mark(new Tally(3, 6_000_00)), Mark(new Tally(3, 6_000_00)));
        Assert.NotEqual(Mark(new Tally(3, 6_000_00)), Mark(new Tally(4, 6_000_00)));
        Assert.NotEqual(Mark(new Tally(3, 6_000_00)), Mark(new Tally(3, 6_000_01)));
    }
}
