using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Pictures;
using Adnumera.PdfReader;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Search;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Incomplete;

/// <summary>Documents that are not complete: typed, begun from a picture, or records of a file that could not be read.</summary>
internal static class IncompleteEndpoints
{
    private const int PageSize = 50;
    private const int LargestPicture = 20 * 1024 * 1024;

    public static void MapIncomplete(this RouteGroupBuilder company)
    {
        var incomplete = company.MapGroup("incomplete").WithTags("Incomplete");
        incomplete.MapGet("", List).Needs(Right.Read);
        incomplete.MapPost("", Type).Needs(Right.Bookkeep);
        incomplete.MapPost("picture", Begin).Needs(Right.Bookkeep).Accepts<string>("application/octet-stream");
        incomplete.MapGet("texts", Texts).Needs(Right.Read);
        incomplete.MapGet("{id:long}", Find).Needs(Right.Read);
        incomplete.MapPut("{id:long}", Save).Needs(Right.Bookkeep);
        incomplete.MapPost("{id:long}/take-in", TakeIn).Needs(Right.Bookkeep);
        incomplete.MapPost("{id:long}/leave", Leave).Needs(Right.Bookkeep);
        incomplete.MapPost("{id:long}/take-up", TakeUp).Needs(Right.Bookkeep);
    }

    private static IncompletesAnswer List(CompanyBooks books, long? arrival, long? before) =>
        books.File.Read(c =>
        {
            var table = new IncompleteTable(c);
            var rows = table.Open(arrival, before ?? long.MaxValue, PageSize);
            var (currency, arrivals) = (new CompanyTable(c).Currency(), new ArrivalTable(c).Named(rows.Select(r => r.ArrivalId)));
            return new IncompletesAnswer(
                [.. rows.Select(r => Summary(r, arrivals[r.ArrivalId], currency))],
                arrival is { } one ? table.OpenOf([one]).GetValueOrDefault(one) : table.OpenCount(),
                rows.Count == PageSize ? rows[^1].Id : null
            );
        });

    private static IncompleteSummary Summary(IncompleteRow row, (string FileName, string Form) arrival, Core.Amounts.Currency currency)
    {
        var (typed, wrong) = (row.Typed, new List<FieldProblem>());
        TypedDocuments.Read(typed, "?", currency, wrong);
        var who = typed["supplier"].Length > 0 ? typed["supplier"] : typed["employee"];
        return new IncompleteSummary(
            row.Id,
            arrival.FileName,
            row.Place,
            Words<ArrivalForm>.Read(arrival.Form),
            typed["kind"],
            who,
            typed["document_date"],
            typed["document_total"],
            wrong.Count > 0 ? $"{wrong[0].Column.Replace('_', ' ')}: {wrong[0].Message}" : "",
            row.At,
            row.ChangedBy.Length > 0 ? row.ChangedBy : row.Who
        );
    }

    private static IReadOnlyList<string> Texts(string column, string? begins, CompanyBooks books) =>
        KnownTexts.Knows(column) ? books.File.Read(c => new KnownTexts(c).Beginning(column, begins ?? "")) : [];

    private static IncompleteAnswer Find(long id, CompanyBooks books) => Of(books, id);

    // The pages that a picture has are known by its content.
    private static IncompleteAnswer Of(CompanyBooks books, long id) => books.File.Read(c => new Completing(c, id).Answer(Media(books)));

    private static Func<ArrivalRow, string> Media(CompanyBooks books) =>
        arrival =>
            arrival.Form == Words<ArrivalForm>.Of(ArrivalForm.Picture) && books.File.Originals.Find(arrival.Sha256) is { } content
                ? PictureFile.MediaOf(content)
                : "";

