using System.Text.Json;
using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.InformationReturns;
using Adnumera.Formats.Pictures;
using Adnumera.PdfReader;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>Forms W-9: asked for, reminded, attached and read.</summary>
internal static class W9Endpoints
{
    private const int Largest = 10 * 1024 * 1024;
    private const int MostLetters = 500;

    public static void MapW9(this RouteGroupBuilder company)
    {
        var w9 = company.MapGroup("information-returns").WithTags("Information returns");
        w9.MapPost("{year:int}/suppliers/{key}/w9", Attach).Accepts<string>("application/pdf").Needs(Right.Bookkeep);
        w9.MapDelete("{year:int}/suppliers/{key}/w9", TakeOff).Needs(Right.Bookkeep);
        w9.MapGet("suppliers/{key}/w9", Show).Needs(Right.SeeTaxNumbers).ExcludeFromDescription();
        w9.MapPut("w9-layouts", PutLayout).Needs(Right.Bookkeep);
        w9.MapPost("{year:int}/requests", Ask).Needs(Right.Bookkeep);
        w9.MapGet("{year:int}/letters.pdf", Letters).Needs(Right.Read).ExcludeFromDescription();
        w9.MapPut("first-bill", (FirstBillRequest request, CompanyBooks books) => Choose(request, books)).Needs(Right.Administer);
    }

    private static async Task<W9Attached> Attach(
        int year,
        string key,
        string fileName,
        string? revision,
        HttpRequest request,
        CompanyBooks books,
        TaxNumbers numbers,
        CancellationToken cancel
    )
    {
        var file = await new Upload(request, fileName, Largest).Picture(PdfPart.Fields, "Nothing was attached.", cancel);
        // It carries the number: it is kept as the number is.
        var kept = new ArrivedFile(file.Name, numbers.Protect(file.Content));
        books.File.Originals.Add(kept.Hash, kept.Content, books.Now);
        var (fields, mark) = W9Form.Read(file.Content);
        return books.File.InTransaction(c =>
        {
            var row = Read(c, year, key, numbers, revision) with { W9File = kept.Hash, W9FileName = file.Name };
            // What came is here from today on; whether it counts says who looks at signature and date.
            var received = row.W9Received is null ? row with { W9Received = books.Today } : row;
            new SupplierDecisions(c, books).Decide(key, $"{row.Supplier}: Form W-9 {file.Name}", [new SupplierState(key, received)]);
            var layout = mark.Length > 0 ? new ReturnSupplierTable(c).Layout(mark) : null;
            return new W9Attached(
                DeskEndpoints.Of(c, year, key, numbers),
                fields,
                mark,
                layout is null ? [] : JsonSerializer.Deserialize<List<W9Pointer>>(layout)!
            );
        });
    }

    private static DeskSupplier TakeOff(int year, string key, string? revision, CompanyBooks books, TaxNumbers numbers) =>
        books.File.InTransaction(c =>
        {
            var row = Read(c, year, key, numbers, revision);
            if (row.W9File.Length == 0)
                throw RefusedException.NotFound("A file of it");
            new SupplierDecisions(c, books).Decide(
                key,
                $"{row.Supplier}: Form W-9 {row.W9FileName} taken off",
                [new SupplierState(key, row with { W9File = "", W9FileName = "" })]
            );
            return DeskEndpoints.Of(c, year, key, numbers);
        });

    // Whoever types beside it goes on from what it becomes: so nothing that another one saved in between may slip in with it.
    private static ReturnSupplierRow Read(SqliteConnection c, int year, string key, TaxNumbers numbers, string? revision)
    {
        var row = Row(c, year, key, numbers);
        if (revision is { Length: > 0 })
            Revision.Require(revision, Revision.Of(row), row.Supplier, DeskEndpoints.Of(c, year, key, numbers));
        return row;
    }

    private static ReturnSupplierRow Row(SqliteConnection c, int year, string key, TaxNumbers numbers) =>
        new ReturnSupplierTable(c).Find(key)
        ?? new ReturnSupplierRow { Supplier = DeskEndpoints.Of(c, TallyEndpoints.Year(year), key, numbers).Supplier };

    // Who looks at the form sees the number.
    private static IResult Show(string key, CompanyBooks books, TaxNumbers numbers, HttpResponse response)
    {
        var row = books.File.InTransaction(c =>
        {
            var found = new ReturnSupplierTable(c).Find(key) is { W9File.Length: > 0 } of
                ? of
                : throw RefusedException.NotFound("This form");
            new AuditTable(c).Add(books.Now, books.Who, "look at a Form W-9", $"supplier/{found.Supplier}", null, found.W9FileName);
            return found;
        });
        var content = numbers.Unprotect(
            books.File.Originals.Find(row.W9File) ?? throw RefusedException.NotFound("This form"),
            row.Supplier
        );
        response.Headers.ContentSecurityPolicy = "default-src 'none'; sandbox";
        return Results.Bytes(content, PictureFile.MediaOf(content));
    }

