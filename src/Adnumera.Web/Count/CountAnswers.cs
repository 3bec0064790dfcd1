using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Installation;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Count;

/// <param name="Proved">Whether the ledger was read back at all.</param>
/// <param name="Conserved">Whether what arrived equals the sum of the seven states, everywhere.</param>
/// <param name="MoreWaiting">How many causes there are beside those that are told.</param>
/// <param name="MoreCorrections">How many of those there are beside those that are told.</param>
/// <param name="Corrections">What sources sent anew for posted documents, until somebody decides.</param>
/// <param name="Noticed">How many documents have something worth noticing.</param>
/// <param name="Troubles">What went wrong without anybody there.</param>
public sealed record CountAnswer(
    string Currency,
    IReadOnlyList<SourceAnswer> Sources,
    SourceAnswer Together,
    IReadOnlyList<WaitingAnswer> Waiting,
    long MoreWaiting,
    bool Proved,
    string ProvedAt,
    bool Conserved,
    IReadOnlyList<MoneyCount> OtherCurrencies,
    IReadOnlyList<OpenCorrectionAnswer> Corrections,
    long MoreCorrections,
    long Noticed,
    IReadOnlyList<TroubleAnswer> Troubles
);

public sealed record OpenCorrectionAnswer(long DocumentId, string Title, string At, string Money);

public sealed record TroubleAnswer(Unattended What, string At, string Detail);

public sealed record MoneyCount(string Currency, long Documents, string Money);

/// <summary>A source, its states in the order of the rod, and its four totals.</summary>
/// <param name="Stated">The source's own control total; null where it is not stated for the whole period.</param>
/// <param name="StatedDifference">What arrived, by the documents' own days, less what the source states; null where that is not
/// stated.</param>
/// <param name="Sent">What is on its way or in the ledger.</param>
/// <param name="Holds">What the ledger holds of what was read back; each document by the latest reading that covers it.</param>
/// <param name="Difference">That less what had been sent of it.</param>
/// <param name="Unread">What was sent and has not been read back.</param>
public sealed record SourceAnswer(
    string Source,
    TallyText Arrived,
    IReadOnlyList<StateAnswer> States,
    TallyText? Stated,
    TallyText? StatedDifference,
    string Sent,
    string Holds,
    string Difference,
    string Unread,
    bool Conserved,
    TallyText Sum
);

public sealed record StateAnswer(DocumentState State, long Documents, string Money);

public sealed record WaitingAnswer(
    HoldKind Reason,
    string Value,
    string Detail,
    long Documents,
    string Money,
    long FirstDocument,
    string FirstTitle,
    KeyKind? KeyKind,
    string Key
);

/// <summary>What the rail and the top show on every view.</summary>
/// <param name="Incomplete">Documents that wait to be completed.</param>
public sealed record OverviewAnswer(
    string Name,
    string Currency,
    string Today,
    IReadOnlyList<string> Periods,
    IReadOnlyList<string> Sources,
    bool Connected,
    long Held,
    long Incomplete,
    long ValuesWaiting,
    long Ready,
    long Differences,
    IReadOnlyList<FeedNeed> Feeds,
    long PricesMoved
);

/// <summary>A feed that needs somebody.</summary>
/// <param name="Waiting">How many of its records wait until somebody says whose they are.</param>
public sealed record FeedNeed(long Id, string Source, long Waiting);

public sealed record FoundAnswer(IReadOnlyList<FoundRow> Rows);

/// <summary>What one search finds.</summary>
public enum FoundKind
{
    Document,
    Account,
    Value,
}

/// <param name="KeyKind">The kind of a mapped value; none for the others.</param>
/// <param name="Key">The document's or account's id, or the value.</param>
public sealed record FoundRow(FoundKind Kind, KeyKind? KeyKind, string Title, string Note, string Key);
