using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Backups;

/// <summary>A file that goes into an archive.</summary>
/// <param name="Path">Where it is.</param>
/// <param name="Name">Its path in the archive.</param>
public sealed record ArchiveSource(string Path, string Name)
{
    /// <summary>Whether it is a database, which is copied with one view of it while others write.</summary>
    public bool IsDatabase => Path.EndsWith(".sqlite", StringComparison.Ordinal);
}

/// <summary>Writes archives while the application runs, and checks each after writing it.</summary>
public static class ArchiveWriter
{
    /// <summary>Writes an archive; a file of that name is there only once it is whole and checked.</summary>
    /// <param name="path">Where to.</param>
    /// <param name="form">What it holds.</param>
    /// <param name="company">The company; blank for the whole installation.</param>
    /// <param name="sources">Its files, in the order in which they are copied.</param>
    /// <param name="at">When.</param>
    /// <param name="progress">Told before each file: how many are done, and of how many.</param>
    /// <param name="cancel">Stops it; nothing is left behind.</param>
    /// <exception cref="ArchiveException">What was written cannot be read back as it was.</exception>
    public static ArchiveManifest Write(
        string path,
        ArchiveForm form,
        string company,
        IReadOnlyList<ArchiveSource> sources,
        DateTimeOffset at,
        Action<int, int>? progress = null,
        CancellationToken cancel = default
    )
    {
        var unfinished = Debris.UnfinishedOf(path);
        try
        {
            var files = new List<ArchivedFile>();
            ArchiveManifest manifest;
            using (
                var file = new FileStream(
                    unfinished,
                    new FileStreamOptions
                    {
                        Mode = FileMode.Create,
                        Access = FileAccess.Write,
                        UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                    }
                )
            )
            using (var archive = new ZipArchive(file, ZipArchiveMode.Create))
            {
                foreach (var source in sources)
                {
                    cancel.ThrowIfCancellationRequested();
                    progress?.Invoke(files.Count, sources.Count);
                    files.Add(Add(archive, source, Debris.CopyFor(path)));
                }

                manifest = new ArchiveManifest(form, Iso.Text(at), company, files);
                using var last = archive.CreateEntry(ArchiveManifest.FileName).Open();
                JsonSerializer.Serialize(last, manifest);
            }

            using (var written = ArchiveReader.Open(unfinished))
                written.Check(cancel);
            File.Move(unfinished, path, overwrite: true);
            progress?.Invoke(files.Count, sources.Count);
            return manifest;
        }
        finally
        {
            File.Delete(unfinished);
        }
    }

    private static ArchivedFile Add(ZipArchive archive, ArchiveSource source, string place)
    {
        var copy = source.IsDatabase ? Copy(source, place) : source.Path;
        try
        {
            using var from = File.OpenRead(copy);
            using var hash = SHA256.Create();
            using (var to = archive.CreateEntry(source.Name, CompressionLevel.Fastest).Open())
            using (var both = new CryptoStream(to, hash, CryptoStreamMode.Write))
                from.CopyTo(both);
            return new ArchivedFile(source.Name, from.Length, Convert.ToHexStringLower(hash.Hash!));
        }
        finally
        {
            if (source.IsDatabase)
                File.Delete(copy);
        }
    }

    // One view of the database, whatever is written meanwhile; journals and free pages stay behind.
    private static string Copy(ArchiveSource source, string to)
    {
        File.Delete(to);
        using (var database = SqliteFile.Plain(source.Path))
            database.Execute("vacuum into @to", new { to });
        File.SetUnixFileMode(to, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        using var copy = SqliteFile.Plain(to);
        return copy.ExecuteScalar<string>("pragma integrity_check(1)") is var found && found == "ok"
            ? to
            : throw new ArchiveException(
                $"{source.Name} is damaged ({found}). No archive was made; restore this file from an earlier one."
            );
    }
}
