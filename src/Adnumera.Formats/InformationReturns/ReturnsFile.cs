using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A return to file.</summary>
/// <param name="Form">The form.</param>
/// <param name="Supplier">Whose.</param>
/// <param name="To">Name and address, as they are filed.</param>
/// <param name="NumberKind">The kind of the tax number; none where it is not known.</param>
/// <param name="Number">The whole tax number: what is filed may not be truncated.</param>
/// <param name="Boxes">The boxes with their amounts, in cents.</param>
/// <param name="Withheld">Federal income tax withheld, in cents.</param>
public sealed record ReturnRecord(
    ReturnForm Form,
    ReturnSupplier Supplier,
    Recipient To,
    TaxNumberKind? NumberKind,
    string Number,
    IReadOnlyList<(ReturnBox Box, long Amount)> Boxes,
    long Withheld
);

/// <summary>returns.csv: a row a return, with a column for each box of both forms; for whoever files them.</summary>
public static class ReturnsFile
{
    private const string Head = "year form recipient second_name tax_number_kind tax_number address town supplier";

    /// <summary>Writes the returns.</summary>
    public static void Write(Stream stream, int year, IEnumerable<ReturnRecord> returns)
    {
        var boxes = Enum.GetValues<ReturnBox>();
        var columns = boxes.Select(b => b.Text().Replace('-', '_').ToLowerInvariant());
        using var writer = CsvFile.Create(stream, $"{Head} {string.Join(' ', columns)} withheld");
        foreach (var r in returns)
        {
            writer.WriteField(year.ToString(CultureInfo.InvariantCulture));
            writer.WriteField(r.Form == ReturnForm.Nec ? "NEC" : "MISC");
            writer.WriteField(r.To.Name);
            writer.WriteField(r.To.SecondName);
            writer.WriteField(r.NumberKind is { } kind ? Words<TaxNumberKind>.Of(kind).ToUpperInvariant() : "");
            writer.WriteField(r.Number);
            writer.WriteField(r.To.Address);
            writer.WriteField(r.To.Town);
            writer.WriteField(r.Supplier.Name);
            var amounts = r.Boxes.ToDictionary(b => b.Box, b => b.Amount);
            foreach (var box in boxes)
                if (amounts.TryGetValue(box, out var amount))
                    writer.WriteAmount(amount, Currency.Usd);
                else
                    writer.WriteField("");
            writer.WriteAmount(r.Withheld, Currency.Usd);
            writer.EndRecord();
        }
    }
}
