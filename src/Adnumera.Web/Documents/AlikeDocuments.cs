using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>In what a document is like another one.</summary>
public enum LikeBy
{
    /// <summary>The supplier.</summary>
    Supplier,

    /// <summary>The total.</summary>
    Amount,

    /// <summary>The reference.</summary>
    Reference,
}

/// <summary>What else is like a document: most alike first.</summary>
internal static class AlikeDocuments
{
    private const int MostOfEach = 4;
    private const int Most = 8;

    public static IReadOnlyList<LikeAnswer> Of(SqliteConnection company, StoredDocument stored, Chart chart) =>
        [
            .. new DocumentTable(company)
                .Load(new AlikeTable(company).Of(stored.Id, stored.Document, MostOfEach))
                .Select(other => (Other: other, By: By(stored.Document, other.Document).ToList()))
                .OrderByDescending(o => o.By.Count)
                .ThenByDescending(o => o.Other.Document.Date)
                .Take(Most)
                .Select(o => Answer(o.Other, o.By, chart)),
        ];

    private static IEnumerable<LikeBy> By(Document one, Document other)
    {
        if (one.Supplier.Length > 0 && Folded.Same(one.Supplier, other.Supplier))
            yield return LikeBy.Supplier;
        if (one.Total == other.Total && one.Currency == other.Currency)
            yield return LikeBy.Amount;
        if (one.Reference.Length > 0 && Folded.Same(one.Reference, other.Reference))
            yield return LikeBy.Reference;
    }

    private static LikeAnswer Answer(StoredDocument other, IReadOnlyList<LikeBy> by, Chart chart)
    {
        var d = other.Document;
        var accounts = other.Decided.Where(a => a.Length > 0).Distinct().ToList();
        return new LikeAnswer(
            other.Id,
            string.Join(
                " ",
                ((string[])[d.Supplier.Length > 0 ? d.Supplier : d.Employee, d.Reference])
                    .Where(t => t.Length > 0)
                    .DefaultIfEmpty(d.PaidFrom)
            ),
            Day.Text(d.Date),
            AmountText.Format(d.SignedTotal, d.Currency.Digits),
            d.Currency.Code,
            other.State,
            accounts is [var only] ? chart.Title(only)
                : accounts.Count > 1 ? "several accounts"
                : "",
            by
        );
    }
}
