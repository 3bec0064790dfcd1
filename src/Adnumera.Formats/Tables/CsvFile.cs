using Adnumera.Core.Amounts;
using CsvHelper;

namespace Adnumera.Formats.Tables;

/// <summary>Writing the files of the pipeline: RFC 4180, CRLF, UTF-8 without a byte order mark, quoted only where needed.</summary>
public static class CsvFile
{
    // Programs read these files, so a cell that a spreadsheet would run as a formula is left as it is.
    private static readonly CsvWriterOptions Options = CsvWriterOptions.Default with { Injection = CsvInjection.None };

    /// <summary>Opens a writer over a stream and writes the header.</summary>
    public static CsvWriter Create(Stream stream, string columns)
    {
        var writer = CsvWriter.Create(stream, Options, leaveOpen: true);
        writer.WriteHeader(columns.Split(' '));
        return writer;
    }

    /// <summary>Writes a whole number.</summary>
    public static void WriteNumber(this CsvWriter writer, long number)
    {
        Span<char> text = stackalloc char[20];
        number.TryFormat(text, out var length, default, System.Globalization.CultureInfo.InvariantCulture);
        writer.WriteField(text[..length]);
    }

    /// <summary>Writes an amount with the decimals of its currency.</summary>
    public static void WriteAmount(this CsvWriter writer, long minor, Currency currency)
    {
        Span<char> text = stackalloc char[32];
        writer.WriteField(text[..AmountText.Write(minor, currency.Digits, text)]);
    }
}
