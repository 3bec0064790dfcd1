using System.Net;
using System.Text;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

public sealed class TakeInTests() : ConnectedHouse("bookkeeper")
{
    [Fact]
    public async Task A_preview_saves_nothing_and_says_what_taking_it_in_then_does()
    {
        var file =
            Header
            + Bill(1)
            + Bill(2, "Nowhere")
            + "Company card,C1,card_charge,2026-11-11,,Larkspur,,4417,,9.00,1,Thread,Thread & tape,9.00\n";
        var shown = await client.Preview(file);
        Assert.Equal([0, 0], States(house, "ready", "held"));
        Assert.Equal(0, (await client.Get("count")).GetProperty("together").GetProperty("arrived").GetProperty("documents").GetInt32());
        var taken = await client.TakeIn(file);
        Assert.Equal(shown.GetRawText(), taken.GetRawText());
        Assert.Equal([2, 1], States(house, "ready", "held"));
        AssertSound(house);
    }

    [Fact]
    public async Task The_same_file_again_adds_nothing()
    {
        var file = Header + Bill(1) + Bill(2, "Nowhere");
        await client.TakeIn(file);
        var again = await client.TakeIn(file);
        Assert.Equal(
            (0, 0, 2),
            (again.GetProperty("added").GetInt32(), again.GetProperty("updated").GetInt32(), again.GetProperty("unchanged").GetInt32())
        );
        Assert.Equal([1, 1], States(house, "ready", "held"));
        AssertSound(house);
    }

    [Fact]
    public async Task A_changed_document_is_taken_over_while_open_keeps_a_persons_choice_and_stays_once_posted()
    {
        await client.TakeIn(Header + Bill(1) + Bill(2, "Nowhere"));
        await client.Put("documents/2/lines/1/account", new { account = "6420" });
        var changed = await client.TakeIn(Header + Bill(1, total: "120.00") + Bill(2, "Nowhere", total: "55.00"));
        Assert.Equal(2, changed.GetProperty("updated").GetInt32());
        var second = await client.Get("documents/2");
        Assert.Equal(
            ("6420", "55.00", "ready"),
            (
                second.GetProperty("lines")[0].GetProperty("account").GetString(),
                second.GetProperty("total").GetString(),
                second.GetProperty("state").GetString()
            )
        );
        await client.Dispatch(house);
        var later = await client.TakeIn(Header + Bill(1, total: "999.00"));
        Assert.Equal("Supplier bills B1", later.GetProperty("named")[0].GetProperty("document").GetString());
        Assert.Equal("proposed_correction", later.GetProperty("named")[0].GetProperty("for").GetString());
        Assert.Equal("120.00", (await client.Get("documents/1")).GetProperty("total").GetString());
        AssertSound(house);
    }

    [Fact]
    public async Task A_duplicate_is_remembered_across_files_and_a_person_decides()
    {
        await client.TakeIn(Header + Bill(1));
        await client.TakeIn(Header + Bill(2).Replace("R2", "r1", StringComparison.Ordinal));
        var held = await client.Get("documents/2");
        Assert.Equal(
            ("possible_duplicate", 1),
            (held.GetProperty("reasons")[0].GetProperty("reason").GetString(), held.GetProperty("duplicateOfId").GetInt64())
        );
        Assert.Equal("ready", (await client.Put("documents/2/not-duplicate", new { })).GetProperty("state").GetString());
        AssertSound(house);
    }

    [Fact]
    public async Task Setting_aside_and_taking_up_again()
    {
        await client.TakeIn(Header + Bill(1));
        var aside = await client.Put("documents/1/set-aside", new { reason = "private" });
        Assert.Equal(("set_aside", "Ines Calder"), (aside.GetProperty("state").GetString(), aside.GetProperty("setAsideBy").GetString()));
        Assert.Equal("locked", (await client.Refused(HttpMethod.Put, "documents/1/lines/1/account", new { account = "6420" })).Type);
        AssertSound(house);
        using var up = await client.Send(HttpMethod.Delete, Client.In("documents/1/set-aside"));
        Assert.Equal([1, 0], States(house, "ready", "set_aside"));
        AssertSound(house);
    }

