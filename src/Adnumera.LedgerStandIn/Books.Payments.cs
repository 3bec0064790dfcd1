using System.Text.Json;
using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>Money that went to suppliers: payments of bills, on account or at once, charges on a card, and what came back.</content>
public sealed partial class Books
{
    private static readonly string[] MoneyRoles = ["bank", "cash", "card"];
    private static readonly string[] PayingForms = ["cash_payment", "card_charge", "card_refund"];

    /// <summary>A page of payments to suppliers by date, after the given one; voided ones too.</summary>
    public IReadOnlyList<Payment> Payments(string from, string through, string? after, int most) =>
        Locked(() =>
        {
            var last = after is null
                ? ""
                : file.QueryFirstOrDefault<string>("select date from entry where number = @number", new { number = Number(after) });
            var entries = Read(
                "where date >= @from and date <= @through and (date, number) > (@date, @number) and supplier <> '' "
                    + "and status <> 'draft' and form in (select value from json_each(@forms))",
                new
                {
                    from,
                    through,
                    date = last ?? "",
                    number = after is null ? 0 : Number(after),
                    forms = JsonSerializer.Serialize(PayingForms),
                },
                most
            );
            var numbers = JsonSerializer.Serialize(entries.Select(e => Number(e.Id)));
            var said = file.Query<(long Entry, string Method, long Withheld)>(
                    "select entry, method, withheld from payment where entry in (select value from json_each(@numbers))",
                    new { numbers }
                )
                .ToDictionary(p => p.Entry);
            var paid = file.Query<(long Entry, long Bill, long Amount)>(
                    "select entry, bill, amount from payment_bill where entry in (select value from json_each(@numbers)) order by "
                        + "entry, bill",
                    new { numbers }
                )
                .ToLookup(p => p.Entry);
            var bills = Read(
                    "where number in (select bill from payment_bill where entry in (select value from json_each(@numbers)))",
                    new { numbers },
                    int.MaxValue
                )
                .ToDictionary(b => Number(b.Id));
            var roles = Accounts().ToDictionary(a => a.Id, a => a.Role);
            return entries
                .Select(e =>
                {
                    var (_, method, withheld) = said.GetValueOrDefault(Number(e.Id), (0, "", 0));
                    return Of(e, method, withheld, [.. paid[Number(e.Id)].Select(p => (bills[p.Bill], p.Amount))], roles);
                })
                .ToList();
        });

    /// <summary>What was paid to suppliers in a period, by the books' own sums: of each entry what its accounts of money give, or, where
    /// none of them is in it, the other side; with what was withheld.</summary>
    public PaymentTotals PaymentTotals(string from, string through) =>
        Locked(() =>
        {
            var sums = file.Query<(string Status, long Payments, long Amount)>(
                    """
                    select e.status, count(*), sum(coalesce(
                      (select sum(l.credit - l.debit) from entry_line l join account a on a.id = l.account
                       where l.entry = e.number and a.role in ('bank', 'cash', 'card')),
                      (select iif(e.form = 'card_refund', -max(l.debit), max(l.credit)) from entry_line l where l.entry = e.number))
                      + coalesce(p.withheld, 0))
                    from entry e left join payment p on p.entry = e.number
                    where e.date >= @from and e.date <= @through and e.supplier <> '' and e.status <> 'draft'
                      and e.form in ('cash_payment', 'card_charge', 'card_refund')
                    group by e.status
                    """,
                    new { from, through }
                )
                .ToDictionary(s => s.Status);
            var (posted, voided) = (sums.GetValueOrDefault("posted"), sums.GetValueOrDefault("voided"));
            return new PaymentTotals(posted.Payments + voided.Payments, Text(posted.Amount), Text(voided.Amount));
        });

    private static Payment Of(
        Entry entry,
        string method,
        long withheld,
        IReadOnlyList<(Entry Bill, long Amount)> bills,
        Dictionary<string, string> roles
    )
    {
        var money = entry.Lines.Where(l => MoneyRoles.Contains(roles[l.Account])).ToList();
        // A balance that is no bank, such as one at a marketplace: the largest line of the other side.
        if (money.Count == 0)
            money = [entry.Lines.MaxBy(l => entry.Form == "card_refund" ? Minor(l.Debit) : Minor(l.Credit))!];
        var amount = -money.Sum(Signed) + withheld;
        // What it is for: all lines but the money's and that of the tax withheld.
        var own = entry.Lines.Where(l => !money.Contains(l) && (withheld == 0 || Signed(l) != -withheld)).ToList();
        var owed = own.Select(l => l.Account).ToHashSet();
        var parts = bills
            .Select(b => new PaymentPart(
                b.Bill.Id,
                b.Bill.Reference,
                Text(b.Amount),
                Paid(b.Bill.Lines.Where(l => !owed.Contains(l.Account)))
            ))
            .ToList();
        if (amount - bills.Sum(b => b.Amount) is not 0 and var rest)
            parts.Add(new PaymentPart("", "", Text(rest), Paid(own)));
        return new Payment(
            entry.Id,
            entry.Date,
            entry.Supplier,
            method,
            money[0].Account,
            entry.Reference,
            entry.Status,
            entry.Source,
            entry.SourceId,
            Text(amount),
            Text(withheld),
            parts
        );
    }

    private static List<PaidLine> Paid(IEnumerable<EntryLine> lines) =>
        [.. lines.Where(l => Signed(l) != 0).Select(l => new PaidLine(l.Line, l.Account, Text(Signed(l))))];

    private static long Signed(EntryLine line) => Minor(line.Debit) - Minor(line.Credit);
}
