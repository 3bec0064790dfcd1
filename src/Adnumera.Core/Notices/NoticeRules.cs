using System.Globalization;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Notices;

/// <summary>When something is worth a notice.</summary>
public static class NoticeRules
{
    /// <summary>So many days before the day on which one locks, one hears of it.</summary>
    public const int LockWarning = 5;

    /// <summary>
    /// What a person hears of until they choose otherwise. Receipts are asked for from 75.00 on (IRS Publication 463, chapter 5:
    /// documentary evidence is not needed for an expense of less than $75, lodging apart); the rest is common practice.
    /// </summary>
    public static NoticeChoice Usual(NoticeKind kind) =>
        kind switch
        {
            NoticeKind.HeldAmount => new NoticeChoice(true, 5_000_00, 0),
            NoticeKind.HeldAge => new NoticeChoice(true, 0, 14),
            NoticeKind.ReceiptMissing => new NoticeChoice(false, 75_00, 0),
            NoticeKind.LockNears => new NoticeChoice(true, 0, 10),
            NoticeKind.PaymentAccountMissing
            or NoticeKind.Failed
            or NoticeKind.PriceMoved
            or NoticeKind.W9Missing
            or NoticeKind.RoleTaken => new NoticeChoice(true, 0, 0),
        };

    /// <summary>Every notice for a person, in the order of the kinds.</summary>
    /// <param name="facts">What there is.</param>
    /// <param name="choice">What the person chose of a kind.</param>
    public static IEnumerable<Notice> Of(NoticeFacts facts, Func<NoticeKind, NoticeChoice> choice) =>
        Enum.GetValues<NoticeKind>().Where(k => choice(k).IsOn).SelectMany(kind => Of(facts, kind, choice(kind)));

    /// <summary>The day on which the month before is locked next; none once it is.</summary>
    /// <param name="facts">What there is.</param>
    /// <param name="day">The day of the month; the last one of a shorter month.</param>
    public static DateOnly? NextLock(NoticeFacts facts, int day)
    {
        var (year, month) = (facts.Today.Year, facts.Today.Month);
        var lockDay = new DateOnly(year, month, Math.Clamp(day, 1, DateTime.DaysInMonth(year, month)));
        var lastOfBefore = new DateOnly(year, month, 1).AddDays(-1);
        return facts.LockedThrough >= lastOfBefore ? null : lockDay;
    }

    private static IEnumerable<Notice> Of(NoticeFacts facts, NoticeKind kind, NoticeChoice choice)
    {
        IEnumerable<Notice> Counted(Tally tally) => tally.Documents > 0 ? [new Notice(kind, "", Mark(tally), tally)] : [];
        return kind switch
        {
            NoticeKind.PaymentAccountMissing => facts
                .Unpaid.Where(u => u.Tally.Documents > 0)
                .Select(u => new Notice(kind, Words<HoldKind>.Of(u.Why), Mark(u.Tally), u.Tally)),
            NoticeKind.Failed => facts.Failures.Select(f => new Notice(kind, f.Subject, f.Mark, default, f.Detail, f.Feed)),
            NoticeKind.HeldAmount => facts.Held.Money > choice.Amount ? Counted(facts.Held) : [],
            NoticeKind.HeldAge => Counted(facts.HeldLong),
            NoticeKind.PriceMoved => Counted(new Tally(facts.PricesMoved, 0)),
            NoticeKind.W9Missing => Counted(facts.WithoutW9),
            NoticeKind.RoleTaken => facts.RolesTaken.Select(r => new Notice(kind, r.Name, r.At, default)),
            NoticeKind.ReceiptMissing => Counted(facts.WithoutReceipt),
            NoticeKind.LockNears => NextLock(facts, choice.Days) is { } day
            && facts.OfLastMonth.Documents > 0
            && facts.Today >= day.AddDays(-LockWarning)
                ? [new Notice(kind, "", $"{Day(day)} {Mark(facts.OfLastMonth)}", facts.OfLastMonth, Day(day))]
                : [],
        };
    }

    private static string Mark(Tally tally) => string.Create(CultureInfo.InvariantCulture, $"{tally.Documents} {tally.Money}");

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
