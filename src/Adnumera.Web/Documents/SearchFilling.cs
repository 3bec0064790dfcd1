using Adnumera.Storage.Companies;
using Adnumera.Storage.Search;
using Adnumera.Web.Companies;

namespace Adnumera.Web.Documents;

/// <summary>Keeps each company's texts indexed for the search; until it is done the search finds what is indexed.</summary>
internal sealed class SearchFilling(CompanyFiles companies, ILogger<SearchFilling> log) : BesideWork(companies, log, "Indexing the texts")
{
    private const int AtOnce = 2_000;

    /// <inheritdoc/>
    protected override bool Next(CompanyFile company)
    {
        if (!company.Read(c => new TextIndex(c).IsDue()))
            return false;
        company.InTransaction(c =>
        {
            new TextIndex(c).Fill(AtOnce);
            return 0;
        });
        return true;
    }
}
