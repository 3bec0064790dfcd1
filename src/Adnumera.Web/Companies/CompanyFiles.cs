using System.Collections.Concurrent;
using System.Security.Cryptography;
using Adnumera.Storage.Audit;
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
        Installation = new(Path.Combine(folder, "installation.sqlite"), busySeconds);
        auditKey = Key(Path.Combine(folder, "keys"));
    }

    public InstallationFile Installation { get; }

    /// <summary>The file of a company of the installation.</summary>
    /// <exception cref="RefusedException">There is no such company.</exception>
    /// <exception cref="InvalidDataException">Its file is damaged; the other companies are not.</exception>
    public CompanyFile Open(string id)
    {
        var file = open.GetOrAdd(
            id,
            key => new Lazy<CompanyFile>(() =>
                Installation.Companies().Contains(key) ? Opened(key) : throw RefusedException.NotFound("This company")
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
    public CompanyFile Add(Company company)
    {
        Installation.AddCompany(company.Slug, company.Name);
        var file = Sealed(company.Slug);
        file.SetUp(company);
        Upgrade.Run(file);
        return file;
    }

    /// <summary>Does something in each company on its own: whatever goes wrong in one is logged, kept for whoever looks, and stops neither
    /// the others nor the server.</summary>
    /// <param name="log">Where it is logged.</param>
    /// <param name="what">What is done.</param>
    /// <param name="at">The clock.</param>
    /// <param name="act">What is done.</param>
    public void ForEach(ILogger log, Unattended what, TimeProvider at, Action<string, CompanyFile> act)
    {
        foreach (var company in Installation.Companies())
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
        var file = new CompanyFile(Path.Combine(folder, "companies", $"{id}.sqlite"), seal, busySeconds);

        // Rows that were there before the chain was keyed, once.
        if (seal.Anchor() is null && file.Read(c => new AuditTable(c).Last()) is { } last)
            Installation.BeginAnchor(id, last.Id, last.Hash, clock.GetUtcNow());
        return file;
    }

    private static byte[] Key(string keys)
    {
        const UnixFileMode Own = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        Directory.CreateDirectory(keys, Own | UnixFileMode.UserExecute);
        var path = Path.Combine(keys, "audit.key");
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
