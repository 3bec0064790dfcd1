using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>One change of one row, as people say it.</summary>
public sealed record HistoryAnswer(
    long SetId,
    string At,
    string Who,
    string Origin,
    KeyKind Kind,
    string KindTitle,
    string Key,
    string ForSource,
    string EffectiveFrom,
    string Before,
    string After
)
{
    internal static HistoryAnswer Of(RecordedChange change, Chart chart) =>
        Of(change.SetId, change.At, change.Who, change.Origin, change.Change, chart);

    internal static HistoryAnswer Of(long set, string at, string who, string origin, RowChange change, Chart chart) =>
        new(
            set,
            at,
            who,
            origin,
            change.Kind,
            change.Kind.Title(),
            change.Key,
            change.Identity.ForSource,
            Iso.Text(change.Identity.EffectiveFrom),
            Sentence(change.Before, chart),
            Sentence(change.After, chart)
        );

    private static string Sentence(MappingRow? row, Chart chart)
    {
        if (row is null)
            return "not mapped";
        List<string> parts =
        [
            row.Account.Length > 0 ? chart.Title(row.Account)
            : row.Value.Length > 0 ? row.Value
            : row.Kind == KeyKind.TaxCode ? "role input tax"
            : row.Group.Length > 0 ? ""
            : "ended",
            row.Group.Length > 0 ? $"group {row.Group}" : "",
            row.LedgerItem.Length > 0 ? $"by item {row.LedgerItem}" : "",
            row.TaxCode.Length > 0 ? $"tax code {row.TaxCode}" : "",
            .. row.Dimensions.Filled.Select(d => d.Value),
            row.Kind == KeyKind.TaxCode
                ? $"{row.RecoverablePercent.ToString(System.Globalization.CultureInfo.InvariantCulture)} % recovered"
                : "",
        ];
        return string.Join(", ", parts.Where(p => p.Length > 0));
    }
}

public sealed record SetsAnswer(IReadOnlyList<ChangeSet> Sets, long? Next);

public sealed record SetAnswer(ChangeSet Set, IReadOnlyList<HistoryAnswer> Changes);

/// <summary>The history of the book: its sets, each of them, taking one back, and the book of any day.</summary>
internal static class HistoryEndpoints
{
    private const int PageSize = 50;

    public static void MapHistory(this RouteGroupBuilder mapping)
    {
        mapping
            .MapGet(
                "history",
                (long? before, CompanyBooks books) =>
                    books.File.Read(c =>
                    {
                        var sets = new ChangeTable(c).Sets(before, PageSize + 1);
                        return new SetsAnswer([.. sets.Take(PageSize)], sets.Count > PageSize ? sets[PageSize - 1].Id : null);
                    })
            )
            .Needs(Right.Read);
        mapping.MapGet("history/{set:long}", (long set, CompanyBooks books) => books.File.Read(c => SetOf(c, set))).Needs(Right.Read);
        mapping
            .MapPost(
                "history/{set:long}/undo-rehearsal",
                (long set, CompanyBooks books) => books.File.Read(c => MappingChanges.RehearseUndo(c, set))
            )
            .Needs(Right.Bookkeep);
        mapping
            .MapPost(
                "history/{set:long}/{place:int}/undo-rehearsal",
                (long set, int place, CompanyBooks books) => books.File.Read(c => MappingChanges.RehearseUndo(c, set, place))
            )
            .Needs(Right.Bookkeep);
        mapping
            .MapPost(
                "history/{set:long}/undo",
                (long set, CompanyBooks books) => books.File.InTransaction(c => MappingChanges.Undo(c, books, set))
            )
            .Needs(Right.Bookkeep);
        mapping
            .MapPost(
                "history/{set:long}/{place:int}/undo",
                (long set, int place, CompanyBooks books) => books.File.InTransaction(c => MappingChanges.Undo(c, books, set, place))
            )
            .Needs(Right.Bookkeep);
        mapping
            .MapGet("compared", (string from, string? to, CompanyBooks books) => books.File.Read(c => Compared(c, from, to, books)))
            .Needs(Right.Read);
    }

    private static SetAnswer SetOf(SqliteConnection company, long id)
    {
        var table = new ChangeTable(company);
        var set = table.Set(id) ?? throw RefusedException.NotFound("This set of changes");
        var chart = new LedgerTable(company).Chart();
        return new SetAnswer(set, [.. table.Of(id).Select(c => HistoryAnswer.Of(id, set.At, set.Who, set.Origin, c, chart))]);
    }

    // What differs between the book at the end of one day and at the end of another, or now.
    private static List<HistoryAnswer> Compared(SqliteConnection company, string from, string? to, CompanyBooks books)
    {
        var chart = new LedgerTable(company).Chart();
        var (before, after) = (BookEndpoints.BookOf(company, from, books), BookEndpoints.BookOf(company, to, books));
        var proposals = after
            .Select(ProposedRow.Put)
            .Concat(before.Where(b => !after.Select(a => a.Identity).ToHashSet().Contains(b.Identity)).Select(ProposedRow.Remove));
        return [.. BookChanges.Between(before, proposals).Select(c => HistoryAnswer.Of(0, "", "", "", c, chart))];
    }
}
