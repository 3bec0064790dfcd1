using Adnumera.Core.Access;
using Adnumera.Formats.Pictures;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>A file that belongs to a document.</summary>
/// <param name="Media">Its media type, of those that the pages show.</param>
/// <param name="CameWithIt">Whether the document itself came from it, so that it cannot be taken off.</param>
public sealed record AttachmentAnswer(string Hash, string FileName, string Media, bool CameWithIt, string At, string Who);

/// <summary>Pictures and PDFs that belong to a document: added, shown, taken off.</summary>
internal static class AttachmentEndpoints
{
    private const int Largest = 20 * 1024 * 1024;

    /// <summary>The media type of a PDF (RFC 8118).</summary>
    public const string Pdf = "application/pdf";

    public static void MapAttachments(this RouteGroupBuilder company)
    {
        var attachments = company.MapGroup("documents/{id:long}/attachments").WithTags("Documents");
        attachments.MapPost("", Add).Needs(Right.Bookkeep).Accepts<string>("application/octet-stream");
        attachments.MapPut("{hash}", PutBack).Needs(Right.Bookkeep);
        attachments.MapDelete("{hash}", Remove).Needs(Right.Bookkeep);
        attachments.MapGet("{hash}", Show).Needs(Right.Read).ExcludeFromDescription();
        company.MapGet("incomplete/{id:long}/picture", ShowPicture).Needs(Right.Read).ExcludeFromDescription();
    }

    /// <summary>The files of a document.</summary>
    public static IReadOnlyList<AttachmentAnswer> Of(AttachmentTable table, long document, ArrivalRow arrival) =>
        [.. table.Of(document).Select(a => new AttachmentAnswer(a.Sha256, a.FileName, a.Media, a.Sha256 == arrival.Sha256, a.At, a.Who))];

    private static async Task<DocumentAnswer> Add(
        long id,
        string fileName,
        HttpRequest request,
        CompanyBooks books,
        CancellationToken cancel
    )
    {
        var file = await new Upload(request, fileName, Largest).File(cancel);
        var media = PictureFile.MediaOf(file.Content);
        if (media.Length == 0)
            throw new RefusedException(
                "file",
                $"{file.Name} is neither a PDF nor a PNG or JPEG picture. Nothing was attached.",
                StatusCodes.Status400BadRequest
            );
        books.File.Originals.Add(file.Hash, file.Content, books.Now);
        return Attach(books, id, new AttachmentRow(file.Hash, file.Name, media, Iso.Text(books.Now), books.Who));
    }

    private static DocumentAnswer PutBack(long id, string hash, string fileName, CompanyBooks books)
    {
        var media = PictureFile.MediaOf(books.File.Originals.Find(hash) ?? []);
        return media.Length > 0
            ? Attach(books, id, new AttachmentRow(hash, fileName, media, Iso.Text(books.Now), books.Who))
            : throw RefusedException.NotFound("This picture");
    }

    private static DocumentAnswer Attach(CompanyBooks books, long id, AttachmentRow row)
    {
        books.File.InTransaction(c =>
        {
            if (new DocumentTable(c).Find(id) is null)
                throw RefusedException.NotFound("This document");
            new AttachmentTable(c).Add(id, row);
            new AuditTable(c).Add(books.Now, books.Who, $"{row.FileName} attached", $"document/{id}", null, new { row.Sha256 });
            return id;
        });
        return DocumentPage.Of(books, id, null);
    }

    private static DocumentAnswer Remove(long id, string hash, CompanyBooks books)
    {
        books.File.InTransaction(c =>
        {
            var table = new AttachmentTable(c);
            var row = table.Of(id).FirstOrDefault(a => a.Sha256 == hash) ?? throw RefusedException.NotFound("This file");
            table.Remove(id, hash);
            new AuditTable(c).Add(books.Now, books.Who, $"{row.FileName} taken off", $"document/{id}", new { row.Sha256 }, null);
            return id;
        });
        return DocumentPage.Of(books, id, null);
    }

    private static IResult Show(long id, string hash, CompanyBooks books, HttpResponse response)
    {
        var isIts = books.File.Read(c =>
            new DocumentTable(c).Find(id) is { } document
            && Of(new AttachmentTable(c), id, new ArrivalTable(c).Find(document.ArrivalId)!).Any(a => a.Hash == hash)
        );
        return isIts ? Shown(books, hash, response) : throw RefusedException.NotFound("This file");
    }

    private static IResult ShowPicture(long id, CompanyBooks books, HttpResponse response)
    {
        var arrival =
            books.File.Read(c => new IncompleteTable(c).Find(id) is { } row ? new ArrivalTable(c).Find(row.ArrivalId) : null)
            ?? throw RefusedException.NotFound("This picture");
        return Shown(books, arrival.Sha256, response);
    }

    // Whatever it holds, it is shown as what its content is, and may do nothing.
    private static IResult Shown(CompanyBooks books, string hash, HttpResponse response)
    {
        var content = books.File.Originals.Find(hash) ?? throw RefusedException.NotFound("This file");
        var media = PictureFile.MediaOf(content);
        if (media.Length == 0)
            throw RefusedException.NotFound("A picture of it");
        response.Headers.ContentSecurityPolicy = "default-src 'none'; sandbox";
        return Results.Bytes(content, media);
    }
}
