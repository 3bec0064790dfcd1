namespace Adnumera.Core.Amounts;

/// <summary>Sharing an amount out so that the parts always add up to the whole.</summary>
public static class Allocation
{
    /// <summary>
    /// Splits an amount by largest remainder (Hamilton's method); ties go to the earlier part, so 100.00 in three
    /// equal parts is 33.34, 33.33, 33.33. A negative total is split as its magnitude, then negated.
    /// </summary>
    /// <param name="total">Minor units.</param>
    /// <param name="weights">At least one, none negative, not all zero.</param>
    /// <exception cref="ArgumentException">The weights cannot share anything out.</exception>
    public static long[] Split(long total, ReadOnlySpan<long> weights)
    {
        Int128 sum = 0;
        foreach (var weight in weights)
        {
            if (weight < 0)
                throw new ArgumentException("A weight is negative.", nameof(weights));
            sum += weight;
        }

        if (sum == 0)
            throw new ArgumentException("There is no weight to share by.", nameof(weights));

        Int128 magnitude = Int128.Abs(total),
            left = magnitude;
        var parts = new long[weights.Length];
        var remainders = new (Int128 Remainder, int Index)[weights.Length];
        for (var i = 0; i < weights.Length; i++)
        {
            var (quotient, remainder) = Int128.DivRem(magnitude * weights[i], sum);
            parts[i] = (long)quotient;
            left -= quotient;
            remainders[i] = (remainder, i);
        }

        Array.Sort(remainders, (a, b) => a.Remainder == b.Remainder ? a.Index.CompareTo(b.Index) : b.Remainder.CompareTo(a.Remainder));
        for (var i = 0; i < (int)left; i++)
            parts[remainders[i].Index]++;
        if (total < 0)
            for (var i = 0; i < parts.Length; i++)
                parts[i] = -parts[i];
        return parts;
    }

    /// <summary>
    /// Shares an amount out by nets of either sign: the exact share of each, rounded towards −∞; the smallest units that are left go to the
    /// largest fractions, ties to the earlier. A negative total is shared as its magnitude, then negated; nets that cancel leave all on the
    /// first. So a tax of EN 16931 (BG-23) comes back onto the lines of its category and rate.
    /// </summary>
    /// <param name="total">Minor units.</param>
    /// <param name="nets">At least one, minor units.</param>
    public static long[] Share(long total, ReadOnlySpan<long> nets)
    {
        Int128 sum = 0;
        foreach (var net in nets)
            sum += net;
        var parts = new long[nets.Length];
        if (sum == 0)
        {
            parts[0] = total;
            return parts;
        }

        Int128 magnitude = Int128.Abs(total),
            left = magnitude;
        var fractions = new (Int128 Fraction, int Index)[nets.Length];
        for (var i = 0; i < nets.Length; i++)
        {
            // The divisor is made positive, so that what is left over is, too.
            var (dividend, divisor) = sum < 0 ? (-magnitude * nets[i], -sum) : (magnitude * nets[i], sum);
            var (quotient, remainder) = Int128.DivRem(dividend, divisor);
            if (remainder < 0)
                (quotient, remainder) = (quotient - 1, remainder + divisor);
            parts[i] = (long)quotient;
            left -= quotient;
            fractions[i] = (remainder, i);
        }

        Array.Sort(fractions, (a, b) => a.Fraction == b.Fraction ? a.Index.CompareTo(b.Index) : b.Fraction.CompareTo(a.Fraction));
        for (var i = 0; i < (int)left; i++)
            parts[fractions[i].Index]++;
        if (total < 0)
            for (var i = 0; i < parts.Length; i++)
                parts[i] = -parts[i];
        return parts;
    }

    /// <summary>A percentage of an amount, rounded half away from zero to the minor unit.</summary>
    /// <param name="minor">Minor units.</param>
    /// <param name="percent">0 to 100.</param>
    public static long Percent(long minor, decimal percent) =>
        percent == 100 ? minor : (long)Math.Round(minor * percent / 100, MidpointRounding.AwayFromZero);
}
