using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Migrations;
using Dapper;

namespace Adnumera.Storage.Backups;

/// <summary>The files of an installation as an archive had them.</summary>
internal static class RestoredFiles
{
    /// <summary>Opens every file as the application will, and checks each company's record against the end that the installation
    /// noted.</summary>
    /// <param name="files">The folder of the files.</param>
    /// <param name="madeAt">By when they are.</param>
    /// <param name="who">Who restores, for the record.</param>
    /// <param name="at">When.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ArchiveException">It is no whole installation, or nobody could look after it.</exception>
    public static RestorePlan Look(string files, string madeAt, string who, DateTimeOffset at, CancellationToken cancel)
    {
        var keyFile = Path.Combine(files, DataFolder.AuditKey);
        if (!File.Exists(keyFile) || !File.Exists(Path.Combine(files, DataFolder.InstallationFile)))
            throw new ArchiveException("The archive has no installation, or not the key that seals its record.");
        var key = File.ReadAllBytes(keyFile);
        var installation = new InstallationFile(
            Path.Combine(files, DataFolder.InstallationFile),
            new AuditSeal(key, () => null, (_, _) => { })
        );
        if (!installation.Read(c => new PersonTable(c).All().Any(p => p.IsAdministrator)))
            throw new ArchiveException(
                "Nobody in the archive looks after the installation: whoever restored it could not get in any more."
            );
        var found = new List<RestoredCompany>();
        foreach (var company in installation.Read(c => new CompanyListTable(c).All()))
        {
            cancel.ThrowIfCancellationRequested();
            var path = Path.Combine(files, DataFolder.CompanyFile(company.Id));
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
            return new RestorePlan(Guid.NewGuid().ToString("N"), madeAt, new PersonTable(c).All().Count, found);
        });
    }
}
