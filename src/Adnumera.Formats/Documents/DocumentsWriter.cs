using System.Globalization;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Formats.Tables;
using CsvHelper;

namespace Adnumera.Formats.Documents;

/// <summary>Writes documents.csv, as it is read again.</summary>
public sealed class DocumentsWriter : IDisposable
{
    private const string Header =
        "source source_id kind document_date due_date reference supplier employee payment_account settlement currency document_total notes "
        + "not_duplicate line description category item cost_code quantity unit_price net "
        + "tax_code tax department location project customer account original_account to_account merchant_code attachment";

    private readonly CsvWriter writer;

    private readonly bool hasEntryDates;

    /// <summary>Starts the file.</summary>
    /// <param name="stream">Where it goes.</param>
    /// <param name="withEntryDates">Whether the days that persons chose for entries are written, in a column of this house alone.</param>
    public DocumentsWriter(Stream stream, bool withEntryDates = false)
    {
        hasEntryDates = withEntryDates;
        writer = CsvFile.Create(stream, withEntryDates ? $"{Header} {DocumentsFile.EntryDate}" : Header);
    }

    /// <summary>Writes a document, one row a line; the payment account that a person chose stands in the place of what the source
    /// said.</summary>
    public void Write(Document document)
    {
        foreach (var line in document.Lines)
        {
            Text(document.Identity.Source, document.Identity.SourceId, Words<DocumentKind>.Of(document.Kind));
            WriteDay(document.Date);
            WriteDay(document.DueDate);
            Text(document.Reference, document.Supplier, document.Employee, document.PaidFrom, document.Settlement, document.Currency.Code);
            writer.WriteAmount(document.Total, document.Currency);
            Text(document.Notes, document.NotDuplicate ? "yes" : "");
            writer.WriteNumber(line.Number);
            Text(line.Description, line.Category, line.Item, line.CostCode, Free(line.Quantity), Free(line.UnitPrice));
            writer.WriteAmount(line.Net, document.Currency);
            Text(line.TaxCode);
            writer.WriteAmount(line.Tax, document.Currency);
            foreach (var dimension in Dimension.Standard)
                writer.WriteField(line.Dimensions[dimension]);
            Text(line.Account, line.OriginalAccount, document.ToAccount, document.MerchantCode, document.Attachment);
            if (hasEntryDates)
                WriteDay(document.EntryDateChoice);
            writer.EndRecord();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => writer.Dispose();

    private void Text(params ReadOnlySpan<string> fields)
    {
        foreach (var field in fields)
            writer.WriteField(field);
    }

    private void WriteDay(DateOnly? day)
    {
        Span<char> text = stackalloc char[10];
        var length = 0;
        day?.TryFormat(text, out length, "O", CultureInfo.InvariantCulture);
        writer.WriteField(text[..length]);
    }

    private static string Free(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";
}
