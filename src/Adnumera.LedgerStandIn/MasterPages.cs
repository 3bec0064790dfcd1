using static Adnumera.LedgerStandIn.Html;

namespace Adnumera.LedgerStandIn;

/// <summary>Plain pages of the masters: what the ledger owns, and its owner may change.</summary>
internal static class MasterPages
{
    private static readonly string[] Kinds = ["asset", "liability", "equity", "income", "cost_of_sales", "expense"];

    public static void Map(WebApplication app)
    {
        var books = app.MapGroup("/{organisation}");
        books.MapGet("accounts", Accounts);
        books.MapPost("accounts", AddAccount);
        books.MapPost("accounts/change", ChangeAccount);
        books.MapGet("suppliers", Suppliers);
        books.MapPost(
            "suppliers",
            (string organisation, IFormCollection form, Books books) =>
                Then(
                    $"/{organisation}/suppliers",
                    () => books.Add(new Supplier(F(form, "id"), F(form, "name"), F(form, "tax"), F(form, "email"), F(form, "address")))
                )
        );
        books.MapPost(
            "suppliers/rename",
            (string organisation, IFormCollection form, Books books) =>
                Then($"/{organisation}/suppliers", () => books.Rename(F(form, "id"), F(form, "name")))
        );
        books.MapGet("masters", Others);
        books.MapPost(
            "dimensions",
            (string organisation, IFormCollection form, Books books) =>
                Then($"/{organisation}/masters", () => books.Add(new DimensionValue(F(form, "kind"), F(form, "id"), F(form, "name"))))
        );
        books.MapPost(
            "dimensions/own",
            (string organisation, IFormCollection form, Books books) =>
                Then($"/{organisation}/masters", () => books.Add(new OwnDimension(F(form, "word"))))
        );
    }

    private static IResult Accounts(string organisation, Books books, Page page)
    {
        var at = $"/{E(organisation)}/accounts";
        var dimensions = books.DimensionWords();
        var rows = string.Concat(
            books
                .Accounts()
                .Select(a =>
                    $"""
                        <tr id="{E(a.Id)}"><td>{E(
                            a.Id
                        )}<td colspan=6><form method=post action={at}/change>{page.Token}<input type=hidden name=id value="{E(
                            a.Id
                        )}"><input name=number size=6 aria-label="Number of {E(a.Id)}" value="{E(a.Number)}">
                        <input name=name size=30 aria-label="Name of {E(a.Id)}" value="{E(
                            a.Name
                        )}"> <select name=kind aria-label="Kind of {E(a.Id)}">{Options(
                            Kinds,
                            a.Kind
                        )}</select> <input name=role size=14 aria-label="Role of {E(a.Id)}" value="{E(a.Role)}">
                        <select name=requires aria-label="What {E(a.Id)} requires">{Options(
                            ["", .. dimensions],
                            a.Requires
                        )}</select> <button>Save</button> <button name=active value={(a.Active ? "no" : "yes")}>{(
                            a.Active ? "Close" : "Open again"
                        )}</button>
                        <button name=remove value=yes>Remove</button></form>
                        """
                )
        );
        return page.Show(
            "Accounts",
            $"""
            <form method=post action={at}>{page.Token}<input name=id placeholder=Id required> <input name=number placeholder=Number> <input
              name=name placeholder=Name required>
            <select name=kind>{Options(
                Kinds,
                "expense"
            )}</select> <input name=role placeholder="Role, if any"> <button>Add account</button></form>
            <table><tr><th>Id<th>Number<th>Name<th>Kind<th>Role<th>Requires<th></tr>{rows}</table>
            """
        );
    }

    private static IResult AddAccount(string organisation, IFormCollection form, Books books) =>
        Then(
            $"/{organisation}/accounts",
            () =>
                books.AddAccount(
                    new LedgerAccount(F(form, "id"), F(form, "number"), F(form, "name"), F(form, "kind"), F(form, "role"), "", true)
                )
        );

