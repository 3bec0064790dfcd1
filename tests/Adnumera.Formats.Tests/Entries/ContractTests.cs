using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Tests.Entries;

/// <summary>The rules of the public page of formats, one by one, from text to text.</summary>
public class ContractTests
{
    private const string Chart = """
        account,kind,role,active
        AP,liability,payables_control,
        AP2,liability,,
        CARD,liability,card,
        EMP,liability,employee_payable,
        VAT,asset,input_tax,
        ROUND,expense,rounding,
        SUSP,liability,suspense,
        BANK,asset,bank,
        C1,expense,,
        C2,expense,,
        C3,cost_of_sales,,
        INC,income,,
        OLD,expense,,no
        OLDL,liability,,no
        """;

    private const string Mapping = """
        key_kind,key,for_source,account,group,tax_code,department,location,project,recoverable_percent,effective_from
        category,Leather,,C1,,,,,,,
        category,Grouped,,,Skins,,,,,,
        category_group,Skins,,C2,,,,,,,
        category,Old,,OLD,,,,,,,
        category,Bank,,BANK,,,,,,,
        category,Taxed,,C1,,V,Bench,,,,
        category,Changing,,C1,,,,,,,
        category,Changing,,C2,,,,,,,2026-11-01
        category,Changing,,,,,,,,,2026-12-01
        category,Mine,,C1,,,,,,,
        category,Mine,web,C2,,,,,,,2026-11-01
        item,Goat,,C3,,,,,,,
        cost_code,03-100,,C1,,,,,,,
        cost_code_group,03,,C2,,,,,,,
        supplier,Marrow,,C3,Tanners,,,,,,
        supplier,Hexham,,,Tanners,,,,,,
        supplier_group,Tanners,,C2,,,,,,,
        source,Shop,,C1,,,,,,,
        supplier_payable,Rent Ltd,,AP2,,,,,,,
        supplier_payable,Gone Ltd,,AP2,,,,,,,
        supplier_payable,Gone Ltd,,,,,,,,,2026-01-01
        settlement,Card,,CARD,,,,,,,
        settlement,On account,,AP,,,,,,,
        settlement,Broken,,INC,,,,,,,
        settlement,Closed,,OLDL,,,,,,,
        payment_account,4417,,CARD,,,,,,,
        tax_code,V,,,,,,,,100,
        tax_code,H,,,,,,,,50,
        tax_code,W,,INC,,,,,,100,
        tax_code,N,,,,,,,,0,
        """;

    private const string Header =
        "source,source_id,kind,document_date,supplier,employee,payment_account,settlement,document_total,line,category,item,"
        + "cost_code,net,tax_code,tax,account,original_account,department\n";

    private static (string[] Entries, string[] Held) Compose(string rows, CompositionSettings? settings = null, string chart = Chart)
    {
        settings ??= new CompositionSettings();
        var problems = new Problems();
        byte[] Bytes(string text) => Encoding.UTF8.GetBytes(text.ReplaceLineEndings("\n"));
        var accounts = ChartFile.Read("chart.csv", Bytes(chart), problems);
        var book = MappingFile.Read("mapping.csv", Bytes(Mapping), problems);
        var documents = DocumentsFile.Read("documents.csv", Bytes(Header + rows), settings.Currency, problems);
        Assert.Empty(problems.Errors);
        var composer = new Composer(new Chart(accounts.Select(a => a.Account)), new MappingBook(book), settings);
        var watch = new DuplicateWatch();
        using var entries = new MemoryStream();
        using var held = new MemoryStream();
        using (var entriesFile = new EntriesFile(entries))
        using (var heldFile = new HeldFile(held))
        {
            foreach (var document in documents.Select(d => d.Document))
            {
                var composed = composer.Compose(document, watch.Observe(document));
                if (composed is Composition.Coded)
                    entriesFile.Write(composed);
                else
                    heldFile.Write(composed);
            }
        }

        return (Rows(entries, "account", "debit", "credit", "rung"), Rows(held, "line", "reason", "value"));
    }

