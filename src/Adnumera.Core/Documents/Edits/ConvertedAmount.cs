using Adnumera.Core.Amounts;

namespace Adnumera.Core.Documents;

/// <summary>What a document of another currency comes to in the company's, as a person says it.</summary>
/// <param name="From">The currency that it was in.</param>
/// <param name="OfTotal">Its total there, in minor units.</param>
/// <param name="To">The company's currency.</param>
/// <param name="Total">Its total here, in minor units.</param>
/// <param name="Rate">How much of the company's currency one of the other is.</param>
/// <param name="On">The day of the rate.</param>
public sealed record ConvertedAmount(string From, long OfTotal, string To, long Total, decimal Rate, DateOnly On)
{
    private const int PriceDecimals = 6;

    /// <summary>What an amount comes to at a rate, in minor units, rounded half away from zero.</summary>
    /// <param name="minor">Minor units of the one currency.</param>
    /// <param name="from">That currency.</param>
    /// <param name="to">The other one.</param>
    /// <param name="rate">How much of the other one of it is.</param>
    public static long At(long minor, Currency from, Currency to, decimal rate) =>
        (long)decimal.Round(minor * rate * Power(to.Digits) / Power(from.Digits), MidpointRounding.AwayFromZero);

    /// <summary>The rate that an amount implies, to eight decimals.</summary>
    public static decimal RateOf(long minor, Currency from, long becomes, Currency to) =>
        decimal.Round(becomes / Power(to.Digits) / (minor / Power(from.Digits)), 8, MidpointRounding.AwayFromZero);

    /// <summary>
    /// The document in the company's currency. Nets and taxes are shared out of the new total, so that what added up
    /// still does; a total that
    /// its source changed later is converted at the same rate. A document of yet another currency stays as it is.
    /// </summary>
    public Document Apply(Document said)
    {
        if (said.Currency.Code != From || !Currency.TryFind(To, out var to))
            return said;
        var total = said.Total == OfTotal ? Total : At(said.Total, said.Currency, to, Rate);
        var amounts = said.Lines.SelectMany(l => (long[])[l.Net, l.Tax]).ToList();
        var apart = said.Total - amounts.Sum();
        var parts = Allocation.Share(total, [.. amounts, apart]);
        return said with
        {
            Currency = to,
            Total = total,
            Prepaid = At(said.Prepaid, said.Currency, to, Rate),
            ForeignAmount = $"{AmountText.Format(said.Total, said.Currency.Digits)} {said.Currency.Code}",
            Lines =
            [
                .. said.Lines.Select(
                    (l, i) =>
                        l with
                        {
                            Net = parts[2 * i],
                            Tax = parts[2 * i + 1],
                            UnitPrice = l.UnitPrice is { } price
                                ? decimal.Round(price * Rate, PriceDecimals, MidpointRounding.AwayFromZero)
                                : null,
                        }
                ),
            ],
        };
    }

    private static decimal Power(int digits)
    {
        var power = 1m;
        for (var i = 0; i < digits; i++)
            power *= 10;
        return power;
    }
}
