using System.Net;
using System.Net.Sockets;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Posting;
using Adnumera.LedgerClient.Http;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.LedgerClient.Tests;

/// <summary>A ledger that would lead elsewhere, or that never stops answering, over real sockets.</summary>
public sealed class LedgerHttpTests : IDisposable
{
    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly ServiceProvider services = new ServiceCollection().AddLedgers(TimeSpan.FromSeconds(5)).BuildServiceProvider();
    private readonly List<string> asked = [];

    public LedgerHttpTests() => listener.Start();

    public void Dispose()
    {
        listener.Dispose();
        services.Dispose();
    }

    [Theory]
    [InlineData("HTTP/1.1 302 Found\r\nLocation: /elsewhere\r\nContent-Length: 0\r\nConnection: close\r\n\r\n")]
    [InlineData("HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: 67108865\r\nConnection: close\r\n\r\n[")]
    public async Task A_redirect_is_not_followed_and_an_answer_without_end_is_not_read(string answer)
    {
        var answering = Answer(answer);
        var client = services.GetRequiredService<IHttpClientFactory>().CreateClient(LedgerHttp.ClientName);
        client.BaseAddress = new Uri($"http://127.0.0.1:{((IPEndPoint)listener.LocalEndpoint).Port}/");
        var found = await Assert.ThrowsAsync<LedgerUnavailableException>(() =>
            new HttpLedger(client, "secret", Currency.Usd).FindByKey("k", CancellationToken.None)
        );
        Assert.Equal(LedgerTrouble.Unreachable, found.Trouble);
        Assert.All(asked, line => Assert.StartsWith("GET /api/results?key=k ", line, StringComparison.Ordinal));
        listener.Stop();
        await answering;
    }

    private async Task Answer(string answer)
    {
        try
        {
            while (true)
            {
                using var client = await listener.AcceptTcpClientAsync();
                using var reader = new StreamReader(client.GetStream(), Encoding.ASCII, leaveOpen: true);
                asked.Add(await reader.ReadLineAsync() ?? "");
                while (await reader.ReadLineAsync() is { Length: > 0 }) { }

                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes(answer));
            }
        }
        catch (Exception e) when (e is SocketException or ObjectDisposedException or IOException)
        {
            // The test is over.
        }
    }
}
