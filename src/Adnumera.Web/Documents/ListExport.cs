using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Formats.Tables;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>The columns that a list of documents may show.</summary>
public enum ListColumn
{
    Date,
    Who,
    Kind,
    Reference,
    Source,
    Number,
    Total,
    Currency,
    State,
    Reason,
    Supplier,
    Employee,
    PaymentAccount,
    Due,
    Entry,
    Arrived,
    Category,
    Account,
    Lines,
    Labels,
    Attachments,
}

/// <summary>A list of documents as a file: all that it is narrowed to, in its order, with the columns that are shown.</summary>
internal static class ListExport
{
    private const int Step = 1_000;

    // A spreadsheet holds 1,048,576 rows (ECMA-376); a file for people stays well below.
    private const int Most = 200_000;

    public static void MapListExport(this RouteGroupBuilder company) =>
        company.MapGet("documents/file", File).Needs(Right.Read).ExcludeFromDescription();

    private static IResult File([AsParameters] ListQuery list, string? columns, Word<TableForm>? form, CompanyBooks books)
    {
        var today = books.Today;
        var shown = (columns ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(c => new Word<ListColumn>(c).Read("columns"));
        ListColumn[] cells = [.. shown.DefaultIfEmpty(ListColumn.Date).Distinct()];
        return books.File.Read(c =>
        {
            var chart = new LedgerTable(c).Chart();
            var rows = Rows(c, list.Filter(new CompanyTable(c).Currency(), today), list.OrderValue);
            return TableFile.Of(
                "documents",
                form,
                [.. cells.Select(Title)],
                rows.Select(r => (IReadOnlyList<TableCell>)[.. cells.Select(cell => Cell(cell, r, chart))])
            );
        });
    }

    private static IEnumerable<DocumentSummary> Rows(SqliteConnection company, DocumentFilter filter, DocumentOrder order)
    {
        var table = new DocumentList(company);
        (string? Key, long Id) after = (null, 0);
        var count = 0;
        while (table.Page(filter, order, after.Key, after.Id, Step) is [.., var last] page)
        {
            if ((count += page.Count) > Most)
                throw new RefusedException("too-many", $"The list has more than {Most:N0} documents. Narrow it, then take it away.");
            foreach (var row in page)
                yield return row;
            if (page.Count < Step)
                yield break;
            after = (last.SortKey, last.Id);
        }
    }

    private static string Title(ListColumn column) => Words<ListColumn>.Of(column).Replace('_', ' ');

    private static TableCell Cell(ListColumn column, DocumentSummary r, Chart chart) =>
        column switch
        {
            ListColumn.Date => r.Date,
            ListColumn.Who => r.Who,
            ListColumn.Kind => r.Kind.Title(),
            ListColumn.Reference => r.Reference,
            ListColumn.Source => r.Source,
            ListColumn.Number => r.SourceId,
            ListColumn.Total => TableCell.Amount(AmountText.Format(r.SignedTotal, Currency.Of(r.Currency).Digits)),
            ListColumn.Currency => r.Currency,
            ListColumn.State => Words<DocumentState>.Of(r.State).Replace('_', ' '),
            ListColumn.Reason => r.Reason,
            ListColumn.Supplier => r.Supplier,
            ListColumn.Employee => r.Employee,
            ListColumn.PaymentAccount => r.PaymentAccount,
            ListColumn.Due => r.DueDate,
            ListColumn.Entry => r.EntryDate,
            ListColumn.Arrived => r.ArrivedAt,
            ListColumn.Category => r.Category,
            ListColumn.Account => r.Account.Length > 0 ? chart.Title(r.Account) : "",
            ListColumn.Lines => TableCell.Amount(r.Lines.ToString(CultureInfo.InvariantCulture)),
            ListColumn.Labels => r.Labels,
            ListColumn.Attachments => TableCell.Amount(r.Attachments.ToString(CultureInfo.InvariantCulture)),
        };
}
