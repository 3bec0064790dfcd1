using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.LedgerStandIn;

public sealed record Organisation(string Id, string Name, string Currency, string LockedThrough);
public sealed record LedgerAccount(string Id, string Number, string Name, string Kind, string Role, string Parent, bool Active);
public sealed record Supplier(string Id, string Name);
public sealed record TaxCode(string Code, string Name, string Percent);
public sealed record NewSupplier(string? Name);
public sealed record NewLine(string? Account, string? Debit, string? Credit, string? TaxCode, string? Department, string? Location, string? Project, string? Memo);
public sealed record NewEntry(
    string? Form, string? Date, string? DueDate, string? Reference, string? Supplier, string? Employee, string? Currency, string? Memo,
    string? Source, string? SourceId, IReadOnlyList<NewLine>? Lines);
public sealed record EntryLine(int Line, string Account, string Debit, string Credit, string TaxCode, string Department, string Location, string Project, string Memo);
public sealed record Entry(
    string Id, string Form, string Type, string Date, string DueDate, string Reference, string Supplier, string Employee, string Memo,
    string Source, string SourceId, string Status, IReadOnlyList<EntryLine> Lines);
public sealed record Balance(string Account, string Debit, string Credit);
public sealed record Faults(int SlowMilliseconds, int LoseAnswers);

/// <summary>A refusal, as a ledger words it.</summary>
public sealed class RefusalException(string code, string detail, int status = 422) : Exception(detail)
{
    public string Code => code;

    public int Status => status;
}

/// <summary>The stand-in's books: one SQLite file, one connection at a time.</summary>
public sealed class Books : IDisposable
{
    public const int LongestReference = 30;
    public const int LongestText = 200;
    private static readonly string[] Forms = ["bill", "supplier_credit", "card_charge", "card_refund", "expense_claim", "journal"];
    private readonly SqliteConnection file;
    private readonly Lock gate = new();

