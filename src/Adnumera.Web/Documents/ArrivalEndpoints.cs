using System.Text;
using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Pdf;
using Adnumera.PdfReader;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>Files in: looked at, previewed, taken in, kept as they came, taken back.</summary>
internal static class ArrivalEndpoints
{
    // Whatever it is: its form is found by its content.
    private const string Bytes = "application/octet-stream",
        Csv = "text/csv";

    private const int LargestFile = 64 * 1024 * 1024;
    private const int LongestLayout = 12_000;
    private const int FilesAtOnce = 50;
    private const int SkippedAtOnce = 100;

    public static void MapArrivals(this RouteGroupBuilder company)
    {
        var arrivals = company.MapGroup("arrivals").WithTags("Arrivals");
        arrivals.MapGet("", Latest).Needs(Right.Read);
        arrivals.MapPost("look", Look).Needs(Right.Bookkeep).Accepts<string>(Bytes, Csv);
        arrivals.MapPost("preview", Preview).Needs(Right.Bookkeep).Accepts<string>(Bytes, Csv);
        arrivals.MapPost("", Take).Needs(Right.Bookkeep).Accepts<string>(Bytes, Csv);
        arrivals.MapGet("progress", Progress).Needs(Right.Bookkeep);
        arrivals.MapGet("{id:long}", Find).Needs(Right.Read);
        arrivals.MapGet("{id:long}/skipped", Skipped).Needs(Right.Read);
        arrivals.MapPost("{id:long}/take-back", TakeBackFile).Needs(Right.Bookkeep);
        arrivals.MapGet("{id:long}/original", Original).Needs(Right.Read).ExcludeFromDescription();
    }

    private static ArrivalsAnswer Latest(CompanyBooks books, long? before) =>
        books.File.Read(c =>
        {
            var table = new ArrivalTable(c);
            var rows = table.Latest(FilesAtOnce, before ?? long.MaxValue);
            var (states, currency) = (table.States(rows.Select(r => r.Id)), new CompanyTable(c).Currency());
            var incomplete = new IncompleteTable(c).OpenOf(rows.Select(r => r.Id));
            return new ArrivalsAnswer(
                [.. rows.Select(r => ArrivalAnswer.Of(r, [.. states[r.Id]], incomplete.GetValueOrDefault(r.Id), currency))],
                currency.Code,
                rows.Count == FilesAtOnce ? rows[^1].Id : null
            );
        });

    private static UnderwayAnswer Progress(string mark, Underway progress) => progress.Of(mark);

    private static ArrivalAnswer Find(long id, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var table = new ArrivalTable(c);
            var row = table.Find(id) ?? throw RefusedException.NotFound("This file");
            var incomplete = new IncompleteTable(c).OpenOf([id]).GetValueOrDefault(id);
            return ArrivalAnswer.Of(row, [.. table.States([id])[id]], incomplete, new CompanyTable(c).Currency());
        });

    private static IReadOnlyList<SkippedAnswer> Skipped(long id, CompanyBooks books, long? after) =>
        [.. books.File.Read(c => new SkippedTable(c).Of(id, after ?? 0, SkippedAtOnce)).Select(SkippedAnswer.Of)];

    private static ArrivalAnswer TakeBackFile(long id, CompanyBooks books)
    {
        books.File.InTransaction(c =>
        {
            TakeBack.Run(c, books, id);
            return 0;
        });
        return Find(id, books);
    }

    private static async Task<LookAnswer> Look(
        string fileName,
        string? written,
        HttpRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        CancellationToken cancel
    )
    {
        var layout = WrittenOf(written);
        var file = await Sent(request, fileName, cancel);
        return books.File.Read(c => LookAnswer.Of(c, readers, file, layout));
    }

    private static async Task<TakeInAnswer> Preview(
        string fileName,
        string? source,
        string? paymentAccount,
        string? layout,
        string? mark,
        HttpRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        Underway progress,
        CancellationToken cancel
    )
    {
        var choices = Choices(books, source, paymentAccount, layout);
        var file = await Sent(request, fileName, cancel);
        using var reporting = progress.Begin(mark);
        return TakeIn.Preview(books, readers, file, choices, cancel, reporting.Report);
    }

    private static async Task<TakeInAnswer> Take(
        string fileName,
        string? source,
        string? paymentAccount,
        string? layout,
        bool? hold,
        string? mark,
        HttpRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        Underway progress,
        CancellationToken cancel
    )
    {
        var choices = Choices(books, source, paymentAccount, layout) with { HoldsFaulty = hold == true };
        var file = await Sent(request, fileName, cancel);
        using var reporting = progress.Begin(mark);
        return TakeIn.Run(books, readers, file, choices, reporting.Report);
    }

    private static async Task<ArrivedFile> Sent(HttpRequest request, string fileName, CancellationToken cancel)
    {
        var file = await new Upload(request, fileName, LargestFile).File(cancel);
        await PdfFile.Prepare(file.Content, PdfPart.Attachments, cancel);
        return file;
    }

    private static ReadingChoices Choices(CompanyBooks books, string? source, string? paymentAccount, string? layout) =>
        new(Plain("source", source), books.File.Read(c => new CompanyTable(c).Currency()))
        {
            PaymentAccount = Plain("payment account", paymentAccount),
            Layout = LayoutOf(layout),
            IsStrict = true,
        };

    private static string Plain(string what, string? given)
    {
        var text = (given ?? "").Trim();
        return PlainText.Problem(text) is { } problem
            ? throw new RefusedException("text", $"The {what} {problem}. Nothing was taken in.", StatusCodes.Status400BadRequest)
            : text;
    }

    private static Layout? LayoutOf(string? json)
    {
        if (string.IsNullOrEmpty(json))
            return null;
        if (json.Length > LongestLayout)
            throw Refused($"The layout is longer than {LongestLayout} characters");
        var problems = new Problems();
        var layout = LayoutFile.ReadAny("The layout", Encoding.UTF8.GetBytes(json), problems);
        return problems.Any ? throw Refused(problems.Errors[0].ToString()) : layout;
    }

    // How a table is written, while nothing is said yet of what its columns mean.
    private static Layout? WrittenOf(string? json)
    {
        if (string.IsNullOrEmpty(json))
            return null;
        var problems = new Problems();
        var layout = LayoutFile.ReadWritten("The layout", Encoding.UTF8.GetBytes(json), problems);
        return problems.Any ? throw Refused(problems.Errors[0].ToString()) : layout;
    }

    private static RefusedException Refused(string why) => new("layout", $"{why}. Nothing was taken in.", StatusCodes.Status400BadRequest);

    private static IResult Original(long id, HttpContext http, CompanyFiles companies, CompanyBooks books)
    {
        var arrival = books.File.Read(c => new ArrivalTable(c).Find(id)) ?? throw RefusedException.NotFound("This file");
        http.MustSeeOriginal(companies, Words<ArrivalForm>.Read(arrival.Form), arrival.Source);
        return books.File.Originals.Find(arrival.Sha256) is { } content
            ? Results.File(content, "application/octet-stream", arrival.FileName)
            : throw RefusedException.NotFound("The original of this file");
    }
}
