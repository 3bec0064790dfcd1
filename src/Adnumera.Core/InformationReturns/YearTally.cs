namespace Adnumera.Core.InformationReturns;

/// <summary>Where a line stands that counts in no box.</summary>
public enum LeftOutPlace
{
    /// <summary>Its payment was voided.</summary>
    Voided,

    /// <summary>It was paid in another year.</summary>
    OtherYear,

    /// <summary>It was paid by card or through a network, which report it themselves.</summary>
    CardOrNetwork,

    /// <summary>The supplier is foreign.</summary>
    Foreign,

    /// <summary>It is of no box.</summary>
    NotReportable,

    /// <summary>Nothing says of which box it is.</summary>
    NoBox,

    /// <summary>The supplier is exempt.</summary>
    Exempt,
}

/// <summary>A line with its share and its place.</summary>
/// <param name="Line">The line.</param>
/// <param name="Amount">What of the payment is its own, in cents.</param>
/// <param name="Withheld">What of the tax withheld is its own, in cents.</param>
/// <param name="Box">The box in which it counts; none where it is left out.</param>
/// <param name="LeftOut">Where it stands instead.</param>
/// <param name="Detail">Why, as people say it.</param>
public sealed record TalliedLine(PaymentLine Line, long Amount, long Withheld, ReturnBox? Box, LeftOutPlace? LeftOut, string Detail)
{
    /// <summary>The box in which it would count if its supplier were not exempt; none where it is not for that.</summary>
    public ReturnBox? Exempted { get; init; }
}

/// <summary>What a supplier was paid in a box.</summary>
/// <param name="Supplier">The supplier.</param>
/// <param name="Box">The box.</param>
/// <param name="Amount">In cents.</param>
/// <param name="Threshold">From which amount on it is filed, in cents.</param>
/// <param name="Withheld">What was withheld of it, in cents.</param>
public sealed record BoxTotal(ReturnSupplier Supplier, ReturnBox Box, long Amount, long Threshold, long Withheld)
{
    /// <summary>Whether it reaches the threshold.</summary>
    public bool IsReached => Amount >= Threshold;

    /// <summary>Whether it is filed: it reaches the threshold, or tax was withheld.</summary>
    public bool IsToFile => IsReached || Withheld > 0;
}

/// <summary>What was paid in a year, by supplier and box, on cash basis: every line in exactly one place, so that all of them add up to all
/// that was paid.</summary>
public sealed class YearTally
{
    private readonly int year;
    private readonly BoxRows boxes;
    private readonly Dictionary<string, ReturnSupplier> suppliers;

    /// <param name="year">The year of payment.</param>
    /// <param name="lines">What was paid.</param>
    /// <param name="known">What is known of suppliers; each once.</param>
    /// <param name="boxes">The boxes of accounts in that year.</param>
    /// <param name="thresholds">The thresholds of that year.</param>
    public YearTally(int year, IReadOnlyList<PaymentLine> lines, IEnumerable<ReturnSupplier> known, BoxRows boxes, Thresholds thresholds)
    {
        (this.year, this.boxes) = (year, boxes);
        suppliers = known.ToDictionary(s => s.Name, Folded.Comparer);
        // Of whom nothing is known, a supplier as its first line spells it.
        foreach (var line in lines)
            suppliers.TryAdd(line.Supplier, new ReturnSupplier { Name = line.Supplier });
        Lines = [.. lines.Zip(PaymentShares.Of(lines), Placed)];
        Totals =
        [
            .. Lines
                .Where(l => l.Box is not null)
                .GroupBy(l => SupplierOf(l.Line))
                .OrderByDescending(g => g.Sum(l => l.Amount))
                .ThenBy(g => Folded.Of(g.Key.Name), CodePointComparer.Instance)
                .SelectMany(g =>
                    g.GroupBy(l => l.Box!.Value)
                        .OrderBy(b => b.Key)
                        .Select(b => new BoxTotal(g.Key, b.Key, b.Sum(l => l.Amount), thresholds.Of(b.Key), b.Sum(l => l.Withheld)))
                ),
        ];
        Missing = [.. MissingDetails.Of(Lines.ToLookup(l => SupplierOf(l.Line)), Totals, thresholds)];
    }

    /// <summary>Every line, in the given order.</summary>
    public IReadOnlyList<TalliedLine> Lines { get; }

    /// <summary>What counts, suppliers by money, largest first.</summary>
    public IReadOnlyList<BoxTotal> Totals { get; }

    /// <summary>What is missing or contradicts itself.</summary>
    public IReadOnlyList<MissingDetail> Missing { get; }

    /// <summary>The supplier of a line.</summary>
    public ReturnSupplier SupplierOf(PaymentLine line) => suppliers[line.Supplier];

    /// <summary>What stands in a place that is no box: money and tax withheld, in cents.</summary>
    public (long Amount, long Withheld) LeftOut(LeftOutPlace place) =>
        Lines.Where(l => l.LeftOut == place).Aggregate((0L, 0L), (sum, l) => (sum.Item1 + l.Amount, sum.Item2 + l.Withheld));

    private TalliedLine Placed(PaymentLine line, (long Amount, long Withheld) share)
    {
        var supplier = SupplierOf(line);
        var choice = line.Choice ?? boxes.Of(line.Account, line.Supplier);
        TalliedLine Out(LeftOutPlace place, string why) => new(line, share.Amount, share.Withheld, null, place, why);
        if (line.IsVoided)
            return Out(LeftOutPlace.Voided, "The payment was voided.");
        if (line.Date.Year != year)
            return Out(LeftOutPlace.OtherYear, $"It was paid in {line.Date.Year}.");
        if (line.Method is PaymentMethod.Card or PaymentMethod.Network)
            return Out(
                LeftOutPlace.CardOrNetwork,
                $"It was paid {(line.Method == PaymentMethod.Card ? "by card" : "through a network")}, whose processor reports it."
            );
        if (supplier.IsForeign)
            return Out(LeftOutPlace.Foreign, "The supplier is foreign; look whether Form 1042-S is due.");
        if (choice is { Box: null })
            return Out(
                LeftOutPlace.NotReportable,
                line.Choice is null ? $"Account {line.Account} is of no box." : "A person said that it is of no box."
            );
        if (choice is not { Box: { } box })
            return Out(LeftOutPlace.NoBox, $"Nothing says of which box account {line.Account} is.");
        if (box == ReturnBox.Misc11 && line.Method != PaymentMethod.Cash)
            return Out(LeftOutPlace.NotReportable, "Fish counts only where it is paid in cash.");
        if (!supplier.IsReportable(box))
            return Out(
                LeftOutPlace.Exempt,
                supplier.Reportable == false
                    ? "A person said that the supplier is not reportable."
                    : $"The supplier is exempt in {box.Text()}."
            ) with
            {
                Exempted = box,
            };
        return new TalliedLine(
            line,
            share.Amount,
            share.Withheld,
            box,
            null,
            line.Choice is null ? $"Account {line.Account} is of {box.Text()}." : "A person chose the box."
        );
    }
}
