using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.InformationReturns;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What goes out of a year: statements to recipients, when all is due, and the closing of the year.</summary>
internal static class OutputEndpoints
{
    private const int MostStatements = 5_000;
    private const int LongestNote = 200;

    public static void MapOutputs(this RouteGroupBuilder company)
    {
        var outputs = company.MapGroup("information-returns/{year:int}").WithTags("Information returns");
        outputs.MapGet("outputs", Get).Needs(Right.Read);
        outputs.MapGet("statements.pdf", Statements).Needs(Right.Read).ExcludeFromDescription();
        outputs.MapPut("statements/sent", Send).Needs(Right.Bookkeep);
        outputs.MapPut("statements/came-back", CameBack).Needs(Right.Bookkeep);
        outputs.MapPut("payer", PutPayer).Needs(Right.Bookkeep);
        outputs.MapPost("close", Close).Needs(Right.Bookkeep);
        outputs.MapDelete("close", Open).Needs(Right.Administer);
    }

    private static OutputsAnswer Get(int year, CompanyBooks books) => books.File.Read(c => Of(c, TallyEndpoints.Year(year), books));

    private static OutputsAnswer Of(SqliteConnection c, int year, CompanyBooks books)
    {
        var (closed, now) = (new ClosedYearTable(c).Find(year), new YearView(c, year));
        var filed = Outputs.Of(c, year);
        var others = closed is null ? [] : ClosedYear.Read(closed.Content).OthersThan(now);
        var sent = new SentTable(c).Of(year);
        var points = now.Suppliers.ToDictionary(s => Folded.Of(s.Supplier.Name), s => s.Points.Count);
        var statements = filed
            .SelectMany(s => Returns.Of(s.Year).Select(r => (Key: Folded.Of(s.Year.Supplier.Name), s.Year, Return: r)))
            .ToList();
        var total = points.Values.Sum();
        return new OutputsAnswer(
            year,
            [
                .. Enum.GetValues<ReturnDuty>()
                    .Select(d => (Duty: d, Day: ReturnDueDates.Of(d, year)))
                    .OrderBy(d => d.Day)
                    .ThenBy(d => d.Duty)
                    .Select(d => new DutyAnswer(
                        d.Duty,
                        Iso.Text(d.Day),
                        d.Day.DayNumber - books.Today.DayNumber,
                        statements.Count(s => s.Return.IsOf(d.Duty))
                    )),
            ],
            statements.Count,
            statements.Count >= ReturnDueDates.ElectronicFrom,
            [
                .. statements.Select(s => new RecipientStatementAnswer(
                    s.Key,
                    s.Year.Supplier.Name,
                    s.Return.Form,
                    [.. s.Return.Boxes.Select(b => new BoxAmount(b.Box, YearView.Text(b.Amount)))],
                    YearView.Text(s.Return.Withheld),
                    points.GetValueOrDefault(s.Key),
                    others.Contains(s.Key),
                    [
                        .. sent[(s.Key, Words<ReturnForm>.Of(s.Return.Form))]
                            .Select(r => new SentAnswer(r.Day, Words<SentHow>.Read(r.How), r.CameBack, r.Note, r.Who)),
                    ]
                )),
            ],
            total,
            closed?.At ?? "",
            closed?.Who ?? "",
            closed is null ? Against(c, year, books, total) : "",
            PayerOf(c),
            DecisionEndpoints.Changes(c, [ReturnDecision.Sent], null)
        );
    }

    // Why a year cannot be closed yet; blank where it can.
    private static string Against(SqliteConnection c, int year, CompanyBooks books, int points) =>
        YearClosing.Against(year, books.Today, Iso.DayOrNone(new PaidTable(c).Reading(year)?.Through ?? ""), points);

    private static PayerAnswer PayerOf(SqliteConnection c) =>
        new PayerTable(c).Find() is { } row
            ? new PayerAnswer(
                row.Name,
                row.Address,
                row.Town,
                row.Phone,
                row.NumberShown,
                row is { Name.Length: > 0, Address.Length: > 0, Town.Length: > 0, Phone.Length: > 0, Number.Length: > 0 },
                Revision.Of(row)
            )
            : new PayerAnswer(new CompanyTable(c).Name(), "", "", "", "", false, "");

    // Of a closed year, as it was closed; corrected ones as it stands now, of those that are another.
    private static IResult Statements(
        int year,
        string? key,
        Word<ReturnForm>? form,
        bool? corrected,
        HttpContext http,
        CompanyFiles companies,
        CompanyBooks books,
        TaxNumbers numbers
    )
    {
        // A payer's own number may not be truncated on what goes out, and can be a person's: others see a preview.
        var maySee = http.May(companies, Right.SeeTaxNumbers);
        var only = form?.ReadOrNone("form");
        var (payer, statements) = books.File.Read(c =>
        {
            var closed = new ClosedYearTable(c).Find(TallyEndpoints.Year(year));
            var others = corrected == true && closed is not null ? ClosedYear.Read(closed.Content).OthersThan(new YearView(c, year)) : null;
            var suppliers = others is null
                ? Outputs.Of(c, year)
                : Outputs.Now(c, year).Where(s => others.Contains(Folded.Of(s.Year.Supplier.Name)));
            return (
                Paying.OnStatements(c, numbers, maySee),
                suppliers
                    .Where(s => string.IsNullOrEmpty(key) || Folded.Of(s.Year.Supplier.Name) == key)
                    .SelectMany(s =>
                        Returns
                            .Of(s.Year)
                            .Where(r => only is null || r.Form == only)
                            .Select(r => new Statement(
                                r.Form,
                                Paying.Recipient(s.Row),
                                s.Row.NumberShown,
                                r.Boxes,
                                r.Withheld,
                                others is not null
                            ))
                    )
                    .ToList()
            );
        });
        if (statements.Count == 0)
            throw RefusedException.NotFound("Such a statement");
        return Results.File(RecipientStatement.Write(payer, year, statements, isPreview: !maySee), "application/pdf");
    }

