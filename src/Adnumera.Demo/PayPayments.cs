using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;
using Adnumera.LedgerStandIn;

namespace Adnumera.Demo;

/// <summary>How the bindery's pay runs were paid in its ledger: net pay and the processor's fee on the pay date, the agencies by the 15th of
/// the month after. The fee of the run of 18 September was never taken, and the net pay of 16 October went out 90.00 too high. In June an
/// employee was lent 300.00.</summary>
internal static class PayPayments
{
    private const string Bank = "1010";
    private static readonly DateOnly WithoutFee = new(2026, 9, 18);
    private static readonly DateOnly PaidTooMuch = new(2026, 10, 16);

    public static void Put(Books books)
    {
        Pay(books, new DateOnly(2026, 6, 12), "1250", "advance", 300_00, "Rafe Tolliver");
        var (first, last) = (new DateOnly(2026, 1, 1), new DateOnly(2026, 10, 31));
        var runs = RegisterFile.Read("", Encoding.UTF8.GetBytes(PayRegisters.File(first, last).Content), Currency.Usd, new Problems());
        foreach (var run in runs)
        {
            Pay(books, run.PayDate, "2410", "Net pay", Owed(run, PayeeKind.Employees) + (run.PayDate == PaidTooMuch ? 90_00 : 0));
            if (run.PayDate != WithoutFee)
                Pay(books, run.PayDate, "2410", "Payroll bureau", Owed(run, PayeeKind.Processor));
        }

        foreach (var run in PayBureau.Runs.Where(r => r.Status == "approved"))
        {
            var day = DateOnly.ParseExact(run.PayDate, "yyyy-MM-dd", CultureInfo.InvariantCulture);
            Pay(books, day, "2410", "Contractors", (long)(PayBureau.Net(run) * 100));
            Pay(books, day, "2410", "Payroll bureau", (long)(decimal.Parse(run.Fee, CultureInfo.InvariantCulture) * 100));
        }

        foreach (var month in runs.GroupBy(r => RollForward.Month(r.PayDate)).Where(m => m.Key.AddMonths(1).AddDays(14) <= Builder.Today))
        foreach (var agency in month.SelectMany(Agencies).GroupBy(a => a.Name, a => a.Amount))
        {
            var account = agency.Key == PayRegisters.Plan ? "2430" : "2420";
            Pay(books, month.Key.AddMonths(1).AddDays(agency.Key == PayRegisters.Plan ? 9 : 13), account, agency.Key, agency.Sum());
        }
    }

    private static IEnumerable<(string Name, long Amount)> Agencies(PayRun run) =>
        Liabilities(run).Where(r => r.Agency.Length > 0).Select(r => (r.Agency, r.Amount));

    private static long Owed(PayRun run, PayeeKind kind) => Liabilities(run).Where(r => Payee.Of(r).Kind == kind).Sum(r => r.Amount);

    private static IEnumerable<PayRow> Liabilities(PayRun run) => run.Rows.Where(r => r.Type.Has(PayrollSide.Liability));

    private static void Pay(Books books, DateOnly day, string account, string reference, long minor, string employee = "")
    {
        var amount = (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture);
        books.PostByHand(
            new NewEntry(
                "cash_payment",
                day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                "",
                reference,
                "",
                employee,
                "USD",
                "",
                "",
                "",
                [new NewLine(account, amount, "0.00", "", null, ""), new NewLine(Bank, "0.00", amount, "", null, "")]
            ),
            "payment"
        );
    }
}
