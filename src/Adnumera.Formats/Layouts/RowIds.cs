using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;

namespace Adnumera.Formats.Layouts;

/// <summary>Ids for records that have none: a hash over their mapped values, so that the same file again adds nothing.</summary>
public static class RowIds
{
    /// <summary>The columns that count, in their order.</summary>
    internal static IEnumerable<string> Columns(Layout layout) => layout.Columns.Keys.Order(StringComparer.Ordinal);

    /// <summary>The id of a document that was held and is corrected now: the one that it would have had.</summary>
    /// <param name="typed">As it is typed now.</param>
    /// <param name="document">As it is read from that.</param>
    public static string Of(TypedDocument typed, Document document)
    {
        // A table whose amounts say by their sign what is a charge has no kind of its own.
        var turn = !typed.IdColumns.Contains("kind") && document.Kind == DocumentKind.CardCharge && typed.IsSigned ? -1 : 1;
        return Of(
            document.Lines.Select(
                (line, i) =>
                    Values(
                        typed.IdColumns,
                        document,
                        line,
                        turn,
                        typed["document_total"].Length > 0 ? document.Total : null,
                        name => DocumentsColumn(typed, i, name)
                    )
            )
        );
    }

    /// <summary>The id of a document by the values of its rows.</summary>
    internal static string Of(IEnumerable<string> rows) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\u001E', rows))))[..16];

    /// <summary>The values of a row as they were read.</summary>
    /// <param name="columns">The columns that count.</param>
    /// <param name="head">The document.</param>
    /// <param name="line">The line.</param>
    /// <param name="turn">-1 where the table has a charge as a negative amount.</param>
    /// <param name="total">The total where the table has one.</param>
    /// <param name="text">The text of a column.</param>
    internal static string Values(
        IEnumerable<string> columns,
        Document head,
        DocumentLine line,
        int turn,
        long? total,
        Func<string, string> text
    ) =>
        string.Join(
            '\u001F',
            columns.Select(name =>
                name switch
                {
                    "document_date" => Day.Text(head.Date),
                    "due_date" => Day.Text(head.DueDate),
                    "net" => Whole(turn * line.Net),
                    "tax" => Whole(turn * line.Tax),
                    "document_total" => total is { } given ? Whole(turn * given) : "",
                    "quantity" => Free(line.Quantity),
                    "unit_price" => Free(line.UnitPrice),
                    "currency" => head.Currency.Code,
                    _ => text(name),
                }
            )
        );

    private static string DocumentsColumn(TypedDocument typed, int line, string name) =>
        (
            Documents.DocumentsFile.IsOfLine(name) && line < typed.Lines.Count ? typed.Lines[line].GetValueOrDefault(name, "") : typed[name]
        ).Trim();

    private static string Whole(long minor) => minor.ToString(CultureInfo.InvariantCulture);

    private static string Free(decimal? number) => number?.ToString("0.############################", CultureInfo.InvariantCulture) ?? "";
}
