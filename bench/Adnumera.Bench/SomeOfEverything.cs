using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Core.Standing;
using Adnumera.Formats.Reading;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.Standing;
using Adnumera.Web.Documents;
using Adnumera.Web.Standing;

namespace Adnumera.Bench;

/// <summary>What stands open in a company that is at work: refunds and credits that nobody matched, transfers that wait for their other
/// side, a pay run, standing decisions, feeds with what they delivered, and prices that moved. What is fast beside an empty company may not
/// be beside these.</summary>
internal static class SomeOfEverything
{
    private const int Credits = 150;
    private const int Refunds = 150;
    private const int Transfers = 200;
    private const int Prices = 1_000;
    private const int Decisions = 25;
    private const int Feeds = 3;
    private const int FilesOfFeed = 200;
    private const int Employees = 40;
    private const string Columns =
        "source,source_id,kind,document_date,reference,supplier,payment_account,to_account,document_total,line,category,item,quantity,"
        + "unit_price,net\n";

    /// <summary>Adds it.</summary>
    /// <param name="file">The company.</param>
    /// <param name="supplier">Its suppliers, by number.</param>
    public static void AddTo(CompanyFile file, Func<int, string> supplier)
    {
        file.InTransaction(c =>
        {
            var texts = Enumerable.Range(0, Decisions).Select(i => Decision(i, supplier(i))).ToList();
            new StandingTable(c).Put(StandingReading.Read(texts, Currency.Usd), Iso.Text(DateTimeOffset.UnixEpoch), "bench");
            return 0;
        });
        Arrivals.TakeIn(file, Open(supplier));
        TakeIn.Run(
            Arrivals.Books(file),
            OpenForms.WithRegisters,
            new ArrivedFile("register.csv", JournalBench.Register("P1", Employees)),
            ReadingChoices.AsTheFileSays(Currency.Usd)
        );
        file.InTransaction(c =>
        {
            for (var i = 0; i < Feeds; i++)
            {
                var feed = new FeedTable(c).Add(
                    new FeedRow(
                        0,
                        "mailbox",
                        $"Mail {i}",
                        "http://127.0.0.1:1/",
                        "",
                        "2026-01-01",
                        "by_hand",
                        "",
                        "",
                        "",
                        "",
                        "",
                        "",
                        0,
                        "",
                        0
                    )
                );
                new FeedValueTable(c).Decide(feed, "bills", true, "", "");
                for (var f = 0; f < FilesOfFeed; f++)
                    new FeedFileTable(c).Put(
                        new FeedFileRow(
                            feed,
                            $"F{f}",
                            $"{i}-{f}",
                            $"bill-{f}.pdf",
                            "2026-11-01T09:00:00.000Z",
                            1,
                            f % 20 == 0 ? "it is of no form" : "",
                            "",
                            ""
                        )
                    );
            }

            return 0;
        });
    }

    private static StandingText Decision(int i, string supplier) =>
        new(
            0,
            $"Decision {i}",
            new StandingConditionText("", null, supplier, "", "10.00", "", "", "", "", ""),
            [new StandingEffectText(StandingField.Category, $"Category {i}", "")],
            IsOn: true
        );

    private static byte[] Open(Func<int, string> supplier)
    {
        var csv = new StringBuilder(Columns);
        void Add(string head, string rest) => csv.Append(head).Append(rest).Append('\n');
        for (var i = 0; i < Credits; i++)
            Add($"Supplier bills,K{i},supplier_credit,{Day(i)},,{supplier(i * 3)},,,", $"{90 + i}.10,1,Nobody maps this,,,,{90 + i}.10");
        for (var i = 0; i < Refunds; i++)
            Add($"Company card,G{i},card_refund,{Day(i)},,{supplier(i * 5)},4417,,", $"{60 + i}.20,1,Nobody maps this,,,,{60 + i}.20");
        for (var i = 0; i < Transfers; i++)
        {
            var (from, to) = i % 2 == 0 ? ("0931", "") : ("", "4417");
            Add($"Bank {i % 2},T{i},transfer,{Day(i)},,,{from},{to},", $"{300 + i}.00,1,,,,,{300 + i}.00");
        }

        for (var i = 0; i < Prices; i++)
        {
            var price = 10 + i % 50 + (i > Prices / 2 ? 4 : 0);
            Add($"Supplier bills,V{i},bill,{Day(i)},V{i},{supplier(i % 40)},,,", $"{price}.00,1,,Item {i % 100},1,{price}.00,{price}.00");
        }

        return Encoding.UTF8.GetBytes(csv.ToString());
    }

    private static string Day(int i) => new DateOnly(2026, 9, 1).AddDays(i % 75).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
