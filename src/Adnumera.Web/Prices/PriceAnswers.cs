using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Prices;
using Adnumera.Storage.Prices;

namespace Adnumera.Web.Prices;

/// <summary>A price against the last accepted one.</summary>
/// <param name="Before">The last accepted price then; blank for the first.</param>
/// <param name="Percent">How much it moved, to one decimal; blank where that says nothing.</param>
/// <param name="Effect">What that makes in money.</param>
public sealed record PriceAnswer(
    long Document,
    long Line,
    string Supplier,
    string Item,
    string Day,
    string Before,
    string Now,
    string Percent,
    string Effect,
    PriceState State,
    DocumentState DocumentState
)
{
    internal static PriceAnswer Of(NamedPrice p, Currency currency)
    {
        var move = new PriceMove((p.Before ?? p.Price) / PriceRow.Millionths, p.Price / PriceRow.Millionths);
        return new PriceAnswer(
            p.DocumentId,
            p.Line,
            p.Supplier,
            p.Item,
            p.Day,
            p.Before is null ? "" : Text(move.Before),
            Text(move.Now),
            p.Before is not null && move.Percent is { } percent ? percent.ToString("0.0", CultureInfo.InvariantCulture) : "",
            AmountText.Format(p.Effect, currency.Digits),
            Words<PriceState>.Read(p.State),
            Words<DocumentState>.Read(p.DocumentState)
        );
    }

    // Two decimals at least, as prices are written, and as many as it has.
    private static string Text(decimal price) => price.ToString("0.00####", CultureInfo.InvariantCulture);
}

/// <summary>How far prices may move.</summary>
/// <param name="Percent">In per cent.</param>
/// <param name="Money">For one, in the company's currency.</param>
/// <param name="Holds">Whether a moved price holds its document.</param>
public sealed record PriceToleranceText(string Percent, string Money, bool Holds);

/// <summary>The prices that moved and wait.</summary>
/// <param name="Count">How many there are in all.</param>
/// <param name="Most">What moved most, by amount, in the period, whatever was decided.</param>
public sealed record PricesAnswer(
    PriceToleranceText Tolerance,
    long Count,
    IReadOnlyList<PriceAnswer> Moved,
    IReadOnlyList<PriceAnswer> Most,
    string Currency
);

/// <summary>The prices of an item of a supplier over time.</summary>
/// <param name="YearAgo">The price a year before the latest; none where there was none.</param>
/// <param name="Elsewhere">The last price from other suppliers.</param>
public sealed record PriceHistoryAnswer(IReadOnlyList<PriceAnswer> Prices, PriceAnswer? YearAgo, IReadOnlyList<PriceAnswer> Elsewhere);

/// <summary>A line whose price is decided.</summary>
public sealed record PricedLine(long Document, long Line);

/// <summary>What is decided about moved prices.</summary>
/// <param name="Lines">Which; none for all that moved by no more than some per cent.</param>
/// <param name="UpTo">By how many per cent at most, where no lines are named.</param>
/// <param name="As">New price, or this time.</param>
public sealed record PriceDecisionRequest(IReadOnlyList<PricedLine>? Lines, string? UpTo, PriceState? As);

/// <summary>What was decided.</summary>
/// <param name="Id">What takes it back.</param>
public sealed record PriceDecisionAnswer(long Id, int Prices);
