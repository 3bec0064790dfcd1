namespace Adnumera.Storage.Backups;

/// <summary>What an archive holds.</summary>
public enum ArchiveForm
{
    /// <summary>The whole installation: every file, attachments and keys.</summary>
    Installation,

    /// <summary>One company with its attachments, to be brought into another installation.</summary>
    Company,
}

/// <summary>A file of an archive.</summary>
/// <param name="Name">Its path in the archive, with forward slashes.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Sha256">Its SHA-256, in hexadecimal digits.</param>
public sealed record ArchivedFile(string Name, long Bytes, string Sha256);

/// <summary>What an archive says of itself, in <c>manifest.json</c>, its last entry: an archive without it was not finished.</summary>
/// <param name="Form">What it holds.</param>
/// <param name="MadeAt">When, in UTC.</param>
/// <param name="Company">The short name of the company; blank for the whole installation.</param>
public sealed record ArchiveManifest(ArchiveForm Form, string MadeAt, string Company, IReadOnlyList<ArchivedFile> Files)
{
    /// <summary>Its name in the archive.</summary>
    public const string FileName = "manifest.json";
}

/// <summary>An archive that cannot be used, in words: what is wrong with it, and where.</summary>
public sealed class ArchiveException(string message) : Exception(message);
