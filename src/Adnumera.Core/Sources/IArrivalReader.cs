using System.Security.Cryptography;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Sources;

/// <summary>A file as it arrived.</summary>
/// <param name="Name">Its name, without a folder.</param>
/// <param name="Content">Its bytes.</param>
public sealed record ArrivedFile(string Name, byte[] Content)
{
    /// <summary>What tells files apart: SHA-256 over the bytes (FIPS 180-4), in capital hexadecimal digits.</summary>
    public string Hash { get; } = Convert.ToHexString(SHA256.HashData(Content));
}

/// <summary>A document as a file has it.</summary>
/// <param name="Document">The document.</param>
/// <param name="FirstRow">The physical line of its first row.</param>
/// <param name="LastRow">The physical line of its last row.</param>
public sealed record FiledDocument(Document Document, long FirstRow, long LastRow);

/// <summary>The port to a form in which spending arrives: it knows its own by the content, never by the name.</summary>
public interface IArrivalReader
{
    /// <summary>What it reads, as people say it: <c>documents file (CSV)</c>.</summary>
    string Reads { get; }

    /// <summary>Whether the content is of its form; what is wrong within is told by reading it.</summary>
    bool Recognises(ArrivedFile file);

    /// <summary>Reads the documents in the order of their first rows; with errors there are none.</summary>
    /// <param name="file">The file.</param>
    /// <param name="company">The company's currency, for documents that name none.</param>
    /// <param name="problems">Where errors and notices go.</param>
    IReadOnlyList<FiledDocument> Read(ArrivedFile file, Currency company, Problems problems);
}

/// <summary>All forms in which spending arrives.</summary>
/// <param name="readers">The readers, asked in this order.</param>
public sealed class ArrivalReaders(IReadOnlyList<IArrivalReader> readers)
{
    /// <summary>The reader that recognises a file; null when none does.</summary>
    public IArrivalReader? For(ArrivedFile file) => readers.FirstOrDefault(r => r.Recognises(file));

    /// <summary>What can be read, as people say it.</summary>
    public string Reads => string.Join(", ", readers.Select(r => r.Reads));
}

/// <summary>The port to what files come from: a person's hand, a folder, a feed.</summary>
public interface IArrivalSource
{
    /// <summary>The files that are there, each once.</summary>
    IAsyncEnumerable<ArrivedFile> Files(CancellationToken cancel);
}
