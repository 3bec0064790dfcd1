using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Companies;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What was paid in a year, by supplier and box, down to each payment; and what persons decide of them.</summary>
internal static class TallyEndpoints
{
    private const int PageSize = 60;
    private const int MostMoves = 500;
    private const int MostChanges = 20;
    private const int MostLines = 500;
    private const int LongestReason = 200;

    public static void MapTally(this RouteGroupBuilder company)
    {
        var tally = company.MapGroup("information-returns").WithTags("Information returns");
        tally.MapGet("{year:int}", Get).Needs(Right.Read);
        tally.MapGet("{year:int}/payments", Payments).Needs(Right.Read);
        tally.MapGet("{year:int}/months", Months).Needs(Right.Read);
        tally.MapGet("{year:int}/moves", Moves).Needs(Right.Read);
        tally.MapPost("{year:int}/readings", Read).Needs(Right.Bookkeep);
        tally.MapGet("readings/progress", (string mark, Underway underway) => underway.Of(mark)).Needs(Right.Bookkeep);
        tally.MapPut("lines", Lines).Needs(Right.Bookkeep);
        tally.MapPut("methods", Method).Needs(Right.Bookkeep);
        tally.MapPost("changes/{id:long}/undo", Undo).Needs(Right.Bookkeep);
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
                    : Changes(c, [ReturnDecision.Lines, ReturnDecision.Method, ReturnDecision.Supplier], supplier)
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

    /// <summary>The latest decisions of some kinds, with their way back.</summary>
    public static IReadOnlyList<ReturnChangeAnswer> Changes(SqliteConnection c, IEnumerable<ReturnDecision> kinds, string? subject) =>
        [
            .. kinds
                .SelectMany(k => new ReturnChangeTable(c).Latest(Words<ReturnDecision>.Of(k), subject, MostChanges))
                .OrderByDescending(ch => ch.Id)
                .Take(MostChanges)
                .Select(ch => new ReturnChangeAnswer(ch.Id, ch.At, ch.Who, ch.Says, ch.IsUndone)),
        ];

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

    private static DecidedAnswer Lines(LinesRequest request, CompanyBooks books)
    {
        var reason = Reason(request.Reason, isNeeded: !request.AsMapped);
        if (request.Lines.Count is 0 or > MostLines)
            throw new RefusedException("lines", $"Between one and {MostLines} lines can be decided at once. Nothing was changed.");
        return books.File.InTransaction(c =>
        {
            var found = new PaidTable(c).Find(request.Lines.Select(l => l.Payment)).ToDictionary(p => p.Paid.Payment);
            foreach (var line in request.Lines)
                if (
                    !found.TryGetValue(line.Payment, out var payment)
                    || payment.Lines.All(l => l.Key != new PaidLineKey(line.Bill, line.Line))
                )
                    throw RefusedException.NotFound("This line of a payment");
            var box = request.AsMapped ? null : new BoxChoice(request.Box).ToString();
            var suppliers = found.Values.Select(f => f.Paid.Supplier).Distinct(Folded.Comparer).ToList();
            var what = $"{request.Lines.Count} {(request.Lines.Count == 1 ? "line" : "lines")} of {string.Join(", ", suppliers)}";
            var says =
                request.AsMapped ? $"{what}: as their accounts say"
                : request.Box is { } of ? $"{what}: {of.Text()}, {reason}"
                : $"{what}: of no box, {reason}";
            return new DecidedAnswer(
                new LineDecisions(c, books).Decide(
                    suppliers is [var only] ? Folded.Of(only) : "",
                    says,
                    [.. request.Lines.Select(l => new LineState(l.Payment, l.Bill, l.Line, box, request.AsMapped ? "" : reason))]
                )
            );
        });
    }

    private static DecidedAnswer Method(MethodRequest request, CompanyBooks books)
    {
        var reason = Reason(request.Reason, isNeeded: request.Method is not null);
        var payments = request.Payments.Distinct(StringComparer.Ordinal).ToList();
        if (payments.Count is 0 or > MostLines)
            throw new RefusedException("payments", $"Between one and {MostLines} payments can be decided at once. Nothing was changed.");
        return books.File.InTransaction(c =>
        {
            var found = new PaidTable(c).Find(payments);
            if (found.Count < payments.Count)
                throw RefusedException.NotFound("This payment");
            var suppliers = found.Select(f => f.Paid.Supplier).Distinct(Folded.Comparer).ToList();
            var what = found is [var (paid, _)]
                ? $"payment {paid.Reference}"
                : $"{found.Count.ToString("N0", CultureInfo.InvariantCulture)} payments";
            var how = request.Method is { } method ? $"paid by {Words<PaymentMethod>.Of(method)}, {reason}" : "paid as the ledger says";
            return new DecidedAnswer(
                new MethodDecisions(c, books).Decide(
                    suppliers is [var only] ? Folded.Of(only) : "",
                    $"{what} of {string.Join(", ", suppliers)}: {how}",
                    [.. payments.Select(p => new MethodState(p, request.Method, request.Method is null ? "" : reason))]
                )
            );
        });
    }

    /// <summary>A reason as it is kept.</summary>
    /// <exception cref="RefusedException">It is missing, or too long.</exception>
    public static string Reason(string? text, bool isNeeded)
    {
        var reason = text?.Trim() ?? "";
        if (reason.Length == 0 && isNeeded)
            throw new RefusedException(
                "reason",
                "Say why; it stands beside the decision. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
        return reason.Length <= LongestReason
            ? reason
            : throw new RefusedException(
                "reason",
                $"A reason has at most {LongestReason} characters. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
    }

    private static DecidedAnswer Undo(long id, HttpContext http, CompanyFiles companies, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var change = new ReturnChangeTable(c).Find(id) ?? throw RefusedException.NotFound("This decision");
            if (change.IsUndone)
                throw new RefusedException("undone", "It was taken back already. Nothing was changed.", StatusCodes.Status409Conflict);
            switch (Words<ReturnDecision>.Read(change.Kind))
            {
                case ReturnDecision.Boxes:
                    new BoxDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Threshold:
                    http.MustAdminister(companies);
                    new ThresholdDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Lines:
                    new LineDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Method:
                    new MethodDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Supplier:
                    new SupplierDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Request:
                    new RequestDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Sent:
                    new SentDecisions(c, books).Undo(change);
                    break;
            }

            return new DecidedAnswer(id);
        });
}
