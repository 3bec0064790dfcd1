using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;

namespace Adnumera.Storage.Backups;

/// <summary>Reads archives, and trusts nothing in them before it was checked.</summary>
public sealed class ArchiveReader : IDisposable
{
    private const int LargestManifest = 16 * 1024 * 1024;
    private readonly ZipArchive archive;

    private ArchiveReader(ZipArchive archive, ArchiveManifest manifest) => (this.archive, Manifest) = (archive, manifest);

    /// <summary>What it says of itself.</summary>
    public ArchiveManifest Manifest { get; }

    /// <summary>Opens an archive.</summary>
    /// <exception cref="ArchiveException">It is none, or was not finished.</exception>
    public static ArchiveReader Open(string path)
    {
        ZipArchive? archive = null;
        try
        {
            archive = ZipFile.OpenRead(path);
            if (archive.GetEntry(ArchiveManifest.FileName) is not { Length: <= LargestManifest } entry)
                throw new ArchiveException("The file has no manifest: it is no archive of Adnumera, or was not finished.");
            using var stream = entry.Open();
            var manifest = JsonSerializer.Deserialize<ArchiveManifest>(stream);
            return manifest is { Files: not null, MadeAt: not null, Company: not null }
                ? new ArchiveReader(archive, Sound(manifest))
                : throw new ArchiveException("The manifest of the archive says nothing.");
        }
        catch (Exception e)
        {
            archive?.Dispose();
            if (e is InvalidDataException or JsonException)
                throw new ArchiveException("The file is no archive of Adnumera, or is damaged.");
            throw;
        }
    }

    /// <summary>Checks every file against what the manifest says.</summary>
    /// <exception cref="ArchiveException">One is missing, or is another.</exception>
    public void Check(CancellationToken cancel = default)
    {
        foreach (var file in Manifest.Files)
        {
            cancel.ThrowIfCancellationRequested();
            Read(file, Stream.Null);
        }
    }

    /// <summary>Takes every file out into a folder that is empty, each checked on its way.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="isExpected">Whether a name is one that such an archive has; any other is refused.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ArchiveException">One is missing, another, or not expected.</exception>
    public void Extract(string folder, Func<string, bool> isExpected, CancellationToken cancel = default)
    {
        foreach (var file in Manifest.Files)
        {
            cancel.ThrowIfCancellationRequested();
            if (!isExpected(file.Name))
                throw new ArchiveException($"The archive holds {Quote.Of(file.Name)}, which does not belong there.");
            var path = Path.Combine(folder, file.Name);
            Directory.CreateDirectory(
                Path.GetDirectoryName(path)!,
                UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute
            );
            using var to = new FileStream(
                path,
                new FileStreamOptions
                {
                    Mode = FileMode.CreateNew,
                    Access = FileAccess.Write,
                    UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                }
            );
            Read(file, to);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => archive.Dispose();

    private static ArchiveManifest Sound(ArchiveManifest manifest)
    {
        if (manifest.Files.Any(f => f is not { Name: not null, Sha256: not null }))
            throw new ArchiveException("The manifest of the archive has a file without a name or a hash.");
        var twice = manifest.Files.GroupBy(f => f.Name, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1);
        return twice is null ? manifest : throw new ArchiveException($"The manifest of the archive names {Quote.Of(twice.Key)} twice.");
    }

    private void Read(ArchivedFile file, Stream to)
    {
        var entry = archive.GetEntry(file.Name) ?? throw new ArchiveException($"The archive has no {Quote.Of(file.Name)}.");
        if (entry.Length != file.Bytes)
            throw new ArchiveException($"{Quote.Of(file.Name)} has {entry.Length} bytes in the archive, and should have {file.Bytes}.");
        using var hash = SHA256.Create();
        try
        {
            using var from = entry.Open();
            using var both = new CryptoStream(to, hash, CryptoStreamMode.Write, leaveOpen: true);
            from.CopyTo(both);
        }
        catch (InvalidDataException)
        {
            throw new ArchiveException($"{Quote.Of(file.Name)} is damaged in the archive.");
        }

        if (!Convert.ToHexStringLower(hash.Hash!).Equals(file.Sha256, StringComparison.OrdinalIgnoreCase))
            throw new ArchiveException($"{Quote.Of(file.Name)} is damaged in the archive: its content is not what was written.");
    }
}
