namespace Adnumera.Storage.Backups;

/// <summary>Where the files of an installation lie in its folder.</summary>
public static class DataFolder
{
    /// <summary>The installation's own file.</summary>
    public const string InstallationFile = "installation.sqlite";

    /// <summary>The folder of the keys: the audit's, and those that protect tokens and cookies.</summary>
    public const string Keys = "keys";

    /// <summary>The key that seals the audit.</summary>
    public const string AuditKey = "keys/audit.key";

    /// <summary>The folder of the companies' files.</summary>
    public const string Companies = "companies";

    /// <summary>The folder of archives that are written on the page.</summary>
    public const string Backups = "backups";

    /// <summary>The folder of files that no installation lists.</summary>
    public const string Unlisted = "unlisted";

    private const string Originals = ".files.sqlite";

    /// <summary>The file of a company.</summary>
    public static string CompanyFile(string id) => $"{Companies}/{id}.sqlite";

    /// <summary>Its second file, of originals and attachments.</summary>
    public static string OriginalsFile(string id) => $"{Companies}/{id}{Originals}";

    /// <summary>Whether a path, with forward slashes, is one that the archive of an installation has.</summary>
    public static bool IsExpected(string name) =>
        name == InstallationFile
        || (name.StartsWith($"{Keys}/", StringComparison.Ordinal) && IsPlain(name[(Keys.Length + 1)..]))
        || IsCompany(name);

    /// <summary>Whether it is one of a company's two files.</summary>
    public static bool IsCompany(string name) => CompanyOf(name) is not null;

    /// <summary>The company that a path is a file of; nothing for any other.</summary>
    public static string? CompanyOf(string name)
    {
        if (!name.StartsWith($"{Companies}/", StringComparison.Ordinal))
            return null;
        var file = name[(Companies.Length + 1)..];
        var id = file.Split('.')[0];
        return ShortName.Is(id) && (file == $"{id}.sqlite" || file == $"{id}{Originals}") ? id : null;
    }

    /// <summary>What goes into the archive of an installation, in the order in which it is copied: the installation's file first, so that
    /// no
    /// audit is older than the end that was noted of it.</summary>
    public static IReadOnlyList<ArchiveSource> Sources(string folder, IEnumerable<string> companies) =>
        [
            new(Path.Combine(folder, InstallationFile), InstallationFile),
            .. companies.SelectMany(id => CompanySources(folder, id)),
            .. Directory
                .EnumerateFiles(Path.Combine(folder, Keys))
                .Order(StringComparer.Ordinal)
                .Select(p => new ArchiveSource(p, $"{Keys}/{Path.GetFileName(p)}")),
        ];

    /// <summary>What goes into the archive of a company.</summary>
    public static IReadOnlyList<ArchiveSource> CompanySources(string folder, string id) =>
        [
            .. ((string[])[CompanyFile(id), OriginalsFile(id)])
                .Select(n => new ArchiveSource(Path.Combine(folder, n), n))
                .Where(s => File.Exists(s.Path)),
        ];

    private static bool IsPlain(string name) =>
        name.Length > 0 && name.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '.' or '_') && name[0] != '.';
}
