using System.IO.Compression;
using System.Text;
using MiniExcelLibs;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>Tables of any columns by a layout: delimited as RFC 4180 has it, and XLSX.</summary>
public class LayoutTests
{
    private const string German = """
        { "columns": {"document_date": "Datum", "net": "Betrag", "supplier": ["Händler", "Ort"], "description": "Text"},
          "constants": {"payment_account": "4417", "currency": "EUR"},
          "date": "dd.MM.yyyy", "decimal": ",", "group": ".", "delimiter": ";", "encoding": "windows-1252", "header_row": 3,
          "amounts": "charges_negative" }
        """;

    private const string Rows =
        "Kontoauszug\r\n\r\nDatum;Händler;Ort;Text;Betrag\r\n12.11.2026; Marrow ;Köln;\"Leder; rot\";-1.234,50\r\n"
        + "13.11.2026;Marrow;;Gutschrift;10,00\r\n14.11.2026;Marrow;;Prüfung;0,00\r\n15.11.2026;Bäcker;;Brot;-2,00\r\n15.11.2026;Bäcker;;"
        + "Brot;-2,00\r\n";

    private static int Run(Pipeline files, string layout, string table, params string[] more)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        files
            .With("layout.json", layout)
            .With(
                "t.csv",
                Encoding.GetEncoding(layout.Contains("1252", StringComparison.Ordinal) ? 1252 : 65001).GetBytes(table).ToArray()
            );
        return files.ReadAll(["t.csv"], ["--layout", files.Path("layout.json"), .. more]);
    }

    [Fact]
    public void Dates_decimals_groups_encoding_and_signs_are_as_the_layout_says()
    {
        using var files = new Pipeline();
        Assert.Equal(3, Run(files, German, Rows, "--strict")); // one row is zero
        Assert.Equal(
            [
                "card_charge|2026-11-12|Marrow Köln|4417|EUR|1234.50|Leder; rot",
                "card_refund|2026-11-13|Marrow|4417|EUR|10.00|Gutschrift",
                "card_charge|2026-11-15|Bäcker|4417|EUR|2.00|Brot",
                "card_charge|2026-11-15|Bäcker|4417|EUR|2.00|Brot",
            ],
            files.Documents("kind", "document_date", "supplier", "payment_account", "currency", "document_total", "description")
        );
        Assert.Equal("zero", Assert.Single(files.Skipped()).Split('|')[3]);
        var ids = files.Documents("source_id");
        Assert.Equal(4, ids.Distinct().Count());
        Assert.Equal($"{ids[2]}-2", ids[3]);
        Assert.Matches("^[0-9a-f]{16}$", ids[0]);

        // The same file again gives the same ids, in whichever encoding it stands.
        var utf8 = German.Replace("windows-1252", "utf-8", StringComparison.Ordinal);
        Run(files, utf8, Rows);
        Assert.Equal(ids, files.Documents("source_id"));
    }

    [Fact]
    public void Rows_of_equal_values_are_one_document()
    {
        const string Layout = """
            {"columns": {"kind": "Type", "reference": "No", "supplier": "Vendor", "document_date": "Day", "net": "Amount", "tax": "VAT"},
             "document": ["reference"]}
            """;
        using var files = new Pipeline();
        const string Table =
            "Type,No,Vendor,Day,Amount,VAT\nbill,R1,Marrow,2026-11-12,10.00,1.00\nbill,R2,Hexham,2026-11-12,5.00,\nbill,r1,marrow,"
            + "2026-11-12,20.00,2.00\n"
            + "bill,,Quay,2026-11-12,1.00,\nbill,,Quay,2026-11-13,1.00,\n";
        Assert.Equal(0, Run(files, Layout, Table));
        Assert.Equal(
            ["R1|1|33.00|10.00|1.00", "R1|2|33.00|20.00|2.00", "R2|1|5.00|5.00|0.00", "|1|1.00|1.00|0.00", "|1|1.00|1.00|0.00"],
            files.Documents("reference", "line", "document_total", "net", "tax")
        );
        Assert.Equal(2, Run(files, Layout, Table.Replace("r1,marrow", "r1,Hexham", StringComparison.Ordinal)));
        Assert.Contains("t.csv:4: Vendor (supplier): \"Hexham\" differs from \"Marrow\" on row 2", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_wrong_is_said_by_their_row_and_column_and_nothing_is_written()
    {
        using var files = new Pipeline();
        Assert.Equal(
            2,
            Run(
                files,
                German,
                Rows.Replace("13.11.2026", "31.11.2026", StringComparison.Ordinal).Replace("-2,00", "-2.0,00", StringComparison.Ordinal)
            )
        );
        Assert.Contains("t.csv:5: Datum (document_date): \"31.11.2026\" is not a date", files.Errors, StringComparison.Ordinal);
        Assert.Contains("t.csv:7: Betrag (net): \"-2.0,00\" is not an amount", files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
        Assert.Equal(2, Run(files, German, Rows.Replace("Betrag", "Summe", StringComparison.Ordinal)));
        Assert.Contains("t.csv:3: Betrag: the column is missing", files.Errors, StringComparison.Ordinal);
        Assert.Equal(2, Run(files, "{\"columns\": {\"nett\": \"A\"}}", "A\n1\n"));
        Assert.Contains("layout.json: nett: is no column of documents.csv", files.Errors, StringComparison.Ordinal);
        Assert.Equal(2, Run(files, German.Replace("\"4417\"", "\"4417\", \"source\": \"shop\"", StringComparison.Ordinal), Rows));
        Assert.Contains("is another source", files.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\"currency\": \"EURO\"", "layout.json: currency: \"EURO\" is not a currency")]
    [InlineData("\"kind\": \"invoice\"", "layout.json: kind: \"invoice\" is not known")]
    [InlineData("\"due_date\": \"soon\"", "layout.json: due_date: \"soon\" is not a date")]
    [InlineData("\"tax\": \"1,00\"", "layout.json: tax: \"1,00\" is not an amount")]
    [InlineData("\"line\": \"1.5\"", "layout.json: line: \"1.5\" is not a whole number")]
    [InlineData("\"not_duplicate\": \"maybe\"", "layout.json: not_duplicate: \"maybe\" is not known")]
    [InlineData("\"quantity\": \"two\"", "layout.json: quantity: \"two\" is not a number")]
    public void What_a_layout_says_of_every_row_is_wrong_once_and_of_the_layout(string constant, string error)
    {
        using var files = new Pipeline();
        var layout = "{\"columns\": {\"document_date\": \"Day\", \"net\": \"Amount\"}, \"constants\": {" + constant + "}}";
        Assert.Equal(2, Run(files, layout, "Day,Amount\n2026-11-12,1.00\n2026-11-13,2.00\n"));
        Assert.Contains(error, files.Errors, StringComparison.Ordinal);
        Assert.DoesNotContain("t.csv", files.Errors, StringComparison.Ordinal);
        Assert.False(Directory.Exists(files.Path("out")));
    }

    [Fact]
    public void Where_charges_are_negative_whatever_the_kind_is_said_to_be_is_passed_over()
    {
        using var files = new Pipeline();
        const string Layout = """
            {"columns": {"document_date": "Day", "net": "Amount"}, "constants": {"kind": "whatever"}, "amounts": "charges_negative"}
            """;
        Assert.Equal(0, Run(files, Layout, "Day,Amount\n2026-11-12,-1.00\n"));
        Assert.Equal(["card_charge|1.00"], files.Documents("kind", "net"));
    }

    [Fact]
    public void A_currency_that_nobody_says_stays_blank_for_it_is_the_companys()
    {
        using var files = new Pipeline();
        const string Layout =
            """{"columns": {"document_date": "Day", "net": "Amount", "currency": "Cur"}, "constants": {"kind": "bill"}}""";
        Assert.Equal(0, Run(files, Layout, "Day,Amount,Cur\n2026-11-12,1.00,\n2026-11-13,2.00,EUR\n"));
        Assert.Equal(["|1.00", "EUR|2.00"], files.Documents("currency", "net"));
    }

    [Theory] // ECMA-376, part 1, 18.17.4.1: day 0 is 1 January 1904, 1,462 days after that of the other system.
    [InlineData("", "2026-11-12")]
    [InlineData("<workbookPr date1904=\"0\"/>", "2026-11-12")]
    [InlineData("<workbookPr date1904=\"1\"/>", "2030-11-13")]
    [InlineData("<workbookPr date1904=\"true\"/>", "2030-11-13")]
    public void A_workbook_counts_its_days_as_it_says(string says, string day)
    {
        using var stream = new MemoryStream();
        stream.SaveAs(new[] { new { Day = new DateTime(2026, 11, 12), Amount = 1.5 } });
        using (var package = new ZipArchive(stream, ZipArchiveMode.Update, leaveOpen: true))
        {
            var part = package.GetEntry("xl/workbook.xml")!;
            string workbook;
            using (var reader = new StreamReader(part.Open()))
                workbook = reader.ReadToEnd();
            part.Delete();
            using var writer = new StreamWriter(package.CreateEntry("xl/workbook.xml").Open());
            var sheets = workbook.IndexOf("<x:sheets", StringComparison.Ordinal);
            writer.Write(workbook.Insert(sheets, says.Replace("<workbookPr", "<x:workbookPr", StringComparison.Ordinal)));
        }

        using var files = new Pipeline();
        files
            .With("layout.json", """{"columns": {"document_date": "Day", "net": "Amount"}, "constants": {"kind": "bill"}}""")
            .With("t.xlsx", stream.ToArray());
        Assert.Equal(0, files.ReadAll(["t.xlsx"], "--layout", files.Path("layout.json")));
        Assert.Equal([$"{day}|1.50"], files.Documents("document_date", "net"));
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{")]
    public void A_layout_that_is_none_is_never_passed_over(string layout)
    {
        using var files = new Pipeline();
        Assert.Equal(2, Run(files, layout, "source,source_id,kind,document_date,document_total,line,net\n"));
        Assert.Contains("layout.json:1:", files.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public void A_workbook_says_itself_what_is_a_day_and_what_a_number()
    {
        using var files = new Pipeline();
        using var book = new MemoryStream();
        book.SaveAs(
            new[]
            {
                new Dictionary<string, object>
                {
                    ["Day"] = new DateTime(2026, 11, 12),
                    ["Shop"] = "=Marrow",
                    ["Amount"] = -12.5,
                },
                new Dictionary<string, object>
                {
                    ["Day"] = "13/11/2026",
                    ["Shop"] = "Hexham",
                    ["Amount"] = "1 200,25",
                },
            }
        );
        files.With("t.xlsx", book.ToArray());
        files.With(
            "layout.json",
            """
            {"columns": {"document_date": "Day", "supplier": "Shop", "net": "Amount"}, "date": "dd/MM/yyyy", "decimal": ",", "group": " ",
             "amounts": "charges_negative"}
            """
        );
        Assert.Equal(0, files.ReadAll(["t.xlsx"], "--layout", files.Path("layout.json")));
        Assert.Equal(
            ["card_charge|2026-11-12|=Marrow|12.50", "card_refund|2026-11-13|Hexham|1200.25"],
            files.Documents("kind", "document_date", "supplier", "net")
        );
    }

    [Fact]
    public void The_documents_file_needs_no_layout_and_names_the_source_itself()
    {
        using var files = new Pipeline();
        const string Documents =
            "source,source_id,kind,document_date,supplier,document_total,line,net\nbank,1,bill,2026-11-12,Marrow,5.00,1,5.00\n";
        Assert.Equal(0, files.Read("d.csv", Documents));
        Assert.Equal(["bank|1|Marrow"], files.Documents("source", "source_id", "supplier"));
        Assert.Equal(0, Run(files, German.Replace("windows-1252", "utf-8", StringComparison.Ordinal), Documents));
        Assert.Equal(2, files.Read("d.csv", Documents.Replace("bank,", "shop,", StringComparison.Ordinal)));
        Assert.Contains("d.csv:2: source: \"shop\" is another source; expected \"bank\"", files.Errors, StringComparison.Ordinal);
    }
}
