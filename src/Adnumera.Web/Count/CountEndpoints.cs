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
/// <param name="Corrections">What sources sent anew for posted documents, until somebody decides.</param>
/// <param name="Noticed">How many documents have something worth noticing.</param>
/// <param name="Troubles">What went wrong without anybody there.</param>
public sealed record CountAnswer(
    string Currency, IReadOnlyList<SourceAnswer> Sources, SourceAnswer Together, IReadOnlyList<WaitingAnswer> Waiting, bool Proved, string ProvedAt, bool Conserved, IReadOnlyList<MoneyCount> OtherCurrencies,
    IReadOnlyList<OpenCorrectionAnswer> Corrections, long Noticed, IReadOnlyList<TroubleAnswer> Troubles);

public sealed record OpenCorrectionAnswer(long DocumentId, string Title, string At, string Money);

public sealed record TroubleAnswer(string What, string At, string Detail);

public sealed record MoneyCount(string Currency, long Documents, string Money);

/// <summary>A source, its states in the order of the rod, and its four totals.</summary>
/// <param name="Says">The source's own control total; null where it is not stated for the whole period.</param>
/// <param name="SaysDifference">What arrived, by the documents' own days, less what the source says; null where that is not stated.</param>
/// <param name="Sent">What is on its way or in the ledger.</param>
/// <param name="Holds">What the ledger holds of what was read back; each document by the latest reading that covers it.</param>
/// <param name="Difference">That less what had been sent of it.</param>
/// <param name="Unread">What was sent and has not been read back.</param>
public sealed record SourceAnswer(
    string Source, TallyText Arrived, IReadOnlyList<StateAnswer> States, TallyText? Says, TallyText? SaysDifference, string Sent, string Holds, string Difference, string Unread, bool Conserved, TallyText Sum);

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
        company.MapStatements();
        company.MapGet("search", Search).WithTags("Count").RequireAuthorization(Access.Read);
    }

    private static OverviewAnswer Overview(string? period, Work work) => work.File.Read(c =>
    {
        var company = CompanyFile.Of(c);
        var count = new CountTable(c);
        var first = Dates.Period(period);
        var sources = count.BySource(Dates.PeriodOrAll(period));
        var mapping = new MappingTable(c);
        return new OverviewAnswer(
            company.Name, company.Settings.Currency.Code, count.Periods(), count.Sources(), new LedgerTable(c).Connection() is not null,
            sources.Sum(s => s.Totals[DocumentState.Held].Documents), mapping.ValuesWaiting(Dates.PeriodOrAll(period)),
            sources.Sum(s => s.Totals[DocumentState.Ready].Documents), new ProofTable(c).CountDifferences(first, first?.AddMonths(1).AddDays(-1)));
    });

    private static CountAnswer Count(string? period, Work work, Companies companies) => work.File.Read(c =>
    {
        var of = Dates.PeriodOrAll(period);
        var currency = CompanyFile.Of(c).Settings.Currency;
        var table = new CountTable(c);
        var sources = table.BySource(of).OrderByDescending(s => Math.Abs(s.Totals.Arrived.Money)).ToList();
        var proof = new ProofTable(c).Latest();
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        return new CountAnswer(
            currency.Code, [.. sources.Select(s => Answer(s, currency, proof is not null))], Answer(Together(sources), currency, proof is not null),
            [.. table.Waiting(of, 9).Select(w => new WaitingAnswer(w.Reason, w.Value, w.Detail, w.Documents, Text(w.Money), w.FirstDocument, Title(w), w.Reason == "unmapped" ? w.KeyKind : ""))],
            proof is not null, proof?.At ?? "", sources.All(s => s.Totals.IsConserved),
            [.. table.OtherCurrencies().Select(o => new MoneyCount(o.Currency, o.Documents, AmountText.Format(o.Money, Currency.Of(o.Currency).Digits)))],
            [.. new CorrectionTable(c).AllOpen(of, 9).Select(o => new OpenCorrectionAnswer(o.DocumentId, Title(o.Who, o.Kind, o.Reference), o.At, Text(o.SignedTotal)))],
            table.Noticed(of, work.Today), [.. companies.Installation.Troubles(work.CompanyId).Select(t => new TroubleAnswer(t.What, t.At, t.Detail))]);
    });

    private static string Title(WaitingCause cause) => Title(cause.FirstWho, cause.FirstKind, cause.FirstReference);

    private static string Title(string who, string kind, string reference) =>
        $"{(who.Length > 0 ? who + ", " : "")}{DocumentKinds.Title(Words<DocumentKind>.Read(kind))} {reference}".TrimEnd();

    private static SourceCount Together(IReadOnlyList<SourceCount> sources)
    {
        var together = new StateTotals();
        foreach (var source in sources)
        {
            together.Arrive(source.Totals.Arrived);
            foreach (var state in RodOrder) together.Stand(state, source.Totals[state]);
        }

        // Together they say something only when each of them does.
        Tally? says = sources.All(s => s.Says is not null) && sources.Count > 0 ? sources.Aggregate(default(Tally), (sum, s) => sum + s.Says!.Value) : null;
        return new SourceCount("", says, sources.Aggregate(default(Tally), (sum, s) => sum + s.Dated), together, sources.Aggregate(default(Tally), (sum, s) => sum + s.Holds), sources.Aggregate(default(Tally), (sum, s) => sum + s.Intended));
    }

    private static SourceAnswer Answer(SourceCount source, Currency currency, bool proved)
    {
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var sent = RodOrder.Where(s => s.IsSent()).Aggregate(default(Tally), (sum, s) => sum + source.Totals[s]);
        return new SourceAnswer(
            source.Source, TallyText.Of(source.Totals.Arrived, currency),
            [.. RodOrder.Select(s => new StateAnswer(Words<DocumentState>.Of(s), source.Totals[s].Documents, Text(source.Totals[s].Money)))],
            source.Says is { } says ? TallyText.Of(says, currency) : null, source.Says is { } said ? TallyText.Of(source.Dated - said, currency) : null, Text(sent.Money), proved ? Text(source.Holds.Money) : "", proved ? Text(source.Holds.Money - source.Intended.Money) : "", Text(sent.Money - source.Intended.Money), source.Totals.IsConserved,
            TallyText.Of(source.Totals.Sum, currency));
    }

    // One search for documents, suppliers and accounts.
    private static FoundAnswer Search(string text, Work work) => work.File.Read(c =>
    {
        if (string.IsNullOrWhiteSpace(text)) return new FoundAnswer([]);
        var currency = CompanyFile.Of(c).Settings.Currency;
        var query = new Arrivals.ListQuery(null, null, null, null, null, null, null, null, null, text, null);
        var documents = new DocumentList(c).Page(query.Filter(currency, work.Today), DocumentOrder.Latest, null, 0, 8)
            .Select(d => new FoundRow("document", $"{d.Who}, {DocumentKinds.Title(Words<DocumentKind>.Read(d.Kind))} {d.Reference}".TrimEnd(), $"{d.Date} · {AmountText.Format(d.SignedTotal, Currency.Of(d.Currency).Digits)} {d.Currency}", d.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        var accounts = new LedgerTable(c).Accounts().Where(a => Folded.Of(a.Title).Contains(Folded.Of(text), StringComparison.Ordinal)).Take(5)
            .Select(a => new FoundRow("account", a.Title, Words<Core.Ledger.AccountKind>.Of(a.Kind).Replace('_', ' '), a.Id));
        var values = new MappingTable(c).Like(text, 6).Select(m => new FoundRow(Words<KeyKind>.Of(m.Kind), m.Key, $"{m.Kind.Title()} → {new LedgerTable(c).Chart().Title(m.Account)}", m.Key));
        return new FoundAnswer([.. documents, .. accounts, .. values]);
    });
}
