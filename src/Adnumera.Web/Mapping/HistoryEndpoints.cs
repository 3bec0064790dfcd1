using Adnumera.Core.Access;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The history of the book: its sets, each of them, taking one back, and the book of any day.</summary>
internal static class HistoryEndpoints
{
    private const int PageSize = 50;

    public static void MapHistory(this RouteGroupBuilder mapping)
    {
        mapping.MapGet("history", Sets).Needs(Right.Read);
        mapping.MapGet("history/{set:long}", Set).Needs(Right.Read);
        mapping.MapPost("history/{set:long}/undo-rehearsal", RehearseUndo).Needs(Right.Bookkeep);
        mapping.MapPost("history/{set:long}/{place:int}/undo-rehearsal", RehearseUndoOfOne).Needs(Right.Bookkeep);
        mapping.MapPost("history/{set:long}/undo", Undo).Needs(Right.Bookkeep);
        mapping.MapPost("history/{set:long}/{place:int}/undo", UndoOne).Needs(Right.Bookkeep);
        mapping.MapGet("compared", Compared).Needs(Right.Read);
    }

    private static SetsAnswer Sets(long? before, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var sets = new ChangeTable(c).Sets(before, PageSize + 1);
            return new SetsAnswer([.. sets.Take(PageSize)], sets.Count > PageSize ? sets[PageSize - 1].Id : null);
        });

    private static MappingRehearsal RehearseUndo(long set, CompanyBooks books) => books.File.Read(c => MappingChanges.RehearseUndo(c, set));

    private static MappingRehearsal RehearseUndoOfOne(long set, int place, CompanyBooks books) =>
        books.File.Read(c => MappingChanges.RehearseUndo(c, set, place));

    private static SavedAnswer Undo(long set, CompanyBooks books) => books.File.InTransaction(c => MappingChanges.Undo(c, books, set));

    private static SavedAnswer UndoOne(long set, int place, CompanyBooks books) =>
        books.File.InTransaction(c => MappingChanges.Undo(c, books, set, place));

    private static SetAnswer Set(long set, CompanyBooks books) => books.File.Read(c => SetOf(c, set));

    private static List<HistoryAnswer> Compared(string from, string? to, CompanyBooks books) =>
        books.File.Read(c => Between(c, from, to, books));

    private static SetAnswer SetOf(SqliteConnection company, long id)
    {
        var table = new ChangeTable(company);
        var set = table.Set(id) ?? throw RefusedException.NotFound("This set of changes");
        var chart = new LedgerTable(company).Chart();
        return new SetAnswer(set, [.. table.Of(id).Select(c => HistoryAnswer.Of(id, set.At, set.Who, set.Origin, c, chart))]);
    }

    // What differs between the book at the end of one day and at the end of another, or now.
    private static List<HistoryAnswer> Between(SqliteConnection company, string from, string? to, CompanyBooks books)
    {
        var chart = new LedgerTable(company).Chart();
        var (before, after) = (BookEndpoints.BookOf(company, from, books), BookEndpoints.BookOf(company, to, books));
        var proposals = after
            .Select(ProposedRow.Put)
            .Concat(before.Where(b => !after.Select(a => a.Identity).ToHashSet().Contains(b.Identity)).Select(ProposedRow.Remove));
        return [.. BookChanges.Between(before, proposals).Select(c => HistoryAnswer.Of(0, "", "", "", c, chart))];
    }
}
