using System.Globalization;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Installation;

/// <summary>Writes archives into the folder <c>backups</c>, one after another, while the application runs.</summary>
public sealed class BackupRun(CompanyFiles companies, TimeProvider clock, ILogger<BackupRun> log) : IDisposable
{
    private readonly Lock turn = new();
    private CancellationTokenSource? running;
    private Task over = Task.CompletedTask;

    /// <summary>Where they lie.</summary>
    public string Folder { get; } = Path.Combine(companies.Folder, DataFolder.Backups);

    /// <summary>What is being written; nothing when nothing is.</summary>
    public WritingAnswer? Writing { get; private set; }

    /// <summary>Why the last one was not written; blank when it was.</summary>
    public string Failed { get; private set; } = "";

    /// <summary>Begins an archive of the whole installation.</summary>
    /// <exception cref="RefusedException">Another one is being written.</exception>
    public void Start(string who) =>
        Begin(
            "the whole installation",
            "adnumera",
            (path, cancel) => WriteInstallation(companies, path, who, clock.GetUtcNow(), Tell("the whole installation"), cancel)
        );

    /// <summary>Begins an archive of one company.</summary>
    /// <exception cref="RefusedException">There is no such company, or another archive is being written.</exception>
    public void Start(string who, string company)
    {
        var name =
            companies.Installation.Read(c => new CompanyListTable(c).Find(company))?.Name
            ?? throw RefusedException.NotFound("This company");
        Begin(name, company, (path, cancel) => WriteCompany(companies, company, path, who, clock.GetUtcNow(), Tell(name), cancel));
    }

    /// <summary>Writes an archive of the whole installation.</summary>
    public static ArchiveManifest WriteInstallation(
        CompanyFiles companies,
        string path,
        string who,
        DateTimeOffset at,
        Action<int, int>? progress = null,
        CancellationToken cancel = default
    )
    {
        var listed = companies.Installation.Read(c => new CompanyListTable(c).All().Select(l => l.Id).ToList());
        var sources = DataFolder.Sources(companies.Folder, listed);
        var manifest = ArchiveWriter.Write(path, ArchiveForm.Installation, "", sources, at, progress, cancel);
        Keeping.Note(companies, who, at, "write an archive", $"archive/{Path.GetFileName(path)}");
        return manifest;
    }

    /// <summary>Writes an archive of one company.</summary>
    public static ArchiveManifest WriteCompany(
        CompanyFiles companies,
        string company,
        string path,
        string who,
        DateTimeOffset at,
        Action<int, int>? progress = null,
        CancellationToken cancel = default
    )
    {
        var sources = DataFolder.CompanySources(companies.Folder, company);
        var manifest = ArchiveWriter.Write(path, ArchiveForm.Company, company, sources, at, progress, cancel);
        Keeping.Note(companies, who, at, $"take {company} out", $"archive/{Path.GetFileName(path)}");
        return manifest;
    }

    /// <summary>Stops what is being written; nothing of it is left.</summary>
    public void Cancel() => running?.Cancel();

    /// <summary>Ends when nothing is being written.</summary>
    public Task Over() => over;

    /// <summary>The path of an archive here.</summary>
    /// <exception cref="RefusedException">There is none of that name.</exception>
    public string Find(string name) =>
        All().Any(a => a.Name == name) ? Path.Combine(Folder, name) : throw RefusedException.NotFound($"An archive {Quote.Of(name)}");

    /// <summary>The archives here that can be read, the latest first.</summary>
    public IReadOnlyList<ArchiveAnswer> All() =>
        Directory.Exists(Folder)
            ?
            [
                .. new DirectoryInfo(Folder)
                    .EnumerateFiles("*.zip")
                    .Select(f => (File: f, MadeAt: MadeAt(f.FullName)))
                    .Where(f => f.MadeAt is not null)
                    .OrderByDescending(f => f.MadeAt, StringComparer.Ordinal)
                    .ThenBy(f => f.File.Name, StringComparer.Ordinal)
                    .Select(f => new ArchiveAnswer(f.File.Name, f.File.Length, f.MadeAt!)),
            ]
            : [];

    public void Dispose() => running?.Dispose();

    private static string? MadeAt(string path)
    {
        try
        {
            using var archive = ArchiveReader.Open(path);
            return archive.Manifest.MadeAt;
        }
        catch (ArchiveException)
        {
            return null;
        }
    }

    private Action<int, int> Tell(string what) => (done, of) => Writing = new WritingAnswer(what, done, of);

    private void Begin(string what, string name, Action<string, CancellationToken> write)
    {
        lock (turn)
        {
            if (Writing is { } other)
                throw new RefusedException(
                    "busy",
                    $"An archive of {other.What} is being written. Nothing was begun; wait for it, or stop it.",
                    StatusCodes.Status409Conflict
                );
            (Writing, Failed) = (new WritingAnswer(what, 0, 0), "");
            running?.Dispose();
            running = new CancellationTokenSource();
            var cancel = running.Token;
            var at = clock.GetUtcNow().UtcDateTime.ToString("yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture);
            over = Task.Run(
                () =>
                {
                    try
                    {
                        Directory.CreateDirectory(Folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
                        write(Path.Combine(Folder, $"{name}-{at}.zip"), cancel);
                    }
                    catch (OperationCanceledException)
                    {
                        Failed = "It was stopped; nothing of it was kept.";
                    }
                    catch (Exception e) when (e is not OutOfMemoryException)
                    {
                        log.LogError(e, "An archive could not be written");
                        Failed =
                            e is ArchiveException ? e.Message
                            : e is IOException
                                ? "The archive could not be written: the disk is full, or cannot be reached. Nothing was kept."
                            : "The archive could not be written. Nothing of it was kept; the log of the application says more.";
                    }
                    finally
                    {
                        Writing = null;
                    }
                },
                CancellationToken.None
            );
        }
    }
}
