using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.Ui.Driver;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>Files of every open form, from a first look to what is kept of them.</summary>
public sealed class FormsTests() : ConnectedHouse("bookkeeper")
{
    private const string Head =
        "OFXHEADER:100\nDATA:OFXSGML\nVERSION:102\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM>"
        + "<ACCTID>5500004417</CCACCTFROM><BANKTRANLIST>";

    private const string Foot = "</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>";

    private const string Table = "Day;Shop;Amount\n12.11.2026;Larkspur;-1.234,50\n13.11.2026;Hexham Tannery;2,00\n14.11.2026;Nobody;0,00\n";

    private const string Layout =
        "{\"columns\":{\"document_date\":\"Day\",\"supplier\":\"Shop\",\"net\":\"Amount\"},\"date\":\"dd.MM.yyyy\",\"decimal\":\",\","
        + "\"group\":\".\",\"delimiter\":\";\",\"amounts\":\"charges_negative\"}";

    private static string Transaction(string id, string amount, string type = "DEBIT", string more = "") =>
        $"<STMTTRN><TRNTYPE>{type}<DTPOSTED>20261112<TRNAMT>{amount}<FITID>{id}<NAME>LARKSPUR{more}</STMTTRN>";

    private Task<JsonElement> Take(string file, string choices = "&source=Card") =>
        client.SendFile($"arrivals?fileName=november.ofx{choices}", Encoding.UTF8.GetBytes(file));

    private Task<JsonElement> Look(string file) => client.SendFile("arrivals/look?fileName=november.ofx", Encoding.UTF8.GetBytes(file));

