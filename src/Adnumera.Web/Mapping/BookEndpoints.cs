using System.IO.Pipelines;
using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The mapping book out and in, and the other files of the pipeline.</summary>
internal static class BookEndpoints
{
    private const int LargestBook = 16 * 1024 * 1024;
    private const int MostListed = 200;
    private const string DocumentsFile = "documents.csv";
    private const string Csv = "text/csv; charset=utf-8";

    public static void MapBook(this RouteGroupBuilder mapping)
    {
        mapping.MapGet("book", GetBook).Needs(Right.Read);
        mapping.MapGet("book/files/{name}", GetBookFile).Needs(Right.Read).ExcludeFromDescription();
        mapping.MapGet("pipeline/files/{name}", GetPipelineFile).Needs(Right.Read).ExcludeFromDescription();
        mapping.MapPost("book/preview", PostBookPreview).Needs(Right.Bookkeep).Accepts<string>("text/csv");
        mapping.MapPost("book", PostBook).Needs(Right.Bookkeep).Accepts<string>("text/csv");
        mapping.MapBookTransfer();
    }

    private static BookAnswer GetBook(string? asOf, CompanyBooks books) => books.File.Read(c => Book(c, asOf, books));

    private static IResult GetBookFile(string name, string? asOf, CompanyBooks books) => books.File.Read(c => FileOf(c, name, asOf, books));

    private static IResult GetPipelineFile(string name, string? asOf, CompanyBooks books) =>
        name == DocumentsFile
            ? Results.Stream(body => WriteDocuments(body, books), Csv, $"pipeline-{name}")
            : books.File.Read(c => PipelineFileOf(c, name, asOf, books));

    private static Task<BookTakenIn> PostBookPreview(
        string fileName,
        bool? replace,
        HttpRequest request,
        CompanyBooks books,
        CancellationToken cancel
    ) => TakeIn(fileName, replace == true, false, request, books, true, cancel);

    private static Task<BookTakenIn> PostBook(
        string fileName,
        bool? replace,
        bool? confirmed,
        HttpRequest request,
        CompanyBooks books,
        CancellationToken cancel
    ) => TakeIn(fileName, replace == true, confirmed == true, request, books, false, cancel);

    /// <summary>The book at the end of a day; of now without one.</summary>
    public static IReadOnlyList<MappingRow> BookOf(SqliteConnection company, string? asOf, CompanyBooks books)
    {
        if (string.IsNullOrEmpty(asOf))
            return BookChanges.InOrder(new MappingTable(company).All());
        var day = Dates.Day(asOf);
        var zone = new CompanyTable(company).TimeZone();
        var midnight = day.AddDays(1).ToDateTime(TimeOnly.MinValue);
        var end = new DateTimeOffset(midnight, zone.GetUtcOffset(midnight)).AddMilliseconds(-1);
        return end >= books.Now ? BookOf(company, null, books) : new ChangeTable(company).AsOf(end);
    }

    private static BookAnswer Book(SqliteConnection company, string? asOf, CompanyBooks books)
    {
        var ledger = new LedgerTable(company);
        var (chart, terms, rows) = (ledger.Chart(), ledger.Terms().ToDictionary(t => t.Id, t => t.Name), BookOf(company, asOf, books));
        return new BookAnswer(
            new CompanyTable(company).Name(),
            ledger.Pulled()?.Name ?? "",
            asOf ?? Iso.Text(books.Today),
            rows.Count,
            [
                .. rows.GroupBy(r => r.Kind)
                    .Select(g => new BookChapter(
                        g.Key,
                        g.Key.Title(),
                        [
                            .. g.Select(r => new BookRow(
                                r.Key,
                                r.ForSource,
                                Iso.Text(r.EffectiveFrom),
                                r.Ends ? "" : r.Account,
                                r.Ends ? "ended" : MappingEndpoints.TargetOf(r, chart, terms),
                                r.Group,
                                r.TaxCode,
                                r.Dimensions.ToString(),
                                r.Kind == KeyKind.TaxCode
                                    ? $"{r.RecoverablePercent.ToString(System.Globalization.CultureInfo.InvariantCulture)} %"
                                    : "",
                                Targets.Broken(chart, r) is { } broken ? ReasonWords.Because(broken) : ""
                            )),
                        ]
                    )),
            ]
        );
    }

