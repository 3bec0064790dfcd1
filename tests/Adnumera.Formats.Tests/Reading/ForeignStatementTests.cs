using CsvHelper;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>OFX statements beside what another reader, the npm package ofx-js, makes of the same bytes (fixtures/make-ofx.mjs).</summary>
public class ForeignStatementTests
{
    [Fact]
    public void Every_transaction_is_the_one_that_the_other_reader_sees()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "Reading", "fixtures");
        using var reader = CsvReader.FromFile(Path.Combine(folder, "expected-ofx.csv"), new CsvReaderOptions { Separator = ',' });
        var expected = new Dictionary<string, List<string>>();
        while (reader.Read())
        {
            var (day, amount, name, memo) = (
                reader.GetString("day"),
                reader.GetString("amount"),
                reader.GetString("name"),
                reader.GetString("memo")
            );
            if (!expected.TryGetValue(reader.GetString("file"), out var rows))
                expected.Add(reader.GetString("file"), rows = []);
            rows.Add($"{reader.GetString("fitid")}|{day}|{amount}|{name}|{(memo.Length > 0 ? memo : name)}");
        }

        Assert.Equal(4, expected.Count);
        foreach (var (file, rows) in expected)
        {
            using var files = new Pipeline();
            files.With(file, File.ReadAllBytes(Path.Combine(folder, file)));
            Assert.Equal(0, files.ReadAll([file]));
            var taken = files
                .Documents("source_id", "document_date", "kind", "document_total", "supplier", "description")
                .Select(r => r.Split('|'))
                .Select(r =>
                    $"{r[0][5..]}|{r[1].Replace("-", "", StringComparison.Ordinal)}|{(r[2] == "card_charge" ? "-" : "")}{r[3]}|{r[4]}|"
                    + $"{r[5]}"
                )
                .ToList();
            var skipped = files.Skipped().Select(r => r.Split('|')[0][5..]).ToHashSet();
            Assert.Equal(rows.Where(r => !skipped.Contains(r.Split('|')[0])), taken);
            Assert.Equal(file == "bank.ofx", skipped.Count > 0); // what comes in is no document
            Assert.Equal(40, taken.Count + skipped.Count);
        }
    }
}
