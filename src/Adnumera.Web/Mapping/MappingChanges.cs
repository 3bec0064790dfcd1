using System.Globalization;
using Adnumera.Core.Dates;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>A proposed row of the book. A field that is absent stays as the row has it; a blank one is cleared.</summary>
/// <param name="Dimensions">The dimensions that it fills in, by their words; those that are left out stay as they are, a blank one is
/// cleared.</param>
/// <param name="Remove">Takes the row away.</param>
public sealed record RowRequest(
    KeyKind? Kind,
    string? Key,
    string? ForSource,
    string? EffectiveFrom,
    string? Account,
    string? LedgerItem,
    string? Value,
    string? Group,
    string? TaxCode,
    IReadOnlyDictionary<string, string?>? Dimensions,
    string? RecoverablePercent,
    bool Remove
);

/// <summary>Proposed rows that are made together.</summary>
/// <param name="Rows">One or thousands.</param>
/// <param name="Confirmed">Whether the unusual targets among them are meant.</param>
/// <param name="Origin">Where they come from: by hand, from a file, from suggestions.</param>
public sealed record ChangesRequest(IReadOnlyList<RowRequest>? Rows, bool Confirmed, ChangeOrigin? Origin);

/// <summary>The ways in which rows of the mapping book are changed on its pages.</summary>
public enum ChangeOrigin
{
    ByHand,
    Grid,
    Suggestions,
}

/// <param name="SetId">The set that was made; 0 when nothing changed.</param>
/// <param name="Changed">How many rows changed.</param>
/// <param name="Recoded">Documents that were coded anew.</param>
/// <param name="Later">Documents that are coded anew in the background.</param>
public sealed record SavedAnswer(long SetId, int Changed, int Recoded, int Later)
{
    internal static SavedAnswer None { get; } = new(0, 0, 0, 0);
}

/// <summary>Changes of the mapping book, single or thousands: checked, rehearsed, saved as one set, taken back.</summary>
internal static class MappingChanges
{
    private const int MostRows = 20_000;

    /// <summary>The rows that are proposed, over those that are there.</summary>
    public static IReadOnlyList<ProposedRow> Proposals(IReadOnlyList<MappingRow> book, IReadOnlyList<RowRequest>? requests)
    {
        if (requests is not { Count: > 0 })
            throw new RefusedException("rows", "Say which values are mapped. Nothing was changed.", 400);
        if (requests.Count > MostRows)
            throw new RefusedException(
                "rows",
                $"At most {MostRows} rows are changed at once. Nothing was changed; make two sets of them.",
                400
            );
        var rows = book.ToDictionary(r => r.Identity);
        return
        [
            .. requests.Select(request =>
            {
                var identity = IdentityOf(request);
                return new ProposedRow(identity, request.Remove ? null : RowOf(request, identity, rows.GetValueOrDefault(identity)));
            }),
        ];
    }

    /// <summary>Refuses what no mapping may be, with the row that it is about; returns what is unusual and asks for a
    /// confirmation.</summary>
    public static IReadOnlyList<string> Check(
        SqliteConnection company,
        CodingBasis basis,
        IReadOnlyCollection<RowChange> changes,
        DateOnly today
    )
    {
        var terms = new LedgerTable(company).Terms().Select(t => t.Id).ToHashSet(StringComparer.Ordinal);
        var asks = new SortedSet<string>(StringComparer.Ordinal);
        var managed = basis.Settings.PaymentAccounts;
        var following = managed.Rows().ToHashSet();

        // Taking such a row away would part it from its account, too.
        if (
            changes.FirstOrDefault(c =>
                c.Kind == KeyKind.PaymentAccount && managed.Manages(c.Key) && !(c.After is { } after && following.Contains(after))
            ) is
            { } parted
        )
            throw new RefusedException(
                "managed",
                $"{parted.Kind.Title()} “{parted.Key}” belongs to a payment account, with its days and holders. Nothing was changed; "
                    + "change it there."
            );
        foreach (var row in changes.Select(c => c.After).OfType<MappingRow>())
        {
            var subject = $"{row.Kind.Title()} “{row.Key}”";
            if (Formats.Mapping.MappingFile.Problem(row) is { } problem)
                throw new RefusedException("row", $"{subject}: {problem} Nothing was changed.");
            if (CalendarRange.EffectiveProblem(row.EffectiveFrom, today) is { } early)
                throw new RefusedException("date", $"{subject}: {early} Nothing was changed.");
            if (row.Kind == KeyKind.SupplierTerm && row.Value.Length > 0 && !terms.Contains(row.Value))
                throw new RefusedException(
                    "term",
                    $"{subject}: the ledger has no payment term {Quote.Of(row.Value)}. Nothing was changed; "
                        + "choose one of its own, or pull again."
                );
            if (basis.Ledger is { } ledger && ChoiceCheck.Dimensions(row, ledger.Capabilities) is { } off)
                throw new RefusedException("dimension-off", $"{subject}: {off} Nothing was changed.");
            if (Unknown(basis, row) is { } dimension)
                throw new RefusedException(
                    "dimension",
                    $"{subject}: {dimension} Nothing was changed; choose one of the ledger's own, or pull again."
                );
            if (
                row.Kind == KeyKind.SupplierForm
                && row.Value.Length > 0
                && !(Words<LedgerForm>.TryRead(row.Value, out var form) && DocumentKind.Bill.Row().Forms.Contains(form))
            )
                throw new RefusedException(
                    "form",
                    $"{subject}: \"{row.Value}\" is no form of a bill. Nothing was changed; "
                        + $"choose {string.Join(" or ", DocumentKind.Bill.Row().Forms.Select(Words<LedgerForm>.Of))}."
                );
            if (row.Account.Length == 0)
                continue;
            if (Targets.Broken(basis.Chart, row) is { } broken)
                throw Refused(basis.Chart, row, broken, subject);
            if (basis.Chart.TryFind(row.Account, out var account) && Targets.Asks(row, account) is { Length: > 0 } ask)
                asks.Add(ask);
        }

        return [.. asks];
    }

