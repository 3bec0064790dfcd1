using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Runtime.CompilerServices;
using System.Text.Json;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Polly;
using Polly.Timeout;

namespace Adnumera.LedgerClient;

/// <summary>A ledger over its HTTP API.</summary>
/// <param name="http">A client whose base address is the ledger's.</param>
/// <param name="token">The token that the ledger's owner gave.</param>
/// <param name="currency">The ledger's currency, for the decimals of its amounts.</param>
public sealed class HttpLedger(HttpClient http, string token, Currency currency) : ILedger
{
    private const int PageSize = 500;
    private const int KeysAtOnce = 500;
    private const string KeyReused = "idempotency-key-reused";

    // What a ledger leaves out, or says null of, is no answer.
    private static readonly JsonSerializerOptions Strictly = new(JsonSerializerDefaults.Web) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true };

    /// <summary>The page on which the ledger's owner allows the connection.</summary>
    public static Uri ConsentPage(Uri ledger, Uri redirect, string state) => new(ledger,
        $"consent?client=Adnumera&redirect_uri={Uri.EscapeDataString(redirect.ToString())}&state={Uri.EscapeDataString(state)}");

    /// <summary>Trades the code of the consent page for a token.</summary>
    public static async Task<string> Exchange(HttpClient http, string code, Uri redirect, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/tokens") { Content = JsonContent.Create(new { code, redirectUri = redirect.ToString() }) };
        using var answer = await Reach(() => http.SendAsync(request, cancel), cancel);
        if (!answer.IsSuccessStatusCode) throw new LedgerUnavailableException($"The ledger did not give a token: {await Says(answer, cancel)}");
        return (await Body<TokenAnswer>(answer, cancel)).Token;
    }

    /// <inheritdoc/>
    public Task<LedgerOrganisation> Organisation(CancellationToken cancel) => Understood(async () =>
    {
        var o = await Get<OrganisationAnswer>("api/organisation", cancel);
        return new LedgerOrganisation(o.Id, o.Name, o.Currency, string.IsNullOrEmpty(o.LockedThrough) ? null : DateOnly.ParseExact(o.LockedThrough, "yyyy-MM-dd", CultureInfo.InvariantCulture));
    });

    /// <inheritdoc/>
    public Task<LedgerRecords> Records(CancellationToken cancel) => Understood(async () => new LedgerRecords
    {
        Organisation = await Organisation(cancel),
        Accounts = [.. (await Get<AccountAnswer[]>("api/accounts", cancel)).Select(AccountOf)],
        Suppliers = await Get<LedgerSupplier[]>("api/suppliers", cancel),
        Employees = await Get<LedgerEmployee[]>("api/employees", cancel),
        Dimensions = [.. (await Get<DimensionAnswer[]>("api/dimensions", cancel)).Select(d => new LedgerDimension(Word<DimensionKind>(d.Kind, "dimension"), d.Id, d.Name, d.Active))],
        Terms = [.. (await Get<TermAnswer[]>("api/payment-terms", cancel)).Select(t => new PaymentTerm(t.Id, t.Name, Word<TermRule>(t.Rule, "payment term"), t.Days))],
        Items = await Get<LedgerItem[]>("api/items", cancel),
        TaxCodes = [.. (await Get<TaxCodeAnswer[]>("api/tax-codes", cancel)).Select(t => new LedgerTaxCode(t.Code, t.Name, decimal.Parse(t.Percent, CultureInfo.InvariantCulture)))],
        Capabilities = new LedgerCapabilities([.. (await Get<FeatureAnswer[]>("api/features", cancel)).Where(f => f.On).Select(f => Word<LedgerFeature>(f.Name, "feature"))]),
        History = [.. (await Get<HistoryAnswer[]>("api/supplier-history", cancel)).Select(h => new SupplierPosting(h.Supplier, h.Account, h.Lines, DateOnly.ParseExact(h.Last, "yyyy-MM-dd", CultureInfo.InvariantCulture)))],
    });

    /// <inheritdoc/>
    public Task<PostingAnswer> PostSupplier(string idempotencyKey, string name, CancellationToken cancel) =>
        Post("api/suppliers", idempotencyKey, new { name }, cancel);

    /// <inheritdoc/>
    public Task<PostingAnswer> PostEntry(EntryInstruction instruction, CancellationToken cancel) => Post("api/entries", instruction.IdempotencyKey, new
    {
        form = Words<LedgerForm>.Of(instruction.Form),
        date = Day(instruction.Date),
        dueDate = instruction.DueDate is { } due ? Day(due) : "",
        reference = instruction.Reference,
        supplier = instruction.Supplier,
        employee = instruction.Employee,
        currency = instruction.Currency,
        memo = instruction.Memo,
        source = instruction.Identity.Source,
        sourceId = instruction.Identity.SourceId,
        lines = instruction.Lines.Select(l => new
        {
            account = l.Account,
            debit = Text(Math.Max(l.Signed, 0)),
            credit = Text(Math.Max(-l.Signed, 0)),
            taxCode = l.TaxCode,
            department = l.Department,
            location = l.Location,
            project = l.Project,
            memo = l.Memo,
            item = l.Item,
        }),
    }, cancel);

    /// <inheritdoc/>
    public async Task<string?> FindByKey(string idempotencyKey, CancellationToken cancel)
    {
        using var answer = await Send(HttpMethod.Get, $"api/results?key={Uri.EscapeDataString(idempotencyKey)}", null, cancel);
        if (answer.StatusCode == HttpStatusCode.NotFound) return null;
        return (await Body<KeyAnswer>(answer, cancel)).Id;
    }

    /// <inheritdoc/>
    public async IAsyncEnumerable<FoundEntry> Entries(DateOnly from, DateOnly through, [EnumeratorCancellation] CancellationToken cancel)
    {
        var after = "";
        while (true)
        {
            var page = await Get<EntryAnswer[]>($"api/entries?from={Day(from)}&through={Day(through)}&most={PageSize}{(after.Length > 0 ? $"&after={after}" : "")}", cancel);
            foreach (var entry in await Understood(() => Task.FromResult(Array.ConvertAll(page, Found)))) yield return entry;
            if (page.Length < PageSize) yield break;
            after = page[^1].Id;
        }
    }

    /// <inheritdoc/>
    public async Task<IReadOnlyList<FoundEntry>> EntriesOf(IReadOnlyCollection<DocumentIdentity> identities, CancellationToken cancel)
    {
        var found = new List<FoundEntry>();
        foreach (var keys in identities.Chunk(KeysAtOnce))
        {
            using var answer = await Send(HttpMethod.Post, "api/entries/by-source", JsonContent.Create(keys.Select(k => new[] { k.Source, k.SourceId })), cancel);
            var page = await Body<EntryAnswer[]>(answer, cancel);
            found.AddRange(await Understood(() => Task.FromResult(Array.ConvertAll(page, Found))));
        }

        return found;
    }

    /// <inheritdoc/>
    public async Task<IReadOnlyList<LedgerBalance>> TrialBalance(DateOnly through, CancellationToken cancel) =>
        [.. (await Get<BalanceAnswer[]>($"api/trial-balance?through={Day(through)}", cancel)).Select(b => new LedgerBalance(b.Account, Minor(b.Debit) - Minor(b.Credit)))];

    /// <inheritdoc/>
    public async Task Revoke(CancellationToken cancel)
    {
        using var answer = await Send(HttpMethod.Delete, "api/tokens/current", null, cancel);
    }

    /// <summary>The page of a record in the ledger, for its owner to look at or to change it.</summary>
    public static Uri RecordPage(Uri ledger, string organisation, RecordKind kind, string id) => new(ledger,
        $"{Uri.EscapeDataString(organisation)}/{kind switch { RecordKind.Account => "accounts", RecordKind.Supplier => "suppliers", _ => "masters" }}#{Uri.EscapeDataString(id)}");

    private static Account AccountOf(AccountAnswer a) => new()
    {
        Id = a.Id,
        Number = a.Number,
        Name = a.Name,
        Kind = Word<AccountKind>(a.Kind, "account"),
        Role = Words<AccountRole>.TryRead(a.Role, out var role) ? role : AccountRole.None,
        Parent = a.Parent,
        Active = a.Active,
        Requires = a.Requires.Length > 0 ? Word<DimensionKind>(a.Requires, "dimension") : null,
    };

    private static T Word<T>(string word, string what) where T : struct, Enum =>
        Words<T>.TryRead(word, out var value) ? value : throw new LedgerUnavailableException($"The ledger has a {what} of unknown kind \"{word}\". Nothing was changed.");

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private string Text(long minor) => AmountText.Format(minor, currency.Digits);

    private long Minor(string text) => AmountText.Read(text, currency.Digits, out var minor) == AmountText.Fault.None
        ? minor
        : throw new LedgerUnavailableException($"The ledger answered \"{text}\" where an amount of {currency} is expected.");

    private FoundEntry Found(EntryAnswer entry) => new()
    {
        LedgerEntry = entry.Id,
        Identity = entry.Source.Length > 0 ? new DocumentIdentity(entry.Source, entry.SourceId) : null,
        IsPayment = entry.Type == "payment",
        Status = Words<LedgerStatus>.TryRead(entry.Status, out var status) ? status : throw new LedgerUnavailableException($"Entry {entry.Id} has the unknown status \"{entry.Status}\"."),
        Date = DateOnly.ParseExact(entry.Date, "yyyy-MM-dd", CultureInfo.InvariantCulture),
        Reference = entry.Reference,
        Supplier = entry.Supplier,
        Employee = entry.Employee,
        Lines = [.. entry.Lines.Select(l => l is null ? throw new FormatException($"Entry {entry.Id} has an empty line.") : new ProofLine(l.Account, Minor(l.Debit), Minor(l.Credit), l.TaxCode, new Dimensions(l.Department, l.Location, l.Project)))],
    };

    // What the network does to a post is an answer, too: anything but a clear yes or no means that it may or may not have arrived.
    private async Task<PostingAnswer> Post(string path, string key, object content, CancellationToken cancel)
    {
        try
        {
            using var request = Request(HttpMethod.Post, path, JsonContent.Create(content, content.GetType()));
            request.Headers.Add("Idempotency-Key", key);
            using var answer = await http.SendAsync(request, cancel);
            switch (answer.StatusCode)
            {
                case HttpStatusCode.OK or HttpStatusCode.Created:
                    return await Body<IdAnswer>(answer, cancel) is { Id.Length: > 0 } made ? new PostingAnswer.Accepted(made.Id) : new PostingAnswer.Lost("The ledger named no entry.");
                case HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden:
                    return new PostingAnswer.NotAllowed();
                case HttpStatusCode.TooManyRequests:
                    return new PostingAnswer.TryLater(answer.Headers.RetryAfter?.Delta ?? TimeSpan.FromSeconds(2));
                case HttpStatusCode.BadRequest or HttpStatusCode.Conflict or HttpStatusCode.UnprocessableEntity:
                    var problem = await answer.Content.ReadFromJsonAsync<ProblemAnswer>(cancel);
                    if (string.IsNullOrWhiteSpace(problem?.Type) || string.IsNullOrWhiteSpace(problem.Detail)) return new PostingAnswer.Lost($"The ledger answered {(int)answer.StatusCode} without a reason.");
                    return problem.Type == KeyReused ? new PostingAnswer.KeyInUse(problem.Detail) : new PostingAnswer.Refused(problem.Type, problem.Detail);
                default:
                    return new PostingAnswer.Lost($"The ledger answered {(int)answer.StatusCode}.");
            }
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return new PostingAnswer.Lost(e.Message);
        }
    }

    private async Task<T> Get<T>(string path, CancellationToken cancel)
    {
        using var answer = await Send(HttpMethod.Get, path, null, cancel);
        return await Body<T>(answer, cancel);
    }

    private async Task<HttpResponseMessage> Send(HttpMethod method, string path, HttpContent? content, CancellationToken cancel)
    {
        using var request = Request(method, path, content);
        return await Reach(() => http.SendAsync(request, cancel), cancel);
    }

    private HttpRequestMessage Request(HttpMethod method, string path, HttpContent? content)
    {
        var request = new HttpRequestMessage(method, path) { Content = content };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        return request;
    }

    private static async Task<HttpResponseMessage> Reach(Func<Task<HttpResponseMessage>> send, CancellationToken cancel)
    {
        try
        {
            return await send();
        }
        catch (Exception e) when (!cancel.IsCancellationRequested && e is TimeoutRejectedException or TaskCanceledException)
        {
            throw new LedgerUnavailableException("The ledger is slow: it did not answer in time. Nothing was changed; try again later.", e) { Trouble = LedgerTrouble.Slow };
        }
        catch (Exception e) when (e is HttpRequestException or IOException or ExecutionRejectedException)
        {
            throw new LedgerUnavailableException("The ledger does not answer. Nothing was changed; try again when it does.", e);
        }
    }

    private static async Task<T> Body<T>(HttpResponseMessage answer, CancellationToken cancel)
    {
        if (answer.StatusCode == HttpStatusCode.Unauthorized)
            throw new LedgerUnavailableException("The ledger does not allow the connection any more. Connect it again under Set-up.") { Trouble = LedgerTrouble.NotAllowed };
        if (!answer.IsSuccessStatusCode) throw new LedgerUnavailableException($"The ledger answered {(int)answer.StatusCode}: {await Says(answer, cancel)}");
        return await Understood(async () => await answer.Content.ReadFromJsonAsync<T>(Strictly, cancel) is { } body && !(body is object?[] many && many.Contains(null)) ? body : throw new JsonException("It is empty."));
    }

    private static async Task<T> Understood<T>(Func<Task<T>> read)
    {
        try
        {
            return await read();
        }
        catch (Exception e) when (e is JsonException or FormatException or OverflowException or NotSupportedException or IOException)
        {
            throw new LedgerUnavailableException("The ledger's answer could not be read. Nothing was changed; tell whoever keeps the ledger if it stays.", e);
        }
    }

    private static async Task<string> Says(HttpResponseMessage answer, CancellationToken cancel)
    {
        try
        {
            return (await answer.Content.ReadFromJsonAsync<ProblemAnswer>(cancel))?.Detail ?? answer.ReasonPhrase ?? "";
        }
        catch (Exception e) when (e is JsonException or NotSupportedException)
        {
            return answer.ReasonPhrase ?? "";
        }
    }

    private sealed record TokenAnswer(string Token);

    private sealed record OrganisationAnswer(string Id, string Name, string Currency, string? LockedThrough = null);

    private sealed record IdAnswer(string Id);

    private sealed record KeyAnswer(string Key, string Id);

    private sealed record ProblemAnswer(string? Type, string? Detail);

    private sealed record AccountAnswer(string Id, string Number, string Name, string Kind, string Role, string Parent, bool Active, string Requires = "");

    private sealed record DimensionAnswer(string Kind, string Id, string Name, bool Active);

    private sealed record TermAnswer(string Id, string Name, string Rule, int Days);

    private sealed record FeatureAnswer(string Name, bool On);

    private sealed record HistoryAnswer(string Supplier, string Account, int Lines, string Last);

    private sealed record TaxCodeAnswer(string Code, string Name, string Percent);

    private sealed record BalanceAnswer(string Account, string Debit, string Credit);

    private sealed record EntryAnswer(
        string Id, string Type, string Date, string Reference, string Supplier, string Employee, string Source, string SourceId, string Status, LineAnswer[] Lines);

    private sealed record LineAnswer(string Account, string Debit, string Credit, string TaxCode, string Department, string Location, string Project);
}
