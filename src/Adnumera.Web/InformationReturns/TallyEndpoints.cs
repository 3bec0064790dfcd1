using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What was paid in a year, by supplier and box, down to each payment.</summary>
internal static class TallyEndpoints
{
    private const int PageSize = 60;
    private const int MostMoves = 500;

    public static void MapTally(this RouteGroupBuilder company)
    {
        var tally = company.MapGroup("information-returns").WithTags("Information returns");
        tally.MapGet("{year:int}", Get).Needs(Right.Read);
        tally.MapGet("{year:int}/payments", Payments).Needs(Right.Read);
        tally.MapGet("{year:int}/months", Months).Needs(Right.Read);
        tally.MapGet("{year:int}/moves", Moves).Needs(Right.Read);
        tally.MapPost("{year:int}/readings", Read).Needs(Right.Bookkeep);
        tally.MapGet("readings/progress", (string mark, Underway underway) => underway.Of(mark)).Needs(Right.Bookkeep);
    }

    /// <summary>A year that can be tallied.</summary>
    public static int Year(int year) =>
        year is >= 2020 and <= 2099
            ? year
            : throw new RefusedException("year", $"{year} is not a year from 2020 on.", StatusCodes.Status400BadRequest);

    private static TallyAnswer Get(int year, Word<TallyView>? view, string? search, string? after, bool? beside, CompanyBooks books) =>
        books.File.Read(c => Of(c, Year(year), view?.ReadOrNone("view") ?? TallyView.Paid, search ?? "", after ?? "", beside ?? false));

    internal static TallyAnswer Of(SqliteConnection c, int year, TallyView view, string search, string after, bool beside)
    {
        var (of, paid) = (new YearView(c, year), new PaidTable(c));
        var reading = paid.Reading(year);
        var runs = paid.OfRuns(year);
        var ledger = of.Suppliers.Sum(s => s.Paid) - runs;
        var closed = new ClosedYearTable(c).Find(year);
        var others = closed is null ? [] : ClosedYear.Read(closed.Content).OthersThan(of);
        var before = beside ? new YearView(c, year - 1).Suppliers.ToDictionary(s => Folded.Of(s.Supplier.Name)) : [];
        var wanted = of
            .Suppliers.Where(s => s.IsIn(view) && (search.Length == 0 || IsFound(s.Supplier, search)))
            .OrderByDescending(s => s.Counted)
            .ThenByDescending(s => s.Paid)
            .ThenBy(s => Folded.Of(s.Supplier.Name), StringComparer.Ordinal)
            .ToList();
        var from = after.Length == 0 ? 0 : wanted.FindIndex(s => Folded.Of(s.Supplier.Name) == after) + 1;
        var page = wanted.Skip(from).Take(PageSize).ToList();
        var says = reading is null ? (long?)null : reading.Posted + reading.Voided;
        return new TallyAnswer(
            year,
            [.. paid.Years().Append(year).Distinct().OrderDescending()],
            reading?.At ?? "",
            reading?.Who ?? "",
            reading?.Through ?? "",
            closed?.At ?? "",
            closed?.Who ?? "",
            others.Count,
            YearView.Text(ledger + runs),
            YearView.Text(runs),
            says is { } said ? YearView.Text(said) : "",
            says is { } told && told != ledger ? YearView.Text(ledger - told) : "",
            YearView.Text(of.Suppliers.Sum(s => s.Counted)),
            YearView.Text(of.Suppliers.SelectMany(s => s.Totals).Where(t => t.IsToFile).Sum(t => t.Amount)),
            of.Places,
            [.. Enum.GetValues<TallyView>().Select(v => new ViewCount(v, of.Suppliers.Count(s => s.IsIn(v))))],
            of.Suppliers.Sum(s => s.Points.Count),
            [
                .. page.Select(s =>
                    YearView.Row(
                        s,
                        before.GetValueOrDefault(Folded.Of(s.Supplier.Name)),
                        beside,
                        others.Contains(Folded.Of(s.Supplier.Name))
                    )
                ),
            ],
            from + page.Count < wanted.Count ? Folded.Of(page[^1].Supplier.Name) : ""
        );
    }

    /// <summary>Whether one of its names has a text in it.</summary>
    public static bool IsFound(ReturnSupplier supplier, string search) =>
        ((string[])[supplier.Name, supplier.LegalName, supplier.BusinessName]).Any(n =>
            Folded.Of(n).Contains(Folded.Of(search), StringComparison.Ordinal)
        );

