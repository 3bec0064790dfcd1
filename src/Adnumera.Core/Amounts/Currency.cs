using System.Diagnostics.CodeAnalysis;

namespace Adnumera.Core.Amounts;

/// <summary>A currency of ISO 4217: its alphabetic code and the number of decimals of its minor unit.</summary>
public sealed class Currency
{
    // ISO 4217 list one; every code with a minor unit of its own. Two decimals is the rule, so only exceptions carry a number.
    private const string TwoDecimals =
        "AED AFN ALL AMD ANG AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF CHW CNY COP COU "
        + "CRC CUC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD KES KGS "
        + "KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN "
        + "PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH "
        + "USD USN UYU UZS VED VES WST XCD XCG YER ZAR ZMW ZWG";

    private const string NoDecimals = "BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF";
    private const string ThreeDecimals = "BHD IQD JOD KWD LYD OMR TND";
    private const string FourDecimals = "CLF UYW";

    private static readonly Dictionary<string, Currency> Known = Of(TwoDecimals, 2)
        .Concat(Of(NoDecimals, 0))
        .Concat(Of(ThreeDecimals, 3))
        .Concat(Of(FourDecimals, 4))
        .ToDictionary(c => c.Code, StringComparer.OrdinalIgnoreCase);

    private Currency(string code, int digits) => (Code, Digits) = (code, digits);

    /// <summary>The three letters, upper case; blank for <see cref="Unsaid"/>.</summary>
    public string Code { get; }

    /// <summary>Decimals of the minor unit, 0 to 4.</summary>
    public int Digits { get; }

    /// <summary>United States dollar, the currency of a company that names none.</summary>
    public static Currency Usd { get; } = Known["USD"];

    /// <summary>The company's, where nobody has said which that is: without a code, with the two decimals that are the rule.</summary>
    public static Currency Unsaid { get; } = new("", 2);

    /// <summary>Every currency known here.</summary>
    public static IEnumerable<Currency> All => Known.Values;

    /// <summary>Finds a currency by its code, without regard to case.</summary>
    public static bool TryFind(string code, [NotNullWhen(true)] out Currency? currency) => Known.TryGetValue(code, out currency);

    /// <summary>The currency of a code that is known to be valid.</summary>
    /// <exception cref="ArgumentException">ISO 4217 has no such code.</exception>
    public static Currency Of(string code) =>
        TryFind(code, out var currency)
            ? currency
            : throw new ArgumentException($"\"{code}\" is not a currency of ISO 4217.", nameof(code));

    /// <inheritdoc/>
    public override string ToString() => Code;

    private static IEnumerable<Currency> Of(string codes, int digits) => codes.Split(' ').Select(code => new Currency(code, digits));
}
