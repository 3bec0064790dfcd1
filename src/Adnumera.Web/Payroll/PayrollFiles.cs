using Adnumera.Core.Access;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Payroll.Owed;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Payroll;

/// <summary>The files of <c>journal</c>: every register, and the payroll mapping. On them it gives the same entries as the
/// application. And what is owed, by month.</summary>
internal static class PayrollFiles
{
    private const int LargestMapping = 1024 * 1024;
    private const string Csv = "text/csv; charset=utf-8";

    public static void MapPayrollFiles(this RouteGroupBuilder company)
    {
        var files = company.MapGroup("payroll/files").WithTags("Payroll");
        files.MapGet("register.csv", Register).Needs(Right.SeePay).ExcludeFromDescription();
        files.MapGet("payroll-mapping.csv", Mapping).Needs(Right.Read).ExcludeFromDescription();
        files.MapGet("owed.csv", RolledForward).Needs(Right.Read).ExcludeFromDescription();
        files.MapPost("payroll-mapping/read", ReadMapping).Accepts<string>("text/csv").Needs(Right.Bookkeep);
    }

    // What a file says; it is rehearsed and saved as any rows are.
    private static async Task<PayrollMappingRead> ReadMapping(string fileName, HttpRequest request, CancellationToken cancel)
    {
        var (name, content) = await new Upload(request, fileName, LargestMapping).File(cancel);
        var problems = new Problems();
        var rows = PayrollMappingFile.Read(name, content, problems);
        return new PayrollMappingRead(
            name,
            problems.Any ? [] : [.. rows.Select(r => new PayrollRowText(r.Item, r.Department, r.Group, r.Agency, r.Expense, r.Liability))],
            problems.Errors,
            problems.Count
        );
    }

    private static IResult Register(CompanyBooks books) =>
        File(
            books,
            "pipeline-register.csv",
            (company, stream) =>
            {
                var (table, documents) = (new PayRunTable(company), new DocumentTable(company));
                RegisterFile.Write(stream, table.InOrder().Chunk(20).SelectMany(documents.Load).Select(d => d.Document.Register!));
            }
        );

    private static IResult Mapping(CompanyBooks books) =>
        File(
            books,
            "pipeline-payroll-mapping.csv",
            (company, stream) => PayrollMappingFile.Write(stream, new PayrollMappingTable(company).All())
        );

    private static IResult RolledForward(CompanyBooks books) =>
        File(
            books,
            "owed.csv",
            (company, stream) =>
            {
                var view = new OwedView(company, books.Today);
                RollForwardFile.Write(
                    stream,
                    new CompanyTable(company).Currency(),
                    new OwedTable(company).Accounts().Select(a => (a.Account, view.Months(a.Account)))
                );
            }
        );

    private static IResult File(CompanyBooks books, string name, Action<Microsoft.Data.Sqlite.SqliteConnection, Stream> write)
    {
        var stream = new MemoryStream();
        books.File.Read(c =>
        {
            write(c, stream);
            return 0;
        });
        stream.Position = 0;
        return Results.File(stream, Csv, name);
    }
}
