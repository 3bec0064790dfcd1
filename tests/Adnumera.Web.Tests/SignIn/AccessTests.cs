using System.Net;
using System.Net.Http.Json;
using Adnumera.Ui.Driver;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.Web.Tests.SignIn;

public sealed class AccessTests : IAsyncLifetime
{
    private House house = null!;

    public async ValueTask InitializeAsync() => house = await House.Open(Furnishing.Bare);

    public ValueTask DisposeAsync() => house.DisposeAsync();

    [Fact]
    public void Every_route_of_a_company_asks_for_a_right()
    {
        var routes = house
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.Contains("{companyId}", StringComparison.Ordinal))
            .ToList();
        Assert.True(routes.Count > 20);
        Assert.All(
            routes,
            r =>
                Assert.Contains(
                    r.Metadata.OfType<IAuthorizeData>(),
                    a => a.Policy is "read" or "bookkeep" or "see_pay" or "see_tax_numbers" or "administer" or "people"
                )
        );
        Assert.All(
            // What is one's own, and nobody else's, anyone who reads may change.
            routes.Where(r =>
                r.Metadata.GetMetadata<IHttpMethodMetadata>()!.HttpMethods[0] != "GET"
                && !r.RoutePattern.RawText!.Contains("/own", StringComparison.Ordinal)
            ),
            r => Assert.DoesNotContain(r.Metadata.OfType<IAuthorizeData>(), a => a.Policy == "read")
        );
    }

    [Fact]
    public async Task Nobody_reads_without_signing_in_and_a_wrong_password_tells_nothing()
    {
        using var client = Client.Anonymous(house);
        Assert.Equal(
            (HttpStatusCode.Unauthorized, "not-signed-in"),
            ((await client.Refused(HttpMethod.Get, "count")) is var (status, type, _) ? (status, type) : default)
        );
        await client.Refresh();
        string[] details = [await Detail("ines@quillfern.example"), await Detail("nobody@quillfern.example")];
        Assert.Equal(details[0], details[1]);

        async Task<string> Detail(string signIn)
        {
            using var answer = await client.Send(HttpMethod.Post, "api/session", JsonContent.Create(new { signIn, password = "wrong" }));
            Assert.Equal(HttpStatusCode.Unauthorized, answer.StatusCode);
            return await answer.Content.ReadAsStringAsync() is var text ? text[..text.IndexOf("traceId", StringComparison.Ordinal)] : "";
        }
    }

    [Fact]
    public async Task Eight_wrong_passwords_lock_even_the_right_one_out()
    {
        using var client = Client.Anonymous(house);
        await client.Refresh();
        for (var i = 0; i < 8; i++)
            using (
                await client.Send(
                    HttpMethod.Post,
                    "api/session",
                    JsonContent.Create(new { signIn = "maud@quillfern.example", password = "wrong" })
                )
            ) { }
        using var answer = await client.Send(
            HttpMethod.Post,
            "api/session",
            JsonContent.Create(new { signIn = "maud@quillfern.example", password = "quarto-by-lamplight-2" })
        );
        Assert.Equal(HttpStatusCode.Unauthorized, answer.StatusCode);
    }

    [Fact]
    public async Task A_reader_reads_and_changes_nothing_a_bookkeeper_keeps_and_does_not_connect()
    {
        using var reader = await Client.Of(house, "reader");
        await reader.Get("count");
        foreach (var path in (string[])["mapping/changes", "mapping/rehearsals", "dispatches", "proofs", "connection/pulls"])
            Assert.Equal(HttpStatusCode.Forbidden, (await reader.Refused(HttpMethod.Post, path, new { })).Status);
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.Refused(HttpMethod.Post, "connection/consent", new { })).Status);
        using var other = await bookkeeper.Send(HttpMethod.Get, "api/companies/elsewhere/count");
        Assert.Equal(HttpStatusCode.Forbidden, other.StatusCode);
    }

    [Fact]
    public async Task A_change_without_the_forgery_token_is_refused()
    {
        using var client = await Client.Of(house, "bookkeeper");
        client.DropForgeryToken();
        Assert.Equal("forgery", (await client.Refused(HttpMethod.Post, "dispatches")).Type);
    }

    [Fact]
    public async Task Every_answer_carries_the_content_policy()
    {
        using var client = Client.Anonymous(house);
        using var page = await client.Send(HttpMethod.Get, "");
        Assert.Contains("default-src 'self'", page.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe-eval", page.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", page.Headers.GetValues("X-Content-Type-Options").Single());
    }
}
