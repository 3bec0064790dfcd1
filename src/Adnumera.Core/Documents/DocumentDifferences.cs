using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Documents;

/// <summary>A field in which two versions of a document differ.</summary>
/// <param name="Line">The line; 0 for the document itself.</param>
/// <param name="Field">The field, as people say it; blank for a line that came or went as a whole.</param>
/// <param name="Before">What it was; blank for nothing.</param>
/// <param name="After">What it is; blank for nothing.</param>
public sealed record FieldChange(long Line, string Field, string Before, string After);

/// <summary>What differs between two versions of a document, field by field; what persons decided here is no part of it.</summary>
public static class DocumentDifferences
{
    /// <summary>The differences: of the document, then line by line.</summary>
    public static IReadOnlyList<FieldChange> Of(Document before, Document after)
    {
        var changes = new List<FieldChange>();
        Compare(0, Fields(before), Fields(after));
        var (was, now) = (before.Lines.ToDictionary(l => l.Number), after.Lines.ToDictionary(l => l.Number));
        foreach (var number in was.Keys.Union(now.Keys).Order())
        {
            if (!now.TryGetValue(number, out var kept))
                changes.Add(new FieldChange(number, "", Named(was[number], before.Currency), ""));
            else if (!was.TryGetValue(number, out var old))
                changes.Add(new FieldChange(number, "", "", Named(kept, after.Currency)));
            else
            {
                var dimensions = old.Dimensions.Filled.Concat(kept.Dimensions.Filled).Select(d => d.Dimension).Distinct().Order().ToList();
                Compare(number, Fields(old, before.Currency, dimensions), Fields(kept, after.Currency, dimensions));
            }
        }

        var (itemsBefore, itemsAfter) = (Items(before), Items(after));
        foreach (var item in itemsBefore.Keys.Union(itemsAfter.Keys).Order(StringComparer.Ordinal))
            if (itemsBefore.GetValueOrDefault(item) is var old && itemsAfter.GetValueOrDefault(item) is var kept && old != kept)
                changes.Add(new FieldChange(0, item, Amount(old, before), Amount(kept, after)));
        return changes;

        void Compare(long line, IEnumerable<(string Field, string Value)> left, IEnumerable<(string Field, string Value)> right)
        {
            foreach (var (l, r) in left.Zip(right))
                if (l.Value != r.Value)
                    changes.Add(new FieldChange(line, l.Field, l.Value, r.Value));
        }
    }

    // Of a register its totals by pay item: who is paid what is not for everybody.
    private static Dictionary<string, long> Items(Document d) =>
        (d.Register?.Rows ?? [])
            .GroupBy(r => r.Item, Folded.Comparer)
            .ToDictionary(g => g.First().Item, g => g.Sum(r => r.Amount), Folded.Comparer);

    private static string Amount(long minor, Document of) => AmountText.Format(minor, of.Currency.Digits);

    private static IEnumerable<(string, string)> Fields(Document d) =>
        [
            ("kind", d.Kind.Title()),
            ("date", Day(d.Date)),
            ("due date", Day(d.DueDate)),
            ("reference", d.Reference),
            ("supplier", d.Supplier),
            ("employee", d.Employee),
            ("payment account", d.PaymentAccount),
            ("to account", d.ToAccount),
            ("merchant code", d.MerchantCode),
            ("attachment", d.Attachment),
            ("settlement", d.Settlement),
            ("currency", d.Currency.Code),
            ("total", AmountText.Format(d.Total, d.Currency.Digits)),
            ("notes", d.Notes),
        ];

    // Both versions have the same fields: of dimensions, all that either has.
    private static IEnumerable<(string, string)> Fields(DocumentLine l, Currency currency, IEnumerable<Dimension> dimensions) =>
        [
            ("description", l.Description),
            ("category", l.Category),
            ("item", l.Item),
            ("cost code", l.CostCode),
            ("quantity", Number(l.Quantity)),
            ("unit price", Number(l.UnitPrice)),
            ("net", AmountText.Format(l.Net, currency.Digits)),
            ("tax code", l.TaxCode),
            ("tax", AmountText.Format(l.Tax, currency.Digits)),
            .. dimensions.Select(d => (d.Title, l.Dimensions[d])),
            ("original account", l.OriginalAccount),
        ];

    private static string Named(DocumentLine l, Currency currency) =>
        $"{l.Description} {AmountText.Format(l.Net, currency.Digits)}".TrimStart();

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";

    private static string Number(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";
}
