using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Web.Companies;

namespace Adnumera.Web.Coding;

/// <summary>Codes anew what a change left to the background.</summary>
internal sealed class RecodingWork(CompanyFiles companies, ILogger<RecodingWork> log) : BesideWork(companies, log, "Coding documents anew")
{
    private const int AtOnce = 500;

    /// <inheritdoc/>
    protected override bool Next(CompanyFile company) =>
        company.Read(c => new RecodingTable(c).IsDue()) && company.InTransaction(c => Recoding.GoOn(c, AtOnce));
}
