namespace Adnumera.Core.InformationReturns;

/// <summary>From which amount on a box is filed.</summary>
/// <param name="Year">From which year of payment on.</param>
/// <param name="Box">The box.</param>
/// <param name="Amount">The amount, in cents: what reaches it is filed.</param>
public sealed record ThresholdRow(int Year, ReturnBox Box, long Amount);

/// <summary>The thresholds of a year.</summary>
public sealed class Thresholds
{
    private const int Ever = 0;

    private static readonly ReturnBox[] SixHundred =
    [
        ReturnBox.Nec1,
        ReturnBox.Misc1,
        ReturnBox.Misc3,
        ReturnBox.Misc6,
        ReturnBox.Misc9,
        ReturnBox.Misc10,
        ReturnBox.Misc11,
    ];

    /// <summary>
    /// Those that are known: 600 of most boxes, 10 of royalties and substitute payments, any amount of fishing boat proceeds (General
    /// Instructions for Certain Information Returns); from 2026 on 2,000 of NEC 1 and MISC 1, 3 and 6 (Public Law 119-21, section 70433).
    /// </summary>
    public static IReadOnlyList<ThresholdRow> BuiltIn { get; } =
    [
        .. SixHundred.Select(b => new ThresholdRow(Ever, b, 600_00)),
        new(Ever, ReturnBox.Misc2, 10_00),
        new(Ever, ReturnBox.Misc8, 10_00),
        new(Ever, ReturnBox.Misc5, 1),
        new(2026, ReturnBox.Nec1, 2_000_00),
        new(2026, ReturnBox.Misc1, 2_000_00),
        new(2026, ReturnBox.Misc3, 2_000_00),
        new(2026, ReturnBox.Misc6, 2_000_00),
    ];

    private readonly Dictionary<ReturnBox, long> amounts = [];

    /// <param name="own">What stands in place of, or beside, those that are known; no two of one year and box.</param>
    /// <param name="year">The year of payment.</param>
    public Thresholds(IEnumerable<ThresholdRow> own, int year)
    {
        // Of one year, the own row stands in place of the one that is known.
        foreach (
            var row in BuiltIn
                .Select(r => (Row: r, Rank: 0))
                .Concat(own.Select(r => (Row: r, Rank: 1)))
                .OrderBy(r => r.Row.Year)
                .ThenBy(r => r.Rank)
        )
            if (row.Row.Year <= year)
                amounts[row.Row.Box] = row.Row.Amount;
    }

    /// <summary>From which amount on a box is filed, in cents.</summary>
    public long Of(ReturnBox box) => amounts[box];

    /// <summary>Whether what was paid is filed: at the threshold it is.</summary>
    public bool IsReached(ReturnBox box, long amount) => amount >= Of(box);
}
