using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>suppliers.csv: what is known of suppliers for information returns.</summary>
public static class ReturnSuppliersFile
{
    private const int Supplier = 0,
        LegalName = 1,
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

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "supplier* legal_name business_name classification exempt_code tax_number_kind tax_number address w9 foreign reportable attorney"
    );

    /// <summary>Reads the suppliers; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<ReturnSupplier> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var suppliers = new List<ReturnSupplier>();
        var known = new Dictionary<string, long>(Folded.Comparer);
        while (table.Read())
        {
            var supplier = new ReturnSupplier
            {
                Name = table.Required(Supplier),
                LegalName = table.Text(LegalName),
                Classification = table.Text(Classification).Length == 0 ? null : table.Word<TaxClassification>(Classification),
                ExemptCode = Code(table),
                NumberKind = table.Text(NumberKind).Length == 0 ? null : table.Word<TaxNumberKind>(NumberKind),
                Number = table.Text(Number),
                Address = table.Text(Address),
                HasW9 = table.YesNo(W9, blank: false),
                IsForeign = table.YesNo(Foreign, blank: false),
                Reportable = table.Text(Reportable).Length == 0 ? null : table.YesNo(Reportable, blank: false),
                IsAttorney = table.YesNo(Attorney, blank: false),
            };
            if (supplier.Name.Length == 0)
                continue;
            if (known.TryAdd(supplier.Name, table.Row))
                suppliers.Add(supplier);
            else
                table.Error(Supplier, $"{Quote.Of(supplier.Name)} stands twice; first on row {known[supplier.Name]}");
        }

        return suppliers;
    }

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
