using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Storage;
using Adnumera.Storage.Documents;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Arrivals;

public sealed record DocumentListAnswer(IReadOnlyList<DocumentListRow> Rows, string? Next, long Documents, string Money, string Currency);

public sealed record DocumentListRow(
    long Id, string Source, string SourceId, string Kind, string Date, string Who, string Reference, string Total, string Currency, string State, string Reason, long Reasons, bool Noticed);

/// <summary>What a list of documents is asked for; every part may be left out.</summary>
public sealed record ListQuery(
    string? State, string? Source, string? Period, string? Kind, string? Reason, string? ReasonValue, string? KeyKind, string? Key, string? Account, string? Text, string? Order, bool? Noticed = null)
{
    public DocumentFilter Filter(Currency currency, DateOnly today) => new()
    {
        State = State,
        Source = Source,
        Period = Dates.PeriodOrAll(Period),
        NoticedOn = Noticed == true ? today : null,
        Kind = Kind,
        Reason = Reason,
        ReasonValue = ReasonValue,
        KeyKind = KeyKind,
        Key = Key,
        Account = Account,
        Text = Text,
        Amount = AmountText.Read((Text ?? "").Trim().Replace(",", "", StringComparison.Ordinal), currency.Digits, out var minor) == AmountText.Fault.None ? Math.Abs(minor) : null,
    };

    public DocumentOrder OrderValue => Core.Words<DocumentOrder>.TryRead(Order ?? "latest", out var order) ? order : throw new RefusedException("order", $"{Core.Quote.Of(Order)} is not an order of this list.", 400);
}

/// <summary>Files in, documents out.</summary>
internal static class ArrivalEndpoints
{
    private const int LargestFile = 64 * 1024 * 1024;
    private const int PageSize = 100;

    public static void MapArrivals(this RouteGroupBuilder company)
    {
        var arrivals = company.MapGroup("arrivals").WithTags("Arrivals");
        arrivals.MapGet("", (Work work) => work.File.Read(c => new ArrivalTable(c).Latest(50))).RequireAuthorization(Access.Read);
        arrivals.MapPost("preview", (string fileName, HttpRequest request, Work work, CancellationToken cancel) => Take(fileName, request, work, true, cancel))
            .RequireAuthorization(Access.Keep).Accepts<string>("text/csv");
        arrivals.MapPost("", (string fileName, HttpRequest request, Work work, CancellationToken cancel) => Take(fileName, request, work, false, cancel))
            .RequireAuthorization(Access.Keep).Accepts<string>("text/csv");

        var documents = company.MapGroup("documents").WithTags("Documents");
        documents.MapGet("", List).RequireAuthorization(Access.Read);
        documents.MapGet("{id:long}", (long id, [AsParameters] ListQuery list, Work work) => DocumentPage.Of(work, id, list)).RequireAuthorization(Access.Read);
        documents.MapPut("{id:long}/lines/{line:long}/account", (long id, long line, AccountChoice choice, Work work) => Decisions.ChooseAccount(work, id, line, choice.Account ?? "")).RequireAuthorization(Access.Keep);
        documents.MapPut("{id:long}/payment-account", (long id, AccountChoice choice, Work work) => Decisions.ChoosePaymentAccount(work, id, choice.Account?.Trim() ?? "")).RequireAuthorization(Access.Keep);
        documents.MapPut("{id:long}/not-duplicate", (long id, Work work) => Decisions.NotDuplicate(work, id)).RequireAuthorization(Access.Keep);
        documents.MapDelete("{id:long}/private", (long id, Work work) => Decisions.SetPrivate(work, id, false)).RequireAuthorization(Access.Keep);
        documents.MapPut("{id:long}/correction/kept", (long id, Work work) => Decisions.KeepAsPosted(work, id)).RequireAuthorization(Access.Keep);
        documents.MapPut("{id:long}/set-aside", (long id, SetAsideRequest request, Work work) => Decisions.SetAside(work, id, request.Reason ?? "")).RequireAuthorization(Access.Keep);
        documents.MapDelete("{id:long}/set-aside", (long id, Work work) => Decisions.TakeUp(work, id)).RequireAuthorization(Access.Keep);
        documents.MapPost("{id:long}/code", (long id, Work work) => Decisions.CodeAgain(work, id)).RequireAuthorization(Access.Keep);
    }

    private static async Task<TakeInAnswer> Take(string fileName, HttpRequest request, Work work, bool preview, CancellationToken cancel)
    {
        var bytes = await Upload.Read(request, fileName, LargestFile, cancel);
        if (bytes.AsSpan().StartsWith("PK"u8))
            throw new RefusedException("not-csv", $"{fileName} is a spreadsheet or a packed file, not CSV. Nothing was taken in; save the sheet as CSV in UTF-8 and try again.");
        return TakeIn.Run(work, Path.GetFileName(fileName), bytes, preview, cancel);
    }

    private static DocumentListAnswer List([AsParameters] ListQuery list, string? after, Work work) => work.File.Read(c =>
    {
        var currency = CompanyFile.Of(c).Settings.Currency;
        var filter = list.Filter(currency, work.Today);
        var table = new DocumentList(c);
        var (afterKey, afterId) = Cursor(after, list.OrderValue);
        var rows = table.Page(filter, list.OrderValue, afterKey, afterId, PageSize + 1);
        var (documents, money) = table.Total(filter);
        var next = rows.Count > PageSize ? $"{rows[PageSize - 1].SortKey}~{rows[PageSize - 1].Id}" : null;
        return new DocumentListAnswer(
            [.. rows.Take(PageSize).Select(r => new DocumentListRow(
                r.Id, r.Source, r.SourceId, r.Kind, r.Date, r.Who, r.Reference, AmountText.Format(r.SignedTotal, Currency.Of(r.Currency).Digits), r.Currency, r.State, r.Reason, r.Reasons, r.Notices.Length > 0 || string.CompareOrdinal(r.Date, Iso.Text(work.Today)) > 0))],
            next, documents, AmountText.Format(money, currency.Digits), currency.Code);
    });

    // "key~id", as the list itself made it.
    private static (string? Key, long Id) Cursor(string? after, DocumentOrder order)
    {
        if (after is null) return (null, 0);
        var cut = after.LastIndexOf('~');
        if (cut < 0 || !long.TryParse(after.AsSpan(cut + 1), NumberStyles.None, CultureInfo.InvariantCulture, out var id)
            || (DocumentList.IsByAmount(order) && !long.TryParse(after.AsSpan(0, cut), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out _)))
            throw new RefusedException("cursor", "The list cannot go on from there; open it anew.", 400);
        return (after[..cut], id);
    }
}

public sealed record AccountChoice(string? Account);

public sealed record SetAsideRequest(string? Reason);
