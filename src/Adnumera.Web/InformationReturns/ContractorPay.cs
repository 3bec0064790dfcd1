using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Payroll;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>Contractors of pay runs: what each was paid counts when the run was, by the payments that a person confirmed under What is
/// owed. Where each contractor is a bill of its own, the ledger's payments say it already.</summary>
internal static class ContractorPay
{
    /// <summary>The payments of contractors in a year.</summary>
    public static IEnumerable<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Of(SqliteConnection company, int year)
    {
        var paid = new PayLegTable(company).PaidToWorkers(year);
        if (paid.Count == 0)
            return [];
        var runs = new DocumentTable(company)
            .Load([.. paid.Select(p => p.Run).Distinct()])
            .ToDictionary(d => d.Id, d => d.Document.Register!);
        var settings = ChoiceTable.Of(company).Payroll;
        var mapping = new PayrollMapping(new PayrollMappingTable(company).All());
        var (basis, table) = (TallyBasis.Of(company), new PaidTable(company));
        var (choices, methods) = (table.Choices(), table.Methods());
        return
        [
            .. paid.Where(p => settings.IsOfContractors(runs[p.Run]))
                .SelectMany(p =>
                    ContractorShares
                        .Of(runs[p.Run], p.Amount)
                        .Select(of => Payment(p.Run, runs[p.Run], p.LedgerEntry, p.Day, of.Employee, of.Amount))
                ),
        ];

        (PaidRow, IReadOnlyList<PaidLineRow>) Payment(long id, PayRun run, string entry, DateOnly day, string employee, long amount)
        {
            var payment = $"{run.Id}/{entry}/{Folded.Of(employee)}";
            var told = new PaidBy(PaymentMethod.Bank, MethodBy.PaymentAccount);
            var by = methods.TryGetValue(payment, out var said) ? new PaidBy(said.Method, MethodBy.Person) : told;
            var lines = ContractorShares
                .Lines(run, employee)
                .Select(l =>
                    (
                        l.Key,
                        Line: new PaymentLine(
                            payment,
                            day,
                            employee,
                            by.Method,
                            false,
                            amount,
                            run.Id,
                            mapping.Deciding(PayrollSide.Expense, l.Row).FirstOrDefault()?.Expense ?? l.Row.Item,
                            l.Row.Amount,
                            choices.TryGetValue((payment, l.Key), out var choice) ? choice.Choice : ContractorShares.Own(l.Key),
                            0
                        )
                    )
                )
                .ToList();
            var shares = PaymentShares.Of(lines.ConvertAll(l => l.Line));
            return (
                new PaidRow(
                    payment,
                    Iso.Text(day),
                    employee,
                    Words<PaymentMethod>.Of(by.Method),
                    Words<MethodBy>.Of(by.By),
                    Words<PaymentMethod>.Of(told.Method),
                    Words<MethodBy>.Of(told.By),
                    "",
                    run.Id,
                    false,
                    amount,
                    0,
                    id,
                    PaymentsReading.Mark(run.Id, day, employee, amount, by, lines.ConvertAll(l => new { l.Key, l.Line }))
                ),
                [.. lines.Zip(shares, (l, s) => new PaidLineRow(l.Key, run.Id, l.Line, s.Amount, s.Withheld, basis.Of(l.Line).Place))]
            );
        }
    }
}
