using System.Globalization;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Antiforgery;

namespace Adnumera.LedgerStandIn;

/// <summary>Plain pages to look at the books and to change them behind the back of whoever is connected.</summary>
internal static class Pages
{
    private static readonly string[] Kinds = ["asset", "liability", "equity", "income", "cost_of_sales", "expense"];

    public static void Map(WebApplication app)
    {
        app.MapGet("/", Home);
        app.MapGet("/consent", Consent);
        app.MapPost("/consent", GiveConsent);
        app.MapGet("/accounts", Accounts);
        app.MapPost("/accounts", AddAccount);
        app.MapPost("/accounts/active", SetActive);
        app.MapGet("/suppliers", (Books books, HttpContext http) => Page(http, books, "Suppliers",
            $"<table><tr><th>Id<th>Name</tr>{string.Concat(books.Suppliers().Select(s => $"<tr><td>{E(s.Id)}<td>{E(s.Name)}"))}</table>"));
        app.MapGet("/entries/{id}", EntryPage);
        app.MapPost("/entries/{id}", EditEntry);
        app.MapPost("/entries/{id}/copy", (string id, IFormCollection form, Books books) => Then("/", () => books.Copy(id)));
        app.MapPost("/lock", (IFormCollection form, Books books) => Then("/", () => books.LockThrough(F(form, "day"))));
        app.MapPost("/faults", (IFormCollection form, Books books) => Then("/", () => books.SetFaults(new Faults(Int(form, "slow"), Int(form, "lose")))));
        app.MapPost("/revoke", (IFormCollection form, Books books, TimeProvider clock) => Then("/", () => books.RevokeAll(clock.GetUtcNow())));
    }

    private static IResult Home(Books books, HttpContext http, IAntiforgery forgery)
    {
        var (organisation, faults, token) = (books.Organisation(), books.Faults(), Token(http, forgery));
        var rows = string.Concat(books.Latest(200).Select(e =>
            $"<tr><td><a href=\"/entries/{E(e.Id)}\">{E(e.Id)}</a><td>{E(e.Date)}<td>{E(e.Form)}<td>{E(e.Supplier)}{E(e.Employee)}<td>{E(e.Reference)}<td class=n>{e.Lines.Sum(l => decimal.Parse(l.Debit, CultureInfo.InvariantCulture)):0.00}<td>{E(e.Status)}<td>{E(e.Source)} {E(e.SourceId)}"));
        return Page(http, books, organisation.Name,
            $"""
            <form method=post action=/lock>{token}<label>Locked through <input type=date name=day value="{E(organisation.LockedThrough)}"></label><button>Save</button></form>
            <form method=post action=/faults>{token}<label>Slow, milliseconds <input type=number min=0 max=60000 name=slow value={faults.SlowMilliseconds}></label>
            <label>Answers to lose after saving <input type=number min=0 max=1000 name=lose value={faults.LoseAnswers}></label><button>Save</button></form>
            <form method=post action=/revoke>{token}{books.Allowed()} connection(s) allowed <button>Take all back</button></form>
            <h2>Latest entries</h2><table><tr><th>Entry<th>Date<th>Form<th>Who<th>Reference<th class=n>Amount<th>Status<th>Made by</tr>{rows}</table>
            """);
    }

    private static IResult Consent(string client, string redirect_uri, string state, Books books, HttpContext http, IAntiforgery forgery) =>
        !IsLoopback(redirect_uri)
            ? Results.BadRequest("redirect_uri must be on this machine.")
            : Page(http, books, "Allow a connection",
                $"""
                <p><b>{E(client)}</b> asks to read the chart of accounts, suppliers, tax codes and entries of <b>{E(books.Organisation().Name)}</b>, and to post entries and suppliers.</p>
                <form method=post action=/consent>{Token(http, forgery)}<input type=hidden name=client value="{E(client)}"><input type=hidden name=redirect_uri value="{E(redirect_uri)}"><input type=hidden name=state value="{E(state)}">
                <button name=answer value=allow>Allow</button> <button name=answer value=refuse>Refuse</button></form>
                """);

    private static IResult GiveConsent(IFormCollection form, Books books, TimeProvider clock)
    {
        var (redirect, state) = (F(form, "redirect_uri"), Uri.EscapeDataString(F(form, "state")));
        if (!IsLoopback(redirect)) return Results.BadRequest("redirect_uri must be on this machine.");
        return F(form, "answer") == "allow"
            ? Results.Redirect($"{redirect}?code={books.Allow(F(form, "client"), redirect, clock.GetUtcNow())}&state={state}")
            : Results.Redirect($"{redirect}?refused=yes&state={state}");
    }

    private static IResult Accounts(Books books, HttpContext http, IAntiforgery forgery)
    {
        var token = Token(http, forgery);
        var rows = string.Concat(books.Accounts().Select(a =>
            $"<tr><td>{E(a.Id)}<td>{E(a.Number)}<td>{E(a.Name)}<td>{E(a.Kind)}<td>{E(a.Role)}<td><form method=post action=/accounts/active>{token}<input type=hidden name=id value=\"{E(a.Id)}\"><button name=active value={(a.Active ? "no" : "yes")}>{(a.Active ? "Close" : "Open again")}</button></form>"));
        return Page(http, books, "Accounts",
            $"""
            <form method=post action=/accounts>{token}<input name=id placeholder=Id required> <input name=number placeholder=Number> <input name=name placeholder=Name required>
            <select name=kind>{string.Concat(Kinds.Select(k => $"<option>{k}"))}</select> <input name=role placeholder="Role, if any"> <button>Add account</button></form>
            <table><tr><th>Id<th>Number<th>Name<th>Kind<th>Role<th></tr>{rows}</table>
            """);
    }

