using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>tally.csv and missing.csv.</summary>
public static class TallyFiles
{
    /// <summary>Writes what was paid by supplier and box, then by every other place.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="suppliers">The suppliers in their order.</param>
    public static void WriteTally(Stream stream, IReadOnlyList<SupplierYear> suppliers)
    {
        using var writer = CsvFile.Create(stream, "supplier box amount threshold reached withheld to_file");
        foreach (var total in suppliers.SelectMany(s => s.Totals))
        {
            writer.WriteField(total.Supplier.Name);
            writer.WriteField(total.Box.Text());
            writer.WriteAmount(total.Amount, Currency.Usd);
            writer.WriteAmount(total.Threshold, Currency.Usd);
            writer.WriteField(YesNo(total.IsReached));
            writer.WriteAmount(total.Withheld, Currency.Usd);
            writer.WriteField(YesNo(total.IsToFile));
            writer.EndRecord();
        }

        foreach (var place in Enum.GetValues<LeftOutPlace>())
        {
            var cells = suppliers.SelectMany(s => s.Cells).Where(c => c.Place.LeftOut == place).ToList();
            writer.WriteField("");
            writer.WriteField(Words<LeftOutPlace>.Of(place));
            writer.WriteAmount(cells.Sum(c => c.Amount), Currency.Usd);
            writer.WriteField("");
            writer.WriteField("");
            writer.WriteAmount(cells.Sum(c => c.Withheld), Currency.Usd);
            writer.WriteField("");
            writer.EndRecord();
        }
    }

    /// <summary>Writes what is missing.</summary>
    public static void WriteMissing(Stream stream, IEnumerable<MissingDetail> missing)
    {
        using var writer = CsvFile.Create(stream, "supplier what");
        foreach (var detail in missing)
        {
            writer.WriteField(detail.Supplier.Name);
            writer.WriteField(detail.What == MissingWhat.W9 ? "w9" : Words<MissingWhat>.Of(detail.What));
            writer.EndRecord();
        }
    }

    private static string YesNo(bool yes) => yes ? "yes" : "no";
}
