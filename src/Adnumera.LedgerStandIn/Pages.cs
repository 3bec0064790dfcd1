using System.Globalization;
using static Adnumera.LedgerStandIn.Html;

namespace Adnumera.LedgerStandIn;

/// <summary>Plain pages to look at the books and to change them behind the back of whoever is connected: consent, entries,
/// faults.</summary>
internal static class Pages
{
    public static void Map(WebApplication app)
    {
        app.MapGet(
            "/",
            (Shelf shelf) => shelf.All is [var first, ..] ? Results.Redirect($"/{first.Organisation().Id}") : Results.NotFound()
        );
        app.MapGet("/consent", Consent);
        app.MapPost("/consent", GiveConsent);
        var books = app.MapGroup("/{organisation}");
        books.MapGet("", Home);
        books.MapGet("profit-and-loss", ProfitAndLoss);
        books.MapGet("entries/{id}", EntryPage);
        books.MapPost("entries/{id}", EditEntry);
        books.MapPost(
            "entries/{id}/copy",
            (string organisation, string id, IFormCollection form, Books books) => Then($"/{organisation}", () => books.Copy(id))
        );
        books.MapPost(
            "entries/{id}/pay",
            (string organisation, string id, IFormCollection form, Books books) =>
                Then($"/{organisation}", () => books.Pay(id, F(form, "date"), F(form, "reference"), F(form, "amount")))
        );
        books.MapPost(
            "lock",
            (string organisation, IFormCollection form, Books books) => Then($"/{organisation}", () => books.LockThrough(F(form, "day")))
        );
        books.MapPost(
            "features",
            (string organisation, IFormCollection form, Books books) =>
                Then($"/{organisation}", () => books.Switch(F(form, "name"), F(form, "on") == "yes"))
        );
        books.MapPost(
            "faults",
            (string organisation, IFormCollection form, Books books) =>
                Then(
                    $"/{organisation}",
                    () =>
                        books.SetFaults(
                            new Faults(
                                Int(form, "slow"),
                                Int(form, "lose"),
                                Int(form, "refuse"),
                                Int(form, "many"),
                                F(form, "gone").Length == 0 ? null : Int(form, "gone"),
                                Int(form, "unclear"),
                                Int(form, "late"),
                                Int(form, "later")
                            )
                        )
                )
        );
        books.MapPost(
            "revoke",
            (string organisation, IFormCollection form, Books books, TimeProvider clock) =>
                Then($"/{organisation}", () => books.RevokeAll(clock.GetUtcNow()))
        );
    }

    private static IResult Home(Books books, Page page)
    {
        var (organisation, faults) = (books.Organisation(), books.Faults());
        var at = $"/{E(organisation.Id)}";
        var rows = string.Concat(
            books
                .Latest(200)
                .Select(e =>
                    $"<tr><td><a href=\"{at}/entries/{E(e.Id)}\">{E(e.Id)}</a><td>{E(e.Date)}<td>{E(e.Form)}"
                    + $"<td>{E(e.Supplier)}{E(e.Employee)}<td>{E(e.Reference)}"
                    + $"<td class=n>{e.Lines.Sum(l => decimal.Parse(l.Debit, CultureInfo.InvariantCulture)):0.00}<td>{E(e.Status)}"
                    + $"<td>{E(e.Source)} {E(e.SourceId)}"
                )
        );
        var features = string.Concat(
            books
                .Features()
                .Select(f =>
                    $"<form class=i method=post action={at}/features>{page.Token}<input type=hidden name=name value={f.Name}><button "
                    + $"name=on value={(f.On ? "no" : "yes")}>{f.Name}: {(f.On ? "on" : "off")}</button></form>"
                )
        );
        return page.Show(
            organisation.Name,
            $"""
            <form method=post action={at}/lock>{page.Token}<label>Locked through <input type=date name=day value="{E(
                organisation.LockedThrough
            )}"></label><button>Save</button></form>
            <p>Switched on or off with a click: {features}</p>
            <form method=post action={at}/faults>{page.Token}<label>Slow, milliseconds <input type=number min=0 max=60000 name=slow
              value={faults.SlowMilliseconds}></label>
            <label>Answers to lose after saving <input type=number min=0 max=1000 name=lose value={faults.LoseAnswers}></label>
            <label>Refused by chance, percent <input type=number min=0 max=100 name=refuse value={faults.RefusePercent}></label>
            <label>Requests turned away as too many <input type=number min=0 max=1000 name=many value={faults.TooMany}></label>
            <label>Gone after so many answers (blank: stays) <input type=number min=0 max=1000 name=gone value="{faults.GoneAfter}"></label>
            <label>Saved and answered with 503 <input type=number min=0 max=1000 name=unclear value={faults.UnclearAnswers}></label>
            <label>Connection broken and saved later <input type=number min=0 max=1000 name=late value={faults.LateCommits}></label>
            <label>Later by, milliseconds <input type=number min=0 max=600000 name=later
              value={faults.LateMilliseconds}></label><button>Save</button></form>
            <form method=post action={at}/revoke>{page.Token}{books.Allowed()} connection(s) allowed <button>Take all back</button></form>
            <h2>Latest entries</h2><table><tr><th>Entry<th>Date<th>Form<th>Who<th>Reference<th class=n>Amount<th>Status<th>Made
              by</tr>{rows}</table>
            """
        );
    }

