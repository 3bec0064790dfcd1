using System.Globalization;
using CsCheck;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>Nothing arrives twice and nothing disappears, however a source cuts its statements.</summary>
public class WholeTests
{
    private static readonly string[] Types = ["DEBIT", "CREDIT", "HOLD", "PAYMENT", "ATM", "XFER"];

    private static readonly Gen<string[]> Transactions = Gen.Select(Gen.Int[0, 5], Gen.Int[-20_000, 20_000], Gen.Int[1, 28])
        .Array[1, 12]
        .Select(all => all.Select((t, i) => Transaction(i, Types[t.Item1], t.Item2 / 100m, t.Item3)).ToArray());

    private static string Transaction(int id, string type, decimal amount, int day) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"<STMTTRN><TRNTYPE>{type}<DTPOSTED>202611{day:00}<TRNAMT>{amount:0.00}<FITID>T{id}<NAME>Shop {id % 3}</STMTTRN>\n"
        );

    private static string Card(IEnumerable<string> transactions) =>
        "OFXHEADER:100\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>5500000000004417</CCACCTFROM>"
        + $"<BANKTRANLIST>{string.Concat(transactions)}</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>\n";

    [Fact]
    public void A_statement_cut_in_two_that_overlap_and_sent_twice_comes_as_the_whole_and_is_composed() =>
        Gen.Select(Transactions, Gen.Int[0, 12], Gen.Int[0, 12])
            .Sample(
                (all, one, other) =>
                {
                    var (from, to) = (Math.Min(one, Math.Min(other, all.Length)), Math.Min(Math.Max(one, other), all.Length));
                    using var files = new Pipeline()
                        .With("whole.ofx", Card(all))
                        .With("first.ofx", Card(all[..to]))
                        .With("second.ofx", Card(all[from..]));
                    Assert.Equal(0, files.ReadAll(["whole.ofx"]));
                    var (documents, skipped) = (File.ReadAllText(files.Path("out/documents.csv")), Rows(files));
                    Assert.Equal(all.Length, documents.Count(c => c == '\n') - 1 + skipped.Length);
                    Assert.Equal(0, files.ReadAll(["first.ofx", "second.ofx", "first.ofx"]));
                    Assert.Equal(documents, File.ReadAllText(files.Path("out/documents.csv")));
                    Assert.Equal(skipped, Rows(files));
                    Assert.Equal(0, files.Compose(documents));
                },
                iter: 60
            );

    // What is skipped, without the file's name.
    private static string[] Rows(Pipeline files) => [.. files.Skipped()];
}
