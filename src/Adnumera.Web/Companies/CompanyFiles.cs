using System.Collections.Concurrent;
using System.Security.Cryptography;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Migrations;
using Adnumera.Web.Refusals;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Companies;

/// <summary>The files of the installation: one of its own, and one for each company, opened when it is first asked for.</summary>
public sealed class CompanyFiles
{
    private const int KeyLength = 32;
    private readonly ConcurrentDictionary<string, Lazy<CompanyFile>> open = new(StringComparer.Ordinal);
    private readonly string folder;
    private readonly TimeProvider clock;
    private readonly int busySeconds;
    private readonly byte[] auditKey;

    /// <param name="folder">The folder of all files.</param>
    /// <param name="clock">The clock.</param>
    /// <param name="busySeconds">How long a piece of work waits for a file that another one writes.</param>
    public CompanyFiles(string folder, TimeProvider? clock = null, int busySeconds = 10)
    {
        (this.folder, this.clock, this.busySeconds) = (folder, clock ?? TimeProvider.System, busySeconds);
        auditKey = Key(Path.Combine(folder, DataFolder.AuditKey));
        Installation = new(
            Path.Combine(folder, DataFolder.InstallationFile),
            new AuditSeal(auditKey, () => null, (_, _) => { }),
            busySeconds
        );
    }

    /// <summary>The folder of all files.</summary>
    public string Folder => folder;

    /// <summary>Told after something was saved in a company, by its short name.</summary>
    public event Action<string>? Changed;

    public InstallationFile Installation { get; }

    /// <summary>The file of a company of the installation.</summary>
    /// <exception cref="RefusedException">There is no such company.</exception>
    /// <exception cref="InvalidDataException">Its file is damaged; the other companies are not.</exception>
    public CompanyFile Open(string id)
    {
        var file = open.GetOrAdd(
            id,
            key => new Lazy<CompanyFile>(() =>
                Installation.OpenCompanies().Contains(key) ? Opened(key) : throw RefusedException.NotFound("This company")
            )
        );
        try
        {
            return file.Value;
        }
        catch (Exception e)
        {
            // It may be there, or mended, when it is asked for next.
            open.TryRemove(new KeyValuePair<string, Lazy<CompanyFile>>(id, file));
            if (e is SqliteException { SqliteErrorCode: SqliteErrors.Corrupt or SqliteErrors.NotADatabase })
                throw new InvalidDataException($"The file of {id} is damaged. Restore it from a backup.", e);
            throw;
        }
    }

    /// <summary>Adds a company with a file of its own.</summary>
    /// <param name="company">The company; its short name belongs to no other.</param>
    /// <param name="along">What is written into the installation's file with it, in the same transaction.</param>
    /// <param name="bookFrom">Whose mapping book it wants to begin with; blank for none.</param>
    public CompanyFile Add(Company company, Action<SqliteConnection>? along = null, string bookFrom = "")
    {
        var path = PathOf(company.Slug);
        if (File.Exists(path))
            throw new RefusedException("company", $"There is a file of a company “{company.Slug}” already. Nothing was changed.");
        try
        {
            var made = new CompanyFile(path, null, busySeconds);
            made.SetUp(company);
            Upgrade.Run(made);
            Installation.InTransaction(c =>
            {
                new CompanyListTable(c).Add(company.Slug, company.Name, bookFrom);
                along?.Invoke(c);
                return 0;
            });
        }
        catch
        {
            Discard(path);
            throw;
        }

        return Open(company.Slug);
    }

    /// <summary>Brings a company in from an archive.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="along">What is written into the installation's file with it, in the same transaction.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ArchiveException">It cannot be brought in.</exception>
    public ArchivedCompany BringIn(string archive, Action<SqliteConnection, string> along, CancellationToken cancel)
    {
        var company = CompanyArchive.BringIn(
            archive,
            folder,
            id => Installation.Read(c => new CompanyListTable(c).Find(id)) is not null,
            cancel
        );
        try
        {
            Installation.InTransaction(c =>
            {
                new CompanyListTable(c).Add(company.Id, company.Name);
                along(c, company.Id);
                return 0;
            });
        }
        catch
        {
            Discard(PathOf(company.Id));
            throw;
        }

        return company;
    }

    /// <summary>What the files of a company weigh, in bytes.</summary>
    public long Weight(string id) => DataFolder.CompanySources(folder, id).Sum(s => new FileInfo(s.Path).Length);

    /// <summary>Lets go of a company's file, such as when it was closed.</summary>
    public void LetGo(string id) => open.TryRemove(id, out _);

    /// <summary>Does something in each company on its own: whatever goes wrong in one is logged, kept for whoever looks, and stops neither
    /// the others nor the server.</summary>
    /// <param name="log">Where it is logged.</param>
    /// <param name="what">What is done.</param>
    /// <param name="at">The clock.</param>
    /// <param name="act">What is done.</param>
    public void ForEach(ILogger log, Unattended what, TimeProvider at, Action<string, CompanyFile> act)
    {
        foreach (var company in Installation.OpenCompanies())
        {
            try
            {
                act(company, Open(company));
            }
            catch (Exception e) when (e is not OutOfMemoryException)
            {
                log.LogError(e, "{What} of {Company} failed", what, company);
                var detail = e is RefusedException or InvalidDataException
                    ? e.Message
                    : "It could not be started: the company's file is busy or cannot be read.";
                Installation.Trouble(company, what, at.GetUtcNow(), detail);
            }
        }
    }

    private CompanyFile Opened(string id)
    {
        var file = Sealed(id);
        Upgrade.Run(file);
        return file;
    }

    private CompanyFile Sealed(string id)
    {
        var seal = new AuditSeal(
            auditKey,
            () => Installation.Anchor(id),
            (last, hash) => Installation.NoteAnchor(id, last, hash, clock.GetUtcNow())
        );
        var file = new CompanyFile(PathOf(id), seal, busySeconds) { Changed = () => Changed?.Invoke(id) };

        // Rows that were there before the chain was keyed, once.
        if (seal.Anchor() is null && file.Read(c => new AuditTable(c).Last()) is { } last)
            Installation.BeginAnchor(id, last.Id, last.Hash, clock.GetUtcNow());
        return file;
    }

    private string PathOf(string id) => Path.Combine(folder, DataFolder.CompanyFile(id));

    // What was begun for a company that did not come to be.
    private static void Discard(string path)
    {
        SqliteConnection.ClearAllPools();
        foreach (var part in (string[])[path, $"{path}-wal", $"{path}-shm", Path.ChangeExtension(path, ".files.sqlite")])
            File.Delete(part);
    }

    private static byte[] Key(string path)
    {
        const UnixFileMode Own = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        Directory.CreateDirectory(Path.GetDirectoryName(path)!, Own | UnixFileMode.UserExecute);
        if (File.Exists(path))
            return File.ReadAllBytes(path);
        var key = RandomNumberGenerator.GetBytes(KeyLength);
        using var file = new FileStream(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = Own,
            }
        );
        file.Write(key);
        return key;
    }
}