    [Theory]
    [InlineData("not a csv at all", "source: the column is missing")]
    [InlineData(Header + "Supplier bills,B9,bill,2026-11-10,R9,X,,,,ten,1,,Leather,10\n", "document_total: \"ten\" is not an amount")]
    [InlineData(Header + "Supplier bills,B9,bill,10.11.2026,R9,X,,,,10,1,,Leather,10\n", "document_date: \"10.11.2026\" is not a date")]
    [InlineData(
        Header + "Supplier bills,B9,bill,2026-11-10,R9,X,,,,10,1,,Leather,5\nSupplier bills,B9,bill,2026-11-10,R9,Y,,,,10,2,,Leather,5\n",
        "supplier: \"Y\" differs from \"X\" on row 2"
    )]
    [InlineData("source,source_id,kind,document_date,line,net\na,1,bill,2026-11-10,1,5\n", "document_total: the column is missing")]
    public async Task Bad_input_says_where_and_saves_nothing(string file, string error)
    {
        await client.TakeIn(Header + Bill(1));
        var shown = await client.Preview(file);
        using var refused = await client.Send(
            HttpMethod.Post,
            Client.In("arrivals?fileName=test.csv"),
            new StringContent(file, Encoding.UTF8, "text/csv")
        );
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "application/problem+json"),
            (refused.StatusCode, refused.Content.Headers.ContentType?.MediaType)
        );
        var answer = JsonDocument.Parse(await refused.Content.ReadAsStringAsync()).RootElement;
        Assert.Equal(shown.GetProperty("errors").GetRawText(), answer.GetProperty("errors").GetRawText());
        Assert.Contains(
            answer
                .GetProperty("errors")
                .EnumerateArray()
                .Select(e => $"{e.GetProperty("column").GetString()}: {e.GetProperty("message").GetString()}"),
            e => e.StartsWith(error, StringComparison.Ordinal)
        );
        Assert.Equal([1, 0], States(house, "ready", "held"));
        Assert.Single((await client.Get("arrivals")).GetProperty("files").EnumerateArray());
    }

    [Fact]
    public async Task Wrong_encoding_a_packed_sheet_and_a_file_over_the_limit()
    {
        using var latin = new ByteArrayContent(Encoding.Latin1.GetBytes(Header + Bill(1, supplier: "Café")));
        using var read = await client.Send(HttpMethod.Post, Client.In("arrivals/preview?fileName=latin.csv"), latin);
        Assert.Contains("not valid UTF-8", await read.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var sheet = new ByteArrayContent("PK\u0003\u0004rest"u8.ToArray());
        Assert.Equal("file", (await client.Refused(HttpMethod.Post, "arrivals?fileName=sheet.xlsx&source=S", sheet)).Type);
        using var large = new ByteArrayContent(new byte[65 * 1024 * 1024]);
        var (status, type, detail) = await client.Refused(HttpMethod.Post, "arrivals?fileName=large.csv", large);
        Assert.Equal((HttpStatusCode.RequestEntityTooLarge, "file-too-large"), (status, type));
        Assert.Contains("Nothing was taken in", detail, StringComparison.Ordinal);
        Assert.Equal([0, 0], States(house, "ready", "held"));
    }

    [Fact]
    public async Task The_list_pages_by_key_in_every_order_without_losing_or_repeating_one()
    {
        await client.TakeIn(
            Header
                + string.Concat(
                    Enumerable
                        .Range(1, 250)
                        .Select(i => Bill(i, supplier: $"Supplier {i % 7}", total: $"{i % 13}.00", day: $"2026-11-{1 + i % 9:00}"))
                )
        );
        foreach (var order in (string[])["latest", "earliest", "largest", "smallest", "supplier"])
        {
            var ids = new List<long>();
            string? after = "";
            while (after is not null)
            {
                var page = await client.Get($"documents?order={order}{(after.Length > 0 ? $"&after={Uri.EscapeDataString(after)}" : "")}");
                ids.AddRange(page.GetProperty("rows").EnumerateArray().Select(r => r.GetProperty("id").GetInt64()));
                after = page.GetProperty("next").GetString();
            }

            Assert.Equal(Enumerable.Range(1, 250).Select(i => (long)i), ids.Order());
        }

        Assert.Equal(19, (await client.Get("documents?text=12.00")).GetProperty("documents").GetInt32());
        Assert.Equal(36, (await client.Get("documents?text=supplier%203")).GetProperty("documents").GetInt32());
        Assert.Equal("cursor", (await client.Refused(HttpMethod.Get, "documents?after=nonsense")).Type);
    }

    [Fact]
    public async Task Orders_of_a_marketplace_come_as_the_company_decided()
    {
        const string Order =
            "source,source_id,kind,document_date,supplier,document_total,line,category,net\nHarbour Market,O1,order,2026-11-18,Gullwing "
            + "Paper,20.00,1,Leather,20.00\n";
        await client.TakeIn(Order);
        Assert.Equal("Harbour Market", (await client.Get("sources"))[0].GetProperty("source").GetString());
        using var administrator = await Client.Of(house, "administrator");
        await administrator.Put(
            "sources",
            new
            {
                source = "Harbour Market",
                marketplace = "Harbour Market LLC",
                onAccount = true,
                revision = (await client.Get("sources"))[0].GetProperty("revision").GetString(),
            }
        );

        // What came before comes so with its file again.
        Assert.Equal(1, (await client.TakeIn(Order)).GetProperty("updated").GetInt32());
        var order = await client.Get("documents/1");
        Assert.Equal(
            ("bill", "Harbour Market LLC", "Gullwing Paper", "ready"),
            (
                order.GetProperty("kind").GetString(),
                order.GetProperty("supplier").GetString(),
                order.GetProperty("seller").GetString(),
                order.GetProperty("state").GetString()
            )
        );
        Assert.Equal(1, (await client.TakeIn(Order)).GetProperty("unchanged").GetInt32());
        AssertSound(house);
    }
}
