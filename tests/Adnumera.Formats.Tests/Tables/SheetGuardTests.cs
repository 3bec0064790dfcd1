using System.Text;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Mapping;
using Adnumera.Formats.Tables;
using static Adnumera.Bench.SheetBombs;

namespace Adnumera.Formats.Tests.Tables;

/// <summary>Spreadsheets that are too much or damaged are refused in words, before they are read whole.</summary>
public sealed class SheetGuardTests
{
    private const string Main = "xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"";
    private static readonly DateOnly Today = new(2026, 11, 20);

    public static TheoryData<int, string> Bombs =>
        new()
        {
            { 0, "unpacks to more than 32 MB" },
            { 1, "unpacks to more than 32 MB" },
            { 2, "reaches to row 1048576" },
            { 3, "reaches to column 16384, in row 2" },
            { 4, "says that it reaches to XFD1048576" },
            { 5, "more than 32 MB of text" },
        };

    [Theory]
    [MemberData(nameof(Bombs))]
    public void A_small_package_that_would_fill_the_machine_is_refused(int bomb, string says) =>
        Assert.Contains(says, Problem(All[bomb].Make()), StringComparison.Ordinal);

    [Fact]
    public void The_limits_are_those_that_are_said()
    {
        string? Cell(int characters) =>
            SheetGuard.Problem(
                Sheet($"<row r=\"2\"><c r=\"A2\" t=\"inlineStr\"><is><t>{new string('A', characters)}</t></is></c></row>"),
                default
            );
        string? At(string cell, int row) => SheetGuard.Problem(Sheet($"<row r=\"{row}\"><c r=\"{cell}{row}\"><v>1</v></c></row>"), default);
        Assert.Null(Cell(10_000));
        Assert.Contains("more than 10,000 characters, in row 2", Cell(10_001), StringComparison.Ordinal);
        Assert.Null(At("A", 200_000));
        Assert.Contains("reaches to row 200001", At("A", 200_001), StringComparison.Ordinal);
        Assert.Null(At("IV", 2));
        Assert.Contains("reaches to column 257", At("IW", 2), StringComparison.Ordinal);
        Assert.Null(At("T", 199_999));
        Assert.Contains("4,400,000 cells", At("V", 200_000), StringComparison.Ordinal);
    }

    [Fact]
    public void A_damaged_package_is_an_error_of_the_file()
    {
        Assert.Contains(
            "damaged, or no spreadsheet",
            Problem(Encoding.UTF8.GetBytes("PK\u0003\u0004 and nothing else")),
            StringComparison.Ordinal
        );
        Assert.Contains("damaged, or no spreadsheet", Problem([.. All[2].Make().Take(300)]), StringComparison.Ordinal);
        Assert.Contains(
            "damaged, or no spreadsheet",
            Problem(Of(Text($"<!DOCTYPE x [<!ENTITY a \"aaaa\">]><worksheet {Main}><sheetData/></worksheet>"))),
            StringComparison.Ordinal
        );
        Assert.Contains("damaged, or no spreadsheet", Problem(Of(Text($"<worksheet {Main}><sheetData><row"))), StringComparison.Ordinal);

        // A shared string where there is no table of them, and a style that is not there: an error in words, whatever the reader makes of
        // it.
        Assert.NotEqual("", Problem(Sheet("<row r=\"2\"><c r=\"A2\" t=\"s\"><v>7</v></c></row>")));
        Assert.NotEqual("", Problem(Sheet("<row r=\"2\"><c r=\"A2\" s=\"99\"><v>1</v></c></row>")));
    }

    [Fact]
    public void A_package_without_a_sheet_is_refused()
    {
        using var stream = new MemoryStream();
        using (var zip = new System.IO.Compression.ZipArchive(stream, System.IO.Compression.ZipArchiveMode.Create, leaveOpen: true))
            zip.CreateEntry("[Content_Types].xml");
        Assert.Contains("has no sheet", Problem(stream.ToArray()), StringComparison.Ordinal);
    }

    [Fact]
    public void A_row_that_ends_early_is_blank_from_there_on()
    {
        var problems = new Problems();
        var rows = MappingSheet.ReadWhole(
            "b.xlsx",
            Sheet(Row(2, "category", "Leather", "5120") + Row(3, "category", "Glue", "5150") + Row(4, "category")),
            problems,
            Today,
            default,
            out _
        );
        Assert.Equal(["Glue", "Leather"], rows.Select(r => r.Key).Order(StringComparer.Ordinal));
        Assert.Equal((4L, "key"), (Assert.Single(problems.Errors).Row, problems.Errors[0].Column));
    }

    [Fact]
    public void Reading_stops_when_nobody_waits_for_it() =>
        Assert.Throws<OperationCanceledException>(() =>
            MappingSheet.ReadWhole("b.xlsx", All[0].Make(), new Problems(), Today, new CancellationToken(true), out _)
        );

    [Fact]
    public void A_cell_that_would_be_run_is_a_text_in_the_sheet_and_comes_back_as_it_was()
    {
        using var stream = new MemoryStream();
        MappingSheet.Write(
            stream,
            [
                new MappingRow
                {
                    Kind = KeyKind.Category,
                    Key = "=1+1",
                    Account = "5120",
                },
            ],
            new Chart([])
        );
        using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(stream.ToArray()));
        using var sheet = new StreamReader(
            zip.Entries.Single(e => e.FullName.EndsWith("worksheets/sheet1.xml", StringComparison.Ordinal)).Open()
        );
        Assert.DoesNotContain(System.Xml.Linq.XDocument.Load(sheet).Descendants(), e => e.Name.LocalName == "f");
        Assert.Equal("=1+1", MappingSheet.ReadWhole("b.xlsx", stream.ToArray(), new Problems(), Today, default, out _)[0].Key);
    }

    // OWASP, CSV Injection: a cell that begins with one of these is run.
    [Theory]
    [InlineData("=1+1")]
    [InlineData("+1")]
    [InlineData("-1")]
    [InlineData("@SUM(A1)")]
    [InlineData("\t=1")]
    [InlineData("\r=1")]
    [InlineData("'=1")]
    [InlineData("''+1")]
    public void A_text_that_would_be_run_gets_an_apostrophe_and_loses_it_again(string text)
    {
        Assert.Equal($"'{text}", SpreadsheetText.Harmless(text));
        Assert.Equal(text, SpreadsheetText.AsWritten(SpreadsheetText.Harmless(text)));
    }

    [Theory]
    [InlineData("Leather")]
    [InlineData("'Twas")]
    [InlineData("")]
    [InlineData("a=b")]
    public void Any_other_text_stays(string text) =>
        Assert.Equal((text, text), (SpreadsheetText.Harmless(text), SpreadsheetText.AsWritten(text)));

    private static string Problem(byte[] content)
    {
        var problems = new Problems();
        MappingSheet.ReadWhole("b.xlsx", content, problems, Today, default, out _);
        return problems.Errors.Count > 0 ? problems.Errors[0].Message : "";
    }

    private static byte[] Sheet(string rows) =>
        Of(Text($"<worksheet {Main}><sheetData>{Row(1, "key_kind", "key", "account")}{rows}</sheetData></worksheet>"));

    private static string Row(int row, params string[] cells) =>
        $"<row r=\"{row}\">{string.Concat(cells.Select((c, i) => Cell($"{(char)('A' + i)}{row}", c)))}</row>";

    private static string Cell(string at, string text) => $"<c r=\"{at}\" t=\"inlineStr\"><is><t>{text}</t></is></c>";
}
