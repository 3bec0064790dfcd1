using System.Globalization;
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

    /// <summary>Whether a transaction may replace or delete another one.</summary>
    public static bool MayCorrect(byte[] content) => OfxTokens.Mentions(content, "CORRECTFITID");

    /// <summary>Reads every transaction of its card and bank statements, in their order.</summary>
    /// <param name="file">The file.</param>
    /// <param name="source">The source.</param>
    /// <param name="paymentAccount">What the account is called; blank for the last four of its number.</param>
    /// <param name="holds">Whether a transaction that cannot be read is held by itself; otherwise it is the file's fault.</param>
    /// <exception cref="FileFaultException">It breaks its own standard.</exception>
    public static IEnumerable<ArrivedRecord> Read(ArrivedFile file, string source, string paymentAccount, bool holds = false)
    {
        var isXml = OfxTokens.IsXml(file.Content);
        var place = new OfxPlace(isXml);
        foreach (var token in OfxTokens.Of(file.Content, isXml))
            if (place.Take(token) is { } done)
                yield return holds ? Held(done, file.Name, source, paymentAccount) : RecordOf(done, file.Name, source, paymentAccount);
        place.End();
    }

    // A statement that does not say whose it is, or in which money, is not a fault of its transactions; and nothing is replaced by what
    // nobody can read.
    private static ArrivedRecord Held(OfxTransaction t, string file, string source, string paymentAccount)
    {
        try
        {
            return RecordOf(t, file, source, paymentAccount);
        }
        catch (FileFaultException e) when (t.Account.Length > 0 && t.Currency.Length > 0 && t[OfxField.CorrectFitId].Length == 0)
        {
            var typed = OfxTyped.Of(t, source, First(paymentAccount, t.LastFour));
            return new ArrivedRecord.Faulty(file, e.Place, typed, [new Problem(file, 0, e.Place, e.Message)])
            {
                Account = t.LastFour,
                Key = t[OfxField.FitId] is { Length: > 0 } id ? new RecordKey(t.Account, id) : null,
            };
        }
    }

    /// <summary>What a transaction is; none where it is skipped.</summary>
    internal static DocumentKind? KindOf(OfxTransaction t, long amount) =>
        (TypeOf(t), amount) switch
        {
            ("HOLD", _) or (_, 0) => null,
            ("XFER" or "ATM" or "CASH", _) => DocumentKind.Transfer,
            ("PAYMENT", > 0) when t.IsCard => DocumentKind.Transfer,
            (_, < 0) => DocumentKind.CardCharge,
            _ => t.IsCard ? DocumentKind.CardRefund : null,
        };

    private static string TypeOf(OfxTransaction t) => t[OfxField.TrnType].ToUpperInvariant();

    private static ArrivedRecord RecordOf(OfxTransaction t, string file, string source, string paymentAccount)
    {
        var place = string.Concat("transaction ", t.Number.ToString(CultureInfo.InvariantCulture));
        FileFaultException Fault(string field, string message) => new(place, $"{field}: {message}");
        string Field(OfxField field)
        {
            var text = t[field];
            return text.Length <= Limits.Field
                ? text
                : throw Fault(NameOf(field), $"it has {text.Length} characters; expected at most {Limits.Field}");
        }

        if (t.Account.Length == 0)
            throw Fault("ACCTID", "the statement does not say which account it is of");
        if (Field(OfxField.FitId) is not { Length: > 0 } id)
            throw Fault("FITID", "it is missing; expected the bank's own id");
        var code = Field(OfxField.CurrencySymbol) is { Length: > 0 } own ? own : t.Currency;
        if (!Currency.TryFind(code, out var currency))
            throw Fault("CURDEF", $"{Quote.Of(code)} is not a currency of ISO 4217; expected a code such as USD");
        if (Amount(Field(OfxField.TrnAmt), currency, out var amount) is { } wrong)
            throw Fault("TRNAMT", wrong);
        var posted = Field(OfxField.DtPosted);
        if (posted.Length < 8 || !Fields.TryDate(posted.AsSpan(0, 4), posted.AsSpan(4, 2), posted.AsSpan(6, 2), out var date))
            throw Fault("DTPOSTED", $"{Quote.Of(posted)} is not a date; expected one such as 20260309");

        var last = t.LastFour;
        var account = paymentAccount.Length > 0 ? paymentAccount : last;
        _ = Field(OfxField.TrnType);
        var supplier = First(Field(OfxField.Name), Field(OfxField.PayeeName));
        var (sourceId, key) = ($"{last}:{id}", new RecordKey(t.Account, id));
        Correction? corrects = null;
        if (Field(OfxField.CorrectFitId) is { Length: > 0 } of)
            corrects =
                CorrectionOf(t.Account, of, Field(OfxField.CorrectAction).ToUpperInvariant())
                ?? throw Fault("CORRECTACTION", $"{Quote.Of(Field(OfxField.CorrectAction))} is not known; expected REPLACE or DELETE");
        var description = First(Field(OfxField.Memo), supplier);
        ArrivedRecord Skipped(SkipReason reason, string detail) =>
            new ArrivedRecord.Skipped(file, place, sourceId, date, amount, currency, reason, $"{detail}{Named(supplier, description)}.")
            {
                Account = last,
                Key = key,
                Corrects = corrects,
            };
        if (KindOf(t, amount) is not { } kind)
            return TypeOf(t) == "HOLD" ? Skipped(SkipReason.Pending, "It is not settled yet")
                : amount == 0 ? Skipped(SkipReason.Zero, "It moves no money")
                : Skipped(SkipReason.Incoming, "Money was received");
        var arrives = kind == DocumentKind.Transfer && amount > 0;
        return new ArrivedRecord.Taken(
            file,
            place,
            new Document
            {
                Identity = new DocumentIdentity(source, sourceId),
                Kind = kind,
                Date = date,
                Reference = First(Field(OfxField.CheckNum), Field(OfxField.RefNum)),
                Supplier = supplier,
                PaymentAccount = arrives ? "" : account,
                ToAccount = arrives ? account : "",
                MerchantCode = Field(OfxField.Sic),
                ForeignAmount =
                    Field(OfxField.OriginalSymbol) is { Length: > 0 } original && original != code
                        ? $"{original} at {Field(OfxField.OriginalRate)}"
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

    private static Correction? CorrectionOf(string account, string id, string action) =>
        action is "REPLACE" or "DELETE"
            ? new Correction(new RecordKey(account, id), action == "DELETE", $"{LastFour(account)}:{id}")
            : null;

    // As the standard writes it.
    private static string NameOf(OfxField field) =>
        field switch
        {
            OfxField.PayeeName => "PAYEE/NAME",
            OfxField.CurrencySymbol => "CURRENCY/CURSYM",
            OfxField.OriginalSymbol => "ORIGCURRENCY/CURSYM",
            OfxField.OriginalRate => "ORIGCURRENCY/CURRATE",
            _ => field.ToString().ToUpperInvariant(),
        };

    internal static string LastFour(string account) => account.Length > 4 ? account[^4..] : account;

    // A decimal point or comma, and a plus, as the standard allows (3.2.9). What is wrong with it; null for nothing.
    internal static string? Amount(string text, Currency currency, out long minor)
    {
        var plain = (text.StartsWith('+') ? text[1..] : text).Replace(',', '.');
        if (plain.StartsWith('.') || plain.StartsWith("-.", StringComparison.Ordinal))
            plain = plain.Replace(".", "0.", StringComparison.Ordinal);
        var fault = AmountText.Read(plain, currency.Digits, out minor);
        if (text.StartsWith("+-", StringComparison.Ordinal))
            fault = AmountText.Fault.Form;
        return fault == AmountText.Fault.None ? null : Fields.Message(fault, text, currency);
    }

    internal static string First(string one, string other) => one.Length > 0 ? one : other;

    private static string Named(string supplier, string description) =>
        First(supplier, description) is { Length: > 0 } name ? $": {name}" : "";
}