    [Fact]
    public async Task A_statement_says_its_account_asks_whose_it_is_and_remembers_that()
    {
        var file = Head + Transaction("a", "-12.00") + Foot;
        var first = await Look(file);
        Assert.Equal(("ofx", "4417", ""), (Text(first, "form"), Text(first, "account"), Text(first, "source")));
        Assert.True(first.GetProperty("needsSource").GetBoolean());
        var shown = await client.SendFile("arrivals/preview?fileName=november.ofx", Encoding.UTF8.GetBytes(file));
        Assert.Equal("source", Text(shown.GetProperty("errors")[0], "column"));
        var taken = await Take(file, "&source=Card&paymentAccount=Larkspur card");
        Assert.Equal(
            ("transaction 1", "Larkspur card"),
            (Text(taken.GetProperty("first")[0], "place"), Text(taken.GetProperty("first")[0], "account"))
        );
        var again = await Look(file);
        Assert.Equal(("Card", "Larkspur card"), (Text(again, "source"), Text(again, "paymentAccount")));
        Assert.Contains("transaction 1", Text((await client.Get("documents/1")).GetProperty("path")[0], "what"), StringComparison.Ordinal);
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_no_document_is_kept_and_what_was_pending_is_the_same_charge_once_it_settles()
    {
        await Take(Head + Transaction("p", "-10.00", "HOLD") + Transaction("z", "0.00") + Transaction("a", "-12.00") + Foot);
        var skipped = await client.Get("arrivals/1/skipped");
        Assert.Equal(
            [("p", "pending", 0L), ("z", "zero", 0L)],
            skipped.EnumerateArray().Select(s => (Text(s, "sourceId")[5..], Text(s, "reason"), s.GetProperty("document").GetInt64()))
        );
        var settled = await Take(Head + Transaction("p", "-10.40") + Foot);
        Assert.Equal(1, settled.GetProperty("added").GetInt32());
        Assert.Equal(2, (await client.Get("arrivals/1/skipped"))[0].GetProperty("document").GetInt64());
        Assert.Equal("10.40", Text(await client.Get("documents/2"), "total"));
        Assert.Equal(2, (await client.Get("arrivals/1")).GetProperty("skipped").GetInt32());
    }

    [Fact]
    public async Task An_overlapping_statement_adds_only_what_is_new_and_what_it_replaces_is_the_same_document()
    {
        await Take(Head + Transaction("a", "-12.00") + Transaction("b", "-13.00") + Foot);
        var overlapping = await Take(Head + Transaction("b", "-13.00") + Transaction("c", "-14.00") + Foot);
        Assert.Equal((1, 1), (overlapping.GetProperty("added").GetInt32(), overlapping.GetProperty("unchanged").GetInt32()));
        var replaced = await Take(Head + Transaction("a2", "-12.50", more: "<CORRECTFITID>a<CORRECTACTION>REPLACE") + Foot);
        Assert.Equal((0, 1), (replaced.GetProperty("added").GetInt32(), replaced.GetProperty("updated").GetInt32()));
        Assert.Equal("12.50", Text(await client.Get("documents/1"), "total"));

        // Two that say that they replace the same one: the first does, the other is one of its own.
        var twice = await Take(
            Head
                + Transaction("a3", "-12.60", more: "<CORRECTFITID>a<CORRECTACTION>REPLACE")
                + Transaction("a4", "-12.70", more: "<CORRECTFITID>a<CORRECTACTION>REPLACE")
                + Foot
        );
        Assert.Equal((1, 1), (twice.GetProperty("added").GetInt32(), twice.GetProperty("updated").GetInt32()));
        Assert.Equal("12.60", Text(await client.Get("documents/1"), "total"));

        // Each file leads to the documents that came with it last.
        var left = Assert.Single((await client.Get("documents?arrival=1")).GetProperty("rows").EnumerateArray());
        Assert.Equal("13.00", Text(left, "total"));
        AssertSound(house);
    }

    /// <summary>A charge, what replaced it, and what replaced that, each in a file of its own, in every order that they may be taken
    /// in.</summary>
    [Theory]
    [InlineData("0 1 2")]
    [InlineData("0 2 1")]
    [InlineData("1 0 2")]
    [InlineData("1 2 0")]
    [InlineData("2 0 1")]
    [InlineData("2 1 0")]
    [InlineData("0 1 2 0 1")]
    public async Task What_is_replaced_twice_is_one_document_of_the_last_version_in_whatever_order_its_files_come(string order)
    {
        string[] files =
        [
            Head + Transaction("a", "-12.00") + Foot,
            Head + Transaction("b", "-13.00", more: "<CORRECTFITID>a<CORRECTACTION>REPLACE") + Foot,
            Head + Transaction("c", "-14.00", more: "<CORRECTFITID>b<CORRECTACTION>REPLACE") + Foot,
        ];
        foreach (var file in order.Split(' '))
            await Take(files[int.Parse(file, CultureInfo.InvariantCulture)]);
        var rows = (await client.Get("documents")).GetProperty("rows").EnumerateArray().Where(r => Text(r, "state") != "set_aside");
        Assert.Equal("14.00", Text(Assert.Single(rows), "total"));
        AssertSound(house);
    }

    [Fact]
    public async Task An_older_version_that_comes_again_says_that_it_is_one_and_changes_nothing()
    {
        var first = Head + Transaction("a", "-12.00") + Foot;
        await Take(first);
        await Take(Head + Transaction("b", "-13.00", more: "<CORRECTFITID>a<CORRECTACTION>REPLACE") + Foot);
        var again = await Take(first);
        Assert.Equal((0, 1), (again.GetProperty("updated").GetInt32(), again.GetProperty("unchanged").GetInt32()));
        Assert.Contains("replaced at its source", Text(Assert.Single(again.GetProperty("notices").EnumerateArray()), "message"));
        Assert.Equal("13.00", Text(await client.Get("documents/1"), "total"));
    }

    [Fact]
    public async Task What_was_deleted_before_it_came_is_set_aside_as_it_comes()
    {
        await Take(Head + Transaction("z", "-1.00") + Transaction("y", "-12.00", more: "<CORRECTFITID>a<CORRECTACTION>DELETE") + Foot);
        var late = await Take(Head + Transaction("a", "-12.00") + Foot);
        Assert.Equal((1, 1), (late.GetProperty("added").GetInt32(), late.GetProperty("cancelled").GetInt32()));
        Assert.Equal("set_aside", Text(await client.Get("documents/2"), "state"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_table_is_looked_at_read_by_its_layout_and_recognised_the_next_time()
    {
        var look = await client.SendFile("arrivals/look?fileName=t.csv", Encoding.UTF8.GetBytes(Table));
        var table = look.GetProperty("table");
        Assert.Equal(
            ("table", ";", "utf-8", 1),
            (Text(look, "form"), Text(table, "delimiter"), Text(table, "encoding"), table.GetProperty("headerRow").GetInt32())
        );
        var columns = table.GetProperty("columns").EnumerateArray().ToList();
        Assert.Equal(["Day", "Shop", "Amount"], columns.Select(c => Text(c, "name")));
        Assert.Equal("dd.MM.yyyy", Assert.Single(columns[0].GetProperty("dates").EnumerateArray()).GetString());
        Assert.Equal(",", Assert.Single(columns[2].GetProperty("decimals").EnumerateArray()).GetString());

        var choices = $"&source=Card&layout={Uri.EscapeDataString(Layout)}";
        var taken = await client.SendFile($"arrivals?fileName=t.csv{choices}", Encoding.UTF8.GetBytes(Table));
        Assert.Equal((2, 1), (taken.GetProperty("added").GetInt32(), taken.GetProperty("skipped")[0].GetProperty("records").GetInt32()));
        Assert.Equal("1234.50", Text(await client.Get("documents/1"), "total"));

        // Another month's table of the same columns.
        var next = await client.SendFile("arrivals/look?fileName=december.csv", "Day;Shop;Amount\n12.12.2026;Larkspur;-3,00\n"u8.ToArray());
        Assert.Equal("Card", Text(next, "source"));
        var kept = JsonDocument.Parse(Text(next, "layout")).RootElement;
        Assert.Equal(("dd.MM.yyyy", ",", "charges_negative"), (Text(kept, "date"), Text(kept, "decimal"), Text(kept, "amounts")));
        var again = await client.SendFile(
            $"arrivals?fileName=t.csv&source=Card&layout={Uri.EscapeDataString(Text(next, "layout"))}",
            Encoding.UTF8.GetBytes(Table)
        );
        Assert.Equal((0, 2), (again.GetProperty("added").GetInt32(), again.GetProperty("unchanged").GetInt32()));
        AssertSound(house);
    }

    [Fact]
    public async Task A_layout_that_says_nothing_sound_is_refused_with_its_name()
    {
        using var content = new ByteArrayContent(Encoding.UTF8.GetBytes(Table));
        var (status, type, detail) = await client.Refused(
            HttpMethod.Post,
            "arrivals?fileName=t.csv&source=Card&layout=%7B%22columns%22%3A%7B%22nett%22%3A%22Amount%22%7D%7D",
            content
        );
        Assert.Equal((HttpStatusCode.BadRequest, "layout"), (status, type));
        Assert.Contains("nett", detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_is_taken_back_with_all_that_it_brought_until_something_of_it_is_sent()
    {
        var before = await client.Get("count");
        await client.TakeIn(Header + Bill(1) + Bill(2, "Nowhere") + Bill(3, "Nowhere"));
        await client.TakeIn(Header + Bill(9).Replace("R9", "R1", StringComparison.Ordinal));
        Assert.Contains("duplicate", (await client.Get("documents/4")).GetProperty("reasons").GetRawText(), StringComparison.Ordinal);
        await client.Post("arrivals/1/take-back");
        AssertSound(house);
        Assert.DoesNotContain("duplicate", (await client.Get("documents/4")).GetProperty("reasons").GetRawText(), StringComparison.Ordinal);
        await client.Post("arrivals/2/take-back");
        AssertSound(house);
        Assert.Equal(before.GetRawText(), (await client.Get("count")).GetRawText());
        Assert.NotEqual("", Text(await client.Get("arrivals/1"), "takenBackAt"));

        // The numbers of what went are not given again; the same file may come again.
        await client.TakeIn(Header + Bill(1));
        Assert.Equal(HttpStatusCode.NotFound, (await client.Refused(HttpMethod.Get, "documents/1")).Status);
        Assert.Equal("100.00", Text(await client.Get("documents/5"), "total"));
        await client.Dispatch(house);
        Assert.Equal("arrival", (await client.Refused(HttpMethod.Post, "arrivals/3/take-back")).Type);
    }

    [Theory]
    [InlineData("-300.00", "XFER", 1)]
    [InlineData("300.00", "PAYMENT", 2)]
    public async Task Of_a_transfer_that_its_source_cancels_on_one_side_the_other_side_goes_on_alone(
        string amount,
        string type,
        int account
    )
    {
        var (from, to) = account == 1 ? ("", "0931") : ("0931", "");
        await client.TakeIn(
            "source,source_id,kind,document_date,payment_account,to_account,document_total,line,net\n"
                + $"Bank,t,transfer,2026-11-12,{from},{to},300.00,1,300.00\n"
        );
        await Take(Head + Transaction("a", amount, type) + Foot);
        Assert.Equal([1, 1], States(house, "ready", "set_aside"));
        await Take(Head + Transaction("b", "-1.00", more: "<CORRECTFITID>a<CORRECTACTION>DELETE") + Foot);
        var (other, cancelled) = (await client.Get("documents/1"), await client.Get("documents/2"));
        Assert.Equal(("held", "cancelled"), (Text(other, "state"), Text(cancelled, "setAside")));
        Assert.Equal(0, other.GetProperty("otherSide").GetInt32());
        AssertSound(house);
    }

    [Fact]
    public async Task What_a_file_proposed_for_something_posted_goes_with_it()
    {
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(1, total: "120.00"));
        Assert.NotEqual(JsonValueKind.Null, (await client.Get("documents/1")).GetProperty("correction").ValueKind);
        await client.Post("arrivals/2/take-back");
        Assert.Equal(JsonValueKind.Null, (await client.Get("documents/1")).GetProperty("correction").ValueKind);
    }

    [Fact]
    public async Task A_file_that_changed_earlier_documents_is_not_taken_back_and_says_what_to_do()
    {
        await client.TakeIn(Header + Bill(1));
        await client.TakeIn(Header + Bill(1, total: "120.00"));
        var (_, _, detail) = await client.Refused(HttpMethod.Post, "arrivals/2/take-back");
        Assert.Contains("Take the earlier file in again", detail, StringComparison.Ordinal);
        await client.TakeIn(Header + Bill(1));
        Assert.Equal("100.00", Text(await client.Get("documents/1"), "total"));
    }

    [Fact]
    public async Task A_text_that_is_not_kept_is_refused_with_its_place()
    {
        var shown = await client.SendFile(
            "arrivals/preview?fileName=f.ofx&source=Card",
            Encoding.UTF8.GetBytes(
                Head.Replace("DATA", "ENCODING:UTF-8\nDATA", StringComparison.Ordinal)
                    + Transaction("a", "-12.00", more: "\u202Etxt")
                    + Foot
            )
        );
        Assert.Equal("transaction 1, supplier", Text(shown.GetProperty("errors")[0], "column"));
    }

    private static string Text(JsonElement of, string name) => of.GetProperty(name).GetString()!;

    [Fact]
    public async Task What_a_bank_statement_says_of_itself_is_what_its_source_says_until_the_file_is_taken_back()
    {
        var file = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "samples", "bank-statement.camt.xml"));
        var taken = await client.SendFile("arrivals?fileName=november.xml&source=Bank", file);
        var stated = Assert.Single(taken.GetProperty("stated").EnumerateArray());
        Assert.Equal(
            ("2026-11-16", "2026-11-20", 1L, "85.25"),
            (Text(stated, "firstDay"), Text(stated, "lastDay"), stated.GetProperty("documents").GetInt64(), Text(stated, "money"))
        );
        var says = Assert.Single((await client.Get("statements")).EnumerateArray());
        Assert.Equal(("Bank", "85.25", true), (Text(says, "source"), Text(says, "money"), says.GetProperty("agrees").GetBoolean()));

        // The same statement again says nothing twice, and goes with the file that said it.
        await client.SendFile("arrivals?fileName=again.xml&source=Bank", file);
        Assert.Single((await client.Get("statements")).EnumerateArray());
        await client.Post("arrivals/1/take-back", new { });
        Assert.Empty((await client.Get("statements")).EnumerateArray());
        AssertSound(house);
    }

    [Fact]
    public async Task What_its_source_cancels_is_set_aside_while_open_and_a_proposed_correction_once_posted()
    {
        await client.TakeIn(Header + Bill(1));
        await Take(Head + Transaction("a", "-12.00") + Transaction("b", "-13.00") + Foot, "&source=Card");
        var file = Head + Transaction("x", "-12.00", more: "<CORRECTFITID>a<CORRECTACTION>DELETE") + Foot;
        var shown = await client.SendFile("arrivals/preview?fileName=later.ofx&source=Card", Encoding.UTF8.GetBytes(file));
        Assert.Equal((1, 0), (shown.GetProperty("cancelled").GetInt32(), shown.GetProperty("added").GetInt32()));
        await Take(file, "&source=Card");
        var cancelled = await client.Get("documents/2");
        Assert.Equal(("set_aside", "cancelled"), (Text(cancelled, "state"), Text(cancelled, "setAside")));
        AssertSound(house);

        // A person takes it up again; what is in the ledger stays there until somebody decides.
        Assert.Equal("held", Text(await client.Ask(HttpMethod.Delete, Client.In("documents/2/set-aside")), "state"));
        house.Company.InTransaction(c =>
            Dapper.SqlMapper.Execute(c, "update document set source = 'Card', source_id = '4417:p' where id = 1")
        );
        await client.Dispatch(house);
        await Take(Head + Transaction("y", "-1.00", more: "<CORRECTFITID>p<CORRECTACTION>DELETE") + Foot, "&source=Card");
        var posted = await client.Get("documents/1");
        Assert.Equal("posted", Text(posted, "state"));
        Assert.True(posted.GetProperty("correction").GetProperty("isCancelled").GetBoolean());
    }

    [Theory]
    [InlineData("bill.pdf", 700)]
    [InlineData("bill-with-data.pdf", 900)]
    [InlineData("card-charges.xlsx", 500)]
    public async Task A_file_that_is_cut_short_says_so_and_nothing_of_it_comes(string name, int bytes)
    {
        var whole = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "samples", name));
        var look = await client.SendFile($"arrivals/look?fileName=../../{name}", whole[..bytes]);
        Assert.Equal(name, Text(look, "fileName")); // without the folder
        if (Text(look, "problem").Length == 0)
            Assert.Equal("picture", Text(look, "form")); // a person looks at what is left of it
        Assert.Equal(0, (await client.Get("documents")).GetProperty("documents").GetInt32());
        Assert.Empty((await client.Get("arrivals")).GetProperty("files").EnumerateArray());
    }

    [Theory]
    [InlineData("bill-with-data.pdf", "Mill", "NP-1/NP-771")]
    [InlineData("bill.ubl.xml", "Mill", "HT-1/HT-3308")]
    public async Task Each_sample_comes_in_whole(string name, string source, string id)
    {
        var file = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "samples", name));
        var taken = await client.SendFile($"arrivals?fileName={name}&source={source}", file);
        Assert.Equal(1, taken.GetProperty("added").GetInt32());
        var document = await client.Get("documents/1");
        Assert.Equal(id, Text(document, "sourceId"));
        Assert.Equal(name.EndsWith("pdf", StringComparison.Ordinal) ? 1 : 0, document.GetProperty("attachments").GetArrayLength());
    }

    [Fact]
    public async Task A_workbook_is_read_by_its_layout_from_its_own_header_row()
    {
        var file = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "samples", "card-charges.xlsx"));
        var look = await client.SendFile("arrivals/look?fileName=card-charges.xlsx", file);
        Assert.Equal(3, look.GetProperty("table").GetProperty("headerRow").GetInt32());
        const string Sheet =
            "{\"columns\":{\"document_date\":\"Posted\",\"supplier\":\"Shop\",\"description\":\"For\",\"net\":\"Signed amount\"},"
            + "\"constants\":{\"payment_account\":\"4417\"},\"header_row\":3,\"amounts\":\"charges_negative\"}";
        var taken = await client.SendFile($"arrivals?fileName=c.xlsx&source=Card&layout={Uri.EscapeDataString(Sheet)}", file);
        Assert.Equal(4, taken.GetProperty("added").GetInt32());
        var refund = await client.Get("documents/3");
        Assert.Equal(("card_refund", "2026-11-19", "12.25"), (Text(refund, "kind"), Text(refund, "date"), Text(refund, "total")));
    }
}
