using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.LedgerStandIn;
using Adnumera.Ui.Driver;

namespace Adnumera.Web.Tests.Ledger;

/// <summary>What the stand-in owns beside entries, what it refuses because of it, and its faults.</summary>
public sealed class StandInMastersTests : IAsyncLifetime
{
    private House house = null!;
    private HttpClient http = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(Furnishing.Bare);
        http = await Connected("quillfern-bindery");
    }

    public ValueTask DisposeAsync()
    {
        http.Dispose();
        return house.DisposeAsync();
    }

    private async Task<HttpClient> Connected(string organisation)
    {
        var client = new HttpClient { BaseAddress = new Uri(house.LedgerAddress) };
        var code = house
            .Shelf.Find(organisation)!
            .Allow(
                "Test",
                "http://127.0.0.1/x",
                DateTimeOffset.Parse("2026-11-20T09:00:00Z", System.Globalization.CultureInfo.InvariantCulture)
            );
        using var token = await client.PostAsJsonAsync("api/tokens", new { code, redirectUri = "http://127.0.0.1/x" });
        client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue(
            "Bearer",
            (await token.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("token").GetString()
        );
        return client;
    }

    private async Task<string> Post(
        string key,
        string form = "bill",
        string account = "5120",
        string department = "",
        string item = "",
        string taxCode = ""
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/entries")
        {
            Content = JsonContent.Create(
                new
                {
                    form,
                    date = "2026-11-10",
                    reference = "R",
                    supplier = "Hexham Tannery",
                    currency = "USD",
                    source = "s",
                    sourceId = key,
                    lines = new object[]
                    {
                        new
                        {
                            account,
                            debit = "10.00",
                            credit = "0.00",
                            dimensions = new { department },
                            item,
                            taxCode,
                        },
                        new
                        {
                            account = "2100",
                            debit = "0.00",
                            credit = "10.00",
                        },
                    },
                }
            ),
        };
        request.Headers.Add("Idempotency-Key", key);
        using var answer = await http.SendAsync(request);
        var json = await answer.Content.ReadFromJsonAsync<JsonElement>();
        return answer.IsSuccessStatusCode ? "posted" : json.GetProperty("type").GetString()!;
    }

    [Fact]
    public async Task What_is_switched_off_or_unknown_or_required_is_refused()
    {
        Assert.Equal("posted", await Post("1", department: "Bench"));
        Assert.Equal("dimension-unknown", await Post("2", department: "Nowhere"));
        Assert.Equal("item-unknown", await Post("3", item: "I1")); // it brings another account
        Assert.Equal("posted", await Post("4", item: "I2"));
        house.Books.Change(house.Books.Accounts().Single(a => a.Id == "5120") with { Requires = "department" });
        Assert.Equal("dimension-required", await Post("5"));
        foreach (
            var (feature, key, refusal) in ((string, string, string)[])
                [
                    ("departments", "6", "dimension-off"),
                    ("journals", "7", "journals-off"),
                    ("tax", "8", "tax-off"),
                    ("items", "9", "items-off"),
                ]
        )
        {
            house.Books.Switch(feature, false);
            var said = feature switch
            {
                "departments" => await Post(key, account: "5110", department: "Bench"),
                "journals" => await Post(key, form: "journal", account: "5110"),
                "tax" => await Post(key, account: "5110", taxCode: "RC"),
                _ => await Post(key, account: "5110", item: "I1"),
            };
            Assert.Equal(refusal, said);
        }
    }

    [Fact]
    public async Task A_token_opens_the_books_of_its_own_organisation_only()
    {
        using var other = await Connected("quillfern-reading-room");
        var theirs = await other.GetFromJsonAsync<JsonElement>("api/accounts");
        Assert.Equal(45, theirs.GetArrayLength());
        Assert.Equal(
            "quillfern-reading-room",
            (await other.GetFromJsonAsync<JsonElement>("api/organisation")).GetProperty("id").GetString()
        );
        house.Shelf.Find("quillfern-reading-room")!.RevokeAll(DateTimeOffset.UtcNow);
        using var revoked = await other.GetAsync("api/accounts");
        Assert.Equal(HttpStatusCode.Unauthorized, revoked.StatusCode);
        Assert.Equal("quillfern-bindery", (await http.GetFromJsonAsync<JsonElement>("api/organisation")).GetProperty("id").GetString());
    }

    [Fact]
    public async Task History_and_profit_and_loss_come_from_what_is_posted()
    {
        await Post("1");
        await Post("2");
        var history = await http.GetFromJsonAsync<JsonElement>("api/supplier-history");
        Assert.Equal(
            ("Hexham Tannery", "5120", 2),
            (
                history[0].GetProperty("supplier").GetString(),
                history[0].GetProperty("account").GetString(),
                history[0].GetProperty("lines").GetInt32()
            )
        );
        var result = await http.GetFromJsonAsync<JsonElement>("api/profit-and-loss?from=2026-11-01&through=2026-11-30");
        Assert.Equal(("5120", "-20.00"), (result[0].GetProperty("account").GetString(), result[0].GetProperty("amount").GetString()));
        house.Books.SetStatus("E1001", "voided");
        Assert.Equal(
            "-10.00",
            (await http.GetFromJsonAsync<JsonElement>("api/profit-and-loss?from=2026-11-01&through=2026-11-30"))[0]
                .GetProperty("amount")
                .GetString()
        );
    }

    [Fact]
    public async Task Faults_can_be_switched_on_and_off()
    {
        house.Books.SetFaults(new LedgerStandIn.Faults(RefusePercent: 100));
        Assert.Equal("by-chance", await Post("1"));
        house.Books.SetFaults(new LedgerStandIn.Faults(TooMany: 1));
        using (var many = await http.GetAsync("api/accounts"))
            Assert.Equal((HttpStatusCode.TooManyRequests, TimeSpan.FromSeconds(1)), (many.StatusCode, many.Headers.RetryAfter!.Delta));
        house.Books.SetFaults(new LedgerStandIn.Faults(GoneAfter: 1));
        await http.GetStringAsync("api/accounts");
        await Assert.ThrowsAsync<HttpRequestException>(() => http.GetStringAsync("api/accounts"));
        house.Books.SetFaults(new LedgerStandIn.Faults());
        await http.GetStringAsync("api/accounts");
    }

    [Fact]
    public async Task Its_pages_change_accounts_and_only_with_their_token()
    {
        var page = await http.GetStringAsync("quillfern-bindery/accounts");
        Assert.Contains("id=\"5150\"", page, StringComparison.Ordinal);
        using var forged = await http.PostAsync(
            "quillfern-bindery/accounts/change",
            new FormUrlEncodedContent(new Dictionary<string, string> { ["id"] = "5150", ["name"] = "X" })
        );
        Assert.Equal(HttpStatusCode.BadRequest, forged.StatusCode);
        Assert.Equal("Glue and paste", house.Books.Accounts().Single(a => a.Id == "5150").Name);
        foreach (var view in (string[])["", "/suppliers", "/masters", "/profit-and-loss"])
            Assert.Contains("Quillfern", await http.GetStringAsync("quillfern-bindery" + view), StringComparison.Ordinal);
        Assert.Throws<RefusalException>(() => house.Books.Change(house.Books.Accounts()[0] with { Kind = "mystery" }));
        await Post("1");
        Assert.Throws<RefusalException>(() => house.Books.Remove("5120"));
    }
}
