namespace Adnumera.Core.InformationReturns;

/// <summary>A line with its share and its place.</summary>
/// <param name="Line">The line.</param>
/// <param name="Amount">What of the payment is its own, in cents.</param>
/// <param name="Withheld">What of the tax withheld is its own, in cents.</param>
/// <param name="Place">Where it stands.</param>
/// <param name="Detail">Why, as people say it.</param>
public sealed record TalliedLine(PaymentLine Line, long Amount, long Withheld, TallyPlace Place, string Detail);

/// <summary>What was paid in a year, by supplier and box, on cash basis: every line in exactly one place, so that all of them add up to all
/// that was paid.</summary>
public sealed class YearTally
{
    private readonly Dictionary<string, ReturnSupplier> suppliers;

    /// <param name="year">The year of payment.</param>
    /// <param name="lines">What was paid.</param>
    /// <param name="known">What is known of suppliers; each once.</param>
    /// <param name="boxes">The boxes of accounts in that year.</param>
    /// <param name="thresholds">The thresholds of that year.</param>
    public YearTally(int year, IReadOnlyList<PaymentLine> lines, IEnumerable<ReturnSupplier> known, BoxRows boxes, Thresholds thresholds)
    {
        suppliers = known.ToDictionary(s => s.Name, Folded.Comparer);
        // Of whom nothing is known, a supplier as its first line spells it.
        foreach (var line in lines)
            suppliers.TryAdd(line.Supplier, new ReturnSupplier { Name = line.Supplier });
        Lines =
        [
            .. lines.Zip(
                PaymentShares.Of(lines),
                (line, share) =>
                {
                    var (place, detail) = LinePlacing.Of(line, SupplierOf(line), boxes, year);
                    return new TalliedLine(line, share.Amount, share.Withheld, place, detail);
                }
            ),
        ];
        Suppliers = InOrder(Lines.GroupBy(l => SupplierOf(l.Line)).Select(g => new SupplierYear(g.Key, CellsOf(g), thresholds)));
    }

    /// <summary>Every line, in the given order.</summary>
    public IReadOnlyList<TalliedLine> Lines { get; }

    /// <summary>Every supplier that was paid: those of whom something counts by that money, largest first, then the others by
    /// name.</summary>
    public IReadOnlyList<SupplierYear> Suppliers { get; }

    /// <summary>What counts, suppliers by money, largest first.</summary>
    public IEnumerable<BoxTotal> Totals => Suppliers.SelectMany(s => s.Totals);

    /// <summary>What is missing or contradicts itself.</summary>
    public IEnumerable<MissingDetail> Missing => Suppliers.SelectMany(MissingDetails.Of);

    /// <summary>The supplier of a line.</summary>
    public ReturnSupplier SupplierOf(PaymentLine line) => suppliers[line.Supplier];

    /// <summary>What stands in a place that is no box: money and tax withheld, in cents.</summary>
    public (long Amount, long Withheld) LeftOut(LeftOutPlace place) =>
        Lines.Where(l => l.Place.LeftOut == place).Aggregate((0L, 0L), (sum, l) => (sum.Item1 + l.Amount, sum.Item2 + l.Withheld));

    /// <summary>Suppliers of whom something counts by that money, largest first, then the others by name.</summary>
    public static IReadOnlyList<SupplierYear> InOrder(IEnumerable<SupplierYear> suppliers) =>
        [
            .. suppliers
                .OrderBy(s => s.Totals.Count == 0)
                .ThenByDescending(s => s.Counted)
                .ThenBy(s => Folded.Of(s.Supplier.Name), CodePointComparer.Instance),
        ];

    private static List<TallyCell> CellsOf(IEnumerable<TalliedLine> lines) =>
        [.. lines.GroupBy(l => l.Place).Select(g => new TallyCell(g.Key, g.Sum(l => l.Amount), g.Sum(l => l.Withheld), g.Count()))];
}
