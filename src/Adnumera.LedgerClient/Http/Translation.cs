using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;

namespace Adnumera.LedgerClient.Http;

// Between the ledger's words and ours.
internal sealed class Translation(Currency currency)
{
    public static Account AccountOf(AccountAnswer a) =>
        new()
        {
            Id = a.Id,
            Number = a.Number,
            Name = a.Name,
            Kind = Word<AccountKind>(a.Kind, "account"),
            Role = Words<AccountRole>.TryRead(a.Role, out var role) ? role : AccountRole.None,
            Parent = a.Parent,
            Active = a.Active,
            Requires = a.Requires.Length > 0 ? DimensionOf(a.Requires) : null,
        };

    public static T Word<T>(string word, string what)
        where T : struct, Enum =>
        Words<T>.TryRead(word, out var value)
            ? value
            : throw new LedgerUnavailableException($"The ledger has a {what} of unknown kind \"{word}\". Nothing was changed.");

    public static Dimension DimensionOf(string word) =>
        Dimension.TryRead(word, out var dimension)
            ? dimension
            : throw new LedgerUnavailableException($"The ledger has a dimension with the unreadable name \"{word}\". Nothing was changed.");

    public static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    public static DateOnly Day(string text) => DateOnly.ParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture);

    public string Text(long minor) => AmountText.Format(minor, currency.Digits);

    public long Minor(string text) =>
        AmountText.Read(text, currency.Digits, out var minor) == AmountText.Fault.None
            ? minor
            : throw new LedgerUnavailableException($"The ledger answered \"{text}\" where an amount of {currency} is expected.");

    public FoundEntry Found(EntryAnswer entry) =>
        new()
        {
            LedgerEntry = entry.Id,
            Identity = entry.Source.Length > 0 ? new DocumentIdentity(entry.Source, entry.SourceId) : null,
            IsPayment = entry.Type == "payment",
            Status = Words<LedgerStatus>.TryRead(entry.Status, out var status)
                ? status
                : throw new LedgerUnavailableException($"Entry {entry.Id} has the unknown status \"{entry.Status}\"."),
            Date = Day(entry.Date),
            Reference = entry.Reference,
            Supplier = entry.Supplier,
            Employee = entry.Employee,
            Lines =
            [
                .. entry.Lines.Select(l =>
                    l is null
                        ? throw new FormatException($"Entry {entry.Id} has an empty line.")
                        : new ProofLine(l.Account, Minor(l.Debit), Minor(l.Credit), l.TaxCode, l.Dimensions)
                ),
            ],
        };

    public LedgerPayment Paid(PaymentAnswer p)
    {
        var payment = new LedgerPayment
        {
            Id = p.Id,
            Date = Day(p.Date),
            Supplier = p.Supplier,
            Method = p.Method.Length > 0 ? Word<PaymentMethod>(p.Method, "payment") : null,
            PaidFrom = p.PaidFrom,
            Reference = p.Reference,
            IsVoided = Word<LedgerStatus>(p.Status, "payment") == LedgerStatus.Voided,
            Amount = Minor(p.Amount),
            Withheld = Minor(p.Withheld),
            Parts =
            [
                .. p.Parts.Select(part => new LedgerPaymentPart(
                    part.Bill,
                    part.Reference,
                    Minor(part.Amount),
                    [.. part.Lines.Select(l => new LedgerPaidLine(l.Line, l.Account, Minor(l.Amount)))]
                )),
            ],
        };
        // What does not add up would be counted wrongly: better none than that.
        if (payment.Parts.Sum(part => part.Amount) != payment.Amount || payment.Parts.Any(part => part.Lines.Count == 0))
            throw new LedgerUnavailableException($"What payment {p.Id} of the ledger paid does not add up to it. Nothing was changed.");
        return payment;
    }
}
