namespace Adnumera.Core.Amounts;

/// <summary>An amount of one currency in whole minor units (cents for USD). Never a floating-point number.</summary>
/// <param name="Minor">Minor units; negative for credits and refunds.</param>
/// <param name="Currency">The currency, which fixes how many decimals the minor unit has.</param>
public readonly record struct Money(long Minor, Currency Currency)
{
    /// <summary>Adds two amounts of the same currency.</summary>
    /// <exception cref="InvalidOperationException">The currencies differ.</exception>
    /// <exception cref="OverflowException">The sum is beyond what can be held.</exception>
    public static Money operator +(Money left, Money right) =>
        left.Currency == right.Currency
            ? new Money(checked(left.Minor + right.Minor), left.Currency)
            : throw new InvalidOperationException($"{left.Currency} and {right.Currency} cannot be added.");

    /// <summary>The opposite amount.</summary>
    public static Money operator -(Money money) => money with { Minor = checked(-money.Minor) };

    /// <summary>Adds two amounts of the same currency; see the operator.</summary>
    public static Money Add(Money left, Money right) => left + right;

    /// <summary>The opposite amount; see the operator.</summary>
    public static Money Negate(Money money) => -money;

    /// <summary>A decimal number such as <c>-12.50</c>, with the decimals of the currency.</summary>
    public override string ToString() => AmountText.Format(Minor, Currency.Digits);
}
