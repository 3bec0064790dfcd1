using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.Ui.Driver;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Incomplete;

/// <summary>Documents that are not complete: records that cannot be read, pictures, and what is typed.</summary>
public sealed class IncompleteTests() : ConnectedHouse("bookkeeper")
{
    private static string Text(JsonElement answer, string name) => answer.GetProperty(name).GetString()!;

    private static int Number(JsonElement answer, string name) => answer.GetProperty(name).GetInt32();

    private Task<JsonElement> Send(string address, string content) => client.SendFile(address, Encoding.UTF8.GetBytes(content));

    private async Task<JsonElement> Save(long id, Dictionary<string, string> head, params Dictionary<string, string>[] lines) =>
        await client.PutAsRead(
            $"incomplete/{id}",
            new
            {
                head,
                lines,
                proposed = Array.Empty<string>(),
            },
            $"incomplete/{id}"
        );

    private static Dictionary<string, string> Texts(JsonElement texts) =>
        texts.EnumerateObject().ToDictionary(p => p.Name, p => p.Value.GetString()!);

    private async Task<JsonElement> Correct(long id, Func<string, string, string> correct)
    {
        var row = await client.Get($"incomplete/{id}");
        Dictionary<string, string> Corrected(JsonElement texts) => Texts(texts).ToDictionary(t => t.Key, t => correct(t.Key, t.Value));
        return await Save(id, Corrected(row.GetProperty("head")), [.. row.GetProperty("lines").EnumerateArray().Select(Corrected)]);
    }

    [Fact]
    public async Task What_can_be_read_comes_and_what_cannot_is_held_until_it_is_corrected()
    {
        var file = Header + Bill(1) + Bill(2).Replace("100.00", "1O0.00", StringComparison.Ordinal) + Bill(3);
        var shown = await Send("arrivals/preview?fileName=november.csv", file);
        Assert.Equal((2, 1, 0), (Number(shown, "added"), Number(shown, "incomplete"), Number(shown, "waiting")));
        Assert.Equal(3, shown.GetProperty("errors")[0].GetProperty("row").GetInt32());

        // Nothing comes of a file with errors unless a person says so.
        using var content = new ByteArrayContent(Encoding.UTF8.GetBytes(file));
        Assert.Equal("file", (await client.Refused(HttpMethod.Post, "arrivals?fileName=november.csv", content)).Type);
        Assert.Equal(0, (await client.Get("documents")).GetProperty("documents").GetInt32());

        await Send("arrivals?fileName=november.csv&hold=true", file);
        Assert.Equal(2, (await client.Get("documents")).GetProperty("documents").GetInt32());
        Assert.Equal(1, Number(await client.Get("arrivals/1"), "incomplete"));
        var waits = Assert.Single((await client.Get("incomplete")).GetProperty("documents").EnumerateArray());
        Assert.Equal(("november.csv", "row 3"), (Text(waits, "fileName"), Text(waits, "place")));
        Assert.Contains("1O0.00", Text(waits, "wrong"), StringComparison.Ordinal);

        // The same file again holds nothing twice.
        var again = await Send("arrivals?fileName=november.csv&hold=true", file);
        Assert.Equal((2, 1), (Number(again, "unchanged"), Number(again, "waiting")));
        Assert.Equal(1, Number(await client.Get("incomplete"), "count"));

        var id = waits.GetProperty("id").GetInt64();
        async Task<string> TakeIn() => $"incomplete/{id}/take-in?revision={await client.Revision($"incomplete/{id}")}";
        async Task<HttpStatusCode> Refused() => (await client.Refused(HttpMethod.Post, await TakeIn(), new { })).Status;
        Assert.Equal(HttpStatusCode.Conflict, await Refused());
        var corrected = await Correct(id, (_, text) => text.Replace("1O0.00", "100.00", StringComparison.Ordinal));
        Assert.Empty(corrected.GetProperty("wrong").EnumerateArray());
        Assert.True(corrected.GetProperty("becomes").GetProperty("balanced").GetBoolean());
        var taken = await client.Post(await TakeIn(), new { });
        Assert.Equal("taken_in", Text(taken, "state"));
        var document = await client.Get($"documents/{taken.GetProperty("documentId").GetInt64()}");
        Assert.Equal(("B2", "row 3"), (Text(document, "sourceId"), Text(document, "foundAt")));
        var arrival = await client.Get("arrivals/1");
        Assert.Equal((3, 3, 0), (Number(arrival, "documents"), Number(arrival, "added"), Number(arrival, "incomplete")));
        Assert.Equal(HttpStatusCode.Conflict, await Refused());
        AssertSound(house);
    }