    private static string[] Rows(MemoryStream stream, params string[] columns)
    {
        using var reader = CsvHelper.CsvReader.Create(stream.ToArray(), new CsvHelper.CsvReaderOptions { Separator = ',' });
        var rows = new List<string>();
        while (reader.Read())
            rows.Add(string.Join(' ', columns.Select(reader.GetString).Where(f => f is not ("" or "0.00"))));
        return [.. rows];
    }

    private static string Bill(
        string line,
        string total = "10.00",
        string supplier = "Nobody",
        string settlement = "",
        string source = "web",
        string date = "2026-11-12"
    ) => $"{source},1,bill,{date},{supplier},,,{settlement},{total},{line}\n";

    [Theory]
    [InlineData("1,Leather,,,10.00,,,,,", "C1 10.00 category")]
    [InlineData("1,Leather,Goat,,10.00,,,,,", "C3 10.00 item")]
    [InlineData("1,,,03-100,10.00,,,,,", "C1 10.00 cost_code")]
    [InlineData("1,,,03-100.5,10.00,,,,,", "C2 10.00 cost_code_group")]
    [InlineData("1,Leather,,03-9,10.00,,,,,", "C2 10.00 cost_code_group")]
    [InlineData("1,grouped,,,10.00,,,,,", "C2 10.00 category_group")]
    [InlineData("1,Leather,Goat,,10.00,,,C2,C1,", "C2 10.00 person")]
    [InlineData("1,Leather,Goat,,10.00,,,,C2,", "C2 10.00 original")]
    [InlineData("1,Unknown,,,10.00,,,INC,,", "INC 10.00 person")] // an income account is allowed, though a person is asked
    public void A_line_goes_where_the_first_matching_rung_says(string line, string cost) =>
        Assert.Equal([cost, "AP 10.00 offset"], Compose(Bill(line)).Entries);

    [Theory]
    [InlineData("Marrow", "C3 10.00 supplier")]
    [InlineData("hexham", "C2 10.00 supplier_group")]
    public void Without_a_category_the_supplier_and_its_group_decide(string supplier, string cost) =>
        Assert.Equal([cost, "AP 10.00 offset"], Compose(Bill("1,,,,10.00,,,,,", supplier: supplier)).Entries);

    [Theory]
    [InlineData("Shop", "C1 10.00 source")]
    [InlineData("shop", null)] // a source compares exactly
    public void Last_comes_the_source(string source, string? cost)
    {
        var (entries, held) = Compose(Bill("1,,,,10.00,,,,,", source: source));
        if (cost is null)
            Assert.Equal(["1 unmapped Nobody"], held);
        else
            Assert.Equal([cost, "AP 10.00 offset"], entries);
    }

    [Theory]
    [InlineData("2026-10-31", "web", "Changing", "C1")]
    [InlineData("2026-11-01", "web", "Changing", "C2")]
    [InlineData("2026-12-01", "web", "Changing", null)]
    [InlineData("2026-10-31", "web", "Mine", "C1")]
    [InlineData("2026-11-30", "web", "Mine", "C2")]
    [InlineData("2026-11-30", "card", "Mine", "C1")]
    public void Dates_and_sources_choose_the_row_in_force(string date, string source, string category, string? account)
    {
        var (entries, held) = Compose(Bill($"1,{category},,,10.00,,,,,", source: source, date: date));
        if (account is null)
            Assert.Equal([$"1 unmapped {category}"], held);
        else
            Assert.Equal($"{account} 10.00 category", entries[0]);
    }

    [Theory]
    [InlineData("Nobody", "", "AP")]
    [InlineData("Rent Ltd", "", "AP2")]
    [InlineData("Gone Ltd", "", "AP")] // its own account was ended
    [InlineData("Rent Ltd", "card", "CARD")]
    [InlineData("Rent Ltd", "On  Account", "AP2")]
    public void The_offset_of_a_bill(string supplier, string settlement, string account) =>
        Assert.Equal(
            $"{account} 10.00 offset",
            Compose(Bill("1,Leather,,,10.00,,,,,", supplier: supplier, settlement: settlement)).Entries[^1]
        );