    private static IResult AddAccount(IFormCollection form, Books books) => Then("/accounts", () =>
        books.AddAccount(new LedgerAccount(F(form, "id"), F(form, "number"), F(form, "name"), F(form, "kind"), F(form, "role"), "", true)));

    private static IResult SetActive(IFormCollection form, Books books) => Then("/accounts", () => books.SetActive(F(form, "id"), F(form, "active") == "yes"));

    private static IResult EntryPage(string id, Books books, HttpContext http, IAntiforgery forgery)
    {
        if (books.Find(id) is not { } entry) return Results.NotFound();
        var rows = string.Concat(entry.Lines.Select(l =>
            $"<tr><td><input name=account{l.Line} value=\"{E(l.Account)}\"><td class=n><input name=debit{l.Line} value={l.Debit}><td class=n><input name=credit{l.Line} value={l.Credit}><td>{E(l.TaxCode)}<td>{E(l.Department)} {E(l.Location)} {E(l.Project)}<td>{E(l.Memo)}"));
        var token = Token(http, forgery);
        return Page(http, books, $"Entry {entry.Id}",
            $"""
            <form method=post action="/entries/{E(entry.Id)}">{token}<p>{E(entry.Form)} made by {E(entry.Source)} {E(entry.SourceId)}</p>
            <label>Date <input type=date name=date value="{E(entry.Date)}"></label> <label>Reference <input name=reference value="{E(entry.Reference)}"></label>
            <label>Supplier <input name=supplier value="{E(entry.Supplier)}"></label>
            <label>Status <select name=status>{string.Concat(((string[])["posted", "draft", "voided"]).Select(s => $"<option{(s == entry.Status ? " selected" : "")}>{s}"))}</select></label>
            <table><tr><th>Account<th class=n>Debit<th class=n>Credit<th>Tax<th>Dimensions<th>Memo</tr>{rows}</table><button>Save</button></form>
            <form method=post action="/entries/{E(entry.Id)}/copy">{token}<button>Post a second copy</button></form>
            """);
    }

    private static IResult EditEntry(string id, IFormCollection form, Books books) => Then($"/entries/{id}", () =>
    {
        var entry = books.Find(id) ?? throw new RefusalException("entry-unknown", $"There is no entry {id}.");
        books.Edit(id, F(form, "date"), F(form, "reference"), F(form, "supplier"), F(form, "status"),
            [.. entry.Lines.Select(l => (l.Line, F(form, $"account{l.Line}"), F(form, $"debit{l.Line}"), F(form, $"credit{l.Line}")))]);
    });

    private static IResult Then(string next, Action act)
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

    private static IResult Page(HttpContext http, Books books, string title, string body)
    {
        http.Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'; form-action 'self' http://127.0.0.1:* http://localhost:*; frame-ancestors 'none'";
        return Results.Content(
            $"""
            <!doctype html><html lang=en><meta charset=utf-8><title>{E(title)} · Ledger stand-in</title>
            <style>body{"{"}font:15px/1.5 system-ui,sans-serif;margin:24px auto;max-width:1100px;padding:0 16px;color:#222;background:#fff{"}"}table{"{"}border-collapse:collapse;width:100%;margin:12px 0{"}"}td,th{"{"}border-bottom:1px solid #ccc;padding:4px 8px;text-align:left{"}"}.n{"{"}text-align:right;font-variant-numeric:tabular-nums{"}"}form{"{"}margin:6px 0{"}"}nav a{"{"}margin-right:14px{"}"}</style>
            <nav><a href="/">Entries</a><a href="/accounts">Accounts</a><a href="/suppliers">Suppliers</a></nav>
            <p>Simulated ledger of {E(books.Organisation().Name)}. It ships with Adnumera to try it with; nothing here is real.</p><h1>{E(title)}</h1>{body}</html>
            """, "text/html; charset=utf-8");
    }

    private static string Token(HttpContext http, IAntiforgery forgery)
    {
        var tokens = forgery.GetAndStoreTokens(http);
        return $"<input type=hidden name=\"{tokens.FormFieldName}\" value=\"{tokens.RequestToken}\">";
    }

    private static bool IsLoopback(string uri) => Uri.TryCreate(uri, UriKind.Absolute, out var parsed) && parsed.IsLoopback && parsed.Scheme == "http" && parsed.Query.Length == 0;

    private static string F(IFormCollection form, string name) => form[name].ToString().Trim();

    private static int Int(IFormCollection form, string name) => int.TryParse(F(form, name), CultureInfo.InvariantCulture, out var value) ? Math.Clamp(value, 0, 60_000) : 0;

    private static string E(string text) => HtmlEncoder.Default.Encode(text);
}
