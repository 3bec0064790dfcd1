using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What pay runs owe, by month and by payee; which payments pay it; when it is due.</summary>
internal static class OwedEndpoints
{
    private const int LatestDay = 366;
    private const int MostPayments = 200;

    public static void MapOwed(this RouteGroupBuilder company)
    {
        var owed = company.MapGroup("payroll/owed").WithTags("Payroll");
        owed.MapGet("", (string? account, int? year, CompanyBooks books) => Get(account, year, books)).Needs(Right.Read);
        owed.MapPost("readings", Read).Needs(Right.Bookkeep);
        owed.MapPut("payments", Confirm).Needs(Right.Bookkeep);
        owed.MapPut("due", Due).Needs(Right.Bookkeep);
    }

    private static OwedAnswer Get(string? account, int? year, CompanyBooks books) =>
        books.File.Read(c => new OwedView(c, books.Today).Answer(account, year));

    private static async Task<OwedAnswer> Read(
        string? account,
        int? year,
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        CancellationToken cancel
    )
    {
        await OwedReading.Run(books, ledgers, turns, cancel);
        return Get(account, year, books);
    }

    private static OwedAnswer Confirm(PaymentsRequest request, string? account, int? year, CompanyBooks books)
    {
        if (request.Payments.Count is 0 or > MostPayments)
            throw new RefusedException("payments", $"Between one and {MostPayments} payments are confirmed at once. Nothing was changed.");
        books.File.InTransaction(c => request.Payments.Sum(p => PaymentConfirming.Put(c, books, p)));
        return Get(account, year, books);
    }

    private static DueRuleText Due(DueRuleText request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var fits = request.Rule switch
            {
                TermRule.NetDays => request.Days is >= 0 and <= LatestDay,
                TermRule.DayOfNextMonth => request.Days is >= 1 and <= 31,
                TermRule.EndOfMonth => request.Days is >= 0 and <= 12,
            };
            if (!fits)
                throw new RefusedException(
                    "days",
                    "Days are from 0 to 366, a day of the month from 1 to 31, months from 0 to 12. Nothing was changed."
                );
            var to = new Payee(request.Kind, PayRunCorrections.Plain("payee", request.Payee, mayBeBlank: true));
            var table = new OwedTable(c);
            var before = new DueRules(table.DueRules()).Of(to);
            table.Put(new DueRule(to, request.Rule, request.Days));
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "say when a payee is due",
                "payroll/owed/due",
                new DueRuleText(to.Kind, to.Name, before.Rule, before.Days),
                request
            );
            return request;
        });
}
