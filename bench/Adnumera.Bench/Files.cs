using System.Globalization;

namespace Adnumera.Bench;

/// <summary>A large made-up company: 900 item, 70 category and 700 supplier mappings, and as many document lines as are asked
/// for.</summary>
internal static class Files
{
    public static string Make(int lines)
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        File.WriteAllText(
            Path.Combine(folder, "chart.csv"),
            "account,number,name,kind,role\n"
                + string.Concat(Enumerable.Range(0, 90).Select(i => $"{5000 + i},{5000 + i},Account {i},expense,\n"))
                + "2100,2100,Accounts payable,liability,payables_control\n"
        );
        File.WriteAllText(
            Path.Combine(folder, "mapping.csv"),
            "key_kind,key,account\n" + Rows("item", 900) + Rows("category", 70) + Rows("supplier", 700)
        );
        using var documents = new StreamWriter(Path.Combine(folder, "documents.csv"));
        documents.Write(
            "source,source_id,kind,document_date,due_date,reference,supplier,employee,payment_account,settlement,currency,"
                + "document_total,notes,line,description,category,item,quantity,unit_price,net,tax_code,tax\n"
        );
        var random = new Random(5);
        for (int written = 0, document = 1; written < lines; document++)
        {
            var nets = Enumerable
                .Range(0, Math.Min(random.Next(1, 5), lines - written))
                .Select(_ => random.Next(100, 50_000) / 100m)
                .ToArray();
            var head = string.Create(
                CultureInfo.InvariantCulture,
                $"Supplier bills,B{document},bill,2026-{1 + document % 11:00}-{1 + document % 28:00},,R{document},Supplier "
                    + $"{random.Next(700)},,,,,{nets.Sum():0.00},"
            );
            for (var i = 0; i < nets.Length; i++, written++)
            {
                var item = random.NextDouble() < 0.6 ? $"Item {random.Next(900)}" : "";
                var category = random.NextDouble() < 0.9 ? $"Category {random.Next(70)}" : "";
                documents.Write(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{head},{i + 1},Thing {i + 1} of the bill,{category},{item},{i + 1},{nets[i]:0.00},{nets[i]:0.00},,\n"
                    )
                );
            }
        }

        return folder;
    }

    private static string Rows(string kind, int count) =>
        string.Concat(Enumerable.Range(0, count).Select(i => $"{kind},{char.ToUpperInvariant(kind[0])}{kind[1..]} {i},{5000 + i % 90}\n"));
}
