using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What employees owe, by person and age.</summary>
internal static class DueFromEndpoints
{
    public static void MapDueFrom(this RouteGroupBuilder company) =>
        company.MapGet("payroll/due-from", Get).WithTags("Payroll").Needs(Right.SeePay);

    private static DueFromAnswer Get(CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (table, currency, chart) = (new OwedTable(c), new CompanyTable(c).Currency(), new LedgerTable(c).Chart());
            string Text(long minor) => AmountText.Format(minor, currency.Digits);
            var account = chart.DueFromEmployees();
            var reading = table.Reading();
            var movements = account is null || reading is null ? [] : Movements(table, account.Id, Iso.Day(reading.First).AddDays(-1));
            var dues = DueFromEmployees.Of(movements);
            var ages = Enumerable.Range(0, DueFromEmployees.Ages.Count + 1).ToList();
            long InAge(EmployeeDue due, int age) =>
                due.Open.Where(o => DueFromEmployees.Age(o.Of.Day, books.Today) == age).Sum(o => o.Open);
            var total = dues.Sum(d => d.Total);
            var ledger =
                account is null || reading is null ? (long?)null : table.Balances(account.Id).GetValueOrDefault(Iso.Day(reading.Through));
            return new DueFromAnswer(
                account?.Id ?? "",
                account?.Title ?? "",
                reading?.At ?? "",
                reading?.Through ?? "",
                DueFromEmployees.Ages,
                [.. ages.Select(a => Text(dues.Sum(d => InAge(d, a))))],
                Text(total),
                ledger is { } says ? Text(says) : "",
                ledger is { } found && found != total ? Text(found - total) : "",
                [
                    .. dues.Select(d => new EmployeeDueAnswer(
                        d.Employee,
                        [.. ages.Select(a => Text(InAge(d, a)))],
                        Text(d.Total),
                        d.Over == 0 ? "" : Text(d.Over),
                        [
                            .. d.Open.Select(o => new OpenDueAnswer(
                                Iso.Text(o.Of.Day),
                                o.Of.What,
                                Text(o.Of.Amount),
                                Text(o.Open),
                                o.Of.LedgerEntry,
                                o.Of.Document
                            )),
                        ]
                    )),
                ],
                currency.Code
            );
        });

    // A pay run's entry says nothing of employees; its register does. Of what stood there before, nothing says whose it is.
    private static IEnumerable<EmployeeMovement> Movements(OwedTable table, string account, DateOnly before) =>
        table
            .Movements(account)
            .Where(m => m.IsRun == 0)
            .Select(m => new EmployeeMovement(
                m.Employee,
                Iso.Day(m.Day),
                m.Signed,
                m.Reference.Length > 0 ? m.Reference : m.Who,
                m.LedgerEntry,
                m.Document
            ))
            .Prepend(
                new EmployeeMovement(
                    "",
                    before,
                    table.Balances(account).GetValueOrDefault(before),
                    $"before {Iso.Text(before.AddDays(1))}",
                    "",
                    null
                )
            )
            .Concat(
                table.Repaid(account).Select(r => new EmployeeMovement(r.Employee, r.Day, -r.Amount, $"pay run {r.Run}", "", r.Document))
            );
}
