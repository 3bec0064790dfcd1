using System.Security.Cryptography;
using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>Reads of the ledger what was paid to suppliers in a year; what is as it was stays untouched.</summary>
internal static class PaymentsReading
{
    /// <summary>Reads a year; what was added, changed and taken out.</summary>
    /// <param name="books">Whose payments.</param>
    /// <param name="ledgers">The way to the ledger.</param>
    /// <param name="turns">One at a time talks to it.</param>
    /// <param name="year">The year.</param>
    /// <param name="report">Is told how many payments are read, of how many.</param>
    /// <param name="cancel">Stops it; nothing is kept then.</param>
    public static async Task<ReadingAnswer> Run(
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        int year,
        Action<int, int> report,
        CancellationToken cancel
    )
    {
        if (books.File.Read(c => new CompanyTable(c).Currency().Code) != "USD")
            throw new RefusedException("currency", "Forms 1099 are filed in US dollars, and these books are kept in another currency.");
        var (ledger, _, _) = ledgers.Connected(books.File);
        using var turn = turns.Take(books.CompanyId, "a reading of payments");
        var (first, last) = (new DateOnly(year, 1, 1), new DateOnly(year, 12, 31));
        var through = books.Today < last ? books.Today : last;
        if (through < first)
            throw new RefusedException("year", $"{year} has not begun. Nothing was read.");
        var totals = await ledger.PaymentTotals(first, through, cancel);
        var payments = new List<LedgerPayment>();
        await foreach (var payment in ledger.Payments(first, through, cancel))
        {
            payments.Add(payment);
            report(payments.Count, (int)totals.Payments);
        }

        return books.File.InTransaction(c =>
        {
            var table = new PaidTable(c);
            var found = new Found(c).Of(payments).Concat(ContractorPay.Of(c, year)).ToList();
            var marks = table.Marks(year);
            var changed = found.Where(f => marks.GetValueOrDefault(f.Paid.Payment) != f.Paid.Mark).ToList();
            var gone = marks.Keys.Except(found.Select(f => f.Paid.Payment)).ToList();
            var before = changed.Select(f => f.Paid.Payment).Where(marks.ContainsKey).ToList();
            // Who was paid before and after: a payment may have gone to another.
            var suppliers = table.SuppliersOf([.. gone, .. before]).Concat(changed.Select(f => Folded.Of(f.Paid.Supplier))).ToHashSet();
            table.Remove([.. gone, .. before]);
            table.Add(changed);
            if (suppliers.Count > 0)
                new TallyTable(c).Sum(year, suppliers, books.Now, books.Who, "payments were read from the ledger");
            table.Put(
                new PaymentsReadingRow(
                    year,
                    Iso.Text(books.Now),
                    books.Who,
                    Iso.Text(through),
                    totals.Payments,
                    totals.Posted,
                    totals.Voided
                )
            );
            var answer = new ReadingAnswer(found.Count, changed.Count - before.Count, before.Count, gone.Count);
            new AuditTable(c).Add(books.Now, books.Who, "read payments", $"information-returns/{year}", null, answer);
            return answer;
        });
    }

    // Payments of the ledger as they are kept: with their method, what persons decided of them, and where each line counts.
    private sealed class Found(SqliteConnection company)
    {
        private readonly Chart chart = new LedgerTable(company).Chart();
        private readonly TallyBasis basis = TallyBasis.Of(company);
        private readonly IReadOnlyDictionary<(string, PaidLineKey), (BoxChoice Choice, string)> choices = new PaidTable(company).Choices();
        private readonly IReadOnlyDictionary<string, (PaymentMethod Method, string)> methods = new PaidTable(company).Methods();
        private readonly Dictionary<string, PaymentAccountKind> kinds = new PaymentAccountTable(company)
            .All()
            .DistinctBy(a => a.Account.Account)
            .ToDictionary(a => a.Account.Account, a => a.Account.Kind);

        public IEnumerable<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Of(IEnumerable<LedgerPayment> payments) =>
            payments.Select(payment =>
            {
                var told = PaidBy.Of(
                    payment.Method,
                    kinds.TryGetValue(payment.PaidFrom, out var kind) ? kind : null,
                    chart.TryFind(payment.PaidFrom, out var account) ? account.Role : AccountRole.None
                );
                var by = methods.TryGetValue(payment.Id, out var said) ? new PaidBy(said.Method, MethodBy.Person) : told;
                var lines = PaidLines
                    .Of(payment, by.Method, key => choices.TryGetValue((payment.Id, key), out var choice) ? choice.Choice : null)
                    .ToList();
                var shares = PaymentShares.Of(lines.ConvertAll(l => l.Line));
                return (
                    new PaidRow(
                        payment.Id,
                        Iso.Text(payment.Date),
                        payment.Supplier,
                        Words<PaymentMethod>.Of(by.Method),
                        Words<MethodBy>.Of(by.By),
                        Words<PaymentMethod>.Of(told.Method),
                        Words<MethodBy>.Of(told.By),
                        payment.PaidFrom,
                        payment.Reference,
                        payment.IsVoided,
                        payment.Amount,
                        payment.Withheld,
                        null,
                        Mark(payment, by)
                    ),
                    (IReadOnlyList<PaidLineRow>)
                        [
                            .. lines.Zip(
                                shares,
                                (l, share) =>
                                    new PaidLineRow(l.Key, l.Part.Reference, l.Line, share.Amount, share.Withheld, basis.Of(l.Line).Place)
                            ),
                        ]
                );
            });
    }

    internal static string Mark(params object[] content) =>
        Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(content)).AsSpan(0, 12));
}
