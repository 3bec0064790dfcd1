using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Ofx;

/// <summary>Card and bank statements of OFX 1.x and 2.x (financial data exchange, OFX 1.6 and 2.3, chapter 11).</summary>
public static class OfxFile
{
    /// <summary>Whether the content is OFX.</summary>
    public static bool Recognises(byte[] content) => OfxTokens.Recognises(content);

    /// <summary>Reads every transaction of its card and bank statements, in their order.</summary>
    /// <param name="file">The file.</param>
    /// <param name="source">The source.</param>
    /// <param name="paymentAccount">What the account is called; blank for the last four of its number.</param>
    /// <exception cref="FileFaultException">It breaks its own standard.</exception>
    public static IEnumerable<ArrivedRecord> Read(ArrivedFile file, string source, string paymentAccount)
    {
        var isXml = OfxTokens.IsXml(file.Content);
        var place = new OfxPlace(isXml);
        foreach (var token in OfxTokens.Of(file.Content, isXml))
            if (place.Take(token) is { } done)
                yield return RecordOf(done, file.Name, source, paymentAccount);
        place.End();
    }

    private static ArrivedRecord RecordOf(OfxTransaction t, string file, string source, string paymentAccount)
    {
        var place = $"transaction {t.Number}";
        FileFaultException Fault(string field, string message) => new(place, $"{field}: {message}");
        string Field(string name)
        {
            var text = t.Fields.GetValueOrDefault(name, "");
            return text.Length <= Limits.Field
                ? text
                : throw Fault(name, $"it has {text.Length} characters; expected at most {Limits.Field}");
        }

        if (t.Account.Length == 0)
            throw Fault("ACCTID", "the statement does not say which account it is of");
        if (Field("FITID") is not { Length: > 0 } id)
            throw Fault("FITID", "it is missing; expected the bank's own id");
        var code = Field("CURRENCY/CURSYM") is { Length: > 0 } own ? own : t.Currency;
        if (!Currency.TryFind(code, out var currency))
            throw Fault("CURDEF", $"{Quote.Of(code)} is not a currency of ISO 4217; expected a code such as USD");
        var amount = Amount(Field("TRNAMT"), currency, Fault);
        var posted = Field("DTPOSTED");
        if (posted.Length < 8 || !Fields.TryDate($"{posted[..4]}-{posted[4..6]}-{posted[6..8]}", out var date))
            throw Fault("DTPOSTED", $"{Quote.Of(posted)} is not a date; expected one such as 20260309");

        var last = LastFour(t.Account);
        var account = paymentAccount.Length > 0 ? paymentAccount : last;
        var (type, supplier) = (Field("TRNTYPE").ToUpperInvariant(), First(Field("NAME"), Field("PAYEE/NAME")));
        var (sourceId, key) = ($"{last}:{id}", new RecordKey(t.Account, id));
        var corrects = CorrectionOf(t, Field, Fault);
        var description = First(Field("MEMO"), supplier);
        ArrivedRecord Skipped(SkipReason reason, string detail) =>
            new ArrivedRecord.Skipped(file, place, sourceId, date, amount, currency, reason, $"{detail}{Named(supplier, description)}.")
            {
                Account = last,
                Key = key,
                Corrects = corrects,
            };
        if (type == "HOLD")
            return Skipped(SkipReason.Pending, "It is not settled yet");
        if (amount == 0)
            return Skipped(SkipReason.Zero, "It moves no money");
        var moves = type is "XFER" or "ATM" or "CASH" || (t.IsCard && type == "PAYMENT" && amount > 0);
        if (!moves && amount > 0 && !t.IsCard)
            return Skipped(SkipReason.Incoming, "Money was received");
        return new ArrivedRecord.Taken(
            file,
            place,
            new Document
            {
                Identity = new DocumentIdentity(source, sourceId),
                Kind =
                    moves ? DocumentKind.Transfer
                    : amount < 0 ? DocumentKind.CardCharge
                    : DocumentKind.CardRefund,
                Date = date,
                Reference = First(Field("CHECKNUM"), Field("REFNUM")),
                Supplier = supplier,
                PaymentAccount = moves && amount > 0 ? "" : account,
                ToAccount = moves && amount > 0 ? account : "",
                MerchantCode = Field("SIC"),
                ForeignAmount =
                    Field("ORIGCURRENCY/CURSYM") is { Length: > 0 } original && original != code
                        ? $"{original} at {Field("ORIGCURRENCY/CURRATE")}"
                        : "",
                Currency = currency,
                Total = Math.Abs(amount),
                Lines =
                [
                    new DocumentLine
                    {
                        Number = 1,
                        Description = description,
                        Net = Math.Abs(amount),
                    },
                ],
            }
        )
        {
            Account = last,
            Key = key,
            Corrects = corrects,
        };
    }

    private static Correction? CorrectionOf(OfxTransaction t, Func<string, string> field, Func<string, string, Exception> fault)
    {
        Correction Correct(string id, bool deletes) => new(new RecordKey(t.Account, id), deletes, $"{LastFour(t.Account)}:{id}");
        return (field("CORRECTFITID"), field("CORRECTACTION").ToUpperInvariant()) switch
        {
            ("", _) => null,
            (var of, "REPLACE") => Correct(of, deletes: false),
            (var of, "DELETE") => Correct(of, deletes: true),
            (_, var action) => throw fault("CORRECTACTION", $"{Quote.Of(action)} is not known; expected REPLACE or DELETE"),
        };
    }

    private static string LastFour(string account) => account.Length > 4 ? account[^4..] : account;

    // A decimal point or comma, and a plus, as the standard allows (3.2.9).
    private static long Amount(string text, Currency currency, Func<string, string, Exception> fault)
    {
        var plain = (text.StartsWith('+') ? text[1..] : text).Replace(',', '.');
        if (plain.StartsWith('.') || plain.StartsWith("-.", StringComparison.Ordinal))
            plain = plain.Replace(".", "0.", StringComparison.Ordinal);
        var wrong =
            text.StartsWith("+-", StringComparison.Ordinal) ? AmountText.Fault.Form
            : AmountText.Read(plain, currency.Digits, out var minor) is var read and not AmountText.Fault.None ? read
            : AmountText.Fault.None;
        _ = AmountText.Read(plain, currency.Digits, out minor);
        return wrong == AmountText.Fault.None ? minor : throw fault("TRNAMT", Fields.Message(wrong, text, currency));
    }

    private static string First(string one, string other) => one.Length > 0 ? one : other;

    private static string Named(string supplier, string description) =>
        First(supplier, description) is { Length: > 0 } name ? $": {name}" : "";
}
