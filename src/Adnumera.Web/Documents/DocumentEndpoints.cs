using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
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
        documents
            .MapPatch("{id:long}", (long id, DocumentEditRequest request, CompanyBooks books) => Decisions.Edit(books, id, request))
            .Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/decisions/{decision:long}", Decisions.Undo).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/lines/{line:long}/account", Decisions.ChooseAccount).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/payment-account", Decisions.ChoosePaymentAccount).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/not-duplicate", Decisions.NotDuplicate).Needs(Right.Bookkeep);
        documents.MapGet("{id:long}/reverses", Reversed).Needs(Right.Read);
        documents
            .MapPut(
                "{id:long}/reverses",
                (long id, ReversedChoice choice, CompanyBooks books) => Decisions.ChooseReversed(books, id, choice)
            )
            .Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/private", Decisions.NotPrivate).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/correction/kept", Decisions.KeepAsPosted).Needs(Right.Bookkeep);
        documents.MapPut("{id:long}/set-aside", Decisions.SetAside).Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/set-aside", Decisions.TakeUp).Needs(Right.Bookkeep);
        documents.MapPost("{id:long}/code", Decisions.CodeAgain).Needs(Right.Bookkeep);
    }

    private static IReadOnlyList<ReversedAnswer> Reversed(long id, CompanyBooks books) =>
        books.File.Read(c => ReversedDocuments.Of(c, new DocumentTable(c).Find(id) ?? throw RefusedException.NotFound("This document")));

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
            var chart = new LedgerTable(c).Chart();
            var next = rows.Count > PageSize ? $"{rows[PageSize - 1].SortKey}~{rows[PageSize - 1].Id}" : null;
            return new DocumentListAnswer(
                [.. rows.Take(PageSize).Select(r => Row(r, Day.Text(today), chart))],
                next,
                total.Documents,
                total.IsMore,
                total.IsMore ? "" : AmountText.Format(total.Money, currency.Digits),
                currency.Code
            );
        });
    }

    private static DocumentListRow Row(DocumentSummary r, string today, Chart chart) =>
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
        )
        {
            Supplier = r.Supplier,
            Employee = r.Employee,
            PaymentAccount = r.PaymentAccount,
            DueDate = r.DueDate,
            EntryDate = r.EntryDate,
            ArrivedAt = r.ArrivedAt,
            Category = r.Category,
            Account = r.Account.Length > 0 ? chart.Title(r.Account) : "",
            Lines = r.Lines,
            Labels = r.Labels,
            Attachments = r.Attachments,
        };

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
                DocumentList.IsByNumber(order)
                && !long.TryParse(after.AsSpan(0, cut), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out _)
            )
        )
            throw new RefusedException("cursor", "The list cannot go on from there; open it anew.", 400);
        return (after[..cut], id);
    }
}