    [Fact]
    public async Task A_record_that_comes_right_with_a_later_file_waits_no_more()
    {
        await Send("arrivals?fileName=a.csv&hold=true", Header + Bill(1).Replace("100.00", "x", StringComparison.Ordinal));
        await Send("arrivals?fileName=b.csv", Header + Bill(1));
        Assert.Equal(0, Number(await client.Get("incomplete"), "count"));
        var row = await client.Get("incomplete/1");
        Assert.Equal(("taken_in", 1L), (Text(row, "state"), row.GetProperty("documentId").GetInt64()));
    }

    [Fact]
    public async Task A_file_that_is_wrong_itself_is_refused_as_a_whole()
    {
        foreach (var wrong in new[] { Header + "\"" + Bill(1), Header + "a,b\n", "source,source_id\n" })
        {
            var shown = await Send("arrivals/preview?fileName=a.csv", wrong);
            Assert.Equal((0, 0), (Number(shown, "added"), Number(shown, "incomplete")));
            Assert.True(Number(shown, "errorCount") > 0);
        }
    }

    [Theory]
    [InlineData("TRNAMT", "<TRNAMT>-1O.00", "<TRNAMT>-10.00")]
    [InlineData("DTPOSTED", "<DTPOSTED>2026111", "<DTPOSTED>20261112")]
    [InlineData("supplier", "<NAME>LARK\u202ESPUR", "<NAME>LARKSPUR")]
    public async Task Of_a_statement_what_cannot_be_read_is_held_and_ends_where_the_sound_statement_ends(
        string field,
        string wrong,
        string right
    )
    {
        var sound =
            "OFXHEADER:100\nENCODING:UTF-8\n\n<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>5500004417"
            + "</CCACCTFROM><BANKTRANLIST><STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261112<TRNAMT>-12.00<FITID>a<NAME>HEXHAM</STMTTRN>"
            + "<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261112<TRNAMT>-10.00<FITID>b<NAME>LARKSPUR</STMTTRN>"
            + "</BANKTRANLIST></CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>";
        var at = sound.LastIndexOf(right, StringComparison.Ordinal);
        var damaged = sound[..at] + wrong + sound[(at + right.Length)..];
        var shown = await Send("arrivals/preview?fileName=a.ofx&source=Card", damaged);
        Assert.Equal((1, 1), (Number(shown, "added"), Number(shown, "incomplete")));
        Assert.Contains(field, shown.GetProperty("errors")[0].GetRawText(), StringComparison.Ordinal);
        await Send("arrivals?fileName=a.ofx&source=Card&hold=true", damaged);
        var id = Assert.Single((await client.Get("incomplete")).GetProperty("documents").EnumerateArray()).GetProperty("id").GetInt64();
        await Correct(
            id,
            (column, text) =>
                column switch
                {
                    "net" or "document_total" => "10.00",
                    "document_date" => "2026-11-12",
                    "supplier" or "description" => "LARKSPUR",
                    _ => text,
                }
        );
        if (field == "TRNAMT")
        {
            // Which way the money went nobody can know of such an amount.
            var row = await client.Get($"incomplete/{id}");
            Assert.NotEmpty(row.GetProperty("wrong").EnumerateArray());
            var head = Texts(row.GetProperty("head"));
            head["kind"] = "card_charge";
            await Save(id, head, Texts(row.GetProperty("lines")[0]));
        }

        await client.Post($"incomplete/{id}/take-in?revision={await client.Revision($"incomplete/{id}")}", new { });
        var again = await Send("arrivals?fileName=b.ofx&source=Card", sound);
        Assert.Equal((0, 2), (Number(again, "added"), Number(again, "unchanged")));
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_left_can_be_taken_up_and_a_file_that_is_taken_back_holds_nothing()
    {
        var file = Header + Bill(1).Replace("100.00", "x", StringComparison.Ordinal);
        await Send("arrivals?fileName=a.csv&hold=true", file);
        Assert.Equal("left", Text(await client.Post("incomplete/1/leave", new { }), "state"));
        Assert.Equal(0, Number(await client.Get("incomplete"), "count"));
        Assert.Equal("incomplete", (await client.Refused(HttpMethod.Post, "incomplete/1/leave", new { })).Type);
        Assert.Equal("open", Text(await client.Post("incomplete/1/take-up", new { }), "state"));
        await client.Post("arrivals/1/take-back", new { });
        Assert.Equal(0, Number(await client.Get("incomplete"), "count"));
        Assert.Equal("incomplete", (await client.Refused(HttpMethod.Post, "incomplete/1/take-up", new { })).Type);
        await Send("arrivals?fileName=a.csv&hold=true", file);
        Assert.Equal(1, Number(await client.Get("incomplete"), "count"));
    }

    [Fact]
    public async Task A_bill_is_typed_with_its_journal_beside_it_and_begins_as_the_last_one_was()
    {
        await client.TakeIn(Header + Bill(1));
        var supplier = Text(await client.Get("documents/1"), "supplier");
        var begun = await client.Post("incomplete", new { kind = "bill", mark = Guid.NewGuid() });
        var id = begun.GetProperty("id").GetInt64();
        Assert.Contains(begun.GetProperty("wrong").EnumerateArray(), w => Text(w, "column") == "document_date" && Number(w, "line") == 0);
        Assert.Contains(begun.GetProperty("wrong").EnumerateArray(), w => Text(w, "column") == "net" && Number(w, "line") == 1);

        var head = new Dictionary<string, string>
        {
            ["source"] = "Typed",
            ["kind"] = "bill",
            ["supplier"] = supplier,
            ["document_date"] = "20 Nov 2026",
            ["reference"] = "HAND-1",
        };
        var earlier = (await Save(id, head, [])).GetProperty("earlier");
        Assert.Equal((1L, 1), (earlier.GetProperty("id").GetInt64(), earlier.GetProperty("lines").GetArrayLength()));
        var line = Texts(earlier.GetProperty("lines")[0]);
        line.Remove("line");
        line["net"] = "1,250.00";
        var typed = await Save(id, head, line, new() { ["net"] = "-50", ["category"] = line["category"] });
        Assert.Empty(typed.GetProperty("wrong").EnumerateArray());
        var becomes = typed.GetProperty("becomes");
        Assert.Equal(("added", "1200.00", "ready"), (Text(becomes, "effect"), Text(becomes, "total"), Text(becomes, "state")));
        Assert.True(becomes.GetProperty("balanced").GetBoolean());
        var taken = await client.Post($"incomplete/{id}/take-in?revision={await client.Revision($"incomplete/{id}")}", new { });
        var document = await client.Get($"documents/{taken.GetProperty("documentId").GetInt64()}");
        Assert.Equal(("2026-11-20", "HAND-1", "ready"), (Text(document, "date"), Text(document, "reference"), Text(document, "state")));
        Assert.Contains(document.GetProperty("path").EnumerateArray(), p => Text(p, "what") == "completed");
        Assert.False(document.GetProperty("hasOriginal").GetBoolean());

        // What is typed is no file; what it begins with is found as one types.
        Assert.Single((await client.Get("arrivals")).GetProperty("files").EnumerateArray());
        Assert.Equal(
            [supplier],
            (await client.Get($"incomplete/texts?column=supplier&begins={supplier[..3]}")).EnumerateArray().Select(t => t.GetString())
        );
        AssertSound(house);
    }

    [Fact]
    public async Task What_may_be_the_same_as_another_is_said_before_it_is_taken_in()
    {
        await client.TakeIn(Header + Bill(1));
        var id = (await client.Post("incomplete", new { kind = "bill", mark = Guid.NewGuid() })).GetProperty("id").GetInt64();
        var first = await client.Get("documents/1");
        var typed = await Save(
            id,
            new()
            {
                ["source"] = "Typed",
                ["kind"] = "bill",
                ["supplier"] = Text(first, "supplier"),
                ["reference"] = Text(first, "reference"),
                ["document_date"] = "2026-11-20",
            },
            new Dictionary<string, string> { ["net"] = "5" }
        );
        Assert.Equal(1L, typed.GetProperty("becomes").GetProperty("duplicateOfId").GetInt64());
    }

    [Fact]
    public async Task Fields_that_are_none_are_refused()
    {
        await client.Post("incomplete", new { kind = "bill", mark = Guid.NewGuid() });
        foreach (var head in new[] { "colour", "net" })
            Assert.Equal(
                "field",
                (
                    await client.RefusedAsRead(
                        "incomplete/1",
                        new
                        {
                            head = new Dictionary<string, string> { [head] = "1" },
                            lines = Array.Empty<object>(),
                            proposed = Array.Empty<string>(),
                        },
                        "incomplete/1"
                    )
                ).Type
            );
    }

    [Fact]
    public async Task A_PDF_without_data_begins_a_bill_with_what_its_text_says_and_belongs_to_it()
    {
        var pdf = await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "samples", "bill.pdf"));
        Assert.Equal("picture", Text(await client.SendFile("arrivals/look?fileName=bill.pdf", pdf), "form"));
        var begun = await client.SendFile("incomplete/picture?fileName=bill.pdf", pdf);
        var head = Texts(begun.GetProperty("head"));
        Assert.Equal(
            ("Lockside Saddlery Supply", "LS-20418", "2026-11-17", "2026-12-17", "476.18"),
            (head["supplier"], head["reference"], head["document_date"], head["due_date"], head["document_total"])
        );
        Assert.Equal(
            [("Bridle leather, black, side", "354.00", "20.18"), ("Brass corner, 12 mm", "74.00", "4.22"), ("Shipping", "22.50", "1.28")],
            begun.GetProperty("lines").EnumerateArray().Select(Texts).Select(l => (l["description"], l["net"], l["tax"]))
        );
        Assert.Contains("supplier", begun.GetProperty("proposed").EnumerateArray().Select(p => p.GetString()));
        Assert.Contains("2:net", begun.GetProperty("proposed").EnumerateArray().Select(p => p.GetString()));