    [Theory]
    [InlineData("1,Unknown,,,10.00,,,,,", "Nobody", "", "10.00", "1 unmapped Unknown")]
    [InlineData("1,,X,Y,10.00,,,,,", "Nobody", "", "10.00", "1 unmapped X")]
    [InlineData("1,Z,,Y,10.00,,,,,", "Nobody", "", "10.00", "1 unmapped Y")]
    [InlineData("1,Old,,,10.00,,,,,", "Nobody", "", "10.00", "1 mapping_broken OLD")]
    [InlineData("1,Bank,,,10.00,,,,,", "Nobody", "", "10.00", "1 mapping_broken BANK")]
    [InlineData("1,Leather,,,10.00,,,zzz,,", "Nobody", "", "10.00", "1 mapping_broken zzz")]
    [InlineData("1,Leather,,,10.00,,,,,", "Nobody", "Cash", "10.00", "settlement_unmapped Cash")]
    [InlineData("1,Leather,,,10.00,,,,,", "Nobody", "Broken", "10.00", "mapping_broken INC")]
    [InlineData("1,Leather,,,10.00,,,,,", "Nobody", "Closed", "10.00", "mapping_broken OLDL")]
    [InlineData("1,Leather,,,10.00,,,,,", "Nobody", "", "10.01", "arithmetic 0.01")]
    [InlineData("1,Leather,,,10.00,,,,,", "Nobody", "", "9.00", "arithmetic -1.00")]
    [InlineData("1,Leather,,,-10.00,,,,,", "Nobody", "", "-10.00", "sign -10.00")]
    [InlineData("1,Leather,,,10.00,,,,,", "", "", "10.00", "supplier_missing")]
    [InlineData("1,Leather,,,8.00,Q,2.00,,,", "Nobody", "", "10.00", "1 tax_code_unmapped Q")]
    [InlineData("1,Leather,,,8.00,W,2.00,,,", "Nobody", "", "10.00", "1 mapping_broken INC")]
    public void Each_reason_with_its_place_and_value(string line, string supplier, string settlement, string total, string reason) =>
        Assert.Equal([reason], Compose(Bill(line, total, supplier, settlement)).Held);

    [Theory]
    [InlineData("a,1,card_charge,2026-11-12,,,,,10.00,1,Leather,,,10.00,,,,,", "payment_account_missing")]
    [InlineData("a,1,card_charge,2026-11-12,,,9999,,10.00,1,Leather,,,10.00,,,,,", "payment_account_unmapped 9999")]
    [InlineData("a,1,expense_claim,2026-11-12,,,,,10.00,1,Leather,,,10.00,,,,,", "employee_missing")]
    public void Reasons_of_the_other_kinds(string row, string reason) => Assert.Equal([reason], Compose(row + "\n").Held);

