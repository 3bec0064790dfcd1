using System.Globalization;
using CsvHelper;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>
/// E-invoices that another program made, the npm package @e-invoice-eu/core (fixtures/make.mjs), in both syntaxes of EN 16931 and as a
/// PDF (Factur-X): what each must say was reckoned apart from it and from us.
/// </summary>
public class ForeignInvoiceTests
{
    private static readonly string Folder = Path.Combine(AppContext.BaseDirectory, "Reading", "fixtures");

    private sealed record Expected(string Name, string Total, string Nets, string Taxes, string Notes, string FirstCode);

    private static IReadOnlyList<Expected> All()
    {
        using var reader = CsvReader.FromFile(Path.Combine(Folder, "expected.csv"), new CsvReaderOptions { Separator = ',' });
        var all = new List<Expected>();
        while (reader.Read())
            all.Add(
                new(
                    reader.GetString("name"),
                    reader.GetString("total"),
                    reader.GetString("nets"),
                    reader.GetString("taxes"),
                    reader.GetString("notes"),
                    reader.GetString("first_code")
                )
            );
        return all;
    }

    private static string Sum(IEnumerable<string> amounts) =>
        amounts.Sum(a => decimal.Parse(a, CultureInfo.InvariantCulture)).ToString("0.00", CultureInfo.InvariantCulture);

    [Theory]
    [InlineData("ubl")]
    [InlineData("cii")]
    public void Each_is_read_to_the_cent(string syntax)
    {
        var all = All();
        Assert.Equal(12, all.Count);
        foreach (var expected in all)
        {
            using var files = new Pipeline();
            files.With($"{expected.Name}.xml", File.ReadAllBytes(Path.Combine(Folder, $"{expected.Name}.{syntax}.xml")));
            Assert.Equal(0, files.ReadAll([$"{expected.Name}.xml"]));
            var kind = int.Parse(expected.Name, CultureInfo.InvariantCulture) % 5 == 0 ? "supplier_credit" : "bill";
            Assert.Equal(
                $"DE811152493/F-{expected.Name}|{kind}|Marrow GmbH|{expected.Total}|{expected.Notes}",
                files.Documents("source_id", "kind", "supplier", "document_total", "notes").Distinct().Single()
            );
            Assert.Equal(
                (expected.Nets, expected.Taxes, expected.FirstCode),
                (Sum(files.Documents("net")), Sum(files.Documents("tax")), files.Documents("tax_code")[0])
            );
        }
    }

    [Fact]
    public void Both_syntaxes_say_the_same_and_so_does_the_PDF()
    {
        // Not the due date of a credit note: that program leaves it out of UBL.
        static string[] Read(Pipeline files, string name)
        {
            files.With(name, File.ReadAllBytes(Path.Combine(Folder, name)));
            Assert.Equal(0, files.ReadAll([name]));
            return files.Documents(
                "source_id",
                "kind",
                "document_date",
                "document_total",
                "line",
                "description",
                "item",
                "quantity",
                "unit_price",
                "net",
                "tax_code",
                "tax"
            );
        }

        using var files = new Pipeline();
        foreach (var expected in All())
            Assert.Equal(Read(files, $"{expected.Name}.ubl.xml"), Read(files, $"{expected.Name}.cii.xml"));
        Assert.Equal(Read(files, "1.cii.xml"), Read(files, "1.pdf"));
        Assert.Equal("1.pdf", files.Documents("attachment")[0]);
    }
}
