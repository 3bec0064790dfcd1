using Adnumera.Core.Sources;
using Adnumera.Formats.Invoices;
using Adnumera.Formats.Pdf;

namespace Adnumera.Formats.Pictures;

/// <summary>What is shown to a person as it is: a picture, or the pages of a PDF. It is known by its content, never by its name.</summary>
public static class PictureFile
{
    private static ReadOnlySpan<byte> Png => [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];

    private static ReadOnlySpan<byte> Jpeg => [0xFF, 0xD8, 0xFF];

    /// <summary>Its media type (RFC 6838), of those that the pages show; blank for none. PNG: ISO/IEC 15948, 5.2. JPEG: ISO/IEC 10918-1,
    /// B.2.1.</summary>
    public static string MediaOf(byte[] content) =>
        content.AsSpan().StartsWith(Png) ? "image/png"
        : content.AsSpan().StartsWith(Jpeg) ? "image/jpeg"
        : PdfFile.Recognises(content) ? "application/pdf"
        : "";

    /// <summary>Whether a person must say what it shows: it carries no data.</summary>
    /// <exception cref="FileFaultException">It is a PDF that cannot be read.</exception>
    public static bool IsWithoutData(ArrivedFile file) =>
        MediaOf(file.Content) is { Length: > 0 } media && (media != "application/pdf" || !PdfInvoice.CarriesInvoice(file));
}
