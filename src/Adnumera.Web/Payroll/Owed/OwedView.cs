using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What is owed, put together of what runs owe, what the ledger says, and what persons confirmed.</summary>
internal sealed class OwedView
{
    private readonly OwedTable table;
    private readonly PayLegTable legs;
    private readonly Chart chart;
    private readonly Currency currency;
    private readonly DateOnly today;
    private readonly OwedReadingRow? reading;
    private readonly DueRules due;
    private readonly IReadOnlyList<(string Account, string First)> accounts;
    private readonly Dictionary<string, IReadOnlyList<OwedMovementRow>> movements = [];
    private readonly Dictionary<string, IReadOnlyList<LedgerPayment>> payments = [];

    public OwedView(SqliteConnection company, DateOnly today)
    {
        (table, legs, this.today) = (new OwedTable(company), new PayLegTable(company), today);
        (chart, currency) = (new LedgerTable(company).Chart(), new CompanyTable(company).Currency());
        (reading, due, accounts) = (table.Reading(), new DueRules(table.DueRules()), table.Accounts());
        Parts = table.Parts(new DateOnly(today.Year, 1, 1).AddMonths(-1));
        Items = [.. Parts.Select(Item)];
    }

    /// <summary>What runs owe, as rows, and as items of the same order.</summary>
    public IReadOnlyList<OwedPartRow> Parts { get; }

    public IReadOnlyList<OwedItem> Items { get; }

    /// <summary>How an item is called when a payment is confirmed.</summary>
    public static string Key(OwedItem item) => $"{item.Run}|{item.Account}|{Words<PayeeKind>.Of(item.To.Kind)}|{item.To.Key.Name}";

    /// <summary>The months of an account, from the first that is known.</summary>
    public IReadOnlyList<OwedMonth> Months(string account)
    {
        var balances = table.Balances(account);
        return RollForward.Of(
            -balances.GetValueOrDefault(First.AddDays(-1)),
            First,
            today,
            table.Accrued(account).Where(a => a.Day >= First && a.Day <= today).Select(a => (a.Day, a.Amount)),
            Movements(account).Where(m => m.IsRun == 0).Select(m => (Iso.Day(m.Day), m.Signed)),
            balances.Where(b => b.Key >= First).ToDictionary(b => RollForward.Month(b.Key), b => -b.Value)
        );
    }

    /// <summary>Everything for one account in a year.</summary>
    public OwedAnswer Answer(string? account, int? year)
    {
        var chosen = accounts.Any(a => a.Account == account) ? account : accounts.Select(a => a.Account).FirstOrDefault();
        List<int> years = [.. Enumerable.Range(First.Year, today.Year - First.Year + 1).Reverse()];
        var shown = year is { } asked && years.Contains(asked) ? asked : today.Year;
        var fits = new LegFits(Items);
        var proposed = accounts.SelectMany(a => Proposed(a.Account)).ToHashSet();
        return new OwedAnswer(
            [.. accounts.Select(a => Account(a.Account))],
            chosen is null ? null : Detail(chosen, shown),
            years,
            shown,
            reading?.At ?? "",
            reading?.Who ?? "",
            reading?.Through ?? "",
            [
                .. Parts
                    .Zip(Items, (part, item) => Answer(part, item, proposed.Contains(Key(item))))
                    .OrderByDescending(i => i.Overdue)
                    .ThenBy(i => i.Due, StringComparer.Ordinal)
                    .ThenBy(i => i.PayDate, StringComparer.Ordinal),
            ],
            [
                .. table
                    .Statements(fits.Sums)
                    .Select(s => (Line: s, Options: fits.Of(Iso.Day(s.Day), s.Amount)))
                    .Where(s => s.Options.Count > 0)
                    .Select(s =>
                        Payment(
                            new OwedMovementRow("", s.Line.Day, "", s.Line.Amount, s.Line.PaidFrom, s.Line.What, "", s.Line.Document, 0),
                            s.Options,
                            [],
                            isApart: false
                        )
                    ),
            ],
            currency.Code
        );
    }

    private DateOnly First =>
        reading is { } read ? Iso.Day(read.First)
        : accounts.Count == 0 ? RollForward.Month(today)
        : RollForward.Month(Iso.Day(accounts.Min(a => a.First)!));

    private OwedAccountAnswer Account(string account)
    {
        var payments = PaymentsOf(account);
        var last = Months(account)[^1];
        return new OwedAccountAnswer(
            account,
            chart.Title(account),
            IsClearing(account),
            Text(last.Closing),
            last.Difference is { } d and not 0 ? Text(d) : "",
            Text(Overdue(account).Sum(i => i.Open)),
            payments.Count(p => !p.IsApart && p.Open != 0)
        );
    }

