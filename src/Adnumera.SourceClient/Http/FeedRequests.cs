using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.Core.Feeds;
using Polly;
using Polly.Timeout;

namespace Adnumera.SourceClient.Http;

// Whatever goes wrong on the way is told as one exception: what happened, what was not changed, what to do.
internal sealed class FeedRequests(HttpClient http, string token)
{
    // What a source leaves out, or says null of, is no answer.
    private static readonly JsonSerializerOptions Strictly = new(JsonSerializerDefaults.Web)
    {
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

    public async Task<T> Get<T>(string path, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        return await Body<T>(request, cancel);
    }

    public async Task<byte[]> Bytes(string path, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        using var answer = await Answer(request, cancel);
        return await Reached(() => answer.Content.ReadAsByteArrayAsync(cancel), cancel);
    }

    public async Task<T> Body<T>(HttpRequestMessage request, CancellationToken cancel)
    {
        using var answer = await Answer(request, cancel);
        try
        {
            return await Reached(() => answer.Content.ReadFromJsonAsync<T>(Strictly, cancel), cancel)
                ?? throw new JsonException("It is empty.");
        }
        catch (Exception e) when (e is JsonException or NotSupportedException)
        {
            throw Unreadable(e);
        }
    }

    public async Task Send(HttpMethod method, string path, object? content, CancellationToken cancel)
    {
        using var request = new HttpRequestMessage(method, path);
        if (content is not null)
            request.Content = JsonContent.Create(content, content.GetType());
        using var answer = await Answer(request, cancel);
    }

    public static FeedTroubleException Unreadable(Exception e) =>
        new($"The source's answer could not be read: {e.Message} Nothing was taken in; tell whoever keeps the source if it stays.", e);

    private async Task<HttpResponseMessage> Answer(HttpRequestMessage request, CancellationToken cancel)
    {
        if (token.Length > 0)
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        var answer = await Reached(() => http.SendAsync(request, cancel), cancel);
        if (answer.IsSuccessStatusCode)
            return answer;
        using (answer)
            throw answer.StatusCode switch
            {
                HttpStatusCode.Unauthorized => new FeedTroubleException(
                    "The source does not allow the connection any more. Nothing was changed; allow it again."
                )
                {
                    NeedsConsent = true,
                },
                HttpStatusCode.TooManyRequests => new FeedTroubleException(
                    "The source says that it was asked too often. Nothing was changed; it is asked again later."
                )
                {
                    After = answer.Headers.RetryAfter?.Delta,
                },
                _ => new FeedTroubleException(
                    $"The source answered {(int)answer.StatusCode}: {await Reason(answer, cancel)}. Nothing was changed; it is asked again "
                        + "later."
                ),
            };
    }

    private static async Task<T> Reached<T>(Func<Task<T>> send, CancellationToken cancel)
    {
        try
        {
            return await send();
        }
        catch (Exception e) when (!cancel.IsCancellationRequested && e is TimeoutRejectedException or TaskCanceledException)
        {
            throw new FeedTroubleException("The source did not answer in time. Nothing was changed; it is asked again later.", e);
        }
        catch (Exception e) when (e is HttpRequestException or IOException or ExecutionRejectedException)
        {
            throw new FeedTroubleException("The source does not answer. Nothing was changed; it is asked again later.", e);
        }
    }

    private static async Task<string> Reason(HttpResponseMessage answer, CancellationToken cancel)
    {
        try
        {
            return (await answer.Content.ReadFromJsonAsync<ProblemAnswer>(cancel))?.Detail?.TrimEnd('.') ?? answer.ReasonPhrase ?? "";
        }
        catch (Exception e) when (e is JsonException or NotSupportedException)
        {
            return answer.ReasonPhrase ?? "";
        }
    }
}
