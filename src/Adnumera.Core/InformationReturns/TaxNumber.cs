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

    /// <summary>Whether the prefix of an employer's number is not known to be issued.</summary>
    public static bool HasUnusualPrefix(string number, TaxNumberKind? kind) =>
        kind == TaxNumberKind.Ein && EinForm().IsMatch(number) && Unusual.Contains(number[..2]);

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

    private static int Number(string digits) => int.Parse(digits, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^([0-9]{9}|[0-9]{2}-[0-9]{7})\z")]
    private static partial Regex EinForm();

    [GeneratedRegex(@"^([0-9]{9}|[0-9]{3}-[0-9]{2}-[0-9]{4})\z")]
    private static partial Regex PersonForm();
}
