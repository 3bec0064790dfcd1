using Adnumera.Core.Amounts;

namespace Adnumera.Core.Documents;

/// <summary>By what a line is split.</summary>
public enum SplitBy
{
    /// <summary>By amounts without tax.</summary>
    Amount,

    /// <summary>By shares in per cent.</summary>
    Share,

    /// <summary>By quantities.</summary>
    Quantity,
}

/// <summary>
/// A line in parts. The parts add up to the line to the cent, whatever its source says later: net by largest remainder over the weights,
/// tax over the nets.
/// </summary>
/// <param name="Line">The source's number of the line.</param>
/// <param name="By">What the weights are.</param>
/// <param name="Weights">One for each part, two at least, none negative: amounts in major units, per cents or quantities.</param>
public sealed record LineSplit(long Line, SplitBy By, IReadOnlyList<decimal> Weights)
{
    // Weights have at most four decimals.
    private const decimal Scale = 10_000;

    /// <summary>The parts, each with the number of the line.</summary>
    public IReadOnlyList<DocumentLine> Apply(DocumentLine line)
    {
        var weights = Weights.Select(w => (long)(w * Scale)).ToArray();
        var nets = Allocation.Split(line.Net, weights);
        var taxes = line.Net == 0 ? Allocation.Split(line.Tax, weights) : Allocation.Share(line.Tax, nets);
        return [.. Weights.Select((w, i) => line with { Net = nets[i], Tax = taxes[i], Quantity = QuantityOf(line, w) })];
    }

    /// <summary>Why a line cannot be split so, as people say it; none where it can.</summary>
    /// <param name="line">The line.</param>
    /// <param name="currency">Its currency.</param>
    public string? Problem(DocumentLine line, Currency currency)
    {
        var sum = Weights.Sum();
        return Weights.Count < 2 ? "A split has two parts at least."
            : Weights.Any(w => w < 0 || w != decimal.Round(w, 4)) ? "A part is a positive number of at most four decimals."
            : sum == 0 ? "The parts of a split come to nothing."
            : By == SplitBy.Share && sum != 100 ? $"The shares come to {sum:0.####} %, and not to 100 %."
            : By == SplitBy.Quantity && line.Quantity is { } quantity && sum != Math.Abs(quantity)
                ? $"The quantities come to {sum:0.####}, and the line has {Math.Abs(quantity):0.####}."
            : By == SplitBy.Amount && InMinor(sum, currency) != Math.Abs(line.Net)
                ? $"The parts come to {AmountText.Format(InMinor(sum, currency), currency.Digits)}, and the line to "
                    + $"{AmountText.Format(Math.Abs(line.Net), currency.Digits)} without tax."
            : null;
    }

    private decimal? QuantityOf(DocumentLine line, decimal weight) =>
        line.Quantity is not { } quantity ? null
        : By == SplitBy.Quantity ? Math.Sign(quantity) * weight
        : WithoutZeros(decimal.Round(quantity * weight / Weights.Sum(), 4));

    // Dividing by a one of as many decimals as there are leaves none at the end that are zero.
    private static decimal WithoutZeros(decimal number) => number / 1.0000000000000000000000000000m;

    private static long InMinor(decimal amount, Currency currency)
    {
        for (var i = 0; i < currency.Digits; i++)
            amount *= 10;
        return (long)decimal.Round(amount, MidpointRounding.AwayFromZero);
    }
}

/// <summary>A difference between a document's total and its lines that a person sends to an account.</summary>
/// <param name="Amount">Total less lines and tax, in minor units.</param>
/// <param name="Account">The account, usually the one for rounding.</param>
/// <param name="Reason">Why it is right so.</param>
public sealed record PostedDifference(long Amount, string Account, string Reason)
{
    /// <summary>The line that it becomes.</summary>
    /// <param name="number">Its number.</param>
    public DocumentLine AsLine(long number) =>
        new()
        {
            Number = number,
            Description = Reason,
            Net = Amount,
            Account = Account,
        };
}
