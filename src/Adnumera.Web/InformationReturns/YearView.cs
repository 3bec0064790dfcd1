using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.InformationReturns;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>A year's suppliers as they stand: from the kept sums, with what is known of each.</summary>
internal sealed class YearView
{
    private readonly ReturnSupplierTable table;
    private readonly IReadOnlyCollection<string>? only;

    /// <param name="company">The company's file.</param>
    /// <param name="year">The year.</param>
    /// <param name="only">Which suppliers, folded; none for all.</param>
    public YearView(SqliteConnection company, int year, IReadOnlyCollection<string>? only = null)
    {
        (table, this.only) = (new ReturnSupplierTable(company), only);
        var tally = new TallyTable(company);
        Names = tally.Names(year, only);
        Thresholds = new BoxTable(company).Thresholds(year);
        var unsaid = new PaidTable(company).MethodUnknown(year, only);
        var (known, shared) = (table.Suppliers(only), table.SharedNumbers());
        Suppliers = YearTally.InOrder(
            tally
                .Cells(year, only)
                .GroupBy(c => c.SupplierKey)
                .Select(g => new SupplierYear(
                    Of(g.Key),
                    [.. g.Select(c => c.Cell)],
                    Thresholds,
                    unsaid.TryGetValue(g.Key, out var amount) ? amount : null
                ))
        );

        ReturnSupplier Of(string key) =>
            known.TryGetValue(key, out var supplier)
                ? supplier with
                {
                    Name = Names.GetValueOrDefault(key, supplier.Name),
                    SharesNumberWith = shared.GetValueOrDefault(key, ""),
                }
                : new ReturnSupplier { Name = Names.GetValueOrDefault(key, key) };
    }

    /// <summary>All that is known of suppliers, by the folded name; read when it is asked for.</summary>
    public IReadOnlyDictionary<string, ReturnSupplierRow> Known => field ??= table.All(only);

    /// <summary>How the ledger spells them.</summary>
    public IReadOnlyDictionary<string, string> Names { get; }

    /// <summary>From which amount on boxes are filed.</summary>
    public Thresholds Thresholds { get; }

    /// <summary>The suppliers: those of whom something counts by that money, the others by name.</summary>
    public IReadOnlyList<SupplierYear> Suppliers { get; }

    /// <summary>The sum of each place that has money, boxes first.</summary>
    public IReadOnlyList<PlaceSum> Places =>
        [
            .. Suppliers
                .SelectMany(s => s.Cells)
                .GroupBy(c => (c.Place.Box, c.Place.LeftOut))
                .OrderBy(g => g.Key.Box is null)
                .ThenBy(g => g.Key.Box)
                .ThenBy(g => g.Key.LeftOut)
                .Select(g => new PlaceSum(g.Key.Box, g.Key.LeftOut, Text(g.Sum(c => c.Amount)), Text(g.Sum(c => c.Withheld)))),
        ];

    /// <summary>An amount as it travels.</summary>
    public static string Text(long minor) => AmountText.Format(minor, Currency.Usd.Digits);

    /// <summary>A row of the tally.</summary>
    public static TallyRow Row(SupplierYear year, SupplierYear? before, bool withBefore, bool isOther) =>
        new(
            Folded.Of(year.Supplier.Name),
            year.Supplier.Name,
            year.Supplier.LegalName,
            Text(year.Paid),
            Text(year.Counted),
            [
                .. year.Totals.Select(t => new BoxCell(
                    t.Box,
                    Text(t.Amount),
                    Text(t.Threshold),
                    Text(t.Withheld),
                    t.IsReached,
                    t.IsToFile,
                    t.IsNear
                )),
            ],
            Text(year.LeftOut(LeftOutPlace.NoBox)),
            Text(year.Paid - year.Counted - year.LeftOut(LeftOutPlace.NoBox)),
            withBefore ? Text(before?.Counted ?? 0) : "",
            year.IsToFile,
            year.Points.Count,
            isOther
        );
}