    private static IResult ProfitAndLoss(string? from, string? through, Books books, Page page)
    {
        var (first, last) = (from ?? "2026-01-01", through ?? "2026-12-31");
        var titles = books.Accounts().ToDictionary(a => a.Id, a => $"{a.Number} {a.Name}");
        var results = books.ProfitAndLoss(first, last);
        return page.Show(
            "Profit and loss",
            $"""
            <form>From <input type=date name=from value="{E(first)}"> through <input type=date name=through value="{E(
                last
            )}"> <button>Show</button></form>
            <table><tr><th>Account<th>Kind<th class=n>Amount</tr>{string.Concat(
                results.Select(r => $"<tr><td>{E(titles[r.Account])}<td>{E(r.Kind)}<td class=n>{r.Amount}")
            )}
            <tr><th>Result<th><th class=n>{results.Sum(r => decimal.Parse(r.Amount, CultureInfo.InvariantCulture)):0.00}</table>
            """
        );
    }

    private static IResult Consent(string client, string redirect_uri, string state, Shelf shelf, Page page) =>
        !IsLoopback(redirect_uri)
            ? Results.BadRequest("redirect_uri must be on this machine.")
            : page.Show(
                "Allow a connection",
                $"""
                <p><b>{E(
                    client
                )}</b> asks to read the chart of accounts, suppliers, employees, dimensions, tax codes and entries of one organisation,
                  and to post entries and suppliers.</p>
                <form method=post action=/consent>{page.Token}<input type=hidden name=client value="{E(
                    client
                )}"><input type=hidden name=redirect_uri value="{E(redirect_uri)}"><input type=hidden name=state value="{E(state)}">
                <p><label>Organisation <select name=organisation>{string.Concat(
                    shelf.All.Select(b => b.Organisation()).Select(o => $"<option value=\"{E(o.Id)}\">{E(o.Name)}</option>")
                )}</select></label></p>
                <button name=answer value=allow>Allow</button> <button name=answer value=refuse>Refuse</button></form>
                """
            );

    private static IResult GiveConsent(IFormCollection form, Shelf shelf, TimeProvider clock)
    {
        var (redirect, state) = (F(form, "redirect_uri"), Uri.EscapeDataString(F(form, "state")));
        if (!IsLoopback(redirect))
            return Results.BadRequest("redirect_uri must be on this machine.");
        return F(form, "answer") == "allow" && shelf.Find(F(form, "organisation")) is { } books
            ? Results.Redirect($"{redirect}?code={books.Allow(F(form, "client"), redirect, clock.GetUtcNow())}&state={state}")
            : Results.Redirect($"{redirect}?refused=yes&state={state}");
    }

    private static IResult EntryPage(string id, Books books, Page page)
    {
        if (books.Find(id) is not { } entry)
            return Results.NotFound();
        var rows = string.Concat(
            entry.Lines.Select(l =>
                $"<tr><td><input name=account{l.Line} value=\"{E(l.Account)}\"><td class=n><input name=debit{l.Line} value={l.Debit}><td "
                + $"class=n><input name=credit{l.Line} "
                + $"value={l.Credit}><td>{E(l.TaxCode)}<td>{E(string.Join(" ", l.Dimensions.Values))}<td>{E(l.Memo)}"
            )
        );
        var whole = entry.Lines.Sum(l => decimal.Parse(l.Debit, CultureInfo.InvariantCulture));
        var at = $"/{E(books.Organisation().Id)}/entries/{E(entry.Id)}";
        return page.Show(
            $"Entry {entry.Id}",
            $"""
            <form method=post action="{at}">{page.Token}<p>{E(entry.Form)} made by {E(entry.Source)} {E(entry.SourceId)}</p>
            <label>Date <input type=date name=date value="{E(entry.Date)}"></label> <label>Reference <input name=reference value="{E(
                entry.Reference
            )}"></label>
            <label>Supplier <input name=supplier value="{E(entry.Supplier)}"></label>
            <label>Status <select name=status>{string.Concat(
                ((string[])["posted", "draft", "voided"]).Select(s => $"<option{(s == entry.Status ? " selected" : "")}>{s}")
            )}</select></label>
            <table><tr><th>Account<th class=n>Debit<th
              class=n>Credit<th>Tax<th>Dimensions<th>Memo</tr>{rows}</table><button>Save</button></form>
            <form method=post action="{at}/copy">{page.Token}<button>Post a second copy</button></form>
            <form method=post action="{at}/pay">{page.Token}<label>Paid on <input type=date name=date value="{E(entry.Date)}"></label>
            <label>Reference <input name=reference value="PAY {E(entry.Id)}"></label>
            <label>Amount <input name=amount value="{whole:0.00}"></label>
            <button>Pay it</button></form>
            """
        );
    }

    private static IResult EditEntry(string organisation, string id, IFormCollection form, Books books) =>
        Then(
            $"/{organisation}/entries/{id}",
            () =>
            {
                var entry = books.Find(id) ?? throw new RefusalException("entry-unknown", $"There is no entry {id}.");
                books.Edit(
                    id,
                    F(form, "date"),
                    F(form, "reference"),
                    F(form, "supplier"),
                    F(form, "status"),
                    [
                        .. entry.Lines.Select(l =>
                            (l.Line, F(form, $"account{l.Line}"), F(form, $"debit{l.Line}"), F(form, $"credit{l.Line}"))
                        ),
                    ]
                );
            }
        );

    private static bool IsLoopback(string uri) =>
        Uri.TryCreate(uri, UriKind.Absolute, out var parsed) && parsed.IsLoopback && parsed.Scheme == "http" && parsed.Query.Length == 0;
}
