using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Camt;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Invoices;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Markup;
using Adnumera.Formats.Ofx;

namespace Adnumera.Formats.Reading;

/// <summary>How files of a source are read.</summary>
/// <param name="Source">The source.</param>
/// <param name="PaymentAccount">What the account of a statement is called; blank for the last four of its number.</param>
/// <param name="Layout">How tables are read; none where there is no table but the documents file.</param>
public sealed record ReadingChoices(string Source, string PaymentAccount = "", Layout? Layout = null);

/// <summary>A file in whichever open form spending is recorded; found by its content, never by its name.</summary>
public static class SourceFile
{
    /// <summary>Reads its records in their order; none with errors.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        try
        {
            if (OfxFile.Recognises(file.Content))
                return [.. OfxFile.Read(file, choices.Source, choices.PaymentAccount)];
            if (CamtFile.Recognises(file.Content))
                return [.. CamtFile.Read(file, choices.Source, choices.PaymentAccount)];
            if (InvoiceFile.Recognises(file.Content))
                return [InvoiceFile.Read(file, choices.Source)];
            if (PdfInvoice.Recognises(file.Content))
                return [PdfInvoice.Read(file, choices.Source)];
            var isText = new DocumentsFileReader().Recognises(file);
            if (choices.Layout is { } layout && IsTable(file.Content))
                return LayoutReader.Read(file, layout, choices.Source, problems);
            return isText
                ? DocumentsOf(file, choices, problems)
                : throw new FileFaultException("", "it is of none of the forms that are read; expected " + Forms);
        }
        catch (FileFaultException e)
        {
            problems.Add(new Problem(file.Name, 0, e.Place, e.Message));
            return [];
        }
    }

    private const string Forms =
        "a documents file, an OFX or camt.053 statement, or a UBL or CII invoice or a PDF that carries one, or a table (CSV, XLSX) with a "
        + "layout";

    // The documents file needs no layout, whichever is given.
    private static bool IsTable(byte[] content) => !Xml.LooksLikeMarkup(content) && !DocumentsFile.HasItsHeader(content);

    private static List<ArrivedRecord> DocumentsOf(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        var filed = DocumentsFile.Read(file.Name, file.Content, Currency.Usd, problems);
        foreach (var other in filed.Where(f => f.Document.Identity.Source != choices.Source))
            problems.Add(
                new Problem(
                    file.Name,
                    other.FirstRow,
                    "source",
                    $"{Quote.Of(other.Document.Identity.Source)} is another source; expected {Quote.Of(choices.Source)}"
                )
            );
        return filed.Select(ArrivedRecord (f) => new ArrivedRecord.Taken(file.Name, $"row {f.FirstRow}", f.Document)).ToList();
    }
}
