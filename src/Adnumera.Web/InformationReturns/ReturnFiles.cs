using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.InformationReturns;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>The files of <c>tally</c>, on which it gives the same as the application; the review worksheet; suppliers in bulk.</summary>
internal static class ReturnFiles
{
    private const int LargestFile = 4 * 1024 * 1024;
    private const int MostPreviews = 20;
    private static readonly TimeSpan Hour = TimeSpan.FromHours(1);
    private const string Previews = "information-returns/previews";
    private const int ShownDigits = 4;
    private const string Csv = "text/csv; charset=utf-8";
    private const string Sheet = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    public static void MapReturnFiles(this RouteGroupBuilder company)
    {
        var files = company.MapGroup("information-returns/{year:int}/files").WithTags("Information returns");
        files.MapGet("suppliers.csv", Suppliers).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("suppliers-whole.csv", WholeSuppliers).Needs(Right.SeeTaxNumbers).ExcludeFromDescription();
        files.MapGet("returns.csv", ReturnsCsv).Needs(Right.SeeTaxNumbers).ExcludeFromDescription();
        files.MapGet("payments.csv", Payments).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("boxes.csv", BoxRows).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("thresholds.csv", ThresholdRows).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("tally.csv", Tally).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("missing.csv", Missing).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("worksheet.xlsx", Review).Needs(Right.Read).ExcludeFromDescription();
        files.MapPost("suppliers/read", ReadSuppliers).Accepts<string>("text/csv").Needs(Right.Bookkeep);
    }

    private static IResult Suppliers(int year, CompanyBooks books) => ListOf(books, year, r => r.NumberShown);

    private static IResult WholeSuppliers(int year, CompanyBooks books, TaxNumbers numbers)
    {
        Note(books, "take whole tax numbers out", $"suppliers of {year}");
        return ListOf(books, year, numbers.Whole);
    }

    private static IResult ListOf(CompanyBooks books, int year, Func<ReturnSupplierRow, string> number) =>
        File(
            books,
            Csv,
            $"suppliers-{TallyEndpoints.Year(year)}.csv",
            (c, stream) =>
            {
                var (known, names) = (new ReturnSupplierTable(c).All(), new TallyTable(c).Names(year));
                ReturnSuppliersFile.Write(
                    stream,
                    known
                        .Keys.Union(names.Keys)
                        .Order(StringComparer.Ordinal)
                        .Select(k => known.GetValueOrDefault(k) ?? new ReturnSupplierRow { Supplier = names[k] })
                        .Select(r => new FiledSupplier(r.ToSupplier(), number(r)))
                );
            }
        );

    private static IResult Payments(int year, CompanyBooks books) =>
        File(
            books,
            Csv,
            $"payments-{TallyEndpoints.Year(year)}.csv",
            (c, stream) =>
            {
                var basis = TallyBasis.Of(c);
                PaymentsFile.Write(
                    stream,
                    new PaidTable(c).Of(year).SelectMany(p => p.Lines).Select(l => (AsFiled(l.Line, basis), l.Key.Line))
                );
            }
        );

    // What an agent for owners collects as rent is a choice there: the file has no word for what it is.
    private static PaymentLine AsFiled(PaymentLine line, TallyBasis basis) =>
        line.Choice is null
        && basis.Supplier(Folded.Of(line.Supplier), line.Supplier).IsAgent
        && basis.Boxes(line.Date.Year).Of(line.Account, line.Supplier)?.Box == ReturnBox.Misc1
            ? line with
            {
                Choice = new BoxChoice(null),
            }
            : line;

    private static IResult BoxRows(int year, CompanyBooks books) =>
        File(books, Csv, $"boxes-{TallyEndpoints.Year(year)}.csv", (c, stream) => BoxesFile.Write(stream, new BoxTable(c).All()));

    private static IResult ThresholdRows(int year, CompanyBooks books) =>
        File(
            books,
            Csv,
            $"thresholds-{TallyEndpoints.Year(year)}.csv",
            (c, stream) => ThresholdsFile.Write(stream, new BoxTable(c).OwnThresholds())
        );

    private static IResult Tally(int year, CompanyBooks books) =>
        File(
            books,
            Csv,
            $"tally-{TallyEndpoints.Year(year)}.csv",
            (c, stream) => TallyFiles.WriteTally(stream, new YearView(c, year).Suppliers)
        );

    private static IResult Missing(int year, CompanyBooks books) =>
        File(
            books,
            Csv,
            $"missing-{TallyEndpoints.Year(year)}.csv",
            (c, stream) => TallyFiles.WriteMissing(stream, new YearView(c, year).Suppliers.SelectMany(MissingDetails.Of))
        );

    private static IResult Review(int year, CompanyBooks books) =>
        File(
            books,
            Sheet,
            $"worksheet-{TallyEndpoints.Year(year)}.xlsx",
            (c, stream) =>
            {
                var (view, basis, chart) = (new YearView(c, year), TallyBasis.Of(c), new LedgerTable(c).Chart());
                Worksheet.Write(
                    stream,
                    view.Suppliers,
                    [
                        .. new PaidTable(c)
                            .Of(year)
                            .SelectMany(p => p.Lines)
                            .Select(l => new WorksheetLine(
                                l.Line,
                                chart.Title(l.Line.Account),
                                l.Amount,
                                l.Place,
                                basis.Of(l.Line).Detail
                            )),
                    ],
                    [.. view.Suppliers.SelectMany(s => s.Points)]
                );
            }
        );

