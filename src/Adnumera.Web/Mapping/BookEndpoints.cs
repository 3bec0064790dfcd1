using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Formats.Tables;
using Adnumera.Storage;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The mapping book of a day, to read and to print.</summary>
public sealed record BookAnswer(string Company, string Organisation, string AsOf, int Rows, IReadOnlyList<BookChapter> Chapters);

public sealed record BookChapter(string Kind, string Title, IReadOnlyList<BookRow> Rows);

public sealed record BookRow(string Key, string ForSource, string EffectiveFrom, string Target, string Group, string TaxCode, string Dimensions, string Percent, string Broken);

/// <summary>What taking a book in would do, or did.</summary>
/// <param name="Added">Rows that the book here does not have.</param>
/// <param name="Changed">Rows that are different here.</param>
/// <param name="Ended">Of them, rows that end a mapping.</param>
/// <param name="Removed">Rows that only the book here has; taken away only when the file is to replace the book.</param>
/// <param name="Unchanged">Rows that are the same.</param>
/// <param name="UnknownAccounts">Rows whose account the ledger does not have or has closed; they are left out, never guessed.</param>
/// <param name="Errors">What is wrong with the file; then nothing is taken in.</param>
/// <param name="Rehearsal">What it does to open documents.</param>
/// <param name="SetId">The set that was made; 0 for a preview.</param>
public sealed record BookTakenIn(
    string FileName, int Rows, int Added, int Changed, int Ended, int Removed, int Unchanged, IReadOnlyList<UnknownRow> UnknownAccounts, IReadOnlyList<Problem> Errors, int ErrorCount, IReadOnlyList<Problem> Notices,
    MappingRehearsal? Rehearsal, IReadOnlyList<HistoryAnswer> Changes, long SetId);

public sealed record UnknownRow(string Kind, string Key, string Account, string Why);

/// <summary>The mapping book out and in, and the other files of the pipeline.</summary>
internal static class BookEndpoints
{
    private const int LargestBook = 16 * 1024 * 1024;
    private const int MostListed = 200;

    public static void MapBook(this RouteGroupBuilder mapping)
    {
        mapping.MapGet("book", (string? asOf, Work work) => work.File.Read(c => Book(c, asOf, work))).RequireAuthorization(Access.Read);
        mapping.MapGet("book/files/{name}", (string name, string? asOf, Work work) => work.File.Read(c => FileOf(c, name, asOf, work))).RequireAuthorization(Access.Read).ExcludeFromDescription();
        mapping.MapGet("pipeline/files/{name}", (string name, string? asOf, Work work) => work.File.Read(c => PipelineFileOf(c, name, asOf, work))).RequireAuthorization(Access.Read).ExcludeFromDescription();
        mapping.MapPost("book/preview", (string fileName, bool? replace, HttpRequest request, Work work, CancellationToken cancel) => TakeIn(fileName, replace == true, false, request, work, true, cancel)).RequireAuthorization(Access.Keep).Accepts<string>("text/csv");
        mapping.MapPost("book", (string fileName, bool? replace, bool? confirmed, HttpRequest request, Work work, CancellationToken cancel) => TakeIn(fileName, replace == true, confirmed == true, request, work, false, cancel)).RequireAuthorization(Access.Keep).Accepts<string>("text/csv");
    }

    /// <summary>The book at the end of a day; of now without one.</summary>
    public static IReadOnlyList<MappingRow> BookOf(SqliteConnection company, string? asOf, Work work)
    {
        if (string.IsNullOrEmpty(asOf)) return BookChanges.InOrder(new MappingTable(company).All());
        var day = Dates.Day(asOf);
        var end = new DateTimeOffset(day.AddDays(1).ToDateTime(TimeOnly.MinValue), TimeSpan.Zero).AddMilliseconds(-1);
        return end >= work.Now ? BookOf(company, null, work) : new ChangeTable(company).AsOf(end);
    }

    private static BookAnswer Book(SqliteConnection company, string? asOf, Work work)
    {
        var ledger = new LedgerTable(company);
        var (chart, terms, rows) = (ledger.Chart(), ledger.Terms().ToDictionary(t => t.Id, t => t.Name), BookOf(company, asOf, work));
        return new BookAnswer(
            CompanyFile.Of(company).Name, ledger.Pulled()?.Name ?? "", asOf ?? Iso.Text(DateOnly.FromDateTime(work.Now.UtcDateTime)), rows.Count,
            [.. rows.GroupBy(r => r.Kind).Select(g => new BookChapter(Words<KeyKind>.Of(g.Key), g.Key.Title(), [.. g.Select(r => new BookRow(
                r.Key, r.ForSource, Iso.Text(r.EffectiveFrom), r.Ends ? "ended" : MappingEndpoints.TargetOf(r, chart, terms), r.Group, r.TaxCode,
                string.Join(" · ", ((string[])[r.Dimensions.Department, r.Dimensions.Location, r.Dimensions.Project]).Where(d => d.Length > 0)),
                r.Kind == KeyKind.TaxCode ? $"{r.RecoverablePercent.ToString(System.Globalization.CultureInfo.InvariantCulture)} %" : "",
                Targets.Broken(chart, r) is { } broken ? Core.Entries.ReasonWords.Because(broken) : ""))]))]);
    }

    // The whole book, for people: what a spreadsheet would run is made harmless. Exporting changes nothing.
    private static IResult FileOf(SqliteConnection company, string name, string? asOf, Work work)
    {
        using var stream = new MemoryStream();
        switch (name)
        {
            case "mapping-book.csv":
                MappingFile.Write(stream, BookOf(company, asOf, work), whole: true);
                break;
            case "mapping-book.xlsx":
                MappingSheet.Write(stream, BookOf(company, asOf, work), new LedgerTable(company).Chart());
                break;
            default:
                throw RefusedException.NotFound($"A file {Quote.Of(name)}");
        }

        return Sent(stream, name, name);
    }