    private static W9LayoutRequest PutLayout(W9LayoutRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            if (request.Mark.Length is 0 or > 64 || request.Layout.Count > Enum.GetValues<W9Detail>().Length)
                throw new RefusedException("layout", "It names no form. Nothing was changed.", StatusCodes.Status400BadRequest);
            new ReturnSupplierTable(c).PutLayout(request.Mark, JsonSerializer.Serialize(request.Layout), books.Now, books.Who);
            return request;
        });

    private static DecidedAnswer Ask(int year, W9Request request, CompanyBooks books)
    {
        if (request.Keys.Count is 0 or > MostLetters)
            throw new RefusedException("suppliers", $"Between one and {MostLetters} suppliers can be asked at once. Nothing was changed.");
        var day = Dates.DayOrNone(request.Day) ?? books.Today;
        if (day > books.Today)
            throw new RefusedException("day", "That day is not yet. Nothing was changed.", StatusCodes.Status400BadRequest);
        return books.File.InTransaction(c =>
        {
            var names = DeskEndpoints.Names(c, TallyEndpoints.Year(year), request.Keys).Values.ToList();
            var says = $"{string.Join(", ", names.Take(3))}{(names.Count > 3 ? $" and {names.Count - 3} more" : "")}: asked for Form W-9";
            return new DecidedAnswer(
                new RequestDecisions(c, books).Decide(
                    request.Keys is [var only] ? only : "",
                    says,
                    [.. request.Keys.Select(k => new RequestState(k, day, request.How, true))]
                )
            );
        });
    }

    // One letter each; who was asked before is reminded.
    private static IResult Letters(int year, HttpRequest request, CompanyBooks books, TaxNumbers numbers)
    {
        string[] asked = [.. request.Query["key"].OfType<string>()];
        var letters = books.File.Read(c =>
        {
            var view = new YearView(c, TallyEndpoints.Year(year));
            var table = new ReturnSupplierTable(c);
            var keys = asked.Length > 0 ? asked : [.. view.Suppliers.Where(Readiness.LacksW9).Select(s => Folded.Of(s.Supplier.Name))];
            if (keys.Length is 0 or > MostLetters)
                throw new RefusedException("suppliers", "Nobody lacks a Form W-9; there is nothing to ask for.");
            var (requests, known) = (table.Requests(keys), table.All(keys));
            return (
                Payer: Paying.Of(c),
                To: keys.Select(k =>
                        (
                            Paying.Recipient(
                                known.GetValueOrDefault(k) ?? new ReturnSupplierRow { Supplier = view.Names.GetValueOrDefault(k) ?? k }
                            ),
                            requests[k].Any()
                        )
                    )
                    .ToList()
            );
        });
        return Results.File(W9Letter.Write(letters.Payer, letters.To, books.Today), "application/pdf");
    }

    private static FirstBillRequest Choose(FirstBillRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var before = FirstBillTable.Of(c);
            FirstBillTable.Choose(c, request.Choice);
            Recoding.RecodeOpen(c, new CodingCause(books.Now, books.Who, "what happens to first bills without a Form W-9"));
            new AuditTable(c).Add(books.Now, books.Who, "choose for first bills", "information-returns", before, request.Choice);
            return request;
        });
}

/// <summary>Who pays, and to whom letters and statements go.</summary>
internal static class Paying
{
    /// <summary>Who pays, with what may be shown of the tax number.</summary>
    /// <param name="company">The company's file.</param>
    public static Payer Of(SqliteConnection company) =>
        new PayerTable(company).Find() is { } row
            ? new Payer(row.Name, row.Address, row.Town, row.Phone, row.NumberShown)
            : new Payer(new CompanyTable(company).Name(), "", "", "", "");

    /// <summary>Who pays, as a statement needs it.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="numbers">Tax numbers.</param>
    /// <param name="maySee">Whether whoever asks may see whole tax numbers; for anybody else it is a preview.</param>
    /// <exception cref="RefusedException">Something is missing.</exception>
    public static Payer OnStatements(SqliteConnection company, TaxNumbers numbers, bool maySee)
    {
        var row = new PayerTable(company).Find();
        if (row is not { Name.Length: > 0, Address.Length: > 0, Town.Length: > 0, Phone.Length: > 0, Number.Length: > 0 })
            throw new RefusedException(
                "payer",
                "A statement names the payer with address, telephone and tax number, and some of it is not said yet. Nothing was made; say "
                    + "it under Outputs."
            );
        return Of(company) with { Number = maySee ? numbers.Whole(row.Number, row.Name) : row.NumberShown };
    }

    /// <summary>To whom: a person before the business, and where only the ledger's name is known, that.</summary>
    public static Recipient Recipient(ReturnSupplierRow row) =>
        new(row.LegalName.Length > 0 ? row.LegalName : row.Supplier, row.BusinessName, row.Address, row.Town);
}