    [Theory]
    [InlineData("8.00,V,2.00", "C1 8.00 category|VAT 2.00 tax")]
    [InlineData("8.00,H,2.01", "C1 9.00 category|VAT 1.01 tax")] // 1.005 rounds half away from zero
    [InlineData("-8.00,H,-2.01", "C1 9.00 category|VAT 1.01 tax")]
    [InlineData("8.00,N,2.00", "C1 10.00 category")]
    [InlineData("8.00,,2.00", "C1 10.00 category")]
    [InlineData("0.00,V,2.00", "VAT 2.00 tax")] // an entry line of zero is never written
    public void Tax(string netCodeTax, string lines)
    {
        var parts = netCodeTax.Split(',');
        var total =
            decimal.Parse(parts[0], System.Globalization.CultureInfo.InvariantCulture)
            + decimal.Parse(parts[2], System.Globalization.CultureInfo.InvariantCulture);
        var negative = total < 0;

        // A negative line in a document whose total is not: another line makes up for it.
        var rows = Bill(
            $"1,Leather,,,{netCodeTax},,,",
            negative ? "89.99" : total.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)
        );
        if (negative)
            rows += Bill("2,,Goat,,100.00,,,,,", "89.99");
        var entries = Compose(rows).Entries;
        Assert.Equal(
            lines.Split('|'),
            entries.Where(e => e.Contains(" category", StringComparison.Ordinal) || e.Contains(" tax", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_mapping_fills_tax_code_and_dimension_before_the_tax_is_looked_at() =>
        Assert.Equal(["C1 8.00 category", "VAT 2.00 tax", "AP 10.00 offset"], Compose(Bill("1,Taxed,,,8.00,,2.00,,,")).Entries);

    [Fact]
    public void Suspense_the_tolerance_and_the_first_open_day()
    {
        var settings = new CompositionSettings
        {
            WhenNothingMaps = WhenNothingMaps.Suspense,
            RoundingTolerance = 2,
            LockedThrough = new DateOnly(2026, 11, 12),
            EntryDate = EntryDateRule.FirstOpenDay,
        };
        Assert.Equal(
            ["SUSP 9.98 fallback", "ROUND 0.02 rounding", "AP 10.00 offset"],
            Compose(Bill("1,Unknown,,,9.98,,,,,"), settings).Entries
        );
        Assert.Equal(
            ["period_locked 2026-11-12"],
            Compose(Bill("1,Leather,,,10.00,,,,,"), settings with { EntryDate = EntryDateRule.DocumentDate }).Held
        );
    }

    [Fact]
    public void A_role_that_nobody_fills_is_named_where_it_is_needed() =>
        Assert.Equal(
            ["role_missing payables_control", "1 role_missing input_tax"],
            Compose(
                Bill("1,Leather,,,8.00,V,2.00,,,"),
                chart: "account,kind,role,active\nC1,expense,,\nAP,liability,payables_control,no\n"
            ).Held
        );

    [Fact]
    public void A_zero_line_is_not_resolved_and_a_zero_total_has_no_offset()
    {
        Assert.Equal(
            ["C1 10.00 category", "AP 10.00 offset"],
            Compose(Bill("1,Leather,,,10.00,,,,,") + Bill("2,Unknown,,,0.00,,,zzz,,")).Entries
        );
        Assert.Equal(
            ["C1 10.00 category", "C3 10.00 item"],
            Compose(
                Bill("1,Leather,,,10.00,,,,,", "0.00", settlement: "Cash") + Bill("2,,Goat,,-10.00,,,,,", "0.00", settlement: "Cash")
            ).Entries
        );
    }

    [Fact] // RFC 4180: a field with a comma, a quote or a line break is quoted, a quote inside is doubled; every line ends with CR LF.
    public void What_is_written_is_rfc_4180_and_reads_back_the_same()
    {
        string[] nasty = ["a,b", "say \"no\"", "two\r\nlines", "=1+1", " padded ", "ünïcode", ""];
        using var stream = new MemoryStream();
        using (var writer = CsvFile.Create(stream, "one two"))
        {
            foreach (var text in nasty)
            {
                writer.WriteField(text);
                writer.WriteNumber(7);
                writer.EndRecord();
            }
        }

        var written = Encoding.UTF8.GetString(stream.ToArray());
        Assert.StartsWith(
            "one,two\r\n\"a,b\",7\r\n\"say \"\"no\"\"\",7\r\n\"two\r\nlines\",7\r\n=1+1,7\r\n",
            written,
            StringComparison.Ordinal
        );
        var problems = new Problems();
        using var table = CsvTable.Open("x.csv", stream.ToArray(), Column.List("one two"), problems);
        var read = new List<string>();
        while (table.Read())
            read.Add(table.Text(0));
        Assert.Equal(nasty.Select(n => n.Trim()), read);
        Assert.False(problems.Any);
    }

    [Fact]
    public void A_row_is_numbered_by_the_physical_line_on_which_it_begins()
    {
        var problems = new Problems();
        using var table = CsvTable.Open("x.csv", "one,two\n\"a\nb\nc\",1\n\n,\nlast,2\n"u8.ToArray(), Column.List("one two"), problems);
        var rows = new List<long>();
        while (table.Read())
            rows.Add(table.Row);
        Assert.Equal([2, 7], rows);
    }

    [Fact]
    public void Amounts_of_three_decimals_and_of_none()
    {
        var problems = new Problems();
        using var table = CsvTable.Open("x.csv", "a\n1.234\n5\n2.5000\n"u8.ToArray(), Column.List("a"), problems);
        var read = new List<long>();
        while (table.Read())
            read.Add(table.Amount(0, Currency.Of("KWD")));
        Assert.Equal([1234, 5000, 2500], read);
        Assert.False(problems.Any);
    }
}
