using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Companies;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Feeds;

/// <summary>Feeds: what they bring, whose it is, what waits, and what their sources count.</summary>
internal static class FeedEndpoints
{
    private const int PullsAtOnce = 20;
    private const int MostWaiting = 100;
    private const int MostMonths = 6;

    public static void MapFeeds(this RouteGroupBuilder company)
    {
        var feeds = company.MapGroup("feeds").WithTags("Feeds");
        feeds.MapGet("", All).Needs(Right.Read);
        feeds.MapGet("{id:long}", Find).Needs(Right.Read);
        feeds.MapGet("{id:long}/pulls", Pulls).Needs(Right.Read);
        feeds.MapPost("{id:long}/pulls", Pull).Needs(Right.Bookkeep);
        feeds.MapPut("{id:long}/values", Decide).Needs(Right.Bookkeep);
        feeds.MapPut("{id:long}/waiting", DecideOne).Needs(Right.Bookkeep);
        feeds.MapGet("{id:long}/gap", Gap).Needs(Right.Read);
        feeds.MapPost("{id:long}/files/{hash}/take-in", TakeInAgain).Needs(Right.Bookkeep);
        feeds.MapPost("{id:long}/files/{hash}/leave", Leave).Needs(Right.Bookkeep);
        feeds.MapGet("{id:long}/files/{hash}", Download).Needs(Right.Read).ExcludeFromDescription();
        feeds.MapFeedConnecting();
    }

    private static FeedsAnswer All(CompanyBooks books, FeedAccess access, Hosting.WebSettings settings) =>
        books.File.Read(c =>
        {
            var (table, currency) = (new FeedTable(c), new CompanyTable(c).Currency());
            var last = table.LastPulls();
            return new FeedsAnswer(
                [
                    .. table
                        .All()
                        .Select(f => FeedAnswer.Of(f, access.AddressOf(books.CompanyId, f), last.GetValueOrDefault(f.Id), currency)),
                ],
                [
                    .. FeedKinds
                        .All.Where(k => !k.NeedsConsent || settings.SourcesAddress.Length > 0)
                        .Select(k => new FeedKindAnswer(k.Kind, k.Title, k.Brings, k.Decides, k.NeedsConsent, k.TakesNews, k.OwnSource)),
                ]
            );
        });

    internal static FeedDetail Find(long id, CompanyBooks books, FeedAccess access) =>
        books.File.Read(c =>
        {
            var (table, currency) = (new FeedTable(c), new CompanyTable(c).Currency());
            var feed = FeedPull.Connected(c, id);
            var kind = feed.KindValue.Row();
            var pulls = table.Pulls(id, PullsAtOnce);
            var (told, waiting, trouble) = kind.TakesNews ? new FeedNewsTable(c).Counts(id) : default;
            return new FeedDetail(
                FeedAnswer.Of(feed, access.AddressOf(books.CompanyId, feed), pulls.Count > 0 ? pulls[0] : null, currency),
                kind.Decides,
                [.. new FeedValueTable(c).Of(id).Select(v => new FeedValueAnswer(v.Value, v.Ours, v.Waiting))],
                [
                    .. new FeedValueTable(c)
                        .Waiting(id, MostWaiting)
                        .Select(w => new FeedWaitingAnswer(w.RecordId, w.Value, w.Place, w.Day, w.Who, w.Amount)),
                ],
                [.. new FeedFileTable(c).Refused(id, MostWaiting).Select(f => new FeedFileAnswer(f.Sha256, f.FileName, f.At, f.Trouble))],
                [.. pulls.Select(p => FeedPullAnswer.Of(p, currency))],
                pulls.Count == PullsAtOnce,
                kind.TakesNews ? told : null,
                waiting,
                trouble ?? "",
                Says(c, feed, currency),
                currency.Code
            );
        });

    private static IReadOnlyList<FeedSaysAnswer> Says(SqliteConnection company, FeedRow feed, Currency currency)
    {
        var table = new StatementTable(company);
        return
        [
            .. table
                .Of(feed.Source)
                .TakeLast(MostMonths)
                .Reverse()
                .Select(s =>
                {
                    var arrived = table.Dated(feed.Source, s.Statement.First, s.Statement.Last);
                    return new FeedSaysAnswer(
                        s.FirstDay,
                        s.LastDay,
                        TallyText.Of(s.Statement.Tally, currency),
                        TallyText.Of(arrived, currency),
                        arrived == s.Statement.Tally
                    );
                }),
        ];
    }