    private static PaymentsAnswer Payments(
        int year,
        string? supplier,
        Word<ReturnBox>? box,
        Word<LeftOutPlace>? place,
        bool? leftOut,
        int? month,
        string? account,
        bool? unsaid,
        string? after,
        CompanyBooks books
    ) =>
        books.File.Read(c =>
        {
            var (table, chart) = (new PaidTable(c), new LedgerTable(c).Chart());
            // All that is left out but what is of no box yet, which stands apart.
            IReadOnlyCollection<string>? places =
                box?.ReadOrNone("box") is { } of ? [of.Text()]
                : place?.ReadOrNone("place") is { } at ? [Words<LeftOutPlace>.Of(at)]
                : leftOut == true
                    ? [.. Enum.GetValues<LeftOutPlace>().Where(p => p != LeftOutPlace.NoBox).Select(p => Words<LeftOutPlace>.Of(p))]
                : null;
            var from = (after ?? "").Split('|', 2) is [var day, var payment] ? (day, payment) : ((string, string)?)null;
            var page = table.Page(new PaidFilter(Year(year), supplier ?? "", places, month, account ?? "", unsaid == true), from, PageSize);
            var basis = TallyBasis.Of(c, [.. page.Select(p => Folded.Of(p.Paid.Supplier)).Distinct()]);
            var payments = page.Select(p => p.Paid.Payment).ToList();
            var (choices, methods) = (table.Choices(payments), table.Methods(payments));
            return new PaymentsAnswer(
                [.. page.Select(p => Answer(p.Paid, p.Lines, basis, chart, choices, methods))],
                page.Count == PageSize ? $"{page[^1].Paid.Day}|{page[^1].Paid.Payment}" : "",
                string.IsNullOrEmpty(supplier)
                    ? []
                    : DecisionEndpoints.Changes(c, [ReturnDecision.Lines, ReturnDecision.Method, ReturnDecision.Supplier], supplier)
            );
        });

    private static PaidAnswer Answer(
        PaidRow paid,
        IReadOnlyList<PaidLineRow> lines,
        TallyBasis basis,
        Chart chart,
        IReadOnlyDictionary<(string, PaidLineKey), (BoxChoice Choice, string Reason)> choices,
        IReadOnlyDictionary<string, (PaymentMethod Method, string Reason)> methods
    ) =>
        new(
            paid.Payment,
            paid.Day,
            paid.Supplier,
            Folded.Of(paid.Supplier),
            Words<PaymentMethod>.Read(paid.Method),
            Words<MethodBy>.Read(paid.MethodBy),
            Words<PaymentMethod>.Read(paid.ToldMethod),
            methods.TryGetValue(paid.Payment, out var said) ? said.Reason : "",
            paid.Reference,
            paid.PaidFrom.Length > 0 ? chart.Title(paid.PaidFrom) : "",
            paid.IsVoided,
            YearView.Text(paid.Amount),
            YearView.Text(paid.Withheld),
            paid.Run is null ? paid.Payment : "",
            paid.Run,
            [
                .. lines.Select(l => new PaidLineAnswer(
                    l.Key.Bill,
                    l.BillReference,
                    l.Key.Line,
                    l.Line.Account,
                    chart.Title(l.Line.Account),
                    YearView.Text(l.Amount),
                    YearView.Text(l.Withheld),
                    l.Place.Box,
                    l.Place.LeftOut,
                    basis.Of(l.Line).Detail,
                    choices.ContainsKey((paid.Payment, l.Key)),
                    choices.TryGetValue((paid.Payment, l.Key), out var choice) ? choice.Reason : ""
                )),
            ]
        );

    private static MonthsAnswer Months(int year, string? supplier, CompanyBooks books) =>
        books.File.Read(c => new MonthsAnswer([
            .. new TallyTable(c)
                .Months(Year(year), supplier ?? "")
                .GroupBy(m => m.Month)
                .Select(m => new MonthAnswer(
                    m.Key,
                    YearView.Text(m.Sum(p => p.Amount)),
                    [
                        .. m.Select(p => (Place: TallyPlace.Read(p.Place, ""), p.Amount))
                            .OrderBy(p => p.Place.Box is null)
                            .ThenBy(p => p.Place.Box)
                            .ThenBy(p => p.Place.LeftOut)
                            .Select(p => new PlaceSum(p.Place.Box, p.Place.LeftOut, YearView.Text(p.Amount), "")),
                    ]
                )),
        ]));

    private static MovesAnswer Moves(int year, string? since, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var table = new TallyTable(c);
            // A day begins where the company is.
            var from = Dates.DayOrNone(since) is { } day ? Iso.Text(books.File.StartOf(day)) : "";
            var moves = table.Moves(Year(year), from, MostMoves);
            var names = table.Names(year, [.. moves.Select(m => m.SupplierKey).Distinct()]);
            string Name(string key) => names.GetValueOrDefault(key, key);
            return new MovesAnswer(
                [
                    .. table
                        .Moved(year, from)
                        .Select(m => (m.SupplierKey, Place: TallyPlace.Read(m.Place, ""), m.Amount))
                        .Select(m => new MoveSum(
                            m.SupplierKey,
                            Name(m.SupplierKey),
                            m.Place.Box,
                            m.Place.LeftOut,
                            YearView.Text(m.Amount)
                        )),
                ],
                [
                    .. moves.Select(m =>
                    {
                        var place = TallyPlace.Read(m.TallyPlace, "");
                        return new MoveAnswer(
                            m.At,
                            m.Who,
                            m.Because,
                            m.SupplierKey,
                            Name(m.SupplierKey),
                            place.Box,
                            place.LeftOut,
                            YearView.Text(m.Amount)
                        );
                    }),
                ]
            );
        });

    private static async Task<ReadingAnswer> Read(
        int year,
        string? mark,
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        Underway underway,
        CancellationToken cancel
    )
    {
        using var reporting = underway.Begin(mark);
        return await PaymentsReading.Run(books, ledgers, turns, Year(year), reporting.Report, cancel);
    }
}
