using System.Globalization;
using System.Numerics;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Invoices;

/// <summary>Reading the values of an e-invoice, each named by its business term when it cannot be read.</summary>
internal static partial class InvoiceTexts
{
    /// <summary>A text; one that no field holds is a fault.</summary>
    public static string Text(XElement? parent, string path, string term, string place = "")
    {
        var text = parent.TextAt(path);
        return text.Length <= Limits.Field
            ? text
            : throw new FileFaultException(place, $"{term}: it has {text.Length} characters; expected at most {Limits.Field}");
    }

    /// <summary>A text that must be there.</summary>
    public static string Required(XElement? parent, string path, string term, string what, string place = "") =>
        Text(parent, path, term, place) is { Length: > 0 } text
            ? text
            : throw new FileFaultException(place, $"{term} is missing; expected {what}");

    /// <summary>An amount in minor units; null where there is none.</summary>
    public static long? Amount(XElement? parent, string path, string term, Currency currency, string place = "")
    {
        var text = parent.TextAt(path);
        if (text.Length == 0)
            return null;
        var plain = Plain(text);
        var fault = AmountText.Read(plain, currency.Digits, out var minor);
        return fault == AmountText.Fault.None
            ? minor
            : throw new FileFaultException(place, $"{term}: {Fields.Message(fault, text, currency)}");
    }

    /// <summary>Whether an amount is in a currency, or names none.</summary>
    public static bool IsIn(XElement? amount, Currency currency) =>
        amount?.Attribute("currencyID")?.Value.Trim() is not { } code || code == currency.Code;

    /// <summary>A number; null where there is none.</summary>
    public static decimal? Number(XElement? parent, string path, string term, string place = "")
    {
        var text = parent.TextAt(path);
        if (text.Length == 0)
            return null;
        const NumberStyles Form = NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint;
        return decimal.TryParse(Plain(text), Form, CultureInfo.InvariantCulture, out var number)
            ? number
            : throw new FileFaultException(place, $"{term}: {Quote.Of(text)} is not a number; expected one such as 12.5");
    }

    /// <summary>The price of one (BT-146 ÷ BT-149): exact where it ends, else ten decimals, half away from zero.</summary>
    public static decimal? PriceOfOne(decimal? price, decimal? of, string place)
    {
        if (of == 0)
            throw new FileFaultException(place, "BT-149: a price of zero units; expected another number");
        if (price is not { } all || of is not { } units || units == 1)
            return price;
        var one = all / units;

        // Divided by one with all its decimals, a number loses the zeros at its end.
        return Ends(all, units) ? one / 1.0000000000000000000000000000m : Math.Round(one, 10, MidpointRounding.AwayFromZero);
    }

    // A fraction in lowest terms ends when its denominator has no other factors than 2 and 5.
    private static bool Ends(decimal dividend, decimal divisor)
    {
        static (BigInteger Whole, BigInteger Scale) Parts(decimal number)
        {
            Span<int> bits = stackalloc int[4];
            decimal.GetBits(number, bits);
            var whole = new decimal(bits[0], bits[1], bits[2], isNegative: false, scale: 0);
            return (new BigInteger(whole), BigInteger.Pow(10, number.Scale));
        }

        var (over, under) = (Parts(dividend), Parts(divisor));
        var (top, bottom) = (over.Whole * under.Scale, BigInteger.Abs(under.Whole) * over.Scale);
        bottom /= BigInteger.GreatestCommonDivisor(top, bottom);
        foreach (var factor in (int[])[2, 5])
            while (bottom % factor == 0)
                bottom /= factor;
        return bottom.IsOne;
    }

    /// <summary>The VAT category and rate of an element; null where it has no category.</summary>
    public static VatKey? Vat(XElement? category, string id, string percent, string place) =>
        category is null ? null : new VatKey(category.TextAt(id), Number(category, percent, "the VAT rate", place) ?? 0);

    /// <summary>The notes without the codes of their subjects, joined by a space.</summary>
    public static string Notes(IEnumerable<string> notes)
    {
        var joined = string.Join(' ', notes.Select(n => Subject().Replace(n.Trim(), "").Trim()).Where(n => n.Length > 0));
        return joined.Length <= Limits.Field
            ? joined
            : throw new FileFaultException("", $"BT-22: the notes have {joined.Length} characters; expected at most {Limits.Field}");
    }

    /// <summary>A currency (BT-5).</summary>
    public static Currency CurrencyOf(string code) =>
        Currency.TryFind(code, out var currency)
            ? currency
            : throw new FileFaultException("", $"BT-5: {Quote.Of(code)} is not a currency of ISO 4217; expected a code such as EUR");

    /// <summary>A day of XML Schema; blank for none.</summary>
    public static DateOnly? Day(string text, string term)
    {
        if (text.Length == 0)
            return null;

        // A time zone may follow.
        return Fields.TryDate(text.AsSpan(0, Math.Min(10, text.Length)), out var day)
            ? day
            : throw new FileFaultException("", $"{term}: {Quote.Of(text)} is not a date; expected one such as 2026-03-09");
    }

    // XML Schema allows a plus, and leaves out what is zero on one side of the point.
    private static string Plain(string text)
    {
        var plain = text.StartsWith('+') ? text[1..] : text;
        if (plain.EndsWith('.'))
            plain = plain[..^1];
        return plain.StartsWith('.') ? $"0{plain}"
            : plain.StartsWith("-.", StringComparison.Ordinal) ? $"-0{plain[1..]}"
            : plain;
    }

    [GeneratedRegex("^#[A-Za-z]{3}#")]
    private static partial Regex Subject();
}