    public Books(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
        file = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, Pooling = false }.ToString());
        file.Open();
        file.Execute("pragma journal_mode = wal; pragma synchronous = normal; pragma busy_timeout = 5000;");
        using var schema = new StreamReader(typeof(Books).Assembly.GetManifestResourceStream("Adnumera.LedgerStandIn.Schema.sql")!);
        file.Execute(schema.ReadToEnd());
    }

    public Organisation Organisation() => Locked(() => file.QuerySingle<Organisation>("select id, name, currency, locked_through as LockedThrough from organisation limit 1"));

    public IReadOnlyList<LedgerAccount> Accounts() => Locked(() => file
        .Query<(string Id, string Number, string Name, string Kind, string Role, string Parent, long Active)>("select id, number, name, kind, role, parent, active from account order by number, id")
        .Select(a => new LedgerAccount(a.Id, a.Number, a.Name, a.Kind, a.Role, a.Parent, a.Active == 1)).ToList());

    public IReadOnlyList<Supplier> Suppliers() => Locked(() => file.Query<Supplier>("select id, name from supplier order by name").AsList());

    public IReadOnlyList<TaxCode> TaxCodes() => Locked(() => file.Query<TaxCode>("select code, name, percent from tax_code order by code").AsList());

    public Faults Faults() => Locked(() =>
    {
        var (slow, lose) = file.QuerySingle<(long, long)>("select slow_milliseconds, lose_answers from fault");
        return new Faults((int)slow, (int)lose);
    });

    public void SetFaults(Faults faults) => Locked(() => file.Execute("update fault set slow_milliseconds = @SlowMilliseconds, lose_answers = @LoseAnswers", faults));

    /// <summary>Whether this answer is one of those that get lost; counts it off.</summary>
    public bool LosesThisAnswer() => Locked(() => file.Execute("update fault set lose_answers = lose_answers - 1 where lose_answers > 0") == 1);

    public void SetUp(Organisation organisation, IEnumerable<LedgerAccount> accounts, IEnumerable<Supplier> suppliers, IEnumerable<TaxCode> taxCodes) => InTransaction(() =>
    {
        file.Execute("insert into organisation (id, name, currency, locked_through) values (@Id, @Name, @Currency, @LockedThrough)", organisation);
        foreach (var account in accounts) Insert(account);
        foreach (var supplier in suppliers) file.Execute("insert into supplier (id, name) values (@Id, @Name)", supplier);
        foreach (var code in taxCodes) file.Execute("insert into tax_code (code, name, percent) values (@Code, @Name, @Percent)", code);
        return 0;
    });

    public void AddAccount(LedgerAccount account) => InTransaction(() =>
    {
        if (account.Id.Length == 0 || account.Name.Length == 0) throw new RefusalException("incomplete", "An account needs an id and a name.");
        if (file.ExecuteScalar<long>("select count(*) from account where id = @Id", account) > 0) throw new RefusalException("account-exists", $"Account {account.Id} exists already.");
        return Insert(account);
    });

    public void SetActive(string account, bool active) => Locked(() => file.Execute("update account set active = @active where id = @account", new { account, active }));

    public void LockThrough(string day) => Locked(() => file.Execute("update organisation set locked_through = @day", new { day }));

    /// <summary>Adds a supplier once for a key.</summary>
    public (Supplier Supplier, bool Repeated) PostSupplier(string key, NewSupplier supplier) => Once(key, supplier, () =>
    {
        var name = supplier.Name?.Trim() ?? "";
        if (name.Length == 0) throw new RefusalException("incomplete", "A supplier needs a name.");
        if (name.Length > LongestText) throw new RefusalException("text-too-long", $"A supplier's name has at most {LongestText} characters.");
        var existing = file.QueryFirstOrDefault<Supplier>("select id, name from supplier where name = @name", new { name });
        if (existing is not null) return existing;
        var added = new Supplier($"S{file.ExecuteScalar<long>("select count(*) from supplier") + 101}", name);
        file.Execute("insert into supplier (id, name) values (@Id, @Name)", added);
        return added;
    });

    /// <summary>Posts an entry once for a key.</summary>
    public (Entry Entry, bool Repeated) Post(string key, NewEntry entry)
    {
        var (id, repeated) = Once(key, entry, () => Save(entry));
        return (Find(id)!, repeated);
    }

    /// <summary>An entry without a key, as the owner writes it on the stand-in's own pages.</summary>
    public Entry PostByHand(NewEntry entry, string type = "entry")
    {
        var id = InTransaction(() =>
        {
            var saved = Save(entry);
            file.Execute("update entry set type = @type where number = @number", new { type, number = Number(saved) });
            return saved;
        });
        return Find(id)!;
    }

    public string? ResultOf(string key) => Locked(() => file.QueryFirstOrDefault<string>("select result from idempotency where key = @key", new { key }) is { } json
        ? JsonSerializer.Deserialize<JsonElement>(json) is { ValueKind: JsonValueKind.String } id ? id.GetString() : JsonSerializer.Deserialize<Supplier>(json)!.Id
        : null);

    public Entry? Find(string id) => Locked(() => Read("where number = @number", new { number = Number(id) }, 1).FirstOrDefault());

    /// <summary>A page of entries by date, after the given one.</summary>
    public IReadOnlyList<Entry> Page(string from, string through, string? after, int most) => Locked(() =>
    {
        var last = after is null ? null : file.QueryFirstOrDefault<string>("select date from entry where number = @number", new { number = Number(after) });
        return Read("where date >= @from and date <= @through and (date, number) > (@date, @number)",
            new { from, through, date = last ?? "", number = after is null ? 0 : Number(after) }, most);
    });

    public IReadOnlyList<Entry> BySource(IReadOnlyList<string[]> keys) => Locked(() => Read(
        "where (source, source_id) in (select value ->> 0, value ->> 1 from json_each(@keys))", new { keys = JsonSerializer.Serialize(keys) }, int.MaxValue));

    public IReadOnlyList<Entry> Latest(int most) => Locked(() => Read("", new { }, most, "number desc"));

    public IReadOnlyList<Balance> TrialBalance(string through) => Locked(() => file.Query<(string Account, long Signed)>(
        """
        select l.account, sum(l.debit - l.credit) from entry e join entry_line l on l.entry = e.number
        where e.status = 'posted' and e.date <= @through group by l.account order by l.account
        """, new { through }).Select(b => new Balance(b.Account, Text(Math.Max(b.Signed, 0)), Text(Math.Max(-b.Signed, 0)))).ToList());

    public void Edit(string id, string date, string reference, string supplier, string status, IReadOnlyList<(int Line, string Account, string Debit, string Credit)> lines) => InTransaction(() =>
    {
        var number = Number(id);
        if (lines.Sum(l => Minor(l.Debit) - Minor(l.Credit)) != 0) throw new RefusalException("unbalanced", "Debits and credits differ.");
        Day(date, "date");
        file.Execute("update entry set date = @date, reference = @reference, supplier = @supplier, status = @status where number = @number", new { number, date, reference, supplier, status });
        foreach (var line in lines)
            file.Execute("update entry_line set account = @Account, debit = @debit, credit = @credit where entry = @number and line = @Line",
                new { number, line.Line, line.Account, debit = Minor(line.Debit), credit = Minor(line.Credit) });
        return 0;
    });

    public void SetStatus(string id, string status) => Locked(() => file.Execute("update entry set status = @status where number = @number", new { number = Number(id), status }));

    public void Copy(string id) => InTransaction(() =>
    {
        var number = Number(id);
        var copy = file.ExecuteScalar<long>("select max(number) + 1 from entry");
        file.Execute("insert into entry select @copy, form, date, due_date, reference, supplier, employee, memo, source, source_id, status, type from entry where number = @number", new { copy, number });
        file.Execute("insert into entry_line select @copy, line, account, debit, credit, tax_code, department, location, project, memo from entry_line where entry = @number", new { copy, number });
        return 0;
    });

    public string Allow(string client, string redirectUri, DateTimeOffset now)
    {
        var code = Convert.ToHexString(RandomNumberGenerator.GetBytes(24));
        Locked(() => file.Execute("insert into consent (code_hash, client, redirect_uri, at) values (@hash, @client, @redirectUri, @at)",
            new { hash = Hash(code), client, redirectUri, at = now.ToString("O", CultureInfo.InvariantCulture) }));
        return code;
    }

    /// <summary>Trades a code for a token, once and within ten minutes.</summary>
    public string? Exchange(string code, string redirectUri, DateTimeOffset now) => InTransaction(() =>
    {
        var consent = file.QueryFirstOrDefault<(string Client, string RedirectUri, string At)>("delete from consent where code_hash = @hash returning client, redirect_uri, at", new { hash = Hash(code) });
        if (consent.Client is null || consent.RedirectUri != redirectUri) return null;
        if (now - DateTimeOffset.Parse(consent.At, CultureInfo.InvariantCulture) > TimeSpan.FromMinutes(10)) return null;
        var token = Convert.ToHexString(RandomNumberGenerator.GetBytes(32));
        file.Execute("insert into token (token_hash, client, granted_at) values (@hash, @Client, @at)", new { hash = Hash(token), consent.Client, at = now.ToString("O", CultureInfo.InvariantCulture) });
        return token;
    });

    public bool IsAllowed(string token) => Locked(() => file.ExecuteScalar<long>("select count(*) from token where token_hash = @hash and revoked_at = ''", new { hash = Hash(token) }) == 1);

    public void Revoke(string token, DateTimeOffset now) => Locked(() => file.Execute("update token set revoked_at = @at where token_hash = @hash", new { hash = Hash(token), at = now.ToString("O", CultureInfo.InvariantCulture) }));

    public void RevokeAll(DateTimeOffset now) => Locked(() => file.Execute("update token set revoked_at = @at where revoked_at = ''", new { at = now.ToString("O", CultureInfo.InvariantCulture) }));

    public int Allowed() => Locked(() => (int)file.ExecuteScalar<long>("select count(*) from token where revoked_at = ''"));

    public void Dispose() => file.Dispose();

    public static string Text(long minor) => (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture);

    private static string IdOf(long number) => $"E{number}";

    private static long Number(string id) => id.StartsWith('E') && long.TryParse(id.AsSpan(1), CultureInfo.InvariantCulture, out var number) ? number : 0;

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    private static long Minor(string? text)
    {
        if (string.IsNullOrWhiteSpace(text)) return 0;
        if (!decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var amount) || amount * 100 != decimal.Truncate(amount * 100))
            throw new RefusalException("bad-amount", $"\"{text}\" is not an amount of two decimals.");
        return (long)(amount * 100);
    }

    private static string Day(string? text, string field) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _) ? text! : throw new RefusalException("bad-date", $"{field}: \"{text}\" is not a date.");

    private int Insert(LedgerAccount account) => file.Execute(
        "insert into account (id, number, name, kind, role, parent, active) values (@Id, @Number, @Name, @Kind, @Role, @Parent, @Active)", account);

    // The same key and content answers with the first result; the same key with other content is refused.
    private (T Result, bool Repeated) Once<T>(string key, object content, Func<T> act) => InTransaction(() =>
    {
        if (string.IsNullOrWhiteSpace(key)) throw new RefusalException("idempotency-key-missing", "Posting needs the header Idempotency-Key.", 400);
        var hash = Hash(JsonSerializer.Serialize(content, content.GetType()));
        var first = file.QueryFirstOrDefault<(string Hash, string Result)>("select content_hash, result from idempotency where key = @key", new { key });
        if (first.Hash is not null)
        {
            return first.Hash == hash
                ? (JsonSerializer.Deserialize<T>(first.Result)!, true)
                : throw new RefusalException("idempotency-key-reused", "This key was used for other content.", 409);
        }

        var result = act();
        file.Execute("insert into idempotency (key, content_hash, result) values (@key, @hash, @result)", new { key, hash, result = JsonSerializer.Serialize(result) });
        return (result, false);
    });

    private string Save(NewEntry entry)
    {
        var date = Day(entry.Date, "date");
        if (!Forms.Contains(entry.Form)) throw new RefusalException("form-unknown", $"\"{entry.Form}\" is not a form of entry here.");
        var (_, _, currency, lockedThrough) = file.QuerySingle<Organisation>("select id, name, currency, locked_through as LockedThrough from organisation limit 1");
        if (entry.Currency != currency) throw new RefusalException("currency", $"This ledger is kept in {currency}.");
        if (string.CompareOrdinal(date, lockedThrough) <= 0) throw new RefusalException("period-locked", $"The period through {lockedThrough} is locked.");
        if (entry.Reference?.Length > LongestReference) throw new RefusalException("text-too-long", $"reference: at most {LongestReference} characters.");
        if (entry.Memo?.Length > LongestText) throw new RefusalException("text-too-long", $"memo: at most {LongestText} characters.");
        var supplier = entry.Supplier?.Trim() ?? "";
        if (entry.Form is "bill" or "supplier_credit" && supplier.Length == 0) throw new RefusalException("supplier-unknown", "A bill needs a supplier.");
        if (supplier.Length > 0 && file.ExecuteScalar<long>("select count(*) from supplier where name = @supplier", new { supplier }) == 0)
            throw new RefusalException("supplier-unknown", $"There is no supplier \"{supplier}\".");

        var lines = entry.Lines ?? [];
        if (lines.Count < 2) throw new RefusalException("incomplete", "An entry has at least two lines.");
        if (lines.Sum(l => Minor(l.Debit) - Minor(l.Credit)) != 0) throw new RefusalException("unbalanced", "Debits and credits differ.");
        foreach (var line in lines)
        {
            if (line.Memo?.Length > LongestText) throw new RefusalException("text-too-long", $"line memo: at most {LongestText} characters.");
            var active = file.QueryFirstOrDefault<long?>("select active from account where id = @Account", line)
                ?? throw new RefusalException("account-unknown", $"There is no account {line.Account}.");
            if (active == 0) throw new RefusalException("account-closed", $"Account {line.Account} is closed.");
        }

        var number = Math.Max(1000, file.ExecuteScalar<long>("select coalesce(max(number), 1000) from entry")) + 1;
        file.Execute(
            """
            insert into entry (number, form, date, due_date, reference, supplier, employee, memo, source, source_id)
            values (@number, @Form, @date, @due, @reference, @supplier, @employee, @memo, @source, @sourceId)
            """,
            new
            {
                number,
                entry.Form,
                date,
                due = entry.DueDate ?? "",
                reference = entry.Reference ?? "",
                supplier,
                employee = entry.Employee ?? "",
                memo = entry.Memo ?? "",
                source = entry.Source ?? "",
                sourceId = entry.SourceId ?? "",
            });
        for (var i = 0; i < lines.Count; i++)
        {
            var l = lines[i];
            file.Execute(
                """
                insert into entry_line (entry, line, account, debit, credit, tax_code, department, location, project, memo)
                values (@number, @line, @Account, @debit, @credit, @taxCode, @department, @location, @project, @memo)
                """,
                new
                {
                    number,
                    line = i + 1,
                    l.Account,
                    debit = Minor(l.Debit),
                    credit = Minor(l.Credit),
                    taxCode = l.TaxCode ?? "",
                    department = l.Department ?? "",
                    location = l.Location ?? "",
                    project = l.Project ?? "",
                    memo = l.Memo ?? "",
                });
        }

        return IdOf(number);
    }

    private List<Entry> Read(string where, object parameters, int most, string order = "date, number")
    {
        var arguments = new DynamicParameters(parameters);
        arguments.Add("most", most);
        var heads = file.Query<Head>(
            $"select number, form, type, date, due_date as DueDate, reference, supplier, employee, memo, source, source_id as SourceId, status from entry {where} order by {order} limit @most", arguments).AsList();
        var lines = file.Query<Line>(
            """
            select entry, line as number, account, debit, credit, tax_code as TaxCode, department, location, project, memo
            from entry_line where entry in (select value from json_each(@numbers)) order by entry, line
            """, new { numbers = JsonSerializer.Serialize(heads.Select(h => h.Number)) }).ToLookup(l => l.Entry);
        return [.. heads.Select(h => new Entry(IdOf(h.Number), h.Form, h.Type, h.Date, h.DueDate, h.Reference, h.Supplier, h.Employee, h.Memo, h.Source, h.SourceId, h.Status,
            [.. lines[h.Number].Select(l => new EntryLine((int)l.Number, l.Account, Text(l.Debit), Text(l.Credit), l.TaxCode, l.Department, l.Location, l.Project, l.Memo))]))];
    }

    private T Locked<T>(Func<T> act)
    {
        lock (gate) return act();
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

    private sealed record Head(long Number, string Form, string Type, string Date, string DueDate, string Reference, string Supplier, string Employee, string Memo, string Source, string SourceId, string Status);

    private sealed record Line(long Entry, long Number, string Account, long Debit, long Credit, string TaxCode, string Department, string Location, string Project, string Memo);
}
