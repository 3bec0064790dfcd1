using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;

namespace Adnumera.Web.InformationReturns;

/// <summary>In which box accounts count in a year.</summary>
/// <param name="Accounts">Those without a box first, by the money paid to reportable suppliers; then those with one.</param>
/// <param name="WithBox">Which share of what is neither voided nor paid by card has a box, or none, said of it, in per cent; blank where
/// nothing was paid.</param>
public sealed record BoxesAnswer(
    int Year,
    IReadOnlyList<AccountBoxAnswer> Accounts,
    string WithBox,
    IReadOnlyList<ReturnChangeAnswer> Changes
);

/// <param name="Paid">All that was paid for it.</param>
/// <param name="Waits">What was paid for it to suppliers that may be reportable, and is of no box yet.</param>
/// <param name="Rows">What is said of it: for suppliers, then for all.</param>
/// <param name="Proposed">A box proposed for it; none where there is none, or it needs none.</param>
/// <param name="Because">Why it is proposed; blank where nothing is.</param>
/// <param name="Payees">Who was paid most for it.</param>
public sealed record AccountBoxAnswer(
    string Account,
    string Title,
    string Paid,
    string Waits,
    IReadOnlyList<BoxRowAnswer> Rows,
    ReturnBox? Proposed,
    string Because,
    IReadOnlyList<PayeeAnswer> Payees
);

/// <param name="Supplier">For whom; blank for all.</param>
/// <param name="Box">The box; none where it is of no box.</param>
/// <param name="Year">The year of which it was said.</param>
/// <param name="IsCarried">Whether it is carried forward from an earlier year.</param>
public sealed record BoxRowAnswer(string Supplier, ReturnBox? Box, int Year, bool IsCarried);

public sealed record PayeeAnswer(string Key, string Supplier, string Amount);

/// <summary>Rows to save, rehearsed first.</summary>
/// <param name="Confirmed">Whether what is asked of them is confirmed.</param>
public sealed record BoxesRequest(IReadOnlyList<BoxRowRequest> Rows, bool Confirmed);

/// <param name="Year">From which year on.</param>
/// <param name="Supplier">For whom; blank for all.</param>
/// <param name="Box">The box; none where it is of no box.</param>
/// <param name="IsTakenOut">Whether the row goes, so that what was said before it stands again.</param>
public sealed record BoxRowRequest(int Year, string Account, string? Supplier, ReturnBox? Box, bool IsTakenOut);

/// <summary>What saving rows would do.</summary>
/// <param name="Asks">What has to be confirmed.</param>
/// <param name="Lines">How many lines move.</param>
/// <param name="Moves">Who moves from where to where, most money first.</param>
/// <param name="Crossings">Who is filed then and is not now, or the other way round.</param>
public sealed record BoxRehearsal(
    IReadOnlyList<string> Asks,
    long Lines,
    IReadOnlyList<BoxMove> Moves,
    IReadOnlyList<BoxCrossing> Crossings
);

public sealed record BoxMove(
    int Year,
    string Key,
    string Supplier,
    ReturnBox? FromBox,
    LeftOutPlace? FromLeftOut,
    ReturnBox? ToBox,
    LeftOutPlace? ToLeftOut,
    string Amount
);

public sealed record BoxCrossing(
    int Year,
    string Key,
    string Supplier,
    ReturnBox Box,
    string Before,
    string After,
    string Threshold,
    bool IsFiledThen
);

/// <summary>What a boxes file says; it is rehearsed and saved as any rows are.</summary>
public sealed record BoxesRead(string FileName, IReadOnlyList<BoxRowRequest> Rows, IReadOnlyList<Problem> Errors, int ErrorCount);

/// <summary>From which amount on boxes are filed in a year.</summary>
public sealed record ThresholdsAnswer(int Year, IReadOnlyList<ThresholdAnswer> Boxes, IReadOnlyList<ReturnChangeAnswer> Changes);

/// <param name="Since">From which year on it stands; 0 for since ever.</param>
/// <param name="IsConfirmed">Whether its source confirms it for this year.</param>
/// <param name="IsOwn">Whether the company said it, of this year.</param>
public sealed record ThresholdAnswer(ReturnBox Box, string Amount, int Since, string Source, bool IsConfirmed, bool IsOwn);

/// <param name="Amount">The amount; blank takes back what the company said.</param>
public sealed record ThresholdRequest(ReturnBox Box, string Amount, string Source, bool IsConfirmed);
