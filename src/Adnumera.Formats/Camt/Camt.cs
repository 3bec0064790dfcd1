using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Camt;

/// <summary>Reading the values of ISO 20022.</summary>
internal static class Camt
{
    /// <summary>A reference, name or text; the two words that stand for none are blank.</summary>
    public static string Reference(string text, string place)
    {
        if (text.Length > Limits.Field)
            throw new FileFaultException(place, $"a text has {text.Length} characters; expected at most {Limits.Field}");
        return text.Equals("NONREF", StringComparison.OrdinalIgnoreCase) || text.Equals("NOTPROVIDED", StringComparison.OrdinalIgnoreCase)
            ? ""
            : text;
    }

    /// <summary>The amount of an element's <c>Amt</c>, in minor units.</summary>
    public static long Amount(XElement parent, string place, out Currency currency) =>
        AmountOf(parent.Child("Amt") ?? throw new FileFaultException(place, "Amt is missing; expected an amount"), place, out currency);

    /// <summary>An amount, in minor units.</summary>
    public static long AmountOf(XElement amount, string place, out Currency currency)
    {
        var code = amount.Attribute("Ccy")?.Value.Trim() ?? "";
        if (!Currency.TryFind(code, out var known))
            throw new FileFaultException(place, $"Ccy: {Quote.Of(code)} is not a currency of ISO 4217; expected a code such as EUR");
        currency = known;
        var text = amount.Value.Trim();
        var plain =
            text.StartsWith('.') ? $"0{text}"
            : text.EndsWith('.') ? text[..^1]
            : text;
        var fault = AmountText.Read(plain, currency.Digits, out var minor);
        return fault == AmountText.Fault.None && minor >= 0
            ? minor
            : throw new FileFaultException(
                place,
                $"Amt: {Fields.Message(fault == AmountText.Fault.None ? AmountText.Fault.Form : fault, text, currency)}"
            );
    }

    /// <summary>Whether money leaves; null where it is not said.</summary>
    public static bool? IsDebit(XElement parent, string place) =>
        parent.TextAt("CdtDbtInd") switch
        {
            "" => null,
            "DBIT" => true,
            "CRDT" => false,
            var other => throw new FileFaultException(place, $"CdtDbtInd: {Quote.Of(other)} is not known; expected DBIT or CRDT"),
        };

    /// <summary>The day that a date or an instant begins with; none where it is none.</summary>
    public static DateOnly? Day(XElement parent, string path) =>
        parent.TextAt(path) is { Length: >= 10 } text && Fields.TryDate(text.AsSpan(0, 10), out var day) ? day : null;

    /// <summary>An indicator of XML Schema.</summary>
    public static bool IsTrue(string text) => text is "true" or "1";

    public static long Signed(long minor, bool debit) => debit ? -minor : minor;
}
