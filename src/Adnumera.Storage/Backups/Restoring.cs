using System.Globalization;
using System.Text.Json;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Backups;

/// <summary>
/// Brings an installation back from its archive in two steps: the archive is taken apart and checked beside the files in use, and then,
/// before anything is opened, takes their place. What was there is kept in a folder of its own, from which it can come back. Whatever stops
/// it, and wherever: what was there and what was restored are both whole, and the next start goes on.
/// </summary>
/// <param name="folder">The folder of all files.</param>
public sealed class Restoring(string folder)
{
    private const string Before = "before-restore-";
    private const string Staged = ".restore";
    private const UnixFileMode Own = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    // Whoever uses a folder has it alone (.in-use): so it is enough to be alone within the process.
    private static readonly Lock OneAtATime = new();
    private static readonly string[] Parts =
    [
        $"{DataFolder.InstallationFile}-wal",
        $"{DataFolder.InstallationFile}-shm",
        DataFolder.InstallationFile,
        "companies",
        DataFolder.Keys,
    ];

    /// <summary>What is decided: which folder takes its place, and which one keeps what was there.</summary>
    private sealed record Decision(string From, string Keep);

    /// <summary>Told before each step that changes a file, so that a test can end it there.</summary>
    internal Action? BeforeEachStep { get; init; }

    private string PlanFile => At($"{Staged}/plan.json");

    // While it is there, what is here is what was there before; afterwards it is on its way, and then what is here came.
    private string Confirmed => At(".restore-confirmed");

    private string OnItsWay => At(".restore-on-its-way");

    /// <summary>What was checked and waits for a yes; nothing when no archive does.</summary>
    public RestorePlan? Waiting =>
        File.Exists(PlanFile) && !IsConfirmed ? JsonSerializer.Deserialize<RestorePlan>(File.ReadAllText(PlanFile)) : null;

    /// <summary>The folder with what the last restore took the place of; nothing when there was none.</summary>
    public string? Replaced =>
        Directory.Exists(folder) ? Directory.EnumerateDirectories(folder, $"{Before}*").Max(StringComparer.Ordinal) : null;

    private bool IsConfirmed => File.Exists(Confirmed) || File.Exists(OnItsWay);

