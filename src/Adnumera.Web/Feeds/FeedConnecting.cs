using System.Globalization;
using System.Security.Claims;
using System.Security.Cryptography;
using System.Text.Json;
using Adnumera.Core.Access;
using Adnumera.Core.Feeds;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Feeds;

/// <summary>Connecting a source once, with the consent of whoever owns it; and letting go of it.</summary>
internal static class FeedConnecting
{
    private static readonly TimeSpan StateLasts = TimeSpan.FromMinutes(15);

    public static void MapFeedConnecting(this RouteGroupBuilder feeds)
    {
        feeds.MapPost("consent", Consent).Needs(Right.Administer);
        feeds.MapPost("folder", Watch).Needs(Right.Administer);
        feeds.MapPut("{id:long}/schedule", Schedule).Needs(Right.Administer);
        feeds.MapDelete("{id:long}", End).Needs(Right.Administer);
    }

    /// <summary>Where a source sends its owner's browser back to.</summary>
    public static void MapFeedReturn(this WebApplication app) => app.MapGet("/connect/feed", Return).ExcludeFromDescription();

    // What was asked for, as it goes around by the source's page.
    private sealed record Asked(string Company, string Person, FeedKind Kind, string Source, DateOnly FromDay, PullEvery Every, long Feed);

    private static FeedConsentAnswer Consent(
        FeedRequest request,
        CompanyBooks books,
        HttpContext http,
        WebSettings settings,
        FeedAccess access,
        IDataProtectionProvider protection
    )
    {
        if (settings.SourcesAddress.Length == 0)
            throw new RefusedException("no-sources", "No source can be reached from here. Nothing was changed; a folder can be watched.");
        var person = http.User.FindFirstValue(ClaimTypes.NameIdentifier)!;
        var asked = books.File.Read(c =>
            request.Feed is { } again
                ? FeedPull.Connected(c, again) is var feed
                    ? new Asked(books.CompanyId, person, feed.KindValue, feed.Source, Iso.Day(feed.FromDay), feed.EveryValue, feed.Id)
                    : null!
                : new Asked(
                    books.CompanyId,
                    person,
                    request.Kind!.Value,
                    Free(c, Named(request)),
                    Dates.Day(request.FromDay ?? ""),
                    request.Every ?? PullEvery.ByHand,
                    0
                )
        );
        if (!asked.Kind.Row().NeedsConsent)
            throw new RefusedException("kind", "A folder needs no consent. Nothing was changed; watch it.", 400);
        var state = Protector(protection).Protect(JsonSerializer.Serialize(asked), StateLasts);
        return new FeedConsentAnswer(
            access.Connector.ConsentPage(new Uri(settings.SourcesAddress), asked.Kind, ReturnAddress(http), state).ToString()
        );
    }

    private static async Task<IResult> Return(
        string? code,
        string state,
        HttpContext http,
        CompanyFiles companies,
        FeedAccess access,
        WebSettings settings,
        IDataProtectionProvider protection,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Asked asked;
        try
        {
            asked = JsonSerializer.Deserialize<Asked>(Protector(protection).Unprotect(state))!;
        }
        catch (CryptographicException)
        {
            return Results.Redirect("/#/feeds?answer=stale");
        }

        var rooms = $"/#/{asked.Company}/set-up/feeds";
        var isTheirs = asked.Person == http.User.FindFirstValue(ClaimTypes.NameIdentifier);
        var person = long.Parse(asked.Person, CultureInfo.InvariantCulture);
        if (!isTheirs || !Rights.Allow(companies.Installation.RoleOf(person, asked.Company), Right.Administer))
            return Results.Redirect($"{rooms}?answer=stale");
        if (code is null)
            return Results.Redirect($"{rooms}?answer=refused");
        try
        {
            var address = new Uri(settings.SourcesAddress);
            var token = access.Protect(await access.Connector.Exchange(address, code, ReturnAddress(http), cancel));
            var books = new CompanyBooks(companies.Open(asked.Company), asked.Company, http.User.FindFirstValue(ClaimTypes.Name)!, clock);
            var id = books.File.InTransaction(c => Keep(c, books, asked, settings.SourcesAddress, token));
            var feed = books.File.Read(c => FeedPull.Connected(c, id));
            await FeedValues.Learn(books, access, feed, cancel);
            return Results.Redirect($"{rooms}/{id}?answer=connected");
        }
        catch (FeedTroubleException)
        {
            return Results.Redirect($"{rooms}?answer=unreachable");
        }
        catch (RefusedException)
        {
            return Results.Redirect($"{rooms}?answer=taken");
        }
    }

