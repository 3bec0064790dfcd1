using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Companies;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What employees owe, by person and age.</summary>
internal static class DueFromEndpoints
{
    public static void MapDueFrom(this RouteGroupBuilder company)
    {
        company.MapGet("payroll/due-from", Get).WithTags("Payroll").Needs(Right.SeePay);
        company.MapPost("payroll/due-from/set-off", SetOff).WithTags("Payroll").Needs(Right.Bookkeep);
    }

    private static DueFromAnswer Get(CompanyBooks books) => books.File.Read(c => Of(c, books));

    // The claim is owed less by what its employee owes: its total, and a line to that account for the difference.
    private static DueFromAnswer SetOff(SetOffRequest request, HttpContext http, CompanyFiles companies, CompanyBooks books)
    {
        http.MustSeePay(companies);
        return books.File.InTransaction(c =>
        {
            var account =
                new LedgerTable(c).Chart().DueFromEmployees()
                ?? throw new RefusedException("role", "No account has the role due from employees, or several have. Nothing was changed.");
            var due = Of(c, books).Employees.FirstOrDefault(e => Folded.Same(e.Employee, request.Employee));
            var claim =
                due?.Claims.FirstOrDefault(o => o.Document == request.Document)
                ?? throw new RefusedException("claim", "Nothing of what is due can be set off against this claim. Nothing was changed.");
            var stored = new DocumentTable(c).Find(request.Document)!;
            AmountText.Read(claim.MaySetOff, stored.Document.Currency.Digits, out var amount);
            var edit = new DocumentEditRequest
            {
                Total = AmountText.Format(stored.Document.Total - amount, stored.Document.Currency.Digits),
                Difference = new DifferenceRequest(account.Id, $"set off against what {due.Employee} owes"),
            };
            Deciding.Put(c, books, [new Decided(stored, EditReading.Read(new DecisionBasis(c), stored, edit))]);
            return Of(c, books);
        });
    }

    private static DueFromAnswer Of(SqliteConnection c, CompanyBooks books)
    {
        var (table, currency, chart) = (new OwedTable(c), new CompanyTable(c).Currency(), new LedgerTable(c).Chart());
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var account = chart.DueFromEmployees();
        var reading = table.Reading();
        var movements = account is null || reading is null ? [] : Movements(table, account.Id, Iso.Day(reading.First).AddDays(-1));
        var dues = DueFromEmployees.Of(movements);
        var setOffs = dues.ToDictionary(d => d.Employee, d => SetOffs(c, table, d, account!.Id, currency), Folded.Comparer);
        var ages = Enumerable.Range(0, DueFromEmployees.Ages.Count + 1).ToList();
        long InAge(EmployeeDue due, int age) => due.Open.Where(o => DueFromEmployees.Age(o.Of.Day, books.Today) == age).Sum(o => o.Open);
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
                    setOffs[d.Employee].SetOff == 0 ? "" : Text(setOffs[d.Employee].SetOff),
                    [
                        .. setOffs[d.Employee]
                            .Claims.Select(o => new ClaimAnswer(
                                o.Claim.Id,
                                o.Claim.Document.Reference,
                                Text(o.Claim.Document.Total),
                                Text(o.May)
                            )),
                    ],
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
    }

    // What is set off already against claims that are not sent, and how much of the rest goes against each of the others.
    private static (long SetOff, IReadOnlyList<(StoredDocument Claim, long May)> Claims) SetOffs(
        SqliteConnection c,
        OwedTable table,
        EmployeeDue due,
        string account,
        Currency currency
    )
    {
        if (due.Employee.Length == 0)
            return (0, []);
        var claims = new DocumentTable(c).Load(table.OpenClaims(due.Employee));
        var setOff = -claims.Select(o => o.Edits.Difference).Where(d => d?.Account == account).Sum(d => d!.Amount);
        var left = due.Total - setOff;
        return (
            setOff,
            [
                .. claims
                    .Where(o => o.Edits.Difference is null)
                    .Select(o => (o, May: DueFromEmployees.MaySetOff(left, currency, new Money(o.Document.Total, o.Document.Currency))))
                    .Where(o => o.May > 0),
            ]
        );
    }

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
