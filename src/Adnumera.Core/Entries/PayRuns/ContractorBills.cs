using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>The bills that a run of contractors is where each is paid as any supplier.</summary>
public static class ContractorBills
{
    /// <summary>
    /// A bill of each contractor, due on the pay date: a line for each pay item, its category the item; what is taken off is negative. What
    /// they come to is what each is paid. The bureau's own fee is a bill of the bureau.
    /// </summary>
    /// <param name="run">The run; its identities hold.</param>
    /// <param name="bureau">Who asks for the fee.</param>
    public static IReadOnlyList<Document> Of(PayRun run, string bureau) =>
        [
            .. run
                .Rows.Where(r => r.Type != PayItemType.NetPay)
                .GroupBy(r => r.Type == PayItemType.Fee ? bureau : r.Employee, Folded.Comparer)
                .Select(of => Bill(run, of.Key, [.. of])),
        ];

    /// <summary>The id of a contractor's bill.</summary>
    public static string IdOf(string run, string who) => $"{run}/{Folded.Of(who)}";

    private static Document Bill(PayRun run, string who, IReadOnlyList<PayRow> rows) =>
        new()
        {
            Identity = new DocumentIdentity(PayRun.Source, IdOf(run.Id, who)),
            Kind = DocumentKind.Bill,
            Date = run.PayDate,
            DueDate = run.PayDate,
            Reference = run.Id,
            Supplier = who,
            Currency = run.Currency,
            Total = rows.Sum(Signed),
            Lines =
            [
                .. rows.Select(
                    (r, i) =>
                        new DocumentLine
                        {
                            Number = i + 1,
                            Description = r.Item,
                            Category = r.Item,
                            Net = Signed(r),
                            Dimensions = Ledger.Dimensions.Named(r.Department),
                        }
                ),
            ],
        };

    private static long Signed(PayRow row) => row.Type == PayItemType.Fee ? row.Amount : row.Type.InIdentity() * row.Amount;
}