    /// <summary>Takes an archive apart and checks it, in a folder of its own; nothing in use is touched. It takes the place of what was
    /// checked before.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="who">Who restores, for the record.</param>
    /// <param name="at">When.</param>
    /// <param name="cancel">Stops it; nothing is left behind.</param>
    /// <exception cref="ArchiveException">It is no archive of an installation, damaged, or another restore was confirmed.</exception>
    /// <exception cref="NewerSchemaException">It was made by a newer version.</exception>
    public RestorePlan Stage(string archive, string who, DateTimeOffset at, CancellationToken cancel = default)
    {
        var mine = At($"{Debris.RestoreTry}{Guid.NewGuid():N}");
        try
        {
            RefuseConfirmed();
            using var reader = ArchiveReader.Open(archive);
            if (reader.Manifest.Form != ArchiveForm.Installation)
                throw new ArchiveException(
                    $"The archive holds the company “{reader.Manifest.Company}” alone. Bring it in as a company; the installation "
                        + $"stays as it is."
                );
            var files = Path.Combine(mine, "files");
            Directory.CreateDirectory(files, Own);
            reader.Extract(files, DataFolder.IsExpected, cancel);
            var plan = RestoredFiles.Look(files, reader.Manifest.MadeAt, who, at, cancel);
            SqliteConnection.ClearAllPools();
            File.WriteAllText(Path.Combine(mine, "plan.json"), JsonSerializer.Serialize(plan));
            Alone(() =>
            {
                RefuseConfirmed();
                Remove(At(Staged));
                Directory.Move(mine, At(Staged));
            });
            return plan;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(mine))
                Directory.Delete(mine, recursive: true);
        }
    }

    /// <summary>Lets what was checked take the place of the files in use when they are opened next.</summary>
    /// <param name="plan">The plan that was looked at.</param>
    /// <param name="at">When, for the name of the folder that keeps what was there.</param>
    /// <exception cref="ArchiveException">Another archive was checked since, or a restore was confirmed.</exception>
    public void Confirm(string plan, DateTimeOffset at) =>
        Alone(() =>
        {
            RefuseConfirmed();
            if (Waiting?.Id != plan)
                throw new ArchiveException("Another archive was checked in the meantime. Nothing was restored; look at that one.");
            Decide($"{Staged}/files", at);
        });

    /// <summary>Lets what the last restore took the place of come back in the same way; everybody signs in again.</summary>
    /// <param name="at">When.</param>
    /// <exception cref="ArchiveException">There was no restore, or another one was confirmed.</exception>
    public void GoBack(DateTimeOffset at) =>
        Alone(() =>
        {
            RefuseConfirmed();
            var replaced = Replaced ?? throw new ArchiveException("Nothing was restored here. Nothing was changed.");
            Decide(Path.GetFileName(replaced), at);
        });

    /// <summary>Forgets what was checked.</summary>
    /// <exception cref="ArchiveException">It was confirmed.</exception>
    public void Discard() =>
        Alone(() =>
        {
            RefuseConfirmed();
            Remove(At(Staged));
        });

    /// <summary>Lets what was confirmed take its place. Called before any file is opened; after a stop in the middle it goes on.</summary>
    /// <returns>The folder with what was there; nothing when no restore was confirmed, or nothing was there.</returns>
    public string? Apply() => !IsConfirmed ? null : Alone(TakePlace);

    private string? TakePlace()
    {
        var decision = JsonSerializer.Deserialize<Decision>(File.ReadAllText(File.Exists(OnItsWay) ? OnItsWay : Confirmed))!;
        var (kept, from) = (At(decision.Keep), At(decision.From));
        Directory.CreateDirectory(kept, Own);
        // Whatever is still open of what was there takes its journal away by name when it is closed: now, and not once another stands
        // there.
        SqliteConnection.ClearAllPools();

        // First all that was there goes, with its journals; only then does anything come. So what is here is never of both.
        if (!File.Exists(OnItsWay))
        {
            foreach (var part in Parts.Where(p => Path.Exists(At(p))))
                Step(() => Directory.Move(At(part), Path.Combine(kept, part)));
            Step(() => File.Move(Confirmed, OnItsWay));
        }

        foreach (var part in Parts.Where(p => Path.Exists(Path.Combine(from, p))))
            Step(() => Directory.Move(Path.Combine(from, part), At(part)));
        using (var installation = SqliteFile.Plain(At(DataFolder.InstallationFile)))
            if (installation.ExecuteScalar<bool>("select exists (select 1 from sqlite_schema where name = 'session')"))
                new SessionTable(installation).EndEverybodys();
        if (Directory.Exists(from) && !Directory.EnumerateFileSystemEntries(from).Any())
            Step(() => Directory.Delete(from));
        if (decision.From.StartsWith(Staged, StringComparison.Ordinal))
            Remove(At(Staged));
        Step(() => File.Delete(OnItsWay));
        if (Directory.EnumerateFileSystemEntries(kept).Any())
            return kept;
        Directory.Delete(kept);
        return null;
    }

    private void Decide(string from, DateTimeOffset at)
    {
        var keep = Before + at.UtcDateTime.ToString("yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture);
        for (var again = 2; Path.Exists(At(keep)); again++)
            keep = string.Create(CultureInfo.InvariantCulture, $"{keep.Split('_')[0]}_{again}");
        var begun = $"{Confirmed}-begun";
        Step(() => File.WriteAllText(begun, JsonSerializer.Serialize(new Decision(from, keep))));
        Step(() => File.Move(begun, Confirmed, overwrite: true));
    }

    // Only what was checked is ever removed, and under another name, so that half of it is never taken for the whole.
    private void Remove(string checkedFolder)
    {
        if (!Directory.Exists(checkedFolder))
            return;
        if (!File.Exists(PlanFile))
            throw new ArchiveException(
                $"{checkedFolder} holds files that no check has left there. Nothing was changed; look at them, and take them out of "
                    + "the way."
            );
        var gone = At($"{Debris.RestoreTry}{Guid.NewGuid():N}");
        SqliteConnection.ClearAllPools();
        Step(() => Directory.Move(checkedFolder, gone));
        Directory.Delete(gone, recursive: true);
    }

    private void RefuseConfirmed()
    {
        if (IsConfirmed)
            throw new ArchiveException(
                "A restore was confirmed, and takes its place at the next start. Nothing was changed; wait for that one."
            );
    }

    private void Step(Action change)
    {
        BeforeEachStep?.Invoke();
        change();
    }

    private static void Alone(Action act) =>
        Alone(() =>
        {
            act();
            return 0;
        });

    private static T Alone<T>(Func<T> act)
    {
        lock (OneAtATime)
            return act();
    }

    private string At(string name) => Path.Combine(folder, name);
}
