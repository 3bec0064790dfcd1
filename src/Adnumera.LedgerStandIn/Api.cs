using Microsoft.AspNetCore.Mvc;

namespace Adnumera.LedgerStandIn;

/// <summary>The API, as /openapi/v1.json describes it.</summary>
internal static class Api
{
    public static void Map(WebApplication app)
    {
        app.MapPost(
                "/api/tokens",
                (CodeExchange exchange, Shelf shelf, TimeProvider clock) =>
                    shelf.Find((exchange.Code ?? "").Split('.')[0])?.Exchange(exchange.Code!, exchange.RedirectUri ?? "", clock.GetUtcNow())
                        is { } token
                        ? Results.Ok(new TokenAnswer(token))
                        : Results.Problem(type: "code-unknown", detail: "The code is unknown, used or too old.", statusCode: 400)
            )
            .WithTags("Consent");

        var api = app.MapGroup("/api").AddEndpointFilter(Allowed).AddEndpointFilter(Faulty);
        api.MapDelete(
                "tokens/current",
                (HttpRequest request, Books books, TimeProvider clock) =>
                {
                    books.Revoke(Token(request), clock.GetUtcNow());
                    return Results.NoContent();
                }
            )
            .WithTags("Consent");
        api.MapGet("organisation", (Books books) => books.Organisation()).WithTags("Masters");
        api.MapGet("accounts", (Books books) => books.Accounts()).WithTags("Masters");
        api.MapGet("suppliers", (Books books) => books.Suppliers()).WithTags("Masters");
        api.MapGet("tax-codes", (Books books) => books.TaxCodes()).WithTags("Masters");
        api.MapGet("employees", (Books books) => books.Employees()).WithTags("Masters");
        api.MapGet("dimensions", (Books books) => books.Dimensions()).WithTags("Masters");
        api.MapGet("own-dimensions", (Books books) => books.OwnDimensions()).WithTags("Masters");
        api.MapGet("payment-terms", (Books books) => books.Terms()).WithTags("Masters");
        api.MapGet("items", (Books books) => books.Items()).WithTags("Masters");
        api.MapGet("features", (Books books) => books.Features()).WithTags("Masters");
        api.MapGet("supplier-history", (Books books) => books.History()).WithTags("Masters");
        api.MapPost(
                "suppliers",
                ([FromHeader(Name = "Idempotency-Key")] string? key, NewSupplier supplier, Books books, HttpContext http) =>
                    Posted(http, books, () => books.PostSupplier(key ?? "", supplier))
            )
            .WithTags("Masters");
        api.MapPost(
                "entries",
                ([FromHeader(Name = "Idempotency-Key")] string? key, NewEntry entry, Books books, HttpContext http) =>
                    Posted(http, books, () => books.Post(key ?? "", entry))
            )
            .WithTags("Entries");
        api.MapGet(
                "results",
                (string key, Books books) => books.ResultOf(key) is { } id ? Results.Ok(new KeyAnswer(key, id)) : Results.NotFound()
            )
            .WithTags("Entries");
        api.MapGet(
                "entries",
                (string from, string through, string[] account, string? after, int? most, Books books) =>
                    books.Page(from, through, after, Math.Clamp(most ?? 200, 1, 500), account)
            )
            .WithTags("Entries");
        api.MapGet(
                "payments",
                (string from, string through, string? after, int? most, Books books) =>
                    books.Payments(from, through, after, Math.Clamp(most ?? 200, 1, 500))
            )
            .WithTags("Payments");
        api.MapGet("payment-totals", (string from, string through, Books books) => books.PaymentTotals(from, through)).WithTags("Payments");
        api.MapPost("entries/by-source", (string[][] keys, Books books) => books.BySource(keys)).WithTags("Entries");
        api.MapGet("entries/{id}", (string id, Books books) => books.Find(id) is { } entry ? Results.Ok(entry) : Results.NotFound())
            .WithTags("Entries");
        api.MapGet("profit-and-loss", (string from, string through, Books books) => books.ProfitAndLoss(from, through)).WithTags("Entries");
        api.MapGet("trial-balance", (string through, Books books) => books.TrialBalance(through)).WithTags("Entries");
    }

    private static IResult Posted<T>(HttpContext http, Books books, Func<(T Result, bool Repeated)> act)
    {
        if (books.CommitsLate() is { } later)
        {
            _ = Task.Run(async () =>
            {
                await Task.Delay(later);
                act();
            });
            http.Abort();
            return Results.Empty;
        }

        try
        {
            var (result, repeated) = act();
            if (books.AnswersUnclear())
                return Results.Problem(
                    type: "unavailable",
                    detail: "The service is not available just now.",
                    statusCode: StatusCodes.Status503ServiceUnavailable
                );
            if (books.LosesThisAnswer())
            {
                http.Abort();
                return Results.Empty;
            }

            return repeated ? Results.Ok(result) : Results.Json(result, statusCode: StatusCodes.Status201Created);
        }
        catch (RefusalException refusal)
        {
            return Results.Problem(type: refusal.Code, detail: refusal.Message, statusCode: refusal.Status);
        }
    }

    internal static string Token(HttpRequest request)
    {
        var header = request.Headers.Authorization.ToString();
        return header.StartsWith("Bearer ", StringComparison.Ordinal) ? header[7..] : "";
    }

    private static async ValueTask<object?> Allowed(EndpointFilterInvocationContext context, EndpointFilterDelegate next) =>
        await Books.BindAsync(context.HttpContext) is { } books && books.IsAllowed(Token(context.HttpContext.Request))
            ? await next(context)
            : Results.Problem(
                type: "not-allowed",
                detail: "The connection is not allowed, or its consent was taken back.",
                statusCode: 401
            );

    private static async ValueTask<object?> Faulty(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var http = context.HttpContext;
        var books = (await Books.BindAsync(http))!;
        if (books.IsGone())
        {
            http.Abort();
            return Results.Empty;
        }

        if (books.IsOneTooMany())
        {
            http.Response.Headers.RetryAfter = "1";
            return Results.Problem(
                type: "too-many",
                detail: "Too many requests; try again in a second.",
                statusCode: StatusCodes.Status429TooManyRequests
            );
        }

        if (books.Faults().SlowMilliseconds is > 0 and var slow)
            await Task.Delay(slow, http.RequestAborted);
        return await next(context);
    }

    private sealed record CodeExchange(string? Code, string? RedirectUri);

    private sealed record TokenAnswer(string Token);

    private sealed record KeyAnswer(string Key, string Id);
}
