using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using Microsoft.AspNetCore.Antiforgery;

namespace Adnumera.SourcesStandIn;

/// <summary>Plain pages to look at what the sources have and to change it: consent, records, faults, what they were told.</summary>
internal static class Pages
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static void Map(WebApplication app)
    {
        app.MapGet("/", () => Results.Redirect($"/{Desk.Card}"));
        app.MapGet("/consent", Consent);
        app.MapPost("/consent", GiveConsent);
        app.MapGet("/{desk}", Home);
        app.MapGet("/{desk}/record", Record);
        app.MapPost("/{desk}/record", Save);
        app.MapPost(
            "/{desk}/faults",
            (string desk, IFormCollection form, Desks desks) =>
            {
                desks.SetFaults(
                    desk,
                    new Faults(
                        Int(form, "slow"),
                        Int(form, "many"),
                        F(form, "gone").Length == 0 ? null : Int(form, "gone"),
                        Int(form, "broken")
                    )
                );
                return Results.Redirect($"/{desk}");
            }
        );
        app.MapPost(
            "/{desk}/revoke",
            (string desk, IFormCollection form, Desks desks, TimeProvider clock) =>
            {
                desks.RevokeAll(desk, clock.GetUtcNow());
                return Results.Redirect($"/{desk}");
            }
        );
    }

    private static IResult Home(string desk, Desks desks, HttpContext http)
    {
        if (Title(desk) is not { } title)
            return Results.NotFound();
        var faults = desks.Faults(desk);
        var rows = string.Concat(
            desks
                .Latest(desk, 200)
                .Select(r =>
                    $"<tr><td><a href=\"/{desk}/record?id={E(Uri.EscapeDataString(r.Id))}\">{E(r.Id)}</a><td>{E(r.Day)}<td>{E(r.Status)}"
                    + $"<td>{E(r.Whose)}<td class=n>{Minor.Text(r.Money)}<td>{E(What(r.Content))}"
                )
        );
        var told = string.Concat(
            desks
                .Told(desk)
                .Select(t =>
                    $"<tr><td>{E(t.News.Id)}<td>{E(t.News.What)}<td>{E(t.News.Reference)}<td>{E(t.News.Reason)}<td>{E(t.News.Date)}"
                    + $"<td>{E(t.News.OpenAmount)}"
                )
        );
        return Show(
            http,
            title,
            $"""
            <form method=post action=/{desk}/faults>{Token(http)}<label>Slow, milliseconds <input type=number min=0 max=60000 name=slow
              value={faults.SlowMilliseconds}></label>
            <label>Requests turned away as too many <input type=number min=0 max=1000 name=many value={faults.TooMany}></label>
            <label>Gone after so many answers (blank: stays) <input type=number min=0 max=1000 name=gone value="{faults.GoneAfter}"></label>
            <label>Answers cut off <input type=number min=0 max=1000 name=broken
              value={faults.BrokenAnswers}></label><button>Save</button></form>
            <form method=post action=/{desk}/revoke>{Token(http)}<button>Take all consents back</button></form>
            <p><a href=/{desk}/record>Add a record</a></p>
            <table><tr><th>Record<th>Day<th>Status<th>Whose<th class=n>Amount<th>What</tr>{rows}</table>
            <h2>What it was told</h2><table><tr><th>Record<th>What<th>Reference<th>Reason<th>Date<th>Open</tr>{told}</table>
            """
        );
    }

    private static IResult Record(string desk, string? id, Desks desks, HttpContext http)
    {
        if (Title(desk) is not { } title)
            return Results.NotFound();
        var record = id is null ? null : Read(desk, id, desks);
        if (id is not null && record is null)
            return Results.NotFound();
        return Show(
            http,
            $"{title}: {id ?? "a new record"}",
            $"""
            <p>As the source has it now. Another id is another record; another status or amount is what changed there.</p>
            <form method=post action=/{desk}/record>{Token(http)}<textarea name=content rows=26 cols=110 spellcheck=false>{E(
                JsonSerializer.Serialize<object>(record ?? Empty(desk), Json)
            )}</textarea><br><button>Save</button></form>
            """
        );
    }

    private static IResult Save(string desk, IFormCollection form, Desks desks)
    {
        try
        {
            var record = (SourceRecord)JsonSerializer.Deserialize(F(form, "content"), TypeOf(desk), Json)!;
            if (string.IsNullOrWhiteSpace(record.Id))
                return Results.Text("Not saved: it has no id.", statusCode: 422);
            desks.Put(record);
            return Results.Redirect($"/{desk}");
        }
        catch (Exception e) when (e is JsonException or FormatException or NullReferenceException or ArgumentNullException)
        {
            return Results.Text($"Not saved: {e.Message}", statusCode: 422);
        }
    }

    private static IResult Consent(string source, string redirect_uri, string state, HttpContext http) =>
        !IsLoopback(redirect_uri) ? Results.BadRequest("redirect_uri must be on this machine.")
        : Title(source) is not { } title ? Results.NotFound()
        : Show(
            http,
            "Allow a connection",
            $"""
            <p><b>Adnumera</b> asks to read what <b>{E(title)}</b> has, from the day that is chosen there, and to say what became of it.</p>
            <form method=post action=/consent>{Token(http)}<input type=hidden name=source value="{E(source)}"><input type=hidden
              name=redirect_uri value="{E(redirect_uri)}"><input type=hidden name=state value="{E(state)}">
            <button name=answer value=allow>Allow</button> <button name=answer value=refuse>Refuse</button></form>
            """
        );

    private static IResult GiveConsent(IFormCollection form, Desks desks, TimeProvider clock)
    {
        var (redirect, state) = (F(form, "redirect_uri"), Uri.EscapeDataString(F(form, "state")));
        if (!IsLoopback(redirect) || Title(F(form, "source")) is null)
            return Results.BadRequest("redirect_uri must be on this machine.");
        return F(form, "answer") == "allow"
            ? Results.Redirect($"{redirect}?code={desks.Allow(F(form, "source"), redirect, clock.GetUtcNow())}&state={state}")
            : Results.Redirect($"{redirect}?refused=yes&state={state}");
    }

    private static Type TypeOf(string desk) =>
        desk switch
        {
            Desk.Card => typeof(CardMovement),
            Desk.Claims => typeof(Claim),
            Desk.Marketplace => typeof(MarketplaceOrder),
            Desk.Purchasing => typeof(PurchaseBill),
            Desk.Payroll => typeof(BureauRun),
            _ => typeof(MailedFile),
        };

    private static SourceRecord? Read(string desk, string id, Desks desks) =>
        desk switch
        {
            Desk.Card => desks.Find<CardMovement>(desk, id),
            Desk.Claims => desks.Find<Claim>(desk, id),
            Desk.Marketplace => desks.Find<MarketplaceOrder>(desk, id),
            Desk.Purchasing => desks.Find<PurchaseBill>(desk, id),
            Desk.Payroll => desks.Find<BureauRun>(desk, id),
            _ => desks.Find<MailedFile>(desk, id),
        };

    private static SourceRecord Empty(string desk) =>
        desk switch
        {
            Desk.Card => new CardMovement("", "settled", "charge", "2026-11-20", "", "", "", "", "0.00", "USD", ""),
            Desk.Claims => new Claim("", "approved", "", "", "2026-11-20", "", "0.00", "USD", "", [new ClaimLine("", "", "0.00")]),
            Desk.Marketplace => new MarketplaceOrder(
                "",
                "shipped",
                "",
                "",
                "2026-11-20",
                "",
                "",
                [new OrderLine("", "", "1", "0.00", "0.00")],
                "0.00",
                "0.00",
                "0.00",
                "0.00",
                "USD"
            ),
            Desk.Payroll => new BureauRun(
                "",
                "approved",
                "",
                "regular",
                "2026-11-20",
                "2026-11-14",
                "USD",
                "0.00",
                "",
                [new PaidEmployee("", "", "", [new PayItem("", "earning", "0.00")])]
            ),
            Desk.Purchasing => new PurchaseBill(
                "",
                "open",
                "",
                "bill",
                "",
                "",
                "2026-11-20",
                "",
                "",
                "0.00",
                "USD",
                "",
                [new PurchaseLine("", "", "", "1", "0.00", "0.00")]
            ),
            _ => new MailedFile("", "arrived", "", "2026-11-20", "", "", ""),
        };

    private static string? Title(string desk) => Desk.All.FirstOrDefault(d => d.Word == desk).Title;

    // What a record is about, whichever it is.
    private static string What(string content)
    {
        using var json = JsonDocument.Parse(content);
        return string.Join(
            " · ",
            ((string[])["merchant", "supplier", "seller", "employee", "from", "number", "text", "subject", "fileName"])
                .Select(n => json.RootElement.TryGetProperty(n, out var value) ? value.GetString() : "")
                .Where(t => !string.IsNullOrEmpty(t))
        );
    }

    private static IResult Show(HttpContext http, string title, string body)
    {
        http.Response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self' http://127.0.0.1:* http://localhost:*; "
            + "frame-ancestors 'none'";
        return Results.Content(
            $$"""
            <!doctype html><html lang=en><meta charset=utf-8><title>{{E(title)}} · Sources</title>
            <style>body{font:15px/1.5 system-ui,sans-serif;margin:24px auto;max-width:1160px;padding:0 16px;color:#222;background:#fff}
            table{border-collapse:collapse;width:100%;margin:12px 0}td,th{border-bottom:1px solid #ccc;padding:4px 8px;text-align:left}
            .n{text-align:right;font-variant-numeric:tabular-nums}form{margin:6px 0}nav a{margin-right:14px}</style>
            <nav>{{string.Concat(Desk.All.Select(d => $"<a href=/{d.Word}>{d.Title}</a>"))}}</nav>
            <p>Simulated sources. They ship with Adnumera to try it with; nothing here is real.</p><h1>{{E(title)}}</h1>{{body}}</html>
            """,
            "text/html; charset=utf-8"
        );
    }

    // The hidden field that each form carries.
    private static string Token(HttpContext http)
    {
        var tokens = http.RequestServices.GetRequiredService<IAntiforgery>().GetAndStoreTokens(http);
        return $"<input type=hidden name=\"{tokens.FormFieldName}\" value=\"{tokens.RequestToken}\">";
    }

    private static string F(IFormCollection form, string name) => form[name].ToString().Trim();

    private static int Int(IFormCollection form, string name) =>
        int.TryParse(F(form, name), CultureInfo.InvariantCulture, out var value) ? Math.Clamp(value, 0, 60_000) : 0;

    private static string E(string text) => HtmlEncoder.Default.Encode(text);

    private static bool IsLoopback(string uri) =>
        Uri.TryCreate(uri, UriKind.Absolute, out var parsed) && parsed.IsLoopback && parsed.Scheme == "http" && parsed.Query.Length == 0;
}
