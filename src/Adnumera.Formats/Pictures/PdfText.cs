using Adnumera.Core.Sources;
using Adnumera.Formats.Pdf;
using Adnumera.PdfReader;

namespace Adnumera.Formats.Pictures;

/// <summary>The text of a PDF, row by row as one reads it.</summary>
public static class PdfText
{
    /// <summary>The rows of its first pages; none where it is a picture, damaged or locked: that proposes nothing, and a person sees the
    /// page.</summary>
    /// <exception cref="FileFaultException">Reading it took too long or too much, or broke off.</exception>
    public static IReadOnlyList<TextRow> Rows(byte[] content) =>
        PdfFile.Recognises(content) ? PdfFile.Part(content, PdfPart.Rows)?.Rows ?? [] : [];
}
