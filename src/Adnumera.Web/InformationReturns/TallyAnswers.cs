using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Web.InformationReturns;

/// <summary>What a reading of payments found.</summary>
/// <param name="Payments">All of the year.</param>
/// <param name="Added">New ones.</param>
/// <param name="Changed">Others than before.</param>
/// <param name="Gone">No longer there.</param>
public sealed record ReadingAnswer(int Payments, int Added, int Changed, int Gone);

/// <summary>What was paid in a year, by supplier and place.</summary>
/// <param name="Years">The years of which payments are here, and this one; the latest first.</param>
/// <param name="Read">When the ledger was read; blank where it never was.</param>
/// <param name="Closed">When the year was closed; blank where it is not.</param>
/// <param name="Corrections">How many suppliers are another than when it was closed.</param>
/// <param name="Paid">All that was paid.</param>
/// <param name="OfRuns">What of it was paid to contractors of pay runs.</param>
/// <param name="LedgerSays">What the ledger itself says of its payments; blank where it was not asked.</param>
/// <param name="Difference">By how much what is here of the ledger's payments differs; blank where it does not.</param>
/// <param name="Places">The sum of each place that has money; boxes first.</param>
/// <param name="Views">How many suppliers each view has.</param>
/// <param name="Points">How many points stand between the year and its returns.</param>
/// <param name="Rows">The suppliers of the view that was asked for, largest first.</param>
/// <param name="More">What to ask for after; blank when there are no more.</param>
public sealed record TallyAnswer(
    int Year,
    IReadOnlyList<int> Years,
    string Read,
    string ReadBy,
    string ReadThrough,
    string Closed,
    string ClosedBy,
    int Corrections,
    string Paid,
    string OfRuns,
    string LedgerSays,
    string Difference,
    string Counted,
    string ToFile,
    IReadOnlyList<PlaceSum> Places,
    IReadOnlyList<ViewCount> Views,
    int Points,
    IReadOnlyList<TallyRow> Rows,
    string More
);

/// <summary>A place with its money: a box, or where it is left out.</summary>
public sealed record PlaceSum(ReturnBox? Box, LeftOutPlace? LeftOut, string Amount, string Withheld);

public sealed record ViewCount(TallyView View, int Suppliers);

/// <summary>A supplier's year.</summary>
/// <param name="Key">To ask for it.</param>
/// <param name="Boxes">What counts, in the order of the boxes.</param>
/// <param name="NoBox">What is of no box yet.</param>
/// <param name="LeftOut">All else that is left out.</param>
/// <param name="Before">What counted in the year before; blank where that was not asked.</param>
/// <param name="Points">How many points are to be put right.</param>
/// <param name="IsOther">Whether it is another than when the year was closed.</param>
public sealed record TallyRow(
    string Key,
    string Supplier,
    string LegalName,
    string Paid,
    string Counted,
    IReadOnlyList<BoxCell> Boxes,
    string NoBox,
    string LeftOut,
    string Before,
    bool IsToFile,
    int Points,
    bool IsOther
);

public sealed record BoxCell(ReturnBox Box, string Amount, string Threshold, string Withheld, bool IsReached, bool IsToFile, bool IsNear);

/// <summary>A page of payments, the latest first.</summary>
public sealed record PaymentsAnswer(IReadOnlyList<PaidAnswer> Payments, string More, IReadOnlyList<ReturnChangeAnswer> Changes);

/// <param name="ToldMethod">How it was paid by what anybody but a person says.</param>
/// <param name="MethodReason">Why a person says otherwise.</param>
/// <param name="LedgerEntry">The ledger's entry; blank for what was paid in a pay run.</param>
/// <param name="Run">The pay run; none for a payment of the ledger.</param>
public sealed record PaidAnswer(
    string Payment,
    string Day,
    string Supplier,
    string Key,
    PaymentMethod Method,
    MethodBy MethodBy,
    PaymentMethod ToldMethod,
    string MethodReason,
    string Reference,
    string PaidFrom,
    bool IsVoided,
    string Amount,
    string Withheld,
    string LedgerEntry,
    long? Run,
    IReadOnlyList<PaidLineAnswer> Lines
);

/// <param name="IsChosen">Whether a person said where it counts.</param>
/// <param name="Reason">Why a person did.</param>
/// <param name="Because">Why it stands there.</param>
public sealed record PaidLineAnswer(
    string Bill,
    string BillReference,
    string Line,
    string Account,
    string AccountTitle,
    string Amount,
    string Withheld,
    ReturnBox? Box,
    LeftOutPlace? LeftOut,
    string Because,
    bool IsChosen,
    string Reason
);

public sealed record ReturnChangeAnswer(long Id, string At, string Who, string Says, bool IsUndone);

/// <summary>Where lines of payments are to count.</summary>
/// <param name="Box">The box; none where they are of no box.</param>
/// <param name="AsMapped">Whether they count by their accounts again, as if nobody had said anything.</param>
public sealed record LinesRequest(IReadOnlyList<LineRequest> Lines, ReturnBox? Box, bool AsMapped, string Reason);

public sealed record LineRequest(string Payment, string Bill, string Line);

/// <summary>How payments were made.</summary>
/// <param name="Method">How; none for what the ledger says.</param>
public sealed record MethodRequest(IReadOnlyList<string> Payments, PaymentMethod? Method, string Reason);

public sealed record DecidedAnswer(long Change);

/// <summary>What was paid by month, in the order of the months.</summary>
public sealed record MonthsAnswer(IReadOnlyList<MonthAnswer> Months);

public sealed record MonthAnswer(int Month, string Paid, IReadOnlyList<PlaceSum> Places);

/// <summary>What moved since a day, by supplier and place, and act by act.</summary>
public sealed record MovesAnswer(IReadOnlyList<MoveSum> Sums, IReadOnlyList<MoveAnswer> Moves);

public sealed record MoveSum(string Key, string Supplier, ReturnBox? Box, LeftOutPlace? LeftOut, string Amount);

public sealed record MoveAnswer(
    string At,
    string Who,
    string Because,
    string Key,
    string Supplier,
    ReturnBox? Box,
    LeftOutPlace? LeftOut,
    string Amount
);
