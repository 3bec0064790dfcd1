using System.Collections.Concurrent;
using Adnumera.Storage;
using Adnumera.Storage.Installation;

namespace Adnumera.Web;

/// <summary>The files of the installation: one of its own, and one for each company, opened when it is first asked for.</summary>
public sealed class Companies(string folder)
{
    private readonly ConcurrentDictionary<string, Lazy<CompanyFile>> open = new(StringComparer.Ordinal);

    public InstallationFile Installation { get; } = new(Path.Combine(folder, "installation.sqlite"));

    /// <summary>The file of a company of the installation.</summary>
    /// <exception cref="RefusedException">There is no such company.</exception>
    public CompanyFile Open(string id) => open.GetOrAdd(id, key => new Lazy<CompanyFile>(() =>
        Installation.Companies().Contains(key) ? new CompanyFile(PathOf(key)) : throw RefusedException.NotFound("This company"))).Value;

    /// <summary>Adds a company with a file of its own.</summary>
    public CompanyFile Add(Company company)
    {
        var file = new CompanyFile(PathOf(company.Slug));
        file.SetUp(company);
        Installation.AddCompany(company.Slug, company.Name);
        return file;
    }

    private string PathOf(string id) => Path.Combine(folder, "companies", $"{id}.sqlite");
}
