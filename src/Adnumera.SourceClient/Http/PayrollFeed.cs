using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Http;

/// <summary>A payroll bureau: runs that were approved, each with its register. Its lines are rows of register.csv; what the bureau asks for
/// the run is one more.</summary>
internal sealed class PayrollFeed(FeedRequests requests, Currency currency)
    : HttpFeed<BureauRunAnswer>(FeedKind.Payroll, "runs", requests, currency)
{
    private const string Fee = "Bureau fee";

    /// <inheritdoc/>
    protected override FeedRecord Read(BureauRunAnswer r)
    {
        var rows = r
            .Employees.SelectMany(e =>
                e.Items.Select(i =>
                    Texts(
                        ("employee", e.Name),
                        ("department", e.Department),
                        ("employee_group", e.Group),
                        ("item", i.Item),
                        ("type", i.Type),
                        ("amount", i.Amount),
                        ("agency", i.Agency)
                    )
                )
            )
            .ToList();
        if (r.Fee.Length > 0)
            rows.Add(Texts(("item", Fee), ("type", "fee"), ("amount", r.Fee)));
        return new FeedRecord(
            r.Id,
            $"run {r.Id}",
            Standing(r.Status, r.Id, "approved", "draft", "voided"),
            r.Entity,
            new TypedDocument(Texts(("run", r.Id), ("pay_date", r.PayDate), ("period_end", r.PeriodEnd), ("currency", r.Currency)), rows)
        );
    }
}
