using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Count;

/// <summary>The sources' own control totals, typed by whoever has them before them.</summary>
internal static class StatementEndpoints
{
    public static void MapStatements(this RouteGroupBuilder company)
    {
        var statements = company.MapGroup("statements").WithTags("Count");
        statements.MapGet("", Get).Needs(Right.Read);
        statements.MapPost("", Post).Needs(Right.Bookkeep);
        statements.MapDelete("{id:long}", Delete).Needs(Right.Bookkeep);
    }

    private static List<StatementAnswer> Get(CompanyBooks books) => books.File.Read(All);

    private static List<StatementAnswer> Post(StatementRequest request, CompanyBooks books) =>
        books.File.InTransaction(c => Add(c, books, request));

    private static List<StatementAnswer> Delete(long id, CompanyBooks books) => books.File.InTransaction(c => Remove(c, books, id));

    private static List<StatementAnswer> All(SqliteConnection company)
    {
        var currency = new CompanyTable(company).Currency();
        var table = new StatementTable(company);
        return
        [
            .. table
                .All()
                .Select(s =>
                {
                    var arrived = table.Dated(s.Source, s.Statement.First, s.Statement.Last);
                    return new StatementAnswer(
                        s.Id,
                        s.Source,
                        s.FirstDay,
                        s.LastDay,
                        s.Documents,
                        AmountText.Format(s.Money, currency.Digits),
                        TallyText.Of(arrived, currency),
                        arrived == s.Statement.Tally,
                        s.At,
                        s.Who
                    );
                }),
        ];
    }

    private static List<StatementAnswer> Add(SqliteConnection company, CompanyBooks books, StatementRequest request)
    {
        var currency = new CompanyTable(company).Currency();
        var table = new StatementTable(company);
        var source = request.Source!.Trim();
        var (first, last) = (Dates.Day(request.FirstDay ?? ""), Dates.Day(request.LastDay ?? ""));
        if (last < first)
            throw new RefusedException("days", "The last day is before the first. Nothing was changed.", 400);
        var documents = StatementRules.Number(request.Documents)!.Value;
        if (AmountText.Typed(request.Money ?? "", currency.Digits, out var money) is not AmountText.Fault.None and var fault)
            throw new RefusedException(
                "money",
                $"{Formats.Tables.Fields.Message(fault, request.Money ?? "", currency)}. Nothing was changed.",
                400
            );
        var stated = new SourceStatement(first, last, new Tally(documents, money));
        if (table.Of(source).FirstOrDefault(s => s.Statement.Overlaps(stated)) is { } other)
            throw new RefusedException(
                "overlaps",
                $"{source} has a statement of {other.FirstDay} to {other.LastDay} by {other.Who} already. Nothing was changed; "
                    + "take that away first.",
                StatusCodes.Status409Conflict
            );
        StatementKeeping.Keep(company, books, source, stated, arrival: 0);
        return All(company);
    }

    private static List<StatementAnswer> Remove(SqliteConnection company, CompanyBooks books, long id)
    {
        var table = new StatementTable(company);
        var row = table.Find(id) ?? throw RefusedException.NotFound("This statement");
        table.Remove(id);
        new AuditTable(company).Add(books.Now, books.Who, "source says no more", $"source/{row.Source}", row, null);
        return All(company);
    }
}
