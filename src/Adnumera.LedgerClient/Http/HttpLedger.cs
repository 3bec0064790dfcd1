using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Runtime.CompilerServices;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using static Adnumera.LedgerClient.Http.Translation;

namespace Adnumera.LedgerClient.Http;

/// <summary>A ledger over its HTTP API.</summary>
/// <param name="http">A client whose base address is the ledger's.</param>
/// <param name="token">The token that the ledger's owner gave.</param>
/// <param name="currency">The ledger's currency, for the decimals of its amounts.</param>
public sealed class HttpLedger(HttpClient http, string token, Currency currency) : ILedger
{
    private const int PageSize = 500;
    private const int KeysAtOnce = 500;
    private const string KeyReused = "idempotency-key-reused";

    // What a problem has where nobody named it (RFC 9457, 4.2.1).
    private const string Unnamed = "about:blank";
    private readonly LedgerRequests requests = new(http, token);
    private readonly Translation translation = new(currency);

    /// <inheritdoc/>
    public Task<LedgerOrganisation> Organisation(CancellationToken cancel) =>
        LedgerRequests.Understood(async () =>
        {
            var o = await requests.Get<OrganisationAnswer>("api/organisation", cancel);
            return new LedgerOrganisation(o.Id, o.Name, o.Currency, string.IsNullOrEmpty(o.LockedThrough) ? null : Day(o.LockedThrough));
        });

    /// <inheritdoc/>
    public Task<LedgerRecords> Records(CancellationToken cancel) =>
        LedgerRequests.Understood(async () =>
            new LedgerRecords
            {
                Organisation = await Organisation(cancel),
                Accounts = [.. (await requests.Get<AccountAnswer[]>("api/accounts", cancel)).Select(AccountOf)],
                Suppliers = await requests.Get<LedgerSupplier[]>("api/suppliers", cancel),
                Employees = await requests.Get<LedgerEmployee[]>("api/employees", cancel),
                Dimensions =
                [
                    .. (await requests.Get<DimensionAnswer[]>("api/dimensions", cancel)).Select(d => new LedgerDimension(
                        DimensionOf(d.Kind),
                        d.Id,
                        d.Name,
                        d.Active
                    )),
                ],
                OwnDimensions =
                [
                    .. (await requests.Get<OwnDimensionAnswer[]>("api/own-dimensions", cancel)).Select(d => new OwnDimension(
                        DimensionOf(d.Word),
                        d.On
                    )),
                ],
                Terms =
                [
                    .. (await requests.Get<TermAnswer[]>("api/payment-terms", cancel)).Select(t => new PaymentTerm(
                        t.Id,
                        t.Name,
                        Word<TermRule>(t.Rule, "payment term"),
                        t.Days
                    )),
                ],
                Items = await requests.Get<LedgerItem[]>("api/items", cancel),
                TaxCodes =
                [
                    .. (await requests.Get<TaxCodeAnswer[]>("api/tax-codes", cancel)).Select(t => new LedgerTaxCode(
                        t.Code,
                        t.Name,
                        decimal.Parse(t.Percent, CultureInfo.InvariantCulture)
                    )),
                ],
                Features =
                [
                    .. (await requests.Get<FeatureAnswer[]>("api/features", cancel))
                        .Where(f => f.On)
                        .Select(f => Word<LedgerFeature>(f.Name, "feature")),
                ],
                History =
                [
                    .. (await requests.Get<HistoryAnswer[]>("api/supplier-history", cancel)).Select(h => new SupplierPosting(
                        h.Supplier,
                        h.Account,
                        h.Lines,
                        Day(h.Last)
                    )),
                ],
            }
        );

    /// <inheritdoc/>
    public Task<PostingAnswer> PostSupplier(string idempotencyKey, string name, CancellationToken cancel) =>
        Post("api/suppliers", idempotencyKey, new { name }, cancel);

