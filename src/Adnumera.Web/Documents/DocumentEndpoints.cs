using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>Documents: in lists, one by one, and what persons decide about them.</summary>
internal static class DocumentEndpoints
{
    private const int PageSize = 100;

    public static void MapDocuments(this RouteGroupBuilder company)
    {
        var documents = company.MapGroup("documents").WithTags("Documents");
        documents.MapGet("", List).Needs(Right.Read);
        documents.MapGet("{id:long}", Page).Needs(Right.Read);
        documents.MapPut("{id:long}/lines/{line:long}/account", Decisions.ChooseAccount).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/payment-account", Decisions.ChoosePaymentAccount).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/not-duplicate", Decisions.NotDuplicate).Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/private", Decisions.NotPrivate).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/correction/kept", Decisions.KeepAsPosted).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/set-aside", Decisions.SetAside).Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/set-aside", Decisions.TakeUp).Needs(Right.Bookkeep);
        documents.MapPost("{id:long}/code", Decisions.CodeAgain).Needs(Right.Bookkeep);
    }

    private static DocumentAnswer Page(long id, [AsParameters] ListQuery list, CompanyBooks books) => DocumentPage.Of(books, id, list);

    private static DocumentListAnswer List([AsParameters] ListQuery list, string? after, CompanyBooks books)
    {
        var today = books.Today;
        return books.File.Read(c =>
        {
            var currency = new CompanyTable(c).Currency();
            var filter = list.Filter(currency, today);
            var table = new DocumentList(c);
            var (afterKey, afterId) = Cursor(after, list.OrderValue);
            var rows = table.Page(filter, list.OrderValue, afterKey, afterId, PageSize + 1);
            var total = table.Total(filter);
            var next = rows.Count > PageSize ? $"{rows[PageSize - 1].SortKey}~{rows[PageSize - 1].Id}" : null;
            return new DocumentListAnswer(
                [.. rows.Take(PageSize).Select(r => Row(r, Day.Text(today)))],
                next,
                total.Documents,
                total.IsMore,
                total.IsMore ? "" : AmountText.Format(total.Money, currency.Digits),
                currency.Code
            );
        });
    }

    private static DocumentListRow Row(DocumentSummary r, string today) =>
        new(
            r.Id,
            r.Source,
            r.SourceId,
            r.Kind,
            r.Date,
            r.Who,
            r.Reference,
            AmountText.Format(r.SignedTotal, Currency.Of(r.Currency).Digits),
            r.Currency,
            r.State,
            r.Reason,
            r.Reasons,
            r.Noticed || string.CompareOrdinal(r.Date, today) > 0
        );

    // "key~id", as the list itself made it.
    private static (string? Key, long Id) Cursor(string? after, DocumentOrder order)
    {
        if (after is null)
            return (null, 0);
        var cut = after.LastIndexOf('~');
        if (
            cut < 0
            || !long.TryParse(after.AsSpan(cut + 1), NumberStyles.None, CultureInfo.InvariantCulture, out var id)
            || (
                DocumentList.IsByAmount(order)
                && !long.TryParse(after.AsSpan(0, cut), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out _)
            )
        )
            throw new RefusedException("cursor", "The list cannot go on from there; open it anew.", 400);
        return (after[..cut], id);
    }
}
