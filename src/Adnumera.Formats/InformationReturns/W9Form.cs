using System.Security.Cryptography;
using System.Text;
using Adnumera.Formats.Pdf;
using Adnumera.PdfReader;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A Form W-9 that came as a PDF whose fields were filled in.</summary>
public static class W9Form
{
    /// <summary>Its fields in the order of their names, and a mark of the form: the same for whoever fills it in. None of a PDF without
    /// fields, or of a picture: it is typed beside it.</summary>
    /// <exception cref="Core.Sources.FileFaultException">Reading it took too long or too much, or broke off.</exception>
    public static (IReadOnlyList<FormField> Fields, string Mark) Read(byte[] content) =>
        PdfFile.Recognises(content) && PdfFile.Part(content, PdfPart.Fields) is { Fields: { Count: > 0 } fields }
            ? (fields, MarkOf(fields))
            : ([], "");

    private static string MarkOf(IEnumerable<FormField> fields) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', fields.Select(f => f.Name)))));
}
