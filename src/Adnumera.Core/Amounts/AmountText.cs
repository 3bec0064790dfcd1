using System.Numerics;

namespace Adnumera.Core.Amounts;

/// <summary>How an amount is written: <c>-?[0-9]+(\.[0-9]+)?</c>, no grouping.</summary>
public static class AmountText
{
    /// <summary>
    /// The largest magnitude taken in, in minor units. It leaves room to add up tens of thousands of such amounts without
    /// overflow, and is far beyond any bill.
    /// </summary>
    public const long Most = 99_999_999_999_999;

    /// <summary>Why a text is not an amount.</summary>
    public enum Fault
    {
        /// <summary>It is one.</summary>
        None,

        /// <summary>Not a number in the form above.</summary>
        Form,

        /// <summary>More decimals than the currency has, and not all of the surplus zero.</summary>
        Decimals,

        /// <summary>Larger than <see cref="Most"/>.</summary>
        TooLarge,
    }

    /// <summary>Reads an amount.</summary>
    /// <param name="text">The text, already trimmed; for example <c>12.50</c>.</param>
    /// <param name="digits">Decimals of the currency; surplus decimals must be zeros, so <c>5.00</c> is 5 yen.</param>
    /// <param name="minor">The amount in minor units, 0 when there is a fault.</param>
    public static Fault Read(ReadOnlySpan<char> text, int digits, out long minor) => Read<char>(text, digits, out minor);

    /// <summary>Reads an amount from UTF-8; see the other overload.</summary>
    public static Fault Read(ReadOnlySpan<byte> text, int digits, out long minor) => Read<byte>(text, digits, out minor);

    /// <summary>Reads an amount as people type it: <c>1,234.50</c> is 1234.50. What two people would read differently is no amount:
    /// <c>1234,56</c>, <c>0,123</c>, and <c>1,234</c> in a currency of three decimals.</summary>
    /// <param name="text">The text as it was typed.</param>
    /// <param name="digits">Decimals of the currency.</param>
    /// <param name="minor">The amount in minor units, 0 when there is a fault.</param>
    public static Fault Typed(string text, int digits, out long minor) => Read(Ungrouped(text.Trim(), digits), digits, out minor);

    /// <summary>A number as people type it, without the commas between its thousands; as it is, where it has any that are not surely
    /// that.</summary>
    /// <param name="number">The number, already trimmed.</param>
    /// <param name="digits">The most decimals that it may have.</param>
    public static string Ungrouped(string number, int digits)
    {
        var whole = number.StartsWith('-') ? number[1..] : number;
        var point = whole.IndexOf('.', StringComparison.Ordinal);
        var groups = (point < 0 ? whole : whole[..point]).Split(',');
        var areThousands = groups[0] is [not '0', ..] and { Length: <= 3 } && groups.Skip(1).All(g => g.Length == 3);
        // One comma before three digits is a decimal point to others, where there may be three decimals.
        var mayBePoint = groups.Length == 2 && point < 0 && digits >= 3;
        var isPlain = point < 0 || !whole[point..].Contains(',', StringComparison.Ordinal);
        return groups.Length > 1 && areThousands && !mayBePoint && isPlain ? number.Replace(",", "", StringComparison.Ordinal) : number;
    }

    private static Fault Read<T>(ReadOnlySpan<T> text, int digits, out long minor)
        where T : unmanaged, IBinaryInteger<T>
    {
        minor = 0;
        var negative = text.Length > 0 && uint.CreateTruncating(text[0]) == '-';
        var at = negative ? 1 : 0;
        long value = 0;
        int whole = 0,
            decimals = 0;
        bool point = false,
            surplus = false,
            large = false;
        for (; at < text.Length; at++)
        {
            var c = uint.CreateTruncating(text[at]);
            if (c == '.' && !point && whole > 0)
            {
                point = true;
                continue;
            }

            if (c - '0' > 9)
                return Fault.Form;
            if (point && ++decimals > digits)
            {
                surplus |= c != '0';
                continue;
            }

            if (!point)
                whole++;
            large |= value > Most;
            if (!large)
                value = value * 10 + (int)(c - '0');
        }

        if (whole == 0 || (point && decimals == 0))
            return Fault.Form;
        if (surplus)
            return Fault.Decimals;
        for (var d = Math.Min(decimals, digits); d < digits && !large; d++)
        {
            large |= value > Most;
            if (!large)
                value *= 10;
        }

        if (large || value > Most)
            return Fault.TooLarge;
        minor = negative ? -value : value;
        return Fault.None;
    }

    /// <summary>Writes minor units as a decimal number, for example <c>-0.05</c>.</summary>
    public static string Format(long minor, int digits)
    {
        Span<char> buffer = stackalloc char[32];
        return buffer[..Write(minor, digits, buffer)].ToString();
    }

    /// <summary>Writes minor units as a decimal number into a buffer of at least 26 characters; returns the length.</summary>
    public static int Write(long minor, int digits, Span<char> buffer)
    {
        var length = 0;
        var magnitude = minor < 0 ? (ulong)-(minor + 1) + 1 : (ulong)minor;
        if (minor < 0)
            buffer[length++] = '-';
        var unit = PowerOfTen(digits);
        (magnitude / unit).TryFormat(buffer[length..], out var written, default, System.Globalization.CultureInfo.InvariantCulture);
        length += written;
        if (digits == 0)
            return length;
        buffer[length++] = '.';
        var fraction = magnitude % unit;
        for (var d = digits - 1; d >= 0; d--)
        {
            buffer[length + d] = (char)('0' + fraction % 10);
            fraction /= 10;
        }

        return length + digits;
    }

    private static ulong PowerOfTen(int digits) =>
        digits switch
        {
            0 => 1,
            1 => 10,
            2 => 100,
            3 => 1000,
            _ => 10_000,
        };
}
