using System.Globalization;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Antiforgery;

namespace Adnumera.LedgerStandIn;

/// <summary>What the plain pages are made with.</summary>
internal static class Html
{
    public static string F(IFormCollection form, string name) => form[name].ToString().Trim();

    public static int Int(IFormCollection form, string name) =>
        int.TryParse(F(form, name), CultureInfo.InvariantCulture, out var value) ? Math.Clamp(value, 0, 60_000) : 0;

    public static string E(string text) => HtmlEncoder.Default.Encode(text);

    /// <summary>Does it and goes on to a page, or says why not.</summary>
    public static IResult Then(string next, Action act)
    {
        try
        {
            act();
            return Results.Redirect(next);
        }
        catch (Exception e) when (e is RefusalException or Microsoft.Data.Sqlite.SqliteException)
        {
            return Results.Text($"Not saved: {e.Message}", statusCode: 422);
        }
    }
}

/// <summary>A page of the organisation that the address names.</summary>
/// <param name="Http">The request.</param>
/// <param name="Books">Its books; none on pages that belong to no organisation.</param>
internal sealed record Page(HttpContext Http, Books? Books)
{
    private static readonly (string Path, string Title)[] Rooms =
    [
        ("", "Entries"),
        ("/accounts", "Accounts"),
        ("/suppliers", "Suppliers"),
        ("/masters", "Other masters"),
        ("/profit-and-loss", "Profit and loss"),
    ];

    public static async ValueTask<Page> BindAsync(HttpContext http) =>
        new(http, http.Request.RouteValues.ContainsKey("organisation") ? await Books.BindAsync(http) : null);

    /// <summary>The hidden field that each form carries.</summary>
    public string Token
    {
        get
        {
            var tokens = Http.RequestServices.GetRequiredService<IAntiforgery>().GetAndStoreTokens(Http);
            return $"<input type=hidden name=\"{tokens.FormFieldName}\" value=\"{tokens.RequestToken}\">";
        }
    }

    public IResult Show(string title, string body)
    {
        Http.Response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self' http://127.0.0.1:* http://localhost:*; "
            + "frame-ancestors 'none'";
        var at = Books is null ? "" : $"/{E(Books.Organisation().Id)}";
        var rooms = Books is null ? "" : string.Concat(Rooms.Select(r => $"<a href=\"{at}{r.Path}\">{r.Title}</a>"));
        var others = string.Concat(
            Http.RequestServices.GetRequiredService<Shelf>()
                .All.Select(b => b.Organisation())
                .Select(o => $"<a href=\"/{E(o.Id)}\">{E(o.Name)}</a>")
        );
        return Results.Content(
            $$"""
            <!doctype html><html lang=en><meta charset=utf-8><title>{{E(title)}} · Ledger stand-in</title>
            <style>body{font:15px/1.5 system-ui,sans-serif;margin:24px auto;max-width:1160px;padding:0 16px;color:#222;background:#fff}
            table{border-collapse:collapse;width:100%;margin:12px 0}td,th{border-bottom:1px solid #ccc;padding:4px 8px;text-align:left}
            .n{text-align:right;font-variant-numeric:tabular-nums}form{margin:6px 0}.i{display:inline}nav a{margin-right:14px}
            :target{background:#fff3c4}</style>
            <nav>{{rooms}}</nav><nav>{{others}}</nav>
            <p>Simulated ledger. It ships with Adnumera to try it with; nothing here is real.</p><h1>{{E(title)}}</h1>{{body}}</html>
            """,
            "text/html; charset=utf-8"
        );
    }

    private static string E(string text) => Html.E(text);
}
