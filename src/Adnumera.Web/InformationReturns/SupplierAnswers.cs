using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;

namespace Adnumera.Web.InformationReturns;

/// <summary>The suppliers' desk: who was paid in a year, and what of each is known and missing.</summary>
/// <param name="Lacking">How many lack a Form W-9 and may need one.</param>
public sealed record DeskAnswer(int Year, IReadOnlyList<DeskRow> Rows, string More, int Lacking, FirstBill FirstBill);

/// <param name="NeedsW9">Whether it may need a Form W-9, and has none that counts.</param>
/// <param name="Asked">When it was asked first; blank where it never was.</param>
/// <param name="Reminded">When it was asked last, where that was again.</param>
public sealed record DeskRow(
    string Key,
    string Supplier,
    string LegalName,
    TaxClassification? Classification,
    string NumberShown,
    TaxNumberStatus NumberStatus,
    bool HasW9,
    bool NeedsW9,
    string Asked,
    string Reminded,
    string Paid,
    string Counted
);

/// <summary>All that is known of a supplier; its tax number as it may be shown.</summary>
/// <param name="Year">The year of its money.</param>
/// <param name="Suggested">What its name suggests that it is; none where it says nothing, or leaves several.</param>
/// <param name="NameSays">What its name says that it is; blank where it says nothing.</param>
/// <param name="Contradiction">What its name says otherwise; blank where it does not.</param>
/// <param name="HasUnusualPrefix">Whether the prefix of its number is not known to be issued.</param>
/// <param name="Reportability">What follows of what it is, for the boxes in which it was paid.</param>
public sealed record DeskSupplier(
    string Key,
    string Supplier,
    int Year,
    SupplierText Details,
    string NumberShown,
    TaxNumberStatus NumberStatus,
    bool HasUnusualPrefix,
    bool HasW9,
    string W9File,
    string W9FileName,
    TaxClassification? Suggested,
    string NameSays,
    string Contradiction,
    IReadOnlyList<BoxReportability> Reportability,
    IReadOnlyList<RequestAnswer> Requests,
    IReadOnlyList<PointAnswer> Points,
    TallyRow? Tally,
    IReadOnlyList<ReturnChangeAnswer> Changes
);

public sealed record BoxReportability(ReturnBox Box, bool IsReportable, string Because, bool IsDerived);

public sealed record RequestAnswer(string Day, W9RequestHow How, string Who);

/// <summary>What is typed of a supplier.</summary>
/// <param name="Number">The tax number; none leaves it as it is, blank takes it out.</param>
/// <param name="W9Received">When its Form W-9 was received; blank for not yet.</param>
/// <param name="W9Dated">The date on it.</param>
/// <param name="Revision">What was read.</param>
public sealed record SupplierText(
    string LegalName,
    string BusinessName,
    TaxClassification? Classification,
    int? ExemptCode,
    TaxNumberKind? NumberKind,
    string? Number,
    string Address,
    string Town,
    string Email,
    bool IsAttorney,
    bool IsAgent,
    bool IsForeign,
    bool HasW8,
    bool? Reportable,
    string ReportableReason,
    bool NameIsRight,
    bool BillsMayGo,
    string W9Received,
    bool W9IsSigned,
    string W9Dated,
    string Revision = ""
);

public sealed record NumberAnswer(string Number);

/// <summary>Suppliers that are asked for their Form W-9.</summary>
public sealed record W9Request(IReadOnlyList<string> Keys, W9RequestHow How, string? Day);

/// <summary>What a file says of suppliers, before it is taken in.</summary>
/// <param name="Changed">What would change.</param>
/// <param name="Same">How many stand as they are.</param>
public sealed record SuppliersRead(
    string FileName,
    IReadOnlyList<SupplierChange> Changed,
    int Same,
    IReadOnlyList<Problem> Errors,
    int ErrorCount,
    long? Change
);

/// <param name="IsNew">Whether nothing was known of it.</param>
/// <param name="What">What changes, as words.</param>
public sealed record SupplierChange(string Supplier, bool IsNew, IReadOnlyList<string> What);

/// <summary>What stands between a year and its returns, most money first.</summary>
public sealed record ReadinessAnswer(int Year, IReadOnlyList<PointAnswer> Points, IReadOnlyList<PointCount> Kinds, string Closed);

public sealed record PointCount(ReadinessKind Kind, int Points);

public sealed record PointAnswer(string Key, string Supplier, ReadinessKind Kind, string Amount, string Detail);

/// <summary>What happens to the first bill of a supplier that may need a Form W-9 and has none.</summary>
public sealed record FirstBillRequest(FirstBill Choice);
