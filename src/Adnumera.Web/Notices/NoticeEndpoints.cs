using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Notices;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Notices;
using Adnumera.Storage.Prices;
using Adnumera.Web.Companies;
using Adnumera.Web.InformationReturns;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Notices;

/// <summary>What each person wants to hear of, and hears.</summary>
internal static class NoticeEndpoints
{
    private const int ReceiptsFor = 92;

    public static void MapNotices(this RouteGroupBuilder company)
    {
        var notices = company.MapGroup("notices/own").WithTags("Notices");
        notices.MapGet("", Get).Needs(Right.Read);
        notices.MapPut("seen", See).Needs(Right.Read);
        notices.MapPut("choices", Choose).Needs(Right.Read);
    }

    private static NoticesAnswer Get(CompanyBooks books, CompanyFiles companies, HttpContext http) =>
        books.File.Read(c => Answer(c, books, companies, Me(http)));

    // All that is there is seen from now on; what changes is new again.
    private static NoticesAnswer See(CompanyBooks books, CompanyFiles companies, HttpContext http) =>
        books.File.InTransaction(c =>
        {
            var table = new NoticeTable(c);
            table.See(Me(http), Of(c, books, companies, Me(http), table.Choices(Me(http))), books.Now);
            return Answer(c, books, companies, Me(http));
        });

    private static NoticesAnswer Choose(NoticeChoiceRequest request, CompanyBooks books, CompanyFiles companies, HttpContext http) =>
        books.File.InTransaction(c =>
        {
            var (kind, table) = (request.Kind!.Value, new NoticeTable(c));
            var before = table.Choices(Me(http))[kind];
            var amount = string.IsNullOrWhiteSpace(request.Amount) ? before.Amount : Read(request.Amount, new CompanyTable(c).Currency());
            table.Choose(Me(http), kind, new NoticeChoice(request.On, amount, request.Days ?? before.Days));
            return Answer(c, books, companies, Me(http));
        });

    private static NoticesAnswer Answer(SqliteConnection c, CompanyBooks books, CompanyFiles companies, long person)
    {
        var (table, currency) = (new NoticeTable(c), new CompanyTable(c).Currency());
        var (choices, seen) = (table.Choices(person), table.Seen(person));
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var notices = Of(c, books, companies, person, choices)
            .Select(n => new NoticeRow(
                n.Kind,
                n.Subject,
                n.Kind == NoticeKind.LockNears ? "" : n.Detail,
                n.Tally.Documents,
                n.Tally.Money == 0 ? "" : Text(n.Tally.Money),
                n.Kind == NoticeKind.LockNears ? n.Detail : "",
                n.Feed ?? 0,
                ListOf(n, books.Today, choices[n.Kind], currency),
                seen.GetValueOrDefault((Words<NoticeKind>.Of(n.Kind), n.Subject)) == n.Mark
            ))
            .ToList();
        return new NoticesAnswer(
            notices.Count(n => !n.Seen),
            notices,
            [
                .. choices.Select(k => new NoticeChoiceAnswer(
                    k.Key,
                    k.Value.IsOn,
                    NoticeRules.Usual(k.Key).Amount > 0 ? Text(k.Value.Amount) : "",
                    k.Value.Days
                )),
            ]
        );
    }

    private static List<Notice> Of(
        SqliteConnection c,
        CompanyBooks books,
        CompanyFiles companies,
        long person,
        IReadOnlyDictionary<NoticeKind, NoticeChoice> choices
    )
    {
        var (table, today) = (new NoticeTable(c), books.Today);
        T If<T>(NoticeKind kind, Func<T> read)
            where T : struct => choices[kind].IsOn ? read() : default;
        var facts = new NoticeFacts
        {
            Today = today,
            Unpaid = choices[NoticeKind.PaymentAccountMissing].IsOn ? table.WithoutPaymentAccount() : [],
            Failures =
            [
                .. companies
                    .Installation.Troubles(books.CompanyId)
                    .Select(t => new Failure(Words<Unattended>.Of(t.What), null, t.Detail, t.At)),
                .. new FeedTable(c)
                    .NeedSomebody()
                    .Select(f => new Failure(
                        f.Source,
                        f.Id,
                        f.Waiting == 0 ? "cannot be pulled"
                            : f.Waiting == 1 ? "has one record of which nobody said whose"
                            : $"has {f.Waiting} records of which nobody said whose",
                        $"{f.Waiting}"
                    )),
            ],
            Held = If(NoticeKind.HeldAmount, table.Held),
            HeldLong = If(NoticeKind.HeldAge, () => table.HeldBefore(today.AddDays(-choices[NoticeKind.HeldAge].Days))),
            PricesMoved = If(NoticeKind.PriceMoved, () => (long)new PriceTable(c).MovedCount()),
            WithoutReceipt = If(
                NoticeKind.ReceiptMissing,
                () => table.WithoutReceipt(today.AddDays(-ReceiptsFor), choices[NoticeKind.ReceiptMissing].Amount)
            ),
            OfLastMonth = If(NoticeKind.LockNears, () => table.OpenOf(Iso.Period(today.AddMonths(-1)))),
            WithoutW9 = If(NoticeKind.W9Missing, () => WithoutW9(c, today.Year)),
            LockedThrough = ChoiceTable.Of(c).Locked,
            RolesTaken = RolesTaken(books, companies, person),
        };
        return [.. NoticeRules.Of(facts, k => choices[k])];
    }

    private static List<(string Name, string At)> RolesTaken(CompanyBooks books, CompanyFiles companies, long person)
    {
        var members = companies.Installation.Read(i => new MembershipTable(i).In(books.CompanyId));
        return members.Any(m => m.Id == person && m.Role == Role.Administrator)
            ? [.. members.Where(m => m.TakenAt.Length > 0 && m.Id != person).Select(m => (m.Name, m.TakenAt))]
            : [];
    }

    private static Tally WithoutW9(SqliteConnection c, int year)
    {
        if (new TallyTable(c).WithoutW9(year) is not { Count: > 0 } lacking)
            return default;
        var watched = new YearView(c, year, lacking).Suppliers.Where(Readiness.IsWatched).ToList();
        return new Tally(watched.Count, watched.Sum(s => s.Counted));
    }

    private static string ListOf(Notice notice, DateOnly today, NoticeChoice choice, Currency currency) =>
        notice.Kind switch
        {
            NoticeKind.PaymentAccountMissing => $"state=held&reason={notice.Subject}",
            NoticeKind.HeldAmount => "state=held&order=largest",
            NoticeKind.HeldAge => $"state=held&order=earliest&dateTo={Iso.Text(today.AddDays(-choice.Days - 1))}",
            NoticeKind.ReceiptMissing => $"kind=card_charge&attachment=false&amountFrom={AmountText.Format(choice.Amount, currency.Digits)}"
                + $"&dateFrom={Iso.Text(today.AddDays(-ReceiptsFor))}&spentScope=spent",
            NoticeKind.LockNears => $"period={Iso.Period(today.AddMonths(-1))}&open=true",
            NoticeKind.Failed or NoticeKind.PriceMoved or NoticeKind.W9Missing or NoticeKind.RoleTaken => "",
        };

    private static long Read(string amount, Currency currency) =>
        AmountText.Typed(amount, currency.Digits, out var minor) == AmountText.Fault.None && minor >= 0
            ? minor
            : throw new RefusedException(
                "amount",
                $"{Quote.Of(amount)} is not an amount such as 75.00. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );

    private static long Me(HttpContext http) => Sessions.Person(http.User)!.Value;
}
