using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;

namespace Adnumera.Formats.Documents;

/// <summary>The documents file as a form of arrivals, with the application's own limits: plain texts, days that books speak of.</summary>
public sealed class DocumentsFileReader : IArrivalReader
{
    private const int Looked = 8192;

    /// <inheritdoc/>
    public string Reads => "a documents file (CSV in UTF-8)";

    /// <summary>Text is taken for a documents file: what is wrong with it, a missing column among it, is told by reading it. A packed or
    /// binary file is none.</summary>
    public bool Recognises(ArrivedFile file)
    {
        var head = file.Content.AsSpan(0, Math.Min(file.Content.Length, Looked));
        return !head.StartsWith("PK"u8) && !head.StartsWith("%PDF"u8) && !head.Contains((byte)0) && !IsMarkup(head);
    }

    /// <inheritdoc/>
    public IReadOnlyList<FiledDocument> Read(ArrivedFile file, Currency company, Problems problems) =>
        DocumentsFile.Read(file.Name, file.Content, company, problems, strict: true);

    private static bool IsMarkup(ReadOnlySpan<byte> head)
    {
        if (head.StartsWith(Encoding.UTF8.Preamble))
            head = head[Encoding.UTF8.Preamble.Length..];
        return head.TrimStart(" \t\r\n"u8).StartsWith("<"u8);
    }
}
