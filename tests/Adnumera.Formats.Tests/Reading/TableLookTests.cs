using System.Text;
using Adnumera.Core.Sources;
using Adnumera.Formats.Layouts;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>What is detected of a table, and what is left to a person because several things fit.</summary>
public class TableLookTests
{
    private static TableLook Look(string text, string encoding = "utf-8")
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        return TableLook.Of(new ArrivedFile("t.csv", Encoding.GetEncoding(encoding).GetBytes(text)));
    }

    [Theory]
    [InlineData("Day,Shop,Amount\n2026-11-12,\"Marrow, Oake\",1.50\n", ',', 1)]
    [InlineData("Day;Shop;Amount\n12.11.2026;Marrow, Oake, Sons;1,50\n", ';', 1)]
    [InlineData("Day\tShop\tAmount\n12.11.2026\tMarrow\t1,50\n", '\t', 1)]
    [InlineData("Fair\n\nDay;Shop;Amount\n12.11.2026;Marrow;1,50\n", ';', 3)]
    [InlineData("Account;4417;\nDay;Shop;Amount\n12.11.2026;Marrow;1,50\n", ';', 2)]
    public void The_delimiter_and_the_header_are_found(string text, char delimiter, int row)
    {
        var look = Look(text);
        Assert.Equal((delimiter, row), (look.Written.Delimiter, look.Written.HeaderRow));
        Assert.Equal(["Day", "Shop", "Amount"], look.Columns.Select(c => c.Name));
    }

    [Theory]
    [InlineData("utf-8", "utf-8")]
    [InlineData("windows-1252", "windows-1252")]
    [InlineData("utf-16", "utf-16")]
    public void The_encoding_is_found(string written, string found)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var of = Encoding.GetEncoding(written);
        byte[] content = [.. written == "utf-16" ? of.GetPreamble() : [], .. of.GetBytes("Day;Café\n2026-11-12;Crème\n")];
        var look = TableLook.Of(new ArrivedFile("t.csv", content));
        Assert.Equal((found, "Café", "Crème"), (look.Written.Encoding, look.Columns[1].Name, look.Rows[0][1]));
    }

    [Fact]
    public void Where_several_patterns_or_signs_fit_all_of_them_are_named_and_none_is_chosen()
    {
        var unclear = Look("Day;Amount\n03/04/2026;1.234\n").Columns;
        Assert.Equal(["dd/MM/yyyy", "MM/dd/yyyy"], unclear[0].Dates);
        Assert.Equal([".", ","], unclear[1].Decimals);
        var clear = Look("Day;Amount\n03/04/2026;1.234\n25/04/2026;-1.234,50\n1/5/2026;-7\n").Columns;
        Assert.Equal(["d/M/yyyy"], clear[0].Dates);
        Assert.Equal([","], clear[1].Decimals);
        Assert.True(clear[1].IsNegative);
    }

    [Fact]
    public void What_is_no_date_and_no_number_fits_nothing()
    {
        var columns = Look("Day;Shop\n2026-11-12;Marrow\nlater;7\n").Columns;
        Assert.Empty(columns[0].Dates);
        Assert.Empty(columns[1].Decimals);
    }

    [Fact]
    public void Tables_of_the_same_columns_have_the_same_key_however_they_are_written() =>
        Assert.Equal(Look("Day;Shop\n1;2\n").HeaderKey, Look("day,SHOP \n3,4\n").HeaderKey);
}
