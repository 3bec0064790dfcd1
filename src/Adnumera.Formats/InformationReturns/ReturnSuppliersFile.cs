using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A supplier of suppliers.csv.</summary>
/// <param name="Supplier">What it says.</param>
/// <param name="Number">Its tax number, as it stands there; blank for none.</param>
public sealed record FiledSupplier(ReturnSupplier Supplier, string Number);

/// <summary>suppliers.csv: what is known of suppliers for information returns.</summary>
public static class ReturnSuppliersFile
{
    private const int Supplier = 0,
        LegalName = 1,
        BusinessName = 2,
        Classification = 3,
        ExemptCode = 4,
        NumberKind = 5,
        Number = 6,
        Address = 7,
        W9 = 8,
        Foreign = 9,
        Reportable = 10,
        Attorney = 11;

    private const int LastCode = 13;
    private const string Header =
        "supplier legal_name business_name classification exempt_code tax_number_kind tax_number address w9 foreign reportable attorney";

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        Header.Replace("supplier ", "supplier* ", StringComparison.Ordinal)
    );

    /// <summary>Reads the suppliers; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<FiledSupplier> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var suppliers = new List<FiledSupplier>();
        var known = new Dictionary<string, long>(Folded.Comparer);
        while (table.Read())
        {
            TaxNumberKind? kind = table.Text(NumberKind).Length == 0 ? null : table.Word<TaxNumberKind>(NumberKind);
            var number = table.Text(Number);
            var supplier = new ReturnSupplier
            {
                Name = table.Required(Supplier),
                LegalName = table.Text(LegalName),
                BusinessName = table.Text(BusinessName),
                Classification = table.Text(Classification).Length == 0 ? null : table.Word<TaxClassification>(Classification),
                ExemptCode = Code(table),
                NumberKind = kind,
                NumberStatus = TaxNumber.StatusOf(number, kind),
                Address = table.Text(Address),
                HasW9 = table.YesNo(W9, blank: false),
                IsForeign = table.YesNo(Foreign, blank: false),
                Reportable = table.Text(Reportable).Length == 0 ? null : table.YesNo(Reportable, blank: false),
                IsAttorney = table.YesNo(Attorney, blank: false),
            };
            if (supplier.Name.Length == 0)
                continue;
            if (known.TryAdd(supplier.Name, table.Row))
                suppliers.Add(new FiledSupplier(supplier, number));
            else
                table.Error(Supplier, $"{Quote.Of(supplier.Name)} stands twice; first on row {known[supplier.Name]}");
        }

        return suppliers;
    }

    /// <summary>Writes the suppliers.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="suppliers">The suppliers, with what is to stand as the tax number of each.</param>
    public static void Write(Stream stream, IEnumerable<FiledSupplier> suppliers)
    {
        using var writer = CsvFile.Create(stream, Header);
        foreach (var (supplier, number) in suppliers)
        {
            writer.WriteField(supplier.Name);
            writer.WriteField(supplier.LegalName);
            writer.WriteField(supplier.BusinessName);
            writer.WriteField(supplier.Classification is { } of ? Words<TaxClassification>.Of(of) : "");
            writer.WriteField(supplier.ExemptCode?.ToString(CultureInfo.InvariantCulture) ?? "");
            writer.WriteField(supplier.NumberKind is { } kind ? Words<TaxNumberKind>.Of(kind).ToUpperInvariant() : "");
            writer.WriteField(number);
            writer.WriteField(supplier.Address);
            writer.WriteField(YesNo(supplier.HasW9));
            writer.WriteField(YesNo(supplier.IsForeign));
            writer.WriteField(supplier.Reportable is { } said ? YesNo(said) : "");
            writer.WriteField(YesNo(supplier.IsAttorney));
            writer.EndRecord();
        }
    }

    private static string YesNo(bool yes) => yes ? "yes" : "no";

    private static int? Code(CsvTable table)
    {
        var text = table.Text(ExemptCode);
        if (text.Length == 0)
            return null;
        if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var code) && code is >= 1 and <= LastCode)
            return code;
        table.Error(ExemptCode, $"{Quote.Of(text)} is no exempt payee code; expected a whole number from 1 to {LastCode}");
        return null;
    }
}
