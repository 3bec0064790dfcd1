using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>A page of a list of documents.</summary>
/// <param name="Next">The list goes on from there; none at its end.</param>
/// <param name="Documents">How many the whole list has.</param>
/// <param name="Money">Their money, in the company's currency.</param>
public sealed record DocumentListAnswer(IReadOnlyList<DocumentListRow> Rows, string? Next, long Documents, string Money, string Currency);

/// <summary>A document in a list.</summary>
public sealed record DocumentListRow(
    long Id,
    string Source,
    string SourceId,
    DocumentKind Kind,
    string Date,
    string Who,
    string Reference,
    string Total,
    string Currency,
    DocumentState State,
    string Reason,
    long Reasons,
    bool Noticed
);

/// <summary>An account, or a payment account, that a person chose; blank takes the choice back.</summary>
public sealed record AccountChoice(string? Account);

/// <summary>Why a person leaves a document out.</summary>
public sealed record SetAsideRequest(SetAsideKind? Reason);

/// <summary>Documents: in lists, one by one, and what persons decide about them.</summary>
internal static class DocumentEndpoints
{
    private const int PageSize = 100;

    public static void MapDocuments(this RouteGroupBuilder company)
    {
        var documents = company.MapGroup("documents").WithTags("Documents");
        documents.MapGet("", List).Needs(Right.Read);
        documents
            .MapGet("{id:long}", (long id, [AsParameters] ListQuery list, CompanyBooks books) => DocumentPage.Of(books, id, list))
            .Needs(Right.Read);
        documents
            .MapPut(
                "{id:long}/lines/{line:long}/account",
                (long id, long line, AccountChoice choice, CompanyBooks books) => Decisions.ChooseAccount(books, id, line, choice)
            )
            .Needs(Right.Bookkeep);
        documents
            .MapPut(
                "{id:long}/payment-account",
                (long id, AccountChoice choice, CompanyBooks books) => Decisions.ChoosePaymentAccount(books, id, choice)
            )
            .Needs(Right.Bookkeep);
        documents
            .MapPut("{id:long}/not-duplicate", (long id, CompanyBooks books) => Decisions.NotDuplicate(books, id))
            .Needs(Right.Bookkeep);
        documents
            .MapDelete("{id:long}/private", (long id, CompanyBooks books) => Decisions.SetPrivate(books, id, false))
            .Needs(Right.Bookkeep);
        documents
            .MapPut("{id:long}/correction/kept", (long id, CompanyBooks books) => Decisions.KeepAsPosted(books, id))
            .Needs(Right.Bookkeep);
        documents
            .MapPut("{id:long}/set-aside", (long id, SetAsideRequest request, CompanyBooks books) => Decisions.SetAside(books, id, request))
            .Needs(Right.Bookkeep);
        documents.MapDelete("{id:long}/set-aside", (long id, CompanyBooks books) => Decisions.TakeUp(books, id)).Needs(Right.Bookkeep);
        documents.MapPost("{id:long}/code", (long id, CompanyBooks books) => Decisions.CodeAgain(books, id)).Needs(Right.Bookkeep);
    }

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
            var (documents, money) = table.Total(filter);
            var next = rows.Count > PageSize ? $"{rows[PageSize - 1].SortKey}~{rows[PageSize - 1].Id}" : null;
            return new DocumentListAnswer(
                [.. rows.Take(PageSize).Select(r => Row(r, Day.Text(today)))],
                next,
                documents,
                AmountText.Format(money, currency.Digits),
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