        // The same again is the same one; it comes in with its picture.
        Assert.Equal(1L, (await client.SendFile("incomplete/picture?fileName=again.pdf", pdf)).GetProperty("id").GetInt64());
        var taken = await client.Post($"incomplete/1/take-in?revision={await client.Revision("incomplete/1")}", new { });
        var id = taken.GetProperty("documentId").GetInt64();
        var attachment = Assert.Single((await client.Get($"documents/{id}")).GetProperty("attachments").EnumerateArray());
        Assert.Equal(("bill.pdf", "application/pdf"), (Text(attachment, "fileName"), Text(attachment, "media")));
        using var shown = await client.Send(HttpMethod.Get, Client.In($"documents/{id}/attachments/{Text(attachment, "hash")}"));
        Assert.Equal("application/pdf", shown.Content.Headers.ContentType!.MediaType);
        Assert.Contains("sandbox", shown.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal(pdf, await shown.Content.ReadAsByteArrayAsync());
        AssertSound(house);
    }

    [Fact]
    public async Task A_picture_is_attached_to_a_document_taken_off_and_put_back()
    {
        await client.TakeIn(Header + Bill(1));
        byte[] png = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, 0, 0, 0, 0];
        var with = await client.SendFile("documents/1/attachments?fileName=receipt.png", png);
        var hash = Text(with.GetProperty("attachments")[0], "hash");
        Assert.Equal("image/png", Text(with.GetProperty("attachments")[0], "media"));
        Assert.Empty(
            (await client.Ask(HttpMethod.Delete, Client.In($"documents/1/attachments/{hash}"))).GetProperty("attachments").EnumerateArray()
        );
        using (var gone = await client.Send(HttpMethod.Get, Client.In($"documents/1/attachments/{hash}")))
            Assert.Equal(HttpStatusCode.NotFound, gone.StatusCode);
        var back = await client.Put($"documents/1/attachments/{hash}?fileName=receipt.png", new { });
        Assert.Single(back.GetProperty("attachments").EnumerateArray());

        // Another file that is kept here is no picture of it.
        var statement = Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(Header + Bill(1))));
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await client.Refused(HttpMethod.Put, $"documents/1/attachments/{statement}?fileName=a.csv", new { })).Status
        );

        // What only says that it is a picture is none.
        using var renamed = new ByteArrayContent("<html><script>alert(1)</script>"u8.ToArray());
        Assert.Equal("file", (await client.Refused(HttpMethod.Post, "documents/1/attachments?fileName=receipt.png", renamed)).Type);
    }
}
