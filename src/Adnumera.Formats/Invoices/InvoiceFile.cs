using System.Xml;
using System.Xml.Linq;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Invoices;

/// <summary>E-invoices of EN 16931 in its two syntaxes, UBL 2.1 and UN/CEFACT CII.</summary>
public static class InvoiceFile
{
    private const string UblInvoiceSpace = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2",
        UblCreditSpace = "urn:oasis:names:specification:ubl:schema:xsd:CreditNote-2",
        CiiSpace = "urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100";

    /// <summary>Whether the content is an e-invoice.</summary>
    public static bool Recognises(byte[] content) =>
        Xml.Root(content) is (UblInvoiceSpace, "Invoice") or (UblCreditSpace, "CreditNote") or (CiiSpace, "CrossIndustryInvoice");

    /// <summary>Reads the invoice.</summary>
    /// <param name="file">The file.</param>
    /// <param name="source">The source.</param>
    /// <param name="attachment">The name of the file that shows it; blank for none.</param>
    /// <exception cref="FileFaultException">It breaks its own standard, or lacks what a document needs.</exception>
    public static ArrivedRecord Read(ArrivedFile file, string source, string attachment = "")
    {
        XElement root;
        try
        {
            using var reader = Xml.Reader(file.Content);
            root = XDocument.Load(reader).Root!;
        }
        catch (XmlException e)
        {
            throw new FileFaultException($"line {e.LineNumber}", $"it is no sound XML: {e.Message}");
        }

        var invoice = root.Name.LocalName == "CrossIndustryInvoice" ? CiiInvoice.Read(root) : UblInvoice.Read(root);
        return new ArrivedRecord.Taken(file.Name, "the invoice", invoice.ToDocument(source, attachment));
    }
}