    private OwedAccountDetail Detail(string account, int year)
    {
        var runs = table.Accrued(account).ToLookup(r => RollForward.Month(r.Day));
        var called = Parts.ToLookup(p => p.Document, p => p.Run);
        return new OwedAccountDetail(
            account,
            chart.Title(account),
            [
                .. Months(account)
                    .Where(m => m.First.Year == year)
                    .Select(m => new OwedMonthAnswer(
                        Iso.Period(m.First),
                        Text(m.Opening),
                        Text(m.Accrued),
                        Text(m.Paid),
                        Text(m.Closing),
                        m.Ledger is { } says ? Text(says) : "",
                        m.Difference is { } d and not 0 ? Text(d) : "",
                        [.. runs[m.First].Select(r => new AccruedAnswer(r.Document, r.Run, Text(r.Amount)))]
                    )),
            ],
            [
                .. PaymentsOf(account)
                    .Where(p => Iso.Day(p.Movement.Day).Year == year)
                    .Reverse()
                    .Select(p => Payment(p.Movement, p.Options, p.Pays, p.IsApart)),
            ],
            IsClearing(account)
                ?
                [
                    .. Overdue(account)
                        .GroupBy(i => i.Run)
                        .Select(g => new LeftAnswer(g.Key, called[g.Key].First(), Text(g.Sum(i => i.Open)))),
                ]
                : []
        );
    }

    // What should have been paid, and of which the ledger has no payment that plainly is it.
    private IEnumerable<OwedItem> Overdue(string account)
    {
        var proposed = Proposed(account);
        return Items
            .Zip(Parts)
            .Where(i => i.First.Account == account && i.Second.IsPosted && i.First.IsOverdue(today) && !proposed.Contains(Key(i.First)))
            .Select(i => i.First);
    }

    private HashSet<string> Proposed(string account) =>
        [.. PaymentsOf(account).Where(p => p.Options.Count == 1).SelectMany(p => p.Options[0]).Select(Key)];

    // The payments of an account in the ledger, and what each is for, or may be.
    private IReadOnlyList<LedgerPayment> PaymentsOf(string account)
    {
        if (payments.TryGetValue(account, out var known))
            return known;
        var (confirmed, apart) = (legs.Of(account).ToLookup(l => (l.LedgerEntry, l.Document)), legs.Apart(account));
        var fits = new LegFits(Items.Where(i => i.Account == account));
        return payments[account] = [
            .. Movements(account)
                .Where(m => m.IsPayment)
                .Select(m =>
                {
                    List<PayLegRow> pays = [.. Of(m, confirmed)];
                    var (open, isApart) = (m.Signed - pays.Sum(l => l.Amount), apart.Contains(m.LedgerEntry));
                    return new LedgerPayment(m, pays, open, isApart || open <= 0 ? [] : fits.Of(Iso.Day(m.Day), open), isApart);
                }),
        ];
    }

    private sealed record LedgerPayment(
        OwedMovementRow Movement,
        IReadOnlyList<PayLegRow> Pays,
        long Open,
        IReadOnlyList<IReadOnlyList<OwedItem>> Options,
        bool IsApart
    );

    // Read once, however many ask.
    private IReadOnlyList<OwedMovementRow> Movements(string account) =>
        movements.TryGetValue(account, out var known) ? known : movements[account] = table.Movements(account);

    private bool IsClearing(string account) =>
        chart.TryFind(account, out var known) && known.Role is AccountRole.PayrollClearing or AccountRole.WagesPayable;

    // What was confirmed of a payment while it was a line of a statement holds when the ledger has it.
    private static IEnumerable<PayLegRow> Of(OwedMovementRow m, ILookup<(string, long?), PayLegRow> confirmed) =>
        m.Document is { } document ? confirmed[("", document)].Concat(confirmed[(m.LedgerEntry, null)]) : confirmed[(m.LedgerEntry, null)];

    private OwedItem Item(OwedPartRow part) =>
        new(part.Document, Iso.Day(part.PayDate), due.Due(part.To, Iso.Day(part.PayDate)), part.Account, part.To, part.Amount, part.Paid);

    private OwedItemAnswer Answer(OwedPartRow part, OwedItem item, bool isProposed) =>
        new(
            Key(item),
            part.Document,
            part.Run,
            part.PayDate,
            Iso.Text(item.Due),
            part.Account,
            part.Account.Length > 0 ? chart.Title(part.Account) : "",
            item.To.Kind,
            item.To.Name,
            Text(item.Amount),
            Text(item.Paid),
            Text(item.Open),
            item.IsOverdue(today) && part.IsPosted && !isProposed,
            isProposed,
            Words<DocumentState>.Read(part.State),
            part.IsPosted
        );

    private PaymentAnswer Payment(
        OwedMovementRow m,
        IReadOnlyList<IReadOnlyList<OwedItem>> options,
        IReadOnlyList<PayLegRow> pays,
        bool isApart
    ) =>
        new(
            m.Account,
            m.LedgerEntry,
            m.Document,
            m.Day,
            m.Who,
            m.Reference,
            Text(m.Signed),
            Text(m.Signed - pays.Sum(p => p.Amount)),
            [.. options.Select(o => (IReadOnlyList<string>)[.. o.Select(Key)])],
            [.. pays.Select(p => new PaysAnswer(p.RunId, p.Run, Words<PayeeKind>.Read(p.PayeeKind), p.Payee, Text(p.Amount), p.Who))],
            isApart
        );

    private string Text(long minor) => AmountText.Format(minor, currency.Digits);
}
