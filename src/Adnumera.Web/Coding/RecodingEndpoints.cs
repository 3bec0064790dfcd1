using Adnumera.Core.Access;
using Adnumera.Storage.Documents;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Coding;

/// <param name="Id">The recoding.</param>
/// <param name="At">Since when.</param>
/// <param name="Who">By whom.</param>
/// <param name="Why">What was done, as people say it.</param>
/// <param name="SetId">The set of the mapping book that caused it, which can be taken back; 0 for another cause.</param>
/// <param name="Documents">How many documents it began with.</param>
/// <param name="Remaining">How many of them wait.</param>
public sealed record RecodingAnswer(long Id, string At, string Who, string Why, long SetId, long Documents, long Remaining);

/// <summary>What is coded anew in the background: how far it is. A set of the mapping book is stopped by taking it back.</summary>
internal static class RecodingEndpoints
{
    public static void MapRecodings(this RouteGroupBuilder company) =>
        company.MapGet("recodings", Underway).WithTags("Mapping").Needs(Right.Read);

    private static List<RecodingAnswer> Underway(CompanyBooks books) =>
        books.File.Read(c =>
            new RecodingTable(c)
                .Underway()
                .Select(r => new RecodingAnswer(r.Id, r.At, r.Who, r.Why, r.SetId, r.Documents, r.Remaining))
                .ToList()
        );
}
