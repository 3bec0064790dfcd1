using Adnumera.Storage.Companies;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Migrations;

namespace Adnumera.Storage.Backups;

/// <summary>A company as its archive has it.</summary>
public sealed record ArchivedCompany(string Id, string Name, string MadeAt);

/// <summary>Brings a company in from an archive of another installation, or of this one.</summary>
public static class CompanyArchive
{
    /// <summary>Takes a company's files out and makes them fit to be used here. They get their place by whoever knows the
    /// installation.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="staged">The folder that they are made in: it is empty, and nobody else's.</param>
    /// <param name="isTaken">Whether a short name belongs to a company here.</param>
    /// <param name="cancel">Stops it; nothing is left behind.</param>
    /// <exception cref="ArchiveException">It is no archive of a company, damaged, or the company is here already.</exception>
    /// <exception cref="NewerSchemaException">It was made by a newer version.</exception>
    public static ArchivedCompany TakeOut(string archive, string staged, Func<string, bool> isTaken, CancellationToken cancel = default)
    {
        using var reader = ArchiveReader.Open(archive);
        if (reader.Manifest.Form != ArchiveForm.Company)
            throw new ArchiveException("The archive holds a whole installation. Restore it; a company is not taken out of it here.");
        var id = reader.Manifest.Company;
        if (!ShortName.Is(id))
            throw new ArchiveException("The archive does not say which company it holds.");
        if (isTaken(id))
            throw new ArchiveException(
                $"A company “{id}” is here already; its keys in the ledger would be the same. Nothing was brought in; "
                    + "take that one out of the way first."
            );
        reader.Extract(staged, n => DataFolder.CompanyOf(n) == id, cancel);
        var path = Path.Combine(staged, DataFolder.CompanyFile(id));
        if (!File.Exists(path))
            throw new ArchiveException("The archive has no books in it.");
        var file = new CompanyFile(path);
        Upgrade.Run(file);

        // The key to its ledger was encrypted with keys that stayed where it comes from: its owner allows it anew.
        var name = file.InTransaction(c =>
        {
            if (new CompanyTable(c).Slug() != id)
                throw new ArchiveException("The archive names one company and holds another.");
            new LedgerTable(c).Disconnect();
            new FeedTable(c).ForgetKeys();
            // So were the tax numbers: they are asked for again.
            new ReturnSupplierTable(c).NumbersStayBehind();
            new PayerTable(c).NumberStaysBehind();
            return new CompanyTable(c).Name();
        });
        return new ArchivedCompany(id, name, reader.Manifest.MadeAt);
    }
}
