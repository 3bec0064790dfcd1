using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll.Owed;

/// <summary>What a payment is for: confirmed by a person, taken back with nothing, or said to be for no pay run. A line of a statement then
/// goes where what it pays stands.</summary>
internal static class PaymentConfirming
{
    /// <summary>Writes it, within the caller's transaction.</summary>
    /// <exception cref="RefusedException">It pays what is not owed, or not so much.</exception>
    public static int Put(SqliteConnection c, CompanyBooks books, PaymentRequest request)
    {
        var legs = new PayLegTable(c);
        var (account, entry) = (request.Account ?? "", request.LedgerEntry ?? "");
        if (request.Document is { } before)
            Uncode(c, books, before, legs.DecisionOf(before));
        legs.Remove(account, entry, request.Document);
        if (request.Document is null)
            legs.Apart(account, entry, request.IsApart, books.Now, books.Who);
        if (request.Items.Count > 0)
        {
            var view = new OwedView(c, books.Today);
            var items = request.Items.Select(k => Item(view, k)).ToList();
            var decision = request.Document is { } document ? Code(c, books, document, items) : null;
            var amount = request.Document is { } id ? Total(c, id) : Open(c, account, entry);
            legs.Add(entry, request.Document, Shared(items, amount), books.Now, books.Who, decision);
        }

        new AuditTable(c).Add(
            books.Now,
            books.Who,
            request.Items.Count > 0 ? "confirm what a payment is for" : "take back what a payment is for",
            $"payroll/owed/{(entry.Length > 0 ? entry : $"document/{request.Document}")}",
            null,
            request
        );
        return request.Items.Count;
    }

    private static OwedItem Item(OwedView view, string key) =>
        view.Items.FirstOrDefault(i => OwedView.Key(i) == key)
        ?? throw new RefusedException("item", "One of these is not owed any more. Nothing was changed; look again.");

    // In the order in which they were chosen, each whole as far as the payment goes.
    private static List<(OwedItem, long)> Shared(List<OwedItem> items, long amount)
    {
        var shared = new List<(OwedItem, long)>();
        foreach (var item in items)
        {
            var part = Math.Min(item.Open, amount);
            if (part <= 0)
                throw new RefusedException(
                    "amount",
                    item.Open <= 0
                        ? "One of these is paid already. Nothing was changed; take back the other payment first."
                        : "The payment does not reach so far. Nothing was changed; choose fewer."
                );
            shared.Add((item, part));
            amount -= part;
        }

        return shared;
    }

    private static long Open(SqliteConnection c, string account, string entry) =>
        new OwedTable(c).Movements(account).FirstOrDefault(m => m.LedgerEntry == entry && m.IsPayment)?.Signed
        ?? throw new RefusedException(
            "payment",
            "The ledger, as it was last read, has no such payment. Nothing was changed; read it again."
        );

    private static long Total(SqliteConnection c, long document) => new DocumentTable(c).Find(document)!.Document.Total;

    // A line of a statement goes where what it pays stands; which decision that is, where it is one.
    private static long? Code(SqliteConnection c, CompanyBooks books, long id, List<OwedItem> items)
    {
        var stored = new DocumentTable(c).Find(id) ?? throw RefusedException.NotFound("This document");
        var shares = Shared(items, stored.Document.Total).GroupBy(s => s.Item1.Account).ToList();
        if (shares.Sum(g => g.Sum(s => s.Item2)) != stored.Document.Total)
            throw new RefusedException(
                "amount",
                "A line of a statement pays what it comes to. Nothing was changed; choose what adds up to it, or put it right on its page."
            );
        if (stored.Document.Lines is not [{ } line])
            throw new RefusedException("lines", "It has several lines. Nothing was changed; put it right on its page.");
        string Text(long minor) => AmountText.Format(minor, stored.Document.Currency.Digits);
        var request = shares is [var only]
            ? new DocumentEditRequest { Lines = [new LineEditRequest { Line = line.Number, Account = only.Key }] }
            : new DocumentEditRequest
            {
                Split = new SplitRequest(
                    line.Number,
                    SplitBy.Amount,
                    [.. shares.Select(g => new PartRequest(Text(g.Sum(s => s.Item2)), null, null, g.Key, null))]
                ),
            };
        return Deciding.Put(c, books, [new Decided(stored, EditReading.Read(new DecisionBasis(c), stored, request))]) > 0
            ? new DecisionTable(c).Latest(id)?.Id
            : null;
    }

    // Its own decision and no other: what was decided of it since stays, and so does what stood before.
    private static void Uncode(SqliteConnection c, CompanyBooks books, long id, long? made)
    {
        if (
            made is { } decision
            && new DocumentTable(c).Find(id) is { MayBeCoded: true }
            && new DecisionTable(c).Find(decision) is { } stands
        )
            Deciding.Undo(c, books, [stands]);
    }
}
