using Adnumera.Core.Documents;

namespace Adnumera.Core.Prices;

/// <summary>What became of the price of a line.</summary>
public enum PriceState
{
    /// <summary>The first of its supplier and item: what later ones are held against.</summary>
    First,

    /// <summary>Within the tolerance of the last accepted price.</summary>
    Steady,

    /// <summary>Beyond it, and nobody has decided.</summary>
    Moved,

    /// <summary>Accepted as the new price.</summary>
    NewPrice,

    /// <summary>Accepted for this time only.</summary>
    ThisTime,
}

/// <summary>A price against the last accepted one.</summary>
/// <param name="Before">The last accepted price of one.</param>
/// <param name="Now">The price of one.</param>
public readonly record struct PriceMove(decimal Before, decimal Now)
{
    /// <summary>How much more one costs.</summary>
    public decimal Difference => Now - Before;

    /// <summary>The same in per cent of the price before, exactly; none where that was nothing. From 101.35 to 95.00 is −6.3 to one decimal
    /// (common practice, as the reference notes have it).</summary>
    public decimal? ExactPercent => Before == 0 ? null : Difference / Before * 100;

    /// <summary>The same to one decimal, as people say it.</summary>
    public decimal? Percent => ExactPercent is { } percent ? Math.Round(percent, 1, MidpointRounding.AwayFromZero) : null;
}

/// <summary>How far a price may move without anybody being told: within either bound it is steady.</summary>
/// <param name="Percent">In per cent of the price before; 0 for nothing.</param>
/// <param name="Money">For one, in the company's currency; 0 for nothing.</param>
public readonly record struct PriceTolerance(decimal Percent, decimal Money)
{
    /// <summary>Whether a price is steady.</summary>
    public bool Allows(PriceMove move) =>
        move.Difference == 0 || Math.Abs(move.Difference) <= Money || (move.ExactPercent is { } percent && Math.Abs(percent) <= Percent);
}

/// <summary>The prices that are watched: of an item, by supplier.</summary>
public static class LinePrice
{
    private const int Decimals = 6;

    /// <summary>The price of one of a line: as it says, else its net by its quantity. None of what names no item or no supplier, of what is
    /// given back, and of what has no quantity.</summary>
    public static decimal? Of(Document document, DocumentLine line)
    {
        if (line.Item.Length == 0 || document.Supplier.Length == 0 || document.Kind.Reverses() || document.Kind == DocumentKind.Transfer)
            return null;
        if (line.UnitPrice is { } price)
            return price >= 0 ? Math.Round(price, Decimals, MidpointRounding.AwayFromZero) : null;
        if (line.Quantity is not > 0 || line.Net < 0)
            return null;
        var unit = 1m;
        for (var i = 0; i < document.Currency.Digits; i++)
            unit *= 10;
        return Math.Round(line.Net / unit / line.Quantity.Value, Decimals, MidpointRounding.AwayFromZero);
    }

    /// <summary>What becomes of a price.</summary>
    /// <param name="accepted">The last accepted price; none where it is the first.</param>
    /// <param name="now">The price.</param>
    /// <param name="tolerance">How far it may move.</param>
    public static PriceState StateOf(decimal? accepted, decimal now, PriceTolerance tolerance) =>
        accepted is not { } before ? PriceState.First
        : tolerance.Allows(new PriceMove(before, now)) ? PriceState.Steady
        : PriceState.Moved;
}
