namespace Adnumera.Storage.Backups;

/// <summary>What a kill leaves lying about: files of something that was never finished, and that nobody goes on with.</summary>
public static class Debris
{
    /// <summary>How the folders begin in which archives are taken apart before a restore, and in which they end.</summary>
    public const string RestoreTry = ".restore-try-";

    /// <summary>How the files begin in which archives come in.</summary>
    public const string Received = ".received-";

    /// <summary>How the folders begin in which the files of a company are made before they have their place.</summary>
    public const string Making = ".making-";

    // As a folder that companies were brought in by began in earlier versions.
    private const string BringIn = ".bring-in-";

    private const string Unfinished = ".unfinished",
        UnfinishedCopy = ".unfinished.copy";

    /// <summary>The unfinished file of an archive.</summary>
    public static string UnfinishedOf(string archive) => $"{archive}{Unfinished}";

    /// <summary>The copy of a database that goes into it; the whole of it is in plain view there.</summary>
    public static string CopyFor(string archive) => $"{archive}{UnfinishedCopy}";

    /// <summary>Takes it away. Called when a folder begins to be used, by whoever has it alone.</summary>
    /// <param name="folder">The folder of all files.</param>
    public static void Clear(string folder)
    {
        if (!Directory.Exists(folder))
            return;
        foreach (var begun in (string[])[RestoreTry, Making, BringIn])
        foreach (var path in Directory.EnumerateDirectories(folder, $"{begun}*"))
            Directory.Delete(path, recursive: true);
        foreach (var path in Directory.EnumerateFiles(folder, $"{Received}*"))
            File.Delete(path);
        var backups = Path.Combine(folder, DataFolder.Backups);
        if (!Directory.Exists(backups))
            return;
        foreach (var ending in (string[])[Unfinished, UnfinishedCopy])
        foreach (var path in Directory.EnumerateFiles(backups, $"*{ending}*"))
            File.Delete(path);
    }

    /// <summary>Takes the files of companies out of the way that no installation lists: they were made, and a kill came before they were
    /// listed. They are kept, since they may be somebody's only ones.</summary>
    /// <param name="folder">The folder of all files.</param>
    /// <param name="listed">The companies that there are.</param>
    /// <returns>Where each was put.</returns>
    public static IReadOnlyList<string> PutAside(string folder, IReadOnlySet<string> listed)
    {
        var companies = Path.Combine(folder, DataFolder.Companies);
        if (!Directory.Exists(companies))
            return [];
        var aside = new List<string>();
        foreach (var path in Directory.EnumerateFiles(companies).ToList())
        {
            var name = Path.GetFileName(path);
            if (!ShortName.Is(name.Split('.')[0]) || listed.Contains(name.Split('.')[0]))
                continue;
            var to = Path.Combine(folder, DataFolder.Unlisted, name);
            Directory.CreateDirectory(
                Path.GetDirectoryName(to)!,
                UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute
            );
            for (var again = 2; File.Exists(to); again++)
                to = Path.Combine(folder, DataFolder.Unlisted, $"{again}-{name}");
            File.Move(path, to);
            aside.Add(to);
        }

        return aside;
    }
}