    private static FeedDetail Watch(FeedRequest request, CompanyBooks books, WebSettings settings, FeedAccess access)
    {
        if (request.Kind != FeedKind.Folder)
            throw new RefusedException("kind", "Only a folder is watched. Nothing was changed.", 400);
        Directory.CreateDirectory(Path.Combine(settings.IncomingFolder, books.CompanyId, request.Folder!));
        var id = books.File.InTransaction(c =>
        {
            if (new FeedTable(c).All().Any(f => f is { KindValue: FeedKind.Folder } && f.Address == request.Folder))
                throw new RefusedException("folder", "This folder is watched already. Nothing was changed.");
            return Add(
                c,
                books,
                new Asked(
                    books.CompanyId,
                    "",
                    FeedKind.Folder,
                    Free(c, request.Source!.Trim()),
                    Dates.DayOrNone(request.FromDay) ?? books.Today,
                    request.Every ?? PullEvery.ByHand,
                    0
                ),
                request.Folder!,
                ""
            );
        });
        return FeedEndpoints.Find(id, books, access);
    }

    private static FeedDetail Schedule(long id, FeedScheduleRequest request, CompanyBooks books, FeedAccess access)
    {
        books.File.InTransaction(c =>
        {
            var feed = FeedPull.Connected(c, id);
            var every = request.Every!.Value;
            new FeedTable(c).Schedule(id, every, PullTimes.Between(every) is null ? "" : Iso.Text(books.Now));
            new AuditTable(c).Add(books.Now, books.Who, "how often a feed is pulled", $"feed/{id}", feed.Every, Words<PullEvery>.Of(every));
            return 0;
        });
        return FeedEndpoints.Find(id, books, access);
    }

    private static async Task<NoContent> End(long id, CompanyBooks books, FeedAccess access, CancellationToken cancel)
    {
        var feed = books.File.Read(c => FeedPull.Connected(c, id));
        try
        {
            await access.Open(books, feed).Revoke(cancel);
        }
        catch (Exception e) when (e is FeedTroubleException || e is RefusedException { Type: "token-unreadable" })
        {
            // The source forgot us already, or cannot be asked; the token is forgotten here in any case.
        }

        books.File.InTransaction(c =>
        {
            new FeedTable(c).End(id, Iso.Text(books.Now), books.Who);
            new AuditTable(c).Add(books.Now, books.Who, "end a feed", $"feed/{id}", feed.Source, "");
            return 0;
        });
        return TypedResults.NoContent();
    }

    private static long Keep(SqliteConnection company, CompanyBooks books, Asked asked, string address, string token)
    {
        if (asked.Feed == 0)
            return Add(company, books, asked with { Source = Free(company, asked.Source) }, address, token);
        FeedPull.Connected(company, asked.Feed);
        new FeedTable(company).Allow(asked.Feed, token, address);
        new AuditTable(company).Add(books.Now, books.Who, "allow a feed anew", $"feed/{asked.Feed}", "", asked.Source);
        return asked.Feed;
    }

    private static long Add(SqliteConnection company, CompanyBooks books, Asked asked, string address, string token)
    {
        var (kind, every, now) = (Words<FeedKind>.Of(asked.Kind), Words<PullEvery>.Of(asked.Every), Iso.Text(books.Now));
        var next = PullTimes.Between(asked.Every) is null ? "" : now;
        var id = new FeedTable(company).Add(
            new FeedRow(0, kind, asked.Source, address, token, Iso.Text(asked.FromDay), every, "", now, books.Who, "", "", next, 0, "", 0)
        );
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "connect a feed",
            $"feed/{id}",
            "",
            new
            {
                asked.Source,
                kind,
                asked.FromDay,
                every,
            }
        );
        return id;
    }

    // One feed brings the documents of a source.
    private static string Free(SqliteConnection company, string source) =>
        new FeedTable(company).Of(source) is null
            ? source
            : throw new RefusedException("source", $"{Quote.Of(source)} has a feed already. Nothing was changed; choose another name.");

    private static string Named(FeedRequest request) =>
        request.Kind!.Value.Row().OwnSource is { Length: > 0 } own ? own : request.Source!.Trim();

    private static ITimeLimitedDataProtector Protector(IDataProtectionProvider protection) =>
        protection.CreateProtector("feed-consent").ToTimeLimitedDataProtector();

    private static Uri ReturnAddress(HttpContext http) => new($"{http.Request.Scheme}://{http.Request.Host}/connect/feed");
}
