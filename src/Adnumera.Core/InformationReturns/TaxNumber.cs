using System.Globalization;
using System.Text.RegularExpressions;

namespace Adnumera.Core.InformationReturns;

/// <summary>What kind of tax number it is.</summary>
public enum TaxNumberKind
{
    /// <summary>An employer identification number.</summary>
    Ein,

    /// <summary>A social security number.</summary>
    Ssn,

    /// <summary>An individual taxpayer identification number.</summary>
    Itin,
}

/// <summary>What is known of a tax number.</summary>
public enum TaxNumberStatus
{
    /// <summary>There is none.</summary>
    Missing,

    /// <summary>It cannot be one.</summary>
    Bad,

    /// <summary>It can be one.</summary>
    Possible,
}

/// <summary>Whether a tax number can be one.</summary>
public static partial class TaxNumber
{
    // Prefixes not known to be issued; new ones are added, so they are only warned of.
    private static readonly HashSet<string> Unusual =
    [
        "00",
        "07",
        "08",
        "09",
        "17",
        "18",
        "19",
        "28",
        "29",
        "49",
        "69",
        "70",
        "78",
        "79",
        "89",
        "96",
        "97",
    ];

    /// <summary>Whether a number has the form of its kind, and can have been issued; of an unknown kind, whether it can be one of
    /// any.</summary>
    public static bool IsPossible(string number, TaxNumberKind? kind) =>
        kind is { } of ? IsPossible(number, of) : Enum.GetValues<TaxNumberKind>().Any(k => IsPossible(number, k));

    /// <summary>Whether there is a number, and whether it can be one.</summary>
    public static TaxNumberStatus StatusOf(string number, TaxNumberKind? kind) =>
        number.Length == 0 ? TaxNumberStatus.Missing
        : IsPossible(number, kind) ? TaxNumberStatus.Possible
        : TaxNumberStatus.Bad;

    /// <summary>Whether a number has the form of its kind, whatever it says; of an unknown kind, that of any.</summary>
    public static bool HasForm(string number, TaxNumberKind? kind) =>
        kind switch
        {
            TaxNumberKind.Ein => EinForm().IsMatch(number),
            TaxNumberKind.Ssn or TaxNumberKind.Itin => PersonForm().IsMatch(number),
            null => EinForm().IsMatch(number) || PersonForm().IsMatch(number),
        };

    /// <summary>Whether the prefix of an employer's number is not known to be issued.</summary>
    public static bool HasUnusualPrefix(string number, TaxNumberKind? kind) =>
        kind == TaxNumberKind.Ein && EinForm().IsMatch(number) && Unusual.Contains(number[..2]);

    /// <summary>A number as its kind is written: <c>12-3456789</c>, <c>123-45-6789</c>; as it stands where it is none.</summary>
    public static string Written(string number, TaxNumberKind? kind)
    {
        var digits = number.Replace("-", "", StringComparison.Ordinal);
        return digits.Length != Digits ? number
            : kind == TaxNumberKind.Ein ? $"{digits[..2]}-{digits[2..]}"
            : kind is null ? digits
            : $"{digits[..3]}-{digits[3..5]}-{digits[5..]}";
    }

    /// <summary>What may be shown of a number: its last four digits (Treas. Reg. 301.6109-4).</summary>
    /// <param name="number">The number.</param>
    /// <param name="kind">Its kind; one that is not known is written as a person's.</param>
    public static string Truncated(string number, TaxNumberKind? kind)
    {
        var digits = number.Replace("-", "", StringComparison.Ordinal);
        var last = digits.Length > 4 ? digits[^4..] : digits;
        return kind == TaxNumberKind.Ein ? $"XX-XXX{last}" : $"XXX-XX-{last}";
    }

    // Social security numbers: area, group and serial that are never issued (Social Security Administration). ITIN: 9 and a middle that is
    // in use (Internal Revenue Service).
    private static bool IsPossible(string number, TaxNumberKind kind)
    {
        if (kind == TaxNumberKind.Ein)
            return EinForm().IsMatch(number);
        if (!PersonForm().IsMatch(number))
            return false;
        var digits = number.Replace("-", "", StringComparison.Ordinal);
        var (area, group, serial) = (Number(digits[..3]), Number(digits[3..5]), Number(digits[5..]));
        return kind == TaxNumberKind.Ssn
            ? area is not (0 or 666) && area < 900 && group != 0 && serial != 0
            : area >= 900 && group is (>= 50 and <= 65) or (>= 70 and <= 88) or (>= 90 and <= 92) or (>= 94 and <= 99);
    }

    private const int Digits = 9;

    private static int Number(string digits) => int.Parse(digits, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^([0-9]{9}|[0-9]{2}-[0-9]{7})\z")]
    private static partial Regex EinForm();

    [GeneratedRegex(@"^([0-9]{9}|[0-9]{3}-[0-9]{2}-[0-9]{4})\z")]
    private static partial Regex PersonForm();
}