    public static SavedAnswer Save(SqliteConnection company, CompanyBooks books, ChangesRequest request)
    {
        var basis = BasisTable.Of(company);
        var changes = BookChanges.Between(basis.Rows, Proposals(basis.Rows, request.Rows));
        var asks = Check(company, basis, changes, books.Today);
        if (asks.Count > 0 && !request.Confirmed)
            throw new RefusedException(
                "confirm",
                $"{string.Join(' ', asks)} Nothing was changed; confirm it to save.",
                StatusCodes.Status409Conflict
            );
        return Apply(company, books, changes, Origin(request.Origin));
    }

    /// <summary>Makes changes that were checked: the book, its history, the audit, and the documents that they touch.</summary>
    public static SavedAnswer Apply(
        SqliteConnection company,
        CompanyBooks books,
        IReadOnlyList<RowChange> changes,
        string origin,
        long? undoes = null
    )
    {
        if (changes.Count == 0)
            return SavedAnswer.None;

        // Members of a group are found by the book, so those of before and of after count.
        var documents = new AffectedTable(company);
        var touched = documents.Touched(changes.Select(c => c.Identity));
        new MappingTable(company).Write(changes);
        var set = new ChangeTable(company).Add(books.Now, books.Who, origin, changes, undoes);
        var cause = new CodingCause(
            books.Now,
            books.Who,
            changes.Count == 1 ? $"{origin}, {Named(changes[0])}" : $"{origin}, {changes.Count} rows of the mapping book",
            set
        );
        var recoded = Recoding.Recode(company, [.. touched.Union(documents.Touched(changes.Select(c => c.Identity)))], cause);
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "map",
            $"mapping/set/{set}",
            null,
            new
            {
                origin,
                rows = changes.Count,
                recoded = recoded.Documents,
                later = recoded.Later,
            }
        );
        return new SavedAnswer(set, changes.Count, recoded.Documents, recoded.Later);
    }

    /// <summary>Takes a set back, whole or not at all; or one of its changes, by its place in the set.</summary>
    public static SavedAnswer Undo(SqliteConnection company, CompanyBooks books, long set, int? only = null)
    {
        var reversals = Reversals(company, set, only);
        return only is null
            ? Apply(company, books, reversals, $"undo of set {set}", set)
            : Apply(company, books, reversals, $"undo of one change of set {set}");
    }

    /// <summary>What taking a set back, or one of its changes, would do; and how many posted documents those rows coded, which keep what
    /// they were posted with.</summary>
    public static MappingRehearsal RehearseUndo(SqliteConnection company, long set, int? only = null)
    {
        var basis = BasisTable.Of(company);
        return MappingEndpoints.Rehearse(company, basis, Reversals(company, set, only), []);
    }

    // The changes that take a set back, whole or not at all.
    private static IReadOnlyList<RowChange> Reversals(SqliteConnection company, long set, int? only)
    {
        var table = new ChangeTable(company);
        var made = table.Set(set) ?? throw RefusedException.NotFound("This set of changes");
        if (made.UndoneBy > 0)
            throw new RefusedException("undone", "This set was taken back already. Nothing was changed.", StatusCodes.Status409Conflict);
        var book = new MappingTable(company).All();
        var changes = table.Of(set);
        if (only is { } place)
            changes = place >= 0 && place < changes.Count ? [changes[place]] : throw RefusedException.NotFound("This change");
        var (reversals, since) = BookChanges.Undo(book, changes);
        if (since.Count > 0)
        {
            throw new RefusedException(
                "changed-since",
                string.Join(", ", since.Take(5).Select(Named))
                    + (since.Count > 5 ? $" and {since.Count - 5} more" : "")
                    + " changed again since. Nothing was taken back; undo the later set first.",
                StatusCodes.Status409Conflict
            );
        }

        if (reversals.Any(r => r.Kind == KeyKind.PaymentAccount && ChoiceTable.Of(company).PaymentAccounts.Manages(r.Key)))
            throw new RefusedException(
                "managed",
                "This set follows from a payment account. Nothing was taken back; change the payment account instead.",
                StatusCodes.Status409Conflict
            );
        return reversals;
    }

    // What a row fills in, or maps to, must be there in the ledger.
    private static string? Unknown(CodingBasis basis, MappingRow row)
    {
        if (basis.Ledger is not { } ledger)
            return null;
        var named = row.Dimensions.Filled.ToList();
        if (row.Kind.DimensionOf() is { } own && row.Value.Length > 0 && row.Value != MappingRow.LeaveOut)
            named.Add(new FilledDimension(own, row.Value));
        return named
            .Where(d => ledger.ValueOf(d.Dimension, d.Value) is null)
            .Select(d => $"the ledger has no {d.Dimension.Title} {Quote.Of(d.Value)}.")
            .FirstOrDefault();
    }

    private static string Origin(ChangeOrigin? origin) =>
        origin switch
        {
            ChangeOrigin.Grid => "the grid",
            ChangeOrigin.Suggestions => "suggestions",
            ChangeOrigin.ByHand or null => "by hand",
        };

    private static RowIdentity IdentityOf(RowRequest request)
    {
        if (request.Kind is not { } kind)
            throw new RefusedException("kind", "Say which kind of value is mapped. Nothing was changed.", StatusCodes.Status400BadRequest);
        if (string.IsNullOrWhiteSpace(request.Key))
            throw new RefusedException("key", "Say which value is mapped. Nothing was changed.", 400);
        var from = request.EffectiveFrom?.Trim() ?? "";
        return new RowIdentity(kind, kind.Fold(request.Key.Trim()), request.ForSource?.Trim() ?? "", Dates.DayOrNone(from));
    }

    private static MappingRow RowOf(RowRequest request, RowIdentity identity, MappingRow? before)
    {
        var row =
            before
            ?? new MappingRow
            {
                Kind = identity.Kind,
                Key = request.Key!.Trim(),
                ForSource = identity.ForSource,
                EffectiveFrom = identity.EffectiveFrom,
            };
        var percent = row.RecoverablePercent;
        if (
            request.RecoverablePercent is { } text
            && !decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out percent)
        )
            throw new RefusedException("percent", $"{Quote.Of(text)} is not a percentage from 0 to 100. Nothing was changed.", 400);
        return row with
        {
            Account = request.Account?.Trim() ?? row.Account,

            // Another account is chosen: the item that brought the last one does not stay.
            LedgerItem = request.LedgerItem?.Trim() ?? (request.Account is { } account && account != row.Account ? "" : row.LedgerItem),
            Value = request.Value?.Trim() ?? row.Value,
            Group = request.Group?.Trim() ?? row.Group,
            TaxCode = request.TaxCode?.Trim() ?? row.TaxCode,
            Dimensions = DimensionsOf(request, row.Dimensions),
            RecoverablePercent = percent,
        };
    }

    private static Dimensions DimensionsOf(RowRequest request, Dimensions before)
    {
        var dimensions = before;
        foreach (var (word, value) in request.Dimensions ?? new Dictionary<string, string?>())
        {
            if (!Dimension.TryRead(word, out var dimension))
                throw new RefusedException("dimension", $"{Quote.Of(word)} is not a dimension. Nothing was changed.", 400);
            dimensions = dimensions.With(dimension, value?.Trim() ?? "");
        }

        return dimensions;
    }

    private static RefusedException Refused(Chart chart, MappingRow row, BrokenBecause broken, string subject) =>
        broken switch
        {
            BrokenBecause.NotInChart => new(
                "account-unknown",
                $"{subject}: account {row.Account} is not in the chart. Nothing was changed; pull the chart again or choose another."
            ),
            BrokenBecause.Closed => new(
                "account-closed",
                $"{subject}: {chart.Title(row.Account)} is closed. Nothing was changed; choose another."
            ),
            BrokenBecause.NotBalance or BrokenBecause.NotTax or BrokenBecause.NotLiability => new(
                "account-kind",
                $"{subject}: {chart.Title(row.Account)} {ReasonWords.Because(broken)}, so nothing can be paid from it or recovered there. "
                    + "Nothing was changed; choose another."
            ),
            BrokenBecause.Control => new(
                "account-control",
                $"{subject}: {chart.Title(row.Account)} is a control account: its balance is made of other records, "
                    + "and a cost may not go there. Nothing was changed; choose another."
            ),
        };

    private static string Named(RowChange change) => $"{change.Kind.Title()} “{change.Key}”";
}
