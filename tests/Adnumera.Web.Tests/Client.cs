using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Adnumera.Demo;
using Adnumera.Ui.Driver;

namespace Adnumera.Web.Tests;

/// <summary>A person at the application's HTTP API: real sockets, a cookie, the forgery token.</summary>
internal sealed class Client : IDisposable
{
    private readonly HttpClient http;

    private Client(HttpClient http) => this.http = http;

    public static Task<Client> Of(House house, string role) => At(house.Address, role);

    /// <summary>The person of a role, signed in at an address.</summary>
    public static Task<Client> At(string address, string role)
    {
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == role);
        return SignedIn(address, signIn, password);
    }

    /// <summary>A person, signed in at an address.</summary>
    public static async Task<Client> SignedIn(string address, string signIn, string password)
    {
        var client = At(address);
        await client.Refresh();
        using var answer = await client.Send(HttpMethod.Post, "api/session", JsonContent.Create(new { signIn, password }));
        Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        await client.Refresh();
        return client;
    }

    public static Client Anonymous(House house) => At(house.Address);

    public static Client At(string address) =>
        new(
            new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer(), AllowAutoRedirect = false })
            {
                BaseAddress = new Uri(address),
            }
        );

    public async Task Refresh()
    {
        http.DefaultRequestHeaders.Remove("X-Forgery");
        var session = await http.GetFromJsonAsync<JsonElement>("api/session");
        http.DefaultRequestHeaders.Add("X-Forgery", session.GetProperty("forgery").GetString());
    }

    public void DropForgeryToken() => http.DefaultRequestHeaders.Remove("X-Forgery");

    public async Task<HttpResponseMessage> Send(HttpMethod method, string path, HttpContent? content = null)
    {
        using var request = new HttpRequestMessage(method, path) { Content = content };
        return await http.SendAsync(request);
    }

    public static string In(string path) => $"api/companies/bindery/{path}";

    /// <summary>Asks for something that belongs to no company, and reads the answer.</summary>
    public async Task<JsonElement> Ask(HttpMethod method, string path, object? body = null)
    {
        using var answer = await Send(
            method,
            path,
            body switch
            {
                null => null,
                HttpContent content => content,
                _ => JsonContent.Create(body, body.GetType()),
            }
        );
        return await Read(answer);
    }

    public async Task<JsonElement> Get(string path)
    {
        using var answer = await Send(HttpMethod.Get, In(path));
        return await Read(answer);
    }

    public async Task<JsonElement> Post(string path, object? body = null)
    {
        using var answer = await Send(HttpMethod.Post, In(path), body is null ? null : JsonContent.Create(body, body.GetType()));
        return await Read(answer);
    }

    public async Task<JsonElement> Put(string path, object body)
    {
        using var answer = await Send(HttpMethod.Put, In(path), JsonContent.Create(body, body.GetType()));
        return await Read(answer);
    }

    /// <summary>Puts something whole, as one does who has just read it.</summary>
    /// <param name="path">Where.</param>
    /// <param name="body">What.</param>
    /// <param name="read">Where it is read.</param>
    /// <param name="within">Where in that the revision stands.</param>
    public async Task<JsonElement> PutAsRead(string path, object body, string read, params string[] within) =>
        await Put(path, await WithRevision(body, read, within));

    private async Task<JsonObject> WithRevision(object body, string read, string[] within)
    {
        var whole = JsonSerializer.SerializeToNode(body, JsonSerializerOptions.Web)!.AsObject();
        whole["revision"] = await Revision(read, within);
        return whole;
    }

    /// <summary>What is refused although it carries the revision that stands.</summary>
    public async Task<(HttpStatusCode Status, string Type, string Detail)> RefusedAsRead(
        string path,
        object body,
        string read,
        params string[] within
    ) => await Refused(HttpMethod.Put, path, await WithRevision(body, read, within));

    /// <summary>The revision of what stands somewhere.</summary>
    public async Task<string> Revision(string read, params string[] within) =>
        within.Aggregate(await Get(read), (at, name) => at.GetProperty(name)).GetProperty("revision").GetString()!;

    public Task<(HttpStatusCode Status, string Type, string Detail)> Refused(HttpMethod method, string path, object? body = null) =>
        RefusedAt(method, In(path), body);

    /// <summary>What is refused at an address that belongs to no company.</summary>
    public async Task<(HttpStatusCode Status, string Type, string Detail)> RefusedAt(HttpMethod method, string path, object? body = null)
    {
        using var answer = await Send(
            method,
            path,
            body switch
            {
                null => null,
                HttpContent content => content,
                _ => JsonContent.Create(body, body.GetType()),
            }
        );
        Assert.False(answer.IsSuccessStatusCode, $"{path} was not refused");
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        return (answer.StatusCode, problem.GetProperty("type").GetString()!, problem.GetProperty("detail").GetString()!);
    }

    public Task<JsonElement> Preview(string csv) => TakeIn("arrivals/preview", csv);

    public Task<JsonElement> TakeIn(string csv) => TakeIn("arrivals", csv);

    /// <summary>Sends a file as it is to one of the addresses of arrivals.</summary>
    public async Task<JsonElement> SendFile(string path, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        using var answer = await Send(HttpMethod.Post, In(path), content);
        return await Read(answer);
    }

    /// <summary>Posts what is ready and waits until the dispatch is over.</summary>
    public async Task<JsonElement> Dispatch(House house)
    {
        var id = (await Post("dispatches")).GetProperty("id").GetInt64();
        await house.DispatchIsOver();
        return await Get($"dispatches/{id}");
    }

    public void Dispose() => http.Dispose();

    private async Task<JsonElement> TakeIn(string path, string csv)
    {
        using var content = new StringContent(csv.ReplaceLineEndings("\n"), Encoding.UTF8, "text/csv");
        using var answer = await Send(HttpMethod.Post, In($"{path}?fileName=test.csv"), content);
        return await Read(answer);
    }

    private static async Task<JsonElement> Read(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{answer.RequestMessage!.RequestUri}: {(int)answer.StatusCode} {text}");
        return text.Length == 0 ? default : JsonDocument.Parse(text).RootElement;
    }
}
