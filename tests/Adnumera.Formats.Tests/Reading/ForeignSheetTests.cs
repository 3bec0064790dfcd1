using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Reading;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>Tables that another spreadsheet program saved in several locales (fixtures/sheets), read by what is detected of them.</summary>
public class ForeignSheetTests
{
    [Theory]
    [InlineData("de.csv", ";", "windows-1252", "dd.MM.yy", ",", "")]
    [InlineData("de-CH.csv", ";", "windows-1252", "dd.MM.yy", ".", "\u2019")]
    [InlineData("fr.csv", ";", "utf-8", "dd/MM/yy", ",", "\u202F")]
    [InlineData("en-GB.csv", ",", "utf-8", "dd/MM/yy", ".", "")]
    [InlineData("en-US.csv", ",", "utf-8", "MM/dd/yy", ".", "")]
    [InlineData("de.xlsx", "", "", "yyyy-MM-dd", ".", "")]
    [InlineData("de-CH.xlsx", "", "", "yyyy-MM-dd", ".", "\u2019")]
    [InlineData("fr.xlsx", "", "", "yyyy-MM-dd", ",", "\u202F")]
    [InlineData("en-GB.xlsx", "", "", "yyyy-MM-dd", ".", "")]
    [InlineData("en-US.xlsx", "", "", "yyyy-MM-dd", ".", "")]
    public void Each_comes_as_the_same_documents(string name, string delimiter, string encoding, string date, string point, string group)
    {
        var file = new ArrivedFile(name, File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "Reading", "fixtures", "sheets", name)));
        var look = TableLook.Of(file);
        if (delimiter.Length > 0)
            Assert.Equal((delimiter, encoding), ($"{look.Written.Delimiter}", look.Written.Encoding));
        Assert.Contains(date, look.Columns[0].Dates);
        Assert.Contains(point, look.Columns[3].Decimals);
        Assert.Equal((group, true), (look.Columns[3].Group, look.Columns[3].IsNegative));
        Assert.All(look.Columns.Take(3), c => Assert.Equal("", c.Group)); // texts have spaces, and are no numbers

        string[] ours = ["document_date", "supplier", "description", "net"];
        var layout = look.Written with
        {
            Columns = look.Columns.Zip(ours).ToDictionary(p => p.Second, p => (IReadOnlyList<string>)[p.First.Name]),
            Date = date,
            Decimal = point,
            Group = group,
            Amounts = AmountsMeaning.ChargesNegative,
        };
        var problems = new Problems();
        var read = OpenForms.All.Read(file, new ReadingChoices("Card", Currency.Usd) { Layout = layout }, problems);
        Assert.Empty(problems.Errors);
        Assert.Equal(
            [
                (new DateOnly(2026, 11, 5), "Hexham Tannery", "Leder, naturgegerbt \"A\" – 4 Häute", DocumentKind.CardCharge, 1234_56),
                (new DateOnly(2026, 11, 12), "Larkspur Foil & Co", "Goldfolie", DocumentKind.CardCharge, 9_80),
                (new DateOnly(2026, 11, 13), "Müller Façade Papers", "Retour n° 7", DocumentKind.CardRefund, 25_00),
            ],
            read.OfType<ArrivedRecord.Taken>()
                .Select(t => t.Document)
                .Select(d => (d.Date, d.Supplier, d.Lines[0].Description, d.Kind, d.Total))
        );
    }
}
