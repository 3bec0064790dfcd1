using Adnumera.Core.Dates;

namespace Adnumera.Core.Documents;

/// <summary>What the application keeps: plain texts of a length that somebody means, days that books speak of.</summary>
public static class DocumentLimits
{
    /// <summary>What of a document cannot be kept: the column's name, and why.</summary>
    public static IEnumerable<(string Column, string Problem)> Broken(Document document)
    {
        foreach (var (column, day) in ((string, DateOnly?)[])[("document_date", document.Date), ("due_date", document.DueDate)])
            if (day is { } given && !CalendarRange.Has(given))
                yield return (
                    column,
                    $"{Day.Text(given)} is not a day from {Day.Text(CalendarRange.First)} to {Day.Text(CalendarRange.Last)}"
                );
        foreach (var (column, text, most) in Texts(document))
            if (PlainText.Problem(text, most) is { } problem)
                yield return (column, problem);
    }

    private static IEnumerable<(string Column, string Text, int Most)> Texts(Document d)
    {
        foreach (
            var (column, text) in ((string, string)[])
                [
                    ("source", d.Identity.Source),
                    ("source_id", d.Identity.SourceId),
                    ("reference", d.Reference),
                    ("supplier", d.Supplier),
                    ("employee", d.Employee),
                    ("payment_account", d.PaymentAccount),
                    ("to_account", d.ToAccount),
                    ("merchant_code", d.MerchantCode),
                    ("seller", d.Seller),
                    ("foreign_amount", d.ForeignAmount),
                    ("attachment", d.Attachment),
                    ("settlement", d.Settlement),
                ]
        )
            yield return (column, text, PlainText.Most);
        yield return ("notes", d.Notes, PlainText.MostOfNotes);
        foreach (var line in d.Lines)
        {
            foreach (
                var (column, text) in ((string, string)[])
                    [
                        ("description", line.Description),
                        ("category", line.Category),
                        ("item", line.Item),
                        ("cost_code", line.CostCode),
                        ("tax_code", line.TaxCode),
                        ("account", line.Account),
                        ("original_account", line.OriginalAccount),
                        .. line.Dimensions.Filled.Select(f => (f.Dimension.Word, f.Value)),
                    ]
            )
                yield return (column, text, PlainText.Most);
        }
    }
}