    // The whole book, for people: what a spreadsheet would run is made harmless. Exporting changes nothing.
    private static IResult FileOf(SqliteConnection company, string name, string? asOf, CompanyBooks books)
    {
        using var stream = new MemoryStream();
        switch (name)
        {
            case "mapping-book.csv":
                MappingFile.Write(stream, BookOf(company, asOf, books), whole: true);
                break;
            case "mapping-book.xlsx":
                MappingSheet.Write(stream, BookOf(company, asOf, books), new LedgerTable(company).Chart());
                break;
            default:
                throw RefusedException.NotFound($"A file {Quote.Of(name)}");
        }

        return Sent(stream, name, name);
    }

    // The files of the pipeline, for programs: each cell as it is. Their names tell them apart from those for people.
    private static IResult PipelineFileOf(SqliteConnection company, string name, string? asOf, CompanyBooks books)
    {
        using var stream = new MemoryStream();
        var settings = ChoiceTable.Of(company);
        switch (name)
        {
            case "mapping.csv":
                MappingFile.Write(stream, BookOf(company, asOf, books));
                break;
            case "chart.csv":
                ChartFile.Write(stream, new LedgerTable(company).Chart());
                break;
            case "settings.json":
                SettingsFile.Write(stream, settings with { LockedThrough = settings.Locked });
                break;
            default:
                throw RefusedException.NotFound($"A file {Quote.Of(name)}");
        }

        return Sent(stream, name, $"pipeline-{name}");
    }

    // Every document goes out as it is read, however many there are; the pipe keeps little of it and waits for whoever takes it.
    private static async Task WriteDocuments(Stream body, CompanyBooks books)
    {
        var pipe = PipeWriter.Create(body);
        await Task.Run(() =>
            books.File.Read(company =>
            {
                var (documents, composer) = (new DocumentTable(company), Recoding.Composer(company));
                using var writer = new DocumentsWriter(pipe.AsStream(leaveOpen: true), documents.AnyEntryDateChosen());
                foreach (var stored in documents.AllIds().Chunk(1000).SelectMany(documents.Load).Where(d => d.Document.Register is null))
                    writer.Write(AsDecided(stored, composer));
                return 0;
            })
        );
        await pipe.CompleteAsync();
    }

    // What stands decided is written as if the source said it, and what a refund gives back as its original account. A private charge goes
    // to the account that its holder owes; the file says so as a person's choice on each line.
    private static Document AsDecided(StoredDocument stored, Composer composer)
    {
        var document = stored.AsDecided;
        if (document.Lines.Any(l => l.FoundAccount.Length > 0))
            document = document with
            {
                Lines = [.. document.Lines.Select(l => l.OriginalAccount.Length > 0 ? l : l with { OriginalAccount = l.FoundAccount })],
            };
        if (!document.IsPrivateCharge)
            return document;
        var accounts = composer.Compose(stored.Document).Decisions.ToDictionary(d => d.Line, d => d.Account);
        return document with { Lines = [.. document.Lines.Select(l => l with { Account = accounts.GetValueOrDefault(l.Number, "") })] };
    }

    private static IResult Sent(MemoryStream stream, string name, string fileName)
    {
        var type = Path.GetExtension(name) switch
        {
            ".xlsx" => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
            ".json" => "application/json",
            _ => Csv,
        };
        return Results.File(stream.ToArray(), type, fileName);
    }

