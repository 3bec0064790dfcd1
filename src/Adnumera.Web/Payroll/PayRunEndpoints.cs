using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll;

/// <summary>Pay runs: the list, a run with its register, journal and who is owed what, and why it does not balance.</summary>
internal static class PayRunEndpoints
{
    private const int PageSize = 50;

    public static void MapPayRuns(this RouteGroupBuilder company)
    {
        var runs = company.MapGroup("payroll/runs").WithTags("Payroll");
        runs.MapGet("", List).Needs(Right.Read);
        runs.MapGet("{id:long}", Detail).Needs(Right.Read);
        runs.MapGet("{id:long}/employees", Employees).Needs(Right.SeePay);
        runs.MapGet("{id:long}/shares", Shares).Needs(Right.SeePay);
    }

    // Whoever may not see pay by name sees what it comes to.
    private static IReadOnlyList<PayLineRow> Together(IReadOnlyList<PayLineRow> lines) =>
        [
            .. lines
                .GroupBy(l => l.Employee.Length == 0 ? (object)l : (l.Account, l.Department, l.Project, l.Memo))
                .Select(g => g.First() with { Employee = "", Signed = g.Sum(l => l.Signed) }),
        ];

    private static PayRunsAnswer List(string? after, string? period, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var rows = new PayRunTable(c).Page(Cursor(after), PageSize + 1, Dates.Period(period) is { } month ? Iso.Period(month) : "");
            var next = rows.Count > PageSize ? $"{rows[PageSize - 1].PayDate}~{rows[PageSize - 1].Id}" : null;
            return new PayRunsAnswer([.. rows.Take(PageSize).Select(Answer)], next, new CompanyTable(c).Currency().Code);
        });

    private static PayRunDetail Detail(long id, HttpContext http, CompanyFiles companies, CompanyBooks books)
    {
        var sees = http.May(companies, Right.SeePay);
        return books.File.Read(c => Of(c, id, sees, books.Today));
    }

    /// <summary>A run, never its whole register.</summary>
    internal static PayRunDetail Of(SqliteConnection c, long id, bool sees, DateOnly today)
    {
        var table = new PayRunTable(c);
        var run = table.Find(id) ?? throw RefusedException.NotFound("This pay run");
        var (before, currency) = (table.Before(run), Currency.Of(run.Currency));
        var (items, chart) = (table.Items(id), new LedgerTable(c).Chart());
        var lines = sees ? table.Lines(id) : Together(table.Lines(id));
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        return new PayRunDetail(
            Answer(run),
            Items(items, before is null ? null : table.Items(before.Id), ChoiceTable.Of(c).Payroll, Text),
            before is null ? null : Answer(before),
            [.. lines.Select(l => Line(l, chart, Text))],
            Text(lines.Sum(l => Math.Max(l.Signed, 0))),
            Text(lines.Sum(l => Math.Max(-l.Signed, 0))),
            Text(table.Out(id).Sum(o => o.OutBy)),
            Owed(c, id, today, chart, Text),
            Out(table, run, currency, sees),
            sees,
            currency.Code
        );
    }

    private static PayEmployeesAnswer Employees(long id, string? after, CompanyBooks books) => books.File.Read(c => People(c, id, after));

    // Asked apart from the page: it looks back over the year.
    private static SharesAnswer Shares(long id, CompanyBooks books) =>
        books.File.Read(c =>
        {
            if (!new RegisterTable(c).Of([id]).TryGetValue(id, out var run))
                throw RefusedException.NotFound("This pay run");
            var (table, year) = (new PayItemFlagsTable(c), SocialInsuranceYear.Of(run.PayDate.Year));
            var flags = table.All();
            string Text(long minor) => AmountText.Format(minor, run.Currency.Digits);
            return new SharesAnswer(
                year?.Year,
                flags.Count > 0,
                year is null
                    ? []
                    :
                    [
                        .. EmployerShares
                            .Of(year, table.ToDate(id), run, flags)
                            .Select(f => new ShareAnswer(f.Employee, f.Of, Text(f.Wages), Text(f.Expected), Text(f.Found))),
                    ]
            );
        });

    /// <summary>The next employees of a run.</summary>
    internal static PayEmployeesAnswer People(SqliteConnection c, long id, string? after)
    {
        var table = new PayRunTable(c);
        var run = table.Find(id) ?? throw RefusedException.NotFound("This pay run");
        var currency = Currency.Of(run.Currency);
        var people = table
            .Employees(id, string.IsNullOrEmpty(after) ? "" : Folded.Of(after), PageSize + 1)
            .Where(r => r.Key.Length > 0)
            .GroupBy(r => r.Key)
            .ToList();
        var page = people.Take(PageSize).ToList();
        var (before, settings) = (table.Before(run), ChoiceTable.Of(c).Payroll);
        var earned = before is null ? null : table.Earned(before.Id, page.Select(p => p.Key));
        var isLast = people.Count <= PageSize;
        return new PayEmployeesAnswer(
            [.. page.Select(p => Employee([.. p], currency, earned, settings))],
            isLast ? null : page[^1].Key,
            isLast && before is not null ? table.Gone(before.Id, id, PageSize) : []
        );
    }

    private static PayEmployeeAnswer Employee(
        IReadOnlyList<PayCellRow> rows,
        Currency currency,
        IReadOnlyDictionary<string, long>? before,
        PayrollSettings settings
    )
    {
        var cells = rows.Select(r => (Row: r, Type: Words<PayItemType>.Read(r.Type))).ToList();
        string Sum(Func<PayItemType, bool> of) => AmountText.Format(cells.Where(c => of(c.Type)).Sum(c => c.Row.Amount), currency.Digits);
        return new PayEmployeeAnswer(
            rows[0].Employee,
            rows[0].Department,
            rows[0].Group,
            rows.GroupBy(r => $"{r.ItemKey} {r.Type}")
                .ToDictionary(g => g.Key, g => AmountText.Format(g.Sum(r => r.Amount), currency.Digits)),
            Sum(t => t.InIdentity() > 0),
            Sum(t => t.InIdentity() < 0 && t != PayItemType.NetPay),
            Sum(t => t == PayItemType.NetPay),
            Sum(t => t.InIdentity() == 0),
            AmountText.Format(cells.Sum(c => c.Type.InIdentity() * c.Row.Amount), currency.Digits),
            before is not null && before.TryGetValue(rows[0].Key, out var was) ? AmountText.Format(was, currency.Digits) : null,
            before is not null
                && settings.StandsOut(
                    before.GetValueOrDefault(rows[0].Key),
                    cells.Where(c => c.Type.InIdentity() > 0).Sum(c => c.Row.Amount)
                )
        );
    }

    // Items by first appearance here, then those that only the run before has.
    private static IReadOnlyList<PayItemAnswer> Items(
        IReadOnlyList<PayItemRow> now,
        IReadOnlyList<PayItemRow>? before,
        PayrollSettings settings,
        Func<long, string> text
    )
    {
        var was = (before ?? [])
            .GroupBy(i => (i.Key, i.Type))
            .ToDictionary(g => g.Key, g => (g.First().Item, Amount: g.Sum(i => i.Amount)));
        var answers = now.GroupBy(i => (i.Key, i.Type))
            .Select(g =>
            {
                var amount = g.Sum(i => i.Amount);
                var had = was.Remove(g.Key, out var old);
                return Item(g.First().Item, g.Key, amount, had ? old.Amount : null);
            })
            .ToList();
        return [.. answers, .. was.Select(w => Item(w.Value.Item, w.Key, 0, w.Value.Amount))];

        PayItemAnswer Item(string item, (string Key, string Type) of, long amount, long? old) =>
            new(
                $"{of.Key} {of.Type}",
                item,
                Words<PayItemType>.Read(of.Type),
                text(amount),
                old is { } o ? text(o) : null,
                PayrollSettings.Moved(old ?? 0, amount)?.ToString("+0.0;-0.0;0.0", CultureInfo.InvariantCulture) ?? "",
                before is not null && settings.StandsOut(old ?? 0, amount)
            );
    }

    internal static PayLineAnswer Line(PayLineRow line, Chart chart, Func<long, string> text) =>
        new(
            line.Account,
            chart.Title(line.Account),
            line.Department,
            line.Project,
            line.Employee,
            text(Math.Max(line.Signed, 0)),
            text(Math.Max(-line.Signed, 0)),
            line.Memo,
            line.Because
        );

    private static IReadOnlyList<RunOwedAnswer> Owed(SqliteConnection c, long id, DateOnly today, Chart chart, Func<long, string> text)
    {
        var table = new OwedTable(c);
        var due = new DueRules(table.DueRules());
        return
        [
            .. table
                .PartsOf(id)
                .Select(p => (Part: p, Due: due.Due(p.To, Iso.Day(p.PayDate))))
                .Select(p => new RunOwedAnswer(
                    p.Part.To.Kind,
                    p.Part.To.Name,
                    p.Part.Account,
                    p.Part.Account.Length > 0 ? chart.Title(p.Part.Account) : "",
                    Iso.Text(p.Due),
                    text(p.Part.Amount),
                    text(p.Part.Amount - p.Part.Paid),
                    p.Part.IsPosted && p.Due < today && p.Part.Amount != p.Part.Paid
                )),
        ];
    }

    private static IReadOnlyList<OutAnswer> Out(PayRunTable table, PayRunRow run, Currency currency, bool sees)
    {
        var outs = table.Out(run.Id).Take(PageSize).ToList();
        if (outs.Count == 0)
            return [];
        var past = table.Past(outs.Select(o => o.Employee), run.PayDate, currency);
        var causes = IdentityCauses
            .Of([.. past.Select(p => (p.Run, p.IsLeftOut && p.Id != run.Id))])
            .Where(c => c.Run.Id == run.Run)
            .ToLookup(c => c.Employee, Folded.Comparer);
        return
        [
            .. outs.Select(o => new OutAnswer(
                sees ? o.Employee : "An employee",
                AmountText.Format(o.OutBy, currency.Digits),
                [
                    .. causes[o.Employee]
                        .Select(c => new CauseAnswer(
                            c.Fault,
                            c.Item,
                            c.Type,
                            sees ? c.Amount?.ToString() ?? "" : "",
                            sees && c.Fault is not (null or IdentityFault.Extra) ? c.Mended.ToString() : null,
                            sees ? c.Detail : ""
                        )),
                ]
            )),
        ];
    }

    internal static PayRunAnswer Answer(PayRunRow run) =>
        new(
            run.Id,
            run.Run,
            run.PayDate,
            run.PeriodEnd,
            run.EntryDate,
            run.Employees,
            AmountText.Format(run.Total, Currency.Of(run.Currency).Digits),
            Words<DocumentState>.Read(run.State),
            run.Reason,
            run.Reasons,
            run.LedgerEntry,
            run.Holds is { } holds ? AmountText.Format(holds, Currency.Of(run.Currency).Digits) : "",
            Words<PayRunKind>.Read(run.Kind)
        );

    private static (string, long)? Cursor(string? after)
    {
        if (string.IsNullOrEmpty(after))
            return null;
        return
            after.Split('~') is [var date, var id]
            && DateOnly.TryParseExact(date, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            && long.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? (date, number)
            : throw new RefusedException("after", "The list cannot go on from there.", StatusCodes.Status400BadRequest);
    }
}