    private static IResult ReturnsCsv(int year, CompanyBooks books, TaxNumbers numbers)
    {
        Note(books, "take whole tax numbers out", $"returns of {year}");
        return File(
            books,
            Csv,
            $"returns-{TallyEndpoints.Year(year)}.csv",
            (c, stream) =>
                ReturnsFile.Write(
                    stream,
                    year,
                    Outputs
                        .Of(c, year)
                        .SelectMany(s =>
                            Returns
                                .Of(s.Year)
                                .Select(r => new ReturnRecord(
                                    r.Form,
                                    s.Year.Supplier,
                                    Paying.Recipient(s.Row),
                                    s.Row.NumberKind,
                                    numbers.Whole(s.Row),
                                    r.Boxes,
                                    r.Withheld
                                ))
                        )
                )
        );
    }

    // What a file says is shown first; it is taken in when a person says so, whole or not at all.
    private static async Task<SuppliersRead> ReadSuppliers(
        int year,
        string fileName,
        bool? take,
        HttpContext http,
        CompanyFiles companies,
        CompanyBooks books,
        TaxNumbers numbers,
        CancellationToken cancel
    )
    {
        TallyEndpoints.Year(year);
        var (name, content) = await new Upload(http.Request, fileName, LargestFile).File(cancel);
        var problems = new Problems();
        var rows = ReturnSuppliersFile.Read(name, content, problems);
        if (problems.Any)
            return new SuppliersRead(name, [], 0, problems.Errors, problems.Count, null);
        var maySee = http.May(companies, Right.SeeTaxNumbers);
        return books.File.InTransaction(c =>
        {
            var whole = rows.Count(r => r.Number.Count(char.IsAsciiDigit) > ShownDigits);
            if (take != true && whole > 0)
                NotePreview(c, books, name, whole);
            var known = new ReturnSupplierTable(c).All([.. rows.Select(r => Folded.Of(r.Supplier.Name))]);
            var states = rows.Select(r =>
                    Merged(books.File, known.GetValueOrDefault(Folded.Of(r.Supplier.Name)), r, numbers, maySee, books.Today)
                )
                .Select(r => new SupplierState(Folded.Of(r.Supplier), r))
                .Where(s => s.Row != known.GetValueOrDefault(s.Key))
                .ToList();
            var changed = states
                .Select(s => new SupplierChange(
                    s.Row!.Supplier,
                    !known.ContainsKey(s.Key),
                    SupplierWords.Changed(known.GetValueOrDefault(s.Key) ?? new ReturnSupplierRow { Supplier = s.Row.Supplier }, s.Row)
                ))
                .ToList();
            long? change =
                take == true && states.Count > 0 ? new SupplierDecisions(c, books).Decide("", $"suppliers of {name}", states) : null;
            return new SuppliersRead(name, changed, rows.Count - states.Count, [], 0, change);
        });
    }

    // The file says less than is kept: what it has no column for stays, and a masked number is the one that is here.
    private static ReturnSupplierRow Merged(
        CompanyFile file,
        ReturnSupplierRow? known,
        FiledSupplier filed,
        TaxNumbers numbers,
        bool maySee,
        DateOnly today
    )
    {
        var (of, row) = (filed.Supplier, known ?? new ReturnSupplierRow { Supplier = filed.Supplier.Name });
        var next = row with
        {
            LegalName = of.LegalName,
            BusinessName = of.BusinessName,
            Classification = of.Classification,
            ExemptCode = of.ExemptCode,
            IsForeign = of.IsForeign || (row.IsForeign && !row.HasW8),
            HasW8 = of.IsForeign,
            Reportable = of.Reportable,
            ReportableReason =
                of.Reportable is null ? ""
                : row.ReportableReason.Length > 0 ? row.ReportableReason
                : "as the file says",
            IsAttorney = of.IsAttorney,
        };
        if (of.Address != row.FullAddress)
            next = next with { Address = of.Address, Town = "" };
        if (of.HasW9 != row.ToSupplier().HasW9)
            next = next with
            {
                W9Received = of.HasW9 ? row.W9Received ?? today : null,
                W9IsSigned = of.HasW9,
                W9Dated = of.HasW9 ? row.W9Dated ?? today : null,
            };
        return filed.Number.Length > 0 && filed.Number == row.NumberShown
            ? next with
            {
                NumberKind = row.NumberKind,
            }
            : numbers.With(file, next, filed.Number, of.NumberKind, maySee);
    }

    // A file that is only looked at leaves nothing behind but that somebody looked; so often in an hour, and no more.
    private static void NotePreview(SqliteConnection c, CompanyBooks books, string fileName, int numbers)
    {
        var audit = new AuditTable(c);
        if (audit.Count(Previews, books.Who, books.Now - Hour) >= MostPreviews)
            throw new RefusedException(
                "too-many-previews",
                $"Files with whole tax numbers were looked through {MostPreviews} times in this hour. Nothing was changed; wait, or take "
                    + "the file in.",
                StatusCodes.Status429TooManyRequests
            )
            {
                RetryAfter = Hour,
            };
        audit.Add(books.Now, books.Who, "look through tax numbers of a file", Previews, null, new { fileName, numbers });
    }

    private static void Note(CompanyBooks books, string what, string subject) =>
        books.File.InTransaction(c =>
        {
            new AuditTable(c).Add(books.Now, books.Who, what, "information-returns", null, subject);
            return 0;
        });

    private static IResult File(CompanyBooks books, string media, string name, Action<SqliteConnection, Stream> write)
    {
        var stream = new MemoryStream();
        books.File.Read(c =>
        {
            write(c, stream);
            return 0;
        });
        return Results.File(stream.ToArray(), media, name);
    }
}
