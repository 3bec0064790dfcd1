using System.Text.Json;
using Adnumera.Core.Posting;
using Adnumera.Storage.Files;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Refusals;

/// <summary>What went wrong, as a problem document (RFC 9457): what happened, what was not changed, what to do.</summary>
internal static class ProblemDocument
{
    private const int ClientClosed = 499;

    // ENOSPC, as .NET passes it on.
    private const int NoSpace = 28;

    /// <summary>Answers an exception.</summary>
    public static Task Explain(HttpContext http)
    {
        var error = http.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (error is OperationCanceledException && http.RequestAborted.IsCancellationRequested)
        {
            // Nobody waits for the answer any more.
            http.Response.StatusCode = ClientClosed;
            return Task.CompletedTask;
        }

        var (type, detail, status) = error switch
        {
            RefusedException e => (e.Type, e.Message, e.Status),
            LedgerUnavailableException { Trouble: LedgerTrouble.Slow } e => ("ledger-slow", e.Message, StatusCodes.Status504GatewayTimeout),
            LedgerUnavailableException e => ("ledger-unavailable", e.Message, StatusCodes.Status502BadGateway),
            BadHttpRequestException { InnerException: JsonException e } => (
                "bad-request",
                $"{(e.Path is { Length: > 2 } path ? $"{path[2..]}: " : "")}the request cannot be read as JSON of the expected form. "
                    + "Nothing was changed.",
                StatusCodes.Status400BadRequest
            ),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => (
                "too-large",
                "The request is larger than what is taken here. Nothing was changed.",
                StatusCodes.Status413PayloadTooLarge
            ),
            BadHttpRequestException e => ("bad-request", $"{e.Message} Nothing was changed.", e.StatusCode),
            SqliteException { SqliteErrorCode: SqliteErrors.Busy or SqliteErrors.Locked } => (
                "busy",
                "Something else is being written to this company's file just now. Nothing was changed; try again in a moment.",
                StatusCodes.Status503ServiceUnavailable
            ),
            SqliteException { SqliteErrorCode: SqliteErrors.Full } or IOException { HResult: NoSpace } => (
                "disk-full",
                "The disk of this installation is full. Nothing was changed; whoever keeps it makes room, and then the same works again.",
                StatusCodes.Status507InsufficientStorage
            ),
            NewerSchemaException e => (
                "newer-schema",
                $"{e.Message} Nothing was changed; whoever keeps this installation upgrades it.",
                StatusCodes.Status503ServiceUnavailable
            ),
            SqliteException { SqliteErrorCode: SqliteErrors.Corrupt or SqliteErrors.NotADatabase } or InvalidDataException => (
                "company-damaged",
                "The file of this company is damaged and is not opened. The other companies are not touched. "
                    + "Whoever keeps this installation restores it from a backup.",
                StatusCodes.Status503ServiceUnavailable
            ),
            _ => (
                "fault",
                "Something went wrong here. Nothing was changed; try again, and tell whoever keeps this installation if it stays.",
                StatusCodes.Status500InternalServerError
            ),
        };
        if (status == StatusCodes.Status500InternalServerError || type is "company-damaged" or "disk-full")
            http.RequestServices.GetRequiredService<Serilog.ILogger>().Error(error, "Fault at {Path}", http.Request.Path);
        if (type == "busy")
            http.Response.Headers.RetryAfter = "2";
        if (error is RefusedException { RetryAfter: { } wait })
            http.Response.Headers.RetryAfter = ((int)Math.Ceiling(wait.TotalSeconds)).ToString(
                System.Globalization.CultureInfo.InvariantCulture
            );
        return Answer(http, type, detail, status, (error as RefusedException)?.Extensions);
    }

    /// <summary>Answers a status that carries no words yet.</summary>
    public static Task Fill(HttpContext http)
    {
        var (type, detail) = http.Response.StatusCode switch
        {
            StatusCodes.Status401Unauthorized => (
                "not-signed-in",
                "You are not signed in, or were signed out. Nothing was changed; sign in again."
            ),
            StatusCodes.Status403Forbidden => ("not-allowed", "Your role in this company does not allow this. Nothing was changed."),
            StatusCodes.Status404NotFound => ("not-found", "There is nothing at this address."),
            StatusCodes.Status405MethodNotAllowed => ("method", "This address does not take such a request. Nothing was changed."),
            StatusCodes.Status415UnsupportedMediaType => (
                "media-type",
                "The request has no body of the expected kind (JSON, unless it is a file). Nothing was changed."
            ),
            _ => ("bad-request", "The request cannot be taken. Nothing was changed."),
        };
        return Answer(http, type, detail, http.Response.StatusCode);
    }

    public static Task Answer(
        HttpContext http,
        string type,
        string detail,
        int status,
        IEnumerable<KeyValuePair<string, object?>>? extensions = null
    )
    {
        http.Response.StatusCode = status;
        return Results.Problem(type: type, detail: detail, statusCode: status, extensions: extensions).ExecuteAsync(http);
    }
}
