using Adnumera.Core.Sources;
using Adnumera.Formats.Pdf;
using Adnumera.PdfReader;

namespace Adnumera.Formats.Invoices;

/// <summary>A PDF that carries an e-invoice as an attachment (Factur-X 1.0 and ZUGFeRD 2: <c>factur-x.xml</c> and its earlier
/// names). Nothing of the PDF is run or looked up.</summary>
public static class PdfInvoice
{
    private static readonly string[] Named = ["factur-x.xml", "zugferd-invoice.xml", "xrechnung.xml"];

    /// <summary>Reads the invoice that it carries.</summary>
    /// <param name="file">The file.</param>
    /// <param name="source">The source.</param>
    /// <exception cref="FileFaultException">It carries none, or two of one rank, or cannot be read.</exception>
    public static ArrivedRecord Read(ArrivedFile file, string source)
    {
        var chosen = Invoices(file);
        if (chosen.Count == 0)
            throw new FileFaultException("", "no data in it; expected an attached invoice such as factur-x.xml");
        if (chosen.Count > 1)
            throw new FileFaultException(
                "",
                $"several invoices are attached: {string.Join(", ", chosen.Select(c => c.Name))}; expected one"
            );
        var invoice = chosen[0];
        if (!InvoiceFile.Recognises(invoice.Content))
            throw new FileFaultException(invoice.Name, "it is neither a UBL nor a CII invoice");
        return InvoiceFile.Read(file with { Content = invoice.Content }, source, file.Name);
    }

    /// <summary>Whether it carries what is, or is called, an invoice.</summary>
    /// <exception cref="FileFaultException">It cannot be read.</exception>
    public static bool CarriesInvoice(ArrivedFile file) => Invoices(file).Count > 0;

    // Those with a name of the standards come before others.
    private static List<ArrivedFile> Invoices(ArrivedFile file)
    {
        var carried = Attachments(file).ToList();
        var named = carried.Where(a => Named.Contains(a.Name, StringComparer.OrdinalIgnoreCase)).ToList();
        return named.Count > 0 ? named : carried.Where(a => InvoiceFile.Recognises(a.Content)).ToList();
    }

    private static IEnumerable<ArrivedFile> Attachments(ArrivedFile file) =>
        (
            PdfFile.Part(file.Content, PdfPart.Attachments)
            ?? throw new FileFaultException("", "it is damaged, locked, or no PDF that can be read")
        ).Attachments.Select(a => new ArrivedFile(a.Name, a.Content));
}
