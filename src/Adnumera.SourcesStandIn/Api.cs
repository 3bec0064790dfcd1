namespace Adnumera.SourcesStandIn;

/// <summary>The API, as /openapi/v1.json describes it.</summary>
internal static class Api
{
    private const int MostAtOnce = 1000;

    public static void Map(WebApplication app)
    {
        app.MapPost(
                "/api/tokens",
                (CodeExchange exchange, Desks desks, TimeProvider clock) =>
                    desks.Exchange(exchange.Code ?? "", exchange.RedirectUri ?? "", clock.GetUtcNow()) is var (token, desk)
                        ? Results.Ok(new TokenAnswer(token, desk))
                        : Results.Problem(type: "code-unknown", detail: "The code is unknown, used or too old.", statusCode: 400)
            )
            .WithTags("Consent");
        MapChanges<CardMovement>(Of(app, Desk.Card), "movements");
        var claims = Of(app, Desk.Claims);
        MapChanges<Claim>(claims, "claims");
        MapFiles(claims, "receipts/{id}");
        MapChanges<MarketplaceOrder>(Of(app, Desk.Marketplace), "orders");
        MapChanges<PurchaseBill>(Of(app, Desk.Purchasing), "bills");
        MapChanges<BureauRun>(Of(app, Desk.Payroll), "runs");
        var mailbox = Of(app, Desk.Mailbox);
        MapChanges<MailedFile>(mailbox, "files");
        MapFiles(mailbox, "files/{id}/content");
    }

    private static void MapFiles(RouteGroupBuilder api, string path) =>
        api.MapGet(
            path,
            (string id, Desks desks) =>
                desks.FileOf(id) is var (media, content) ? Results.Bytes(content, media) : Results.Problem(statusCode: 404)
        );

    private static RouteGroupBuilder Of(WebApplication app, string desk)
    {
        var (word, title, decides, takesNews) = Desk.All.Single(d => d.Word == desk);
        var api = app.MapGroup($"/api/{desk}").WithTags(title).AddEndpointFilter(new Faulty(desk));
        api.MapGet("", (Desks desks) => new About(word, title, decides, desks.Values(word), takesNews));
        api.MapDelete(
            "tokens/current",
            (HttpRequest request, Desks desks, TimeProvider clock) =>
            {
                desks.Revoke(Token(request), clock.GetUtcNow());
                return Results.NoContent();
            }
        );
        api.MapGet("totals", (string from, string through, string[]? whose, Desks desks) => desks.Totals(word, from, through, whose ?? []));
        api.MapGet("counted", (string from, string through, string[]? whose, Desks desks) => desks.List(word, from, through, whose ?? []));
        if (takesNews)
            api.MapPost(
                "news",
                (News news, Desks desks, TimeProvider clock) =>
                {
                    desks.Tell(word, news, clock.GetUtcNow());
                    return Results.NoContent();
                }
            );
        return api;
    }

    private static void MapChanges<T>(RouteGroupBuilder api, string records)
        where T : SourceRecord =>
        api.MapGet(
            records,
            (string? from, long? after, int? most, HttpContext http, Desks desks) =>
                desks.Changes<T>(
                    http.Request.Path.Value!.Split('/')[2],
                    from ?? "",
                    after ?? 0,
                    Math.Clamp(most ?? MostAtOnce, 1, MostAtOnce)
                )
        );

    private static string Token(HttpRequest request)
    {
        var header = request.Headers.Authorization.ToString();
        return header.StartsWith("Bearer ", StringComparison.Ordinal) ? header[7..] : "";
    }

    // Who is not allowed gets nothing; then the faults that are switched on.
    private sealed class Faulty(string desk) : IEndpointFilter
    {
        public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
        {
            var http = context.HttpContext;
            var desks = http.RequestServices.GetRequiredService<Desks>();
            if (!desks.IsAllowed(Token(http.Request), desk))
                return Results.Problem(
                    type: "not-allowed",
                    detail: "The connection is not allowed, or its consent was taken back.",
                    statusCode: 401
                );
            if (desks.IsGone(desk))
            {
                http.Abort();
                return Results.Empty;
            }

            if (desks.IsOneTooMany(desk))
            {
                http.Response.Headers.RetryAfter = "90";
                return Results.Problem(type: "too-many", detail: "Too many requests; try again in 90 seconds.", statusCode: 429);
            }

            if (desks.Faults(desk).SlowMilliseconds is > 0 and var slow)
                await Task.Delay(slow, http.RequestAborted);
            if (desks.Breaks(desk))
                return Results.Text("{\"records\":[{\"id\":", "application/json");
            return await next(context);
        }
    }

    private sealed record CodeExchange(string? Code, string? RedirectUri);

    private sealed record TokenAnswer(string Token, string Source);
}
