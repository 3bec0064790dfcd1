using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Ofx;

/// <summary>A transaction that cannot be read, as texts: what it says is kept for a person to correct.</summary>
internal static class OfxTyped
{
    /// <param name="t">The transaction.</param>
    /// <param name="source">The source.</param>
    /// <param name="account">What its account is called.</param>
    public static TypedDocument Of(OfxTransaction t, string source, string account)
    {
        var head = new Dictionary<string, string>();
        string Fitting(string text) => text.Length <= Limits.Field ? text : text[..Limits.Field];
        void Say(string column, string text)
        {
            if (text.Length > 0)
                head[column] = Fitting(text);
        }

        var (id, posted, amount) = (t[OfxField.FitId], t[OfxField.DtPosted], t[OfxField.TrnAmt].Replace(',', '.'));
        var code = t[OfxField.CurrencySymbol] is { Length: > 0 } own ? own : t.Currency;

        // What it is nobody knows without a sound amount; what would be skipped is none.
        var kind =
            Currency.TryFind(code, out var currency) && OfxFile.Amount(amount, currency, out var minor) is null
                ? OfxFile.KindOf(t, minor)
                : null;
        Say("source", source);
        Say("source_id", id.Length > 0 ? $"{t.LastFour}:{id}" : "");
        Say("kind", kind is { } known ? Words<DocumentKind>.Of(known) : "");
        Say(
            "document_date",
            posted.Length >= 8 && !posted.AsSpan(0, 8).ContainsAnyExceptInRange('0', '9')
                ? $"{posted[..4]}-{posted[4..6]}-{posted[6..8]}"
                : posted
        );
        Say("supplier", OfxFile.First(t[OfxField.Name], t[OfxField.PayeeName]));
        Say("reference", OfxFile.First(t[OfxField.CheckNum], t[OfxField.RefNum]));
        Say(kind == DocumentKind.Transfer && !amount.StartsWith('-') ? "to_account" : "payment_account", account);
        Say("merchant_code", t[OfxField.Sic]);
        Say("currency", code);
        var line = new Dictionary<string, string> { ["net"] = Fitting(amount.TrimStart('-', '+')) };
        if (OfxFile.First(t[OfxField.Memo], head.GetValueOrDefault("supplier", "")) is { Length: > 0 } description)
            line["description"] = Fitting(description);
        return new TypedDocument(head, [line]);
    }
}
