using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

// The dimensions of a line as its entry carries them: what the source names in the ledger's words, and what the mapping fills in.
internal static class LineDimensions
{
    public static Dimensions Of(
        Document document,
        DocumentLine line,
        MappingRow? row,
        MappingBook book,
        ConnectedLedger? ledger,
        HoldReasons reasons
    )
    {
        var named = line.Dimensions.IsBlank
            ? line.Dimensions
            : Carried(Named(document, line, book, ledger, reasons), document, line, book, ledger, reasons);
        if (row is null || row.Dimensions.IsBlank)
            return named;

        // A mapping may fill in what the ledger does not have any more: that is no dimension of a line.
        if (ledger is not null)
        {
            foreach (var (dimension, value) in row.Dimensions.Filled)
                if (named[dimension].Length == 0)
                    Known(dimension, value, value, line, ledger, reasons);
        }

        return named.Or(row.Dimensions);
    }

    // What a value carries with it, such as a project its department, where the line says nothing of its own.
    private static Dimensions Carried(
        Dimensions named,
        Document document,
        DocumentLine line,
        MappingBook book,
        ConnectedLedger? ledger,
        HoldReasons reasons
    )
    {
        var whole = named;
        foreach (var said in line.Dimensions.Filled)
            if (
                said.Dimension.KeyOf() is { } key
                && book.InForce(key, said.Value, document.Identity.Source, document.Date) is { Value: not MappingRow.LeaveOut } row
            )
                foreach (var (dimension, value) in row.Dimensions.Filled)
                    if (whole[dimension].Length == 0)
                        whole = whole.With(dimension, ledger is null ? value : Known(dimension, value, value, line, ledger, reasons));
        return whole;
    }

    private static Dimensions Named(Document document, DocumentLine line, MappingBook book, ConnectedLedger? ledger, HoldReasons reasons) =>
        Dimensions.Of([.. line.Dimensions.Filled.Select(d => d with { Value = InLedgerWords(d, document, line, book, ledger, reasons) })]);

    // By the mapping, else by the same name in the ledger.
    private static string InLedgerWords(
        FilledDimension said,
        Document document,
        DocumentLine line,
        MappingBook book,
        ConnectedLedger? ledger,
        HoldReasons reasons
    )
    {
        var mapped = said.Dimension.KeyOf() is { } key
            ? book.InForce(key, said.Value, document.Identity.Source, document.Date)?.Value ?? ""
            : "";
        if (mapped == MappingRow.LeaveOut)
            return "";
        var wanted = mapped.Length > 0 ? mapped : said.Value;
        return ledger is null ? wanted : Known(said.Dimension, wanted, said.Value, line, ledger, reasons);
    }

    private static string Known(
        Dimension dimension,
        string wanted,
        string said,
        DocumentLine line,
        ConnectedLedger ledger,
        HoldReasons reasons
    )
    {
        var isOff = !ledger.Capabilities.Can(dimension);
        if (!isOff && ledger.ValueOf(dimension, wanted) is { } known)
            return known;
        reasons.Add(new HoldReason.DimensionUnmapped(dimension, said, isOff, line.Number));
        return "";
    }
}