    private static DecidedAnswer Send(int year, SentRequest request, CompanyBooks books)
    {
        TallyEndpoints.Year(year);
        if (request.Statements.Count is 0 or > MostStatements)
            throw new RefusedException("statements", "Say which statements went out. Nothing was changed.");
        var day = Past(request.Day, books.Today);
        return books.File.InTransaction(c =>
        {
            var known = Outputs
                .Of(c, year)
                .SelectMany(s => Returns.Of(s.Year).Select(r => new StatementKey(Folded.Of(s.Year.Supplier.Name), r.Form)))
                .ToHashSet();
            if (request.Statements.Any(s => !known.Contains(s)))
                throw RefusedException.NotFound("One of these statements");
            var count = request.Statements.Count;
            return new DecidedAnswer(
                new SentDecisions(c, books).Decide(
                    $"{year}",
                    $"{(count == 1 ? "one statement" : $"{count} statements")} of {year} sent on {Day.Text(day)}",
                    [.. request.Statements.Select(s => new SentState(year, s.Key, s.Form, day, request.How, true, null, ""))]
                )
            );
        });
    }

    private static DecidedAnswer CameBack(int year, CameBackRequest request, CompanyBooks books)
    {
        var (day, back) = (Dates.Day(request.Day), Dates.DayOrNone(request.CameBack));
        var note = request.Note.Trim();
        if (back < day || back > books.Today)
            throw new RefusedException("cameBack", "It came back after it went out, and not after today. Nothing was changed.");
        if (note.Length > LongestNote)
            throw new RefusedException("note", $"A note has at most {LongestNote} characters. Nothing was changed.");
        return books.File.InTransaction(c =>
        {
            var sent = new SentTable(c).Of(TallyEndpoints.Year(year))[(request.Key, Words<ReturnForm>.Of(request.Form))];
            if (!sent.Any(r => r.Day == Iso.Text(day) && r.How == Words<SentHow>.Of(request.How)))
                throw RefusedException.NotFound("This sending");
            return new DecidedAnswer(
                new SentDecisions(c, books).Decide(
                    $"{year}",
                    back is { } on ? $"{request.Key}: came back on {Day.Text(on)}" : $"{request.Key}: did not come back",
                    [new SentState(year, request.Key, request.Form, day, request.How, true, back, note)]
                )
            );
        });
    }

    private static DateOnly Past(string text, DateOnly today) =>
        Dates.Day(text) is var day && day <= today
            ? day
            : throw new RefusedException("day", "That day is not yet. Nothing was changed.", StatusCodes.Status400BadRequest);

    private static PayerAnswer PutPayer(int year, PayerRequest request, CompanyBooks books, TaxNumbers numbers)
    {
        TallyEndpoints.Year(year);
        var number = request.Number?.Trim();
        if (
            number is { Length: > 0 }
            && !TaxNumber.IsPossible(number, TaxNumberKind.Ein)
            && !TaxNumber.IsPossible(number, TaxNumberKind.Ssn)
        )
            throw new RefusedException(
                "number",
                "The payer's tax number has nine digits: 12-3456789. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
        return books.File.InTransaction(c =>
        {
            var table = new PayerTable(c);
            var (known, stands) = (table.Find(), PayerOf(c));
            Revision.Require(request.Revision, stands.Revision, "Who pays", stands);
            var before = known ?? new PayerRow("", "", "", "", "", "");
            TaxNumberKind kind = number is { Length: 11 } ? TaxNumberKind.Ssn : TaxNumberKind.Ein;
            var row = before with
            {
                Name = request.Name.Trim(),
                Address = request.Address.Trim(),
                Town = request.Town.Trim(),
                Phone = request.Phone.Trim(),
                Number =
                    number is null ? before.Number
                    : number.Length == 0 ? ""
                    : numbers.Protect(TaxNumber.Written(number, kind)),
                NumberShown =
                    number is null ? before.NumberShown
                    : number.Length == 0 ? ""
                    : TaxNumber.Truncated(number, kind),
            };
            table.Put(row);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "say who pays",
                "information-returns",
                before with
                {
                    Number = "",
                },
                row with
                {
                    Number = "",
                }
            );
            return PayerOf(c);
        });
    }

    // Frozen as it stands: what changes later is a correction to make.
    private static OutputsAnswer Close(int year, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new ClosedYearTable(c);
            if (table.Find(TallyEndpoints.Year(year)) is not null)
                throw new RefusedException("closed", $"{year} is closed already. Nothing was changed.", StatusCodes.Status409Conflict);
            var view = new YearView(c, year);
            if (Against(c, year, books, view.Suppliers.Sum(s => s.Points.Count)) is { Length: > 0 } why)
                throw new RefusedException("not-ready", $"{why} Nothing was changed.", StatusCodes.Status409Conflict);
            table.Put(year, ClosedYear.Of(year, view).Content(), books.Now, books.Who);
            new AuditTable(c).Add(books.Now, books.Who, "close the 1099 year", $"information-returns/{year}", null, table.Find(year)!.Hash);
            return Of(c, year, books);
        });

    private static OutputsAnswer Open(int year, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new ClosedYearTable(c);
            var closed = table.Find(TallyEndpoints.Year(year)) ?? throw RefusedException.NotFound("A closing of this year");
            table.Remove(year);
            new AuditTable(c).Add(books.Now, books.Who, "open the 1099 year again", $"information-returns/{year}", closed.Hash, null);
            return Of(c, year, books);
        });
}
