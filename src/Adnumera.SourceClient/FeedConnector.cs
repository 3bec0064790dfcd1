using System.Net.Http.Json;
using Adnumera.Core.Feeds;
using Adnumera.SourceClient.Folders;
using Adnumera.SourceClient.Http;

namespace Adnumera.SourceClient;

/// <summary>Connects to sources that deliver by themselves: over HTTP, or as a folder.</summary>
/// <param name="clients">Makes clients, with patience and limits (see <see cref="FeedHttp"/>).</param>
public sealed class FeedConnector(IHttpClientFactory clients) : IFeedConnector
{
    /// <inheritdoc/>
    public Uri ConsentPage(Uri program, FeedKind kind, Uri redirect, string state) =>
        new(
            program,
            $"consent?source={Words<FeedKind>.Of(kind)}&redirect_uri={Uri.EscapeDataString(redirect.ToString())}"
                + $"&state={Uri.EscapeDataString(state)}"
        );

    /// <inheritdoc/>
    public async Task<string> Exchange(Uri program, string code, Uri redirect, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/tokens")
        {
            Content = JsonContent.Create(new { code, redirectUri = redirect.ToString() }),
        };
        return (await new FeedRequests(Client(program), "").Body<TokenAnswer>(request, cancel)).Token;
    }

    /// <inheritdoc/>
    public IFeed Open(FeedConnection connection)
    {
        FeedRequests Requests() => new(Client(new Uri(connection.Address)), connection.Token);
        return connection.Kind switch
        {
            FeedKind.Card => new CardFeed(Requests(), connection.Currency),
            FeedKind.Claims => new ClaimsFeed(Requests(), connection.Currency),
            FeedKind.Marketplace => new MarketplaceFeed(Requests(), connection.Currency),
            FeedKind.Purchasing => new PurchasingFeed(Requests(), connection.Currency),
            FeedKind.Payroll => new PayrollFeed(Requests(), connection.Currency),
            FeedKind.Mailbox => new MailboxFeed(Requests(), connection.Currency),
            FeedKind.Folder => new FolderFeed(connection.Address),
        };
    }

    /// <inheritdoc/>
    public Uri? RecordPage(FeedConnection connection, string sourceId) =>
        connection.Kind == FeedKind.Folder
            ? null
            : new Uri(new Uri(connection.Address), $"{Words<FeedKind>.Of(connection.Kind)}/record?id={Uri.EscapeDataString(sourceId)}");

    private HttpClient Client(Uri program)
    {
        var client = clients.CreateClient(FeedHttp.ClientName);
        client.BaseAddress = program;
        return client;
    }
}
