using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.Proof;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Proof;

/// <summary>What the ledger says was paid of our bills and claims, as it is read back: noted once, and told to whoever brought the
/// document.</summary>
internal static class PaidDocuments
{
    /// <summary>Notes the payments that were not known, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="stored">The documents that were read back.</param>
    /// <param name="intended">What was sent of them.</param>
    /// <param name="found">What the ledger has.</param>
    public static void Note(
        SqliteConnection company,
        CompanyBooks books,
        IReadOnlyList<StoredDocument> stored,
        IReadOnlyDictionary<DocumentIdentity, EntryInstruction> intended,
        IReadOnlyList<FoundEntry> found
    )
    {
        var payments = found
            .Where(f => f is { IsPayment: true, Identity: not null, Status: LedgerStatus.Posted })
            .DistinctBy(f => f.LedgerEntry)
            .ToLookup(f => f.Identity!.Value);
        var paid = stored.Where(d => payments.Contains(d.Document.Identity)).ToList();
        if (paid.Count == 0)
            return;
        var (table, news) = (new PaymentTable(company), new FeedNewsTable(company));
        var known = table.Of(paid.Select(d => d.Id));
        foreach (var document in paid)
        {
            var (identity, currency) = (document.Document.Identity, document.Document.Currency);
            var owed = intended[identity].Lines.FirstOrDefault(l => l.IsOffset)?.Account ?? "";
            var before = known[document.Id].Select(p => p.LedgerEntry).ToHashSet(StringComparer.Ordinal);
            var open = document.Document.Total - known[document.Id].Sum(p => p.Amount);
            foreach (var payment in payments[identity].OrderBy(p => p.Date).ThenBy(p => p.LedgerEntry, StringComparer.Ordinal))
            {
                var amount = payment.Lines.Where(l => l.Account == owed).Sum(l => l.Signed);
                if (amount == 0 || !before.Add(payment.LedgerEntry))
                    continue;
                open -= amount;
                table.Add([
                    new PaymentRow(
                        payment.LedgerEntry,
                        document.Id,
                        Iso.Text(payment.Date),
                        payment.Reference,
                        amount,
                        open,
                        Iso.Text(books.Now)
                    ),
                ]);
                var reference = payment.Reference.Length > 0 ? payment.Reference : payment.LedgerEntry;
                news.Note(document.Id, identity, new FeedNews.Paid(payment.Date, reference, AmountText.Format(open, currency.Digits)));
            }
        }
    }
}
