using System.Net;
using System.Net.Security;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Adnumera.Ui.Driver;
using Adnumera.Web.Hosting;
using Microsoft.AspNetCore.Builder;

namespace Adnumera.Web.Tests.Hosting;

/// <summary>Where the application can be reached from, by whom, and what it answers to those who only look whether it works.</summary>
public sealed class DoorTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-doors-").FullName;

    private static Doors At(string address) => new() { Address = IPAddress.Parse(address) };

    [Fact]
    public void Another_address_than_loopback_needs_TLS_or_a_named_proxy_and_a_name()
    {
        Assert.Equal("", Doors.Loopback.Problem);
        Assert.Equal("", At("::1").Problem);
        Assert.Contains("needs TLS", At("0.0.0.0").Problem, StringComparison.Ordinal);
        Assert.Contains("needs TLS", (At("192.0.2.7") with { Hosts = ["books.example"] }).Problem, StringComparison.Ordinal);
        Assert.Contains("--host", (At("0.0.0.0") with { Certificate = "a.pem" }).Problem, StringComparison.Ordinal);
        Assert.Contains("--host", (At("127.0.0.1") with { Proxies = [IPAddress.Parse("192.0.2.1")] }).Problem, StringComparison.Ordinal);
        Assert.Equal("", (At("0.0.0.0") with { Certificate = "a.pem", Hosts = ["books.example"] }).Problem);
        Assert.Equal("", (At("0.0.0.0") with { Proxies = [IPAddress.Parse("192.0.2.1")], Hosts = ["books.example"] }).Problem);
    }

    [Fact]
    public async Task With_a_certificate_it_speaks_TLS_under_its_names_alone_and_tells_browsers_to_stay_with_it()
    {
        using var key = RSA.Create(2048);
        var asked = new CertificateRequest("CN=books.example", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        using var certificate = asked.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
        var (pem, pemKey) = (Path.Combine(folder, "c.pem"), Path.Combine(folder, "k.pem"));
        await File.WriteAllTextAsync(pem, certificate.ExportCertificatePem(), TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(pemKey, key.ExportPkcs8PrivateKeyPem(), TestContext.Current.CancellationToken);
        await using var app = await Run(
            new Doors
            {
                Certificate = pem,
                Key = pemKey,
                Hosts = ["books.example"],
            }
        );
        using var client = new HttpClient(
            new SocketsHttpHandler
            {
                SslOptions = new SslClientAuthenticationOptions
                {
                    RemoteCertificateValidationCallback = (_, shown, _, _) => shown!.GetCertHashString() == certificate.GetCertHashString(),
                },
            }
        )
        {
            BaseAddress = new Uri(app.Urls.First()),
        };
        Assert.Equal("https", client.BaseAddress.Scheme);
        using var good = await Ask(client, "books.example");
        Assert.Equal(HttpStatusCode.OK, good.StatusCode);
        Assert.True(good.Headers.Contains("Strict-Transport-Security"));
        Assert.All(good.Headers.GetValues("Set-Cookie"), c => Assert.Contains("secure", c, StringComparison.OrdinalIgnoreCase));
        using var other = await Ask(client, "elsewhere.example");
        Assert.Equal(HttpStatusCode.BadRequest, other.StatusCode);
    }

    [Fact]
    public async Task What_a_named_proxy_forwards_is_believed_and_nobody_elses()
    {
        await using var named = await Run(new Doors { Proxies = [IPAddress.Loopback], Hosts = ["books.example"] });
        using var client = new HttpClient { BaseAddress = new Uri(named.Urls.First()) };
        client.DefaultRequestHeaders.Add("X-Forwarded-Proto", "https");
        client.DefaultRequestHeaders.Add("X-Forwarded-Host", "books.example");
        using var good = await Ask(client, "127.0.0.1");
        Assert.True(good.Headers.Contains("Strict-Transport-Security")); // it came by TLS

        await using var other = await Run(new Doors { Proxies = [IPAddress.Parse("192.0.2.1")], Hosts = ["books.example"] });
        using var past = new HttpClient { BaseAddress = new Uri(other.Urls.First()) };
        past.DefaultRequestHeaders.Add("X-Forwarded-Proto", "https");
        using var disbelieved = await Ask(past, "books.example", "health");
        Assert.False(disbelieved.Headers.Contains("Strict-Transport-Security"));
    }

    [Fact]
    public async Task A_name_that_is_not_its_own_gets_nothing_even_on_loopback()
    {
        // A page elsewhere whose name was made to lead here (DNS rebinding; OWASP ASVS 5, on the Host header).
        await using var app = await Run(Doors.Loopback);
        using var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
        using var own = await Ask(client, "127.0.0.1");
        Assert.Equal(HttpStatusCode.OK, own.StatusCode);
        using var rebound = await Ask(client, "attack.example");
        Assert.Equal(HttpStatusCode.BadRequest, rebound.StatusCode);
    }

    [Fact]
    public async Task Whoever_looks_hears_whether_it_works_and_an_unknown_address_is_the_page_or_a_problem()
    {
        await using var house = await House.Open(Furnishing.Bare);
        using var client = await Client.Of(house, "reader");
        using var nobody = Client.Anonymous(house);
        using (var health = await nobody.Send(HttpMethod.Get, "health"))
            Assert.Equal("Healthy", await health.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        using (var page = await nobody.Send(HttpMethod.Get, "some/view/that/is/not"))
            Assert.Equal(("text/html", HttpStatusCode.OK), (page.Content.Headers.ContentType!.MediaType, page.StatusCode));
        using (var script = await nobody.Send(HttpMethod.Get, "assets/none.js"))
            Assert.NotEqual("text/html", script.Content.Headers.ContentType?.MediaType);
        Assert.Equal("not-found", (await client.RefusedAt(HttpMethod.Get, "api/nowhere")).Type);
        Assert.Equal("not-signed-in", (await nobody.RefusedAt(HttpMethod.Get, "api/nowhere")).Type);
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private async Task<WebApplication> Run(Doors doors)
    {
        var data = Path.Combine(folder, Guid.NewGuid().ToString("N"));
        var app = Application.Build(new WebSettings(data, "http://127.0.0.1:1/", false) { Doors = doors, Wakes = false }, 0);
        await app.StartAsync();
        return app;
    }

    private static async Task<HttpResponseMessage> Ask(HttpClient client, string host, string path = "api/session")
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path) { Headers = { Host = host } };
        return await client.SendAsync(request);
    }
}
