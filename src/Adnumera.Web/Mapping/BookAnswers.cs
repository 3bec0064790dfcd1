using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;

namespace Adnumera.Web.Mapping;

/// <summary>The mapping book of a day, to read and to print.</summary>
public sealed record BookAnswer(string Company, string Organisation, string AsOf, int Rows, IReadOnlyList<BookChapter> Chapters);

public sealed record BookChapter(KeyKind Kind, string Title, IReadOnlyList<BookRow> Rows);

public sealed record BookRow(
    string Key,
    string ForSource,
    string EffectiveFrom,
    string Account,
    string Target,
    string Group,
    string TaxCode,
    string Dimensions,
    string Percent,
    string Broken
);

/// <summary>What taking a book in would do, or did.</summary>
/// <param name="Added">Rows that the book here does not have.</param>
/// <param name="Changed">Rows that are different here.</param>
/// <param name="Ended">Of them, rows that end a mapping.</param>
/// <param name="Removed">Rows that only the book here has; taken away only when the file is to replace the book.</param>
/// <param name="Unchanged">Rows that are the same.</param>
/// <param name="UnknownAccounts">Rows whose account the ledger does not have or has closed; they are left out, never guessed.</param>
/// <param name="Errors">What is wrong with the file; then nothing is taken in.</param>
/// <param name="Rehearsal">What it does to open documents.</param>
/// <param name="SetId">The set that was made; 0 for a preview.</param>
public sealed record BookTakenIn(
    string FileName,
    int Rows,
    int Added,
    int Changed,
    int Ended,
    int Removed,
    int Unchanged,
    IReadOnlyList<UnknownRow> UnknownAccounts,
    IReadOnlyList<Problem> Errors,
    int ErrorCount,
    IReadOnlyList<Problem> Notices,
    MappingRehearsal? Rehearsal,
    IReadOnlyList<HistoryAnswer> Changes,
    long SetId
);

/// <summary>A row that is left out, and why.</summary>
public sealed record UnknownRow(KeyKind Kind, string Key, string Account, string Why);
