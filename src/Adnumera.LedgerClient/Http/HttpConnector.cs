using System.Net.Http.Json;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;

namespace Adnumera.LedgerClient.Http;

/// <summary>Connects to ledgers over their HTTP API.</summary>
/// <param name="clients">Makes clients, with patience and limits (see <see cref="LedgerHttp"/>).</param>
public sealed class HttpConnector(IHttpClientFactory clients) : ILedgerConnector
{
    /// <inheritdoc/>
    public Uri ConsentPage(Uri ledger, Uri redirect, string state) =>
        new(
            ledger,
            $"consent?client=Adnumera&redirect_uri={Uri.EscapeDataString(redirect.ToString())}&state={Uri.EscapeDataString(state)}"
        );

    /// <inheritdoc/>
    public async Task<string> Exchange(Uri ledger, string code, Uri redirect, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/tokens")
        {
            Content = JsonContent.Create(new { code, redirectUri = redirect.ToString() }),
        };
        using var answer = await LedgerRequests.Reach(() => Client(ledger).SendAsync(request, cancel), cancel);
        if (!answer.IsSuccessStatusCode)
            throw new LedgerUnavailableException($"The ledger did not give a token: {await LedgerRequests.Reason(answer, cancel)}");
        return (await LedgerRequests.Body<TokenAnswer>(answer, cancel)).Token;
    }

    /// <inheritdoc/>
    public ILedger Open(LedgerConnection connection) => new HttpLedger(Client(connection.Address), connection.Token, connection.Currency);

    /// <inheritdoc/>
    public Uri RecordPage(Uri ledger, string organisation, RecordKind kind, string id)
    {
        var page = kind switch
        {
            RecordKind.Account => "accounts",
            RecordKind.Supplier => "suppliers",
            _ => "masters",
        };
        return new Uri(ledger, $"{Uri.EscapeDataString(organisation)}/{page}#{Uri.EscapeDataString(id)}");
    }

    /// <inheritdoc/>
    public Uri EntryPage(Uri ledger, string organisation, string id) =>
        new(ledger, $"{Uri.EscapeDataString(organisation)}/entries/{Uri.EscapeDataString(id)}");

    private HttpClient Client(Uri ledger)
    {
        var client = clients.CreateClient(LedgerHttp.ClientName);
        client.BaseAddress = ledger;
        return client;
    }
}