    private static async Task<BookTakenIn> TakeIn(
        string fileName,
        bool replace,
        bool confirmed,
        HttpRequest request,
        CompanyBooks books,
        bool preview,
        CancellationToken cancel
    )
    {
        var (name, content) = await new Upload(request, fileName, LargestBook).File(cancel);
        var problems = new Problems();
        var rows = content.AsSpan().StartsWith("PK"u8)
            ? MappingSheet.ReadWhole(name, content, problems, books.Today, preview ? cancel : CancellationToken.None, out var further)
            : MappingFile.ReadWhole(name, content, problems, books.Today, out further);
        if (problems.Any)
            return preview
                ? new BookTakenIn(fileName, 0, 0, 0, 0, 0, 0, [], problems.Errors, problems.Count, problems.Notices, null, [], 0)
                : throw Upload.Refused(name, problems);
        return preview
            ? books.File.Read(c => Apply(c, books, name, $"file {name}", rows, further, replace, confirmed, problems, [], true))
            : books.File.InTransaction(c => Apply(c, books, name, $"file {name}", rows, further, replace, confirmed, problems, [], false));
    }

    /// <summary>What rows would do to the book, or does it.</summary>
    /// <param name="name">What they are called here: a file, or the company that they come from.</param>
    /// <param name="origin">How the history names it.</param>
    /// <param name="left">What was left out before.</param>
    internal static BookTakenIn Apply(
        SqliteConnection company,
        CompanyBooks books,
        string name,
        string origin,
        IReadOnlyList<MappingRow> rows,
        bool further,
        bool replace,
        bool confirmed,
        Problems problems,
        IReadOnlyList<UnknownRow> left,
        bool preview
    )
    {
        var basis = BasisTable.Of(company);
        if (!further)
        {
            // The pipeline's file says nothing of items and values: a row to the same account keeps them.
            var here = basis.Rows.ToDictionary(r => r.Identity);
            rows =
            [
                .. rows.Select(r =>
                    here.TryGetValue(r.Identity, out var was) && was.Account == r.Account
                        ? r with
                        {
                            Value = was.Value,
                            LedgerItem = was.LedgerItem,
                        }
                        : r
                ),
            ];
        }

        var proposals = rows.Select(ProposedRow.Put).ToList();
        var inFile = rows.Select(r => r.Identity).ToHashSet();
        var only = basis.Rows.Where(r => !inFile.Contains(r.Identity)).ToList();
        if (replace)
            proposals.AddRange(only.Where(r => further || r.Kind.IsInBook()).Select(ProposedRow.Remove));
        var changes = BookChanges.Between(basis.Rows, proposals);

        // A row that is as it is here stays, whatever its account; a new one to an account that cannot be used is left out and named.
        var unknown = changes.Where(c => c.After is { } row && Targets.Broken(basis.Chart, row) is not null).ToList();
        changes = [.. changes.Except(unknown)];
        var asks = MappingChanges.Check(company, basis, changes, books.Today);
        if (!preview && asks.Count > 0 && !confirmed)
            throw new RefusedException(
                "confirm",
                $"{string.Join(' ', asks)} Nothing was taken in; confirm it to take the book in.",
                StatusCodes.Status409Conflict
            );
        var rehearsal = preview ? MappingEndpoints.Rehearse(company, basis, changes, asks) : null;
        var saved = preview ? SavedAnswer.None : MappingChanges.Apply(company, books, changes, origin);
        return new BookTakenIn(
            name,
            rows.Count + left.Count,
            changes.Count(c => c.Before is null),
            changes.Count(c => c is { Before: not null, After: not null }),
            changes.Count(c => c.After is { Ends: true }),
            changes.Count(c => c.After is null),
            rows.Count - changes.Count(c => c.After is not null) - unknown.Count,
            [
                .. left.Take(MostListed),
                .. unknown
                    .Take(MostListed)
                    .Select(u => new UnknownRow(
                        u.Kind,
                        u.Key,
                        u.After!.Account,
                        ReasonWords.Because(Targets.Broken(basis.Chart, u.After)!.Value)
                    )),
            ],
            [],
            0,
            problems.Notices,
            rehearsal,
            [.. changes.Take(MostListed).Select(c => HistoryAnswer.Of(0, "", "", "", c, basis.Chart))],
            saved.SetId
        );
    }
}
