using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>Files in: previewed, taken in, and kept as they came.</summary>
internal static class ArrivalEndpoints
{
    private const int LargestFile = 64 * 1024 * 1024;
    private const int MostListed = 50;

    public static void MapArrivals(this RouteGroupBuilder company)
    {
        var arrivals = company.MapGroup("arrivals").WithTags("Arrivals");
        arrivals.MapGet("", Latest).Needs(Right.Read);
        arrivals.MapPost("preview", Preview).Needs(Right.Bookkeep).Accepts<string>("text/csv");
        arrivals.MapPost("", Take).Needs(Right.Bookkeep).Accepts<string>("text/csv");
        arrivals.MapGet("{id:long}/original", Original).Needs(Right.Read).ExcludeFromDescription();
    }

    private static IReadOnlyList<ArrivalRow> Latest(CompanyBooks books) => books.File.Read(c => new ArrivalTable(c).Latest(MostListed));

    private static async Task<TakeInAnswer> Preview(
        string fileName,
        HttpRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        CancellationToken cancel
    ) => TakeIn.Preview(books, readers, await new Upload(request, fileName, LargestFile).Files(cancel).SingleAsync(cancel), cancel);

    private static async Task<TakeInAnswer> Take(
        string fileName,
        HttpRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        CancellationToken cancel
    ) => TakeIn.Run(books, readers, await new Upload(request, fileName, LargestFile).Files(cancel).SingleAsync(cancel));

    private static IResult Original(long id, CompanyBooks books)
    {
        var arrival = books.File.Read(c => new ArrivalTable(c).Find(id)) ?? throw RefusedException.NotFound("This file");
        return books.File.Originals.Find(arrival.Sha256) is { } content
            ? Results.File(content, "application/octet-stream", arrival.FileName)
            : throw RefusedException.NotFound("The original of this file");
    }
}
