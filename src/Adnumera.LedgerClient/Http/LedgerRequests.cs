using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.Core.Posting;
using Polly;
using Polly.Timeout;

namespace Adnumera.LedgerClient.Http;

// Requests that read or change nothing twice: whatever goes wrong on the way is told as one exception with what to do.
internal sealed class LedgerRequests(HttpClient http, string token)
{
    // What a ledger leaves out, or says null of, is no answer.
    private static readonly JsonSerializerOptions Strictly = new(JsonSerializerDefaults.Web)
    {
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

    public async Task<T> Get<T>(string path, CancellationToken cancel)
    {
        using var answer = await Send(HttpMethod.Get, path, null, cancel);
        return await Body<T>(answer, cancel);
    }

    public async Task<HttpResponseMessage> Send(HttpMethod method, string path, HttpContent? content, CancellationToken cancel)
    {
        using var request = Request(method, path, content);
        return await Reach(() => http.SendAsync(request, cancel), cancel);
    }

    /// <summary>Sends something once, and returns the answer as it comes.</summary>
    public async Task<HttpResponseMessage> Post(string path, string key, object content, CancellationToken cancel)
    {
        using var request = Request(HttpMethod.Post, path, JsonContent.Create(content, content.GetType()));
        request.Headers.Add("Idempotency-Key", key);
        return await http.SendAsync(request, cancel);
    }

    public static async Task<HttpResponseMessage> Reach(Func<Task<HttpResponseMessage>> send, CancellationToken cancel)
    {
        try
        {
            return await send();
        }
        catch (Exception e) when (!cancel.IsCancellationRequested && e is TimeoutRejectedException or TaskCanceledException)
        {
            throw new LedgerUnavailableException("The ledger is slow: it did not answer in time. Nothing was changed; try again later.", e)
            {
                Trouble = LedgerTrouble.Slow,
            };
        }
        catch (Exception e) when (e is HttpRequestException or IOException or ExecutionRejectedException)
        {
            throw new LedgerUnavailableException("The ledger does not answer. Nothing was changed; try again when it does.", e);
        }
    }

    public static async Task<T> Body<T>(HttpResponseMessage answer, CancellationToken cancel)
    {
        if (answer.StatusCode == HttpStatusCode.Unauthorized)
            throw new LedgerUnavailableException("The ledger does not allow the connection any more. Connect it again under Set-up.")
            {
                Trouble = LedgerTrouble.NotAllowed,
            };
        if (!answer.IsSuccessStatusCode)
            throw new LedgerUnavailableException($"The ledger answered {(int)answer.StatusCode}: {await Reason(answer, cancel)}");
        return await Understood(async () =>
            await answer.Content.ReadFromJsonAsync<T>(Strictly, cancel) is { } body && !(body is object?[] many && many.Contains(null))
                ? body
                : throw new JsonException("It is empty.")
        );
    }

    public static async Task<T> Understood<T>(Func<Task<T>> read)
    {
        try
        {
            return await read();
        }
        catch (Exception e) when (e is JsonException or FormatException or OverflowException or NotSupportedException or IOException)
        {
            throw new LedgerUnavailableException(
                "The ledger's answer could not be read. Nothing was changed; tell whoever keeps the ledger if it stays.",
                e
            );
        }
    }

    public static async Task<string> Reason(HttpResponseMessage answer, CancellationToken cancel)
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

    private HttpRequestMessage Request(HttpMethod method, string path, HttpContent? content)
    {
        var request = new HttpRequestMessage(method, path) { Content = content };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        return request;
    }
}
