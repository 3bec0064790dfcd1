using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.Ui.Driver;

namespace Adnumera.Web.Tests.Ledger;

/// <summary>The stand-in refuses what a ledger refuses, and keeps its word about keys.</summary>
public sealed class StandInTests : IAsyncLifetime
{
    private House house = null!;
    private HttpClient http = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(Furnishing.Bare);
        http = new HttpClient { BaseAddress = new Uri(house.LedgerAddress) };
        var code = house.Books.Allow(
            "Test",
            "http://127.0.0.1/x",
            DateTimeOffset.Parse("2026-11-20T09:00:00Z", System.Globalization.CultureInfo.InvariantCulture)
        );
        using var token = await http.PostAsJsonAsync("api/tokens", new { code, redirectUri = "http://127.0.0.1/x" });
        http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue(
            "Bearer",
            (await token.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("token").GetString()
        );
    }

    public ValueTask DisposeAsync()
    {
        http.Dispose();
        return house.DisposeAsync();
    }

    private async Task<(int Status, string Said)> Post(
        string key,
        string credit = "10.00",
        string account = "5120",
        string supplier = "Hexham Tannery",
        string date = "2026-11-10",
        string reference = "R"
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/entries")
        {
            Content = JsonContent.Create(
                new
                {
                    form = "bill",
                    date,
                    reference,
                    supplier,
                    currency = "USD",
                    source = "s",
                    sourceId = "1",
                    lines = new[]
                    {
                        new
                        {
                            account,
                            debit = "10.00",
                            credit = "0.00",
                        },
                        new
                        {
                            account = "2100",
                            debit = "0.00",
                            credit,
                        },
                    },
                }
            ),
        };
        request.Headers.Add("Idempotency-Key", key);
        using var answer = await http.SendAsync(request);
        var json = await answer.Content.ReadFromJsonAsync<JsonElement>();
        return ((int)answer.StatusCode, json.GetProperty(answer.IsSuccessStatusCode ? "id" : "type").GetString()!);
    }

    [Fact]
    public async Task The_same_key_answers_with_the_first_result_and_other_content_is_refused()
    {
        var first = await Post("k1");
        Assert.Equal(201, first.Status);
        Assert.Equal((200, first.Said), await Post("k1"));
        Assert.Equal((409, "idempotency-key-reused"), await Post("k1", reference: "S"));
        Assert.Single(house.Books.Latest(10));
        Assert.Equal(first.Said, (await http.GetFromJsonAsync<JsonElement>("api/results?key=k1")).GetProperty("id").GetString());
        using var unknown = await http.GetAsync("api/results?key=k2");
        Assert.Equal(HttpStatusCode.NotFound, unknown.StatusCode);
    }

    [Fact]
    public async Task It_refuses_what_a_ledger_refuses()
    {
        Assert.Equal((422, "unbalanced"), await Post("a", credit: "9.99"));
        Assert.Equal((422, "account-closed"), await Post("b", account: "6995"));
        Assert.Equal((422, "account-unknown"), await Post("c", account: "1"));
        Assert.Equal((422, "supplier-unknown"), await Post("d", supplier: "Nobody"));
        Assert.Equal((422, "period-locked"), await Post("e", date: "2026-08-31"));
        Assert.Equal((422, "text-too-long"), await Post("f", reference: new string('x', 31)));
        Assert.Equal((400, "idempotency-key-missing"), await Post(" "));
        Assert.Empty(house.Books.Latest(10));
        Assert.Equal(201, (await Post("a")).Status); // a refusal does not use a key up
    }

    [Fact]
    public async Task A_code_works_once_and_a_token_until_it_is_taken_back()
    {
        Assert.Equal(HttpStatusCode.OK, (await http.GetAsync("api/accounts")).StatusCode);
        using var revoked = await http.DeleteAsync("api/tokens/current");
        Assert.Equal(HttpStatusCode.Unauthorized, (await http.GetAsync("api/accounts")).StatusCode);
        var code = house.Books.Allow(
            "Test",
            "http://127.0.0.1/x",
            DateTimeOffset.Parse("2026-11-20T09:00:00Z", System.Globalization.CultureInfo.InvariantCulture)
        );
        var answers = new List<int> { await Exchange(code, "x"), await Exchange(code, "x"), await Exchange("nonsense", "x") };
        Assert.Equal([200, 400, 400], answers);
        async Task<int> Exchange(string c, string path)
        {
            using var answer = await http.PostAsJsonAsync("api/tokens", new { code = c, redirectUri = $"http://127.0.0.1/{path}" });
            return (int)answer.StatusCode;
        }
    }

    [Fact]
    public async Task It_describes_itself()
    {
        var description = await http.GetFromJsonAsync<JsonElement>("openapi/v1.json");
        Assert.True(description.GetProperty("paths").EnumerateObject().Count() >= 10);
    }
}