    /// <inheritdoc/>
    public Task<PostingAnswer> PostEntry(EntryInstruction instruction, CancellationToken cancel) =>
        Post(
            "api/entries",
            instruction.IdempotencyKey,
            new
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
                    debit = translation.Text(Math.Max(l.Signed, 0)),
                    credit = translation.Text(Math.Max(-l.Signed, 0)),
                    taxCode = l.TaxCode,
                    dimensions = l.Dimensions,
                    memo = l.Memo,
                    item = l.Item,
                }),
            },
            cancel
        );

    /// <inheritdoc/>
    public async Task<string?> FindByKey(string idempotencyKey, CancellationToken cancel)
    {
        using var answer = await requests.Send(HttpMethod.Get, $"api/results?key={Uri.EscapeDataString(idempotencyKey)}", null, cancel);
        if (answer.StatusCode == HttpStatusCode.NotFound)
            return null;
        return (await LedgerRequests.Body<KeyAnswer>(answer, cancel)).Id;
    }

    /// <inheritdoc/>
    public IAsyncEnumerable<FoundEntry> Entries(DateOnly from, DateOnly through, CancellationToken cancel) =>
        Pages($"from={Day(from)}&through={Day(through)}", cancel);

    /// <inheritdoc/>
    public IAsyncEnumerable<FoundEntry> EntriesOn(
        IReadOnlyCollection<string> accounts,
        DateOnly from,
        DateOnly through,
        CancellationToken cancel
    ) =>
        Pages(
            $"from={Day(from)}&through={Day(through)}{string.Concat(accounts.Select(a => $"&account={Uri.EscapeDataString(a)}"))}",
            cancel
        );

    private IAsyncEnumerable<FoundEntry> Pages(string which, CancellationToken cancel) =>
        Pages<EntryAnswer, FoundEntry>($"api/entries?{which}", translation.Found, e => e.Id, cancel);

    // Page by page, after the last of the one before.
    private async IAsyncEnumerable<T> Pages<TAnswer, T>(
        string address,
        Converter<TAnswer, T> read,
        Func<TAnswer, string> id,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var after = "";
        while (true)
        {
            var page = await requests.Get<TAnswer[]>($"{address}&most={PageSize}{(after.Length > 0 ? $"&after={after}" : "")}", cancel);
            foreach (var item in await LedgerRequests.Understood(() => Task.FromResult(Array.ConvertAll(page, read))))
                yield return item;
            if (page.Length < PageSize)
                yield break;
            after = id(page[^1]);
        }
    }

    /// <inheritdoc/>
    public IAsyncEnumerable<LedgerPayment> Payments(DateOnly from, DateOnly through, CancellationToken cancel) =>
        Pages<PaymentAnswer, LedgerPayment>($"api/payments?from={Day(from)}&through={Day(through)}", translation.Paid, p => p.Id, cancel);

    /// <inheritdoc/>
    public Task<LedgerPaymentTotals> PaymentTotals(DateOnly from, DateOnly through, CancellationToken cancel) =>
        LedgerRequests.Understood(async () =>
        {
            var t = await requests.Get<PaymentTotalsAnswer>($"api/payment-totals?from={Day(from)}&through={Day(through)}", cancel);
            return new LedgerPaymentTotals(t.Payments, translation.Minor(t.Posted), translation.Minor(t.Voided));
        });

    /// <inheritdoc/>
    public async Task<IReadOnlyList<FoundEntry>> EntriesOf(IReadOnlyCollection<DocumentIdentity> identities, CancellationToken cancel)
    {
        var found = new List<FoundEntry>();
        foreach (var keys in identities.Chunk(KeysAtOnce))
        {
            using var answer = await requests.Send(
                HttpMethod.Post,
                "api/entries/by-source",
                JsonContent.Create(keys.Select(k => new[] { k.Source, k.SourceId })),
                cancel
            );
            var page = await LedgerRequests.Body<EntryAnswer[]>(answer, cancel);
            found.AddRange(await LedgerRequests.Understood(() => Task.FromResult(Array.ConvertAll(page, translation.Found))));
        }

        return found;
    }

    /// <inheritdoc/>
    public async Task<IReadOnlyList<LedgerBalance>> TrialBalance(DateOnly through, CancellationToken cancel) =>
        [
            .. (await requests.Get<BalanceAnswer[]>($"api/trial-balance?through={Day(through)}", cancel)).Select(b => new LedgerBalance(
                b.Account,
                translation.Minor(b.Debit) - translation.Minor(b.Credit)
            )),
        ];

    /// <inheritdoc/>
    public async Task Revoke(CancellationToken cancel)
    {
        using var answer = await requests.Send(HttpMethod.Delete, "api/tokens/current", null, cancel);
    }

    // What the network does to a post is an answer, too: anything but a clear yes or no means that it may or may not have arrived.
    private async Task<PostingAnswer> Post(string path, string key, object content, CancellationToken cancel)
    {
        try
        {
            using var answer = await requests.Post(path, key, content, cancel);
            switch (answer.StatusCode)
            {
                case HttpStatusCode.OK or HttpStatusCode.Created:
                    return await LedgerRequests.Body<IdAnswer>(answer, cancel) is { Id.Length: > 0 } made
                        ? new PostingAnswer.Accepted(made.Id)
                        : new PostingAnswer.Lost("The ledger named no entry.");
                case HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden:
                    return new PostingAnswer.NotAllowed();
                case HttpStatusCode.TooManyRequests:
                    return new PostingAnswer.TryLater(answer.Headers.RetryAfter?.Delta ?? TimeSpan.FromSeconds(2));
                case HttpStatusCode.BadRequest or HttpStatusCode.Conflict or HttpStatusCode.UnprocessableEntity:
                    var problem = await answer.Content.ReadFromJsonAsync<ProblemAnswer>(cancel);
                    if (string.IsNullOrWhiteSpace(problem?.Type) || problem.Type == Unnamed || string.IsNullOrWhiteSpace(problem.Detail))
                        return new PostingAnswer.Lost($"The ledger answered {(int)answer.StatusCode} without a reason.");
                    if (problem.Type == KeyReused)
                        return new PostingAnswer.KeyInUse(problem.Detail);
                    // A conflict may be with what the ledger has just taken: whatever it calls it, it is asked for the key.
                    return answer.StatusCode == HttpStatusCode.Conflict
                        ? new PostingAnswer.Lost($"The ledger answered with a conflict: {problem.Detail}")
                        : new PostingAnswer.Refused(problem.Type, problem.Detail);
                default:
                    return new PostingAnswer.Lost($"The ledger answered {(int)answer.StatusCode}.");
            }
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return new PostingAnswer.Lost(e.Message);
        }
    }
}
