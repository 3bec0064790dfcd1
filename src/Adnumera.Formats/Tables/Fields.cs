using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Dates;

namespace Adnumera.Formats.Tables;

/// <summary>Reading the values of a row; what cannot be read is reported, and a value that does no harm is returned.</summary>
public static class Fields
{
    private const int DateLength = 10;
    private const NumberStyles NumberForm = NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint;

    /// <summary>An amount in minor units; blank is 0 unless it must be filled.</summary>
    public static long Amount(this CsvTable table, int column, Currency currency, bool required = false)
    {
        // The form is plain ASCII, so most amounts are read without making a text of them.
        var bytes = table.Bytes(column);
        if (bytes.Length > 0 && AmountText.Read(bytes, currency.Digits, out var plain) == AmountText.Fault.None)
            return plain;
        var text = required ? table.Required(column) : table.Text(column);
        if (text.Length == 0)
            return 0;
        var fault = AmountText.Read(text, currency.Digits, out var minor);
        if (fault != AmountText.Fault.None)
            table.Error(column, Message(fault, text, currency));
        return minor;
    }

    /// <summary>Why a text is not an amount, as people say it.</summary>
    public static string Message(AmountText.Fault fault, string text, Currency currency) =>
        fault switch
        {
            AmountText.Fault.Form => $"{Quote.Of(text)} is not an amount; expected a number such as "
                + $"{AmountText.Format(currency.Digits == 0 ? 1250 : 1250 * (long)Math.Pow(10, currency.Digits - 2), currency.Digits)}",
            AmountText.Fault.Decimals => $"{Quote.Of(text)} has more decimals than {currency} has ({currency.Digits})",
            AmountText.Fault.TooLarge =>
                $"{Quote.Of(text)} is too large; the most is {AmountText.Format(AmountText.Most, currency.Digits)}",
            AmountText.Fault.None => throw new ArgumentException("There is no fault.", nameof(fault)),
        };

    /// <summary>A number with any decimals; blank is null.</summary>
    public static decimal? Number(this CsvTable table, int column)
    {
        var bytes = table.Bytes(column);
        if (bytes.IsEmpty)
            return null;
        if (
            char.IsAsciiDigit((char)bytes[^1])
            && char.IsAsciiDigit((char)(bytes[0] == '-' && bytes.Length > 1 ? bytes[1] : bytes[0]))
            && decimal.TryParse(bytes, NumberForm, CultureInfo.InvariantCulture, out var number)
        )
            return number;
        var text = table.Text(column);
        if (text.Length == 0)
            return null;
        table.Error(column, $"{Quote.Of(text)} is not a number; expected one such as 12.5");
        return null;
    }

    /// <summary>A date; blank is null.</summary>
    public static DateOnly? Date(this CsvTable table, int column)
    {
        var text = table.Text(column);
        if (text.Length == 0)
            return null;
        if (TryDate(text, out var date) && (!table.IsStrict || CalendarRange.Has(date)))
            return date;
        if (date != default)
        {
            table.Error(column, $"{Quote.Of(text)} is not between {CalendarRange.First:yyyy-MM-dd} and {CalendarRange.Last:yyyy-MM-dd}");
            return null;
        }

        table.Error(column, $"{Quote.Of(text)} is not a date; expected one such as 2026-03-09");
        return null;
    }

    /// <summary>A date that must be filled.</summary>
    public static DateOnly RequiredDate(this CsvTable table, int column)
    {
        // Most dates are right, and read without making a text of them.
        var bytes = table.Bytes(column);
        Span<char> text = stackalloc char[DateLength];
        if (
            bytes.Length == DateLength
            && System.Text.Ascii.ToUtf16(bytes, text, out _) == System.Buffers.OperationStatus.Done
            && TryDate(text, out var date)
            && (!table.IsStrict || CalendarRange.Has(date))
        )
            return date;
        return table.Required(column).Length == 0 ? default : table.Date(column) ?? default;
    }

    /// <summary>Reads a date such as <c>2026-03-09</c>.</summary>
    public static bool TryDate(ReadOnlySpan<char> text, out DateOnly date)
    {
        date = default;
        return text.Length == DateLength && text[4] == '-' && text[7] == '-' && TryDate(text[..4], text[5..7], text[8..], out date);
    }

    /// <summary>Reads a date by the digits of its parts.</summary>
    public static bool TryDate(ReadOnlySpan<char> year, ReadOnlySpan<char> month, ReadOnlySpan<char> day, out DateOnly date)
    {
        date = default;
        var (y, m, d) = (Whole(year), Whole(month), Whole(day));
        if (y < 1 || m is < 1 or > 12 || d < 1 || d > DateTime.DaysInMonth(y, m))
            return false;
        date = new DateOnly(y, m, d);
        return true;
    }

    // Of digits alone; otherwise -1.
    private static int Whole(ReadOnlySpan<char> digits)
    {
        var number = 0;
        foreach (var digit in digits)
        {
            if (!char.IsAsciiDigit(digit))
                return -1;
            number = number * 10 + (digit - '0');
        }

        return number;
    }

    /// <summary>A fixed word that must be filled.</summary>
    public static T Word<T>(this CsvTable table, int column)
        where T : struct, Enum
    {
        var text = table.Often(column);
        if (Words<T>.TryRead(text, out var value))
            return value;
        if (table.Required(column).Length == 0)
            return default;
        table.Error(column, $"{Quote.Of(text)} is not known; expected one of {string.Join(", ", Words<T>.All)}");
        return default;
    }

    /// <summary>A fixed word that must be filled, one of those given.</summary>
    public static T Word<T>(this CsvTable table, int column, IReadOnlyList<T> among)
        where T : struct, Enum
    {
        var text = table.Required(column);
        if (Words<T>.TryRead(text, out var value) && among.Contains(value))
            return value;
        if (text.Length > 0)
            table.Error(column, $"{Quote.Of(text)} is not known; expected one of {string.Join(", ", among.Select(Words<T>.Of))}");
        return among[0];
    }

    /// <summary><c>yes</c> or <c>no</c>; blank is the given value.</summary>
    public static bool YesNo(this CsvTable table, int column, bool blank)
    {
        var text = table.Text(column);
        if (text.Length == 0)
            return blank;
        if (text.Equals("yes", StringComparison.OrdinalIgnoreCase))
            return true;
        if (!text.Equals("no", StringComparison.OrdinalIgnoreCase))
            table.Error(column, $"{Quote.Of(text)} is not known; expected yes or no");
        return false;
    }

    /// <summary>A currency; blank is the given one.</summary>
    public static Currency CurrencyOr(this CsvTable table, int column, Currency blank)
    {
        var text = table.Text(column);
        if (text.Length == 0)
            return blank;
        if (Currency.TryFind(text, out var currency))
            return currency;
        table.Error(column, $"{Quote.Of(text)} is not a currency of ISO 4217; expected a code such as USD");
        return blank;
    }
}
