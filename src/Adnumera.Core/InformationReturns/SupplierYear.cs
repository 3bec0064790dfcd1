namespace Adnumera.Core.InformationReturns;

/// <summary>What a supplier was paid in one place.</summary>
/// <param name="Place">The place.</param>
/// <param name="Amount">In cents.</param>
/// <param name="Withheld">What was withheld of it, in cents.</param>
/// <param name="Lines">How many lines.</param>
public sealed record TallyCell(TallyPlace Place, long Amount, long Withheld, int Lines);

/// <summary>What a supplier was paid in a box.</summary>
/// <param name="Supplier">The supplier.</param>
/// <param name="Box">The box.</param>
/// <param name="Amount">In cents.</param>
/// <param name="Threshold">From which amount on it is filed, in cents.</param>
/// <param name="Withheld">What was withheld of it, in cents.</param>
public sealed record BoxTotal(ReturnSupplier Supplier, ReturnBox Box, long Amount, long Threshold, long Withheld)
{
    /// <summary>From which share of the threshold on a total is near it, in per cent (common practice).</summary>
    public const int NearPercent = 75;

    /// <summary>Whether it reaches the threshold.</summary>
    public bool IsReached => Amount >= Threshold;

    /// <summary>Whether it is filed: it reaches the threshold, or tax was withheld.</summary>
    public bool IsToFile => IsReached || Withheld > 0;

    /// <summary>Whether it may reach the threshold soon.</summary>
    public bool IsNear => !IsReached && Amount * 100m >= Threshold * (decimal)NearPercent;
}

/// <summary>Which suppliers of a year are looked at.</summary>
public enum TallyView
{
    /// <summary>All that were paid.</summary>
    Paid,

    /// <summary>Those with a box at or over its threshold.</summary>
    Reached,

    /// <summary>Those with a box near its threshold, and none to file.</summary>
    Near,

    /// <summary>Those of whom something is filed.</summary>
    ToFile,

    /// <summary>Those of whom something is to be put right.</summary>
    DetailsMissing,
}

/// <summary>A supplier's year: what it was paid, by place, and what of it is filed.</summary>
public sealed class SupplierYear
{
    private readonly Thresholds thresholds;

    /// <param name="supplier">The supplier.</param>
    /// <param name="cells">What it was paid; each place once.</param>
    /// <param name="thresholds">The thresholds of the year.</param>
    /// <param name="methodUnknown">What of it was paid nobody says how, in cents; none where all of it is said.</param>
    public SupplierYear(ReturnSupplier supplier, IReadOnlyList<TallyCell> cells, Thresholds thresholds, long? methodUnknown = null)
    {
        (Supplier, Cells, this.thresholds, MethodUnknown) = (supplier, cells, thresholds, methodUnknown);
        Totals =
        [
            .. cells
                .Where(c => c.Place.Box is not null)
                .OrderBy(c => c.Place.Box)
                .Select(c => new BoxTotal(supplier, c.Place.Box!.Value, c.Amount, thresholds.Of(c.Place.Box.Value), c.Withheld)),
        ];
    }

    /// <summary>The supplier.</summary>
    public ReturnSupplier Supplier { get; }

    /// <summary>What it was paid, by place.</summary>
    public IReadOnlyList<TallyCell> Cells { get; }

    /// <summary>What counts, in the order of the boxes.</summary>
    public IReadOnlyList<BoxTotal> Totals { get; }

    /// <summary>What of it was paid nobody says how, in cents; none where all of it is said. It counts as paid from a bank.</summary>
    public long? MethodUnknown { get; }

    /// <summary>What of it is to be put right.</summary>
    public IReadOnlyList<ReadinessPoint> Points => field ??= [.. Readiness.Of(this)];

    /// <summary>All that it was paid, in cents.</summary>
    public long Paid => Cells.Sum(c => c.Amount);

    /// <summary>What of it counts in boxes, in cents.</summary>
    public long Counted => Totals.Sum(t => t.Amount);

    /// <summary>Whether something of it is filed.</summary>
    public bool IsToFile => Totals.Any(t => t.IsToFile);

    /// <summary>Whether it is looked at.</summary>
    public bool IsIn(TallyView view) =>
        view switch
        {
            TallyView.Paid => Cells.Count > 0,
            TallyView.Reached => Totals.Any(t => t.IsReached),
            TallyView.Near => !IsToFile && Totals.Any(t => t.IsNear),
            TallyView.ToFile => IsToFile,
            TallyView.DetailsMissing => Points.Count > 0,
        };

    /// <summary>The same year with cells added to those that are there; what is taken out is below zero.</summary>
    public SupplierYear With(IEnumerable<TallyCell> moved) =>
        new(
            Supplier,
            [
                .. Cells
                    .Concat(moved)
                    .GroupBy(c => c.Place)
                    .Select(g => new TallyCell(g.Key, g.Sum(c => c.Amount), g.Sum(c => c.Withheld), g.Sum(c => c.Lines))),
            ],
            thresholds,
            MethodUnknown
        );

    /// <summary>What counts in none because the supplier is exempt, and would be filed otherwise.</summary>
    public IEnumerable<TallyCell> ExemptedToFile =>
        Cells.Where(c => c.Place.Exempted is { } box && (thresholds.IsReached(box, c.Amount) || c.Withheld > 0));

    /// <summary>What stands in a place that is no box, in cents.</summary>
    public long LeftOut(LeftOutPlace place) => Cells.Where(c => c.Place.LeftOut == place).Sum(c => c.Amount);
}
