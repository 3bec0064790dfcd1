using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.LedgerStandIn;

/// <summary>The stand-in's books: one SQLite file, one connection at a time.</summary>
public sealed partial class Books : IDisposable
{
    public const int LongestReference = 30;
    public const int LongestText = 200;
    private static readonly string[] Forms =
    [
        "bill",
        "supplier_credit",
        "card_charge",
        "card_refund",
        "expense_claim",
        "cash_payment",
        "journal",
    ];
    private readonly SqliteConnection file;
    private readonly Lock gate = new();

    public Books(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
        file = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = path,
                ForeignKeys = true,
                Pooling = false,
            }.ToString()
        );
        file.Open();
        file.Execute("pragma journal_mode = wal; pragma synchronous = normal; pragma busy_timeout = 5000;");
        using var schema = new StreamReader(typeof(Books).Assembly.GetManifestResourceStream("Adnumera.LedgerStandIn.Schema.sql")!);
        file.Execute(schema.ReadToEnd());
        BringUpToDate();
    }

    /// <summary>The books that a request is about: those of its address, or those of its token.</summary>
    public static ValueTask<Books?> BindAsync(HttpContext http)
    {
        var shelf = http.RequestServices.GetRequiredService<Shelf>();
        var organisation = http.Request.RouteValues["organisation"] as string ?? Api.Token(http.Request).Split('.')[0];
        return ValueTask.FromResult(shelf.Find(organisation));
    }

    public void Dispose() => file.Dispose();

    public static string Text(long minor) => (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture);

    // Books that were kept when lines had three dimensions only.
    private void BringUpToDate()
    {
        if (file.ExecuteScalar<long>("select count(*) from pragma_table_info('entry_line') where name = 'department'") == 0)
            return;
        file.Execute(
            """
            alter table entry_line add column dimensions text not null default '{}';
            update entry_line set dimensions = json_patch('{}', json_object(
              'department', nullif(department, ''), 'location', nullif(location, ''), 'project', nullif(project, '')));
            alter table entry_line drop column department; alter table entry_line drop column location; alter table entry_line drop column
              project;
            """
        );
    }

    private static string IdOf(long number) => $"E{number}";

    private static long Number(string id) =>
        id.StartsWith('E') && long.TryParse(id.AsSpan(1), CultureInfo.InvariantCulture, out var number) ? number : 0;

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    private static long Minor(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return 0;
        if (
            !decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var amount)
            || amount * 100 != decimal.Truncate(amount * 100)
        )
            throw new RefusalException("bad-amount", $"\"{text}\" is not an amount of two decimals.");
        return (long)(amount * 100);
    }

    private static string Day(string? text, string field) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            ? text!
            : throw new RefusalException("bad-date", $"{field}: \"{text}\" is not a date.");

    // The same key and content answers with the first result; the same key with other content is refused.
    private (T Result, bool Repeated) Once<T>(string key, object content, Func<T> act) =>
        InTransaction(() =>
        {
            if (string.IsNullOrWhiteSpace(key))
                throw new RefusalException("idempotency-key-missing", "Posting needs the header Idempotency-Key.", 400);
            var hash = Hash(JsonSerializer.Serialize(content, content.GetType()));
            var first = file.QueryFirstOrDefault<(string Hash, string Result)>(
                "select content_hash, result from idempotency where key = @key",
                new { key }
            );
            if (first.Hash is not null)
            {
                return first.Hash == hash
                    ? (JsonSerializer.Deserialize<T>(first.Result)!, true)
                    : throw new RefusalException("idempotency-key-reused", "This key was used for other content.", 409);
            }

            var result = act();
            file.Execute(
                "insert into idempotency (key, content_hash, result) values (@key, @hash, @result)",
                new
                {
                    key,
                    hash,
                    result = JsonSerializer.Serialize(result),
                }
            );
            return (result, false);
        });

    private T Locked<T>(Func<T> act)
    {
        lock (gate)
            return act();
    }

    private T InTransaction<T>(Func<T> act)
    {
        lock (gate)
        {
            using var transaction = file.BeginTransaction();
            var result = act();
            transaction.Commit();
            return result;
        }
    }
}
