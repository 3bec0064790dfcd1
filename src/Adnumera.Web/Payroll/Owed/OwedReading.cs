using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>Reads of the ledger what its entries make of the accounts in which pay runs owe something, of what employees owe, and what
/// these accounts come to at the end of each month.</summary>
internal static class OwedReading
{
    // What is older was settled long ago; its balance is the opening.
    private const int MostMonths = 24;

    public static async Task Run(CompanyBooks books, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel)
    {
        var (ledger, _, _) = ledgers.Connected(books.File);
        using var turn = turns.Take(books.CompanyId, "a reading of what is owed");
        var (owed, dueFrom) = books.File.Read(c => (new OwedTable(c).Accounts(), new LedgerTable(c).Chart().DueFromEmployees()));
        HashSet<string> accounts = [.. owed.Select(o => o.Account)];
        if (dueFrom is not null)
            accounts.Add(dueFrom.Id);
        if (accounts.Count == 0)
            throw new RefusedException("nothing-owed", "No pay run owes anything yet. Nothing was read.");
        var (first, through) = Days(owed.Select(o => Iso.Day(o.First)), books.Today);
        var entries = new List<FoundEntry>();
        await foreach (var entry in ledger.EntriesOn(accounts, first, through, cancel))
            if (entry.Status == LedgerStatus.Posted)
                entries.Add(entry);
        var balances = new List<(DateOnly, LedgerBalance)>();
        for (var day = first.AddDays(-1); ; day = Last(day.AddDays(1)))
        {
            var asked = day < through ? day : through;
            balances.AddRange((await ledger.TrialBalance(asked, cancel)).Where(b => accounts.Contains(b.Account)).Select(b => (asked, b)));
            if (day >= through)
                break;
        }

        books.File.InTransaction(c =>
        {
            new OwedTable(c).Put(
                new OwedReadingRow(Iso.Text(books.Now), books.Who, Iso.Text(first), Iso.Text(through)),
                entries.SelectMany(e =>
                    e.Lines.Where(l => accounts.Contains(l.Account))
                        .GroupBy(l => l.Account)
                        .Select(g =>
                            (
                                g.Key,
                                e.Date,
                                e.LedgerEntry,
                                g.Sum(l => l.Signed),
                                e.Reference,
                                e.Supplier.Length > 0 ? e.Supplier : e.Employee,
                                e.Employee,
                                e.Identity
                            )
                        )
                ),
                balances
            );
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "read what is owed",
                "payroll/owed",
                null,
                new { through = Iso.Text(through), entries = entries.Count }
            );
            return 0;
        });
    }

    private static (DateOnly First, DateOnly Through) Days(IEnumerable<DateOnly> firsts, DateOnly today)
    {
        var earliest = RollForward.Month(today).AddMonths(-MostMonths);
        var first = RollForward.Month(firsts.DefaultIfEmpty(earliest).Min());
        return (first > earliest ? first : earliest, today);
    }

    private static DateOnly Last(DateOnly day) => RollForward.Month(day).AddMonths(1).AddDays(-1);
}

/// <summary>Accounts that payroll asks for.</summary>
internal static class PayrollAccounts
{
    /// <summary>The account of what employees owe; none where no account, or several, have the role.</summary>
    public static Account? DueFromEmployees(this Chart chart) =>
        chart.Role(AccountRole.DueFromEmployees) is RoleHolder.Filled filled ? filled.Account : null;
}
