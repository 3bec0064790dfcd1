using System.Runtime.InteropServices;

namespace Adnumera.Core.InformationReturns;

/// <summary>A line with its share and its place.</summary>
/// <param name="Line">The line.</param>
/// <param name="Amount">What of the payment is its own, in cents.</param>
/// <param name="Withheld">What of the tax withheld is its own, in cents.</param>
/// <param name="Place">Where it stands.</param>
/// <param name="Detail">Why, as people say it.</param>
public readonly record struct TalliedLine(PaymentLine Line, long Amount, long Withheld, TallyPlace Place, string Detail);

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
        var shares = PaymentShares.Of(lines);
        var tallied = new TalliedLine[lines.Count];
        // A file spells a supplier alike again and again, mostly by the very same text.
        var paid = new Dictionary<string, Paid>(ReferenceEqualityComparer.Instance);
        var bySupplier = new Dictionary<ReturnSupplier, Paid>(ReferenceEqualityComparer.Instance);
        for (var i = 0; i < tallied.Length; i++)
        {
            var (line, (amount, withheld)) = (lines[i], shares[i]);
            if (!paid.TryGetValue(line.Supplier, out var of))
            {
                // Of whom nothing is known, a supplier as its first line spells it.
                if (!suppliers.TryGetValue(line.Supplier, out var supplier))
                    suppliers[line.Supplier] = supplier = new ReturnSupplier { Name = line.Supplier };
                if (!bySupplier.TryGetValue(supplier, out of))
                    bySupplier[supplier] = of = new Paid(supplier);
                paid[line.Supplier] = of;
            }

            var (place, detail) = LinePlacing.Of(line, of.Supplier, boxes, year);
            tallied[i] = new TalliedLine(line, amount, withheld, place, detail);
            of.Add(place, amount, withheld);
        }

        Lines = tallied;
        Suppliers = InOrder(bySupplier.Values.Select(p => new SupplierYear(p.Supplier, p.Cells, thresholds)));
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

    // What a supplier was paid so far; it has a handful of places.
    private sealed class Paid(ReturnSupplier supplier)
    {
        private readonly List<(TallyPlace Place, long Amount, long Withheld, int Lines)> cells = [];

        public ReturnSupplier Supplier => supplier;

        public IReadOnlyList<TallyCell> Cells => cells.ConvertAll(c => new TallyCell(c.Place, c.Amount, c.Withheld, c.Lines));

        public void Add(TallyPlace place, long amount, long withheld)
        {
            foreach (ref var cell in CollectionsMarshal.AsSpan(cells))
                if (cell.Place == place)
                {
                    cell.Amount += amount;
                    cell.Withheld += withheld;
                    cell.Lines++;
                    return;
                }

            cells.Add((place, amount, withheld, 1));
        }
    }
}
