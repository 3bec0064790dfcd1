using Adnumera.Core.Mapping;

namespace Adnumera.Web.Mapping;

/// <summary>A kind of value.</summary>
/// <param name="Values">How many of it arrived or are mapped.</param>
/// <param name="Needing">Of how many a line waits.</param>
public sealed record KindCount(KeyKind Kind, int Values, int Needing);

/// <summary>The values of a kind.</summary>
/// <param name="Needing">How many need an account: a line of them waits.</param>
/// <param name="Elsewhere">How many are mapped to nothing and need it of none: another rung decides all of their lines.</param>
public sealed record ValuesAnswer(
    KeyKind Kind,
    int Mapped,
    int Values,
    int Needing,
    int Elsewhere,
    string MoneyMapped,
    string Money,
    string Waiting,
    string Currency,
    IReadOnlyList<ValueAnswer> Rows
);

/// <param name="Lines">Lines that carry it; documents, for what a document has once; 0 for what is mapped and never arrived.</param>
/// <param name="Target">What it maps to, as people say it; blank while it maps to nothing.</param>
/// <param name="Variants">Further rows of the same key, for sources and dates.</param>
public sealed record ValueAnswer(
    string Value,
    long Lines,
    string Money,
    long WaitingLines,
    string Waiting,
    string Account,
    string Target,
    string Group,
    string LedgerValue,
    string Percent,
    int Variants,
    bool Broken,
    bool Hidden
);

/// <param name="Rows">Every row of the key, by source and date.</param>
/// <param name="Ladder">The rungs as a line of this value meets them today.</param>
/// <param name="Posted">Documents under this value that are in the ledger and keep what they were posted with; 1,001 for more than
/// 1,000.</param>
/// <param name="History">What changed, the latest first.</param>
public sealed record ValueDetail(
    KeyKind Kind,
    string Value,
    IReadOnlyList<RowAnswer> Rows,
    IReadOnlyList<RungNote> Ladder,
    long Posted,
    IReadOnlyList<HistoryAnswer> History,
    bool Hidden,
    bool Managed
);

public sealed record RowAnswer(
    string ForSource,
    string Account,
    string Target,
    string LedgerItem,
    string Value,
    string Group,
    string TaxCode,
    IReadOnlyDictionary<string, string> Dimensions,
    string Percent,
    string EffectiveFrom,
    bool InForce,
    string Broken,
    string Means
);

public sealed record RungNote(Rung Rung, string Note, bool IsThis, bool Decides);

/// <param name="Rows">How many rows change.</param>
/// <param name="Posted">Documents that are in the ledger and keep what they were posted with; 1,001 for more than 1,000.</param>
/// <param name="Asks">What is unusual about a target, to be confirmed.</param>
/// <param name="Means">What else a target means.</param>
public sealed record MappingRehearsal(
    RehearsalAnswer Rehearsal,
    int Rows,
    long Posted,
    IReadOnlyList<DocumentNote> PostedSample,
    IReadOnlyList<string> Asks,
    IReadOnlyList<string> Means
);

/// <param name="Kind">The kind of the value; none for an account of the ledger.</param>
public sealed record HideRequest(KeyKind? Kind, string? Value, bool Hidden);
