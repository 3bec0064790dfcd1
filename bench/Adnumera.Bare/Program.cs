using CsvHelper;

if (args is [var paid, "tally"])
    return Sum(paid);

// The bare work beside `compose`: reads the same file with the same reader, looks up three dictionaries, writes as many rows of as many
// columns.
// It checks nothing, adds nothing up and explains nothing.
var folder = args[0];
var maps = new Dictionary<string, Dictionary<string, string>>(StringComparer.Ordinal);
using (var mapping = CsvReader.FromFile(Path.Combine(folder, "mapping.csv")))
{
    while (mapping.Read())
    {
        var kind = mapping.GetString(0);
        if (!maps.TryGetValue(kind, out var map))
            maps.Add(kind, map = new Dictionary<string, string>(StringComparer.Ordinal));
        map[mapping.GetString(1)] = mapping.GetString(2);
    }
}

var (items, categories, suppliers) = (maps["item"], maps["category"], maps["supplier"]);
using var reader = CsvReader.FromFile(Path.Combine(folder, "documents.csv"));
using var writer = CsvWriter.ToFile(Path.Combine(folder, "bare.csv"));
var fields = new string[22];
var row = new string[20];
Array.Fill(row, "");
var document = "";
while (reader.Read())
{
    for (var i = 0; i < fields.Length; i++)
        fields[i] = reader.GetString(i);
    if (!items.TryGetValue(fields[16], out var account) && !categories.TryGetValue(fields[15], out account))
        suppliers.TryGetValue(fields[6], out account);
    (row[0], row[1], row[2], row[3], row[4], row[5]) = (fields[0], fields[1], fields[2], fields[3], fields[5], fields[6]);
    (row[10], row[11], row[12], row[17], row[18], row[19]) = (
        account ?? "",
        fields[19],
        "0.00",
        fields[14],
        "item",
        "Because item maps to this account."
    );
    Write();
    if (fields[1] == document)
        continue;
    document = fields[1];
    (row[10], row[11], row[12]) = ("2100", "0.00", fields[11]);
    Write();
}

return 0;

void Write()
{
    foreach (var field in row)
        writer.WriteField(field);
    writer.EndRecord();
}

// The bare work beside `tally`: reads the same file with the same reader and sums it in a dictionary.
static int Sum(string folder)
{
    using var payments = CsvReader.FromFile(Path.Combine(folder, "payments.csv"));
    var sums = new Dictionary<(string Supplier, string Account), decimal>();
    while (payments.Read())
    {
        var key = (payments.GetString("supplier"), payments.GetString("account"));
        sums[key] =
            sums.GetValueOrDefault(key) + decimal.Parse(payments.GetString("paid"), System.Globalization.CultureInfo.InvariantCulture);
    }

    Console.WriteLine(sums.Values.Sum());
    return 0;
}
