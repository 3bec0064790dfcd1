using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Prices;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Prices;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Prices;

/// <summary>The price watch: what moved, decided one by one or together, and what it was before and elsewhere.</summary>
internal static class PriceEndpoints
{
    private const int MostShown = 200;
    private const int MostOfPeriod = 15;
    private const int MostInHistory = 60;

    public static void MapPrices(this RouteGroupBuilder company)
    {
        var prices = company.MapGroup("prices").WithTags("Prices");
        prices.MapGet("", Get).Needs(Right.Read);
        prices.MapGet("history", History).Needs(Right.Read);
        prices.MapPut("tolerance", Choose).Needs(Right.Administer);
        prices.MapPost("decisions", Decide).Needs(Right.Bookkeep);
        prices.MapPost("decisions/{id:long}/undo", Undo).Needs(Right.Bookkeep);
    }

    private static PricesAnswer Get(string? period, CompanyBooks books) => books.File.Read(c => Of(c, period));

    /// <summary>What moved and waits, and what moved most in a period.</summary>
    internal static PricesAnswer Of(SqliteConnection company, string? period)
    {
        var (table, currency) = (new PriceTable(company), new CompanyTable(company).Currency());
        var first = Dates.Period(period);
        var (tolerance, holds) = table.Choice();
        return new PricesAnswer(
            new PriceToleranceText(Number(tolerance.Percent), Number(tolerance.Money), holds),
            table.MovedCount(),
            [.. table.MovedNamed(MostShown).Select(p => PriceAnswer.Of(p, currency))],
            [
                .. table
                    .MostMoved(
                        Iso.Text(first ?? Core.Dates.CalendarRange.First),
                        Iso.Text(first?.AddMonths(1).AddDays(-1) ?? Core.Dates.CalendarRange.Last),
                        MostOfPeriod
                    )
                    .Select(p => PriceAnswer.Of(p, currency)),
            ],
            currency.Code
        );
    }

    private static PriceHistoryAnswer History(string supplier, string item, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (table, currency) = (new PriceTable(c), new CompanyTable(c).Currency());
            var (itemKey, supplierKey) = (Folded.Of(item), Folded.Of(supplier));
            var prices = table.History(itemKey, supplierKey, MostInHistory);
            var yearAgo = prices.Count > 0 ? table.At(itemKey, supplierKey, Iso.Text(Iso.Day(prices[^1].Day).AddYears(-1))) : null;
            return new PriceHistoryAnswer(
                [.. prices.Select(p => PriceAnswer.Of(p, currency))],
                yearAgo is null ? null : PriceAnswer.Of(yearAgo, currency),
                [.. table.Elsewhere(itemKey, supplierKey).Select(p => PriceAnswer.Of(p, currency))]
            );
        });

    private static PricesAnswer Choose(PriceToleranceText request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new PriceTable(c);
            var (before, held) = table.Choice();
            var then = new PriceTolerance(Amount("percent", request.Percent), Amount("money", request.Money));
            table.Choose(then, request.Holds);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "how far prices may move",
                "prices",
                new
                {
                    before.Percent,
                    before.Money,
                    holds = held,
                },
                new
                {
                    then.Percent,
                    then.Money,
                    holds = request.Holds,
                }
            );

            // What moved already is what it was held to be; whether it holds its document is looked at anew.
            if (held != request.Holds)
                Recoding.Recode(
                    c,
                    [.. table.Moved().Select(r => r.DocumentId).Distinct()],
                    new CodingCause(books.Now, books.Who, "how far prices may move")
                );
            return Of(c, null);
        });

    private static PriceDecisionAnswer Decide(PriceDecisionRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new PriceTable(c);
            var decided = request.As!.Value;
            var chosen = request.Lines is { Count: > 0 } lines
                ? table.Of(lines.Select(l => (l.Document, l.Line))).Where(r => r.StateValue == PriceState.Moved).ToList()
                : UpTo(table, Amount("percent", request.UpTo ?? ""));
            if (chosen.Count == 0)
                throw new RefusedException(
                    "prices",
                    "None of these prices waits to be decided any more. Nothing was changed.",
                    StatusCodes.Status409Conflict
                );
            var id = PriceWatch.Decide(c, chosen, decided, new CodingCause(books.Now, books.Who, "prices"));
            Note(c, books, chosen, Words<PriceState>.Of(decided).Replace('_', ' '));
            return new PriceDecisionAnswer(id, chosen.Count);
        });

    private static PricesAnswer Undo(long id, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            if (!PriceWatch.Undo(c, id, new CodingCause(books.Now, books.Who, "prices")))
                throw new RefusedException("prices", "That was taken back already. Nothing was changed.", StatusCodes.Status409Conflict);
            new AuditTable(c).Add(books.Now, books.Who, "prices taken back", $"price-decision/{id}", null, null);
            return Of(c, null);
        });

    private static List<PriceRow> UpTo(PriceTable table, decimal percent) =>
        [.. table.Moved().Where(r => r.Move.ExactPercent is { } moved && Math.Abs(moved) <= percent)];

    private static void Note(SqliteConnection company, CompanyBooks books, IReadOnlyList<PriceRow> rows, string decided)
    {
        var audit = new AuditTable(company);
        foreach (var row in rows)
            audit.Add(
                books.Now,
                books.Who,
                $"price of line {row.Line} accepted, {decided}",
                $"document/{row.DocumentId}",
                Number(row.Move.Before),
                Number(row.Move.Now)
            );
    }

    private static decimal Amount(string what, string text) =>
        decimal.TryParse(text.Trim(), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number)
            ? number
            : throw new RefusedException(what, $"{Quote.Of(text)} is not a number such as 5 or 2.5. Nothing was changed.", 400);

    private static string Number(decimal number) => number.ToString("0.######", CultureInfo.InvariantCulture);
}
