using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.InformationReturns;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>In which box accounts count, rehearsed before it is saved and taken back whole; and from which amount on boxes are
/// filed.</summary>
internal static class BoxEndpoints
{
    private const int MostRows = 2_000;
    private const int MostPayees = 6;
    private const int MostMoves = 40;
    private const int LargestFile = 1024 * 1024;

    public static void MapBoxes(this RouteGroupBuilder company)
    {
        var boxes = company.MapGroup("information-returns/{year:int}").WithTags("Information returns");
        boxes.MapGet("boxes", Get).Needs(Right.Read);
        boxes.MapPost("boxes/rehearsals", Rehearse).Needs(Right.Bookkeep);
        boxes.MapPut("boxes", Put).Needs(Right.Bookkeep);
        boxes.MapPost("boxes/read", ReadFile).Accepts<string>("text/csv").Needs(Right.Bookkeep);
        boxes.MapGet("thresholds", Thresholds).Needs(Right.Read);
        boxes.MapPut("thresholds", PutThreshold).Needs(Right.Administer);
    }

    private static BoxesAnswer Get(int year, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (chart, table, basis) = (new LedgerTable(c).Chart(), new TallyTable(c), TallyBasis.Of(c));
            var (rows, names) = (new BoxTable(c).All(), table.Names(TallyEndpoints.Year(year)));
            var paid = table.Accounts(year).ToLookup(a => a.Account);
            var said = rows.Where(r => r.Year <= year).ToLookup(r => r.Account);
            ReturnSupplier Supplier(string key) => basis.Supplier(key, names.GetValueOrDefault(key, key));
            var answers = paid.Select(p => p.Key).Union(said.Select(s => s.Key)).Select(Answer).ToList();
            // What is voided, or paid by card, needs no box.
            var asked = paid.SelectMany(p => p).Where(p => !IsAside(p.Place)).ToList();
            var (all, open) = (
                asked.Sum(p => Math.Abs((decimal)p.Amount)),
                asked.Where(p => IsOpen(p.Place)).Sum(p => Math.Abs((decimal)p.Amount))
            );
            return new BoxesAnswer(
                year,
                [
                    .. answers
                        .OrderByDescending(a => a.Waits)
                        .ThenByDescending(a => a.Paid)
                        .ThenBy(a => a.Answer.Title, StringComparer.Ordinal)
                        .Select(a => a.Answer),
                ],
                all == 0 ? "" : (100 * (all - open) / all).ToString("0.#", CultureInfo.InvariantCulture),
                DecisionEndpoints.Changes(c, [ReturnDecision.Boxes], null)
            );

            (decimal Waits, decimal Paid, AccountBoxAnswer Answer) Answer(string account)
            {
                var payees = paid[account]
                    .GroupBy(p => p.SupplierKey)
                    .Select(g => (Key: g.Key, Supplier: Supplier(g.Key), Amount: g.Sum(p => p.Amount)))
                    .OrderByDescending(p => Math.Abs(p.Amount))
                    .ToList();
                var known = chart.TryFind(account, out var found);
                var proposal = known ? BoxProposals.Of(found!, [.. payees.Select(p => (p.Supplier, p.Amount))]) : null;
                var open = paid[account].Where(p => IsOpen(p.Place)).ToList();
                // Who is exempt in the box that it would be waits for nothing.
                var waits = open.Where(p => proposal?.Choice.Box is not { } box || Supplier(p.SupplierKey).IsReportable(box))
                    .Sum(p => p.Amount);
                var own = said[account].GroupBy(r => Folded.Of(r.Supplier)).Select(g => g.MaxBy(r => r.Year)!).ToList();
                return (
                    waits,
                    payees.Sum(p => p.Amount),
                    new AccountBoxAnswer(
                        account,
                        chart.Title(account),
                        YearView.Text(payees.Sum(p => p.Amount)),
                        YearView.Text(waits),
                        [
                            .. own.OrderBy(r => r.Supplier.Length == 0)
                                .ThenBy(r => Folded.Of(r.Supplier), StringComparer.Ordinal)
                                .Select(r => new BoxRowAnswer(r.Supplier, r.Choice.Box, r.Year, r.Year < year)),
                        ],
                        open.Count > 0 ? proposal?.Choice.Box : null,
                        open.Count > 0 ? proposal?.Because ?? "" : "",
                        [.. payees.Take(MostPayees).Select(p => new PayeeAnswer(p.Key, p.Supplier.Name, YearView.Text(p.Amount)))]
                    )
                );
            }
        });

    private static bool IsOpen(string place) => place == Words<LeftOutPlace>.Of(LeftOutPlace.NoBox);

    private static bool IsAside(string place) =>
        TallyPlace.Read(place, "").LeftOut is LeftOutPlace.Voided or LeftOutPlace.CardOrNetwork or LeftOutPlace.Foreign;

    private static BoxRehearsal Rehearse(int year, BoxesRequest request, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var states = Read(c, TallyEndpoints.Year(year), request);
            var (table, now) = (new TallyTable(c), new BoxTable(c).All().ToDictionary(r => (r.Year, r.Account, Folded.Of(r.Supplier))));
            foreach (var s in states)
            {
                var key = (s.Year, s.Account, Folded.Of(s.Supplier));
                if (s.Box is null)
                    now.Remove(key);
                else
                    now[key] = new BoxRow(s.Year, s.Account, s.Supplier, BoxDecisions.Choice(s.Box));
            }

            var scope = BoxDecisions.Scope(states);
            var basis = new TallyBasis([.. now.Values], new ReturnSupplierTable(c).All(scope.Suppliers));
            var moved = Tallying.Moved(table, basis, scope).ToList();
            var names = moved
                .GroupBy(m => (int)m.Group.Year)
                .SelectMany(g => table.Names(g.Key, [.. g.Select(m => m.Group.SupplierKey).Distinct()]))
                .DistinctBy(n => n.Key)
                .ToDictionary();
            return new BoxRehearsal(
                Asks(c, states),
                moved.Sum(m => m.Group.Lines),
                [
                    .. moved
                        .GroupBy(m => (Year: (int)m.Group.Year, m.Group.SupplierKey, From: m.Group.Place, To: m.Place))
                        .OrderByDescending(g => Math.Abs(g.Sum(m => m.Group.Amount)))
                        .Take(MostMoves)
                        .Select(g => new BoxMove(
                            g.Key.Year,
                            g.Key.SupplierKey,
                            names[g.Key.SupplierKey],
                            g.Key.From.Box,
                            g.Key.From.LeftOut,
                            g.Key.To.Box,
                            g.Key.To.LeftOut,
                            YearView.Text(g.Sum(m => m.Group.Amount))
                        )),
                ],
                [.. moved.GroupBy(m => (int)m.Group.Year).SelectMany(g => Crossings(c, g.Key, [.. g])).Take(MostMoves)]
            );
        });

    // Who crosses a threshold: the kept sums, and the same with what moves.
    private static IEnumerable<BoxCrossing> Crossings(
        SqliteConnection c,
        int year,
        IReadOnlyList<(LineGroup Group, TallyPlace Place)> moved
    )
    {
        var before = new YearView(c, year, [.. moved.Select(m => m.Group.SupplierKey).Distinct()]);
        var bySupplier = moved.ToLookup(m => m.Group.SupplierKey);
        foreach (var supplier in before.Suppliers)
        {
            var key = Folded.Of(supplier.Supplier.Name);
            foreach (var crossing in ThresholdCrossing.Between(supplier, supplier.With(bySupplier[key].SelectMany(Turned))))
                yield return new BoxCrossing(
                    year,
                    key,
                    supplier.Supplier.Name,
                    crossing.Box,
                    YearView.Text(crossing.Before),
                    YearView.Text(crossing.After),
                    YearView.Text(before.Thresholds.Of(crossing.Box)),
                    crossing.IsToFile
                );
        }

        static IEnumerable<TallyCell> Turned((LineGroup Group, TallyPlace Place) m) =>
            [
                new(m.Group.Place, -m.Group.Amount, -m.Group.Withheld, -(int)m.Group.Lines),
                new(m.Place, m.Group.Amount, m.Group.Withheld, (int)m.Group.Lines),
            ];
    }

    private static DecidedAnswer Put(int year, BoxesRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var states = Read(c, TallyEndpoints.Year(year), request);
            if (Asks(c, states) is [var ask, ..] && !request.Confirmed)
                throw new RefusedException("confirm", $"{ask} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
            var chart = new LedgerTable(c).Chart();
            var says =
                string.Join("; ", states.Take(3).Select(s => Says(chart, s))) + (states.Count > 3 ? $"; and {states.Count - 3} more" : "");
            return new DecidedAnswer(new BoxDecisions(c, books).Decide(year.ToString(CultureInfo.InvariantCulture), says, states));
        });

    private static string Says(Chart chart, BoxState s) =>
        $"{chart.Title(s.Account)}{(s.Supplier.Length > 0 ? $" for {s.Supplier}" : "")}: "
        + (
            s.Box is null ? "as before"
            : s.Box == ReturnBoxes.None ? "of no box"
            : s.Box
        )
        + $", from {s.Year}";

    private static IReadOnlyList<string> Asks(SqliteConnection c, IReadOnlyList<BoxState> states)
    {
        var chart = new LedgerTable(c).Chart();
        return
        [
            .. states
                .Where(s => s.Box is not null && Target(chart, s) == BoxTarget.Asks)
                .Select(s => $"{chart.Title(s.Account)} stands in the balance sheet; what is paid for it is rarely an expense of the year.")
                .Distinct(),
        ];
    }

    private static BoxTarget Target(Chart chart, BoxState s) =>
        chart.TryFind(s.Account, out var account) ? BoxTargets.Of(account, BoxDecisions.Choice(s.Box!)) : BoxTarget.Refuses;

    private static List<BoxState> Read(SqliteConnection c, int year, BoxesRequest request)
    {
        if (request.Rows.Count is 0 or > MostRows)
            throw new RefusedException("rows", $"Between one and {MostRows:N0} rows can be saved at once. Nothing was changed.");
        var chart = new LedgerTable(c).Chart();
        var states = new List<BoxState>();
        foreach (var row in request.Rows)
        {
            var (account, supplier) = (row.Account.Trim(), row.Supplier?.Trim() ?? "");
            TallyEndpoints.Year(row.Year);
            if (!chart.TryFind(account, out var found))
                throw new RefusedException("account", $"{Quote.Of(account)} is not an account of the chart. Nothing was changed.");
            if (!row.IsTakenOut && BoxTargets.Of(found, new BoxChoice(row.Box)) == BoxTarget.Refuses)
                throw new RefusedException(
                    "account",
                    $"{chart.Title(account)} is income, which is never paid to a supplier. Nothing was changed; choose no box for it."
                );
            states.Add(new BoxState(row.Year, account, supplier, row.IsTakenOut ? null : new BoxChoice(row.Box).ToString()));
        }

        if (states.GroupBy(s => (s.Year, s.Account, Folded.Of(s.Supplier))).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new RefusedException("account", $"{chart.Title(twice.Key.Account)} stands twice. Nothing was changed.");
        return states;
    }

    private static async Task<BoxesRead> ReadFile(int year, string fileName, HttpRequest request, CancellationToken cancel)
    {
        TallyEndpoints.Year(year);
        var (name, content) = await new Upload(request, fileName, LargestFile).File(cancel);
        var problems = new Problems();
        var rows = BoxesFile.Read(name, content, problems);
        return new BoxesRead(
            name,
            problems.Any ? [] : [.. rows.Select(r => new BoxRowRequest(r.Year, r.Account, r.Supplier, r.Choice.Box, false))],
            problems.Errors,
            problems.Count
        );
    }

    private static ThresholdsAnswer Thresholds(int year, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var thresholds = new BoxTable(c).Thresholds(TallyEndpoints.Year(year));
            return new ThresholdsAnswer(
                year,
                [
                    .. Enum.GetValues<ReturnBox>()
                        .Select(thresholds.RowOf)
                        .Select(r => new ThresholdAnswer(
                            r.Box,
                            YearView.Text(r.Amount),
                            r.Year,
                            r.Source,
                            r.IsConfirmed(year),
                            r.IsOwn && r.Year == year
                        )),
                ],
                DecisionEndpoints.Changes(c, [ReturnDecision.Threshold], null)
            );
        });

    private static DecidedAnswer PutThreshold(int year, ThresholdRequest request, CompanyBooks books)
    {
        TallyEndpoints.Year(year);
        var text = request.Amount.Trim();
        long? amount = null;
        if (text.Length > 0)
            amount =
                AmountText.Typed(text, Currency.Usd.Digits, out var minor) == AmountText.Fault.None && minor >= 0
                    ? minor
                    : throw new RefusedException("amount", $"{Quote.Of(text)} is not an amount of 0.00 or more. Nothing was changed.");
        var source = DecisionEndpoints.Reason(request.Source, isNeeded: amount is not null);
        var says = amount is null
            ? $"{request.Box.Text()} in {year}: as published"
            : $"{request.Box.Text()} from {year}: {YearView.Text(amount.Value)}, {source}{(request.IsConfirmed ? "" : ", unconfirmed")}";
        return books.File.InTransaction(c => new DecidedAnswer(
            new ThresholdDecisions(c, books).Decide(
                request.Box.Text(),
                says,
                [new ThresholdState(year, request.Box, amount, source, amount is not null && request.IsConfirmed)]
            )
        ));
    }
}
