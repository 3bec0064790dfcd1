using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Xml;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Reading;
using CsvHelper;

namespace Adnumera.Bench;

/// <summary>Reading 100,000 card charges by OFX and 10,000 e-invoices, beside bare passes over the same bytes that write as many
/// rows.</summary>
internal static class ReadBench
{
    private const int Rounds = 5,
        Charges = 100_000,
        Invoices = 10_000;

    public static void Run()
    {
        var statement = new ArrivedFile("card.ofx", Statement());
        Compare("read, 100,000 charges by OFX : a bare pass", [statement], BareStatement, 3);
        var invoices = Enumerable.Range(0, Invoices).Select(i => new ArrivedFile($"{i}.xml", Invoice(i))).ToList();
        Compare("read, 10,000 e-invoices : a bare XML pass", invoices, BareInvoices, 4);
    }

    private static void Compare(
        string what,
        IReadOnlyList<ArrivedFile> files,
        Action<IReadOnlyList<ArrivedFile>, CsvWriter> bare,
        double most
    )
    {
        List<double> ours = [],
            bares = [];
        for (var round = 0; round <= Rounds; round++)
        {
            var own = Time(stream => Ours(files, stream));
            var other = Time(stream =>
            {
                using var writer = CsvWriter.Create(stream, CsvWriterOptions.Default, leaveOpen: true);
                bare(files, writer);
            });

            // The first round warms both up.
            if (round > 0)
                (ours, bares) = ([.. ours, own], [.. bares, other]);
        }

        Report.Ratio(what, Report.Median(ours) / Report.Median(bares), most);
    }

    private static double Time(Action<Stream> work)
    {
        using var stream = new MemoryStream();
        GC.Collect();
        var watch = Stopwatch.StartNew();
        work(stream);
        return watch.Elapsed.TotalMilliseconds;
    }

    private static void Ours(IReadOnlyList<ArrivedFile> files, Stream stream)
    {
        var problems = new Problems();
        var choices = new ReadingChoices("bench", Currency.Usd);
        var (corrections, once) = (OpenForms.All.CorrectionsOf(files, choices), new OnceFilter(problems));
        using var documents = new DocumentsWriter(stream);
        foreach (var record in files.SelectMany(f => OpenForms.All.Stream(f, choices, problems)))
            if (corrections.Keep(record) && once.IsFirst(record) && record is ArrivedRecord.Taken { Document: Document document })
                documents.Write(document);
        if (problems.Any)
            throw new InvalidOperationException(problems.Errors[0].ToString());
    }

    internal static byte[] Statement()
    {
        var random = new Random(5);
        var text = new StringBuilder(
            "OFXHEADER:100\nCHARSET:1252\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>5500000000004417"
                + "</CCACCTFROM><BANKTRANLIST>\n"
        );
        for (var i = 0; i < Charges; i++)
            text.Append(
                CultureInfo.InvariantCulture,
                $"<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>202611{1 + i % 28:00}120000<TRNAMT>-{random.Next(1, 9_999_99) / 100m:0.00}<FITID>T{i}"
                    + $"<NAME>Shop {random.Next(900)}<MEMO>Charge {i}</STMTTRN>\n"
            );
        return Encoding.ASCII.GetBytes(text.Append("</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>").ToString());
    }

    private static byte[] Invoice(int number) =>
        Encoding.UTF8.GetBytes(
            "<Invoice xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:Invoice-2\" xmlns:a=\"urn:a\" xmlns:b=\"urn:b\">"
                + $"<b:ID>R{number}</b:ID><b:IssueDate>2026-11-12</b:IssueDate><b:InvoiceTypeCode>380</b:InvoiceTypeCode>"
                + "<b:DocumentCurrencyCode>EUR</b:DocumentCurrencyCode><a:AccountingSupplierParty><a:Party><a:PartyLegalEntity>"
                + $"<b:RegistrationName>Supplier {number % 700}</b:RegistrationName></a:PartyLegalEntity></a:Party>"
                + "</a:AccountingSupplierParty>"
                + "<a:TaxTotal><b:TaxAmount currencyID=\"EUR\">5.70</b:TaxAmount><a:TaxSubtotal><b:TaxAmount currencyID=\"EUR\">"
                + "5.70</b:TaxAmount>"
                + "<a:TaxCategory><b:ID>S</b:ID><b:Percent>19</b:Percent></a:TaxCategory></a:TaxSubtotal></a:TaxTotal>"
                + "<a:LegalMonetaryTotal>"
                + "<b:TaxInclusiveAmount currencyID=\"EUR\">35.70</b:TaxInclusiveAmount></a:LegalMonetaryTotal>"
                + string.Concat(
                    Enumerable
                        .Range(1, 3)
                        .Select(l =>
                            $"<a:InvoiceLine><b:ID>{l}</b:ID><b:InvoicedQuantity>1</b:InvoicedQuantity><b:LineExtensionAmount>10.00"
                            + $"</b:LineExtensionAmount><a:Item><b:Name>Thing {l}</b:Name><a:ClassifiedTaxCategory><b:ID>S</b:ID>"
                            + "<b:Percent>19"
                            + "</b:Percent></a:ClassifiedTaxCategory></a:Item><a:Price><b:PriceAmount>10.00</b:PriceAmount></a:Price>"
                            + "</a:InvoiceLine>"
                        )
                )
                + "</Invoice>"
        );

    // Lines, the five fields of each, and as many rows of as many columns.
    private static void BareStatement(IReadOnlyList<ArrivedFile> files, CsvWriter writer)
    {
        using var reader = new StreamReader(new MemoryStream(files[0].Content), Encoding.Latin1);
        while (reader.ReadLine() is { } line)
        {
            if (!line.StartsWith("<STMTTRN>", StringComparison.Ordinal))
                continue;
            var fields = line.Split('<', '>');
            Row(writer, fields[4], fields[6], fields[8], fields[10], fields[12]);
        }
    }

    private static void BareInvoices(IReadOnlyList<ArrivedFile> files, CsvWriter writer)
    {
        foreach (var file in files)
        {
            using var reader = XmlReader.Create(new MemoryStream(file.Content));
            var (name, lines) = ("", 0);
            while (reader.Read())
            {
                if (reader.NodeType == XmlNodeType.Text)
                    name = reader.Value;
                else if (reader is { NodeType: XmlNodeType.EndElement, LocalName: "InvoiceLine" })
                    Row(writer, file.Name, name, "", "", $"{++lines}");
            }
        }
    }

    private static void Row(CsvWriter writer, params ReadOnlySpan<string> fields)
    {
        foreach (var field in fields)
            writer.WriteField(field);
        for (var i = fields.Length; i < 33; i++)
            writer.WriteField("");
        writer.EndRecord();
    }
}
