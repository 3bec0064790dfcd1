using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Proof;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Count;

/// <param name="Proved">Whether the ledger was read back at all.</param>
/// <param name="Conserved">Whether what arrived equals the sum of the seven states, everywhere.</param>
public sealed record CountAnswer(string Currency, IReadOnlyList<SourceAnswer> Sources, SourceAnswer Together, IReadOnlyList<WaitingAnswer> Waiting, bool Proved, string ProvedAt, bool Conserved, IReadOnlyList<MoneyCount> OtherCurrencies);

public sealed record MoneyCount(string Currency, long Documents, string Money);

/// <summary>A source, its states in the order of the rod, and its four totals.</summary>
public sealed record SourceAnswer(
    string Source, TallyText Arrived, IReadOnlyList<StateAnswer> States, string Says, string Sent, string Holds, string Difference, string Unread, bool Conserved, TallyText Sum);

public sealed record StateAnswer(string State, long Documents, string Money);

public sealed record WaitingAnswer(string Reason, string Value, string Detail, long Documents, string Money, long FirstDocument, string FirstTitle, string KeyKind);

/// <summary>What the rail and the top show on every view.</summary>
public sealed record OverviewAnswer(string Name, string Currency, IReadOnlyList<string> Periods, IReadOnlyList<string> Sources, bool Connected, long Held, long ValuesWaiting, long Ready, long Differences);

public sealed record FoundAnswer(IReadOnlyList<FoundRow> Rows);

public sealed record FoundRow(string Kind, string Title, string Note, string Key);

/// <summary>The count, and what every view shows.</summary>
internal static class CountEndpoints
{
    private static readonly DocumentState[] RodOrder =
        [DocumentState.Held, DocumentState.ToApprove, DocumentState.Ready, DocumentState.OnItsWay, DocumentState.Posted, DocumentState.Proved, DocumentState.SetAside];

    public static void MapCount(this RouteGroupBuilder company)
    {
        company.MapGet("overview", Overview).WithTags("Count").RequireAuthorization(Access.Read);
        company.MapGet("count", Count).WithTags("Count").RequireAuthorization(Access.Read);
        company.MapGet("search", Search).WithTags("Count").RequireAuthorization(Access.Read);
    }

    private static OverviewAnswer Overview(Work work) => work.File.Read(c =>
    {
        var company = CompanyFile.Of(c);
        var count = new CountTable(c);
        var sources = count.BySource(null);
        var mapping = new MappingTable(c);
        return new OverviewAnswer(
            company.Name, company.Settings.Currency.Code, count.Periods(), [.. sources.Select(s => s.Source)], new LedgerTable(c).Connection() is not null,
            sources.Sum(s => s.Totals[DocumentState.Held].Documents), mapping.ValuesWaiting(),
            sources.Sum(s => s.Totals[DocumentState.Ready].Documents), new ProofTable(c).Latest()?.Differences ?? 0);
    });

    private static CountAnswer Count(string? period, Work work) => work.File.Read(c =>
    {
        var currency = CompanyFile.Of(c).Settings.Currency;
        var table = new CountTable(c);
        var sources = table.BySource(string.IsNullOrEmpty(period) ? null : period).OrderByDescending(s => Math.Abs(s.Totals.Arrived.Money)).ToList();
        var proof = new ProofTable(c).Latest();
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        return new CountAnswer(
            currency.Code, [.. sources.Select(s => Answer(s, currency, proof is not null))], Answer(Together(sources), currency, proof is not null),
            [.. table.Waiting(string.IsNullOrEmpty(period) ? null : period, 9).Select(w => new WaitingAnswer(w.Reason, w.Value, w.Detail, w.Documents, Text(w.Money), w.FirstDocument, Title(w), w.Reason == "unmapped" ? w.KeyKind : ""))],
            proof is not null, proof?.At ?? "", sources.All(s => s.Totals.IsConserved),
            [.. table.OtherCurrencies().Select(o => new MoneyCount(o.Currency, o.Documents, AmountText.Format(o.Money, Currency.Of(o.Currency).Digits)))]);
    });

    private static string Title(WaitingCause cause) =>
        $"{(cause.FirstWho.Length > 0 ? cause.FirstWho + ", " : "")}{DocumentKinds.Title(Words<DocumentKind>.Read(cause.FirstKind))} {cause.FirstReference}".TrimEnd();

    private static SourceCount Together(IReadOnlyList<SourceCount> sources)
    {
        var together = new StateTotals();
        foreach (var source in sources)
        {
            together.Arrive(source.Totals.Arrived);
            foreach (var state in RodOrder) together.Stand(state, source.Totals[state]);
        }

        return new SourceCount("", sources.Aggregate(default(Tally), (sum, s) => sum + s.Says), together, sources.Aggregate(default(Tally), (sum, s) => sum + s.Holds), sources.Aggregate(default(Tally), (sum, s) => sum + s.Intended));
    }

    private static SourceAnswer Answer(SourceCount source, Currency currency, bool proved)
    {
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var sent = RodOrder.Where(s => s.IsSent()).Aggregate(default(Tally), (sum, s) => sum + source.Totals[s]);
        return new SourceAnswer(
            source.Source, TallyText.Of(source.Totals.Arrived, currency),
            [.. RodOrder.Select(s => new StateAnswer(Words<DocumentState>.Of(s), source.Totals[s].Documents, Text(source.Totals[s].Money)))],
            Text(source.Says.Money), Text(sent.Money), proved ? Text(source.Holds.Money) : "", proved ? Text(source.Holds.Money - source.Intended.Money) : "", Text(sent.Money - source.Intended.Money), source.Totals.IsConserved,
            TallyText.Of(source.Totals.Sum, currency));
    }

    // One search for documents, suppliers and accounts.
    private static FoundAnswer Search(string text, Work work) => work.File.Read(c =>
    {
        if (string.IsNullOrWhiteSpace(text)) return new FoundAnswer([]);
        var currency = CompanyFile.Of(c).Settings.Currency;
        var query = new Arrivals.ListQuery(null, null, null, null, null, null, null, null, null, text, null);
        var documents = new DocumentList(c).Page(query.Filter(currency), DocumentOrder.Latest, null, 0, 8)
            .Select(d => new FoundRow("document", $"{d.Who}, {DocumentKinds.Title(Words<DocumentKind>.Read(d.Kind))} {d.Reference}".TrimEnd(), $"{d.Date} · {AmountText.Format(d.SignedTotal, Currency.Of(d.Currency).Digits)} {d.Currency}", d.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        var accounts = new LedgerTable(c).Accounts().Where(a => a.Title.Contains(text.Trim(), StringComparison.OrdinalIgnoreCase)).Take(5)
            .Select(a => new FoundRow("account", a.Title, Words<Core.Ledger.AccountKind>.Of(a.Kind).Replace('_', ' '), a.Id));
        var values = new MappingTable(c).Like(text, 6).Select(m => new FoundRow(Words<KeyKind>.Of(m.Kind), m.Key, $"{m.Kind.Title()} → {new LedgerTable(c).Chart().Title(m.Account)}", m.Key));
        return new FoundAnswer([.. documents, .. accounts, .. values]);
    });
}
