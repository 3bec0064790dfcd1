using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Prices;
using Adnumera.Storage.Proof;
using Adnumera.Web.Companies;
using Adnumera.Web.Documents;
using Adnumera.Web.Mapping;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Count;

/// <summary>The count, and what every view shows.</summary>
internal static class CountEndpoints
{
    private const int FirstCauses = 9;
    private const int MostCauses = 1000;
    private static readonly DocumentState[] RodOrder =
    [
        DocumentState.Held,
        DocumentState.ToApprove,
        DocumentState.Ready,
        DocumentState.OnItsWay,
        DocumentState.Posted,
        DocumentState.Proved,
        DocumentState.SetAside,
    ];

    public static void MapCount(this RouteGroupBuilder company)
    {
        company.MapGet("overview", Overview).WithTags("Count").Needs(Right.Read);
        company.MapGet("count", Count).WithTags("Count").Needs(Right.Read);
        company.MapStatements();
        company.MapGet("search", Search).WithTags("Count").Needs(Right.Read);
    }

    private static OverviewAnswer Overview(string? period, CompanyBooks books, SuggestionMemory memory)
    {
        memory.Warm(books);
        var today = books.Today;
        return books.File.Read(c => OverviewOf(c, period, today));
    }

    private static OverviewAnswer OverviewOf(SqliteConnection c, string? period, DateOnly today)
    {
        var company = new CompanyTable(c);
        var count = new CountTable(c);
        var first = Dates.Period(period);
        var sources = count.BySource(Dates.PeriodOrAll(period));
        var mapping = new MappingTable(c);
        return new OverviewAnswer(
            company.Name(),
            company.Currency().Code,
            Day.Text(today),
            count.Periods(),
            count.Sources(),
            new LedgerTable(c).Connection() is not null,
            sources.Sum(s => s.Totals[DocumentState.Held].Documents),
            new IncompleteTable(c).OpenCount(),
            mapping.ValuesWaiting(Dates.PeriodOrAll(period)),
            sources.Sum(s => s.Totals[DocumentState.Ready].Documents),
            new ProofTable(c).Kinds(first, first?.AddMonths(1).AddDays(-1)).Sum(k => k.Differences),
            [.. new FeedTable(c).NeedSomebody().Select(f => new FeedNeed(f.Id, f.Source, f.Waiting))],
            new PriceTable(c).MovedCount()
        );
    }

    private static CountAnswer Count(string? period, bool? all, CompanyBooks books, CompanyFiles companies)
    {
        var today = books.Today;
        return books.File.Read(c => Of(c, period, all == true, today, companies.Installation.Troubles(books.CompanyId)));
    }

    private static CountAnswer Of(SqliteConnection c, string? period, bool all, DateOnly today, IReadOnlyList<TroubleRow> troubles)
    {
        var most = all ? MostCauses : FirstCauses;
        var of = Dates.PeriodOrAll(period);
        var currency = new CompanyTable(c).Currency();
        var table = new CountTable(c);
        var sources = table.BySource(of).OrderByDescending(s => Math.Abs(s.Totals.Arrived.Money)).ToList();
        var proof = new ProofTable(c).Latest();
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        return new CountAnswer(
            currency.Code,
            [.. sources.Select(s => Answer(s, currency, proof is not null))],
            Answer(Together(sources), currency, proof is not null),
            Waiting(c, of, currency, most),
            Math.Max(table.Causes(of) - most, 0),
            proof is not null,
            proof?.At ?? "",
            sources.All(s => s.Totals.IsConserved),
            [
                .. table
                    .OtherCurrencies()
                    .Select(o => new MoneyCount(o.Currency, o.Documents, AmountText.Format(o.Money, Currency.Of(o.Currency).Digits))),
            ],
            [
                .. new CorrectionTable(c)
                    .AllOpen(of, most)
                    .Select(o => new OpenCorrectionAnswer(
                        o.DocumentId,
                        Title(o.Who, Words<DocumentKind>.Read(o.Kind), o.Reference),
                        o.At,
                        Text(o.SignedTotal)
                    )),
            ],
            Math.Max(new CorrectionTable(c).CountOpen(of) - most, 0),
            table.Noticed(of, today),
            [.. troubles.Select(t => new TroubleAnswer(t.What, t.At, t.Detail))]
        );
    }

