using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.SourcesStandIn;

/// <summary>What the sources have: one SQLite file, one connection at a time.</summary>
public sealed class Desks : IDisposable
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);
    private readonly SqliteConnection file;
    private readonly Lock gate = new();

    public Desks(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
        file = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Pooling = false }.ToString());
        file.Open();
        file.Execute("pragma journal_mode = wal; pragma synchronous = normal; pragma busy_timeout = 5000;");
        using var schema = new StreamReader(typeof(Desks).Assembly.GetManifestResourceStream("Adnumera.SourcesStandIn.Schema.sql")!);
        file.Execute(schema.ReadToEnd());
        foreach (var desk in Desk.All)
            file.Execute("insert or ignore into desk (word, currency) values (@Word, 'USD')", new { desk.Word });
    }

    public void Dispose() => file.Dispose();

    /// <summary>Puts records in, or puts them anew in the place of those with their ids: in one transaction.</summary>
    public void Put(IEnumerable<SourceRecord> records)
    {
        lock (gate)
        {
            using var transaction = file.BeginTransaction();
            foreach (var record in records)
                file.Execute(
                    """
                    delete from record where desk = @Desk and id = @Id;
                    insert into record (desk, id, day, status, entity, counts, money, content)
                    values (@Desk, @Id, @Day, @Status, @Whose, @Counts, @money, @content)
                    """,
                    new
                    {
                        record.Desk,
                        record.Id,
                        record.Day,
                        record.Status,
                        record.Whose,
                        record.Counts,
                        money = Minor.Of(record.Money),
                        content = JsonSerializer.Serialize<object>(record, Json),
                    },
                    transaction
                );
            transaction.Commit();
        }
    }

    public void Put(params SourceRecord[] records) => Put(records.AsEnumerable());

    /// <summary>Puts a file in that came by mail.</summary>
    public void Put(MailedFile record, string mediaType, byte[] content)
    {
        Keep(record.Id, mediaType, content);
        Put(record);
    }

    /// <summary>Puts a claim in with its receipt.</summary>
    public void Put(Claim claim, string mediaType, byte[] receipt)
    {
        Keep(claim.Id, mediaType, receipt);
        Put(claim);
    }

    public (string MediaType, byte[] Content)? FileOf(string id) =>
        Locked(() =>
            file.QueryFirstOrDefault<(string?, byte[]?)>("select media_type, content from file where id = @id", new { id })
                is ({ } media, { } content)
                ? (media, content)
                : ((string, byte[])?)null
        );

    /// <summary>What changed since a number, in that order.</summary>
    /// <param name="from">The first day that is asked for; blank for all.</param>
    public Changes<T> Changes<T>(string desk, string from, long after, int most)
        where T : SourceRecord =>
        Locked(() =>
        {
            var rows = file.Query<(long Change, string Content)>(
                    "select change, content from record where desk = @desk and change > @after and day >= @from "
                        + "order by change limit @next",
                    new
                    {
                        desk,
                        after,
                        from,
                        next = most + 1,
                    }
                )
                .AsList();
            var page = rows.Take(most).ToList();
            return new Changes<T>(
                [.. page.Select(r => JsonSerializer.Deserialize<T>(r.Content, Json)!)],
                page.Count > 0 ? page[^1].Change : after,
                rows.Count > most
            );
        });

    public T? Find<T>(string desk, string id)
        where T : SourceRecord =>
        Locked(() => file.QueryFirstOrDefault<string>("select content from record where desk = @desk and id = @id", new { desk, id }))
            is { } content
            ? JsonSerializer.Deserialize<T>(content, Json)
            : null;

    /// <summary>The latest records of a desk, for its page.</summary>
    public IReadOnlyList<(string Id, string Day, string Status, string Whose, long Money, string Content)> Latest(string desk, int most) =>
        Locked(() =>
            file.Query<(string, string, string, string, long, string)>(
                    "select id, day, status, entity, money, content from record where desk = @desk order by change desc limit @most",
                    new { desk, most }
                )
                .AsList()
        );

    public string[] Values(string desk) =>
        Locked(() =>
            file.Query<string>("select distinct entity from record where desk = @desk and entity <> '' order by entity", new { desk })
                .ToArray()
        );

    public Totals Totals(string desk, string from, string through, string[] whose)
    {
        var counted = List(desk, from, through, whose);
        return new Totals(counted.Length, Minor.Text(counted.Sum(c => Minor.Of(c.Money))));
    }

    /// <summary>What the control total counts, one by one.</summary>
    /// <param name="whose">Of these values of the field that decides; none for all.</param>
    public Counted[] List(string desk, string from, string through, string[] whose) =>
        Locked(() =>
            file.Query<(string Id, string Day, long Money)>(
                    "select id, day, money from record where desk = @desk and counts = 1 and day >= @from and day <= @through "
                        + (whose.Length > 0 ? "and entity in @whose " : "")
                        + "order by day, id",
                    new
                    {
                        desk,
                        from,
                        through,
                        whose,
                    }
                )
                .Select(r => new Counted(r.Id, r.Day, Minor.Text(r.Money)))
                .ToArray()
        );

    /// <summary>Notes what became of a record; the same news again changes nothing.</summary>
    public void Tell(string desk, News news, DateTimeOffset now) =>
        Locked(() =>
            file.Execute(
                "insert or ignore into news (desk, id, what, content, at) values (@desk, @Id, @What, @content, @at)",
                new
                {
                    desk,
                    news.Id,
                    news.What,
                    content = JsonSerializer.Serialize(news, Json),
                    at = now.ToString("O", CultureInfo.InvariantCulture),
                }
            )
        );

    public IReadOnlyList<ToldNews> Told(string desk) =>
        Locked(() =>
            file.Query<(string Content, string At)>("select content, at from news where desk = @desk order by number", new { desk })
                .Select(r => new ToldNews(JsonSerializer.Deserialize<News>(r.Content, Json)!, r.At))
                .ToList()
        );

    public string Allow(string desk, string redirectUri, DateTimeOffset now)
    {
        var code = Secret(desk);
        Locked(() =>
            file.Execute(
                "insert into consent (code_hash, desk, redirect_uri, at) values (@hash, @desk, @redirectUri, @at)",
                new
                {
                    hash = Hash(code),
                    desk,
                    redirectUri,
                    at = now.ToString("O", CultureInfo.InvariantCulture),
                }
            )
        );
        return code;
    }

    /// <summary>Trades a code for a token, once and within ten minutes.</summary>
    public (string Token, string Desk)? Exchange(string code, string redirectUri, DateTimeOffset now) =>
        Locked<(string, string)?>(() =>
        {
            var consent = file.QueryFirstOrDefault<(string? Desk, string RedirectUri, string At)>(
                "delete from consent where code_hash = @hash returning desk, redirect_uri, at",
                new { hash = Hash(code) }
            );
            if (consent.Desk is null || consent.RedirectUri != redirectUri)
                return null;
            if (now - DateTimeOffset.Parse(consent.At, CultureInfo.InvariantCulture) > TimeSpan.FromMinutes(10))
                return null;
            var token = Secret(consent.Desk);
            file.Execute(
                "insert into token (token_hash, desk, at) values (@hash, @Desk, @At)",
                new
                {
                    hash = Hash(token),
                    consent.Desk,
                    consent.At,
                }
            );
            return (token, consent.Desk);
        });

    public bool IsAllowed(string token, string desk) =>
        Locked(() =>
            file.ExecuteScalar<long>(
                "select count(*) from token where token_hash = @hash and desk = @desk and revoked_at = ''",
                new { hash = Hash(token), desk }
            ) == 1
        );

    public void Revoke(string token, DateTimeOffset now) => RevokeWhere("token_hash = @what", Hash(token), now);

    public void RevokeAll(string desk, DateTimeOffset now) => RevokeWhere("desk = @what", desk, now);

    public Faults Faults(string desk) =>
        Locked(() =>
        {
            var (slow, many, gone, broken) = file.QuerySingle<(long, long, long?, long)>(
                "select slow_milliseconds, too_many, gone_after, broken_answers from desk where word = @desk",
                new { desk }
            );
            return new Faults((int)slow, (int)many, (int?)gone, (int)broken);
        });

    public void SetFaults(string desk, Faults faults) =>
        Locked(() =>
            file.Execute(
                "update desk set slow_milliseconds = @SlowMilliseconds, too_many = @TooMany, gone_after = @GoneAfter, "
                    + "broken_answers = @BrokenAnswers where word = @desk",
                new
                {
                    desk,
                    faults.SlowMilliseconds,
                    faults.TooMany,
                    faults.GoneAfter,
                    faults.BrokenAnswers,
                }
            )
        );

    /// <summary>Whether this request is one of too many; counts it off.</summary>
    public bool IsOneTooMany(string desk) => CountsOff(desk, "too_many");

    /// <summary>Whether this answer is cut off; counts it off.</summary>
    public bool Breaks(string desk) => CountsOff(desk, "broken_answers");

    /// <summary>Whether the source is gone; counts this answer off while it is not.</summary>
    public bool IsGone(string desk) =>
        !CountsOff(desk, "gone_after")
        && Locked(() => file.ExecuteScalar<long?>("select gone_after from desk where word = @desk", new { desk })) == 0;

    private void Keep(string id, string mediaType, byte[] content) =>
        Locked(() =>
            file.Execute(
                "insert or replace into file (id, media_type, content) values (@id, @mediaType, @content)",
                new
                {
                    id,
                    mediaType,
                    content,
                }
            )
        );

    private bool CountsOff(string desk, string fault) =>
        Locked(() => file.Execute($"update desk set {fault} = {fault} - 1 where word = @desk and {fault} > 0", new { desk }) == 1);

    private void RevokeWhere(string condition, string what, DateTimeOffset now) =>
        Locked(() =>
            file.Execute(
                $"update token set revoked_at = @at where {condition} and revoked_at = ''",
                new { what, at = now.ToString("O", CultureInfo.InvariantCulture) }
            )
        );

    private T Locked<T>(Func<T> act)
    {
        lock (gate)
            return act();
    }

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    private static string Secret(string desk) => $"{desk}.{Convert.ToHexString(RandomNumberGenerator.GetBytes(24))}";
}
