using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>How much of what arrives resolves, together and by kind.</summary>
/// <param name="Together">By source: every document once, so that nothing counts twice.</param>
/// <param name="Ranked">Unmapped values of all kinds, most money waiting first.</param>
/// <param name="Unused">Mapped, and never arrived.</param>
/// <param name="Twins">Mapped to the same thing under spellings that differ only in case, punctuation or legal form.</param>
public sealed record CoverageAnswer(
    KindCoverage Together,
    IReadOnlyList<KindCoverage> Kinds,
    IReadOnlyList<WaitingValue> Ranked,
    IReadOnlyList<MappedValue> Unused,
    IReadOnlyList<TwinValues> Twins,
    string Currency
);

/// <param name="Lines">All of this kind.</param>
/// <param name="Resolved">Those that nothing waits for.</param>
/// <param name="Months">The share of the money that resolves, by month, in percent.</param>
public sealed record KindCoverage(
    KeyKind Kind,
    string Title,
    int Values,
    int ValuesWaiting,
    long Lines,
    long Resolved,
    string Money,
    string MoneyResolved,
    double LinesPercent,
    double MoneyPercent,
    IReadOnlyList<MonthShare> Months
);

public sealed record MonthShare(string Period, double Percent, string Money, string Waiting);

public sealed record WaitingValue(KeyKind Kind, string KindTitle, string Value, long Lines, string Money);

public sealed record MappedValue(KeyKind Kind, string KindTitle, string Value, string Target);

public sealed record TwinValues(KeyKind Kind, string KindTitle, IReadOnlyList<string> Values, string Target);

internal static class Coverage
{
    private const int MostListed = 200;
    private static readonly KeyKind[] Counted =
    [
        KeyKind.Category,
        KeyKind.Item,
        KeyKind.CostCode,
        KeyKind.Supplier,
        KeyKind.PaymentAccount,
        KeyKind.Settlement,
        KeyKind.TaxCode,
        .. KeyKinds.All.Where(k => k.Target == KeyTarget.Dimension).Select(k => k.Kind),
    ];

    public static CoverageAnswer Of(SqliteConnection company)
    {
        var currency = new CompanyTable(company).Currency();
        var table = new MappingTable(company);
        var (chart, terms) = (new LedgerTable(company).Chart(), new LedgerTable(company).Terms().ToDictionary(t => t.Id, t => t.Name));
        var arriving = Counted.Append(KeyKind.Source).ToDictionary(k => k, k => table.Arriving(k, int.MaxValue));
        var rows = table.All();
        var names = arriving.SelectMany(a => a.Value.Select(v => (a.Key, a.Key.Fold(v.Value)))).ToHashSet();
        return new CoverageAnswer(
            KindOf(KeyKind.Source),
            [.. Counted.Select(KindOf).Where(k => k.Lines > 0)],
            [
                .. Counted
                    .SelectMany(k => arriving[k].Where(v => v.WaitingLines > 0).Select(v => (Kind: k, Value: v)))
                    .OrderByDescending(v => v.Value.Waiting)
                    .ThenBy(v => v.Value.Value, StringComparer.Ordinal)
                    .Take(MostListed)
                    .Select(v => new WaitingValue(v.Kind, v.Kind.Title(), v.Value.Value, v.Value.WaitingLines, Text(v.Value.Waiting))),
            ],
            [
                .. rows.Where(r => Counted.Contains(r.Kind) && !r.Ends && !names.Contains((r.Kind, r.Kind.Fold(r.Key))))
                    .DistinctBy(r => (r.Kind, r.Kind.Fold(r.Key)))
                    .Take(MostListed)
                    .Select(r => new MappedValue(r.Kind, r.Kind.Title(), r.Key, MappingEndpoints.TargetOf(r, chart, terms))),
            ],
            [
                .. rows.Where(r =>
                        r.Account.Length > 0 && r.Kind is KeyKind.Category or KeyKind.Item or KeyKind.Supplier or KeyKind.CostCode
                    )
                    .GroupBy(r => (r.Kind, r.Account, Likeness.Normalised(r.Key)))
                    .Select(g => (g.Key, Spellings: g.Select(r => r.Key).Distinct(Folded.Comparer).ToList()))
                    .Where(g => g.Spellings.Count > 1)
                    .Take(MostListed)
                    .Select(g => new TwinValues(g.Key.Kind, g.Key.Kind.Title(), g.Spellings, chart.Title(g.Key.Account))),
            ],
            currency.Code
        );

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        static double Share(long part, long whole) => whole == 0 ? 100 : Math.Round(100.0 * part / whole, 1);
        KindCoverage KindOf(KeyKind kind)
        {
            var values = arriving[kind];
            var (lines, waitingLines) = (values.Sum(v => v.Lines), values.Sum(v => v.WaitingLines));
            var (money, waiting) = (values.Sum(v => Math.Abs(v.Money)), values.Sum(v => v.Waiting));
            return new KindCoverage(
                kind,
                kind.Title(),
                values.Count,
                values.Count(v => v.WaitingLines > 0),
                lines,
                lines - waitingLines,
                Text(money),
                Text(Math.Max(money - waiting, 0)),
                Share(lines - waitingLines, lines),
                Share(Math.Max(money - waiting, 0), money),
                [
                    .. table
                        .ByPeriod(kind)
                        .Select(p => new MonthShare(
                            p.Period,
                            Share(Math.Max(p.Tally.Money - p.Tally.Waiting, 0), p.Tally.Money),
                            Text(p.Tally.Money),
                            Text(p.Tally.Waiting)
                        )),
                ]
            );
        }
    }
}
