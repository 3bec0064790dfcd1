using System.Globalization;
using System.Text.Json;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Migrations;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Backups;

/// <summary>A company as an archive has it.</summary>
/// <param name="Documents">How many documents arrived.</param>
/// <param name="LastChange">When something was changed in it last; blank for never.</param>
/// <param name="Audit">What the check of its record found.</param>
public sealed record RestoredCompany(string Id, string Name, long Documents, string LastChange, AuditCheck Audit);

/// <summary>What a restore would bring back.</summary>
/// <param name="MadeAt">By when it is: the instant at which the archive was made.</param>
public sealed record RestorePlan(string MadeAt, int People, IReadOnlyList<RestoredCompany> Companies)
{
    /// <summary>Whether the record of every company is whole; otherwise it is restored only by who says so.</summary>
    public bool Holds => Companies.All(c => c.Audit.Problem.Length == 0);
}

/// <summary>
/// Brings an installation back from its archive in two steps: the archive is taken apart and checked beside the files in use, and then,
/// before
/// anything is opened, takes their place. What was there is kept in a folder of its own, from which it can come back.
/// </summary>
/// <param name="folder">The folder of all files.</param>
public sealed class Restoring(string folder)
{
    private const string Before = "before-restore-";
    private static readonly string[] Parts =
    [
        $"{DataFolder.InstallationFile}-wal",
        $"{DataFolder.InstallationFile}-shm",
        DataFolder.InstallationFile,
        "companies",
        DataFolder.Keys,
    ];

    private readonly string staged = Path.Combine(folder, ".restore");

    private string Files => Path.Combine(staged, "files");

    private string Plan => Path.Combine(staged, "plan.json");

    private string Confirmed => Path.Combine(staged, "confirmed");

    /// <summary>What was checked and waits for a yes; nothing when no archive does.</summary>
    public RestorePlan? Waiting =>
        File.Exists(Plan) && !File.Exists(Confirmed) ? JsonSerializer.Deserialize<RestorePlan>(File.ReadAllText(Plan)) : null;

    /// <summary>The folder with what the last restore took the place of; nothing when there was none.</summary>
    public string? Replaced =>
        Directory.Exists(folder) ? Directory.EnumerateDirectories(folder, $"{Before}*").Max(StringComparer.Ordinal) : null;

    /// <summary>Takes an archive apart and checks it; nothing in use is touched.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="who">Who restores, for the record.</param>
    /// <param name="at">When.</param>
    /// <param name="cancel">Stops it; nothing is left behind.</param>
    /// <exception cref="ArchiveException">It is no archive of an installation, or damaged.</exception>
    /// <exception cref="NewerSchemaException">It was made by a newer version.</exception>
    public RestorePlan Stage(string archive, string who, DateTimeOffset at, CancellationToken cancel = default)
    {
        Discard();
        try
        {
            using var reader = ArchiveReader.Open(archive);
            if (reader.Manifest.Form != ArchiveForm.Installation)
                throw new ArchiveException(
                    $"The archive holds the company “{reader.Manifest.Company}” alone. Bring it in as a company; the installation "
                        + $"stays as it is."
                );
            Directory.CreateDirectory(Files, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
            reader.Extract(Files, DataFolder.IsExpected, cancel);
            var plan = Look(reader.Manifest.MadeAt, who, at, cancel);
            SqliteConnection.ClearAllPools();
            File.WriteAllText(Plan, JsonSerializer.Serialize(plan));
            return plan;
        }
        catch
        {
            Discard();
            throw;
        }
    }

    /// <summary>Lets what was checked take the place of the files in use when they are opened next.</summary>
    /// <param name="at">When, for the name of the folder that keeps what was there.</param>
    public void Confirm(DateTimeOffset at) =>
        File.WriteAllText(Confirmed, Before + at.UtcDateTime.ToString("yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture));

    /// <summary>Lets what the last restore took the place of come back in the same way; everybody signs in again.</summary>
    /// <param name="at">When.</param>
    /// <exception cref="ArchiveException">There was no restore.</exception>
    public void GoBack(DateTimeOffset at)
    {
        var replaced = Replaced ?? throw new ArchiveException("Nothing was restored here. Nothing was changed.");
        Discard();
        Directory.CreateDirectory(staged);
        Directory.Move(replaced, Files);
        Confirm(at);
    }

    /// <summary>Forgets what was checked.</summary>
    public void Discard()
    {
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(staged))
            Directory.Delete(staged, recursive: true);
    }

    /// <summary>Lets what was confirmed take its place. Called before any file is opened; after a stop in the middle it goes on.</summary>
    /// <returns>The folder with what was there; nothing when no restore was confirmed, or nothing was there.</returns>
    public string? Apply()
    {
        if (!File.Exists(Confirmed))
            return null;
        var kept = Path.Combine(folder, File.ReadAllText(Confirmed));
        Directory.CreateDirectory(kept, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        foreach (var part in Parts)
        {
            // The journals of what was there go with it, and what comes has none.
            var (here, there, next) = (Path.Combine(folder, part), Path.Combine(kept, part), Path.Combine(Files, part));
            if (Path.Exists(here) && !Path.Exists(there) && (Path.Exists(next) || part.Contains(".sqlite-", StringComparison.Ordinal)))
                Directory.Move(here, there);
            if (Path.Exists(next))
                Directory.Move(next, here);
        }

        Discard();
        using (var installation = SqliteFile.Plain(Path.Combine(folder, DataFolder.InstallationFile)))
            if (installation.ExecuteScalar<bool>("select exists (select 1 from sqlite_schema where name = 'session')"))
                new SessionTable(installation).EndEverybodys();
        if (Directory.EnumerateFileSystemEntries(kept).Any())
            return kept;
        Directory.Delete(kept);
        return null;
    }

    // Opens every file as the application will, and checks each company's record against the end that the installation noted.
    private RestorePlan Look(string madeAt, string who, DateTimeOffset at, CancellationToken cancel)
    {
        var keyFile = Path.Combine(Files, DataFolder.AuditKey);
        if (!File.Exists(keyFile) || !File.Exists(Path.Combine(Files, DataFolder.InstallationFile)))
            throw new ArchiveException("The archive has no installation, or not the key that seals its record.");
        var key = File.ReadAllBytes(keyFile);
        var installation = new InstallationFile(
            Path.Combine(Files, DataFolder.InstallationFile),
            new AuditSeal(key, () => null, (_, _) => { })
        );
        var listed = installation.Read(c => new CompanyListTable(c).All());
        var found = new List<RestoredCompany>();
        foreach (var company in listed)
        {
            cancel.ThrowIfCancellationRequested();
            var path = Path.Combine(Files, DataFolder.CompanyFile(company.Id));
            if (!File.Exists(path))
                throw new ArchiveException($"The archive has no file of the company “{company.Name}”.");
            var file = new CompanyFile(path, new AuditSeal(key, () => installation.Anchor(company.Id), (_, _) => { }));
            Upgrade.Run(file);
            found.Add(
                file.Read(c => new RestoredCompany(
                    company.Id,
                    company.Name,
                    c.ExecuteScalar<long>("select coalesce(sum(documents), 0) from arrived_cell"),
                    new AuditTable(c).Page(null, 1) is [var last] ? last.At : "",
                    file.CheckAudit()
                ))
            );
        }

        return installation.InTransaction(c =>
        {
            new SessionTable(c).EndEverybodys();
            new AuditTable(c).Add(at, who, "restore", "installation", null, $"as of {madeAt}");
            return new RestorePlan(madeAt, new PersonTable(c).All().Count, found);
        });
    }
}
