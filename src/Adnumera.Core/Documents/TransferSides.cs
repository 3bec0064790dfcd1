namespace Adnumera.Core.Documents;

/// <summary>A transfer of which one side came.</summary>
/// <param name="Id">Its document.</param>
/// <param name="Document">As it came.</param>
public readonly record struct OneSide(long Id, Document Document)
{
    /// <summary>Whether money leaves the account that it came from; otherwise it arrives there.</summary>
    public bool Leaves => Document.PaidFrom.Length > 0;

    /// <summary>The account that it came from.</summary>
    public string Account => Leaves ? Document.PaidFrom : Document.ArrivesIn;
}

/// <summary>Which two sides are one transfer (02-domain, chapter 9: transfers match from both sides).</summary>
public static class TransferSides
{
    /// <summary>Whether a document is a transfer of which one side came.</summary>
    public static bool IsOne(Document document) =>
        document.Kind == DocumentKind.Transfer && (document.PaidFrom.Length == 0) != (document.ArrivesIn.Length == 0);

    /// <summary>The pairs: the same money leaves one account and arrives in another within some days. A side that fits several others
    /// stays alone, since nothing says which of them it is.</summary>
    /// <param name="sides">Sides, each once.</param>
    /// <param name="days">How many days may lie between them.</param>
    public static IReadOnlyList<(OneSide Leaving, OneSide Arriving)> Pairs(IReadOnlyList<OneSide> sides, int days)
    {
        var fits = sides
            .Where(s => s.Leaves)
            .Join(sides.Where(s => !s.Leaves), Money, Money, (leaving, arriving) => (Leaving: leaving, Arriving: arriving))
            .Where(p => Fits(p.Leaving, p.Arriving, days))
            .ToList();
        var times = fits.SelectMany(p => (long[])[p.Leaving.Id, p.Arriving.Id]).CountBy(id => id).ToDictionary();
        return [.. fits.Where(p => times[p.Leaving.Id] == 1 && times[p.Arriving.Id] == 1)];
    }

    private static (long, Amounts.Currency) Money(OneSide side) => (side.Document.Total, side.Document.Currency);

    private static bool Fits(OneSide leaving, OneSide arriving, int days) =>
        !Folded.Same(leaving.Account, arriving.Account)
        && Math.Abs(leaving.Document.Date.DayNumber - arriving.Document.Date.DayNumber) <= days;
}