    private static List<FeedPullAnswer> Pulls(long id, long? before, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var currency = new CompanyTable(c).Currency();
            return new FeedTable(c)
                .Pulls(FeedPull.Connected(c, id).Id, PullsAtOnce, before ?? long.MaxValue)
                .Select(p => FeedPullAnswer.Of(p, currency))
                .ToList();
        });

    private static async Task<FeedDetail> Pull(
        long id,
        bool? whole,
        CompanyBooks books,
        FeedPull pulls,
        FeedTelling telling,
        FeedAccess access,
        CancellationToken cancel
    )
    {
        try
        {
            await pulls.Run(books, id, whole ?? false, cancel);
        }
        catch (FeedTroubleException e)
        {
            throw Trouble(e);
        }

        await telling.Run(books, books.File.Read(c => FeedPull.Connected(c, id)), cancel);
        return Find(id, books, access);
    }

    private static async Task<FeedDetail> Decide(
        long id,
        FeedValueRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        FeedAccess access
    )
    {
        await FeedDecisions.Decide(books, readers, id, request.Value!, request.Ours);
        return Find(id, books, access);
    }

    private static async Task<FeedDetail> DecideOne(
        long id,
        FeedWaitingRequest request,
        CompanyBooks books,
        ArrivalReaders readers,
        FeedAccess access
    )
    {
        await FeedDecisions.DecideOne(books, readers, id, request.Id!, request.Ours!.Value);
        return Find(id, books, access);
    }

    private static async Task<FeedGapAnswer> Gap(
        long id,
        string firstDay,
        string lastDay,
        CompanyBooks books,
        FeedAccess access,
        CancellationToken cancel
    )
    {
        var (first, last) = (Dates.Day(firstDay), Dates.Day(lastDay));
        var (feed, shares, currency) = books.File.Read(c =>
        {
            var row = FeedPull.Connected(c, id);
            return (row, FeedPull.Shares(c, row), new CompanyTable(c).Currency());
        });
        IReadOnlyList<CountedRecord> there;
        try
        {
            there = await access.Open(books, feed).Counted(first, last, shares.Ours, cancel);
        }
        catch (FeedTroubleException e)
        {
            throw Trouble(e);
        }

        var here = books.File.Read(c => new DocumentTable(c).Counted(feed.Source, first, last));
        var differences = FeedGap.Of(there, here.Select(h => new CountedRecord(h.SourceId, h.Day, h.Money)));
        var ids = here.ToDictionary(h => h.SourceId, h => h.Id, StringComparer.Ordinal);
        string Money(CountedRecord? record) => record is null ? "" : AmountText.Format(record.Money, currency.Digits);
        return new FeedGapAnswer(
            Day.Text(first),
            Day.Text(last),
            there.Count - differences.Count(d => d.There is not null),
            [
                .. differences.Select(d => new FeedDifferenceAnswer(
                    d.Kind,
                    d.Id,
                    d.There is { } t ? Day.Text(t.Day) : "",
                    Money(d.There),
                    d.Here is { } h ? Day.Text(h.Day) : "",
                    Money(d.Here),
                    ids.GetValueOrDefault(d.Id)
                )),
            ]
        );
    }

    private static async Task<FeedDetail> TakeInAgain(
        long id,
        string hash,
        CompanyBooks books,
        ArrivalReaders readers,
        FeedAccess access,
        CancellationToken cancel
    )
    {
        var (feed, file) = books.File.Read(c => (FeedPull.Connected(c, id), new FeedFileTable(c).Find(id, hash)));
        if (file is not { Trouble.Length: > 0 } || books.File.Originals.Find(hash) is not { } content)
            throw RefusedException.NotFound("This file");
        var shares = new FeedShares(feed.KindValue, new Dictionary<string, bool> { [""] = true });
        var pull = await new FeedFiles(books, readers, feed, shares).TakeIn(
            DeliveredFile.Of(file.FileId, "", "", new ArrivedFile(file.FileName, content)),
            cancel
        );
        books.File.InTransaction(c =>
        {
            new FeedTable(c).Add(pull with { Records = 1 });
            return 0;
        });
        return Find(id, books, access);
    }

    private static FeedDetail Leave(long id, string hash, CompanyBooks books, FeedAccess access)
    {
        books.File.InTransaction(c =>
        {
            var file = new FeedFileTable(c).Find(FeedPull.Connected(c, id).Id, hash) ?? throw RefusedException.NotFound("This file");
            new FeedFileTable(c).Put(file with { LeftAt = Iso.Text(books.Now), LeftBy = books.Who });
            new Storage.Audit.AuditTable(c).Add(books.Now, books.Who, "left", $"feed/{id}", file.FileName, file.Trouble);
            return 0;
        });
        return Find(id, books, access);
    }

    private static Results<FileContentHttpResult, NotFound> Download(
        long id,
        string hash,
        HttpContext http,
        CompanyFiles companies,
        CompanyBooks books,
        ArrivalReaders readers
    )
    {
        if (books.File.Read(c => new FeedFileTable(c).Find(id, hash)) is not { } file || books.File.Originals.Find(hash) is not { } content)
            return TypedResults.NotFound();
        if (books.File.Read(c => new ArrivalTable(c).Find(file.ArrivalId)) is { } arrival)
            http.MustSeeOriginal(companies, Words<ArrivalForm>.Read(arrival.Form), arrival.Source);
        else
            http.MustSeeOriginal(companies, readers, new ArrivedFile(file.FileName, content));
        return TypedResults.File(content, "application/octet-stream", file.FileName);
    }

    internal static RefusedException Trouble(FeedTroubleException e) => new("feed-trouble", e.Message, StatusCodes.Status502BadGateway);
}