    // What waits by its cause, with the mapping that ends it for the first document and all like it.
    private static List<WaitingAnswer> Waiting(SqliteConnection company, string? period, Currency currency, int most)
    {
        var causes = new CountTable(company).Waiting(period, most);
        var firsts = new DocumentTable(company)
            .Load(causes.Select(w => w.FirstDocument).Distinct())
            .ToDictionary(d => d.Id, d => d.Document);
        return
        [
            .. causes.Select(w =>
            {
                var (kind, first) = (Words<HoldKind>.Read(w.Reason), firsts[w.FirstDocument]);
                var remedy = Remedies.Mapping(first, new KeptHold(w.FirstLine, kind, w.Value));
                return new WaitingAnswer(
                    kind,
                    w.Value,
                    w.Detail,
                    w.Documents,
                    AmountText.Format(w.Money, currency.Digits),
                    w.FirstDocument,
                    Title(
                        first.Party.Length > 0 ? first.Party
                            : first.Supplier.Length > 0 ? first.Supplier
                            : first.PaymentAccount,
                        first.Kind,
                        first.Reference
                    ),
                    remedy?.Kind,
                    remedy?.Key ?? ""
                );
            }),
        ];
    }

    private static string Title(string who, DocumentKind kind, string reference) =>
        $"{(who.Length > 0 ? who + ", " : "")}{kind.Title()} {reference}".TrimEnd();

    private static SourceCount Together(IReadOnlyList<SourceCount> sources)
    {
        var together = new StateTotals();
        foreach (var source in sources)
        {
            together.Arrive(source.Totals.Arrived);
            foreach (var state in RodOrder)
                together.Stand(state, source.Totals[state]);
        }

        // Together they say something only when each of them does.
        Tally? stated =
            sources.All(s => s.Stated is not null) && sources.Count > 0
                ? sources.Aggregate(default(Tally), (sum, s) => sum + s.Stated!.Value)
                : null;
        return new SourceCount(
            "",
            stated,
            sources.Aggregate(default(Tally), (sum, s) => sum + s.Dated),
            together,
            sources.Aggregate(default(Tally), (sum, s) => sum + s.Holds),
            sources.Aggregate(default(Tally), (sum, s) => sum + s.Intended)
        );
    }

    private static SourceAnswer Answer(SourceCount source, Currency currency, bool proved)
    {
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var sent = RodOrder.Where(s => s.IsSent()).Aggregate(default(Tally), (sum, s) => sum + source.Totals[s]);
        return new SourceAnswer(
            source.Source,
            TallyText.Of(source.Totals.Arrived, currency),
            [.. RodOrder.Select(s => new StateAnswer(s, source.Totals[s].Documents, Text(source.Totals[s].Money)))],
            source.Stated is { } stated ? TallyText.Of(stated, currency) : null,
            source.Stated is { } said ? TallyText.Of(source.Dated - said, currency) : null,
            Text(sent.Money),
            proved ? Text(source.Holds.Money) : "",
            proved ? Text(source.Holds.Money - source.Intended.Money) : "",
            Text(sent.Money - source.Intended.Money),
            source.Totals.IsConserved,
            TallyText.Of(source.Totals.Sum, currency)
        );
    }

    // One search for documents, suppliers and accounts.
    private static FoundAnswer Search(string text, CompanyBooks books)
    {
        var today = books.Today;
        return string.IsNullOrWhiteSpace(text) ? new FoundAnswer([]) : books.File.Read(c => Found(c, text, today));
    }

    private static FoundAnswer Found(SqliteConnection c, string text, DateOnly today)
    {
        var currency = new CompanyTable(c).Currency();
        var query = new ListQuery { Text = text };
        var documents = new DocumentList(c)
            .Page(query.Filter(currency, today), DocumentOrder.Latest, null, 0, 8)
            .Select(d => new FoundRow(
                FoundKind.Document,
                null,
                Title(d.Who, d.Kind, d.Reference),
                $"{d.Date} · {AmountText.Format(d.SignedTotal, Currency.Of(d.Currency).Digits)} {d.Currency}",
                d.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)
            ));
        var accounts = new LedgerTable(c)
            .Accounts()
            .Where(a => Folded.Of(a.Title).Contains(Folded.Of(text), StringComparison.Ordinal))
            .Take(5)
            .Select(a => new FoundRow(FoundKind.Account, null, a.Title, Words<AccountKind>.Of(a.Kind).Replace('_', ' '), a.Id));
        var values = new MappingTable(c)
            .Like(text, 6)
            .Select(m => new FoundRow(
                FoundKind.Value,
                m.Kind,
                m.Key,
                $"{m.Kind.Title()} → {new LedgerTable(c).Chart().Title(m.Account)}",
                m.Key
            ));
        return new FoundAnswer([.. documents, .. accounts, .. values]);
    }
}