    private static IncompleteAnswer Type(TypeRequest request, CompanyBooks books)
    {
        var kind = Words<DocumentKind>.Of(request.Kind ?? DocumentKind.Bill);
        if (string.IsNullOrWhiteSpace(request.Mark))
            throw new RefusedException(
                "mark",
                "The request carries no mark of its own. Nothing was begun.",
                StatusCodes.Status400BadRequest
            );
        return Of(books, books.File.InTransaction(c => new OnceTable(c).Make(request.Mark, () => Beginning.Typed(c, books, kind))));
    }

    private static async Task<IncompleteAnswer> Begin(string fileName, HttpRequest request, CompanyBooks books, CancellationToken cancel)
    {
        var file = await new Upload(request, fileName, LargestPicture).Picture(PdfPart.Rows, "Nothing was taken in.", cancel);
        if (books.File.Read(c => new IncompleteTable(c).Like(file.Hash)) is { } here)
            return Of(books, here.Id);
        books.File.Originals.Add(file.Hash, file.Content, books.Now);
        var text = BillText.Of(PdfText.Rows(file.Content), books.File.Read(c => new CompanyTable(c).Currency()));
        return Of(
            books,
            books.File.InTransaction(c => Beginning.OfPicture(c, books, file, Beginning.TypedSource, text))?.Id
                ?? throw new RefusedException("incomplete", "The same picture was begun in the meantime; open the list.", 409)
        );
    }

    private static IncompleteAnswer Save(long id, TypedRequest request, CompanyBooks books)
    {
        books.File.InTransaction(c =>
        {
            var row = Open(c, id);
            RequireRead(c, books, row, request.Revision);
            var typed = row.Typed with { Head = Kept(request.Head), Lines = [.. request.Lines.Select(Kept)] };
            new IncompleteTable(c).Save(id, typed, request.Proposed, Iso.Text(books.Now), books.Who);
            return id;
        });
        return Of(books, id);
    }

    // Without what is blank.
    private static Dictionary<string, string> Kept(IReadOnlyDictionary<string, string> fields) =>
        fields.Where(f => !string.IsNullOrWhiteSpace(f.Value)).ToDictionary();

    private static IncompleteAnswer TakeIn(long id, string revision, CompanyBooks books)
    {
        books.File.InTransaction(c =>
        {
            if (new IncompleteTable(c).Find(id) is { StateValue: IncompleteState.Open } row)
                RequireRead(c, books, row, revision);
            return new Completing(c, id).TakeIn(books, Media(books));
        });
        return Of(books, id);
    }

    private static void RequireRead(SqliteConnection company, CompanyBooks books, IncompleteRow row, string read) =>
        Revision.Require(read, Completing.RevisionOf(row), "This document", new Completing(company, row.Id).Answer(Media(books)));

    private static IncompleteAnswer Leave(long id, CompanyBooks books) => Become(books, id, IncompleteState.Open, IncompleteState.Left);

    private static IncompleteAnswer TakeUp(long id, CompanyBooks books) => Become(books, id, IncompleteState.Left, IncompleteState.Open);

    private static IncompleteAnswer Become(CompanyBooks books, long id, IncompleteState from, IncompleteState to)
    {
        books.File.InTransaction(c =>
        {
            var row = new IncompleteTable(c).Find(id) ?? throw RefusedException.NotFound("This document");
            if (row.StateValue != from || (to == IncompleteState.Open && new ArrivalTable(c).Find(row.ArrivalId)!.TakenBackAt.Length > 0))
                throw new RefusedException("incomplete", "Something else became of it in the meantime. Nothing was changed.", 409);
            new IncompleteTable(c).Become(id, to, 0, Iso.Text(books.Now), books.Who);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                to == IncompleteState.Left ? "left" : "taken up",
                $"incomplete/{id}",
                row.Content,
                null
            );
            return id;
        });
        return Of(books, id);
    }

    private static IncompleteRow Open(SqliteConnection company, long id)
    {
        var row = new IncompleteTable(company).Find(id) ?? throw RefusedException.NotFound("This document");
        return row.StateValue == IncompleteState.Open
            ? row
            : throw new RefusedException("incomplete", "It does not wait to be completed any more. Nothing was changed.", 409);
    }
}
