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
using Microsoft.Extensions.Logging.Abstractions;

namespace Adnumera.Web.Companies;

/// <summary>The files of the installation: one of its own, and one for each company, opened when it is first asked for.</summary>
public sealed class CompanyFiles
{
    private const int KeyLength = 32;
    private const UnixFileMode OwnFolder = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private readonly ConcurrentDictionary<string, Lazy<CompanyFile>> open = new(StringComparer.Ordinal);
    private readonly string folder;
    private readonly TimeProvider clock;
    private readonly int busySeconds;
    private readonly byte[] auditKey;
    private readonly AuditSeal installationSeal;
    private readonly ILogger log;

    /// <param name="folder">The folder of all files.</param>
    /// <param name="clock">The clock.</param>
    /// <param name="busySeconds">How long a piece of work waits for a file that another one writes.</param>
    /// <param name="log">Where is said what went wrong after something was saved.</param>
    public CompanyFiles(string folder, TimeProvider? clock = null, int busySeconds = 10, ILogger<CompanyFiles>? log = null)
    {
        (this.folder, this.clock, this.busySeconds) = (folder, clock ?? TimeProvider.System, busySeconds);
        this.log = log ?? NullLogger<CompanyFiles>.Instance;
        auditKey = Key(Path.Combine(folder, DataFolder.AuditKey));
        installationSeal = new AuditSeal(auditKey, () => null, (_, _) => { });
        Installation = new(Path.Combine(folder, DataFolder.InstallationFile), installationSeal, busySeconds);
    }

    /// <summary>The folder of all files.</summary>
    public string Folder => folder;

    /// <summary>A secret that only this installation can make, and makes again of the same.</summary>
    /// <param name="what">What it is for.</param>
    /// <param name="mark">What tells it from any other.</param>
    public string SecretOf(string what, string mark) => installationSeal.Mark(what, mark).ToLowerInvariant();

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
        Make(
            staged =>
            {
                var made = new CompanyFile(Path.Combine(staged, DataFolder.CompanyFile(company.Slug)), null, busySeconds);
                made.SetUp(company);
                Upgrade.Run(made);
                return company;
            },
            made => made.Slug,
            (c, made) =>
            {
                new CompanyListTable(c).Add(made.Slug, made.Name, bookFrom);
                along?.Invoke(c);
            }
        );
        return Open(company.Slug);
    }

    /// <summary>Brings a company in from an archive.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="along">What is written into the installation's file with it, in the same transaction.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ArchiveException">It cannot be brought in.</exception>
    public ArchivedCompany BringIn(string archive, Action<SqliteConnection, string> along, CancellationToken cancel) =>
        Make(
            staged =>
                CompanyArchive.TakeOut(
                    archive,
                    staged,
                    id => Installation.Read(c => new CompanyListTable(c).Find(id)) is not null || File.Exists(PathOf(id)),
                    cancel
                ),
            company => company.Id,
            (c, company) =>
            {
                new CompanyListTable(c).Add(company.Id, company.Name);
                along(c, company.Id);
            }
        );

    // A company's files are made in a folder that is nobody else's. They get their place with the row that lists them, while nobody else
    // can list any: so two at once never touch each other's.
    private T Make<T>(Func<string, T> make, Func<T, string> idOf, Action<SqliteConnection, T> list)
    {
        var (staged, placed) = (Path.Combine(folder, $"{Debris.Making}{Guid.NewGuid():N}"), new List<string>());
        try
        {
            var made = make(staged);
            var id = idOf(made);
            SqliteConnection.ClearAllPools();
            return Installation.InTransaction(c =>
            {
                if (new CompanyListTable(c).Find(id) is not null || File.Exists(PathOf(id)))
                    throw new RefusedException("company", $"There is a file of a company “{id}” already. Nothing was changed.");
                list(c, made);
                foreach (var part in (string[])[DataFolder.OriginalsFile(id), DataFolder.CompanyFile(id)])
                    if (File.Exists(Path.Combine(staged, part)))
                    {
                        Directory.CreateDirectory(Path.GetDirectoryName(PathOf(id))!, OwnFolder);
                        File.Move(Path.Combine(staged, part), Path.Combine(folder, part));
                        placed.Add(Path.Combine(folder, part));
                    }

                return made;
            });
        }
        catch
        {
            foreach (var path in placed)
                File.Delete(path);
            throw;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(staged))
                Directory.Delete(staged, recursive: true);
        }
    }

    /// <summary>Takes out of the way what a kill left of companies that never came to be.</summary>
    /// <returns>Where the files were put.</returns>
    public IReadOnlyList<string> PutUnlistedAside() =>
        // While nobody else lists any.
        Installation.InTransaction(c =>
            Debris.PutAside(folder, new CompanyListTable(c).All().Select(l => l.Id).ToHashSet(StringComparer.Ordinal))
        );

    /// <summary>Writes into a company's record what was done to it in the installation's file. Where that cannot be now, it stays owed, and
    /// is shown as such.</summary>
    /// <param name="id">The company.</param>
    public void CarryOver(string id)
    {
        try
        {
            var owed = Installation.Read(c => new OwedRecordTable(c).Of(id));
            if (owed.Count == 0)
                return;
            Open(id)
                .InTransaction(c =>
                {
                    foreach (var row in owed)
                        row.Carry(c);
                    return 0;
                });
            Installation.InTransaction(c =>
            {
                new OwedRecordTable(c).Remove(owed);
                return 0;
            });
        }
        catch (Exception e) when (e is SqliteException or IOException or InvalidDataException or RefusedException or NewerSchemaException)
        {
            log.LogWarning(e, "What is owed to the record of {Company} could not be written there yet", id);
        }
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
        var file = new CompanyFile(PathOf(id), seal, busySeconds)
        {
            Changed = () => Changed?.Invoke(id),
            Troubled = e => log.LogError(e, "After something was saved in {Company}, the end of its record could not be noted", id),
        };

        // Rows that were there before the chain was keyed, once.
        if (seal.Anchor() is null && file.Read(c => new AuditTable(c).Last()) is { } last)
            Installation.BeginAnchor(id, last.Id, last.Hash, clock.GetUtcNow());
        return file;
    }

    private string PathOf(string id) => Path.Combine(folder, DataFolder.CompanyFile(id));

    private static byte[] Key(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(path)!, OwnFolder);
        if (File.Exists(path))
            return File.ReadAllBytes(path);
        var key = RandomNumberGenerator.GetBytes(KeyLength);
        using var file = new FileStream(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = OwnFolder & ~UnixFileMode.UserExecute,
            }
        );
        file.Write(key);
        return key;
    }
}
