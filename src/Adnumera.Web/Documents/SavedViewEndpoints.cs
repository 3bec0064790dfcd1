using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>Where a list with a name stands.</summary>
public enum ViewPlace
{
    Arrivals,
    Spend,
}

/// <summary>A list with a name.</summary>
/// <param name="OfCompany">Whether everyone in the company sees it.</param>
/// <param name="Query">What it is narrowed to, ordered and grouped by, as its address has it.</param>
/// <param name="Columns">Its columns, separated by spaces; blank for the usual ones.</param>
/// <param name="Who">Who saved it.</param>
public sealed record SavedViewAnswer(long Id, string Name, bool OfCompany, string Query, string Columns, string Who);

/// <summary>A list to be kept under a name; one of the same name takes the new form.</summary>
public sealed record SavedViewRequest(ViewPlace? Place, string Name, string? Query, string? Columns);

/// <summary>What a list with a name may be.</summary>
internal sealed class SavedViewRules : AbstractValidator<SavedViewRequest>
{
    public SavedViewRules()
    {
        RuleFor(r => r.Place).NotNull().WithErrorCode("place").WithMessage("Say which list it is of.");
        RuleFor(r => r.Name)
            .Must(n => !string.IsNullOrWhiteSpace(n) && n.Trim().Length <= 60)
            .WithErrorCode("name")
            .WithMessage("Give it a name of at most 60 characters.");
        RuleFor(r => r.Query).MaximumLength(2000).WithErrorCode("query").WithMessage("It is narrowed by too much.");
        RuleFor(r => r.Columns).MaximumLength(500).WithErrorCode("columns").WithMessage("It has too many columns.");
    }
}

/// <summary>Lists with a name: one's own, and the company's, which bookkeepers look after.</summary>
internal static class SavedViewEndpoints
{
    private const int Most = 200;

    public static void MapSavedViews(this RouteGroupBuilder company)
    {
        var views = company.MapGroup("views").WithTags("Views");
        views.MapGet("", List).Needs(Right.Read);
        views.MapPut("own", (SavedViewRequest r, CompanyBooks books, HttpContext http) => Put(r, books, http, Me(http))).Needs(Right.Read);
        views
            .MapDelete("own/{id:long}", (long id, CompanyBooks books, HttpContext http) => Remove(id, books, http, Me(http)))
            .Needs(Right.Read);
        views
            .MapPut("company", (SavedViewRequest r, CompanyBooks books, HttpContext http) => Put(r, books, http, ""))
            .Needs(Right.Bookkeep);
        views
            .MapDelete("company/{id:long}", (long id, CompanyBooks books, HttpContext http) => Remove(id, books, http, ""))
            .Needs(Right.Bookkeep);
    }

    private static IReadOnlyList<SavedViewAnswer> List(Word<ViewPlace> place, CompanyBooks books, HttpContext http)
    {
        var (of, me) = (Words<ViewPlace>.Of(place.Read("place")), Me(http));
        return books.File.Read(c => Seen(c, of, me));
    }

    private static IReadOnlyList<SavedViewAnswer> Put(SavedViewRequest request, CompanyBooks books, HttpContext http, string owner)
    {
        var (place, me) = (Words<ViewPlace>.Of(request.Place!.Value), Me(http));
        return books.File.InTransaction(c =>
        {
            var table = new SavedViewTable(c);
            if (table.Of(place, owner).Count(v => v.SignIn == owner) >= Most)
                throw new RefusedException("too-many", $"There are {Most} already. Nothing was saved; delete one first.");
            table.Put(
                place,
                new SavedView(0, request.Name.Trim(), owner, request.Query ?? "", request.Columns ?? "", books.Who),
                Iso.Text(books.Now)
            );
            return Seen(c, place, me);
        });
    }

    private static void Remove(long id, CompanyBooks books, HttpContext http, string owner)
    {
        var me = Me(http);
        books.File.InTransaction(c =>
        {
            var table = new SavedViewTable(c);
            if (table.Find(id, me)?.SignIn != owner)
                throw RefusedException.NotFound("This view");
            table.Remove(id);
            return 0;
        });
    }

    private static IReadOnlyList<SavedViewAnswer> Seen(SqliteConnection company, string place, string me) =>
        [
            .. new SavedViewTable(company)
                .Of(place, me)
                .Select(v => new SavedViewAnswer(v.Id, v.Name, v.SignIn.Length == 0, v.Query, v.Columns, v.Who)),
        ];

    private static string Me(HttpContext http) => Sessions.Person(http.User)!.Value.ToString(CultureInfo.InvariantCulture);
}
