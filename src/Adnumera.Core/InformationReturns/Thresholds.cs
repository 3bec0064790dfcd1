namespace Adnumera.Core.InformationReturns;

/// <summary>From which amount on a box is filed.</summary>
/// <param name="Year">From which year of payment on.</param>
/// <param name="Box">The box.</param>
/// <param name="Amount">The amount, in cents: what reaches it is filed.</param>
public sealed record ThresholdRow(int Year, ReturnBox Box, long Amount)
{
    /// <summary>Where it is published; blank where nobody said it.</summary>
    public string Source { get; init; } = "";

    /// <summary>Through which year it is confirmed by that source; none for as long as it stands.</summary>
    public int? ConfirmedThrough { get; init; }

    /// <summary>Whether somebody of the company said it.</summary>
    public bool IsOwn { get; init; }

    /// <summary>Whether its source confirms it for a year.</summary>
    public bool IsConfirmed(int year) => Source.Length > 0 && (ConfirmedThrough is not { } last || year <= last);
}

/// <summary>The thresholds of a year.</summary>
public sealed class Thresholds
{
    private const int Ever = 0;
    private const string General = "General Instructions for Certain Information Returns";
    private const string Raised = "Public Law 119-21, section 70433";

    // Raised from 2026 on, and indexed after it.
    private static readonly ReturnBox[] Two = [ReturnBox.Nec1, ReturnBox.Misc1, ReturnBox.Misc3, ReturnBox.Misc6];

    // Whether these were raised is not certain.
    private static readonly ReturnBox[] Doubtful = [ReturnBox.Misc9, ReturnBox.Misc10, ReturnBox.Misc11];

    /// <summary>
    /// Those that are known: 600 of most boxes, 10 of royalties and substitute payments, any amount of fishing boat proceeds (General
    /// Instructions for Certain Information Returns); from 2026 on 2,000 of NEC 1 and MISC 1, 3 and 6 (Public Law 119-21, section 70433).
    /// From memory.
    /// </summary>
    public static IReadOnlyList<ThresholdRow> BuiltIn { get; } =
    [
        .. Two.Select(b => new ThresholdRow(Ever, b, 600_00) { Source = General }),
        .. Doubtful.Select(b => new ThresholdRow(Ever, b, 600_00) { Source = General, ConfirmedThrough = 2025 }),
        new(Ever, ReturnBox.Misc2, 10_00) { Source = General },
        new(Ever, ReturnBox.Misc8, 10_00) { Source = General },
        new(Ever, ReturnBox.Misc5, 1) { Source = General },
        .. Two.Select(b => new ThresholdRow(2026, b, 2_000_00) { Source = Raised, ConfirmedThrough = 2026 }),
    ];

    private readonly Dictionary<ReturnBox, ThresholdRow> rows = [];

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
                rows[row.Row.Box] = row.Row;
    }

    /// <summary>The row that decides of a box.</summary>
    public ThresholdRow RowOf(ReturnBox box) => rows[box];

    /// <summary>From which amount on a box is filed, in cents.</summary>
    public long Of(ReturnBox box) => rows[box].Amount;

    /// <summary>Whether what was paid is filed: at the threshold it is.</summary>
    public bool IsReached(ReturnBox box, long amount) => amount >= Of(box);
}