    private static IResult ChangeAccount(string organisation, IFormCollection form, Books books) =>
        Then(
            $"/{organisation}/accounts#{F(form, "id")}",
            () =>
            {
                var account =
                    books.Accounts().FirstOrDefault(a => a.Id == F(form, "id"))
                    ?? throw new RefusalException("account-unknown", "There is no such account.");
                if (F(form, "remove") == "yes")
                {
                    books.Remove(account.Id);
                    return;
                }

                var active = F(form, "active") switch
                {
                    "yes" => true,
                    "no" => false,
                    _ => account.Active,
                };
                books.Change(
                    account with
                    {
                        Number = F(form, "number"),
                        Name = F(form, "name"),
                        Kind = F(form, "kind"),
                        Role = F(form, "role"),
                        Requires = F(form, "requires"),
                        Active = active,
                    }
                );
            }
        );

    private static IResult Suppliers(string organisation, Books books, Page page)
    {
        var at = $"/{E(organisation)}/suppliers";
        var rows = string.Concat(
            books
                .Suppliers()
                .Select(s =>
                    $"<tr id=\"{E(s.Id)}\"><td>{E(s.Id)}<td><form class=i method=post action={at}/rename>{page.Token}<input type=hidden "
                    + $"name=id value=\"{E(s.Id)}\"><input name=name size=34 aria-label=\"Name of {E(s.Id)}\" value=\"{E(s.Name)}\"> "
                    + $"<button>Rename</button></form><td>{E(s.TaxNumber)}<td>{E(s.Email)}<td>{E(s.Address)}"
                )
        );
        return page.Show(
            "Suppliers",
            $"""
            <form method=post action={at}>{page.Token}<input name=id placeholder=Id required> <input name=name placeholder=Name required>
              <input name=tax placeholder="Tax number"> <input name=email placeholder="E-mail"> <input name=address placeholder=Address>
                <button>Add supplier</button></form>
            <table><tr><th>Id<th>Name<th>Tax number<th>E-mail<th>Address</tr>{rows}</table>
            """
        );
    }

    private static IResult Others(string organisation, Books books, Page page) =>
        page.Show(
            "Other masters",
            $"""
            <form method=post action="/{E(organisation)}/dimensions">{page.Token}<select name=kind>{Options(
                books.DimensionWords(),
                "department"
            )}</select> <input name=id placeholder=Id required> <input name=name placeholder=Name required> <button>Add</button></form>
            <form method=post action="/{E(
                organisation
            )}/dimensions/own">{page.Token}<input name=word placeholder="A dimension of your own" pattern="[a-z0-9_]+" required>
              <button>Define it</button></form>
            <h2>Departments, locations, projects, customers, and {(
                books.OwnDimensions().Count == 0
                    ? "no dimension of its own"
                    : string.Join(", ", books.OwnDimensions().Select(d => E(d.Word)))
            )}</h2><table>{string.Concat(books.Dimensions().Select(d => $"<tr><td>{d.Kind}<td>{E(d.Id)}<td>{E(d.Name)}"))}</table>
            <h2>Employees</h2><table>{string.Concat(
                books.Employees().Select(e => $"<tr><td>{E(e.Id)}<td>{E(e.Name)}<td>{E(e.Email)}")
            )}</table>
            <h2>Payment terms</h2><table>{string.Concat(
                books.Terms().Select(t => $"<tr><td>{E(t.Id)}<td>{E(t.Name)}<td>{t.Rule} {t.Days}")
            )}</table>
            <h2>Items</h2><table>{string.Concat(books.Items().Select(i => $"<tr><td>{E(i.Id)}<td>{E(i.Name)}<td>{E(i.Account)}"))}</table>
            <h2>Tax codes</h2><table>{string.Concat(
                books.TaxCodes().Select(t => $"<tr><td>{E(t.Code)}<td>{E(t.Name)}<td class=n>{t.Percent}")
            )}</table>
            """
        );

    private static string Options(IEnumerable<string> words, string chosen) =>
        string.Concat(words.Select(w => $"<option{(w == chosen ? " selected" : "")}>{E(w)}</option>"));
}
