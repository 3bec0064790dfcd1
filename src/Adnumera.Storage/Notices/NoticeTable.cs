using System.Text.Json;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Notices;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Notices;

/// <summary>What there is to notice, what each person wants to hear of it, and what each saw.</summary>
public sealed class NoticeTable(SqliteConnection company)
{
    private static readonly HoldKind[] Unpaid =
    [
        HoldKind.PaymentAccountMissing,
        HoldKind.PaymentAccountUnmapped,
        HoldKind.PaymentAccountAmbiguous,
        HoldKind.PaymentAccountAsked,
    ];

    /// <summary>What a person chose; what is usual of kinds that they did not choose.</summary>
    public IReadOnlyDictionary<NoticeKind, NoticeChoice> Choices(long person)
    {
        var chosen = company
            .Query<(string Kind, bool IsOn, long Amount, int Days)>(
                "select kind, is_on, amount, days from notice_choice where person = @person",
                new { person }
            )
            .Where(c => Words<NoticeKind>.TryRead(c.Kind, out _))
            .ToDictionary(c => Words<NoticeKind>.Read(c.Kind), c => new NoticeChoice(c.IsOn, c.Amount, c.Days));
        return Enum.GetValues<NoticeKind>().ToDictionary(k => k, k => chosen.GetValueOrDefault(k) ?? NoticeRules.Usual(k));
    }

    public void Choose(long person, NoticeKind kind, NoticeChoice choice) =>
        company.Execute(
            """
            insert into notice_choice (person, kind, is_on, amount, days) values (@person, @kind, @IsOn, @Amount, @Days)
            on conflict do update set is_on = excluded.is_on, amount = excluded.amount, days = excluded.days
            """,
            new
            {
                person,
                kind = Words<NoticeKind>.Of(kind),
                choice.IsOn,
                choice.Amount,
                choice.Days,
            }
        );

    /// <summary>What a person saw: the mark of each.</summary>
    public IReadOnlyDictionary<(string Kind, string Subject), string> Seen(long person) =>
        company
            .Query<(string Kind, string Subject, string Mark)>(
                "select kind, subject, mark from notice_seen where person = @person",
                new { person }
            )
            .ToDictionary(s => (s.Kind, s.Subject), s => s.Mark);

    /// <summary>Notes that a person saw these, and forgets what is over.</summary>
    public void See(long person, IEnumerable<Notice> notices, DateTimeOffset at)
    {
        company.Execute("delete from notice_seen where person = @person", new { person });
        company.Execute(
            "insert into notice_seen (person, kind, subject, mark, at) values (@person, @kind, @Subject, @Mark, @at)",
            notices.Select(n => new
            {
                person,
                kind = Words<NoticeKind>.Of(n.Kind),
                n.Subject,
                n.Mark,
                at = Iso.Text(at),
            })
        );
    }

    /// <summary>Charges of which nothing says what they were paid from, by why. Reads the kept totals of causes.</summary>
    public IReadOnlyList<(HoldKind Why, Tally Tally)> WithoutPaymentAccount() =>
        [
            .. company
                .Query<(string Reason, long Documents, long Money)>(
                    "select reason, sum(documents), sum(money) from hold_total "
                        + "where reason in (select value from json_each(@reasons)) and documents > 0 group by reason order by reason",
                    new { reasons = JsonSerializer.Serialize(Unpaid.Select(Words<HoldKind>.Of)) }
                )
                .Select(r => (Words<HoldKind>.Read(r.Reason), new Tally(r.Documents, r.Money))),
        ];

    /// <summary>All that is held.</summary>
    public Tally Held() =>
        Count("select coalesce(sum(documents), 0), coalesce(sum(money), 0) from count_cell where state = 'held'", new { });

    /// <summary>What is held and dated before a day. Walks document_by_state.</summary>
    public Tally HeldBefore(DateOnly day) =>
        Count(
            "select count(*), coalesce(sum(signed_total), 0) from document where state = 'held' and document_date < @day",
            new { day = Iso.Text(day) }
        );

    /// <summary>Card charges from a day on without an attachment, from an amount on. Walks document_by_date.</summary>
    public Tally WithoutReceipt(DateOnly from, long least) =>
        Count(
            """
            select count(*), coalesce(sum(signed_total), 0) from document d indexed by document_by_date
            where d.document_date >= @from and d.kind = 'card_charge' and d.state <> 'set_aside' and d.total >= @least
              and not exists (select 1 from attachment a where a.document_id = d.id)
            """,
            new { from = Iso.Text(from), least }
        );

    /// <summary>What of a period is neither posted nor set aside.</summary>
    public Tally OpenOf(string period) =>
        Count(
            "select coalesce(sum(documents), 0), coalesce(sum(money), 0) from count_cell "
                + "where period = @period and state in (select value from json_each(@open))",
            new
            {
                period,
                open = JsonSerializer.Serialize(Enum.GetValues<DocumentState>().Where(s => s.IsOpen()).Select(Words<DocumentState>.Of)),
            }
        );

    private Tally Count(string sql, object parameters)
    {
        var (documents, money) = company.QuerySingle<(long, long)>(sql, parameters);
        return new Tally(documents, money);
    }
}