    // The files of the pipeline, for programs: each cell as it is. Their names tell them apart from those for people.
    private static IResult PipelineFileOf(SqliteConnection company, string name, string? asOf, Work work)
    {
        using var stream = new MemoryStream();
        var settings = CompanyFile.Of(company).Settings;
        switch (name)
        {
            case "mapping.csv":
                MappingFile.Write(stream, BookOf(company, asOf, work));
                break;
            case "chart.csv":
                ChartFile.Write(stream, new LedgerTable(company).Chart());
                break;
            case "settings.json":
                SettingsFile.Write(stream, settings with { LockedThrough = settings.Locked });
                break;
            case "documents.csv":
                using (var writer = new DocumentsWriter(stream))
                {
                    var (documents, composer) = (new DocumentTable(company), Coding.Composer(company));
                    foreach (var stored in documents.AllIds().Chunk(1000).SelectMany(documents.Load)) writer.Write(AsDecided(stored.Document, composer));
                }

                break;
            default:
                throw RefusedException.NotFound($"A file {Quote.Of(name)}");
        }

        return Sent(stream, name, $"pipeline-{name}");
    }

    // A private charge goes to the account that its holder owes; the file says so as a person's choice on each line.
    private static Document AsDecided(Document document, Composer composer)
    {
        if (!document.IsPrivateCharge) return document;
        var accounts = composer.Compose(document).Decisions.ToDictionary(d => d.Line, d => d.Account);
        return document with { Lines = [.. document.Lines.Select(l => l with { Account = accounts.GetValueOrDefault(l.Number, "") })] };
    }

    private static IResult Sent(MemoryStream stream, string name, string fileName)
    {
        var type = Path.GetExtension(name) switch { ".xlsx" => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", ".json" => "application/json", _ => "text/csv; charset=utf-8" };
        return Results.File(stream.ToArray(), type, fileName);
    }

    private static async Task<BookTakenIn> TakeIn(string fileName, bool replace, bool confirmed, HttpRequest request, Work work, bool preview, CancellationToken cancel)
    {
        var content = await Upload.Read(request, Path.GetFileName(fileName), LargestBook, cancel);
        var problems = new Problems();
        var name = Path.GetFileName(fileName);
        var rows = content.AsSpan().StartsWith("PK"u8) ? MappingSheet.ReadWhole(name, content, problems, work.Today, preview ? cancel : CancellationToken.None, out var further) : MappingFile.ReadWhole(name, content, problems, work.Today, out further);
        if (problems.Any) return preview ? new BookTakenIn(fileName, 0, 0, 0, 0, 0, 0, [], problems.Errors, problems.Count, problems.Notices, null, [], 0) : throw Upload.Refused(name, problems);
        return preview ? work.File.Read(c => Apply(c, work, name, rows, further, replace, confirmed, problems, true)) : work.File.InTransaction(c => Apply(c, work, name, rows, further, replace, confirmed, problems, false));
    }

    private static BookTakenIn Apply(SqliteConnection company, Work work, string fileName, IReadOnlyList<MappingRow> rows, bool further, bool replace, bool confirmed, Problems problems, bool preview)
    {
        var world = World.Of(company);
        if (!further)
        {
            // The pipeline's file says nothing of items and values: a row to the same account keeps them.
            var here = world.Rows.ToDictionary(r => r.Identity);
            rows = [.. rows.Select(r => here.TryGetValue(r.Identity, out var was) && was.Account == r.Account ? r with { Value = was.Value, LedgerItem = was.LedgerItem } : r)];
        }

        var proposals = rows.Select(ProposedRow.Put).ToList();
        var inFile = rows.Select(r => r.Identity).ToHashSet();
        var only = world.Rows.Where(r => !inFile.Contains(r.Identity)).ToList();
        if (replace) proposals.AddRange(only.Where(r => further || r.Kind.IsInBook()).Select(ProposedRow.Remove));
        var changes = BookChanges.Between(world.Rows, proposals);

        // A row that is as it is here stays, whatever its account; a new one to an account that cannot be used is left out and named.
        var unknown = changes.Where(c => c.After is { } row && Targets.Broken(world.Chart, row) is not null).ToList();
        changes = [.. changes.Except(unknown)];
        var asks = MappingChanges.Check(company, world, changes, work.Today);
        if (!preview && asks.Count > 0 && !confirmed) throw new RefusedException("confirm", $"{string.Join(' ', asks)} Nothing was taken in; confirm it to take the book in.", StatusCodes.Status409Conflict);
        var rehearsal = preview ? MappingEndpoints.Rehearse(company, world, changes, asks) : null;
        var saved = preview ? new SavedAnswer(0, 0, 0) : MappingChanges.Make(company, work, changes, $"file {fileName}");
        return new BookTakenIn(
            fileName, rows.Count, changes.Count(c => c.Before is null), changes.Count(c => c is { Before: not null, After: not null }), changes.Count(c => c.After is { Ends: true }), changes.Count(c => c.After is null),
            rows.Count - changes.Count(c => c.After is not null) - unknown.Count,
            [.. unknown.Take(MostListed).Select(u => new UnknownRow(u.Kind.Title(), u.Key, u.After!.Account, Core.Entries.ReasonWords.Because(Targets.Broken(world.Chart, u.After)!.Value)))],
            [], 0, problems.Notices, rehearsal, [.. changes.Take(MostListed).Select(c => HistoryAnswer.Of(0, "", "", "", c, world.Chart))], saved.SetId);
    }
}
